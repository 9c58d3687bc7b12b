//! How much of a frame is at each level, in all and by channel.

use crate::rgb::{Rgb, luminance};
use serde::Serialize;

/// Steps to a stop.
const STEPS: f64 = 6.0;
/// Where the first step begins, in stops from mid-grey as it should be.
const LOWEST: f64 = -12.0;
/// How many there are.
const COUNT: usize = 128;
/// What a whole frame is.
const WHOLE: f64 = 10_000.0;

/// Ten-thousandths of a frame by sixths of a stop, from 12 stops under mid-grey on. What clips is in none of them.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Tones {
    /// By luminance.
    pub all: Vec<u16>,
    /// By red.
    pub red: Vec<u16>,
    /// By green.
    pub green: Vec<u16>,
    /// By blue.
    pub blue: Vec<u16>,
}

impl Tones {
    /// Counts pixels: linear light, 1 for mid-grey as it should be, and whether each clips.
    pub(crate) fn of(pixels: impl ExactSizeIterator<Item = (Rgb, bool)>) -> Tones {
        let whole = pixels.len().max(1) as f64;
        let mut counts = vec![[0u32; COUNT]; 4];
        for (seen, _) in pixels.filter(|(_, clips)| !clips) {
            for (counts, light) in counts.iter_mut().zip([luminance(seen), seen[0], seen[1], seen[2]]) {
                if light > 0.0 {
                    let step = ((f64::from(light).log2() - LOWEST) * STEPS).floor();
                    if (0.0..COUNT as f64).contains(&step) {
                        counts[step as usize] += 1;
                    }
                }
            }
        }
        let share = |count: u32| (f64::from(count) / whole * WHOLE).round() as u16;
        let mut shares = counts.into_iter().map(|counts| counts.map(share).to_vec());
        let mut next = || shares.next().unwrap_or_default();
        Tones { all: next(), red: next(), green: next(), blue: next() }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    fn at(level: f64) -> usize {
        ((level - LOWEST) * STEPS).round() as usize
    }

    /// Of a neutral pixel every channel is where its luminance is; a warm one has more red and less blue; what clips and what is
    /// black is counted nowhere.
    #[test]
    fn channels_are_counted_by_their_own_light() {
        let pixels = [([1.01; 3], false), ([2.02, 1.01, 0.505], false), ([9.0; 3], true), ([0.0; 3], false)];
        let tones = Tones::of(pixels.into_iter());
        // The warm one's luminance is 0.2126·2.02 + 0.7152·1.01 + 0.0722·0.505 = 1.188: a quarter of a stop over.
        assert_eq!((tones.all[at(0.0)], tones.all[at(1.0 / 6.0)]), (2_500, 2_500));
        assert_eq!((tones.red[at(0.0)], tones.green[at(0.0)]), (2_500, 5_000));
        assert_eq!((tones.red[at(1.0)], tones.blue[at(-1.0)], tones.blue[at(0.0)]), (2_500, 2_500, 2_500));
        for counted in [&tones.all, &tones.red, &tones.green, &tones.blue] {
            assert_eq!(counted.iter().map(|count| u32::from(*count)).sum::<u32>(), 5_000);
            assert_eq!(counted.len(), COUNT);
        }
    }

    #[test]
    fn no_pixels_have_no_tones() {
        assert!(Tones::of(std::iter::empty()).all.iter().all(|count| *count == 0));
    }
}
