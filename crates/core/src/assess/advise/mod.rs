//! Reasons and cautions as data; their words are in [`crate::say`].

mod caution;
mod cautions;
mod reason;
mod reasons;

pub use caution::Caution;
pub(crate) use cautions::DARK_EYES;
pub use cautions::cautions;
pub use reason::{FocusAt, Reason};
pub use reasons::dial_reason;

use crate::quantity::Id;
use serde::Serialize;

/// The part of the setup something is said about.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum About {
    /// Who or what is photographed.
    Subject,
    /// The background.
    Background,
    /// What the meter said.
    Readings,
    /// A light.
    Light,
    /// The camera.
    Camera,
    /// The shutter.
    Shutter,
    /// White balance.
    Colour,
    /// Frames and pace.
    Pace,
}

/// Something said, and what about.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Remark {
    /// Where it belongs.
    pub about: About,
    /// Which light, if it is about one.
    pub light: Option<Id>,
    /// What it is, as data.
    pub caution: Caution,
    /// What it is, in words.
    pub text: String,
}

#[cfg(test)]
mod tests;
