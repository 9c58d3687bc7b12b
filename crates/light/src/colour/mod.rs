//! Colour: sources, gels and the one fixed white balance of a plan.

mod balance;
mod sources;

pub use balance::{ColourWish, GelChoice, JUST_VISIBLE, PLAIN, SMALL, between, choose_gel};
pub use sources::{AmbientColour, Preset, nearest_preset};
