//! What a forecast and what cards add to the ambient.

use super::{PatchAmbient, Read, Source};
use crate::exposure::MeterConstants;
use crate::field::Daylight;
use crate::forecast::Seen;
use crate::house::Skies;
use crate::quantity::{Ev100, Id, Learnt, Stops};
use crate::setup::PerPatch;
use crate::situation::Bases;

/// A reading this old, in minutes, is what the meter says now.
const JUST_READ: f64 = 1.0;

/// What the day's forecast says in place of what is derived or usual, and of readings made at another time. A reading
/// without a time is taken as made now.
pub(in crate::situation) fn take_forecast(
    ambient: &mut PerPatch<Option<PatchAmbient>>,
    read: &Read<'_>,
    seen: Seen<'_>,
    skies: Skies,
) {
    let Some(forecast) = seen.forecast else { return };
    for (patch, level) in forecast.levels.iter() {
        let Some(level) = level else { continue };
        let undated = read.newest(patch).is_some_and(|reading| reading.time.is_none());
        // A patch that is not looked after, as a sky nobody read, is not brought in by the forecast.
        let Some(patch) = &mut ambient[patch] else { continue };
        // A reading that is not known yet is not what the forecast goes by.
        let goes_by = |read: &Id| level.reading.as_ref() == Some(read) && level.age <= JUST_READ;
        let just_read = matches!(&patch.source, Source::Metered { reading } if goes_by(reading));
        if undated || just_read {
            patch.ev = patch.ev + level.cards;
            continue;
        }
        // What is bent by a reading is known better than by what the forecast usually does.
        let learnt = forecast.sky.filter(|_| level.reading.is_none()).and_then(|sky| skies.of(sky));
        *patch = PatchAmbient {
            ev: level.ev + level.cards + Stops::of(Learnt::more_of(learnt)),
            source: Source::Forecast {
                time: forecast.time.clone(),
                reading: level.reading.clone(),
                difference: level.difference,
                age: level.age,
            },
            error: level.error,
            learnt,
        };
    }
}

/// What cards add to what was metered or worked out without them. A forecast knows that itself.
pub(in crate::situation) fn add_cards(
    ambient: &mut PerPatch<Option<PatchAmbient>>,
    daylight: &Daylight,
    meter: MeterConstants,
    bases: &Bases,
) {
    for (patch, cards) in daylight.cards.iter().filter(|(_, cards)| **cards > 0.0) {
        let off_cards = meter.incident_level(*cards) + bases.over_incident[patch];
        if let Some(patch) = &mut ambient[patch] {
            patch.ev = Ev100::of((patch.ev.ev().exp2() + off_cards.exp2()).log2());
        }
    }
}
