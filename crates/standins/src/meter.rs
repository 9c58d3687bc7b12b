//! The light meter.

use tolva_render::Seed;

/// A light meter with an error of its own.
#[derive(Debug, Clone, Copy)]
pub struct Meter {
    seed: Seed,
}

/// How far meters are off, each always alike, in stops (makers state about ± 0.1; common practice).
const OFF: f64 = 0.07;
/// And how far one is from itself, from one pressing to the next.
const UNSTEADY: f64 = 0.02;
/// No meter shows more than this wrong: one that did would be sent in.
const MOST: f64 = 0.2;
/// What it shows ends in tenths of a stop.
const TENTHS: f64 = 10.0;

impl Meter {
    /// The meter of a seed.
    #[must_use]
    pub const fn of(seed: Seed) -> Meter {
        Meter { seed }
    }

    /// What it shows of a level in stops, at its so many-eth pressing: to a tenth of a stop.
    #[must_use]
    pub fn shows(&self, level: f64, pressing: u64) -> f64 {
        let own = self.seed.normal() * OFF;
        let now = self.seed.and(pressing.wrapping_add(1)).normal() * UNSTEADY;
        ((level + (own + now).clamp(-MOST, MOST)) * TENTHS).round() / TENTHS
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    proptest! {
        /// Never more off than a meter may be and its rounding, in tenths, and nearly the same each time.
        #[test]
        fn near_and_steady(level in -6.0f64..20.0, name in "[a-z]{1,8}", pressing in any::<u64>()) {
            let meter = Meter::of(Seed::of(&name));
            let shown = meter.shows(level, pressing);
            prop_assert!((shown - level).abs() <= MOST + 0.05 + 1e-9);
            prop_assert!((shown * TENTHS - (shown * TENTHS).round()).abs() < 1e-6);
            prop_assert!((shown - meter.shows(level, pressing.wrapping_add(7))).abs() < 0.31);
        }
    }

    /// Meters are off by something like a tenth, not by nothing: whoever judges by them has to see it.
    #[test]
    fn meters_differ() {
        let shown = |name: &str| Meter::of(Seed::of(name)).shows(10.0, 0);
        let all: Vec<f64> = ["a", "b", "c", "d", "e", "f", "g", "h"].iter().map(|name| shown(name)).collect();
        assert!(all.iter().any(|one| (one - all[0]).abs() > 0.05), "{all:?}");
    }
}
