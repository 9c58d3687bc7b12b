//! Colour: sources, gels and the one fixed white balance of a plan.

mod balance;
mod sources;

pub use balance::{ColourWish, GelChoice, choose_gel, between, PLAIN, SMALL, JUST_VISIBLE};
pub use sources::{AmbientColour, Preset, nearest_preset};
