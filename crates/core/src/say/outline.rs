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

pub(crate) fn sinks(
    name: impl Display,
    apart: impl Display,
    difference: f64,
    missing: impl Display,
    of: Outline,
    flash_behind: bool,
) -> String {
    let sinks = if of == Outline::Hair { "sinks" } else { "sink" };
    let by = if flash_behind { "its flash" } else { "the shutter" };
    format!(
        "{name} {sinks} into what is behind: {apart} apart, ΔE {difference:.0}. Cheapest: a light from behind, or the background {missing} brighter: by {by}."
    )
}
