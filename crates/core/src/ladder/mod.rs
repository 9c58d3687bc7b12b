//! The ladder: what to turn, and when, to keep the picture as planned while the ambient changes.
//!
//! From its first minute on every patch that the approach cares for stays within the tolerance of where the plan put
//! it. A change is made at the last minute it can wait for, and reaches as far ahead as a change can. The shutter goes
//! first, until shake, movement or sync binds; then ISO, the flash's power following; then the aperture.

mod climb;
mod keep;
mod reach;
mod shared;
mod steps;
#[cfg(test)]
mod tests;
mod words;

pub use climb::{Ambient, Climb, climb};
pub use shared::Ladders;
pub(crate) use steps::turns;
pub use steps::{BeginsApart, Ladder, LadderBind, Rung, Turn, Warning, ladder};

#[cfg(test)]
pub(crate) use steps::with_dials;
