//! The forecast bent to readings: what was read fixes how far the model is off, then and for a while.

use crate::exposure::READ_ERROR;

/// A reading as the forecast sees it: when, and how far it was from the model there and then.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Known {
    /// Its place in the list of readings.
    pub index: usize,
    /// Minutes after the timeline's start.
    pub minute: f64,
    /// Reading − model, in stops.
    pub difference: f64,
}

/// How the model is bent at one moment.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Bent {
    /// Stops to add to the model.
    pub by: f64,
    /// The likely error then, in stops.
    pub error: f64,
    /// The reading that counts: the last before, or else the first after.
    pub reading: Option<Known>,
    /// Minutes from it.
    pub age: f64,
}

/// What the model says of itself where a reading bends it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Unread {
    /// Its likely error without any reading, in stops.
    pub error: f64,
    /// The part of the light that does not change with sky and sun: how far off the model is there stays as it is.
    pub steady: f64,
}

/// A difference fades to 1/e in this many minutes: a haze or a bright wall stays, a cloud does not (the program's own
/// choice).
const FADES: f64 = 180.0;
/// What is gained by a reading is lost to 1/e in this many minutes (the program's own choice).
const FORGOTTEN: f64 = 90.0;

/// The bend at a minute, from readings in order of time: straight from one reading's difference to the next one's,
/// fading after the last and before the first.
#[must_use]
pub fn bent(known: &[Known], minute: f64, model: Unread) -> Bent {
    let unread = model.error;
    let after = known.partition_point(|reading| reading.minute <= minute);
    let (last, next) = (after.checked_sub(1).map(|n| known[n]), known.get(after).copied());
    let Some(reading) = last.or(next) else {
        return Bent { by: 0.0, error: unread, reading: None, age: 0.0 };
    };
    let by = match (last, next) {
        (Some(last), Some(next)) => {
            let part = (minute - last.minute) / (next.minute - last.minute);
            last.difference + (next.difference - last.difference) * part
        }
        _ => reading.difference * (-(1.0 - model.steady) * (minute - reading.minute).abs() / FADES).exp(),
    };
    // The nearer of the two tells how much is still known.
    let age = [last, next].into_iter().flatten().map(|r| (minute - r.minute).abs()).fold(f64::INFINITY, f64::min);
    let error = unread - (unread - READ_ERROR).max(0.0) * (-age / FORGOTTEN).exp();
    Bent { by, error, reading: Some(reading), age: (minute - reading.minute).abs() }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    fn known() -> Vec<Known> {
        [(60.0, 1.0), (120.0, -0.5)]
            .iter()
            .enumerate()
            .map(|(index, (minute, difference))| Known { index, minute: *minute, difference: *difference })
            .collect()
    }

    const fn of(error: f64) -> Unread {
        Unread { error, steady: 0.0 }
    }

    /// Lamps stay as they were read all night; half in their light, a difference fades half as fast.
    #[rstest]
    #[case::sky(0.0, -0.5 / std::f64::consts::E)]
    #[case::half_lamps(0.5, -0.5 / 0.5f64.exp())]
    #[case::lamps(1.0, -0.5)]
    fn what_is_read_of_lamps_stays(#[case] steady: f64, #[case] by: f64) {
        assert!((bent(&known(), 300.0, Unread { error: 1.0, steady }).by - by).abs() < 1e-9);
    }

    #[rstest]
    #[case::at_the_first(60.0, 1.0)]
    #[case::half_way(90.0, 0.25)]
    #[case::at_the_second(120.0, -0.5)]
    #[case::three_hours_on(300.0, -0.5 / std::f64::consts::E)]
    fn a_difference_is_carried_and_changes_with_the_next(#[case] minute: f64, #[case] by: f64) {
        assert!((bent(&known(), minute, of(1.0)).by - by).abs() < 1e-9);
    }

    #[test]
    fn at_a_reading_the_error_is_the_meter_s_and_grows_with_age() {
        let error = |minute| bent(&known(), minute, of(1.0)).error;
        assert!((error(120.0) - READ_ERROR).abs() < 1e-9);
        assert!(error(150.0) > error(130.0) && error(600.0) < 1.0 && error(600.0) > 0.99);
    }

    #[test]
    fn without_readings_the_model_stands_alone() {
        let found = bent(&[], 100.0, of(1.5));
        assert_eq!((found.by, found.error, found.reading), (0.0, 1.5, None));
    }

    proptest! {
        #[test]
        fn bending_never_jumps(minute in 0.0..600.0f64) {
            let (a, b) = (bent(&known(), minute, of(1.0)), bent(&known(), minute + 0.1, of(1.0)));
            prop_assert!((a.by - b.by).abs() < 0.01);
            prop_assert!((a.error - b.error).abs() < 0.01);
        }
    }
}
