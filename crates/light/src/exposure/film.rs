use crate::quantity::{Seconds, Stops};

/// Up to this long a film stores light by its amount alone, in seconds (common practice).
const HOLDS: f64 = 1.0;

/// What a film loses in a long exposure: the failure of reciprocity. What a meter asks as `t` has to be given as `t^p` from one
/// second on (Schwarzschild 1900 in the form film makers print it), so an exposure of `time` stores what `time^(1/p)` should:
/// `log2(time)·(1 − 1/p)` stops less. An `exponent` of 1 is a film that loses nothing. A flash is too short to lose any.
#[must_use]
pub fn reciprocity_loss(time: Seconds, exponent: f64) -> Stops {
    let seconds = time.seconds();
    if seconds <= HOLDS { Stops::ZERO } else { Stops::of(seconds.log2() * (1.0 - 1.0 / exponent)) }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    /// The law as it is printed on data sheets, worked by hand: with p = 1.31 what meters as 10 s is given 20.4 s, and 100 s
    /// as 417 s (from memory).
    #[rstest]
    #[case::short(0.5, 1.31, 0.5)]
    #[case::a_second(1.0, 1.31, 1.0)]
    #[case::ten_seconds(20.417, 1.31, 10.0)]
    #[case::a_minute_and_more(416.87, 1.31, 100.0)]
    #[case::a_film_that_holds(30.0, 1.0, 30.0)]
    fn stores_what_was_metered(#[case] given: f64, #[case] exponent: f64, #[case] metered: f64) {
        let stored = given.log2() - reciprocity_loss(Seconds::nearest(given), exponent).stops();
        assert!((stored - metered.log2()).abs() < 1e-3, "{stored}");
    }

    proptest! {
        /// The longer, the more is lost; never so much that longer stores less.
        #[test]
        fn longer_always_stores_more(time in 0.001f64..100.0, more in 1.001f64..4.0, exponent in 1.0f64..2.0) {
            let stored = |time: f64| time.log2() - reciprocity_loss(Seconds::of(time), exponent).stops();
            prop_assert!(stored(time * more) > stored(time));
            prop_assert!(reciprocity_loss(Seconds::of(time), exponent).stops() >= 0.0);
        }
    }
}
