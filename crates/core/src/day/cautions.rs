use super::light::{DayLight, looks_into_sun};
use crate::forecast::Standing;
use crate::quantity::{ClockTime, Id};
use crate::say;
use crate::setup::LightWish;
use crate::setup::{Setup, SubjectKind};
use serde::Serialize;

/// A caution for a day, as data.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum DayCaution {
    /// The sun in or near the picture.
    SunAndFinder,
    /// The subject looks towards the sun.
    SunAndEyes,
    /// A high sun for a long while.
    Heat,
    /// Water beside the spot as the light goes.
    WaterInTheDark,
    /// Working in the dark.
    Dark,
    /// A box outdoors, and wind.
    Stands,
    /// Permission for places that are not one's own.
    Permits,
}

impl DayCaution {
    /// In words.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            DayCaution::SunAndFinder => say::cautions::SUN_AND_FINDER,
            DayCaution::SunAndEyes => say::cautions::SUN_AND_EYES,
            DayCaution::Heat => say::cautions::HEAT,
            DayCaution::WaterInTheDark => say::cautions::WATER_IN_THE_DARK,
            DayCaution::Dark => say::cautions::DARK,
            DayCaution::Stands => say::cautions::STANDS,
            DayCaution::Permits => say::cautions::PERMITS,
        }
    }
}

/// A caution with the setup and time it is for.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct DayRemark {
    /// What.
    pub caution: DayCaution,
    /// For which setup; for the whole day without.
    pub setup: Option<Id>,
    /// From when on.
    pub clock: Option<ClockTime>,
    /// In words.
    pub text: String,
}

/// The sun is in the picture or flares into it within this angle of the lens axis, in degrees.
const NEAR_PICTURE: f64 = 40.0;
/// From this height of the sun on a day outdoors is hot work, in degrees.
const HIGH_SUN: f64 = 45.0;
/// Below this height of the sun one no longer sees an edge well, in degrees.
const FAILING: f64 = -2.0;
/// And below this it is dark.
const DARK: f64 = -6.0;

/// Cautions of a setup while it is made, and those of the day.
#[must_use]
pub(crate) fn remarks(day: &DayLight<'_>, setups: &[(Id, Setup)]) -> Vec<DayRemark> {
    let mut found = Vec::new();
    for (id, setup) in setups {
        let Some(slot) = &setup.slot else { continue };
        let Some(spot) = day.day.place.spot(&slot.spot) else { continue };
        let Ok(from) = day.timeline.minute_of(&slot.time) else { continue };
        let until = (from + slot.minutes.minutes() as usize).min(day.timeline.minutes.saturating_sub(1));
        let mut first = |caution: DayCaution, holds: &dyn Fn(usize) -> bool| {
            if let Some(minute) = (from..=until).find(|minute| holds(*minute)) {
                let clock = Some(day.timeline.clock(minute as f64));
                found.push(DayRemark { caution, setup: Some(id.clone()), clock, text: caution.words().to_owned() });
            }
        };
        let outdoors = !spot.is_indoors();
        let people = setup.subject.kind != SubjectKind::Thing;
        let around = |minute: usize| day.around(spot, minute);
        let standing = Standing::of(setup, spot);
        first(DayCaution::SunAndFinder, &|m| outdoors && looks_into_sun(&around(m), NEAR_PICTURE));
        first(DayCaution::SunAndEyes, &|m| people && LightWish::SunOnFace.holds(&standing, &around(m)));
        first(DayCaution::Heat, &|m| outdoors && day.track[m].apparent > HIGH_SUN);
        first(DayCaution::WaterInTheDark, &|m| spot.by_water && day.track[m].apparent < FAILING);
        first(DayCaution::Dark, &|m| day.track[m].apparent < DARK);
        first(DayCaution::Stands, &|_| {
            outdoors && setup.lights.iter().any(|light| light.on && light.held_by.is_a_stand())
        });
    }
    let permits = DayCaution::Permits;
    found.push(DayRemark { caution: permits, setup: None, clock: None, text: permits.words().to_owned() });
    found
}
