//! The camera: what its sensor makes of a frame, and what its body, lens and flashes do that nobody told it.

use crate::chance::Seed;
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

    /// Light against noise in a pixel, as a ratio, at a level in stops under clipping, where so many of its pixels make one.
    #[must_use]
    pub fn signal_to_noise(&self, under_clipping: f64, together: f64) -> f64 {
        let light = self.full() * (-under_clipping).exp2() * together;
        light / (light + READ * READ * together).sqrt()
    }
}

/// A camera with errors of its own.
#[derive(Debug, Clone, Copy)]
pub struct Camera {
    seed: Seed,
}

/// How far bodies are off by what they say of their sensitivity, in stops (the program's own estimate).
const BODY: f64 = 0.12;
/// What lenses keep of the light, in stops, and how it differs (common practice: f-numbers are geometry).
const LENS: (f64, f64) = (0.2, 0.08);
/// How far flashes are off by what they say of their power, in stops.
const FLASH: f64 = 0.12;
/// Nothing is off by more than so many times as much.
const MOST: f64 = 2.5;

/// A frame taken: linear light of each pixel by channel, as the sensor had it; 1 for mid-grey as it should be.
#[derive(Debug, Clone, PartialEq)]
pub struct Taken {
    /// Red, green and blue.
    pub linear: Vec<[f32; 3]>,
}

impl Camera {
    /// The camera of a seed.
    #[must_use]
    pub const fn of(seed: Seed) -> Camera {
        Camera { seed }
    }

    /// By how many stops its frames come out brighter than they should, whatever lights them: body and lens.
    #[must_use]
    pub fn own(&self, body: &str, lens: &str) -> f64 {
        let of = |name: &str| self.named(name).normal().clamp(-MOST, MOST);
        BODY * of(body) - (LENS.0 + LENS.1 * of(lens))
    }

    /// By how many stops a flash gives more than it was set to.
    #[must_use]
    pub fn of_flash(&self, flash: &str) -> f64 {
        FLASH * self.named(flash).normal().clamp(-MOST, MOST)
    }

    fn named(&self, name: &str) -> Seed {
        self.seed.and(Seed::of(&[name]).share().to_bits())
    }

    /// What the sensor makes of light, in its so many-eth frame: noise of every pixel, and nothing over what clips, so many stops
    /// over mid-grey.
    #[must_use]
    pub fn takes(&self, light: &[[f32; 3]], sensor: &Sensor, headroom: f64, frame: u64) -> Taken {
        let most = headroom.exp2();
        // As many of its pixels make one of the frame's.
        let together = (sensor.megapixels * 1e6 / light.len().max(1) as f64).max(1.0);
        let each = sensor.full() / most * together;
        let read = READ * together.sqrt();
        let begins = self.seed.and(frame.wrapping_add(0x5eed));
        let pixel = |(index, seen): (usize, &[f32; 3])| {
            let mut seed = begins.and(index as u64);
            seen.map(|part| {
                let counted = seed.count(f64::from(part.max(0.0)) * each) + read * seed.normal();
                (counted / each).min(most) as f32
            })
        };
        Taken { linear: light.par_iter().enumerate().map(pixel).collect() }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    const SENSOR: Sensor = Sensor { megapixels: 24.0, size: (36.0, 24.0), over_base: 0.0 };

    fn spread(taken: &Taken) -> (f64, f64) {
        let all: Vec<f64> = taken.linear.iter().map(|seen| f64::from(seen[1])).collect();
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
        let (mean, noise) = spread(&Camera::of(Seed::of(&["c"])).takes(&light, &sensor, 3.0, 0));
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
        let camera = Camera::of(Seed::of(&["c"]));
        let light = vec![[20.0f32, 1.0, 0.0]; 400];
        let one = camera.takes(&light, &SENSOR, 3.0, 1);
        assert!(one.linear.iter().all(|seen| (seen[0] - 8.0).abs() < 1e-6));
        assert_ne!(one, camera.takes(&light, &SENSOR, 3.0, 2));
        assert_eq!(one, camera.takes(&light, &SENSOR, 3.0, 1));
    }

    /// Bodies, lenses and flashes each have their own error, the same every time, within what such things are off by.
    #[test]
    fn errors_are_hidden_but_steady() {
        let camera = Camera::of(Seed::of(&["studio"]));
        assert_eq!(camera.own("a", "b"), camera.own("a", "b"));
        assert_ne!(camera.own("a", "b"), camera.own("a", "c"));
        assert_ne!(camera.of_flash("x"), camera.of_flash("y"));
        for name in ["a", "b", "c", "d"] {
            assert!(camera.of_flash(name).abs() <= FLASH * MOST && camera.own(name, name).abs() < 0.8);
        }
    }
}
