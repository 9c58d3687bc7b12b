//! What each patch of each take says, as a row of the sum.

use super::prior::prior;
use crate::judge::{read, tells};
use crate::kit::Kit;
use crate::quantity::Id;
use crate::setup::Patch;
use crate::take::{AmbientBy, Learnable, PlannedLevel, PlannedPart, Take};
use std::collections::{BTreeMap, HashMap};

/// A take to learn from.
#[derive(Debug, Clone, Copy)]
pub struct Taught<'a> {
    /// Its id.
    pub id: &'a Id,
    /// Its setup.
    pub setup: &'a Id,
    /// When it was taken: `2026-09-17 18:05:00`.
    pub at: &'a str,
    /// The take.
    pub take: &'a Take,
}

/// What one light gives a patch by what is said of it, with the parts that may be off.
#[derive(Debug, Clone)]
pub(super) struct LightSaid {
    pub(super) level: f64,
    pub(super) parts: Vec<usize>,
}

/// What one patch of one take says.
#[derive(Debug, Clone)]
pub(super) struct Row {
    /// The take's place in the list.
    pub(super) take: usize,
    pub(super) patch: Patch,
    /// What was measured.
    pub(super) level: f64,
    /// Its likely error.
    pub(super) error: f64,
    /// The ambient by what is said of it.
    pub(super) ambient: f64,
    /// The part it may be off by.
    pub(super) ambient_part: Option<usize>,
    /// Whether body and lens are in the ambient: not where an earlier frame told it.
    pub(super) ambient_in_frame: bool,
    pub(super) lights: Vec<LightSaid>,
    /// Body and lens.
    pub(super) frame: Vec<usize>,
    /// The group it stands in, and what that has of its own.
    pub(super) group: usize,
    pub(super) own: Own,
}

impl Row {
    /// Whether it tells anything of a part.
    pub(super) fn touches(&self, part: usize) -> bool {
        let of_light = |light: &LightSaid| light.parts.contains(&part);
        self.frame.contains(&part) || self.ambient_part == Some(part) || self.lights.iter().any(of_light)
    }
}

/// What a row's group has of its own that it shares with other rows: places in the group's list.
#[derive(Debug, Clone, Copy)]
pub(super) struct Own {
    /// How the ambient then differed from what was planned.
    pub(super) ambient: usize,
    /// How the tone differs from the usual; none where a card tells it.
    pub(super) tone: Option<usize>,
}

/// All that is to be found out.
#[derive(Debug, Default)]
pub(super) struct Rows {
    pub(super) parts: Vec<Learnable>,
    pub(super) priors: Vec<f64>,
    pub(super) rows: Vec<Row>,
    /// For each group the likely errors of what it has of its own.
    pub(super) groups: Vec<Vec<f64>>,
}

/// Which part has which place.
struct Places<'a> {
    kit: &'a Kit,
    known: BTreeMap<Learnable, usize>,
}

impl Places<'_> {
    fn of(&mut self, part: Learnable, rows: &mut Rows) -> Option<usize> {
        if let Some(at) = self.known.get(&part) {
            return Some(*at);
        }
        // What is no longer in the kit teaches nothing that could be applied.
        let prior = prior(&part, self.kit)?;
        let at = rows.parts.len();
        rows.parts.push(part.clone());
        rows.priors.push(prior);
        self.known.insert(part, at);
        Some(at)
    }
}

/// What a group's own things are told apart by: the readings in force and the date, or nothing for the tone.
type OwnKey<'a> = Option<(&'a [Id], &'a str)>;

#[derive(Default)]
struct Groups<'a> {
    places: HashMap<(&'a Id, Patch), usize>,
    own: Vec<HashMap<OwnKey<'a>, usize>>,
}

impl<'a> Groups<'a> {
    fn of(&mut self, setup: &'a Id, patch: Patch, rows: &mut Rows) -> usize {
        *self.places.entry((setup, patch)).or_insert_with(|| {
            rows.groups.push(Vec::new());
            self.own.push(HashMap::new());
            rows.groups.len() - 1
        })
    }

