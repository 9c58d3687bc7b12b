//! Lens, depth, shake and movement.

mod circle;
mod depth;
mod movement;
mod odds;
mod rig;
mod shake;

pub use circle::{circle_from_pixels, circle_from_print, circle_from_sensor, circle_from_shown, circle_of_pixels};
pub use depth::{DepthOfField, Holding, Lensing, airy_disc, focus_to_hold};
pub use movement::{Movement, SportSchool, Trace};
pub use odds::{frames_for_a_sharp_one, odds_of_a_sharp_frame};
pub use rig::Rig;
pub use shake::{ShakeSchool, Support, slowest_hand_held};
