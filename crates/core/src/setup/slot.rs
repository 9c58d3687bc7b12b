use crate::check::Check;
use crate::quantity::limits::SLOT_MINUTES;
use crate::quantity::{ClockTime, Id, Minutes, ShadowLength};
use crate::say;
use serde::{Deserialize, Serialize};

/// Where and when a setup is made.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Slot {
    /// The spot of the job's place.
    pub spot: Id,
    /// When it begins.
    pub time: ClockTime,
    /// How long it takes.
    pub minutes: Minutes,
    /// The light it wants.
    pub wants: LightWish,
    /// The shadows it wants, beside that; whatever they are without.
    #[serde(default)]
    pub shadows: Option<ShadowWish>,
    /// Whether the time is the client's and cannot be moved.
    pub fixed: bool,
}

impl Slot {
    /// All it wants of the light, in words.
    #[must_use]
    pub fn wants_words(&self) -> String {
        match self.shadows {
            None => self.wants.words().to_owned(),
            Some(ShadowWish { least, fall }) => say::schedule::with_shadows(self.wants.words(), least, fall.words()),
        }
    }

    pub(super) fn check(&self, check: &mut Check) {
        check.range("/slot/minutes", SLOT_MINUTES, self.minutes.minutes());
    }
}

/// Shadows a setup wants.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct ShadowWish {
    /// No shorter than this.
    pub least: ShadowLength,
    /// Which way they fall.
    pub fall: ShadowFall,
}

/// Which way a shadow falls, as the camera sees it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, Default)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum ShadowFall {
    /// Whichever.
    #[default]
    Any,
    /// Towards the camera: the sun is behind the subject.
    Towards,
    /// Away from it: the sun is in the photographer's back.
    Away,
    /// To the left in the frame.
    Left,
    /// To the right in the frame.
    Right,
}

/// The light a setup wants.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize, Default)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum LightWish {
    /// Whatever there is.
    #[default]
    Any,
    /// The sun on the face.
    SunOnFace,
    /// A low sun behind the subject.
    BacklitLowSun,
    /// Daylight without sun on the face.
    OpenShade,
    /// The golden light of a low sun, whichever way.
    Golden,
    /// The light from two hours before sunset on, or until two hours after sunrise, whichever way.
    GoldenByClock,
    /// A blue sky with lamps lit.
    BlueWithLamps,
    /// After dark.
    AfterDark,
}

impl LightWish {
    /// In words, as what is wanted.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            LightWish::Any => "any light",
            LightWish::SunOnFace => say::names::SUN_ON_FACE,
            LightWish::BacklitLowSun => say::names::BACKLIT_LOW_SUN,
            LightWish::OpenShade => "open shade",
            LightWish::Golden => "golden light",
            LightWish::GoldenByClock => say::names::GOLDEN_BY_CLOCK,
            LightWish::BlueWithLamps => say::names::BLUE_WITH_LAMPS,
            LightWish::AfterDark => "the dark",
        }
    }
}

impl ShadowFall {
    /// In words, after "shadows"; nothing where it does not matter.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            ShadowFall::Any => "",
            ShadowFall::Towards => say::schedule::TOWARDS_CAMERA,
            ShadowFall::Away => say::schedule::AWAY_FROM_CAMERA,
            ShadowFall::Left => say::schedule::TO_THE_LEFT,
            ShadowFall::Right => say::schedule::TO_THE_RIGHT,
        }
    }
}
