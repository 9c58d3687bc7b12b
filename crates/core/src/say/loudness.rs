//! How loud a reflection is.

use std::fmt::Display;

pub(crate) fn too_faint(text: impl Display) -> String {
    format!("{text}, too faint to mind.")
}

pub(crate) fn brighter(text: impl Display, over: impl Display) -> String {
    format!("{text}, {over} brighter than what the glass shows there.")
}

pub(crate) fn under(text: impl Display, over: impl Display) -> String {
    format!("{text}, {over} under what the glass shows there.")
}
