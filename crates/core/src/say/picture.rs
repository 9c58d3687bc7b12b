//! What stands in the picture, and what the picture leaves out.

use std::fmt::Display;

pub(crate) const NEVER_CLEAR: &str = " No distance along its line is clear: turn it round the subject.";

pub(crate) fn clear_from(at: impl Display) -> String {
    format!(" From {at} it is clear.")
}

pub(crate) fn in_picture(name: impl Display, clear: impl Display) -> String {
    format!("{name} is in the picture.{clear}")
}

pub(crate) const STAND_OF: &str = "The stand of";

pub(crate) fn part_in_picture(who: impl Display, name: impl Display, clear: impl Display) -> String {
    format!("{who} the {name} is in the picture.{clear}")
}

pub(crate) fn card_in_picture(card: impl Display) -> String {
    format!("The {card} is in the picture.")
}

pub(crate) fn in_the_hand(sharp: f64, frames: u32) -> String {
    let how_many = if sharp < 1.0 { "fewer than one".to_owned() } else { format!("about {sharp:.0}") };
    format!("In the hand {how_many} of 10 frames are free of shake: take {frames} for one, more in a burst.")
}

pub(crate) const LEAVES_OUT: &str = "Left out: single hairs, the weave of cloth, leaves, light inside skin, cables, light off a table, light that glass gathers. Faces and clothes are not those of the people you photograph.";
