use super::{Mark, StepSize, mark, printed_in};

mark! {
    /// A sensitivity, in sixths of a stop above ISO 100: 12 is ISO 400.
    IsoMark, ISO_MARK
}

/// From ISO 25 in thirds, as printed.
const THIRDS: [&str; 40] = [
    "25", "32", "40", "50", "64", "80", "100", "125", "160", "200", "250", "320", "400", "500", "640", "800", "1000",
    "1250", "1600", "2000", "2500", "3200", "4000", "5000", "6400", "8000", "10000", "12800", "16000", "20000",
    "25600", "32000", "40000", "51200", "64000", "80000", "102400", "128000", "160000", "204800",
];
/// From ISO 25 in halves, as printed.
const HALVES: [&str; 27] = [
    "25", "35", "50", "70", "100", "140", "200", "280", "400", "560", "800", "1100", "1600", "2200", "3200", "4500",
    "6400", "9000", "12800", "18000", "25600", "36000", "51200", "72000", "102400", "144000", "204800",
];
const FIRST: i16 = -12;

impl IsoMark {
    /// ISO 100.
    pub const ISO_100: IsoMark = IsoMark(0);

    /// The true speed: 100·2^(n/3) (ISO 160 is 158.7).
    #[must_use]
    pub fn speed(self) -> f64 {
        100.0 * self.stops().exp2()
    }

    fn print(self, step: StepSize) -> String {
        let thirds = || printed_in(&THIRDS, FIRST, 2, self.sixths());
        let halves = || printed_in(&HALVES, FIRST, 3, self.sixths());
        let mark = match step {
            StepSize::Thirds => thirds().or_else(halves),
            StepSize::Halves => halves().or_else(thirds),
        };
        mark.map_or_else(|| format!("{:.0}", self.speed()), str::to_owned)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// ISO 12232 lists the thirds; every mark stands within a tenth of a stop of 100·2^(n/3).
    #[test]
    fn printed_speeds_are_near_the_true_ones() {
        for (table, step) in [(&THIRDS[..], 2), (&HALVES[..], 3)] {
            for (index, printed) in table.iter().enumerate() {
                let mark = IsoMark::new(FIRST + index as i16 * step).unwrap();
                let off = (printed.parse::<f64>().unwrap() / mark.speed()).log2().abs();
                assert!(off < 0.1, "ISO {printed} is {off:.3} stop off");
            }
        }
    }
}
