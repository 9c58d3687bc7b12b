//! The sun over a place: where it stands, when it rises, sets, passes the horizon, and what its light is called.

mod disc;
mod events;
mod horizon;
mod position;
mod shadow;
mod windows;

pub use disc::visible_share;
pub use events::{SunEvent, SunEventKind, crossings, events};
pub use horizon::{Horizon, HorizonPoint};
pub use position::{Earth, SunAt, sun_at};
pub use shadow::Shadow;
pub use windows::{LightWindow, WindowKind, windows};

/// The height of the sun's middle at sunrise and sunset: its radius and the usual refraction below the level horizon,
/// in degrees (Reda & Andreas, NREL/TP-560-34302, appendix A.2).
pub const RISE_AND_SET: f64 = -0.8333;
