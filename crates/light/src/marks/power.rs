use crate::quantity::{Power, figure};
use serde::{Deserialize, Serialize};

/// How far one click of a flash's power dial goes.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum PowerStep {
    /// Thirds of a stop.
    Thirds,
    /// Tenths of a stop.
    Tenths,
}

/// How a flash spells its power.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum PowerNotation {
    /// 1/8 +⅓.
    Fraction,
    /// A scale on which 10 is full power and each number a stop: 7.3.
    TenStop,
}

impl PowerStep {
    /// Clicks in a stop.
    #[must_use]
    pub const fn clicks_per_stop(self) -> f64 {
        match self {
            PowerStep::Thirds => 3.0,
            PowerStep::Tenths => 10.0,
        }
    }

    /// The click, in stops below full, that gives no more than `tolerance` stops above `exact`: rounding away from
    /// overexposure. Not held to any flash's range.
    #[must_use]
    pub fn protective(self, exact: f64, tolerance: f64) -> f64 {
        let clicks = self.clicks_per_stop();
        ((exact - tolerance) * clicks - 1e-9).ceil() / clicks
    }

    /// The click that gives no more than `tolerance` stops less than `exact`: rounding away from underexposure.
    #[must_use]
    pub fn generous(self, exact: f64, tolerance: f64) -> f64 {
        -self.protective(-exact, tolerance)
    }

    /// The click nearest to a power.
    #[must_use]
    pub fn click(self, power: Power) -> Power {
        let clicks = self.clicks_per_stop();
        Power::nearest((power.stops_below_full() * clicks).round() / clicks)
    }
}

/// The power on the ten-stop scale: 10 is full, 7.0 is 1/8.
#[must_use]
pub fn ten_stop_label(power: Power) -> String {
    figure(10.0 - power.stops_below_full(), 0.1)
}

impl Power {
    /// The power as a flash with this dial spells it.
    #[must_use]
    pub fn label(self, notation: PowerNotation, step: PowerStep) -> String {
        match notation {
            PowerNotation::TenStop => ten_stop_label(self),
            PowerNotation::Fraction => self.fraction_label(step),
        }
    }

    /// The power as a fraction with what is added to it: 1/8, 1/8 +⅓, 1/8 +0.3.
    #[must_use]
    pub fn fraction_label(self, step: PowerStep) -> String {
        let below = step.click(self).stops_below_full();
        let whole = (below - 1e-6).ceil();
        let over = whole - below;
        let mut digits = itoa::Buffer::new();
        let mut label = String::with_capacity(12);
        label.push_str("1/");
        label.push_str(digits.format(whole.exp2() as u64));
        if over < 0.02 {
            return label;
        }
        match step {
            PowerStep::Tenths => {
                label.push_str(" +0.");
                label.push_str(digits.format((over * 10.0).round() as u64));
            }
            PowerStep::Thirds => label.push_str(if over < 0.5 { " +⅓" } else { " +⅔" }),
        }
        label
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case::full(0.0, "1/1", "10.0")]
    #[case::eighth_and_a_third(2.667, "1/8 +⅓", "7.3")]
    #[case::quarter_and_two_thirds(1.333, "1/4 +⅔", "8.7")]
    #[case::lowest(7.0, "1/128", "3.0")]
    fn both_spellings(#[case] below: f64, #[case] fraction: &str, #[case] ten: &str) {
        let power = Power::new(below).unwrap();
        assert_eq!(power.fraction_label(PowerStep::Thirds), fraction);
        assert_eq!(power.label(PowerNotation::TenStop, PowerStep::Thirds), ten);
    }

    #[test]
    fn tenths_are_added_as_decimals() {
        let power = Power::new(2.7).unwrap();
        assert_eq!(power.fraction_label(PowerStep::Tenths), "1/8 +0.3");
    }

    #[rstest]
    #[case::on_a_click(2.0, 2.0)]
    #[case::a_hair_more_power_would_show(1.9, 2.0)]
    #[case::within_tolerance(2.04, 2.0)]
    #[case::needs_less_power(2.1, 2.333)]
    fn rounding_protects_the_highlights(#[case] exact: f64, #[case] click: f64) {
        let given = PowerStep::Thirds.protective(exact, 0.05);
        assert!((given - click).abs() < 1e-3, "{given}");
    }
}
