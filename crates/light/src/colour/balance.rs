use serde::{Deserialize, Serialize};

/// What the picture wants of two colours of light.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, Default)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum ColourWish {
    /// Gel the flash towards the ambient, so that both look alike.
    #[default]
    Together,
    /// Skin right under the flash; the ambient keeps its own colour.
    AmbientAsItIs,
    /// Gel the flash warm and set a low temperature: skin right, the ambient turns blue.
    CoolEvening,
    /// Balance between the two, for a mood that shows both.
    Between,
    /// Skin a little warmer than it is.
    Warm,
    /// Skin a little cooler than it is.
    Cool,
    /// A shade setting, so that a sunset glows deeper than it is.
    Deepen,
    /// A low setting, so that a sunset is calmer than it is.
    Calm,
    /// Whatever falls on the face is made white.
    Neutral,
}

impl ColourWish {
    /// Whether it is for flashes to wear gels.
    #[must_use]
    pub const fn gels(self) -> bool {
        matches!(self, ColourWish::Together | ColourWish::CoolEvening | ColourWish::Warm | ColourWish::Cool)
    }
}

/// A difference of this many mired is just visible side by side (common practice).
pub const JUST_VISIBLE: f64 = 5.0;
/// Up to this many mired a difference is small (common practice).
pub const SMALL: f64 = 20.0;
/// From this many mired a difference is plain (common practice).
pub const PLAIN: f64 = 50.0;
