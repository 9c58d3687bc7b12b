//! The camera: what its body, lens and flashes do that nobody told it.

use tolva_render::Seed;

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

    /// What begins the noise of its so many-eth frame.
    #[must_use]
    pub fn noise(&self, frame: u64) -> Seed {
        self.seed.and(frame.wrapping_add(0x5eed))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

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
