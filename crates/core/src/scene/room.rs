use super::Position;
use crate::geometry::{DVec3, Flat, direction};
use crate::quantity::{Coordinate, Degrees, Ev100, Id, Metres, MiredShift, Share};
use serde::{Deserialize, Serialize};

/// What a surface does with light: how much it sends back, diffusely, and in what colour.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Surface {
    /// The share it sends back: white 0.8, pale 0.6, wood 0.3, black 0.05 (common practice).
    pub reflectance: Share,
    /// The colour it gives; positive is warmer.
    pub tint: MiredShift,
}

impl Surface {
    /// A pale wall or ceiling.
    #[must_use]
    pub fn pale() -> Surface {
        Surface::of(0.6)
    }

    /// A neutral surface that sends this share back.
    #[must_use]
    pub fn of(reflectance: f64) -> Surface {
        Surface { reflectance: Share::nearest(reflectance), tint: MiredShift::ZERO }
    }
}

/// A wall or ceiling: how far off, and what it is.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Wall {
    /// From the origin; for a ceiling from the ground.
    pub distance: Metres,
    /// What it does with light.
    pub surface: Surface,
}

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

    /// The planes that send light back: a point of each, the direction it looks in, and what it is.
    #[must_use]
    pub(crate) fn planes(&self) -> Vec<(DVec3, DVec3, Surface, Bounced)> {
        let mut planes = vec![(DVec3::ZERO, DVec3::Z, self.ground, Bounced::Ground)];
        let mut wall = |wall: Option<Wall>, at: DVec3, from: Bounced| {
            if let Some(wall) = wall {
                planes.push((at * wall.distance.metres(), -at, wall.surface, from));
            }
        };
        wall(self.ceiling, DVec3::Z, Bounced::Ceiling);
        wall(self.left, DVec3::NEG_X, Bounced::Left);
        wall(self.right, DVec3::X, Bounced::Right);
        wall(self.rear, DVec3::NEG_Y, Bounced::Rear);
        planes
    }
}

/// What light bounced off.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Bounced {
    /// Floor or ground.
    Ground,
    /// The ceiling.
    Ceiling,
    /// The wall to the left.
    Left,
    /// The wall to the right.
    Right,
    /// The wall behind the camera.
    Rear,
    /// The wall behind the subject.
    Background,
    /// Through a diffusion panel.
    Panel,
}

impl Bounced {
    /// In words, behind "off" or "from".
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            Bounced::Ground => "the ground",
            Bounced::Ceiling => "the ceiling",
            Bounced::Left => "the wall on the left",
            Bounced::Right => "the wall on the right",
            Bounced::Rear => "the wall behind the camera",
            Bounced::Background => "the background",
            Bounced::Panel => "the diffusion panel",
        }
    }
}

/// Where a coordinate is, for tests and arrangements.
#[must_use]
pub(crate) fn coordinate(value: f64) -> Coordinate {
    Coordinate::nearest(value)
}
