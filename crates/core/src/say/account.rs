//! Where a number comes from and how surely it is known.

use super::stops_error;
use std::fmt::Display;

pub(crate) const EXACT: &str = "exact: a click of the dial";

pub(crate) fn ambient(patch: impl Display, at: impl Display, from: impl Display, error: impl Display) -> String {
    format!("Ambient on the {patch} at {at}: {from}; {error}.")
}

/// What a light gives, by what it is made of: each part with its own likely error, and that of all together.
pub(crate) fn flash(light: &str, parts: impl Iterator<Item = (&'static str, f64)>, error: f64) -> String {
    let mut said = String::with_capacity(160);
    said.push_str(light);
    for (index, (part, error)) in parts.enumerate() {
        said.push_str(if index == 0 { ": " } else { ", " });
        said.push_str(part);
        said.push(' ');
        said.push_str(&stops_error(error));
    }
    said.push_str("; together ");
    said.push_str(&stops_error(error));
    said.push('.');
    said
}

pub(crate) const HELD: &str = "Held: Solve leaves it as it is.";
pub(crate) const FREE: &str = "Free: Solve may turn it.";
pub(crate) const SYNC: &str = "Sync by the body’s maker; with a click kept under it, more with radio triggers.";
pub(crate) fn sharpness(circle: impl Display) -> String {
    format!("Sharpness by the lens’s focal length and a blur of {circle} mm; ± a tenth.")
}

pub(crate) const BASE: &str = "Base sensitivity by the body’s maker.";
pub(crate) const RECHARGE: &str = "Ready again by the flash’s maker, by the energy used; ± a tenth.";
pub(crate) fn battery(pops_error: impl Display) -> String {
    format!("Frames a battery by its maker’s count, seven tenths of it relied on; ± {pops_error:.0} %.")
}

pub(crate) fn placed(light: impl Display, distance: impl Display) -> String {
    format!("{light} placed by hand, {distance} from the face; ± 5 cm.")
}

pub(crate) const SIZE: &str = "Its width by its maker; ± 5 %.";
pub(crate) fn spread(spread: impl Display) -> String {
    format!("How it spreads, by what is usual for what is before it; {spread}.")
}

pub(crate) fn sent_back(part: impl Display) -> String {
    format!("What walls and cards send back, set by eye; {part}.")
}

pub(crate) const BY_FORECAST: &str = "by the day’s forecast";
pub(crate) const USUAL_COLOUR: &str = "what such light usually is";

pub(crate) fn ambient_colour(kelvin: impl Display, from: impl Display, error: impl Display) -> String {
    format!("The ambient’s {kelvin:.0} K: {from}; ± {error:.0} mired.")
}

pub(crate) fn flash_colour(kelvin: impl Display) -> String {
    format!("The flash’s {kelvin} K with its gel, by their makers; ± 100 K.")
}

pub(crate) fn derived(patch: impl Display) -> String {
    format!("from the {patch} by what is usual between the two")
}

pub(crate) const WINDOWS: &str = "worked out from how bright the windows were read";

pub(crate) fn bent(difference: impl Display) -> String {
    format!(", bent by a reading that was {difference} off it")
}

pub(crate) const USUAL: &str = "what such light usually meters, not read";
pub(crate) const GUIDE_NUMBER: &str = "the maker’s guide number";
pub(crate) const WATT_SECONDS: &str = "a guess from its watt-seconds";
pub(crate) const MODIFIER_LOSS: &str = "the usual loss of its modifier";
pub(crate) const GEL_LOSS: &str = "the gel’s printed loss";
pub(crate) const UNSURE_SENT_BACK: &str = "what walls and cards send back, set by eye,";
