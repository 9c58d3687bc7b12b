//! Names of what stands on a set and of what holds there.

use crate::set::{Finish, ProductKind};

pub(crate) const ON_CAMERA: &str = "on the camera";
pub(crate) const IN_HAND: &str = "in the hand";
pub(crate) const WITH_ASSISTANT: &str = "with an assistant";
pub(crate) const NO_TRIPOD: &str = "No tripod here";
pub(crate) const NO_STANDS: &str = "No stands here";
pub(crate) const NO_FLASH: &str = "No flash here";
pub(crate) const NO_SOUND: &str = "No sound here";
pub(crate) const NO_BOUNCE: &str = "No bouncing here";
pub(crate) const SUN_ON_FACE: &str = "sun on the face";
pub(crate) const BACKLIT_LOW_SUN: &str = "a low sun behind the subject";
pub(crate) const GOLDEN_BY_CLOCK: &str = "golden light by the clock";
pub(crate) const BLUE_WITH_LAMPS: &str = "a blue sky with lamps";
pub(crate) const OWN_COLOUR: &str = "its own colour";
pub(crate) const GREEN_OF_LEAVES: &str = "the green of leaves";
pub(crate) const WHERE_THEY_MEET: &str = "where they meet";
pub(crate) const FROM_SIDE: &str = "from the side";
pub(crate) const FROM_CAMERA: &str = "from the camera";
pub(crate) const ONTO_BACKGROUND: &str = "onto the background";

/// A product by its kind, what it is of, and how many of it stand there.
pub(crate) fn product(kind: ProductKind, finish: Finish, count: u32) -> String {
    let (one, more) = match kind {
        ProductKind::Block => ("block", "blocks"),
        ProductKind::Box => ("box", "boxes"),
        ProductKind::Kettle => ("kettle", "kettles"),
        ProductKind::Cup => ("cup", "cups"),
        ProductKind::Bottle => ("bottle", "bottles"),
        ProductKind::Glass => ("wine glass", "wine glasses"),
        ProductKind::Watch => ("watch", "watches"),
    };
    let of = match finish {
        Finish::Matt => "matt",
        Finish::Gloss => "glossy",
        Finish::Metal => "metal",
        Finish::Glass => "clear",
    };
    if count == 1 { format!("{of} {one}") } else { format!("{count} {of} {more}") }
}
