//! Where the numbers of a setup come from, and how far each is likely to be off: what is told when one is pressed.

pub(super) mod set;
mod words;

use super::{DialId, DialKind, Facts};
use crate::colours::Known;
use crate::quantity::{Id, Kelvin, Learnt, Stops};
use crate::say::stops_error;
use crate::setup::Patch;
use crate::situation::{Situation, Source, Unsure};
use serde::Serialize;

/// Where something a number is made of is from.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Origin {
    /// A meter.
    Metered,
    /// What takes taught.
    Learnt,
    /// The day's forecast.
    Forecast,
    /// Worked out from what was metered elsewhere, or from the set.
    WorkedOut,
    /// The maker's figure, as the kit has it.
    Maker,
    /// What is usual, since nothing better is known.
    Usual,
    /// Set by whoever plans.
    Chosen,
}

/// What is off as takes taught.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum LearntOf {
    /// The body.
    Body,
    /// The lens.
    Lens,
    /// The meter.
    Meter,
    /// The forecast under such a sky.
    Forecast,
}

/// One thing a number is made of.
#[derive(Debug, Clone, PartialEq)]
pub enum Ground {
    /// The ambient of a patch.
    Ambient {
        /// Which.
        patch: Patch,
        /// Where it comes from.
        source: Source,
        /// When it was read, where it was.
        read: Option<crate::quantity::ClockTime>,
        /// Its level on the scale.
        level: Stops,
        /// Its likely error.
        error: f64,
    },
    /// What a light gives a patch.
    Flash {
        /// What it is called.
        light: String,
        /// Its level on the scale.
        level: Stops,
        /// What is unsure of it, each with its own error.
        unsure: Vec<Unsure>,
        /// All of that together.
        error: f64,
    },
    /// What takes taught, which is in the number.
    Learnt {
        /// Of what.
        of: LearntOf,
        /// What.
        learnt: Learnt,
    },
    /// A dial that Tolva may turn, or that is held.
    Dial {
        /// Whether it is held.
        held: bool,
    },
    /// The body's sync speed.
    Sync,
    /// How far sharpness reaches, from the lens and a blur circle so wide, in millimetres.
    Sharpness {
        /// The circle.
        circle: f64,
    },
    /// The body's base sensitivity.
    Base,
    /// How long a light takes to be ready, known to a tenth.
    Recharge,
    /// How many frames a battery gives.
    Battery,
    /// The colour of the ambient.
    AmbientColour {
        /// Its temperature.
        kelvin: Kelvin,
        /// Where it is from.
        origin: Origin,
        /// Its likely error in mired.
        error: f64,
    },
    /// A light put somewhere by hand, so far from the face.
    Placed {
        /// What it is called.
        light: String,
        /// From the face, as it is said.
        distance: String,
    },
    /// How wide a light's face is, by its maker.
    Size,
    /// How a light spreads over the set, by what is before it.
    Spread,
    /// What walls, ceilings and cards send back, a share of the whole.
    SentBack {
        /// Which.
        share: f64,
    },
    /// The colour of a flash.
    FlashColour {
        /// Its temperature with its gel.
        kelvin: Kelvin,
    },
}

impl Ground {
    /// Where it is from.
    #[must_use]
    pub fn origin(&self) -> Origin {
        match self {
            Ground::Ambient { source, .. } => match source {
                Source::Metered { .. } => Origin::Metered,
                Source::Forecast { .. } => Origin::Forecast,
                Source::Derived { .. } | Source::Windows => Origin::WorkedOut,
                Source::Usual => Origin::Usual,
            },
            Ground::Flash { unsure, .. } => {
                if unsure.iter().all(|part| matches!(part, Unsure::Metered)) {
                    Origin::Metered
                } else if unsure.iter().any(|part| part.is_learnt()) {
                    Origin::Learnt
                } else {
                    Origin::WorkedOut
                }
            }
            Ground::Learnt { .. } => Origin::Learnt,
            Ground::Dial { .. } | Ground::Placed { .. } => Origin::Chosen,
            Ground::Spread | Ground::SentBack { .. } => Origin::Usual,
            Ground::Sharpness { .. } => Origin::WorkedOut,
            Ground::Size
            | Ground::Sync
            | Ground::Base
            | Ground::Recharge
            | Ground::Battery
            | Ground::FlashColour { .. } => Origin::Maker,
            Ground::AmbientColour { origin, .. } => *origin,
        }
    }
}

