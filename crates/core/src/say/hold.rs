//! How to hold a meter.

use std::fmt::Display;

pub(crate) fn beside_camera(off: impl Display, left: impl Display) -> String {
    format!("{off:.0}° {left} of where the camera looks")
}

pub(crate) const AHEAD: &str = "straight ahead of the camera";
pub(crate) const BEHIND: &str = "straight behind the camera";

pub(crate) fn in_sun(beside: impl Display) -> String {
    format!(
        "In sun: hold the dome level, towards the bearing of the sun and not tilted up at it ({beside}); flash off, and do not shade it."
    )
}

pub(crate) const IN_SHADE: &str = "In open shade: from the subject towards the camera, flash off. Half the sky has to be free over the subject, or it is darker than open shade.";
pub(crate) const IN_DAYLIGHT: &str = "In this light: from the subject towards the camera, flash off.";
pub(crate) const BY_LAMPS: &str = "By lamps: from the subject towards the camera, flash off, where the subject will stand: a step away it is another light.";
