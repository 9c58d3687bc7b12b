//! A job's day: its place, sky and hours, and what the light of that day will be.

mod by_readings;
mod cautions;
mod curve;
mod light;
mod moment;
mod read;
mod said;
mod sunward;
mod timeline;

pub(crate) use cautions::remarks;
pub use cautions::{DayCaution, DayRemark};
pub(crate) use curve::SetupCurve;
pub use light::{DayLight, forecast, forecast_at};
pub use moment::{Moment, kind_of_light, moment, put_at};
pub use read::ReadingPoint;
pub(crate) use read::readings;
pub use said::{SetupLight, light_of};
pub use sunward::{SunWays, sun_ways};
pub use timeline::Timeline;
pub(crate) use timeline::date;

use crate::check::{Check, FieldError, Problem};
use crate::place::Place;
use crate::quantity::limits::{CLOUD_HOURS, TOLERANCE};
use crate::quantity::{ClockTime, Stops};
use crate::setup::Setup;
use crate::sky::{Clouds, Haze};
use serde::{Deserialize, Serialize};

/// Where the hours of cloud come from.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, Default)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum CloudSource {
    /// Set by hand; clear where nothing was set.
    #[default]
    Hand,
    /// The simulated forecast service.
    Simulated,
    /// A file.
    File,
}

/// The place and the sky of a job's day.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Day {
    /// Where.
    pub place: Place,
    /// How clear the air is.
    pub haze: Haze,
    /// Cloud, hour by hour.
    pub clouds: Clouds,
    /// Where the hours of cloud come from.
    pub clouds_from: CloudSource,
    /// When work begins.
    pub from: ClockTime,
    /// When it ends; a time not after the beginning is of the next day.
    pub until: ClockTime,
    /// How far a patch may stray before the ladder turns a dial.
    pub tolerance: Stops,
}

impl Day {
    /// A day from noon to an hour before midnight, clear, with a tolerance of a third of a stop.
    #[must_use]
    pub fn starting(place: Place) -> Day {
        Day {
            place,
            haze: Haze::default(),
            clouds: Clouds::default(),
            clouds_from: CloudSource::default(),
            from: ClockTime::from_minutes(12 * 60),
            until: ClockTime::from_minutes(23 * 60),
            tolerance: Stops::nearest(1.0 / 3.0),
        }
    }

    /// Checks what the types alone do not.
    ///
    /// # Errors
    /// All problems, each at its field.
    pub fn check(&self) -> Result<(), Vec<FieldError>> {
        let mut check = Check::default();
        self.place.check("/place", &mut check);
        check.count("/clouds", CLOUD_HOURS, self.clouds.0.len());
        check.range("/tolerance", TOLERANCE, self.tolerance.stops());
        check.done()
    }
}

/// Checks a setup's slot against its job's date and day: the spot is one of the place's, the time one that the clocks
/// show on that day.
///
/// # Errors
/// The problems, at the slot's fields.
pub fn check_slot(setup: &Setup, date: &str, day: Option<&Day>) -> Result<(), Vec<FieldError>> {
    let Some(slot) = &setup.slot else { return Ok(()) };
    let mut check = Check::default();
    match day.filter(|day| day.place.spot(&slot.spot).is_some()) {
        None => check.problem("/slot/spot", Problem::NoSuchSpot { id: slot.spot.clone() }),
        Some(day) if !date.is_empty() => {
            if let Err(problem) = Timeline::of(date, day).and_then(|timeline| timeline.minute_of(&slot.time)) {
                check.problem("/slot/time", problem);
            }
        }
        Some(_) => {}
    }
    check.done()
}

#[cfg(test)]
mod tests;
