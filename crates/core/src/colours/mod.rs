//! The colour of a setup: what each light on it is, what skin and background look like under it at the camera's one setting, and
//! how far that is from what is wanted.

pub mod asked;
mod lights;
mod patches;
mod pulse;
mod report;
mod wanted;

pub(crate) use asked::tint_for;
pub use lights::{FilmArrow, Known, LightColour, LightId};
pub(crate) use lights::{Tinted, flash_light, lights_of};
pub use patches::{ColourPatch, PatchColour, PatchKind, SeenAs};
pub(crate) use patches::{Surfaces, eye, hex, picture_of};
pub use pulse::Pulse;
pub(crate) use pulse::{SWINGS, at_most as swings_at_most, swinging};
pub(crate) use report::cast;
pub use report::{ColourReport, of};
pub(crate) use wanted::{Aim, CALMED, half_way, hundred, settings, tint_words, tints};

#[cfg(test)]
mod tests;
