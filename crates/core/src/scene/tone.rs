use super::Colouring;
use crate::colour::{LabWhite, Skin};
use serde::{Deserialize, Serialize};

/// How light or dark the subject is: skin, clothes or surface.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Tone {
    /// Very dark.
    VeryDark,
    /// Dark.
    Dark,
    /// Like mid-grey.
    Medium,
    /// Light.
    Light,
    /// Very light.
    VeryLight,
}

impl Tone {
    /// In words.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            Tone::VeryDark => "very dark",
            Tone::Dark => "dark",
            Tone::Medium => "medium",
            Tone::Light => "light",
            Tone::VeryLight => "very light",
        }
    }

    /// The usual skin of this tone.
    #[must_use]
    pub const fn skin(self) -> Skin {
        match self {
            Tone::VeryDark => Skin::Dark,
            Tone::Dark => Skin::Brown,
            Tone::Medium => Skin::Tan,
            Tone::Light => Skin::Intermediate,
            Tone::VeryLight => Skin::VeryLight,
        }
    }

    /// Grey of this tone.
    #[must_use]
    pub fn grey(self) -> Colouring {
        // L* of a luminance (CIE 15).
        let l = 116.0 * self.reflectance().cbrt() - 16.0;
        Colouring::Colour { l, a: 0.0, b: 0.0, white: LabWhite::D65 }
    }

    /// The share of light it sends back. Skin from very light to very dark has lightness L* 71 to 34 (from memory), so
    /// 0.42 to 0.08; what is like mid-grey sends back what makes both ways of metering agree.
    #[must_use]
    pub const fn reflectance(self) -> f64 {
        match self {
            Tone::VeryDark => 0.08,
            Tone::Dark => 0.11,
            Tone::Medium => 0.157,
            Tone::Light => 0.29,
            Tone::VeryLight => 0.42,
        }
    }
}
