//! Lens, depth, shake and movement.

mod depth;
mod movement;
mod shake;

pub use depth::{DepthOfField, Lensing, airy_disc, aperture_to_hold, circle_from_pixels, circle_from_sensor};
pub use movement::Movement;
pub use shake::{ShakeSchool, Support, slowest_hand_held};
