//! Trees, bushes, a hedge.

use super::Standing;
use super::grain::{grain, left, pixel_at};

/// How wide boughs, twigs and leaves are, in metres, and how far they go from light to dark.
const PATCHES: [(f32, f32); 4] = [(1.5, 0.8), (0.45, 0.8), (0.14, 0.9), (0.05, 0.9)];
/// In so much of the outermost, in metres, there are gaps.
const THIN: f32 = 1.2;
/// How much darker it is at its foot, and how high up that goes, in metres.
const FOOT: (f32, f32) = (0.55, 2.5);

/// How bright it is at a place.
pub(super) fn seen(at: Standing) -> f32 {
    let pixel = pixel_at(at.off);
    // Each clump is light where it bulges out, with dark folds between: so noise is folded over.
    let folded = |x: f32, z: f32| 1.9 * grain(x, z).abs() - 0.5;
    let uneven: f32 =
        PATCHES.iter().map(|(size, by)| by * left(*size, pixel) * folded(at.x / size, at.z / size * 1.2)).sum();
    let foot = FOOT.0 + (1.0 - FOOT.0) * (at.z / FOOT.1).clamp(0.0, 1.0);
    (uneven.exp() * foot).clamp(0.05, 3.5)
}

/// Whether a place lies past its outermost leaves, or in a gap between them, where it is as high as this.
pub(super) fn is_past(at: Standing, top: f32) -> bool {
    let pixel = pixel_at(at.off);
    let edge = [(2.6, 1.0), (0.7, 0.6), (0.17, 0.35)];
    let own: f32 =
        edge.iter().map(|(size, by)| by * left(*size, pixel) * grain(at.x / size, 40.0 + at.z / size * 0.4)).sum();
    let under = top + own - at.z;
    let gap = left(0.2, pixel) * grain(at.x / 0.2, at.z / 0.2);
    under <= 0.0 || (under < THIN && gap > 0.12 + 0.4 * under / THIN)
}
