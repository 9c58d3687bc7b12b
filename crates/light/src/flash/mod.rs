//! Flash: how bright, how fast, how often, and within which shutter times.

mod duration;
mod guide_number;
mod recharge;
mod sync;

pub use duration::{DurationRow, duration_at};
pub use guide_number::{aperture_for, axial_intensity, distance_for, guide_number, level_at};
pub use recharge::{
    BeforeReady, POPS_ERROR, battery_sets, frames_per_second, pops_per_battery, pops_stored, recharge_time,
};
pub use sync::{SyncClick, high_speed_loss, lit_share, safe_click};
