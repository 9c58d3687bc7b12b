//! How far under the highlight warning a sunset stands.

use std::fmt::Display;

pub(crate) fn over_warning(over: impl Display, to: impl Display) -> String {
    format!("The highlight warning shows in the sky, {over} over: stop down until it has just gone{to}.")
}

pub(crate) fn just_gone(to: impl Display) -> String {
    format!(
        "The highlight warning has just gone in the sky, still about ⅓ stop hot: the goal. One click more is the cautious choice{to}."
    )
}

pub(crate) fn one_click_more(to: impl Display) -> String {
    format!(
        "The sky is one click past where the highlight warning goes: the cautious choice. The goal of the bolder school is one click back{to}."
    )
}

pub(crate) fn under_warning(over: impl Display, to: impl Display) -> String {
    format!("The sky is {over} under the highlight warning: its goal is where that has just gone{to}.")
}
