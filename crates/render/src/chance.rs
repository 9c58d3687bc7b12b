//! Numbers by chance that are the same for the same seed.

use fnv::FnvHasher;
use rand_distr::{Distribution, Poisson, StandardNormal};
use rand_pcg::Pcg64Mcg;
use rand_pcg::rand_core::SeedableRng;
use std::hash::Hasher;

/// What numbers by chance begin with.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub struct Seed(u64);

impl Seed {
    /// From a word: the name of a device.
    #[must_use]
    pub fn of(word: &str) -> Seed {
        Seed(0).and_of(word)
    }

    /// Another of the same device, by a name.
    #[must_use]
    pub fn and_of(self, word: &str) -> Seed {
        let mut hasher = FnvHasher::with_key(self.0);
        hasher.write(word.as_bytes());
        Seed(hasher.finish())
    }

    /// Another of the same device, by number.
    #[must_use]
    pub fn and(self, number: u64) -> Seed {
        let mut hasher = FnvHasher::with_key(self.0);
        hasher.write_u64(number);
        Seed(hasher.finish())
    }

    /// The numbers that come of it.
    #[must_use]
    pub fn numbers(self) -> Pcg64Mcg {
        Pcg64Mcg::seed_from_u64(self.0)
    }

    /// A number about 0, spread by 1.
    #[must_use]
    pub fn normal(self) -> f64 {
        normal(&mut self.numbers())
    }
}

/// The next number about 0, spread by 1.
pub(crate) fn normal(numbers: &mut Pcg64Mcg) -> f64 {
    StandardNormal.sample(numbers)
}

/// How many of what comes by chance, where so many are expected.
pub(crate) fn count(numbers: &mut Pcg64Mcg, expected: f64) -> f64 {
    // None are expected: none come.
    Poisson::new(expected).map_or(0.0, |law| law.sample(numbers))
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    #[test]
    fn the_same_words_give_the_same_and_others_others() {
        let seed = Seed::of("camera");
        assert_eq!(seed.normal(), Seed::of("camera").normal());
        let others = [seed, Seed::of("meter"), seed.and_of("lens"), seed.and(1), seed.and(2), seed.and(1).and(2)];
        for (index, one) in others.iter().enumerate() {
            assert!(others[..index].iter().all(|other| other != one && other.normal() != one.normal()));
        }
        assert_eq!(count(&mut seed.numbers(), 0.0), 0.0);
    }

    proptest! {
        /// Seeds beside each other have nothing to do with each other: over any run of them numbers have no lean and spread by 1.
        #[test]
        fn seeds_in_a_row(first in any::<u64>()) {
            let all: Vec<f64> = (0..4000).map(|step| Seed::of("row").and(first.wrapping_add(step)).normal()).collect();
            let mean = all.iter().sum::<f64>() / all.len() as f64;
            let square = all.iter().map(|value| (value - mean).powi(2)).sum::<f64>() / all.len() as f64;
            prop_assert!(mean.abs() < 0.08 && (square - 1.0).abs() < 0.12, "{mean} {square}");
        }
    }
}