/// A ground as it is told.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct GroundReport {
    /// Where it is from.
    pub origin: Origin,
    /// In words, with its own likely error.
    pub text: String,
}

/// Where a number comes from and how far it may be off.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Account {
    /// The number, as it is shown.
    pub number: String,
    /// How far it is likely to be off, in words.
    pub error: String,
    /// What it is made of.
    pub grounds: Vec<GroundReport>,
}

impl Account {
    pub(super) fn of(number: String, error: String, grounds: Vec<Ground>) -> Account {
        let told = |ground: Ground| GroundReport { origin: ground.origin(), text: words::ground(&ground) };
        Account { number, error, grounds: grounds.into_iter().map(told).collect() }
    }
}

fn ambient(s: &Situation<'_>, facts: &Facts, patch: Patch) -> Option<Ground> {
    let found = s.ambient[patch].as_ref()?;
    let read = match &found.source {
        Source::Metered { reading } => s.setup.readings.iter().find(|read| read.id == *reading),
        _ => None,
    };
    Some(Ground::Ambient {
        patch,
        source: found.source.clone(),
        read: read.and_then(|read| read.time.clone()),
        level: Stops::of(facts.split.ambient[patch]?),
        error: found.error.stops(),
    })
}

/// What each light gives a patch, and how sure that is.
fn flashes(s: &Situation<'_>, facts: &Facts, patch: Patch) -> Vec<Ground> {
    let lit = s.lights.iter().zip(&s.field.lights).zip(&facts.parts);
    lit.filter_map(|((lit, field), part)| {
        let gain = field.patches[patch]?;
        Some(Ground::Flash {
            light: lit.name.clone(),
            level: Stops::of(part[patch]?),
            unsure: lit.unsure(patch, gain),
            error: lit.error(patch, gain),
        })
    })
    .collect()
}

/// What takes taught that is in every level of a frame, and in the ambient of a patch.
fn taught(s: &Situation<'_>, patch: Patch) -> impl Iterator<Item = Ground> {
    let ambient = s.ambient[patch].as_ref();
    let by = match ambient.map(|found| &found.source) {
        Some(Source::Forecast { .. }) => LearntOf::Forecast,
        _ => LearntOf::Meter,
    };
    let each = [
        (by, ambient.and_then(|found| found.learnt)),
        (LearntOf::Body, s.body.learnt),
        (LearntOf::Lens, s.lens.learnt),
    ];
    each.into_iter().filter_map(|(of, learnt)| Some(Ground::Learnt { of, learnt: learnt? }))
}

/// What a level is made of.
pub(super) fn of_level(s: &Situation<'_>, facts: &Facts, patch: Patch, number: &str, error: Stops) -> Account {
    let grounds =
        ambient(s, facts, patch).into_iter().chain(taught(s, patch)).chain(flashes(s, facts, patch)).collect();
    Account::of(number.to_owned(), stops_error(error.stops()), grounds)
}

/// What the contrast of the ambient is made of.
pub(super) fn of_contrast(s: &Situation<'_>, facts: &Facts, number: &str) -> Account {
    let grounds: Vec<Ground> =
        [Patch::Background, Patch::Face].into_iter().filter_map(|patch| ambient(s, facts, patch)).collect();
    let squares = [Patch::Background, Patch::Face]
        .into_iter()
        .filter_map(|patch| s.ambient[patch].as_ref())
        .map(|of| of.error.stops().powi(2));
    Account::of(number.to_owned(), stops_error(squares.sum::<f64>().sqrt()), grounds)
}

