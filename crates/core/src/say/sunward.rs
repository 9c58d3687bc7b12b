//! Ways to stand to the sun.

use std::fmt::Display;

pub(crate) fn off_the_nose(by: impl Display, side: impl Display) -> String {
    format!("Turn the face {by:.0}° to its {side}")
}

pub(crate) fn back_to_the_sun(aside: impl Display, side: impl Display) -> String {
    format!("Back to the sun, the camera {aside:.0}° off at the {side} of the face")
}

pub(crate) fn into_the_sun(by: impl Display, side: impl Display) -> String {
    format!("Turn the face {by:.0}° to its {side}, into the sun")
}

pub(crate) fn few_steps(there: impl Display) -> String {
    format!("Go to {there}, a few steps")
}

pub(crate) const UNTIL_SUN_GOES: &str = ", until the sun goes";

pub(crate) fn off_nose(long: impl Display) -> String {
    format!("no sun on the nose{long}")
}

pub(crate) const ONE_SIDE: &str = "sun on one side of the face, eyes closed until the frame";
pub(crate) const ANOTHER_BACKGROUND: &str = "another background: read it anew";
pub(crate) const NO_CONTRAST: &str = "no contrast left";

pub(crate) fn background_darker(left: impl Display) -> String {
    format!("the background {left} darker than the face")
}
