use crate::geometry::DVec3;
use crate::quantity::{Coordinate, Degrees, Metres};
use crate::say;
use serde::{Deserialize, Serialize};

/// A point of the set, in metres.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Position {
    /// To the right.
    pub x: Coordinate,
    /// Away from the camera's usual place.
    pub y: Coordinate,
    /// Up from the ground.
    pub z: Coordinate,
}

impl Position {
    /// The nearest place that can be written down, to the millimetre.
    #[must_use]
    pub fn nearest(point: DVec3) -> Position {
        let to = |value: f64| Coordinate::nearest((value * 1000.0).round() / 1000.0);
        Position { x: to(point.x), y: to(point.y), z: to(point.z) }
    }

    /// As a point.
    #[must_use]
    pub fn point(self) -> DVec3 {
        DVec3::new(self.x.metres(), self.y.metres(), self.z.metres())
    }

    /// The distance to another place.
    #[must_use]
    pub fn distance(self, to: Position) -> Metres {
        Metres::nearest(self.point().distance(to.point()))
    }
}

/// Where a light, a card or the camera is pointed.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "at", rename_all = "snake_case", deny_unknown_fields)]
pub enum Aim {
    /// At the subject, wherever it moves: its face; for a camera, so that it fills the frame well.
    Subject,
    /// At the background behind the subject.
    Background,
    /// Turned by hand.
    Free {
        /// The bearing of its axis.
        pan: Degrees,
        /// How far it is tilted up, or down below zero.
        tilt: Degrees,
    },
}

impl Aim {
    /// Turned along a direction, to the tenth of a degree.
    #[must_use]
    pub fn along(direction: DVec3) -> Aim {
        let (pan, tilt) = crate::geometry::bearing_and_tilt(direction);
        let tenth = |angle: f64| Degrees::nearest((angle * 10.0).round() / 10.0);
        Aim::Free { pan: tenth(pan), tilt: tenth(tilt) }
    }
}

/// What a light is for, by where it stands and where it looks.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Role {
    /// It lights the face from the side: models it, leaves a shadow side.
    Side,
    /// It lights the face from near the camera: reaches both sides.
    Camera,
    /// It stands behind: draws an edge.
    Behind,
    /// It is turned to the background.
    Background,
}

impl Role {
    /// Whether it is there to light the face.
    #[must_use]
    pub const fn lights_face(self) -> bool {
        matches!(self, Role::Side | Role::Camera)
    }

    /// In words, behind the name of a light.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            Role::Side => say::names::FROM_SIDE,
            Role::Camera => say::names::FROM_CAMERA,
            Role::Behind => "from behind",
            Role::Background => say::names::ONTO_BACKGROUND,
        }
    }
}
