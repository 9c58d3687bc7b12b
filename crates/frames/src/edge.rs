//! How wide the sharpest edges of a part of a frame are: what focus, shake and movement left of them.
//!
//! An edge is blurred once more by a known amount; by how much its steepness falls tells how far it was blurred already (the ratio of
//! gradients of Zhuo & Sim, "Defocus map estimation from a single image", Pattern Recognition 44, 2011; from memory). Across and down
//! are told each for itself, since a shake draws out one of them.

use crate::mark::Seen;

/// How wide edges are, as the standard deviation of a bell that would blur a perfect edge so, in pixels of the file.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Edges {
    /// Of edges that stand upright: blur from side to side. None where there are too few.
    pub across: Option<f64>,
    /// Of edges that lie: blur up and down.
    pub down: Option<f64>,
}

impl Edges {
    /// As the frame is seen, of what was told as it is stored.
    pub(crate) const fn seen(self, seen: Seen) -> Edges {
        if seen.is_on_its_side() { Edges { across: self.down, down: self.across } } else { self }
    }
}

/// The blurs that are compared, in pixels: the least that is not small beside what is found is believed.
const AGAIN: [(f64, f64); 3] = [(0.0, 1.5), (2.0, 4.0), (5.0, 10.0)];
/// What is found is believed up to this share of the blur put on.
const BELIEVED: f64 = 0.8;
/// An edge is believed where it is at least this many times as steep as noise is.
const OVER_NOISE: f32 = 8.0;
/// And at least this share of the steepest.
const OF_THE_STEEPEST: f32 = 0.35;
/// Fewer places of an edge than this tell nothing.
const FEWEST: usize = 24;
/// The sharpest share of the places tells: what lies before and behind the focus is not counted against it.
const SHARPEST: f64 = 0.25;
/// Light from here on, of 1, is burnt or nearly so: an edge that ends in it looks steeper than it is.
const BURNT: f32 = 0.95;
/// So many pixels to either side of an edge it must not be there.
const BESIDE: usize = 6;
/// What looking at two neighbours adds to an edge's variance, in square pixels.
const NEIGHBOURS: f64 = 1.0 / 3.0;

/// How steep plain noise of deviation 1 is along a row that was blurred by a bell of so many pixels: 1/√2 between the neighbours of a
/// pixel, else that of the bell's slope.
fn steepness_of_noise(blurred: f64) -> f32 {
    let bell = 4.0 * std::f64::consts::PI.sqrt() * blurred.powi(3);
    (1.0 / bell.max(2.0)).sqrt() as f32
}

/// A part of a frame in linear light.
pub(crate) struct Part {
    width: usize,
    light: Vec<f32>,
}

impl Part {
    pub(crate) fn new(width: usize, light: Vec<f32>) -> Part {
        Part { width: width.max(1), light }
    }

    fn height(&self) -> usize {
        self.light.len() / self.width
    }

    fn turned(&self) -> Part {
        let (width, height) = (self.width, self.height());
        let light = (0..width).flat_map(|x| (0..height).map(move |y| self.light[y * width + x])).collect();
        Part { width: height.max(1), light }
    }

    /// Blurred along its rows by a bell of so many pixels.
    fn blurred(&self, by: f64) -> Part {
        let reach = (by * 3.0).ceil() as usize;
        let bell: Vec<f32> =
            (0..=2 * reach).map(|at| (-0.5 * ((at as f64 - reach as f64) / by).powi(2)).exp() as f32).collect();
        let whole: f32 = bell.iter().sum();
        let mut light = Vec::with_capacity(self.light.len());
        for row in self.light.chunks_exact(self.width) {
            let last = row.len() - 1;
            light.extend((0..row.len()).map(|x| {
                let sum: f32 = bell
                    .iter()
                    .enumerate()
                    .map(|(at, part)| part * row[(x + at).saturating_sub(reach).min(last)])
                    .sum();
                sum / whole
            }));
        }
        Part { width: self.width, light }
    }

    /// How steep it is along its rows, from neighbour to neighbour.
    fn steep(&self) -> Vec<f32> {
        let mut steep = vec![0.0; self.light.len()];
        for (row, out) in self.light.chunks_exact(self.width).zip(steep.chunks_exact_mut(self.width)) {
            for x in 1..self.width.saturating_sub(1) {
                out[x] = (row[x + 1] - row[x - 1]) / 2.0;
            }
        }
        steep
    }

