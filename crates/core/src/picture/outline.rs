//! How the subject stands off from what is behind, told.

use crate::marks::{stops_amount, stops_label};
use crate::say;
use crate::set::{Outline, StandsOff};
use serde::Serialize;

/// A stretch of the outline as it is told.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct OutlineTold {
    /// Which.
    pub of: Outline,
    /// By how many stops it is brighter than what is behind it.
    pub stops: f64,
    /// How different its colour is, by CIEDE2000.
    pub difference: f64,
    /// Whether much of it sinks into what is behind.
    pub sinks: bool,
    /// All that in words, with the cheapest cure where it sinks.
    pub text: String,
}

/// Where more than this share of a stretch hardly differs, it sinks.
const MUCH: f64 = 0.4;
/// So far apart a stretch stands off well, in stops (common practice).
const WELL: f64 = 1.0;

/// Tells how stretches of the outline stand off; `lit` says whether flash leads on what is behind.
#[must_use]
pub fn told(stretches: &[StandsOff], flash_behind: bool) -> Vec<OutlineTold> {
    let one = |one: &StandsOff| {
        let sinks = one.sinks > MUCH;
        let name = say::outline::name(one.of);
        let text = if sinks {
            let missing = stops_amount(WELL - one.stops.abs().min(WELL));
            say::outline::sinks(name, stops_amount(one.stops.abs()), one.difference, missing, one.of, flash_behind)
        } else {
            say::outline::stands_off(name, stops_label(one.stops))
        };
        OutlineTold { of: one.of, stops: one.stops, difference: one.difference, sinks, text }
    };
    stretches.iter().map(one).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    fn stretch(of: Outline, stops: f64, difference: f64, sinks: f64) -> StandsOff {
        StandsOff { of, stops, difference, sinks }
    }

    #[rstest]
    #[case::dark_hair_before_light(stretch(Outline::Hair, -2.0, 40.0, 0.0), false, "Hair −2")]
    #[case::bright_legs(stretch(Outline::Legs, 1.33, 20.0, 0.1), false, "Legs +1⅓")]
    #[case::dark_before_dark(stretch(Outline::Hair, -1.0 / 3.0, 5.0, 0.8), false, "a light from behind, or the background ⅔ stop brighter: by the shutter")]
    #[case::flash_behind(stretch(Outline::Shoulders, 0.0, 2.0, 1.0), true, "1 stop brighter: by its flash")]
    #[case::as_dark_in_another_colour(stretch(Outline::Clothes, 0.1, 35.0, 0.0), false, "Clothes 0")]
    fn told_in_words(#[case] one: StandsOff, #[case] flash: bool, #[case] said: &str) {
        let found = told(&[one], flash);
        assert!(found[0].text.contains(said), "{}", found[0].text);
        assert_eq!(found[0].sinks, one.sinks > MUCH);
    }
}
