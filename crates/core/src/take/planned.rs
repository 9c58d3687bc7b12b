//! What the plan expected of a frame, kept with it so that it can be judged when the plan has long been another.

use super::{AmbientBy, ByFiles, Learnable, TakenFor};
use crate::approach::Band;
use crate::assess::{Facts, assess_situation};
use crate::house::SkyKind;
use crate::marks::{ApertureMark, IsoMark, NdMark, ShutterMark};
use crate::picture::{circle_across, moves};
use crate::quantity::{Duv, Ev100, Id, Kelvin, Power, Seconds, Share, Stops};
use crate::setup::Patch;
use crate::situation::{Dials, PatchAmbient, Situation, Source};
use serde::{Deserialize, Serialize};
use std::collections::BTreeSet;

/// What a grey card sends back of the light.
const CARD: f64 = 0.18;

/// What one light was to give a patch.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct PlannedPart {
    /// The light.
    pub light: Id,
    /// Its name.
    pub name: String,
    /// Its flash; none in takes of before that was kept.
    pub flash: Option<Id>,
    /// Through which modifier; none for the bare head.
    pub modifier: Option<Id>,
    /// Through which gels.
    pub gels: Vec<Id>,
    /// Its power.
    pub power: Power,
    /// Its part, in stops from correct.
    pub level: Stops,
    /// The likely error of that.
    pub error: Stops,
    /// What a flash meter would have shown of it there, in stops at f/1, ISO 100 and full power, by the light that falls there.
    pub at_full: f64,
    /// What of its intensity came there, per square metre.
    pub reached: f64,
    /// How much of its level a reading of the flash told, against what is said and learnt of it.
    pub read: Stops,
}

/// What was to be on a patch.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct PlannedLevel {
    /// The patch.
    pub patch: Patch,
    /// Where the ambient was to be.
    pub ambient: Stops,
    /// The exposure that would have put the ambient where it should be.
    pub ambient_ev: Ev100,
    /// The likely error of that.
    pub ambient_error: Stops,
    /// Where it came from.
    pub ambient_by: AmbientBy,
    /// What each light was to give.
    pub parts: Vec<PlannedPart>,
    /// What is added to a level on the patch's own basis to put it on the picture's: the tone of skin or thing.
    pub to_picture: Stops,
    /// Where the whole was wanted.
    pub target: Option<Band>,
}

impl PlannedLevel {
    /// What all lights together were to give; none without any.
    #[must_use]
    pub fn flash(&self) -> Option<f64> {
        let light: f64 = self.parts.iter().map(|part| part.level.stops().exp2()).sum();
        (light > 0.0).then(|| light.log2())
    }

    /// Ambient and flash together.
    #[must_use]
    pub fn total(&self) -> f64 {
        (self.ambient.stops().exp2() + self.flash().map_or(0.0, f64::exp2)).log2()
    }
}

/// Where the ambient of a patch comes from.
fn ambient_by(s: &Situation<'_>, ambient: &PatchAmbient) -> AmbientBy {
    let of_frame = |id: &Id| s.setup.readings.iter().any(|reading| reading.id == *id && reading.is_of_frame());
    match &ambient.source {
        Source::Metered { reading } if of_frame(reading) => AmbientBy::Frame,
        Source::Metered { .. } => AmbientBy::Meter,
        Source::Forecast { reading: None, .. } => match s.forecast.and_then(|forecast| forecast.sky) {
            Some(sky) => AmbientBy::Forecast { sky },
            None => AmbientBy::Guess,
        },
        Source::Forecast { .. } | Source::Derived { .. } | Source::Windows | Source::Usual => AmbientBy::Guess,
    }
}

/// What everything in a plan is taken to be.
fn taken_for(s: &Situation<'_>) -> Vec<TakenFor> {
    let (body, lens) = (Learnable::Body { id: s.body.id.clone() }, Learnable::Lens { id: s.lens.id.clone() });
    let lit = s.lights.iter().flat_map(|lit| {
        let modifier = lit.modifier.map(|modifier| Learnable::Modifier { id: modifier.id.clone() });
        let gels = lit.gels.iter().map(|gel| Learnable::Gel { id: gel.id.clone() });
        std::iter::once(Learnable::Flash { id: lit.flash.id.clone() }).chain(modifier).chain(gels)
    });
    let skies = SkyKind::ALL.map(|sky| Learnable::Forecast { sky });
    let parts: BTreeSet<Learnable> = [body, lens, Learnable::Meter].into_iter().chain(skies).chain(lit).collect();
    let known = |of: Learnable| {
        let more = of.in_force(s.kit, &s.terms.house).map_or(Stops::ZERO, |learnt| learnt.more);
        let said = Stops::of(of.said(s.kit).unwrap_or(0.0));
        TakenFor { of, said, more }
    };
    parts.into_iter().map(known).collect()
}

