//! The ambient of every patch: read, forecast, or worked out.

mod forecast;
mod turned;
mod worked;

pub(super) use forecast::{add_cards, take_forecast};
pub(super) use turned::{tells_the_same, turned};
pub(super) use worked::of_patches;

use super::{Bases, tone_offset};
use crate::exposure::{MeterConstants, READ_ERROR};
use crate::forecast::{Seen, TurnedReading};
use crate::quantity::{ClockTime, Ev100, Id, Learnt, Stops};
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
    /// What takes taught of meter or forecast, which is in it.
    pub learnt: Option<Learnt>,
}

/// What the readings tell, where something is to be worked out of them first.
pub(super) struct Read<'a> {
    setup: &'a Setup,
    meter: MeterConstants,
    turned: &'a [TurnedReading],
    /// Whether a day's forecast has them already.
    by_forecast: bool,
}

impl<'a> Read<'a> {
    pub(super) fn of(seen: Seen<'a>, meter: MeterConstants, turned: &'a [TurnedReading]) -> Read<'a> {
        Read { setup: seen.setup, meter, turned, by_forecast: seen.forecast.is_some() }
    }

    /// What to add to a reading so that it stands for its patch; none where it does not count here.
    fn to_patch(&self, reading: &Reading) -> Option<f64> {
        if reading.is_of_patch() {
            return Some(0.0);
        }
        let told = self.turned.iter().find(|told| told.reading == reading.id).filter(|_| !self.by_forecast)?;
        told.patch_gets.map(Stops::stops)
    }

    /// The newest reading that tells of a patch: the latest by its time, the later entered where times are equal or missing.
    fn newest(&self, patch: Patch) -> Option<&'a Reading> {
        let tells = |reading: &&Reading| reading.patch == patch && self.to_patch(reading).is_some();
        self.setup.readings.iter().filter(tells).max_by(|a, b| a.time.cmp(&b.time))
    }

    fn metered(&self, patch: Patch) -> Option<PatchAmbient> {
        let reading = self.newest(patch)?;
        let to_patch = self.to_patch(reading)?;
        let error = if reading.is_of_patch() { READ_ERROR } else { READ_ERROR.hypot(TURNED_ERROR) };
        Some(PatchAmbient {
            ev: level(self.setup, reading, self.meter) + Stops::of(to_patch),
            source: Source::Metered { reading: reading.id.clone() },
            error: Stops::of(error),
            learnt: self.meter.learnt.filter(|_| !reading.is_of_frame()),
        })
    }
}

/// Likely error of what a patch gets against what a meter turned elsewhere showed, in stops: how sun and sky share the light is
/// not known (the program's own estimate).
const TURNED_ERROR: f64 = 0.5;

/// The level a reading stands for: of its patch, on that one's own basis, or where it was turned elsewhere of the light that
/// came to the meter. A reflected reading of a light or dark face takes it for
/// mid-grey, so the face's tone is taken off; an incident one does not see the face.
pub(crate) fn level(setup: &Setup, reading: &Reading, meter: MeterConstants) -> Ev100 {
    let of_subject = reading.patch.is_of_subject();
    let read = reading.level(meter);
    if !reading.is_of_patch() {
        return read;
    }
    let bias = match reading.method {
        Method::Reflected if of_subject => tone_offset(setup, meter),
        // The background is judged by what comes from it.
        Method::Incident if !of_subject => -Bases::of(setup, meter).over_incident[Patch::Background],
        _ => 0.0,
    };
    read - Stops::of(bias)
}

#[cfg(test)]
mod tests;
