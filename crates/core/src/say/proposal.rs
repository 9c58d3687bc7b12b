//! Why an approach is proposed.

use std::fmt::Display;

pub(crate) const NO_FLASH: &str = "No flash is switched on.";
pub(crate) const NO_FLASH_HERE: &str = "No flash is allowed here.";
pub(crate) const LIT_ROOM: &str = "The room has light of its own, worth keeping.";
pub(crate) const BUSY_BACKGROUND: &str =
    "A busy background: let light lead the eye, with what is behind one to two stops under.";

pub(crate) fn dark_eyes(under: impl Display) -> String {
    format!("The light comes from above and leaves the eyes {under} under: a little flash from the front fills them.")
}

pub(crate) fn low_sun_behind(contrast: impl Display) -> String {
    format!("Low sun behind, {contrast} brighter than the face.")
}

pub(crate) fn sunlit_background(per_cent: impl Display) -> String {
    format!("A background in sun fills about {per_cent:.0} % of the frame, a fifth or more.")
}

pub(crate) fn contrast(contrast: impl Display) -> String {
    format!("The background is {contrast} brighter than the face.")
}

pub(crate) const EVEN_LIGHT: &str = "No sun behind in the frame: treat it as open shade.";

pub(crate) fn little_sun(per_cent: impl Display) -> String {
    format!("A background in sun fills only about {per_cent:.0} % of the frame: treat it as open shade.")
}
