//! The camera: what its body, lens and flashes do that nobody told it.

use tolva_render::{Seed, Shake};

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
/// How much longer or shorter than the rule hands hold still, in stops (the program's own estimate).
const HAND: f64 = 0.5;
/// Nothing is off by more than so many times as much.
const MOST: f64 = 2.5;

impl Camera {
    /// The camera of a seed.
    #[must_use]
    pub const fn of(seed: Seed) -> Camera {
        Camera { seed }
    }

    /// By how many stops its frames come out brighter than they should, whatever lights them: body and lens.
    #[must_use]
    pub fn own(&self, body: &str, lens: &str) -> f64 {
        let of = |name: &str| self.seed.and_of(name).normal().clamp(-MOST, MOST);
        BODY * of(body) - (LENS.0 + LENS.1 * of(lens))
    }

    /// By how many stops a flash gives more than it was set to.
    #[must_use]
    pub fn of_flash(&self, flash: &str) -> f64 {
        FLASH * self.seed.and_of(flash).normal().clamp(-MOST, MOST)
    }

    /// How a hand shakes in its so many-eth frame, which is sharp, within a circle of a share of the frame's width, with such odds: the
    /// way of a random walk, whose square is spread as waiting times are.
    #[must_use]
    pub fn shake(&self, frame: u64, odds: f64, circle: f64) -> Shake {
        let seed = self.seed.and(frame.wrapping_add(0x5_4a4e));
        let hand = (HAND * self.seed.and_of("hand").normal().clamp(-MOST, MOST)).exp2();
        let rate = -(1.0 - odds.clamp(1e-6, 1.0 - 1e-9)).ln() * hand;
        // Two even chances from one bell each: how far, and which way.
        let [far, way] = [1, 2].map(|at| seed.and(at).normal());
        let (next, other) = (seed.and(3).normal(), way.atan2(far));
        let waits = (next * next + seed.and(4).normal().powi(2)) / 2.0;
        let long = circle * (waits / rate).sqrt();
        Shake { across: long * other.cos(), down: long * other.sin() }
    }

    /// What begins the noise of its so many-eth frame.
    #[must_use]
    pub fn noise(&self, frame: u64) -> Seed {
        self.seed.and(frame.wrapping_add(0x5eed))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// So many frames are sharp as the odds say, by the hand this camera is in: over the whole spread of odds, within chance.
    #[rstest]
    #[case(0.8)]
    #[case(0.3)]
    #[case(0.05)]
    fn hands_shake_by_the_odds(#[case] odds: f64) {
        let frames = 4_000;
        for word in ["a", "b"] {
            let camera = Camera::of(Seed::of(word));
            let hand = (HAND * Seed::of(word).and_of("hand").normal().clamp(-MOST, MOST)).exp2();
            let wanted = 1.0 - (1.0 - odds).powf(hand);
            let is_sharp = |frame: &u64| {
                let shake = camera.shake(*frame, odds, 0.001);
                shake.across.hypot(shake.down) < 0.001
            };
            let sharp = (0..frames).filter(is_sharp).count() as f64 / frames as f64;
            assert!((sharp - wanted).abs() < 0.03, "{sharp} for {wanted}");
        }
    }

    /// Bodies, lenses and flashes each have their own error, the same every time, within what such things are off by.
    #[test]
    fn errors_are_hidden_but_steady() {
        let camera = Camera::of(Seed::of("studio"));
        assert_eq!(camera.own("a", "b"), camera.own("a", "b"));
        assert_ne!(camera.own("a", "b"), camera.own("a", "c"));
        assert_ne!(camera.of_flash("x"), camera.of_flash("y"));
        for name in ["a", "b", "c", "d"] {
            assert!(camera.of_flash(name).abs() <= FLASH * MOST && camera.own(name, name).abs() < 0.8);
        }
    }
}
