//! Lens, depth, shake and movement.

mod depth;
mod movement;
mod shake;

pub use depth::{DepthOfField, Holding, Lensing, airy_disc, circle_from_pixels, circle_from_sensor, focus_to_hold};
pub use movement::Movement;
pub use shake::{ShakeSchool, Support, slowest_hand_held};
