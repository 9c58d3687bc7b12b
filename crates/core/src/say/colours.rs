//! The colours of a setup.

use std::fmt::Display;

pub(crate) fn behind(films: impl Display, loss: impl Display) -> String {
    format!(" behind {films}, which takes {loss}")
}

pub(crate) fn light(
    name: impl Display,
    about: impl Display,
    kelvin: impl Display,
    films: impl Display,
    off: impl Display,
    tint: impl Display,
) -> String {
    format!("{name}: {about}{kelvin} K{films}, {off} at this setting{tint}.")
}

pub(crate) fn patch(name: impl Display, surface: impl Display, off: impl Display, word: impl Display) -> String {
    format!("{name}, {surface}: {off} from what is wanted, {word}.")
}

pub(crate) fn warmth(mired: impl Display, way: impl Display) -> String {
    format!("{mired} mired{way}")
}

pub(crate) fn pulses(patch: impl Display, swing: impl Display, quiet_label: impl Display) -> String {
    format!("Lamps that pulse make the {patch} swing by {swing} from frame to frame; {quiet_label} does not.")
}

pub(crate) fn more_than_all(patch: impl Display) -> String {
    format!("The lights read on the {patch} come to more than all of it was read to be: read one of them again.")
}

pub(crate) fn raw_cannot_part(apart: impl Display) -> String {
    format!(
        "Raw moves the whole picture’s colour afterwards. It cannot part the two colours on this face, {apart} from each other: only a gel, a flag or more flash can."
    )
}

pub(crate) const RAW_CAN: &str =
    "Raw moves the whole picture’s colour afterwards, and both sides of the face go with it.";

pub(crate) fn never_automatic(spread: impl Display) -> String {
    format!(
        "Never automatic white balance: it follows clothes and background from frame to frame, here by up to {spread} mired, and frames of one series no longer match."
    )
}
