use crate::exposure::{MeterConstants, ev100_of_marks};
use crate::marks::{ApertureMark, IsoMark, ShutterMark};
use crate::quantity::{ClockTime, Ev100, Id, Learnt, Stops};
use serde::{Deserialize, Serialize};

/// A part of the picture whose level matters.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Patch {
    /// The lit side of the face or thing.
    Face,
    /// Its shadow side.
    ShadowSide,
    /// The edge a light from behind draws.
    Edge,
    /// The legs of a figure that is in the picture whole.
    Legs,
    /// What is behind.
    Background,
    /// The brightest part that has to keep detail, mostly the sky.
    Sky,
}

impl Patch {
    /// Whether it is of the subject, judged by the light that falls there.
    #[must_use]
    pub const fn is_of_subject(self) -> bool {
        matches!(self, Patch::Face | Patch::ShadowSide | Patch::Edge | Patch::Legs)
    }

    /// All of them, in the order of the stop scale.
    pub const ALL: [Patch; 6] =
        [Patch::Face, Patch::ShadowSide, Patch::Edge, Patch::Legs, Patch::Background, Patch::Sky];

    /// In words.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            Patch::Face => "face",
            Patch::ShadowSide => "shadow side",
            Patch::Edge => "edge",
            Patch::Legs => "legs",
            Patch::Background => "background",
            Patch::Sky => "sky",
        }
    }
}

/// How a reading was taken.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Method {
    /// Of the light that falls there.
    Incident,
    /// Of the light that comes back, taken as mid-grey.
    Reflected,
}

/// What of an incident meter takes the light in.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Receptor {
    /// A dome: light from the side counts too, `(1 + cos θ)/2`.
    Dome,
    /// A flat disc: `cos θ`.
    Flat,
}

/// Where an incident meter was turned.
#[derive(Debug, Clone, PartialEq, Eq, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "to", rename_all = "snake_case", deny_unknown_fields)]
pub enum Turned {
    /// As what it is held before is turned itself: it reads that patch.
    Patch,
    /// At the camera.
    Camera,
    /// Level, towards the bearing of the sun.
    Sun,
    /// Straight up.
    Up,
    /// At a light.
    Light {
        /// Which.
        light: Id,
    },
}

/// What was read.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "as", rename_all = "snake_case", deny_unknown_fields)]
pub enum Measured {
    /// An exposure value at ISO 100.
    Ev {
        /// The value.
        ev: Ev100,
    },
    /// The camera settings that were right.
    Settings {
        /// Aperture.
        aperture: ApertureMark,
        /// Shutter time.
        shutter: ShutterMark,
        /// Sensitivity.
        iso: IsoMark,
    },
}

impl Measured {
    /// The level it stands for.
    #[must_use]
    pub fn level(self) -> Ev100 {
        match self {
            Measured::Ev { ev } => ev,
            Measured::Settings { aperture, shutter, iso } => ev100_of_marks(aperture, shutter, iso),
        }
    }
}

/// A measured light level.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Reading {
    /// Its id.
    pub id: Id,
    /// Where.
    pub patch: Patch,
    /// How.
    pub method: Method,
    /// What.
    pub measured: Measured,
    /// When, if it was noted.
    pub time: Option<ClockTime>,
    /// What took the light in, where it was incident.
    pub receptor: Receptor,
    /// Where that was turned.
    pub turned: Turned,
}

impl Reading {
    /// How the names of readings begin that a frame told.
    pub const FRAME: &str = "frame-";

    /// Whether a frame told it, and no meter.
    #[must_use]
    pub fn is_of_frame(&self) -> bool {
        self.id.as_str().starts_with(Reading::FRAME)
    }

    /// The light that was there by this meter: what it showed, and what it is known to show too little. What a frame told is not the
    /// meter's.
    #[must_use]
    pub fn level(&self, meter: MeterConstants) -> Ev100 {
        let too_little = if self.is_of_frame() { 0.0 } else { Learnt::more_of(meter.learnt) };
        self.measured.level() + Stops::of(too_little)
    }

    /// Whether it is of the patch itself. What was turned elsewhere tells of the light there, not of the patch.
    #[must_use]
    pub fn is_of_patch(&self) -> bool {
        self.method == Method::Reflected || self.turned == Turned::Patch
    }
}
