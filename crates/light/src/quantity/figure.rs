//! How finely a number is said: no finer than it is known.

/// The step a number known to within an error is said in: the greatest of 1, 2 and 5 times a power of ten that is no
/// greater than the error.
#[must_use]
pub fn step_for(error: f64) -> f64 {
    let error = error.abs().max(1e-9);
    let power = 10f64.powf(error.log10().floor());
    // What a logarithm leaves of a whole power of ten is one.
    [5.0, 2.0, 1.0].into_iter().map(|times| times * power).find(|step| *step <= error * (1.0 + 1e-9)).unwrap_or(power)
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
    let step = step_for(error);
    let decimals = (-step.log10().floor()).max(0.0) as usize;
    let mut text = format!("{:.decimals$}", no_finer(value, error).abs());
    // Halves are said as halves, and what comes out whole without a tenth nobody knows.
    if step >= 0.5 && text.ends_with(".0") {
        text.truncate(text.len() - 2);
    }
    let (whole, rest) = text.split_at(text.find('.').unwrap_or(text.len()));
    let mut apart = String::with_capacity(text.len() + 4);
    for (index, digit) in whole.chars().enumerate() {
        if index > 0 && (whole.len() - index).is_multiple_of(3) {
            apart.push('\u{202f}');
        }
        apart.push(digit);
    }
    let zero = text.chars().all(|c| matches!(c, '0' | '.'));
    format!("{}{apart}{rest}", if value < 0.0 && !zero { "−" } else { "" })
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