/// How far the ratio of two patches is likely to be off, in stops: what both have from one light cancels as far as both
/// have it.
pub(super) fn ratio_error(s: &Situation<'_>, facts: &Facts, patches: [Patch; 2]) -> f64 {
    let total = |patch: Patch| facts.split.total[patch].map_or(f64::INFINITY, f64::exp2);
    let share = |level: Option<f64>, patch: Patch| level.map_or(0.0, |level| level.exp2() / total(patch));
    let ambient = patches.map(|patch| {
        let error = s.ambient[patch].as_ref().map_or(0.0, |ambient| ambient.error.stops());
        (share(facts.split.ambient[patch], patch) * error).powi(2)
    });
    let lights = s.lights.iter().zip(&s.field.lights).zip(&facts.parts).map(|((lit, field), part)| {
        let of = patches.map(|patch| share(part[patch], patch));
        let error = patches.map(|patch| field.patches[patch].map_or(0.0, |gain| lit.error(patch, gain)));
        (of[0] * error[0] - of[1] * error[1]).powi(2)
    });
    (ambient.iter().sum::<f64>() + lights.sum::<f64>()).sqrt()
}

/// What the ratio of lit side to shadow side is made of.
pub(super) fn of_ratio(s: &Situation<'_>, facts: &Facts, number: &str, error: f64) -> Account {
    let of = |patch| ambient(s, facts, patch).into_iter().chain(flashes(s, facts, patch));
    Account::of(number.to_owned(), stops_error(error), of(Patch::Face).chain(of(Patch::ShadowSide)).collect())
}

/// What stands behind a dial's number and the figures told with it.
pub(super) fn of_dial(s: &Situation<'_>, id: &DialId, label: &str, held: bool) -> Account {
    let mut grounds = vec![Ground::Dial { held }];
    match id.dial {
        DialKind::Shutter if s.sync.is_some() => grounds.push(Ground::Sync),
        DialKind::Shutter | DialKind::Nd => {}
        DialKind::Aperture => grounds.push(Ground::Sharpness { circle: s.lensing.circle.millimetres() }),
        DialKind::Iso => grounds.push(Ground::Base),
        DialKind::Power => grounds.extend(of_power(s, id.light.as_ref())),
        DialKind::Kelvin => {
            let (kelvin, (origin, error)) = (s.seen().ambient_kelvin(), ambient_colour(s));
            grounds.push(Ground::AmbientColour { kelvin, origin, error });
            grounds.extend(crate::situation::key_colour(s).map(|flash| Ground::FlashColour { kelvin: flash.into() }));
        }
    }
    Account::of(label.to_owned(), words::EXACT.to_owned(), grounds)
}

/// What a power's level on the face, its wait and its batteries go by.
fn of_power(s: &Situation<'_>, light: Option<&Id>) -> Vec<Ground> {
    let Some(index) = s.lights.iter().position(|lit| Some(&lit.light.id) == light) else { return Vec::new() };
    let reached = s.field.lights[index].patches.iter().find_map(|(patch, gain)| Some((patch, (*gain)?)));
    let lit = &s.lights[index];
    let flash = reached.map(|(patch, gain)| Ground::Flash {
        light: lit.name.clone(),
        level: Stops::ZERO,
        unsure: lit.unsure(patch, gain),
        error: lit.error(patch, gain),
    });
    flash.into_iter().chain([Ground::Recharge, Ground::Battery]).collect()
}

/// Where the ambient's colour is from, and its likely error in mired.
pub(crate) fn ambient_colour(s: &Situation<'_>) -> (Origin, f64) {
    let ambient = &s.setup.ambient;
    if ambient.is_measured() {
        (Origin::Metered, Known::Metered.error())
    } else if s.seen().ambient_kelvin() != ambient.kelvin() {
        (Origin::Forecast, Known::Forecast.error())
    } else {
        (Origin::Usual, Known::Usual.error())
    }
}

#[cfg(test)]
mod tests;
