//! The studio's settings that planning depends on.

mod habits;
mod mains;
mod skies;

pub use habits::{Following, Habits, Start};
pub use mains::Mains;
pub use skies::{Skies, SkyKind};

use crate::check::{Check, FieldError};
use crate::exposure::MeterConstants;
use crate::marks::StepSize;
use crate::optics::{ShakeSchool, SportSchool};
use crate::quantity::{Learnt, figure};
use serde::{Deserialize, Serialize};

/// Metres or feet, for sentences.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, Default)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Units {
    /// Metres and centimetres.
    #[default]
    Metres,
    /// Feet and inches.
    Feet,
}

impl Units {
    /// A distance in words: 2.4 m, 45 cm, 7.9 ft, 3.5 in.
    #[must_use]
    pub fn distance(self, metres: f64) -> String {
        let (value, unit, tenths) = match self {
            Units::Metres if metres < 0.01 => (metres * 1000.0, " mm", true),
            Units::Metres if metres < 0.995 => (metres * 100.0, " cm", false),
            Units::Metres => (metres, " m", true),
            Units::Feet if metres < 0.3 => (metres / 0.0254, " in", true),
            Units::Feet => (metres / 0.3048, " ft", true),
        };
        let mut said = if tenths { figure(value, 0.1) } else { figure(value, 1.0) };
        if tenths && said.ends_with(".0") {
            said.truncate(said.len() - 2);
        }
        said + unit
    }
}

impl Units {
    /// Where a thing stands, to the centimetre or the inch: 2.65 m, 85 cm, 8 ft 8 in.
    #[must_use]
    pub fn place(self, metres: f64) -> String {
        match self {
            Units::Metres if metres.abs() < 0.995 => format!("{:.0} cm", metres * 100.0),
            Units::Metres => {
                let text = format!("{metres:.2}");
                format!("{} m", text.trim_end_matches('0').trim_end_matches('.'))
            }
            Units::Feet => {
                let inches = (metres.abs() / 0.0254).round() as i64;
                let sign = if metres < 0.0 { "−" } else { "" };
                match (inches / 12, inches % 12) {
                    (0, inches) => format!("{sign}{inches} in"),
                    (feet, 0) => format!("{sign}{feet} ft"),
                    (feet, inches) => format!("{sign}{feet} ft {inches} in"),
                }
            }
        }
    }
}

/// Choices of the house that change a plan.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct House {
    /// Metres or feet.
    pub units: Units,
    /// Clicks of all dials; as each camera is set, when none is given.
    pub step: Option<StepSize>,
    /// The rule for hand-held times.
    pub shake: ShakeSchool,
    /// The rule for sport.
    pub sport: SportSchool,
    /// The constants of the meter.
    pub meter: MeterConstants,
    /// How its dials are turned.
    pub habits: Habits,
    /// The mains its lamps hang on.
    pub mains: Mains,
    /// What the takes taught of the forecast, by the kind of sky.
    pub skies: Skies,
    /// What they taught of the user's hand: how much longer it holds still than the rule says.
    pub hand: Option<Learnt>,
}

impl House {
    /// The same with nothing learnt of meter, hand and forecast.
    #[must_use]
    pub fn as_said(self) -> House {
        House { meter: MeterConstants { learnt: None, ..self.meter }, skies: Skies::default(), hand: None, ..self }
    }

    /// Checks what the types alone do not.
    ///
    /// # Errors
    /// All problems, each at its field of the settings.
    pub fn check(&self) -> Result<(), Vec<FieldError>> {
        let mut check = Check::default();
        if let Err((field, error)) = self.meter.check() {
            check.problem(format_args!("/house/meter/{field}"), error);
        }
        self.habits.check("/house/habits", &mut check);
        self.skies.check("/house/skies", &mut check);
        if let Some(Err((field, error))) = self.hand.map(|hand| hand.check()) {
            check.problem(format_args!("/house/hand/{field}"), error);
        }
        check.done()
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case(Units::Metres, 2.4, "2.4 m")]
    #[case(Units::Metres, 18.0, "18 m")]
    #[case(Units::Metres, 0.09, "9 cm")]
    #[case(Units::Metres, 0.0012, "1.2 mm")]
    #[case(Units::Feet, 2.4, "7.9 ft")]
    #[case(Units::Feet, 0.0889, "3.5 in")]
    fn distances_in_words(#[case] units: Units, #[case] metres: f64, #[case] words: &str) {
        assert_eq!(units.distance(metres), words);
    }

    #[rstest]
    #[case(Units::Metres, 2.645, "2.65 m")]
    #[case(Units::Metres, 3.0, "3 m")]
    #[case(Units::Metres, 0.85, "85 cm")]
    #[case(Units::Feet, 2.645, "8 ft 8 in")]
    #[case(Units::Feet, 0.3048, "1 ft")]
    #[case(Units::Feet, 0.05, "2 in")]
    fn places_in_words(#[case] units: Units, #[case] metres: f64, #[case] words: &str) {
        assert_eq!(units.place(metres), words);
    }
}
