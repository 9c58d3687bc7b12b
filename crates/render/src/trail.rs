//! What moves draws a trail through the whole exposure where the ambient lights it, and is frozen where flash does: put together from
//! what it sends itself and what stands behind it, without tracing.

use crate::rgb::Rgb;

/// Less than this, in pixels, is not seen.
const SEEN: f64 = 0.75;

/// A row of pixels in the making: ambient and flash of what stands still, of what moves, and the share of each pixel that it covers.
#[derive(Debug, Clone)]
pub(crate) struct Row {
    pub(crate) still: Vec<(Rgb, Rgb)>,
    pub(crate) moving: Vec<(Rgb, Rgb)>,
    pub(crate) covers: Vec<f32>,
}

/// From where to where, in pixels to the right of where flash finds it, something moves; none where it is not seen to.
pub(crate) fn path(trail: tolva_light::set::Trail, width: usize) -> Option<(f64, f64)> {
    let long = trail.share * width as f64;
    if long < SEEN {
        return None;
    }
    Some(if trail.flash_at_end { (-long, 0.0) } else { (0.0, long) })
}

/// The mean of a row's values between two places, told in pixels from its left edge; nothing beyond its ends.
struct Means<const N: usize> {
    sums: Vec<[f64; N]>,
}

impl<const N: usize> Means<N> {
    fn of(values: impl Iterator<Item = [f32; N]>) -> Means<N> {
        let mut sums = vec![[0.0; N]];
        for value in values {
            let mut next = sums[sums.len() - 1];
            (0..N).for_each(|part| next[part] += f64::from(value[part]));
            sums.push(next);
        }
        Means { sums }
    }

    fn up_to(&self, place: f64) -> [f64; N] {
        let last = self.sums.len() - 1;
        let place = place.clamp(0.0, last as f64);
        let whole = (place as usize).min(last.saturating_sub(1));
        let (low, high) = (self.sums[whole], self.sums[(whole + 1).min(last)]);
        let along = place - whole as f64;
        std::array::from_fn(|part| low[part] + (high[part] - low[part]) * along)
    }

    fn between(&self, from: f64, to: f64) -> [f64; N] {
        let (low, high) = (self.up_to(from), self.up_to(to));
        std::array::from_fn(|part| (high[part] - low[part]) / (to - from))
    }
}

impl Row {
    pub(crate) fn of(width: usize) -> Row {
        let none = vec![([0.0; 3], [0.0; 3]); width];
        Row { still: none.clone(), moving: none, covers: vec![0.0; width] }
    }

    /// What each pixel gets of ambient and of flash, where what moves goes from one place to another.
    pub(crate) fn composed(&self, (from, to): (f64, f64)) -> Vec<(Rgb, Rgb)> {
        let lit = Means::of(self.moving.iter().map(|(ambient, _)| *ambient));
        let covers = Means::of(self.covers.iter().map(|covers| [*covers]));
        let pixel = |at: usize| {
            // What is at a pixel at some time was a way to its left: as wide as the way and the pixel's own.
            let (left, right) = (at as f64 + 0.5 - to, at as f64 + 0.5 - from);
            let (lit, [covered]) = (lit.between(left, right), covers.between(left, right));
            let (still, moving) = (self.still[at], self.moving[at]);
            let ambient = std::array::from_fn(|part| lit[part] as f32 + (1.0 - covered as f32) * still.0[part]);
            let flash = std::array::from_fn(|part| moving.1[part] + (1.0 - self.covers[at]) * still.1[part]);
            (ambient, flash)
        };
        (0..self.still.len()).map(pixel).collect()
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use tolva_light::set::Trail;

    /// A white post of four pixels before a black ground, by ambient, goes eight to the right: each pixel it passes has it for half
    /// the time at most, and as much light as before is in the row. Flash finds it where it was (worked by hand).
    #[test]
    fn a_post_goes_by() {
        let mut row = Row::of(40);
        for at in 10..14 {
            row.moving[at] = ([1.0; 3], [2.0; 3]);
            row.covers[at] = 1.0;
        }
        let seen = row.composed((0.0, 8.0));
        let sum: f32 = seen.iter().map(|(ambient, _)| ambient[0]).sum();
        assert!((sum - 4.0).abs() < 1e-4, "{sum}");
        assert!((seen[16].0[0] - 0.5).abs() < 1e-5 && seen[9].0[0] == 0.0 && seen[23].0[0] == 0.0, "{seen:?}");
        assert_eq!((seen[10].1[0], seen[14].1[0]), (2.0, 0.0));
        // With the flash at the end the trail lies behind it.
        let seen = row.composed((-8.0, 0.0));
        assert!(seen[6].0[0] > 0.4 && seen[15].0[0] == 0.0);
    }

    #[test]
    fn a_step_too_small_to_see() {
        assert_eq!(path(Trail { share: 0.001, flash_at_end: false }, 400), None);
        assert_eq!(path(Trail { share: 0.01, flash_at_end: true }, 400), Some((-4.0, 0.0)));
    }

    proptest! {
        /// Before a ground as bright as itself nothing is seen to move, however far it goes.
        #[test]
        fn alike_before_alike(long in 1.0f64..60.0, first in 0usize..30, wide in 1usize..10, light in 0.1f32..4.0) {
            let mut row = Row::of(40);
            row.still.iter_mut().for_each(|still| *still = ([light; 3], [light; 3]));
            for at in first..first + wide {
                row.moving[at] = ([light; 3], [light; 3]);
                row.covers[at] = 1.0;
            }
            for seen in row.composed((0.0, long)) {
                prop_assert!((seen.0[0] - light).abs() < 1e-4 * light.max(1.0) && (seen.1[0] - light).abs() < 1e-5 * light.max(1.0));
            }
        }
    }
}