    /// The deviation of noise, from how far neighbours of flat places differ (the median, so that edges do not count).
    fn noise(&self) -> f32 {
        let mut apart: Vec<f32> = self
            .light
            .chunks_exact(self.width)
            .step_by(3)
            .flat_map(|row| row.windows(3).map(|near| (near[0] - 2.0 * near[1] + near[2]).abs()))
            .collect();
        if apart.is_empty() {
            return 0.0;
        }
        let middle = apart.len() / 2;
        // A second difference of plain noise is √6 as wide as it; a median is 0.6745 of a deviation.
        *apart.select_nth_unstable_by(middle, f32::total_cmp).1 / 0.6745 / 6f32.sqrt()
    }

    /// Places of edges that its rows cross: the steepest along them, well over noise, not burnt.
    fn edge_places(&self, steep: &[f32], other: &[f32], noise: f32) -> Vec<usize> {
        let mut all: Vec<f32> = steep.iter().map(|steep| steep.abs()).collect();
        let place = all.len().saturating_sub(1) * 999 / 1000;
        if all.is_empty() {
            return Vec::new();
        }
        let steepest = *all.select_nth_unstable_by(place, f32::total_cmp).1;
        let least = (steepest * OF_THE_STEEPEST).max(noise * OVER_NOISE).max(f32::MIN_POSITIVE);
        let width = self.width;
        let on_edge = |at: &usize| {
            let (x, here) = (at % width, steep[*at].abs());
            let inside = x > 0 && x + 1 < width;
            let beside = || &self.light[at - x.min(BESIDE)..=at + (width - 1 - x).min(BESIDE)];
            here >= least
                && inside
                && here >= steep[at - 1].abs()
                && here > steep[at + 1].abs()
                && here > 2.0 * other[*at].abs()
                && beside().iter().all(|light| *light < BURNT)
        };
        (0..steep.len()).filter(on_edge).collect()
    }

    /// How wide the sharpest edges are that its rows cross.
    fn along(&self, steep: &[f32], other: &[f32]) -> Option<f64> {
        let (mut found, noise) = (None, self.noise());
        for (before, again) in AGAIN {
            // Blurred a little first, an edge of even slope, as a shake makes, has its steepest place in its middle.
            let first = if before > 0.0 { self.blurred(before).steep() } else { steep.to_vec() };
            let places = self.edge_places(&first, other, noise * steepness_of_noise(before));
            if places.len() < FEWEST {
                continue;
            }
            let blurred = self.blurred(again).steep();
            let mut widths: Vec<f64> = places
                .iter()
                .map(|at| {
                    let square = f64::from(first[*at] / blurred[*at]).powi(2);
                    let wide = (again * again - square * before * before) / (square - 1.0).max(1e-6) - NEIGHBOURS;
                    wide.max(0.0).sqrt()
                })
                .collect();
            let nth = (widths.len() as f64 * SHARPEST) as usize;
            let width = *widths.select_nth_unstable_by(nth, f64::total_cmp).1;
            found = Some(width);
            if width <= BELIEVED * again {
                break;
            }
        }
        found.filter(|width| *width < f64::from(crate::CROP))
    }

