//! How the subject stands off from what is behind.

use crate::set::Outline;
use std::fmt::Display;

pub(crate) const fn name(of: Outline) -> &'static str {
    match of {
        Outline::Hair => "Hair",
        Outline::Shoulders => "Shoulders",
        Outline::Clothes => "Clothes",
        Outline::Legs => "Legs",
    }
}

pub(crate) fn stands_off(name: impl Display, stops: impl Display) -> String {
    format!("{name} {stops}")
}

pub(crate) const BY_SHUTTER: &str = "the shutter";
pub(crate) const BY_FLASH: &str = "its flash";

/// The cheapest cure: a light from behind, or what is behind moved, where something moves it alone.
pub(crate) fn cure(by: Option<&str>, missing: impl Display, way: impl Display) -> String {
    match by {
        Some(by) => format!("a light from behind, or what is behind {missing} {way}: by {by}"),
        None => "a light from behind".to_owned(),
    }
}

pub(crate) fn sinks(
    name: impl Display,
    apart: impl Display,
    difference: f64,
    of: Outline,
    cure: impl Display,
) -> String {
    let sinks = if of == Outline::Hair { "sinks" } else { "sink" };
    format!("{name} {sinks} into what is behind: {apart} apart, ΔE {difference:.0}. Cheapest: {cure}.")
}
