use crate::quantity::{Power, Seconds};
use serde::{Deserialize, Serialize};

/// A row of a flash's duration table: t0.1, the time above a tenth of the peak, at a power.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct DurationRow {
    /// The power.
    pub power: Power,
    /// t0.1 at this power.
    pub t_tenth: Seconds,
}

/// t0.1 at a power, interpolated between the rows of the table in stops, and held beyond its ends.
///
/// Where a maker gives t0.5 instead, t0.1 is about three times as long for heads that quench by voltage
/// (common practice). `None` for an empty table.
#[must_use]
pub fn duration_at(table: &[DurationRow], power: Power) -> Option<Seconds> {
    let at = power.stops_below_full();
    let below = table
        .iter()
        .filter(|row| row.power <= power)
        .max_by(|a, b| a.power.stops_below_full().total_cmp(&b.power.stops_below_full()));
    let above = table
        .iter()
        .filter(|row| row.power >= power)
        .min_by(|a, b| a.power.stops_below_full().total_cmp(&b.power.stops_below_full()));
    match (below, above) {
        (Some(low), Some(high)) => {
            let (p0, p1) = (low.power.stops_below_full(), high.power.stops_below_full());
            let (t0, t1) = (low.t_tenth.seconds().log2(), high.t_tenth.seconds().log2());
            let share = if p1 > p0 { (at - p0) / (p1 - p0) } else { 0.0 };
            Some(Seconds::of((t0 + share * (t1 - t0)).exp2()))
        }
        (Some(end), None) | (None, Some(end)) => Some(end.t_tenth),
        (None, None) => None,
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Durations of a hot-shoe flash that cuts its pulse, as usually published (from memory).
    fn table() -> Vec<DurationRow> {
        [(0.0, 1.0 / 300.0), (2.0, 1.0 / 2_000.0), (4.0, 1.0 / 10_000.0), (6.0, 1.0 / 20_000.0)]
            .map(|(power, t)| DurationRow { power: Power::new(power).unwrap(), t_tenth: Seconds::new(t).unwrap() })
            .to_vec()
    }

    #[rstest]
    #[case::in_the_table(2.0, 2_000.0)]
    #[case::between(3.0, 4_472.1)]
    #[case::beyond(7.0, 20_000.0)]
    fn durations(#[case] below: f64, #[case] one_over: f64) {
        let given = duration_at(&table(), Power::new(below).unwrap()).unwrap();
        assert!((1.0 / given.seconds() / one_over - 1.0).abs() < 0.001, "{given:?}");
    }

    #[test]
    fn no_table_no_duration() {
        assert_eq!(duration_at(&[], Power::FULL), None);
    }
}
