//! The set as light sees it: walls, solids, sheets, panes and sources in their places, and nothing of who asked for them.
//!
//! Two sets that are equal have the same light: whatever keeps light once computed compares sets, and needs no list of
//! what would have changed it.

mod behind;
mod dome;
mod outline;
mod product;
mod sheet;
mod shown;
mod sight;
mod skyline;
mod solid;
mod source;
mod view;
mod walls;

pub use behind::{Behind, Landscape};
pub use dome::Dome;
pub use outline::{Outline, StandsOff};
pub use product::{Finish, ProductKind};
pub use sheet::{Glazing, Sheet, Sheeting};
pub use shown::{Blur, Figure, FlashReach, Gear, On, Paints, Product, Shown, Trail};
pub use sight::Sight;
pub use skyline::Skyline;
pub use solid::Solid;
pub use source::{Source, from_side};
pub use view::View;
pub use walls::{Plane, RoomSide, Surface, Wall, Walls};

/// Everything that sends, stops or returns light.
#[derive(Debug, Clone, PartialEq)]
pub struct Set {
    /// What stands still while lights are moved about.
    pub still: Still,
    /// What sends light out.
    pub sources: Vec<Source>,
}

/// What stops and returns light.
#[derive(Debug, Clone, PartialEq)]
pub struct Still {
    /// Ground, ceiling and walls.
    pub walls: Walls,
    /// People and things.
    pub solids: Vec<Solid>,
    /// Reflectors, black cards and diffusion panels.
    pub sheets: Vec<Sheet>,
    /// Glass and mirrors.
    pub panes: Vec<Glazing>,
}
