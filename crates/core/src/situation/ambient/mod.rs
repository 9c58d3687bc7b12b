//! The ambient of every patch: read, forecast, or worked out.

mod forecast;
mod worked;

pub(super) use forecast::{add_cards, take_forecast};
pub(super) use worked::of_patches;

use super::{Bases, tone_offset};
use crate::exposure::{MeterConstants, READ_ERROR};
use crate::quantity::{ClockTime, Ev100, Id, Stops};
use crate::setup::{Method, Patch, Reading, Setup};
use serde::Serialize;

/// Where a level comes from.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "from", rename_all = "snake_case")]
pub enum Source {
    /// A reading.
    Metered {
        /// Which.
        reading: Id,
    },
    /// Another patch's reading, by what is usual between the two.
    Derived {
        /// Which patch was read.
        patch: Patch,
    },
    /// Daylight through the windows of the set.
    Windows,
    /// The day's forecast, bent to a reading where there is one.
    Forecast {
        /// The time it is for.
        time: ClockTime,
        /// The reading.
        reading: Option<Id>,
        /// How far that was from the model, in stops.
        difference: Stops,
        /// How long before or after, in minutes.
        age: f64,
    },
    /// What such light usually meters.
    Usual,
}

/// The ambient on a patch.
#[derive(Debug, Clone, PartialEq)]
pub struct PatchAmbient {
    /// The exposure that would put it where it should be.
    pub ev: Ev100,
    /// Where that comes from.
    pub source: Source,
    /// Its likely error, to either side.
    pub error: Stops,
}

/// The newest reading of a patch: the latest by its time, the later entered where times are equal or missing.
fn newest(setup: &Setup, patch: Patch) -> Option<&Reading> {
    setup.readings.iter().filter(|reading| reading.patch == patch).max_by(|a, b| a.time.cmp(&b.time))
}

/// The level a reading stands for, on its patch's own basis. A reflected reading of a light or dark face takes it for
/// mid-grey, so the face's tone is taken off; an incident one does not see the face.
pub(crate) fn level(setup: &Setup, reading: &Reading, meter: MeterConstants) -> Ev100 {
    let of_subject = matches!(reading.patch, Patch::Face | Patch::ShadowSide | Patch::Edge);
    let bias = match reading.method {
        Method::Reflected if of_subject => tone_offset(setup, meter),
        // The background is judged by what comes from it.
        Method::Incident if !of_subject => -Bases::of(setup, meter).over_incident[Patch::Background],
        _ => 0.0,
    };
    reading.measured.level() - Stops::of(bias)
}

fn metered(setup: &Setup, patch: Patch, meter: MeterConstants) -> Option<PatchAmbient> {
    newest(setup, patch).map(|reading| PatchAmbient {
        ev: level(setup, reading, meter),
        source: Source::Metered { reading: reading.id.clone() },
        error: Stops::of(READ_ERROR),
    })
}

#[cfg(test)]
mod tests;
