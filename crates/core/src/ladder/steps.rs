use super::climb::{Ambient, Climb, climb};
use super::words::{apart_words, bind_words, rung_words};
use crate::assess::{DialId, DialKind};
use crate::check::FieldError;
use crate::day::{Day, DayLight, Timeline, forecast_at};
use crate::forecast::Seen;
use crate::kit::Kit;
use crate::marks::Mark;
use crate::quantity::{ClockTime, Id, Stops};
use crate::setup::{Patch, PerPatch, Setup};
use crate::situation::{Dials, Situation};
use crate::solve::solve;
use crate::terms::Terms;
use serde::Serialize;

/// One dial turned.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Turn {
    /// Which.
    pub dial: DialId,
    /// What it is called.
    pub name: String,
    /// The mark it stood on.
    pub from: String,
    /// The mark it goes to.
    pub to: String,
}

/// A change of the plan, at a time.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Rung {
    /// Minutes after midnight.
    pub minute: usize,
    /// What the clock shows.
    pub clock: ClockTime,
    /// What is turned; on the first rung every dial as it is set.
    pub turns: Vec<Turn>,
    /// Where all dials stand from then on.
    pub dials: Dials,
    /// Whether the picture then is as planned, within the tolerance.
    pub kept: bool,
    /// In a sentence.
    pub text: String,
}

/// What binds from a time on.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "limit", rename_all = "snake_case")]
pub enum LadderBind {
    /// The hand needs a faster shutter.
    Shake,
    /// The movement needs one.
    Movement,
    /// Sync allows no faster one.
    Sync,
    /// The camera's slowest or fastest time, or a held shutter.
    Shutter,
    /// ISO goes no further, the aperture follows.
    Iso,
    /// A light gives too much even at its lowest power.
    LowestPower {
        /// Which.
        light: Id,
    },
    /// A light gives too little at full power.
    TopPower {
        /// Which.
        light: Id,
    },
    /// No dial is left.
    Everything,
    /// Face and background drift apart: no dial parts the two.
    Contrast,
}

/// A warning, from a time on.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Warning {
    /// Minutes after midnight.
    pub minute: usize,
    /// What the clock shows.
    pub clock: ClockTime,
    /// What binds.
    pub bind: LadderBind,
    /// In a sentence.
    pub text: String,
}

/// The plan's settings for later times.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Ladder {
    /// The setup it is for.
    pub setup: Id,
    /// Its first minute.
    pub from: usize,
    /// Its last minute.
    pub until: usize,
    /// How far a patch may stray, in stops.
    pub tolerance: Stops,
    /// Changes in order of time; the first sets every dial.
    pub rungs: Vec<Rung>,
    /// What will bind, and when.
    pub warnings: Vec<Warning>,
    /// What of the first rung is not as the setup's dials stand, with what to do about it.
    pub apart: Option<BeginsApart>,
}

/// Where a ladder begins at other dials than its setup stands at.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct BeginsApart {
    /// What is to be turned from the setup's dials to the ladder's first.
    pub turns: Vec<Turn>,
    /// In a sentence.
    pub text: String,
}

/// The exposure values of each patch over minutes, as the setup's own ambient says at the first and changing as the
/// forecast does.
fn ambients(
    day: &DayLight<'_>,
    setup: &Setup,
    s: &Situation<'_>,
    from: usize,
    until: usize,
    known_until: Option<f64>,
) -> Vec<Ambient> {
    let Some(standing) = day.standing(setup) else { return Vec::new() };
    let curve = day.curve(&standing, known_until);
    let at = |minute: usize| -> Ambient {
        let now = curve.at(minute as f64, &day.modelled(&standing, minute));
        PerPatch::of(|patch| now.ev(patch))
    };
    let start = at(from);
    (from..=until)
        .map(|minute| {
            let now = at(minute);
            let change = |patch: Patch| Some(now[patch]? - start[patch]?);
            PerPatch::of(|patch| {
                let here = s.ambient[patch].as_ref()?.ev.ev();
                Some(here + change(patch).or_else(|| change(Patch::Face)).unwrap_or(0.0))
            })
        })
        .collect()
}

/// Every camera dial and every firing light's power, with its mark.
fn marks(s: &Situation<'_>, dials: &Dials) -> Vec<(DialId, String, String)> {
    let camera = |kind: DialKind, name: &str, mark: String| (DialId::camera(kind), name.to_owned(), mark);
    let mut all = vec![
        camera(DialKind::Iso, "ISO", dials.iso.label(s.step)),
        camera(DialKind::Aperture, "aperture", dials.aperture.label(s.step)),
        camera(DialKind::Shutter, "shutter", dials.shutter.label(s.step)),
        camera(DialKind::Nd, "ND", dials.nd.label(s.step)),
    ];
    for lit in &s.lights {
        let mark = dials.power(lit.index).label(lit.flash.notation, lit.flash.power_step);
        all.push((DialId::power(lit.light.id.clone()), lit.name.clone(), mark));
    }
    all
}

/// What is turned between two ways of setting the dials; every dial as it is set where there was none before.
pub(crate) fn turns(s: &Situation<'_>, from: Option<&Dials>, to: &Dials) -> Vec<Turn> {
    let before = from.map(|from| marks(s, from));
    let to_nd = to.nd;
    marks(s, to)
        .into_iter()
        .enumerate()
        .filter_map(|(index, (dial, name, to))| {
            let from = before.as_ref().map_or_else(String::new, |before| before[index].2.clone());
            // A filter that is not there is not set either.
            let nothing = before.is_none() && to_nd == crate::marks::NdMark::NONE && dial.dial == DialKind::Nd;
            (from != to && !nothing).then_some(Turn { dial, name, from, to })
        })
        .collect()
}

