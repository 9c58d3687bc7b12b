use std::f64::consts::TAU;
use std::sync::LazyLock;

/// The most sides a ring has.
const MOST: usize = 64;

/// Rings of each number of sides: they are asked for wherever something round is looked at, and are always the same.
static RINGS: LazyLock<Vec<Vec<(f64, f64)>>> = LazyLock::new(|| {
    let of = |sides: usize| (0..sides).map(|i| (i as f64 * TAU / sides as f64).sin_cos()).collect();
    (0..=MOST).map(of).collect()
});

/// Sine and cosine of directions evenly all round, as many as there are sides: no more than 64.
#[must_use]
pub fn ring(sides: usize) -> &'static [(f64, f64)] {
    &RINGS[sides.min(MOST)]
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case(4, &[(0.0, 1.0), (1.0, 0.0), (0.0, -1.0), (-1.0, 0.0)])]
    #[case(2, &[(0.0, 1.0), (0.0, -1.0)])]
    #[case(0, &[])]
    fn evenly_all_round(#[case] sides: usize, #[case] expected: &[(f64, f64)]) {
        assert_eq!(ring(sides).len(), expected.len());
        for (got, expected) in ring(sides).iter().zip(expected) {
            assert!((got.0 - expected.0).abs() < 1e-12 && (got.1 - expected.1).abs() < 1e-12, "{got:?}");
        }
    }

    #[test]
    fn no_more_than_there_are() {
        assert_eq!(ring(1000).len(), 64);
    }
}
