//! The levels of a setup in a sentence.

use std::fmt::Display;

pub(crate) fn group(low: impl Display, high: impl Display) -> String {
    format!("; the group from {low} to {high}")
}

pub(crate) fn give_or_take(total_error: impl Display) -> String {
    format!("; give or take {total_error}")
}

pub(crate) fn clips(patch: impl Display, over: f64) -> String {
    format!("The {patch} {}.", super::clips_by(over))
}

pub(crate) fn past_sync(dark: impl Display) -> String {
    format!("Past sync: {dark:.0} % of the frame gets no flash.")
}

pub(crate) fn face_meets_background(face: impl Display) -> String {
    format!("Face and background meet at {face}.")
}

pub(crate) fn face_and_background(face: impl Display, back: impl Display) -> String {
    format!("Face at {face}, background at {back}.")
}

pub(crate) const AMBIENT_ON_FACE: &str = "Ambient on the face";
pub(crate) const FLASH_ON_FACE: &str = "Flash on the face";
pub(crate) const FLASH_ON_LEGS: &str = "Flash on the legs";
pub(crate) const BELOW_USABLE_SHADOW: &str = "below usable shadow";

pub(crate) fn magnified(magnification: impl Display, working: impl Display, close_up_loss: impl Display) -> String {
    format!("{magnification:.2} times life size: works at f/{working}, {close_up_loss} lost.")
}

pub(crate) const AS_BRIGHT_AS_FACE: &str = "as bright as the face";

pub(crate) fn against_face(stops: impl Display, than: impl Display) -> String {
    format!("{stops} {than} than the face")
}
