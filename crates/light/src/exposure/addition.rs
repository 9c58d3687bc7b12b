use crate::quantity::{Share, Stops};

/// Two levels of light together. They add as light, not as stops: `log2(2^a + 2^f)`.
///
/// Equal parts give one stop more than either.
#[must_use]
pub fn together(ambient: Stops, flash: Stops) -> Stops {
    Stops::of((ambient.light_ratio() + flash.light_ratio()).log2())
}

/// The part of the light that comes from the flash: `2^f/(2^a + 2^f)`.
#[must_use]
pub fn flash_share(ambient: Stops, flash: Stops) -> Share {
    let flash = flash.light_ratio();
    Share::nearest(flash / (ambient.light_ratio() + flash))
}

/// The ratio of the lit side to the shadow side, (key + fill) : fill, as the first number of "3:1".
#[must_use]
pub fn key_to_fill(key: Stops, fill: Stops) -> f64 {
    (key.light_ratio() + fill.light_ratio()) / fill.light_ratio()
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    fn stops(value: f64) -> Stops {
        Stops::new(value).unwrap()
    }

    /// Worked case 4 of the method notes.
    #[rstest]
    #[case::fill_two_under(0.0, -2.0, 0.32)]
    #[case::flash_over_dark_ambient(-3.0, 0.0, 0.17)]
    #[case::equal_parts(-1.0, -1.0, 0.0)]
    fn worked_case(#[case] ambient: f64, #[case] flash: f64, #[case] total: f64) {
        assert!((together(stops(ambient), stops(flash)).stops() - total).abs() < 0.005);
    }

    /// A key one stop over its fill lights the bright side three times as much: 3:1 (common practice).
    #[test]
    fn ratio_of_a_key_one_stop_over() {
        assert_eq!(key_to_fill(stops(1.0), stops(0.0)), 3.0);
        assert_eq!(flash_share(stops(0.0), stops(0.0)).share(), 0.5);
    }

    proptest! {
        #[test]
        fn light_only_ever_adds(a in -20.0f64..10.0, f in -20.0f64..10.0, more in 0.0f64..3.0) {
            let both = together(stops(a), stops(f));
            prop_assert!(both.stops() >= a.max(f));
            prop_assert!(both.stops() <= a.max(f) + 1.0 + 1e-9);
            prop_assert!((both.stops() - together(stops(f), stops(a)).stops()).abs() < 1e-12);
            prop_assert!(together(stops(a), stops(f + more)) >= both);
        }
    }
}
