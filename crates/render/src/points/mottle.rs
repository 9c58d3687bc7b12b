use crate::V;
use noise::{Fbm, MultiFractal, NoiseFn, Perlin};
use std::sync::LazyLock;

/// How far from light to dark what is busy goes, as a part of how bright it is on the whole (the program's own look).
const DEPTH: f64 = 1.1;
/// Patches to a turn of one radian: some four degrees each, and finer ones in them.
const PATCHES: f64 = 14.0;

static DETAIL: LazyLock<Fbm<Perlin>> = LazyLock::new(|| Fbm::new(7).set_octaves(4).set_persistence(0.55));

/// What of a background full of detail is seen along a way, as a part of what it is on the whole.
pub(super) fn mottled(way: V) -> f32 {
    let at = [way.x, way.y, way.z].map(|part| f64::from(part) * PATCHES);
    (1.0 + DEPTH * DETAIL.get(at)).clamp(0.15, 2.5) as f32
}

#[cfg(test)]
mod tests {
    use super::*;
    use tolva_light::geometry::direction;

    /// On the whole it is as bright as it is, and from place to place it is not.
    #[test]
    fn as_bright_on_the_whole() {
        let all: Vec<f64> = (-90..90)
            .flat_map(|b| (-40..40).map(move |t| direction(f64::from(b), f64::from(t))))
            .map(|way| f64::from(mottled(crate::v(way))))
            .collect();
        let mean = all.iter().sum::<f64>() / all.len() as f64;
        let spread = (all.iter().map(|one| (one - mean).powi(2)).sum::<f64>() / all.len() as f64).sqrt();
        assert!((mean - 1.0).abs() < 0.05, "{mean}");
        assert!((0.1..0.5).contains(&spread), "{spread}");
    }
}
