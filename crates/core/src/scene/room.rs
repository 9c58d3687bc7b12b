use super::Position;
use crate::geometry::{DVec3, Flat, direction};
use crate::quantity::{Coordinate, Degrees, Ev100, Id, Metres};
use crate::set::{Surface, Wall};
use serde::{Deserialize, Serialize};

/// Ground, ceiling and walls. The wall behind the subject is the background's own.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Room {
    /// Floor or ground.
    pub ground: Surface,
    /// The ceiling; none outdoors.
    pub ceiling: Option<Wall>,
    /// The wall to the left.
    pub left: Option<Wall>,
    /// The wall to the right.
    pub right: Option<Wall>,
    /// The wall behind the camera.
    pub rear: Option<Wall>,
}

/// What a pane is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum PaneKind {
    /// Glass: lets light through, and mirrors some of it.
    Glass,
    /// A mirror.
    Mirror,
}

/// An upright pane of glass, a mirror or a window.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Pane {
    /// Its id.
    pub id: Id,
    /// Glass or mirror.
    pub kind: PaneKind,
    /// Its middle.
    pub at: Position,
    /// Its width.
    pub width: Metres,
    /// Its height.
    pub height: Metres,
    /// The bearing it looks in, into the room.
    pub looks: Degrees,
    /// How bright daylight makes it, read off it reflected; none by night, when it is a mirror at best.
    pub daylight: Option<Ev100>,
}

impl Pane {
    /// As a flat rectangle.
    #[must_use]
    pub fn flat(&self) -> Flat {
        let looks = direction(self.looks.degrees(), 0.0);
        Flat::new(self.at.point(), looks, self.width.metres(), self.height.metres())
    }
}

/// The sun.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Sun {
    /// Its bearing on the set: 0 is behind the subject, as the camera's usual place sees it.
    pub bearing: Degrees,
    /// Its height above the horizon.
    pub elevation: Degrees,
    /// What an incident meter turned towards it reads.
    pub level: Ev100,
}

impl Sun {
    /// The direction towards it.
    #[must_use]
    pub fn towards(&self) -> DVec3 {
        direction(self.bearing.degrees(), self.elevation.degrees())
    }
}

impl Room {
    /// Whether there is a roof.
    #[must_use]
    pub const fn is_indoors(&self) -> bool {
        self.ceiling.is_some()
    }
}

/// Where a coordinate is, for tests and arrangements.
#[must_use]
pub(crate) fn coordinate(value: f64) -> Coordinate {
    Coordinate::nearest(value)
}
