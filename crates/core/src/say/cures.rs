//! Cures for reflections.

use std::fmt::Display;

pub(crate) const BOUNCE_ELSEWHERE: &str = "Turn its bounce elsewhere";

pub(crate) fn shoot_lower(down: impl Display) -> String {
    format!("Shoot lower, by {down}")
}

pub(crate) fn shoot_higher(up: impl Display) -> String {
    format!("Shoot from {up} higher, looking down")
}

pub(crate) fn longer_lens(focal: impl Display, back: impl Display) -> String {
    format!("Take {focal} mm from {back} further back")
}

pub(crate) const SECOND_FRAME: &str =
    "Make a second frame without flash at the same settings, to retouch the glass from";
pub(crate) const STAND_DARK: &str =
    "Stand in the dark, in dark clothes, or behind a black card with a hole for the lens";

pub(crate) fn raise(up: impl Display) -> String {
    format!("Raise it by {up}")
}

pub(crate) const TO_RIGHT: &str = "to its right";
pub(crate) const TO_LEFT: &str = "to its left";

pub(crate) fn move_aside(by: impl Display, way: impl Display) -> String {
    format!("Move it {by} {way}, as it looks")
}

pub(crate) fn feather(by: impl Display, way: impl Display) -> String {
    format!("Feather it {by:.0}° to its {way}")
}

pub(crate) const OFF_CEILING: &str = "Turn it up and bounce it off the ceiling";

pub(crate) fn raise_feather(up: impl Display, by: impl Display, way: impl Display) -> String {
    format!("Raise it by {up} and feather it {by:.0}° to its {way}")
}

pub(crate) fn of_frame(share: impl Display) -> String {
    format!("{share:.0} % of the frame")
}

pub(crate) const TOUCHES_FACE: &str = "it touches the face";
pub(crate) const EASY_TO_RETOUCH: &str = "clear of the face, easy to retouch";
pub(crate) const CLEAR_FACE: &str = "clear of the face";

pub(crate) fn leaves(said: impl Display, strip: impl Display, then: impl Display) -> String {
    format!("Raise it by {said}: leaves {strip}, {then}")
}