    fn own(&mut self, group: usize, key: OwnKey<'a>, error: f64, rows: &mut Rows) -> usize {
        *self.own[group].entry(key).or_insert_with(|| {
            rows.groups[group].push(error);
            rows.groups[group].len() - 1
        })
    }
}

/// A light by what is said of it now: what was learnt and read then taken out again, and what was said then made what is said.
fn said(part: &PlannedPart, take: &Take, frame: f64, places: &mut Places<'_>, rows: &mut Rows) -> Option<LightSaid> {
    let flash = Learnable::Flash { id: part.flash.clone()? };
    let modifier = part.modifier.clone().map(|id| Learnable::Modifier { id });
    let gels = part.gels.iter().cloned().map(|id| Learnable::Gel { id });
    let mut level = part.level.stops() - part.read.stops() - frame;
    let mut parts = Vec::new();
    for part in std::iter::once(flash).chain(modifier).chain(gels) {
        level -= take.planned.in_force(&part);
        let then = take.planned.taken_for(&part)?.said.stops();
        level += part.said(places.kit)? - then;
        parts.push(places.of(part, rows)?);
    }
    Some(LightSaid { level, parts })
}

impl Rows {
    pub(super) fn of(takes: &[Taught<'_>], kit: &Kit) -> Rows {
        let mut rows = Rows::default();
        let mut places = Places { kit, known: BTreeMap::new() };
        let mut groups = Groups::default();
        for (index, taught) in takes.iter().enumerate() {
            if !taught.take.says_its_settings() {
                continue;
            }
            let planned = &taught.take.planned;
            let (Some(body), Some(lens)) = (&planned.body, &planned.lens) else { continue };
            let curve = kit.camera(body).and_then(|body| body.curve.as_ref());
            let frame = [Learnable::Body { id: body.clone() }, Learnable::Lens { id: lens.clone() }];
            let in_force: f64 = frame.iter().map(|part| planned.in_force(part)).sum();
            let known: Option<Vec<usize>> = frame.into_iter().map(|part| places.of(part, &mut rows)).collect();
            let Some(known) = known else { continue };
            for level in planned.levels.iter().filter(|level| tells(taught.take, level.patch, curve)) {
                let Some(read) = read(taught.take, level.patch, curve) else { continue };
                let lights: Option<Vec<LightSaid>> =
                    level.parts.iter().map(|part| said(part, taught.take, in_force, &mut places, &mut rows)).collect();
                let Some(lights) = lights else { continue };
                let ambient_in_frame = level.ambient_by != AmbientBy::Frame;
                let by = match level.ambient_by {
                    AmbientBy::Meter => Some(Learnable::Meter),
                    AmbientBy::Forecast { sky } => Some(Learnable::Forecast { sky }),
                    AmbientBy::Frame | AmbientBy::Guess => None,
                };
                let ambient = ambient(level, taught.take, in_force, by.as_ref());
                let group = groups.of(taught.setup, level.patch, &mut rows);
                let day = taught.at.get(..10).unwrap_or_default();
                let key = Some((planned.readings.as_slice(), day));
                let own_ambient = groups.own(group, key, level.ambient_error.stops(), &mut rows);
                let tone = (read.tone > 0.0).then(|| groups.own(group, None, read.tone, &mut rows));
                let row = Row {
                    take: index,
                    patch: level.patch,
                    level: read.level,
                    error: read.error,
                    ambient,
                    ambient_part: by.and_then(|part| places.of(part, &mut rows)),
                    ambient_in_frame,
                    lights,
                    frame: known.clone(),
                    group,
                    own: Own { ambient: own_ambient, tone },
                };
                rows.rows.push(row);
            }
        }
        rows
    }
}

/// The ambient by what is said of it.
fn ambient(level: &PlannedLevel, take: &Take, frame: f64, by: Option<&Learnable>) -> f64 {
    let frame = if level.ambient_by == AmbientBy::Frame { 0.0 } else { frame };
    level.ambient.stops() - frame - by.map_or(0.0, |part| take.planned.in_force(part))
}