    /// How wide its sharpest edges are, across and down.
    pub(crate) fn edges(&self) -> Edges {
        let turned = self.turned();
        let (across, down) = (self.steep(), turned.steep());
        let back = Part::new(turned.width, down.clone()).turned().light;
        let over = Part::new(self.width, across.clone()).turned().light;
        Edges { across: self.along(&across, &back), down: turned.along(&down, &over) }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// The share of a standard bell below a place, by its own series (Abramowitz & Stegun 26.2.10), not by what is tested.
    fn below(z: f64) -> f64 {
        if z.abs() > 6.0 {
            return if z > 0.0 { 1.0 } else { 0.0 };
        }
        let (mut term, mut sum) = (z, z);
        for n in 1..200 {
            term *= -z * z / (2.0 * f64::from(n));
            sum += term / f64::from(2 * n + 1);
        }
        0.5 + sum / (2.0 * std::f64::consts::PI).sqrt()
    }

    /// A square of light whose sides are blurred so far across and down, with noise of so much.
    fn edge(across: f64, down: f64, noise: f64) -> Part {
        let (width, height) = (220, 200);
        let mut chance = chances(7);
        let side = |at: f64, blur: f64| {
            let blur = blur.max(1e-3);
            below((at - 60.0) / blur) - below((at - 150.0) / blur)
        };
        let light = (0..height)
            .flat_map(|y| (0..width).map(move |x| (x, y)))
            .map(|(x, y)| {
                let value = 0.1 + 0.6 * side(f64::from(x) + 0.5, across) * side(f64::from(y) + 0.5, down);
                (value + noise * chance()) as f32
            })
            .collect();
        Part::new(width as usize, light)
    }

    /// Even chances from −√3 to √3, whose deviation is 1: a plain linear congruence (Knuth).
    fn chances(seed: u64) -> impl FnMut() -> f64 {
        let mut state = seed;
        move || {
            state = state.wrapping_mul(6_364_136_223_846_793_005).wrapping_add(1_442_695_040_888_963_407);
            (((state >> 33) as f64) / f64::from(1u32 << 31) - 0.5) * 12f64.sqrt()
        }
    }

    #[rstest]
    #[case::as_sharp_as_pixels(0.5, 0.5, 0.0)]
    #[case::a_little(1.5, 1.5, 0.0)]
    #[case::out_of_focus(6.0, 6.0, 0.0)]
    #[case::far_out(14.0, 14.0, 0.0)]
    #[case::drawn_out_sideways(8.0, 1.0, 0.0)]
    #[case::drawn_out_upright(1.0, 5.0, 0.0)]
    #[case::in_noise(2.0, 2.0, 0.006)]
    fn widths_are_found(#[case] across: f64, #[case] down: f64, #[case] noise: f64) {
        let found = edge(across, down, noise).edges();
        for (found, wanted) in [(found.across, across), (found.down, down)] {
            let found = found.unwrap();
            assert!((found - wanted).abs() < 0.2 + 0.15 * wanted, "{found} for {wanted}");
        }
    }

    /// A shake draws an edge out into an even slope, whose deviation is its length over the root of twelve; by the ratio it is told to
    /// within a factor, in noise as a camera's file has it.
    #[rstest]
    #[case(12.0, 0.0)]
    #[case(30.0, 0.0)]
    #[case(30.0, 0.004)]
    fn a_shake_is_told_of(#[case] long: f64, #[case] noise: f64) {
        let mut chance = chances(11);
        let ramp = |at: f64| ((at - 60.0) / long).clamp(0.0, 1.0) - ((at - 150.0) / long).clamp(0.0, 1.0);
        let light = (0..200 * 220).map(|at| (f64::from(at % 220) + 0.5, at / 220)).map(|(x, y)| {
            let upright = f64::from(u8::from((60..150).contains(&y)));
            (0.1 + 0.4 * ramp(x) * upright + noise * chance()) as f32
        });
        let found = Part::new(220, light.collect()).edges();
        let (across, wanted) = (found.across.unwrap(), long / 12f64.sqrt());
        assert!(across > 0.6 * wanted && across < 1.8 * wanted, "{across} for {wanted}");
        assert!(found.down.unwrap() < 1.5, "{found:?}");
    }

    /// An edge that runs into white is cut short there and looks sharper than it is: it is not told of.
    #[test]
    fn burnt_edges_tell_nothing() {
        let burnt: Vec<f32> = edge(5.0, 5.0, 0.0).light.iter().map(|light| (light * 2.0).min(1.0)).collect();
        assert_eq!(Part::new(220, burnt).edges(), Edges { across: None, down: None });
    }

    #[rstest]
    #[case::even(Part::new(64, vec![0.4; 64 * 64]))]
    #[case::nothing(Part::new(0, Vec::new()))]
    #[case::one_row(Part::new(64, vec![0.4; 64]))]
    #[case::only_noise({
        let mut chance = chances(3);
        Part::new(64, (0..64 * 64).map(|_| (0.4 + 0.05 * chance()) as f32).collect())
    })]
    fn without_edges_nothing_is_told(#[case] part: Part) {
        assert_eq!(part.edges(), Edges { across: None, down: None });
    }

    #[test]
    fn what_is_seen_on_its_side_is_told_as_seen() {
        let edges = Edges { across: Some(1.0), down: Some(2.0) };
        let on_its_side = Seen(image::metadata::Orientation::Rotate90);
        assert_eq!(edges.seen(on_its_side), Edges { across: Some(2.0), down: Some(1.0) });
        assert_eq!(edges.seen(Seen::AS_STORED), edges);
    }
}
