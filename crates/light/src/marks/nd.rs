use super::{Mark, StepSize, mark, stops_label};

mark! {
    /// A neutral density filter, in sixths of a stop of light taken away: 18 is 3 stops (ND 0.9, ND8).
    NdMark, ND_MARK
}

impl NdMark {
    /// No filter.
    pub const NONE: NdMark = NdMark(0);

    fn print(self, _step: StepSize) -> String {
        if self.0 == 0 { "none".to_owned() } else { stops_label(self.stops()).trim_start_matches('+').to_owned() }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn filters_are_named_by_their_stops() {
        assert_eq!(NdMark::NONE.label(StepSize::Thirds), "none");
        assert_eq!(NdMark::new(18).unwrap().label(StepSize::Thirds), "3");
        assert_eq!(NdMark::new(8).unwrap().label(StepSize::Thirds), "1⅓");
    }
}
