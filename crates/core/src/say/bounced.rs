//! Flash by way of a wall, ceiling or card.

use std::fmt::Display;

pub(crate) const NOTHING_TO_BOUNCE_OFF: &str = "Nothing to bounce off: turned away from the face, the light is lost.";

pub(crate) fn off(from: impl Display, loss: impl Display, up: impl Display) -> String {
    format!("Off {from}: {loss} less than straight, from {up:.0}° up.")
}

pub(crate) const GOES_STRAIGHT: &str = " More than that still goes straight to the face: turn it further, or flag it.";
pub(crate) const FAILS: &str = " It fails: too high, too far or too dark a surface; turn it straight, or use a card.";
pub(crate) fn tinted(tint: impl Display, colour: impl Display) -> String {
    format!(" The surface makes it {tint:.0} mired {colour}.")
}
