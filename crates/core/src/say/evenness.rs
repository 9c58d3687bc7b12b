//! How evenly a group is lit.

use std::fmt::Display;

pub(crate) fn even(spread: impl Display) -> String {
    format!("Even over the group: {spread} from the darkest face to the brightest.")
}

pub(crate) fn uneven(spread: impl Display, brightest: impl Display, darkest: impl Display) -> String {
    format!("Uneven over the group by {spread}: brightest {brightest}, darkest {darkest}.")
}

pub(crate) const FRONT_LEFT: &str = "at the front left";
pub(crate) const FRONT_RIGHT: &str = "at the front right";
pub(crate) const BACK_LEFT: &str = "at the back left";
pub(crate) const BACK_RIGHT: &str = "at the back right";
pub(crate) const MIDDLE_OF_BACK: &str = "in the middle of the back";
pub(crate) const MIDDLE: &str = "in the middle";
