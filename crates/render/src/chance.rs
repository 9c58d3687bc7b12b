//! Numbers by chance that are the same for the same seed.

use std::f64::consts::TAU;

/// What numbers by chance begin with.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub struct Seed(u64);

impl Seed {
    /// From words: the name of a device and of what is asked of it (FNV-1a).
    #[must_use]
    pub fn of(words: &[&str]) -> Seed {
        let mut hash = 0xcbf2_9ce4_8422_2325_u64;
        for word in words {
            for byte in word.bytes().chain([0x1f]) {
                hash = (hash ^ u64::from(byte)).wrapping_mul(0x0100_0000_01b3);
            }
        }
        Seed(hash)
    }

    /// Another for the same device, by number.
    #[must_use]
    pub const fn and(self, number: u64) -> Seed {
        Seed(self.0 ^ number.wrapping_mul(0x9e37_79b9_7f4a_7c15).rotate_left(17))
    }

    /// The next number, and what comes after it (Steele, Lea & Flood 2014, SplitMix).
    const fn next(&mut self) -> u64 {
        self.0 = self.0.wrapping_add(0x9e37_79b9_7f4a_7c15);
        let mut mixed = self.0;
        mixed = (mixed ^ (mixed >> 30)).wrapping_mul(0xbf58_476d_1ce4_e5b9);
        mixed = (mixed ^ (mixed >> 27)).wrapping_mul(0x94d0_49bb_1331_11eb);
        mixed ^ (mixed >> 31)
    }

    /// From 0 up to 1.
    pub fn share(&mut self) -> f64 {
        (self.next() >> 11) as f64 / (1u64 << 53) as f64
    }

    /// About 0, spread by 1 (Box & Muller 1958).
    pub fn normal(&mut self) -> f64 {
        let (a, b) = (1.0 - self.share(), self.share());
        (-2.0 * a.ln()).sqrt() * (TAU * b).cos()
    }

    /// How many of what comes by chance, where so many are expected; by the normal law where they are many.
    pub fn count(&mut self, expected: f64) -> f64 {
        const MANY: f64 = 30.0;
        if expected <= 0.0 {
            return 0.0;
        }
        if expected > MANY {
            return (expected + expected.sqrt() * self.normal()).max(0.0);
        }
        // Knuth's product of shares.
        let (least, mut product, mut count) = ((-expected).exp(), self.share(), 0.0);
        while product > least {
            product *= self.share();
            count += 1.0;
        }
        count
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    fn spread(mut of: impl FnMut() -> f64) -> (f64, f64) {
        let all: Vec<f64> = (0..20_000).map(|_| of()).collect();
        let mean = all.iter().sum::<f64>() / all.len() as f64;
        (mean, all.iter().map(|value| (value - mean).powi(2)).sum::<f64>() / all.len() as f64)
    }

    #[test]
    fn the_normal_law_has_no_lean_and_spreads_by_one() {
        let mut seed = Seed::of(&["normal"]);
        let (mean, square) = spread(|| seed.normal());
        assert!(mean.abs() < 0.03 && (square - 1.0).abs() < 0.05, "{mean} {square}");
    }

    /// What is counted spreads by the root of what is expected (Poisson), few or many.
    #[rstest]
    #[case::few(2.5)]
    #[case::some(29.0)]
    #[case::many(400.0)]
    fn counts(#[case] expected: f64) {
        let mut seed = Seed::of(&["counts"]);
        let (mean, square) = spread(|| seed.count(expected));
        assert!((mean / expected - 1.0).abs() < 0.02 && (square / expected - 1.0).abs() < 0.06, "{mean} {square}");
    }

    #[test]
    fn the_same_words_give_the_same_and_others_others() {
        let one = |words: &[&str]| Seed::of(words).share();
        assert_eq!(one(&["a", "b"]), one(&["a", "b"]));
        assert_ne!(one(&["a", "b"]), one(&["ab"]));
        assert_ne!(Seed::of(&["a"]).and(1).share(), Seed::of(&["a"]).and(2).share());
        assert_eq!(Seed::of(&["a"]).count(0.0), 0.0);
    }
}
