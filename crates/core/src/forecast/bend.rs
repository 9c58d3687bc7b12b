//! What readings say beyond the sources stays with the thing they were taken on, then and for a while.

/// A reading on one thing: when, and what it says beyond the sources.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Known {
    /// Minutes after the timeline's start.
    pub minute: f64,
    /// Reading − model, in stops.
    pub difference: f64,
}

/// A difference fades to 1/e in this many minutes: a bright wall stays, a cloud does not (the program's own choice).
const FADES: f64 = 180.0;

/// Stops to add to the model at a minute, from readings in order of time: straight from one reading's difference to the next
/// one's, fading after the last and before the first. The `steady` part of the light, which does not change with sky and sun,
/// keeps it. Nothing without readings.
#[must_use]
pub fn bent(known: &[Known], minute: f64, steady: f64) -> f64 {
    let after = known.partition_point(|reading| reading.minute <= minute);
    match (after.checked_sub(1).map(|n| known[n]), known.get(after)) {
        (Some(last), Some(next)) => {
            let part = (minute - last.minute) / (next.minute - last.minute);
            last.difference + (next.difference - last.difference) * part
        }
        (Some(one), None) | (None, Some(&one)) => {
            one.difference * (-(1.0 - steady) * (minute - one.minute).abs() / FADES).exp()
        }
        (None, None) => 0.0,
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    fn known() -> Vec<Known> {
        [(60.0, 1.0), (120.0, -0.5)].map(|(minute, difference)| Known { minute, difference }).to_vec()
    }

    fn at(minute: f64, steady: f64) -> f64 {
        bent(&known(), minute, steady)
    }

    /// What stands in lamps' light stays as it was read all night; half in it, a difference fades half as fast.
    #[rstest]
    #[case::sky(0.0, -0.5 / std::f64::consts::E)]
    #[case::half_lamps(0.5, -0.5 / 0.5f64.exp())]
    #[case::lamps(1.0, -0.5)]
    fn what_is_read_of_lamps_stays(#[case] steady: f64, #[case] by: f64) {
        assert!((at(300.0, steady) - by).abs() < 1e-9);
    }

    #[rstest]
    #[case::at_the_first(60.0, 1.0)]
    #[case::half_way(90.0, 0.25)]
    #[case::at_the_second(120.0, -0.5)]
    #[case::three_hours_on(300.0, -0.5 / std::f64::consts::E)]
    fn a_difference_is_carried_and_changes_with_the_next(#[case] minute: f64, #[case] by: f64) {
        assert!((at(minute, 0.0) - by).abs() < 1e-9);
    }

    #[test]
    fn without_readings_the_model_stands_alone() {
        assert_eq!(bent(&[], 100.0, 0.0), 0.0);
    }

    proptest! {
        #[test]
        fn bending_never_jumps(minute in 0.0..600.0f64) {
            prop_assert!((at(minute, 0.0) - at(minute + 0.1, 0.0)).abs() < 0.01);
        }
    }
}
