//! Land up to a horizon.

use super::grain::{grain, left, pixel_on_ground};
use crate::V;

/// How wide patches of ground are, in metres, and how far they go from light to dark.
const PATCHES: [(f32, f32); 4] = [(9.0, 0.16), (2.2, 0.2), (0.55, 0.25), (0.13, 0.35)];

/// How bright the ground is at a place, seen from a point.
pub(super) fn ground(at: V, from: V) -> f32 {
    // It is seen so flat that what is fine runs into lines: they are left out sooner.
    let pixel = 3.0 * pixel_on_ground(from.z, (at - from).length());
    let uneven: f32 = PATCHES.iter().map(|(size, by)| by * left(*size, pixel) * grain(at.x / size, at.y / size)).sum();
    (1.0 + uneven).clamp(0.4, 1.8)
}

/// How bright what rises over the horizon is along a way: woods and fields far off, each wider than high.
pub(super) fn ridge(way: V) -> f32 {
    let (across, up) = (way.x.atan2(way.y), way.z);
    1.0 + 0.22 * grain(across * 9.0, up * 40.0)
        + 0.16 * grain(across * 45.0, up * 120.0)
        + 0.1 * grain(across * 160.0, up * 300.0)
}

/// How much higher its edge stands for the trees on it, in degrees.
pub(super) fn trees(bearing: f32) -> f32 {
    0.12 * grain(bearing * 0.8, 0.0) + 0.1 * grain(bearing * 3.0, 5.0)
}