/// What made the ladder go on to other dials at this change, or what is out of reach.
fn bind(s: &Situation<'_>, before: &Dials, climbed: &Climb) -> Option<LadderBind> {
    let dials = &climbed.dials;
    let falling = dials.iso > before.iso || dials.aperture < before.aperture || dials.shutter < before.shutter;
    if !climbed.kept {
        for lit in &s.lights {
            let below = dials.power(lit.index).stops_below_full();
            if lit.role.lights_face() && below >= lit.powers.1 - 0.01 && lit.powers.1 > lit.powers.0 {
                return Some(LadderBind::LowestPower { light: lit.light.id.clone() });
            }
            if lit.role.lights_face() && below <= lit.powers.0 + 0.01 && lit.powers.1 > lit.powers.0 {
                return Some(LadderBind::TopPower { light: lit.light.id.clone() });
            }
        }
        let at_end = dials.iso == s.iso.1 || dials.iso == s.base || s.setup.camera.iso.held;
        return Some(if at_end { LadderBind::Everything } else { LadderBind::Contrast });
    }
    if dials.aperture != before.aperture {
        return Some(LadderBind::Iso);
    }
    if dials.iso != before.iso {
        let stops = dials.shutter.stops();
        return Some(match (falling, s.asks.shake, s.asks.movement) {
            (true, Some(need), _) if stops - need < 0.5 => LadderBind::Shake,
            (true, _, Some(need)) if stops - need.stops() < 0.5 => LadderBind::Movement,
            (false, ..) if s.safe_sync.is_some_and(|sync| dials.shutter >= sync) => LadderBind::Sync,
            _ => LadderBind::Shutter,
        });
    }
    None
}

/// The ladder of a setup from a minute to the end of work: the plan there, solved, and every change after it. Readings
/// after `known_until` are not known yet.
///
/// # Errors
/// Every problem of the setup, each at its field.
pub fn ladder(
    day: &DayLight<'_>,
    (id, setup): (&Id, &Setup),
    kit: &Kit,
    terms: impl Into<Terms>,
    from: usize,
    known_until: Option<f64>,
) -> Result<Ladder, Vec<FieldError>> {
    with_dials(day, (id, setup), kit, terms, from, known_until).map(|(ladder, _)| ladder)
}

/// The same, with the dials in force from each change on.
pub(crate) fn with_dials(
    day: &DayLight<'_>,
    (id, setup): (&Id, &Setup),
    kit: &Kit,
    terms: impl Into<Terms>,
    from: usize,
    known_until: Option<f64>,
) -> Result<(Ladder, Vec<Climb>), Vec<FieldError>> {
    let timeline: &Timeline = day.timeline;
    let plan: &Day = day.day;
    let (from, until) = (from.min(timeline.until), timeline.until);
    let forecast = forecast_at(plan, timeline, day.meter, setup, from as f64, known_until);
    let seen = Seen { setup, forecast: forecast.as_ref() };
    let terms = terms.into();
    let solved = solve(seen, kit, terms)?;
    let s = Situation::new(Seen { setup: &solved, ..seen }, kit, terms)?;
    let ambients = ambients(day, &solved, &s, from, until, known_until);
    let start = Dials::of(&solved);
    let climbed = climb(&s, &ambients, &start, plan.tolerance.stops());
    let mut rungs: Vec<Rung> = Vec::new();
    let mut warnings: Vec<Warning> = Vec::new();
    for (index, now) in climbed.iter().enumerate() {
        let before = index.checked_sub(1).map(|before| &climbed[before].dials);
        let minute = from + now.minute;
        let clock = timeline.clock(minute as f64);
        let turned = turns(&s, before, &now.dials);
        let bound = bind(&s, before.unwrap_or(&now.dials), now);
        if let Some(bind) = bound.filter(|bind| !warnings.iter().any(|known| known.bind == *bind)) {
            let text = bind_words(&s, &bind, &clock, &now.dials);
            warnings.push(Warning { minute, clock: clock.clone(), bind, text });
        }
        if !turned.is_empty() {
            let text = rung_words(&clock, &turned, index == 0);
            let dials = now.dials.clone();
            rungs.push(Rung { minute, clock, turns: turned, dials, kept: now.kept, text });
        }
    }
    let first = climbed.first().map(|first| turns(&s, Some(&Dials::of(setup)), &first.dials));
    let apart = first.filter(|turns| !turns.is_empty()).map(|turns| BeginsApart { text: apart_words(&turns), turns });
    Ok((Ladder { setup: id.clone(), from, until, tolerance: plan.tolerance, rungs, warnings, apart }, climbed))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::quantity::Power;
    use crate::sample;
    use rstest::rstest;

    /// Where a light is at an end of its range and the picture is not kept, that end is what binds.
    #[rstest]
    #[case::full(0.0, Some(true))]
    #[case::lowest(8.0, Some(false))]
    #[case::between(4.0, None)]
    fn a_light_at_its_end_binds(#[case] below: f64, #[case] top: Option<bool>) {
        let (kit, setup) = (sample::kit(), sample::portrait());
        let s = Situation::new(&setup, &kit, House::default()).unwrap();
        let mut dials = Dials::of(&setup);
        dials.powers[0] = Power::nearest(below);
        let bound = bind(&s, &dials, &Climb { minute: 0, dials: dials.clone(), kept: false });
        let light = setup.lights[0].id.clone();
        let wanted =
            top.map(|top| if top { LadderBind::TopPower { light } } else { LadderBind::LowestPower { light } });
        assert_eq!(bound.filter(|bound| !matches!(bound, LadderBind::Everything | LadderBind::Contrast)), wanted);
    }
}
