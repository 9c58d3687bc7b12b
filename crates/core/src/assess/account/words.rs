//! Where a number comes from, in words.

use super::{Ground, Origin};
use crate::flash::POPS_ERROR;
use crate::marks::{stops_amount, stops_label};
use crate::quantity::figure;
use crate::say::{capital, stops_error};
use crate::situation::{Source, Unsure};

/// What is said of a click on a dial.
pub(super) const EXACT: &str = "exact: a click of the dial";

/// One thing a number is made of, with its own likely error.
#[must_use]
pub(super) fn ground(ground: &Ground) -> String {
    match ground {
        Ground::Ambient { patch, source, read, level, error } => {
            let at = stops_label(level.stops());
            let from = source_words(source, read.as_ref().map(ToString::to_string));
            format!("Ambient on the {} at {at}: {from}; {}.", patch.words(), stops_error(*error))
        }
        Ground::Flash { light, unsure, error, .. } => {
            let each: Vec<String> =
                unsure.iter().map(|part| format!("{} {}", unsure_words(*part), stops_error(part.error()))).collect();
            format!("{}: {}; together {}.", capital(light), each.join(", "), stops_error(*error))
        }
        Ground::Dial { held: true } => "Held: Solve leaves it as it is.".to_owned(),
        Ground::Dial { held: false } => "Free: Solve may turn it.".to_owned(),
        Ground::Sync => "Sync by the body’s maker; with a click kept under it, more with radio triggers.".to_owned(),
        Ground::Sharpness { circle } => {
            format!("Sharpness by the lens’s focal length and a blur of {} mm; ± a tenth.", figure(*circle, 0.001))
        }
        Ground::Base => "Base sensitivity by the body’s maker.".to_owned(),
        Ground::Recharge => "Ready again by the flash’s maker, by the energy used; ± a tenth.".to_owned(),
        Ground::Battery => {
            format!(
                "Frames a battery by its maker’s count, seven tenths of it relied on; ± {:.0} %.",
                POPS_ERROR * 100.0
            )
        }
        Ground::Placed { light, distance } => {
            format!("{} placed by hand, {distance} from the face; ± 5 cm.", capital(light))
        }
        Ground::Size => "Its width by its maker; ± 5 %.".to_owned(),
        Ground::Spread => {
            format!("How it spreads, by what is usual for what is before it; {}.", stops_error(super::set::SPREAD))
        }
        Ground::SentBack { share } => {
            let part = Unsure::SentBack { share: *share };
            format!("What walls and cards send back, set by eye; {}.", stops_error(part.error()))
        }
        Ground::AmbientColour { kelvin, origin, error } => {
            let from = match origin {
                Origin::Metered => "measured",
                Origin::Forecast => "by the day’s forecast",
                _ => "what such light usually is",
            };
            format!("The ambient’s {:.0} K: {from}; ± {error:.0} mired.", kelvin.kelvin())
        }
        Ground::FlashColour { kelvin } => {
            format!("The flash’s {} K with its gel, by their makers; ± 100 K.", figure(kelvin.kelvin(), 100.0))
        }
    }
}

fn source_words(source: &Source, read: Option<String>) -> String {
    match source {
        Source::Metered { .. } => read.map_or_else(|| "metered".to_owned(), |time| format!("metered at {time}")),
        Source::Derived { patch } => format!("from the {} by what is usual between the two", patch.words()),
        Source::Windows => "worked out from how bright the windows were read".to_owned(),
        Source::Forecast { time, reading, difference, .. } => {
            let bent = match reading {
                Some(_) => {
                    format!(", bent by a reading that was {} from it", stops_amount(difference.stops()))
                }
                None => ", not read".to_owned(),
            };
            format!("forecast for {time}{bent}")
        }
        Source::Usual => "what such light usually meters, not read".to_owned(),
    }
}

const fn unsure_words(part: Unsure) -> &'static str {
    match part {
        Unsure::GuideNumber => "the maker’s guide number",
        Unsure::WattSeconds => "a guess from its watt-seconds",
        Unsure::Metered => "metered",
        Unsure::ModifierLoss => "the usual loss of its modifier",
        Unsure::GelLoss => "the gel’s printed loss",
        Unsure::SentBack { .. } => "what walls and cards send back, set by eye,",
    }
}
