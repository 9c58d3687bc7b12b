use super::{Dial, Multiple};
use crate::marks::{ApertureMark, IsoMark, NdMark, ShutterMark};
use crate::optics::{Rig, Support};
use crate::quantity::{Id, Millimetres};
use serde::{Deserialize, Serialize};

/// Who sets the exposure.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum ExposureMode {
    /// The photographer.
    Manual,
    /// The camera chooses the shutter, with a floor when flash is on.
    AperturePriority,
}

/// Which shutter is used.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum ShutterType {
    /// Curtains or leaf.
    Mechanical,
    /// The sensor's own, silent.
    Electronic,
}

/// What the camera writes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum FileKind {
    /// Raw files.
    Raw,
    /// JPEG files.
    Jpeg,
}

/// Camera, lens and their dials.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct CameraSetup {
    /// The body, from the kit.
    pub body: Id,
    /// The lens, from the kit.
    pub lens: Id,
    /// The focal length used.
    pub focal: Millimetres,
    /// What is put on the lens to bring it nearer.
    pub rig: Rig,
    /// Hand or tripod.
    pub support: Support,
    /// Who sets the exposure.
    pub mode: ExposureMode,
    /// Which shutter.
    pub shutter_type: ShutterType,
    /// Whether high-speed sync may be used.
    pub high_speed_sync: bool,
    /// Whether flash fires at the end of the exposure, by the second curtain; else at its beginning.
    pub rear_curtain: bool,
    /// Several exposures in one frame; none for one.
    pub multiple: Option<Multiple>,
    /// What it writes.
    pub file: FileKind,
    /// Sensitivity.
    pub iso: Dial<IsoMark>,
    /// Aperture.
    pub aperture: Dial<ApertureMark>,
    /// Shutter time.
    pub shutter: Dial<ShutterMark>,
    /// Neutral density.
    pub nd: Dial<NdMark>,
}
