//! What a light gives over the distance, as a series of takes tells it.

use std::fmt::Display;

pub(crate) const FEW_FRAMES: &str = "It takes three frames or more with flash, each marked on a face that can be judged, the light nearer or further in each.";
pub(crate) const NONE_MOVED: &str =
    "In their plans no light was moved: put it where it stood on the set before each frame comes in.";
pub(crate) const SEVERAL_MOVED: &str = "More than one light was moved between them: what each gave is not told apart.";
pub(crate) const SLOWER: &str =
    "It falls slower: light off the room joins it, or it comes from further back than its front.";
pub(crate) const FASTER: &str =
    "It falls faster: nearer it is stronger in the middle of its beam, or it stood nearer than planned.";
pub(crate) const BARE: &str = "Distances are those of a bare lamp that gives as much.";
pub(crate) const AS_STRONG: &str = "On the whole it is as strong as planned.";
pub(crate) const PLANNED: &str = "as planned";
pub(crate) const MEASURED: &str = "as measured";

pub(crate) fn title(name: &str) -> String {
    format!("{name}: f-number on the face at full power and ISO 100, over the distance")
}

pub(crate) fn falls(name: &str, (near, far): (&str, &str), (falls, error): (&str, &str), planned: &str) -> String {
    format!(
        "{name}, from {near} to {far}: {falls} stops less for each doubling of the distance (± {error}); planned were {planned}."
    )
}

pub(crate) fn strong(amount: impl Display, more: bool) -> String {
    format!("On the whole it is {amount} {} than planned.", if more { "stronger" } else { "weaker" })
}
