//! Where the numbers of a setup come from, and how far each is likely to be off: what is told when one is pressed.

mod ground;
pub(super) mod set;
mod words;

pub use ground::{Ground, LearntOf, Origin};

use super::{DialId, DialKind, Facts};
use crate::colours::Known;
use crate::quantity::{Id, Stops};
use crate::say::stops_error;
use crate::setup::Patch;
use crate::situation::{Situation, Source};
use serde::{Serialize, Serializer};

/// A ground as it is told.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct GroundReport {
    /// Where it is from.
    pub origin: Origin,
    /// In words, with its own likely error.
    pub text: String,
}

impl From<&Ground> for GroundReport {
    fn from(ground: &Ground) -> GroundReport {
        GroundReport { origin: ground.origin(), text: words::ground(ground) }
    }
}

/// Where a number comes from and how far it may be off.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Account {
    /// The number, as it is shown.
    pub number: String,
    /// How far it is likely to be off, in words.
    pub error: String,
    /// What it is made of, put into words only where it is told.
    #[cfg_attr(feature = "openapi", schema(value_type = Vec<GroundReport>))]
    #[serde(serialize_with = "told")]
    pub grounds: Vec<Ground>,
}

impl Account {
    pub(super) const fn of(number: String, error: String, grounds: Vec<Ground>) -> Account {
        Account { number, error, grounds }
    }

    /// What it is made of, as it is told.
    pub fn told(&self) -> impl Iterator<Item = GroundReport> {
        self.grounds.iter().map(GroundReport::from)
    }
}

fn told<S: Serializer>(grounds: &[Ground], to: S) -> Result<S::Ok, S::Error> {
    to.collect_seq(grounds.iter().map(GroundReport::from))
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
    let lit = s.lights.iter().zip(s.field.lights.iter()).zip(&facts.parts);
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
    let lights = s.lights.iter().zip(s.field.lights.iter()).zip(&facts.parts).map(|((lit, field), part)| {
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
