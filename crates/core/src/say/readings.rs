//! Readings that are turned to a light.

use std::fmt::Display;

pub(crate) const OWN_WAY: &str = "its own way";
pub(crate) const TO_CAMERA: &str = "to the camera";
pub(crate) const TO_SUN: &str = "level to the sun";
pub(crate) const TO_LIGHT: &str = "to the light";

pub(crate) fn sun_itself(sun: impl Display) -> String {
    format!(" The sun itself is EV {sun} straight on.")
}

pub(crate) fn turned(
    receptor: impl Display,
    way: impl Display,
    patch: impl Display,
    gets: impl Display,
    sun: impl Display,
) -> String {
    format!("{receptor} {way}: the {patch}, as it is turned, gets {gets}.{sun}")
}

pub(crate) const LIGHT_GONE: &str = "Not taken in: the light it was turned to is gone.";
pub(crate) const SUN_DOWN: &str = "Not taken in: the sun was down then. Is the time right?";
pub(crate) const NO_SUN_YET: &str =
    "Not taken in yet: there is no sun to turn it to. Say where it stands on the set, or put the setup on its day.";

pub(crate) fn nothing_known(patch: impl Display) -> String {
    format!("Not taken in: nothing is known of the light on the {patch}.")
}