/// The plan for a frame as it was taken.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Planned {
    /// The body; none in takes of before that was kept.
    pub body: Option<Id>,
    /// The lens.
    pub lens: Option<Id>,
    /// How body and lens were known.
    pub by_files: ByFiles,
    /// What each part that can be off was taken to be.
    pub taken_for: Vec<TakenFor>,
    /// How wide a blur passes for a point, as a share of the frame's width; none in takes of before that was kept.
    pub circle: Option<Share>,
    /// The slowest time the hand-held rule allows, where the camera was in the hand and the subject kept still.
    pub hand: Option<Seconds>,
    /// The shutter planned.
    pub shutter: ShutterMark,
    /// The aperture planned.
    pub aperture: ApertureMark,
    /// The sensitivity planned.
    pub iso: IsoMark,
    /// The neutral density planned.
    pub nd: NdMark,
    /// The white balance planned.
    pub kelvin: Kelvin,
    /// Its tint.
    pub tint: Duv,
    /// How much more a grey card of 18 % reads reflected than by incident light, by the user's meter.
    pub card: Stops,
    /// Whether flash was planned.
    pub flash: bool,
    /// The readings in force.
    pub readings: Vec<Id>,
    /// What was to be on each patch, at the dials the frame was taken with.
    pub levels: Vec<PlannedLevel>,
}

impl Planned {
    /// The plan for a frame: `s` is the setup with the dials it was taken with, `planned` are the dials it was planned with, and
    /// without `flash` none fired.
    #[must_use]
    pub fn of(s: &Situation<'_>, planned: &Dials, flash: bool) -> Planned {
        let assessment = assess_situation(s);
        let (facts, dials) = (Facts::of(s, &Dials::of(s.setup)), Dials::of(s.setup));
        let reached: Vec<_> = s.lights.iter().map(|lit| lit.reached(s.terms.house.meter, &s.bases)).collect();
        let part = |patch: Patch, index: usize| {
            let (lit, level) = (&s.lights[index], facts.parts[index][patch]?);
            let gain = s.field.lights[index].patches[patch]?;
            Some(PlannedPart {
                light: lit.light.id.clone(),
                name: lit.name.clone(),
                flash: Some(lit.light.flash.clone()),
                modifier: lit.light.modifier.clone(),
                gels: lit.gels.iter().map(|gel| gel.id.clone()).collect(),
                power: dials.power(lit.index),
                level: Stops::of(level),
                error: Stops::of(lit.error(patch, gain)),
                at_full: lit.reach[patch]? - s.bases.over_incident[patch],
                reached: reached[index][patch]?,
                read: Stops::of(lit.read.map_or(0.0, |read| read.on(patch))),
            })
        };
        let level = |level: &crate::assess::Level| {
            let ambient = s.ambient[level.patch].as_ref()?;
            let lights = if flash { 0..s.lights.len() } else { 0..0 };
            Some(PlannedLevel {
                patch: level.patch,
                ambient: level.ambient,
                ambient_ev: ambient.ev,
                ambient_error: ambient.error,
                ambient_by: ambient_by(s, ambient),
                parts: lights.filter_map(|index| part(level.patch, index)).collect(),
                to_picture: Stops::of(s.bases.to_picture[level.patch]),
                target: level.target,
            })
        };
        Planned {
            body: Some(s.body.id.clone()),
            lens: Some(s.lens.id.clone()),
            by_files: ByFiles::default(),
            taken_for: taken_for(s),
            circle: Some(Share::nearest(circle_across(s))),
            hand: s.asks.hand().filter(|_| !moves(s)),
            shutter: planned.shutter,
            aperture: planned.aperture,
            iso: planned.iso,
            nd: planned.nd,
            kelvin: s.setup.white_balance.kelvin.at,
            tint: s.setup.white_balance.tint,
            card: Stops::of(s.terms.house.meter.reflected_over_incident(CARD)),
            flash: !s.lights.is_empty(),
            readings: s.setup.readings.iter().map(|reading| reading.id.clone()).collect(),
            levels: assessment.levels.iter().filter_map(level).collect(),
        }
    }

    /// What a part was taken to be; none of what was not in the plan.
    #[must_use]
    pub fn taken_for(&self, part: &Learnable) -> Option<&TakenFor> {
        self.taken_for.iter().find(|known| known.of == *part)
    }

    /// How much brighter a part was taken to be than said.
    #[must_use]
    pub fn in_force(&self, part: &Learnable) -> f64 {
        self.taken_for(part).map_or(0.0, |known| known.more.stops())
    }

    /// What was to be on a patch.
    #[must_use]
    pub fn level(&self, patch: Patch) -> Option<&PlannedLevel> {
        self.levels.iter().find(|level| level.patch == patch)
    }
}
