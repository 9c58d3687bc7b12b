//! The sensor: what noise it adds to light, and where it clips.

use crate::chance::{Seed, count, normal};
use crate::rgb::Rgb;
use rayon::prelude::*;

/// A sensor.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Sensor {
    /// Millions of pixels.
    pub megapixels: f64,
    /// Its width and height in millimetres.
    pub size: (f64, f64),
    /// How far its sensitivity is turned over its base, in stops.
    pub over_base: f64,
}

/// Electrons a pixel of a sensor of 24 × 36 mm with 24 megapixels holds at its base sensitivity, and those its reading adds (from
/// memory: usual values).
const FULL: f64 = 50_000.0;
const READ: f64 = 3.0;
/// The area of a pixel of that sensor, in square millimetres.
const AREA: f64 = 36.0 * 24.0 / 24e6;

impl Sensor {
    /// Electrons that make a pixel clip.
    #[must_use]
    pub fn full(&self) -> f64 {
        let area = self.size.0 * self.size.1 / (self.megapixels.max(1e-3) * 1e6);
        FULL * area / AREA * (-self.over_base).exp2()
    }

    /// What it makes of light, 1 for mid-grey as it should be: noise of every pixel, and nothing over what clips, so many stops over
    /// mid-grey. Where there are fewer pixels than it has, as many of its own make one.
    #[must_use]
    pub fn exposes(&self, light: &[Rgb], headroom: f64, together: f64, seed: Seed) -> Vec<Rgb> {
        let most = headroom.exp2();
        let together = together.max(1.0);
        let each = self.full() / most * together;
        let read = READ * together.sqrt();
        let pixel = |(index, seen): (usize, &Rgb)| {
            let mut numbers = seed.and(index as u64).numbers();
            seen.map(|part| {
                let counted = count(&mut numbers, f64::from(part.max(0.0)) * each) + read * normal(&mut numbers);
                (counted / each).min(most) as f32
            })
        };
        light.par_iter().enumerate().map(pixel).collect()
    }

    /// Light against noise in a pixel, as a ratio, at a level in stops under clipping, where so many of its pixels make one.
    #[must_use]
    pub fn signal_to_noise(&self, under_clipping: f64, together: f64) -> f64 {
        let light = self.full() * (-under_clipping).exp2() * together;
        light / (light + READ * READ * together).sqrt()
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    const SENSOR: Sensor = Sensor { megapixels: 24.0, size: (36.0, 24.0), over_base: 0.0 };

    fn spread(taken: &[Rgb]) -> (f64, f64) {
        let all: Vec<f64> = taken.iter().map(|seen| f64::from(seen[1])).collect();
        let mean = all.iter().sum::<f64>() / all.len() as f64;
        (mean, (all.iter().map(|value| (value - mean).powi(2)).sum::<f64>() / all.len() as f64).sqrt())
    }

    /// Noise is what its model says, at every level and sensitivity: shot noise of the electrons and the reading's own. Worked by
    /// hand for mid-grey 3 stops under clipping at base: 6 250 electrons, 79 of noise, 79 to 1 a pixel.
    #[rstest]
    #[case::mid_grey(0.0, 0.0)]
    #[case::deep_shadow(-6.0, 0.0)]
    #[case::high_sensitivity(0.0, 6.0)]
    #[case::both(-5.0, 5.0)]
    fn noise_against_its_model(#[case] level: f64, #[case] over_base: f64) {
        let sensor = Sensor { megapixels: 0.02, over_base, size: (36.0, 24.0) };
        // Pixels as large as those of 24 megapixels, one each.
        let sensor = Sensor { size: (sensor.size.0 / 1200f64.sqrt(), sensor.size.1 / 1200f64.sqrt()), ..sensor };
        let light = vec![[level.exp2() as f32; 3]; 20_000];
        let (mean, noise) = spread(&sensor.exposes(&light, 3.0, 1.0, Seed::of("c")));
        assert!((mean / level.exp2() - 1.0).abs() < 0.02, "{mean}");
        let told = sensor.signal_to_noise(3.0 - level, 1.0);
        assert!((mean / noise / told - 1.0).abs() < 0.05, "{} {told}", mean / noise);
        if level == 0.0 && over_base == 0.0 {
            assert!((told - 79.0).abs() < 0.2, "{told}");
        }
    }

    /// A small frame averages its pixels: four times as many together are twice as quiet.
    #[test]
    fn a_small_frame_is_quiet() {
        let ratio = SENSOR.signal_to_noise(3.0, 100.0) / SENSOR.signal_to_noise(3.0, 25.0);
        assert!((ratio - 2.0).abs() < 1e-9);
    }

    #[test]
    fn what_clips_clips_and_frames_differ() {
        let light = vec![[20.0f32, 1.0, 0.0]; 400];
        let one = |number: u64| SENSOR.exposes(&light, 3.0, 1.0, Seed::of("c").and(number));
        assert!(one(1).iter().all(|seen| (seen[0] - 8.0).abs() < 1e-6));
        assert_ne!(one(1), one(2));
        assert_eq!(one(1), one(1));
    }
}
