//! Readings of a day that do not fit it.

use std::fmt::Display;

pub(crate) fn to_come(time: impl Display) -> String {
    format!("{time} is still to come by the clock: this reading is not taken in before.")
}

pub(crate) fn no_sun(time: impl Display) -> String {
    format!("The sun was down at {time}: a meter cannot have been turned to it. Is the time right?")
}

pub(crate) fn contradicts(patch: impl Display, time: impl Display, other: impl Display, by: impl Display) -> String {
    format!(
        "The {patch} at {time} and at {other} differ by {by:.0} stops more than the light does: one of them is wrong. Read again."
    )
}

pub(crate) fn far_off(patch: impl Display, time: impl Display, by: impl Display) -> String {
    format!("The {patch} at {time} is {by:.0} stops from the forecast: is it the right spot, time and patch?")
}

pub(crate) fn cloud(time: impl Display) -> String {
    format!("A cloud stood before the sun at {time}, by this reading.")
}

pub(crate) const BRIGHTER_WHY: &str = "another light, or a paler surface?";
pub(crate) const DARKER_WHY: &str = "something in the way, or a darker surface?";

pub(crate) fn unlike(
    patch: impl Display,
    time: impl Display,
    amount: impl Display,
    more: impl Display,
    shines: impl Display,
    asked: impl Display,
) -> String {
    format!("The {patch} at {time} has {amount} {more} than {shines} there: {asked}")
}

pub(crate) const SUN_SKY: &str = "sun and sky";
