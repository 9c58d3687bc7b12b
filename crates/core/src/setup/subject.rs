use crate::optics::Movement;
use crate::quantity::{Metres, Share};
use crate::scene::{SubjectKind, Surface};
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

/// Who or what is in the picture.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Subject {
    /// One person, a group or a thing.
    pub kind: SubjectKind,
    /// What has to be sharp, front to back.
    pub depth: Metres,
    /// How it moves.
    pub movement: Movement,
    /// How light or dark it is.
    pub tone: Tone,
}

/// What kind of background it is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum BackgroundKind {
    /// A wall, or a cloth.
    Wall,
    /// Open ground up to a horizon; the distance is that of what was metered.
    Open,
}

/// What is behind the subject.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Background {
    /// A wall or open ground.
    pub kind: BackgroundKind,
    /// How far behind the origin of the set it is.
    pub distance: Metres,
    /// What it does with light.
    pub surface: Surface,
    /// The share of it that is in sun.
    pub sunlit: Share,
}

impl super::Setup {
    /// Whether a thing is the subject.
    #[must_use]
    pub fn is_thing(&self) -> bool {
        self.subject.kind == SubjectKind::Thing
    }
}
