//! How finely a number is said: no finer than it is known.

/// Powers of ten from the finest step there is on.
const TENS: [f64; 32] = [
    1e-9, 1e-8, 1e-7, 1e-6, 1e-5, 1e-4, 1e-3, 1e-2, 1e-1, 1e0, 1e1, 1e2, 1e3, 1e4, 1e5, 1e6, 1e7, 1e8, 1e9, 1e10, 1e11,
    1e12, 1e13, 1e14, 1e15, 1e16, 1e17, 1e18, 1e19, 1e20, 1e21, 1e22,
];
/// How many decimals the first of them has.
const FINEST: usize = 9;

/// The step for an error, and how many decimals it has.
fn step_of(error: f64) -> (f64, usize) {
    // What arithmetic leaves of a whole step is one.
    let error = error.abs().max(TENS[0]) * (1.0 + 1e-9);
    let power = TENS.partition_point(|ten| *ten <= error).saturating_sub(1);
    let ten = TENS[power];
    let step = [5.0, 2.0].into_iter().map(|times| times * ten).find(|step| *step <= error).unwrap_or(ten);
    (step, FINEST.saturating_sub(power))
}

/// The step a number known to within an error is said in: the greatest of 1, 2 and 5 times a power of ten, 1e-9 to 1e22,
/// that is no greater than the error.
#[must_use]
pub fn step_for(error: f64) -> f64 {
    step_of(error).0
}

/// A number rounded to what is known of it.
#[must_use]
pub fn no_finer(value: f64, error: f64) -> f64 {
    let step = step_for(error);
    (value / step).round() * step
}

/// The same in words: no more decimals than the step has, thousands set apart.
#[must_use]
pub fn figure(value: f64, error: f64) -> String {
    let (step, decimals) = step_of(error);
    let rounded = ((value / step).round() * step).abs();
    let units = (rounded * TENS[FINEST + decimals]).round();
    let mut text = String::with_capacity(24);
    if value < 0.0 && units > 0.0 {
        text.push('−');
    }
    // Past this a number has no digit left behind the point that it could lose.
    if units < EXACT {
        let mut digits = itoa::Buffer::new();
        let (whole, rest) = (units as u64 / 10u64.pow(decimals as u32), units as u64 % 10u64.pow(decimals as u32));
        apart(&mut text, digits.format(whole));
        // Halves are said as halves, and what comes out whole without a tenth nobody knows.
        if decimals > 0 && !(step >= 0.5 && rest == 0) {
            let rest = digits.format(rest);
            text.push('.');
            text.extend(std::iter::repeat_n('0', decimals - rest.len()));
            text.push_str(rest);
        }
    } else {
        apart(&mut text, &format!("{rounded:.0}"));
    }
    text
}

/// Up to here whole numbers are exact.
const EXACT: f64 = 9e15;

/// Digits with a thin space between thousands.
fn apart(text: &mut String, digits: &str) {
    for (index, digit) in digits.chars().enumerate() {
        if index > 0 && (digits.len() - index).is_multiple_of(3) {
            text.push('\u{202f}');
        }
        text.push(digit);
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    #[rstest]
    #[case::battery(23_040.0, 4_600.0, "24\u{202f}000")]
    #[case::shadow_edge(1_378.0, 140.0, "1\u{202f}400")]
    #[case::times_the_sun(61.4, 6.0, "60")]
    #[case::kelvin(6_965.0, 50.0, "6\u{202f}950")]
    #[case::seconds(0.147, 0.015, "0.15")]
    #[case::half_known(2.34, 0.5, "2.5")]
    #[case::half_known_and_whole(5.04, 0.5, "5")]
    #[case::hardly_known(2.34, 3.0, "2")]
    #[case::under(-0.02, 0.1, "0.0")]
    #[case::below(-12.0, 1.0, "−12")]
    #[case::exactly_ten(123.0, 10.0, "120")]
    #[case::a_million(1_234_567.0, 1.0, "1\u{202f}234\u{202f}567")]
    fn said_as_finely_as_known(#[case] value: f64, #[case] error: f64, #[case] said: &str) {
        assert_eq!(figure(value, error), said);
    }

    proptest! {
        /// What is said is never off by more than half of what was not known anyway, and never finer.
        #[test]
        fn never_off_by_more_than_is_unknown(value in -1e6f64..1e6, error in 1e-3f64..1e4) {
            let said = no_finer(value, error);
            prop_assert!((said - value).abs() <= error / 2.0 * (1.0 + 1e-6));
            prop_assert!(step_for(error) > error / 2.6);
        }
    }
}
