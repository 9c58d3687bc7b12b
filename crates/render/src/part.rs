use crate::figures::Group;
use tolva_light::set::RoomSide;

/// What of a set a point belongs to.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub enum Part {
    /// A part of a person, who is counted as on the set.
    Person(usize, Group),
    /// A part of the thing.
    Thing(Group),
    /// The table it stands on.
    Table,
    /// Stands, what is behind a light's face, the camera.
    Gear,
    /// Floor, wall or ceiling.
    Room(RoomSide),
    /// Ground further off than the set goes.
    Beyond,
    /// The sky.
    Sky,
    /// A card or panel.
    Sheet(usize),
    /// The face of a source: a modifier, a window.
    Lamp(usize),
}
