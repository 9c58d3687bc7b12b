//! What a hand that does not hold still makes of a frame: everything drawn out along one short line.

use crate::frame::Frame;
use crate::rgb::Rgb;
use rayon::prelude::*;

/// How far a camera turned while it exposed.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Shake {
    /// From side to side, as a share of the frame's width.
    pub across: f64,
    /// Up and down, as a share of its width too.
    pub down: f64,
}

impl Frame {
    /// The same with everything drawn out along the way a shake took; what comes from beyond the frame is taken to be as its edge.
    #[must_use]
    pub fn shaken(&self, shake: Shake) -> Frame {
        let (wide, high) = (self.size.0 as usize, self.size.1 as usize);
        let (across, down) = (shake.across * wide as f64, shake.down * wide as f64);
        let steps = across.hypot(down).ceil().clamp(0.0, wide as f64) as usize;
        if steps == 0 {
            return self.clone();
        }
        // So that nothing is moved on the whole: half the way before, half after.
        let offsets: Vec<(isize, isize)> = (0..=steps)
            .map(|step| step as f64 / steps as f64 - 0.5)
            .map(|part| ((across * part).round() as isize, (down * part).round() as isize))
            .collect();
        let moved = |at: usize, by: isize, count: usize| at.saturating_add_signed(by).min(count - 1);
        let mean = |index: usize| {
            let (x, y) = (index % wide, index / wide);
            let mut sum = [0.0f32; 4];
            for (right, lower) in &offsets {
                let from = moved(y, *lower, high) * wide + moved(x, *right, wide);
                let seen = self.linear[from];
                (0..3).for_each(|part| sum[part] += seen[part]);
                sum[3] += self.flash[from];
            }
            sum.map(|part| part / offsets.len() as f32)
        };
        let means: Vec<[f32; 4]> = (0..wide * high).into_par_iter().map(mean).collect();
        let linear = means.iter().map(|[red, green, blue, _]| [*red, *green, *blue]).collect();
        Frame { linear, flash: means.iter().map(|[.., flash]| *flash).collect(), ..self.clone() }
    }

    /// The light of this frame and of another of the same size together.
    #[must_use]
    pub fn with(&self, other: &Frame) -> Frame {
        let both = |(a, b): (&Rgb, &Rgb)| -> Rgb { [0, 1, 2].map(|part| a[part] + b[part]) };
        let linear = self.linear.iter().zip(&other.linear).map(both).collect();
        let flash = self.flash.iter().zip(&other.flash).map(|(a, b)| a + b).collect();
        Frame { linear, flash, ..self.clone() }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    fn frame(size: (u32, u32), light: impl Fn(u32, u32) -> f32) -> Frame {
        let places = (0..size.1).flat_map(|y| (0..size.0).map(move |x| (x, y)));
        let linear: Vec<Rgb> = places.map(|(x, y)| [light(x, y); 3]).collect();
        let none = vec![0.0; linear.len()];
        Frame { size, linear, flash: none.clone(), depths: none, headroom: 3.0 }
    }

    /// A bright line is drawn out as far as the shake goes, evenly, and along it nothing changes; its light stays the same.
    #[rstest]
    #[case::across(0.25, 0.0, 11)]
    #[case::along(0.0, 0.25, 1)]
    fn a_line_is_drawn_out(#[case] across: f64, #[case] down: f64, #[case] wanted: usize) {
        let still = frame((40, 30), |x, _| f32::from(u8::from(x == 20)));
        let seen = still.shaken(Shake { across, down });
        let row: Vec<f32> = seen.linear[15 * 40..16 * 40].iter().map(|seen| seen[0]).collect();
        assert_eq!(row.iter().filter(|light| **light > 0.0).count(), wanted);
        assert!((row.iter().sum::<f32>() - 1.0).abs() < 1e-5);
        let middle: f32 = row.iter().enumerate().map(|(x, light)| x as f32 * light).sum();
        assert!((middle - 20.0).abs() < 1e-3, "{middle}");
    }

    #[test]
    fn even_light_stays_even_and_two_lights_add() {
        let even = frame((20, 10), |_, _| 0.5);
        let seen = even.shaken(Shake { across: 0.4, down: 0.3 });
        assert!(seen.linear.iter().all(|seen| (seen[1] - 0.5).abs() < 1e-6));
        assert_eq!(even.with(&even).linear[0], [1.0; 3]);
        assert_eq!(even.shaken(Shake { across: 0.0, down: 0.0 }).linear, even.linear);
    }
}
