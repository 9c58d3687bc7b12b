//! The set: frame, spill and lift.

use std::fmt::Display;

pub(crate) fn times_as_high(share: impl Display) -> String {
    format!("the subject is {share:.1} times as high")
}

pub(crate) fn takes_of_height(share: impl Display) -> String {
    format!("the subject takes {share} % of its height")
}

pub(crate) fn frame(
    width: impl Display,
    height: impl Display,
    angle_across: impl Display,
    angle_up: impl Display,
    subject: impl Display,
    background_width: impl Display,
) -> String {
    format!(
        "{width} × {height} fill the frame at the subject ({angle_across}° × {angle_up}°); {subject}. {background_width} of background are seen."
    )
}

pub(crate) fn spill_lifts(spill: impl Display, lifts: impl Display) -> String {
    format!("Flash falls on the background at {spill} and lifts it by {lifts}.")
}
