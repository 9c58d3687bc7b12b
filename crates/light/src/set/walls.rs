use crate::geometry::DVec3;
use crate::quantity::{Metres, MiredShift, Share};
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

/// What of a room light comes off.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum RoomSide {
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
}

impl RoomSide {
    /// In words, behind "off" or "from".
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            RoomSide::Ground => "the ground",
            RoomSide::Ceiling => "the ceiling",
            RoomSide::Left => "the wall on the left",
            RoomSide::Right => "the wall on the right",
            RoomSide::Rear => "the wall behind the camera",
            RoomSide::Background => "the background",
        }
    }
}

/// Ground, ceiling and walls, square to the axes of the set.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Walls {
    /// Floor or ground, at height 0.
    pub ground: Surface,
    /// The ground further off than the set goes.
    pub beyond: Surface,
    /// The ceiling; none outdoors.
    pub ceiling: Option<Wall>,
    /// The wall to the left.
    pub left: Option<Wall>,
    /// The wall to the right.
    pub right: Option<Wall>,
    /// The wall behind the camera.
    pub rear: Option<Wall>,
    /// The wall behind the subject.
    pub background: Option<Wall>,
    /// How far ground, ceiling and walls go where there is no wall to end them, in metres.
    pub reach: f64,
}

/// One of them, without end.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Plane {
    /// A point of it.
    pub at: DVec3,
    /// The side that counts: into the room.
    pub looks: DVec3,
    /// What it does with light.
    pub surface: Surface,
    /// Which it is.
    pub part: RoomSide,
}

/// How high walls are where there is no ceiling, in metres.
const OPEN_HEIGHT: f64 = 4.0;

impl Walls {
    /// The usual [`Walls::reach`]: beyond it what is sent back hardly counts.
    pub const REACH: f64 = 6.0;

    /// The box they stand in: its lowest and its highest corner.
    #[must_use]
    pub fn bounds(&self) -> (DVec3, DVec3) {
        let far = |part: RoomSide, open: f64| self.wall(part).map_or(open, |wall| wall.distance.metres());
        let low = DVec3::new(-far(RoomSide::Left, self.reach), -far(RoomSide::Rear, self.reach), 0.0);
        let high = DVec3::new(
            far(RoomSide::Right, self.reach),
            far(RoomSide::Background, self.reach),
            far(RoomSide::Ceiling, OPEN_HEIGHT),
        );
        (low, high)
    }

    /// The wall or ceiling on one side; the ground is none.
    #[must_use]
    pub fn wall(&self, part: RoomSide) -> Option<Wall> {
        match part {
            RoomSide::Ground => None,
            RoomSide::Ceiling => self.ceiling,
            RoomSide::Left => self.left,
            RoomSide::Right => self.right,
            RoomSide::Rear => self.rear,
            RoomSide::Background => self.background,
        }
    }

    /// Those that are there, and the ground, which always is.
    pub fn planes(&self) -> impl Iterator<Item = Plane> + '_ {
        const OUT: [(RoomSide, DVec3); 5] = [
            (RoomSide::Ceiling, DVec3::Z),
            (RoomSide::Left, DVec3::NEG_X),
            (RoomSide::Right, DVec3::X),
            (RoomSide::Rear, DVec3::NEG_Y),
            (RoomSide::Background, DVec3::Y),
        ];
        let ground = Plane { at: DVec3::ZERO, looks: DVec3::Z, surface: self.ground, part: RoomSide::Ground };
        let walls = OUT.into_iter().filter_map(|(part, out)| {
            let wall = self.wall(part)?;
            Some(Plane { at: out * wall.distance.metres(), looks: -out, surface: wall.surface, part })
        });
        std::iter::once(ground).chain(walls)
    }
}
