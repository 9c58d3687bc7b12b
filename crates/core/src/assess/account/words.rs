//! Where a number comes from, in words.

use super::{Ground, LearntOf, Origin};
use crate::flash::POPS_ERROR;
use crate::marks::{stops_amount, stops_label};
use crate::quantity::figure;
use crate::say;
use crate::say::{capital, stops_error};
use crate::situation::{Source, Unsure};

/// What is said of a click on a dial.
pub(super) const EXACT: &str = say::account::EXACT;

/// One thing a number is made of, with its own likely error.
#[must_use]
pub(super) fn ground(ground: &Ground) -> String {
    match ground {
        Ground::Ambient { patch, source, read, level, error } => {
            let at = stops_label(level.stops());
            let from = source_words(source, read.as_ref().map(ToString::to_string));
            say::account::ambient(patch.words(), &at, &from, stops_error(*error))
        }
        Ground::Flash { light, unsure, error, .. } => {
            let parts = unsure.iter().map(|part| (unsure_words(*part), part.error()));
            say::account::flash(&capital(light), parts, *error)
        }
        Ground::Learnt { of, learnt } => {
            let more = learnt.more.stops();
            let of = match of {
                LearntOf::Body => say::learnt::BODY,
                LearntOf::Lens => say::learnt::LENS,
                LearntOf::Meter => say::learnt::METER,
                LearntOf::Forecast => say::learnt::FORECAST,
            };
            say::learnt::in_it(of, say::tenths(more), stops_error(learnt.spread.stops()), learnt.takes)
        }
        Ground::Dial { held: true } => say::account::HELD.to_owned(),
        Ground::Dial { held: false } => say::account::FREE.to_owned(),
        Ground::Sync => say::account::SYNC.to_owned(),
        Ground::Sharpness { circle } => say::account::sharpness(figure(*circle, 0.001)),
        Ground::Base => say::account::BASE.to_owned(),
        Ground::Recharge => say::account::RECHARGE.to_owned(),
        Ground::Battery => say::account::battery(POPS_ERROR * 100.0),
        Ground::Placed { light, distance } => say::account::placed(capital(light), distance),
        Ground::Size => say::account::SIZE.to_owned(),
        Ground::Spread => say::account::spread(stops_error(super::set::SPREAD)),
        Ground::SentBack { share } => {
            let part = Unsure::SentBack { share: *share };
            say::account::sent_back(stops_error(part.error()))
        }
        Ground::AmbientColour { kelvin, origin, error } => {
            let from = match origin {
                Origin::Metered => "measured",
                Origin::Forecast => say::account::BY_FORECAST,
                _ => say::account::USUAL_COLOUR,
            };
            say::account::ambient_colour(kelvin.kelvin(), from, error)
        }
        Ground::FlashColour { kelvin } => say::account::flash_colour(figure(kelvin.kelvin(), 100.0)),
    }
}

fn source_words(source: &Source, read: Option<String>) -> String {
    match source {
        Source::Metered { .. } => read.map_or_else(|| "metered".to_owned(), |time| format!("metered at {time}")),
        Source::Derived { patch } => say::account::derived(patch.words()),
        Source::Windows => say::account::WINDOWS.to_owned(),
        Source::Forecast { time, reading, difference, .. } => {
            let bent = match reading {
                Some(_) => say::account::bent(stops_amount(difference.stops())),
                None => ", not read".to_owned(),
            };
            format!("forecast for {time}{bent}")
        }
        Source::Usual => say::account::USUAL.to_owned(),
    }
}

const fn unsure_words(part: Unsure) -> &'static str {
    match part {
        Unsure::GuideNumber => say::account::GUIDE_NUMBER,
        Unsure::WattSeconds => say::account::WATT_SECONDS,
        Unsure::Metered => "metered",
        Unsure::ModifierLoss => say::account::MODIFIER_LOSS,
        Unsure::GelLoss => say::account::GEL_LOSS,
        Unsure::LearntFlash { .. } => say::learnt::FLASH,
        Unsure::LearntModifier { .. } => say::learnt::MODIFIER,
        Unsure::LearntGel { .. } => say::learnt::GEL,
        Unsure::SentBack { .. } => say::account::UNSURE_SENT_BACK,
    }
}
