use crate::set::RoomSide;
use crate::setup::LightIndex;
use serde::Serialize;

/// A thing of a set, by what it is and its place in its list.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "thing", rename_all = "snake_case")]
pub enum ThingRef {
    /// The camera.
    Camera,
    /// The thing on its table.
    Product,
    /// A person.
    Person {
        /// Which, from 0.
        index: usize,
    },
    /// A light.
    Light {
        /// Which, from 0.
        index: LightIndex,
    },
    /// A card.
    Card {
        /// Which, from 0.
        index: usize,
    },
    /// A pane.
    Pane {
        /// Which, from 0.
        index: usize,
    },
    /// A wall, the ceiling, or the background.
    Side {
        /// Which.
        side: RoomSide,
    },
}
