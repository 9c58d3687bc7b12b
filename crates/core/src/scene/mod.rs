//! The set: everything that stands in the room or outdoors, in its place, so that light can be computed from it.
//!
//! `x` runs to the right as the camera's usual place sees it, `y` away from that place towards the background, `z`
//! up. The subject stands at the origin unless it is moved. Bearings run clockwise from `y` as seen from above.

mod colouring;
mod people;
mod place;
mod room;
mod subject;
mod things;
mod tone;
pub mod wind;

pub use crate::set::{Finish, ProductKind, Surface, Wall};
pub use colouring::Colouring;
pub(crate) use people::HALF_SHOULDERS;
pub use people::{FaceAt, Person, Posture, Thing};
pub use place::{Aim, Position, Role};
pub use room::{Pane, PaneKind, Room, Sun};
pub use subject::SubjectKind;
pub use things::{Card, CardKind};
pub use tone::Tone;

use crate::geometry::DVec3;
use crate::quantity::{Degrees, Metres, WindSpeed};
use serde::{Deserialize, Serialize};

/// Where the camera stands and where it looks.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Viewpoint {
    /// The lens.
    pub at: Position,
    /// Where it is pointed.
    pub aim: Aim,
    /// Whether it is held upright, for a tall picture.
    pub upright: bool,
}

/// Everything that stands on the set but the lights, which are their own list.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Scene {
    /// The people; the first is the one the levels are about. One person is photographed alone, a group whole.
    pub people: Vec<Person>,
    /// The thing on its table, where a thing is the subject.
    pub thing: Thing,
    /// The camera.
    pub camera: Viewpoint,
    /// Ground, ceiling and walls.
    pub room: Room,
    /// Panes of glass, mirrors and windows.
    pub panes: Vec<Pane>,
    /// Reflectors, black cards and diffusion panels.
    pub cards: Vec<Card>,
    /// The sun, where it is known and shines.
    pub sun: Option<Sun>,
    /// The wind.
    pub wind: WindSpeed,
}

impl Scene {
    /// A set to start from: one person of 1.75 m or a thing on a table, the camera this far before its face, a pale
    /// ceiling at 2.8 m, nothing else.
    #[must_use]
    pub fn starting(kind: SubjectKind, distance: f64) -> Scene {
        let at = room::coordinate;
        let person = Person {
            x: at(0.0),
            y: at(0.0),
            stature: Metres::nearest(1.75),
            posture: Posture::Standing,
            looks: None,
            body: None,
            tone: None,
            colour: None,
        };
        let thing = Thing {
            kind: ProductKind::Block,
            finish: Finish::Matt,
            x: at(0.0),
            y: at(0.0),
            table: at(0.8),
            width: Metres::nearest(0.25),
            height: Metres::nearest(0.25),
            depth: Metres::nearest(0.2),
            looks: Degrees::nearest(180.0),
        };
        let face = if kind == SubjectKind::Thing { thing.front().middle } else { person.face() };
        Scene {
            people: vec![person],
            thing,
            camera: Viewpoint {
                at: Position::nearest(face - DVec3::Y * distance),
                aim: Aim::Subject,
                upright: kind == SubjectKind::Person,
            },
            room: Room {
                ground: Surface::of(0.2),
                ceiling: Some(Wall { distance: Metres::nearest(2.8), surface: Surface::pale() }),
                left: None,
                right: None,
                rear: None,
            },
            panes: Vec::new(),
            cards: Vec::new(),
            sun: None,
            wind: WindSpeed::nearest(0.0),
        }
    }
}
