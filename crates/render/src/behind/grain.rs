use crate::sequence::{hash, unit};
use noise::{NoiseFn, Perlin};
use std::sync::LazyLock;

static GRAIN: LazyLock<Perlin> = LazyLock::new(|| Perlin::new(11));

/// Uneven from place to place, from about −1 to 1 with a mean of none, in patches of one unit.
pub(crate) fn grain(x: f32, y: f32) -> f32 {
    // Off the places between patches, where it is always even.
    GRAIN.get([f64::from(x) + 0.37, f64::from(y) + 0.61]) as f32
}

/// As fine as this the eye of a picture goes, as a sine (about a pixel of a small one).
const PIXEL: f32 = 0.0015;

/// How much of what is so fine is left where a pixel is so wide.
pub(super) fn left(size: f32, pixel: f32) -> f32 {
    (1.0 - pixel / size).clamp(0.0, 1.0)
}

/// How wide a pixel is on what stands upright so far off.
pub(super) fn pixel_at(off: f32) -> f32 {
    off * PIXEL
}

/// How wide it is along level ground, seen from a height so far off.
pub(super) fn pixel_on_ground(height: f32, off: f32) -> f32 {
    off * off / height.max(0.1) * PIXEL
}

/// A number from 0 to 1 that belongs to another, always the same.
pub(super) const fn own(of: i32, which: u32) -> f32 {
    unit(hash(of.cast_unsigned() ^ hash(which)))
}
