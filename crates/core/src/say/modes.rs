//! Dials left to the camera, in words.

pub(crate) const AVERAGE: &str = "Average of all";
pub(crate) const CENTRE_WEIGHTED: &str = "Centre-weighted";
pub(crate) const SPOT: &str = "Spot on the face";
pub(crate) const FACE: &str = "Face, as a guess";
pub(crate) const MOVES_FLASH_ISO: &str =
    "Automatic ISO would move the flash with it: not while flash by hand lights the face.";
pub(crate) const MOVES_FLASH_APERTURE: &str =
    "Shutter priority would move aperture and so flash and depth: not while flash by hand lights the face.";
pub(crate) const LOSES_DEPTH: &str = "Shutter priority would move the depth: it is planned.";
pub(crate) const MANUAL_ALONE: &str = "All by hand: nothing can be left to the camera here.";
pub(crate) const STEADY: &str = "The light is steady: all by hand is the surest, frame after frame alike.";
pub(crate) const FOLLOW: &str = "The light changes by the minute: leave one dial to the camera, never two.";
pub(crate) const FOLLOW_WITH_FLASH: &str = "The light changes by the minute: aperture priority follows it, and flash by hand stays where it is. Compensation does not move flash by hand; whether it moves automatic flash, the body’s manual says.";

pub(crate) const OWN_METER_UNKNOWN: &str =
    "Of this body’s own meter nothing is known: it is taken to put a frame at mid-grey, give or take ⅓ stop.";
pub(crate) const RECKONED_IN: &str = " It is reckoned in.";

/// How each is left to the camera; `at` is where it would stand, `shutter` the least shutter.
pub(crate) fn shutter_left(at: &str) -> String {
    format!("Aperture priority: aperture and ISO as planned, the shutter starts from {at}.")
}

pub(crate) fn iso_left(at: &str, shutter: &str) -> String {
    format!("Automatic ISO: shutter and aperture as planned, least shutter {shutter}, ISO starts from {at}.")
}

pub(crate) fn stops_at_floor(floor: &str, dark: &str) -> String {
    format!(
        "Aperture priority stops at {floor} with flash on: the ambient would fall {dark} short. By hand, or slow sync."
    )
}

pub(crate) const ONE_SPEED: &str = "A film has one speed: there is nothing to leave to the camera.";
