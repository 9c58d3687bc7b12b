use super::{Mark, StepSize, mark, printed_in};
use crate::quantity::FNumber;

mark! {
    /// An aperture, in sixths of a stop above f/1: 30 is f/5.6.
    ApertureMark, APERTURE_MARK
}

/// From f/1 in thirds, as printed.
const THIRDS: [&str; 37] = [
    "1", "1.1", "1.2", "1.4", "1.6", "1.8", "2", "2.2", "2.5", "2.8", "3.2", "3.5", "4", "4.5", "5", "5.6", "6.3",
    "7.1", "8", "9", "10", "11", "13", "14", "16", "18", "20", "22", "25", "29", "32", "36", "40", "45", "51", "57",
    "64",
];
/// From f/1 in halves, as printed.
const HALVES: [&str; 25] = [
    "1", "1.2", "1.4", "1.7", "2", "2.4", "2.8", "3.3", "4", "4.8", "5.6", "6.7", "8", "9.5", "11", "13", "16", "19",
    "22", "27", "32", "38", "45", "54", "64",
];

impl ApertureMark {
    /// The true f-number: powers of √2 (f/5.6 is 5.657).
    #[must_use]
    pub fn f_number(self) -> FNumber {
        FNumber::of((self.stops() / 2.0).exp2())
    }

    fn print(self, step: StepSize) -> String {
        let thirds = || printed_in(&THIRDS, 0, 2, self.sixths());
        let halves = || printed_in(&HALVES, 0, 3, self.sixths());
        let mark = match step {
            StepSize::Thirds => thirds().or_else(halves),
            StepSize::Halves => halves().or_else(thirds),
        };
        mark.map_or_else(|| format!("f/{:.1}", self.f_number().number()), |mark| format!("f/{mark}"))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Every printed f-number stands within a tenth of a stop of the true power of √2; f/1.2 in thirds, which all
    /// cameras print for f/1.26, is the one exception (common practice).
    #[test]
    fn printed_f_numbers_are_near_the_true_ones() {
        for (table, step) in [(&THIRDS[..], 2), (&HALVES[..], 3)] {
            for (index, printed) in table.iter().enumerate() {
                let mark = ApertureMark::new(index as i16 * step).unwrap();
                let shown: f64 = printed.parse().unwrap();
                let off = (2.0 * (shown / mark.f_number().number()).log2()).abs();
                let most = if step == 2 && *printed == "1.2" { 0.15 } else { 0.1 };
                assert!(off < most, "f/{printed} is {off:.3} stop off");
            }
        }
    }

    #[test]
    fn a_position_off_the_camera_s_own_step_takes_the_other_name() {
        assert_eq!(ApertureMark::new(32).unwrap().label(StepSize::Halves), "f/6.3");
        assert_eq!(ApertureMark::new(33).unwrap().label(StepSize::Thirds), "f/6.7");
        assert_eq!(ApertureMark::new(31).unwrap().label(StepSize::Thirds), "f/6.0");
    }
}
