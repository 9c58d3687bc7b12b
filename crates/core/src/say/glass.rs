//! What shows in panes and mirrors.

use std::fmt::Display;

pub(crate) fn by_way_of(kind: impl Display) -> String {
    format!(" by way of the {kind}")
}

pub(crate) fn shows(
    name: impl Display,
    kind: impl Display,
    on_the_way: impl Display,
    across: impl Display,
    size: impl Display,
) -> String {
    format!("{name} shows in the {kind}{on_the_way}, {across} of the picture, {size} of its height.")
}

pub(crate) fn lit_room(name: impl Display) -> String {
    format!("What the {name} lights up of the room")
}

pub(crate) const PHOTOGRAPHER: &str = "The photographer";
pub(crate) const GROUP: &str = "The group";
pub(crate) const SUBJECT: &str = "The subject";

pub(crate) fn card(kind: impl Display) -> String {
    format!("The {kind}")
}

pub(crate) const UPPER_LEFT: &str = "at the upper left";
pub(crate) const TOP: &str = "at the top";
pub(crate) const UPPER_RIGHT: &str = "at the upper right";
pub(crate) const LEFT: &str = "at the left";
pub(crate) const MIDDLE: &str = "in the middle";
pub(crate) const RIGHT: &str = "at the right";
pub(crate) const LOWER_LEFT: &str = "at the lower left";
pub(crate) const BOTTOM: &str = "at the bottom";
pub(crate) const LOWER_RIGHT: &str = "at the lower right";
