//! Devices to try the program with where none is at hand: a light meter, a camera, a flash receiver. They know light and time, and
//! no document; each has small errors of its own, as real ones have, hidden but the same for the same seed.

mod camera;
mod meter;
mod receiver;

pub use camera::Camera;
pub use meter::Meter;
pub use receiver::{BeforeReady, Fired, Flash, Receiver, Standing};
