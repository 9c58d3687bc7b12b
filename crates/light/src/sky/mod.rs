//! The light of sun and sky over level ground: how much, from where, and of which colour.

mod clear;
mod cloud;
mod colour;
mod distribution;
mod light;
mod twilight;

pub use clear::{ClearRow, Haze, clear_sky};
pub use cloud::{CloudError, Clouds, read_cloud_csv, simulated_clouds};
pub use colour::{Mixture, mixed};
pub use distribution::{Brightness, Heights, sky_luminance_factor, sky_on_upright_face};
pub use light::{SkyLight, sky_light};
pub use twilight::total_horizontal;
