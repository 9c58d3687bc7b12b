//! The rules and the computation of blending flash with the light that is there.
//!
//! Pure functions over plain values: no input or output, no clock, no globals, no interface. Start at
//! [`solve::plan`], which turns a [`setup::Setup`] and a [`kit::Kit`] into a plan, and at [`assess::assess`], which
//! tells what the dials make of the light as they stand.

pub mod advise;
pub mod approach;
pub mod assess;
pub mod check;
pub mod colour;
pub mod day;
pub mod emitter;
pub mod exposure;
pub mod field;
pub mod flash;
pub mod forecast;
pub mod format;
pub mod geometry;
pub mod glass;
mod house;
pub mod kit;
pub mod ladder;
pub mod layout;
pub mod marks;
pub mod optics;
pub mod place;
pub mod quantity;
#[cfg(test)]
mod sample;
pub mod scene;
pub mod schedule;
pub mod setup;
pub mod situation;
pub mod sky;
pub mod solve;
pub mod sun;

pub use check::{FieldError, Problem};
pub use house::{House, Units};
