//! The physics of the trade: what light is where, and how much of it.
//!
//! Nothing here knows a setup, a kit list or a job. Pure functions over plain values: no input or output, no clock,
//! nothing global.

pub mod colour;
pub mod emitter;
pub mod exposure;
pub mod flash;
pub mod geometry;
pub mod latest;
pub mod marks;
pub mod optics;
pub mod quantity;
pub mod set;
pub mod sky;
pub mod sun;
pub mod transport;
