//! How much of a frame is at each level, in all and by channel.

use super::luminance;
use serde::{Deserialize, Serialize};
use std::sync::LazyLock;

/// Steps to a stop.
const STEPS: f64 = 6.0;
/// Where the first step begins, in stops from mid-grey as it should be.
const LOWEST: f64 = -12.0;
/// How many there are.
const COUNT: usize = 128;
/// What a whole frame is.
const WHOLE: f64 = 10_000.0;

/// Ten-thousandths of a frame by sixths of a stop, from 12 stops under mid-grey on. What clips is in none of them.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
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

/// Of a number's bits so many at the end are left out: 128 steps to a stop stay.
const LEFT_OUT: u32 = 16;
/// What is on no step.
const NOWHERE: u8 = u8::MAX;

/// The step a light is on, by the first bits of its number: a table takes a tenth of the time of a logarithm.
static STEP: LazyLock<Vec<u8>> = LazyLock::new(|| {
    let step = |bits: u32| {
        // The middle of what these bits stand for.
        let light = f64::from(f32::from_bits((bits << LEFT_OUT) + (1 << (LEFT_OUT - 1))));
        let step = ((light.log2() - LOWEST) * STEPS).floor();
        if light > 0.0 && (0.0..COUNT as f64).contains(&step) { step as u8 } else { NOWHERE }
    };
    (0..1 << (31 - LEFT_OUT)).map(step).collect()
});

/// Counts the pixels of a frame, one after the other.
#[derive(Debug, Clone)]
pub struct Tally {
    counts: [[u32; COUNT]; 4],
    pixels: u64,
    steps: &'static [u8],
}

impl Default for Tally {
    fn default() -> Self {
        Tally { counts: [[0; COUNT]; 4], pixels: 0, steps: &STEP }
    }
}

impl Tally {
    /// Counts a pixel: linear light, 1 for mid-grey as it should be, and whether it clips.
    pub fn count(&mut self, seen: [f32; 3], clips: bool) {
        self.pixels += 1;
        if clips {
            return;
        }
        for (counts, light) in self.counts.iter_mut().zip([luminance(seen), seen[0], seen[1], seen[2]]) {
            // A sign would be beyond the table, as light below nothing is.
            let step = self.steps.get((light.to_bits() >> LEFT_OUT) as usize).copied().unwrap_or(NOWHERE);
            if let Some(count) = counts.get_mut(usize::from(step)) {
                *count += 1;
            }
        }
    }

    /// What was counted, as shares.
    #[must_use]
    pub fn tones(&self) -> Tones {
        let whole = self.pixels.max(1) as f64;
        let share = |count: &u32| (f64::from(*count) / whole * WHOLE).round() as u16;
        let [all, red, green, blue] = self.counts.each_ref().map(|counts| counts.iter().map(share).collect());
        Tones { all, red, green, blue }
    }
}

impl FromIterator<([f32; 3], bool)> for Tones {
    fn from_iter<T: IntoIterator<Item = ([f32; 3], bool)>>(pixels: T) -> Tones {
        let mut tally = Tally::default();
        pixels.into_iter().for_each(|(seen, clips)| tally.count(seen, clips));
        tally.tones()
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
        let tones: Tones = pixels.into_iter().collect();
        // The warm one's luminance is 0.2126·2.02 + 0.7152·1.01 + 0.0722·0.505 = 1.188: a quarter of a stop over.
        assert_eq!((tones.all[at(0.0)], tones.all[at(1.0 / 6.0)]), (2_500, 2_500));
        assert_eq!((tones.red[at(0.0)], tones.green[at(0.0)]), (2_500, 5_000));
        assert_eq!((tones.red[at(1.0)], tones.blue[at(-1.0)], tones.blue[at(0.0)]), (2_500, 2_500, 2_500));
        for counted in [&tones.all, &tones.red, &tones.green, &tones.blue] {
            assert_eq!(counted.iter().map(|count| u32::from(*count)).sum::<u32>(), 5_000);
            assert_eq!(counted.len(), COUNT);
        }
    }

    /// The table says what the logarithm does, but within a hundredth of a stop of where a step begins.
    #[test]
    fn the_table_is_the_logarithm() {
        for hundredth in -1_250..1_000 {
            let level = f64::from(hundredth) / 100.0 + 0.003;
            let wanted = ((level - LOWEST) * STEPS).floor();
            if ((level - LOWEST) * STEPS - wanted - 0.5).abs() > 0.44 {
                continue;
            }
            let mut tally = Tally::default();
            tally.count([level.exp2() as f32; 3], false);
            let found = tally.counts[1].iter().position(|count| *count == 1);
            assert_eq!(found, (0.0..COUNT as f64).contains(&wanted).then_some(wanted as usize), "{level}");
        }
        let mut tally = Tally::default();
        tally.count([-0.5, f32::NAN, f32::INFINITY], false);
        assert!(tally.counts.as_flattened().iter().all(|count| *count == 0));
    }

    #[test]
    fn no_pixels_have_no_tones() {
        assert!(Tally::default().tones().all.iter().all(|count| *count == 0));
    }
}
