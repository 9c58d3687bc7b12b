use super::{Mark, StepSize, mark, printed_in};
use crate::quantity::Seconds;

mark! {
    /// A shutter time, in sixths of a stop shorter than one second: 36 is 1/60, −30 is 30 s.
    ShutterMark, SHUTTER_MARK
}

/// From 30 s in thirds, as printed.
const THIRDS: [&str; 61] = [
    "30 s", "25 s", "20 s", "15 s", "13 s", "10 s", "8 s", "6 s", "5 s", "4 s", "3.2 s", "2.5 s", "2 s", "1.6 s",
    "1.3 s", "1 s", "0.8 s", "0.6 s", "0.5 s", "0.4 s", "0.3 s", "1/4", "1/5", "1/6", "1/8", "1/10", "1/13", "1/15",
    "1/20", "1/25", "1/30", "1/40", "1/50", "1/60", "1/80", "1/100", "1/125", "1/160", "1/200", "1/250", "1/320",
    "1/400", "1/500", "1/640", "1/800", "1/1000", "1/1250", "1/1600", "1/2000", "1/2500", "1/3200", "1/4000", "1/5000",
    "1/6400", "1/8000", "1/10000", "1/12800", "1/16000", "1/20000", "1/25000", "1/32000",
];
/// From 30 s in halves, as printed.
const HALVES: [&str; 37] = [
    "30 s", "20 s", "15 s", "10 s", "8 s", "6 s", "4 s", "3 s", "2 s", "1.5 s", "1 s", "0.7 s", "0.5 s", "0.3 s",
    "1/4", "1/6", "1/8", "1/10", "1/15", "1/20", "1/30", "1/45", "1/60", "1/90", "1/125", "1/180", "1/250", "1/350",
    "1/500", "1/750", "1/1000", "1/1500", "1/2000", "1/3000", "1/4000", "1/6000", "1/8000",
];
const FIRST: i16 = -30;

impl ShutterMark {
    /// The true time: powers of two (1/60 is 1/64 s, 30 s is 32 s).
    #[must_use]
    pub fn time(self) -> Seconds {
        Seconds::of((-self.stops()).exp2())
    }

    /// The fastest third-stop mark that is no faster than `time`.
    #[must_use]
    pub fn no_faster_than(time: Seconds) -> ShutterMark {
        let thirds = (-time.seconds().log2() * 3.0 + 0.02).floor() as i16;
        ShutterMark::nearest(thirds * 2)
    }

    /// The slowest third-stop mark that is at least as fast as `time`.
    #[must_use]
    pub fn at_least_as_fast_as(time: Seconds) -> ShutterMark {
        let thirds = (-time.seconds().log2() * 3.0 - 0.02).ceil() as i16;
        ShutterMark::nearest(thirds * 2)
    }

    fn print(self, step: StepSize) -> String {
        let thirds = || printed_in(&THIRDS, FIRST, 2, self.sixths());
        let halves = || printed_in(&HALVES, FIRST, 3, self.sixths());
        let mark = match step {
            StepSize::Thirds => thirds().or_else(halves),
            StepSize::Halves => halves().or_else(thirds),
        };
        mark.map_or_else(
            || {
                let time = self.time().seconds();
                if time > 0.3 { format!("{time:.1} s") } else { format!("1/{:.0}", 1.0 / time) }
            },
            str::to_owned,
        )
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    fn seconds(printed: &str) -> f64 {
        match printed.strip_prefix("1/") {
            Some(part) => 1.0 / part.parse::<f64>().unwrap(),
            None => printed.trim_end_matches(" s").parse().unwrap(),
        }
    }

    /// Printed thirds stand within a tenth of a stop of the true power of two (1/60, 1/30, 15 s and 30 s are 0.093
    /// off, the most of all). Half-stop marks are rounded more roughly by makers: within a quarter (common practice).
    #[test]
    fn printed_times_are_near_the_true_ones() {
        for (table, step, most) in [(&THIRDS[..], 2, 0.1), (&HALVES[..], 3, 0.25)] {
            for (index, printed) in table.iter().enumerate() {
                let mark = ShutterMark::new(FIRST + index as i16 * step).unwrap();
                let off = (seconds(printed) / mark.time().seconds()).log2().abs();
                assert!(off < most, "{printed} is {off:.3} stop off");
            }
        }
    }

    #[rstest]
    #[case(36, "1/60", 1.0 / 64.0)]
    #[case(24, "1/15", 1.0 / 16.0)]
    #[case(-30, "30 s", 32.0)]
    #[case(46, "1/200", 0.004_922)]
    fn marks_and_their_true_times(#[case] at: i16, #[case] label: &str, #[case] time: f64) {
        let mark = ShutterMark::new(at).unwrap();
        assert_eq!(mark.label(StepSize::Thirds), label);
        assert!((mark.time().seconds() - time).abs() < 1e-6);
    }

    #[rstest]
    #[case::exactly_between(1.0 / 85.0, "1/100", "1/80")]
    #[case::on_a_mark(1.0 / 64.0, "1/60", "1/60")]
    fn nearest_marks_on_either_side(#[case] time: f64, #[case] fast: &str, #[case] slow: &str) {
        let time = Seconds::new(time).unwrap();
        assert_eq!(ShutterMark::at_least_as_fast_as(time).label(StepSize::Thirds), fast);
        assert_eq!(ShutterMark::no_faster_than(time).label(StepSize::Thirds), slow);
    }
}
