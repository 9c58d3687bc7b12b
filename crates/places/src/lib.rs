//! Finds places without a network: towns by name, time zones by coordinates.

mod plain;
mod towns;
mod zones;

pub use towns::{Town, towns};
pub use zones::zone_at;

/// Whose data this is, to be shown where it is used.
pub const CREDIT: &str = "Towns: GeoNames, CC BY 4.0. Time zones: OpenStreetMap contributors, ODbL 1.0.";
