use super::Dial;
use crate::quantity::{Id, Metres, Power, Stops};
use serde::{Deserialize, Serialize};

/// Where a light comes from, as seen from the subject.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Direction {
    /// From the side: models the face, leaves a shadow side.
    Side,
    /// From over or beside the camera: reaches both sides.
    Camera,
    /// From behind: draws an edge.
    Behind,
    /// Onto the background only.
    Background,
}

impl Direction {
    /// How much less of it the shadow side gets than the lit face; none at all without a number.
    ///
    /// A light at the side wraps round a face to about 3 stops under; one at the camera reaches both (common practice).
    #[must_use]
    pub const fn shadow_side_loss(self) -> Option<f64> {
        match self {
            Direction::Side => Some(3.0),
            Direction::Camera => Some(0.0),
            Direction::Behind | Direction::Background => None,
        }
    }

    /// Whether it lights the face.
    #[must_use]
    pub const fn lights_face(self) -> bool {
        matches!(self, Direction::Side | Direction::Camera)
    }

    /// Whether it falls on the background: from the side and from the camera as spill, a light from behind looks
    /// the other way.
    #[must_use]
    pub const fn lights_background(self) -> bool {
        !matches!(self, Direction::Behind)
    }
}

/// The gel on a light, a dial like any other: held, the solver leaves it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct GelDial {
    /// Which; none for no gel.
    pub at: Option<Id>,
    /// Whether the solver leaves it.
    pub held: bool,
}

/// One flash with its modifier, gel, place and power.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Light {
    /// Its id.
    pub id: Id,
    /// Whether it fires.
    pub on: bool,
    /// The flash, from the kit.
    pub flash: Id,
    /// The modifier, from the kit; bare without one.
    pub modifier: Option<Id>,
    /// The gel, from the kit.
    pub gel: GelDial,
    /// Where it comes from.
    pub direction: Direction,
    /// From the modifier's face to the subject's.
    pub face_distance: Metres,
    /// From the modifier's face to the background.
    pub background_distance: Metres,
    /// How far under the key light it should stand at what it lights.
    pub under_key: Stops,
    /// Its power.
    pub power: Dial<Power>,
}
