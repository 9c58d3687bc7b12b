//! A setup: one picture to be made, as the photographer describes it.

mod beside;
mod camera;
mod checks;
mod dial;
mod flash_reading;
mod holder;
mod light;
mod light_index;
mod multiple;
mod names;
mod per_patch;
mod places;
mod reading;
mod reflection;
mod set_checks;
mod slot;
mod standby;
mod subject;

pub use beside::{Beside, BesideRead};
pub use camera::{CameraSetup, ExposureMode, FileKind, ShutterType};
pub use dial::{Dial, free_range};
pub use flash_reading::FlashReading;
pub use holder::Holder;
pub use light::{GelDial, Light};
pub use light_index::LightIndex;
pub use multiple::{Joined, Multiple};
pub use per_patch::PerPatch;
pub(crate) use places::key;
pub use reading::{Measured, Method, Patch, Reading, Receptor, Turned};
pub use reflection::{Mirrored, WantedReflection};
pub use slot::{LightWish, ShadowFall, ShadowWish, Slot};
pub use standby::{Standby, Swapped, swapped};
pub use subject::{Background, BackgroundKind, Detail, Subject};

use crate::approach::Approach;
use crate::colour::{AmbientColour, ColourWish};
use crate::quantity::{Duv, Kelvin, Name, Note, Seconds};
use crate::scene::Scene;
pub use crate::scene::{Colouring, SubjectKind, Tone};
use serde::{Deserialize, Serialize};

/// White balance: one fixed setting, and what is wanted of the colours.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct WhiteBalance {
    /// The setting.
    pub kelvin: Dial<Kelvin>,
    /// The tint that goes with it: a distance from the line of temperatures, green positive.
    pub tint: Duv,
    /// What is wanted of flash and ambient.
    pub wish: ColourWish,
}

/// How many frames, how fast.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Pace {
    /// Time from frame to frame when it goes fastest.
    pub interval: Seconds,
    /// Frames in all.
    pub frames: u32,
}

/// One picture to be made.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Setup {
    /// Its name.
    pub name: Name,
    /// Anything worth remembering.
    pub note: Note,
    /// Who or what is in it.
    pub subject: Subject,
    /// What is behind.
    pub background: Background,
    /// Where everything stands.
    pub scene: Scene,
    /// The colour of the ambient.
    pub ambient: AmbientColour,
    /// Other kinds of light that are part of it.
    pub beside: Vec<Beside>,
    /// What the meter said.
    pub readings: Vec<Reading>,
    /// The flashes.
    pub lights: Vec<Light>,
    /// What a flash meter said of them.
    pub flash_readings: Vec<FlashReading>,
    /// The reflections that are wanted.
    pub wanted_reflections: Vec<WantedReflection>,
    /// Camera, lens and their dials.
    pub camera: CameraSetup,
    /// White balance.
    pub white_balance: WhiteBalance,
    /// The approach chosen; proposed when none is.
    pub approach: Option<Approach>,
    /// How many frames, how fast.
    pub pace: Pace,
    /// Whether free dials are solved again after each change.
    pub solve_as_i_go: bool,
    /// Where and when it is made; none until it is placed on the day.
    #[serde(default)]
    pub slot: Option<Slot>,
    /// When it is made in place of the one before it; none where it is made anyway.
    #[serde(default)]
    pub standby: Option<Standby>,
}

mod starting;
