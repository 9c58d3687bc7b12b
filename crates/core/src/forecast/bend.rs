//! What readings say beyond the sources stays with the thing they were taken on, then and for a while.

/// A reading on one thing: when, and what it says beyond the sources.
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
    /// The reading that counts: the last before, or else the first after.
    pub reading: Known,
    /// Minutes from it.
    pub age: f64,
    /// Minutes from the nearest one, before or after.
    pub nearest: f64,
}

/// A difference fades to 1/e in this many minutes: a bright wall stays, a cloud does not (the program's own choice).
const FADES: f64 = 180.0;

/// The bend at a minute, from readings in order of time: straight from one reading's difference to the next one's, fading
/// after the last and before the first. The `steady` part of the light, which does not change with sky and sun, keeps it.
/// None without readings.
#[must_use]
pub fn bent(known: &[Known], minute: f64, steady: f64) -> Option<Bent> {
    let after = known.partition_point(|reading| reading.minute <= minute);
    let (last, next) = (after.checked_sub(1).map(|n| known[n]), known.get(after).copied());
    let reading = last.or(next)?;
    let by = match (last, next) {
        (Some(last), Some(next)) => {
            let part = (minute - last.minute) / (next.minute - last.minute);
            last.difference + (next.difference - last.difference) * part
        }
        _ => reading.difference * (-(1.0 - steady) * (minute - reading.minute).abs() / FADES).exp(),
    };
    let nearest = [last, next].into_iter().flatten().map(|r| (minute - r.minute).abs()).fold(f64::INFINITY, f64::min);
    Some(Bent { by, reading, age: (minute - reading.minute).abs(), nearest })
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

    fn at(minute: f64, steady: f64) -> Bent {
        bent(&known(), minute, steady).unwrap()
    }

    /// What stands in lamps' light stays as it was read all night; half in it, a difference fades half as fast.
    #[rstest]
    #[case::sky(0.0, -0.5 / std::f64::consts::E)]
    #[case::half_lamps(0.5, -0.5 / 0.5f64.exp())]
    #[case::lamps(1.0, -0.5)]
    fn what_is_read_of_lamps_stays(#[case] steady: f64, #[case] by: f64) {
        assert!((at(300.0, steady).by - by).abs() < 1e-9);
    }

    #[rstest]
    #[case::at_the_first(60.0, 1.0)]
    #[case::half_way(90.0, 0.25)]
    #[case::at_the_second(120.0, -0.5)]
    #[case::three_hours_on(300.0, -0.5 / std::f64::consts::E)]
    fn a_difference_is_carried_and_changes_with_the_next(#[case] minute: f64, #[case] by: f64) {
        assert!((at(minute, 0.0).by - by).abs() < 1e-9);
    }

    #[rstest]
    #[case::before_the_first(40.0, 0, 20.0, 20.0)]
    #[case::nearer_to_the_next(110.0, 0, 50.0, 10.0)]
    #[case::after_the_last(150.0, 1, 30.0, 30.0)]
    fn the_reading_before_counts_or_else_the_first(
        #[case] minute: f64,
        #[case] index: usize,
        #[case] age: f64,
        #[case] nearest: f64,
    ) {
        let found = at(minute, 0.0);
        assert_eq!((found.reading.index, found.age, found.nearest), (index, age, nearest));
    }

    #[test]
    fn without_readings_the_model_stands_alone() {
        assert_eq!(bent(&[], 100.0, 0.0), None);
    }

    proptest! {
        #[test]
        fn bending_never_jumps(minute in 0.0..600.0f64) {
            prop_assert!((at(minute, 0.0).by - at(minute + 0.1, 0.0).by).abs() < 0.01);
        }
    }
}
