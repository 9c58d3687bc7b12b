//! Changes to a setup, as things to do.

use std::fmt::Display;

pub(crate) fn shutter(mark: impl Display) -> String {
    format!("Turn the shutter to {mark}")
}

pub(crate) const HIGH_SPEED_SYNC: &str = "Allow high-speed sync";
pub(crate) const TRIPOD: &str = "Put the camera on a tripod";
pub(crate) const HOLD_ASSISTANT: &str = "Have an assistant hold the light";

pub(crate) fn hold(by: impl Display) -> String {
    format!("Have the light {by}")
}

pub(crate) fn move_light(way: impl Display, face_distance: impl Display) -> String {
    format!("Move the light {way}, to {face_distance}")
}

pub(crate) fn light_from_background(background_distance: impl Display) -> String {
    format!("Put the light {background_distance} from the background")
}

pub(crate) fn turn_down(tilt: impl Display) -> String {
    format!("Turn the light down the figure, {tilt:.0}° below level")
}

pub(crate) const TURN_LIGHT: &str = "Turn the light";
pub(crate) const MOVE_ANYWHERE: &str = "Move the light";
pub(crate) const FIT: &str = "Change what is before the light";

pub(crate) fn move_card(face_distance: impl Display) -> String {
    format!("Hold the card {face_distance} from the face")
}

pub(crate) const MOVE_CAMERA: &str = "Move the camera";
pub(crate) const PRODUCT: &str = "Photograph another product";
pub(crate) const TURN: &str = "Turn the face";
pub(crate) const BACK_TO_THE_SUN: &str = "Back to the sun, the camera aside";
pub(crate) const ARRANGE: &str = "Arrange the lights anew";
pub(crate) const ADD: &str = "Put one thing more on the set";

pub(crate) fn colours(kelvin: impl Display) -> String {
    format!("Set the white balance to {kelvin:.0} K")
}

pub(crate) fn multiple(exposures: impl Display) -> String {
    format!("Put {exposures} exposures into one frame")
}
