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

/// Light of which more than this is flash goes by the flash.
const LEADS: f64 = 0.5;

/// By what the light behind is moved against a stretch of the outline; nothing moves it where one light lights both.
fn moved_by(one: &StandsOff) -> Option<&'static str> {
    let (own, behind) = (one.flash.0 > LEADS, one.flash.1 > LEADS);
    match (own, behind) {
        (true, false) => Some(say::outline::BY_SHUTTER),
        (false, true) => Some(say::outline::BY_FLASH),
        (true, true) | (false, false) => None,
    }
}

/// Tells how stretches of the outline stand off.
#[must_use]
pub fn told(stretches: &[StandsOff]) -> Vec<OutlineTold> {
    let one = |one: &StandsOff| {
        let sinks = one.sinks > MUCH;
        let name = say::outline::name(one.of);
        let text = if sinks {
            let missing = stops_amount(WELL - one.stops.abs().min(WELL));
            // Further from what it is already: what is behind the brighter goes darker.
            let way = if one.stops > 0.0 { "darker" } else { "brighter" };
            let cure = say::outline::cure(moved_by(one), missing, way);
            say::outline::sinks(name, stops_amount(one.stops.abs()), one.difference, one.of, cure)
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

    /// A stretch with these shares of flash, its own and behind it.
    fn stretch(of: Outline, stops: f64, difference: f64, sinks: f64, flash: (f64, f64)) -> StandsOff {
        StandsOff { of, stops, difference, sinks, flash }
    }

    #[rstest]
    #[case::dark_hair_before_light(stretch(Outline::Hair, -2.0, 40.0, 0.0, (0.0, 0.0)), "Hair −2")]
    #[case::bright_legs(stretch(Outline::Legs, 1.33, 20.0, 0.1, (0.0, 0.0)), "Legs +1⅓")]
    #[case::dark_before_dark(stretch(Outline::Hair, -1.0 / 3.0, 5.0, 0.8, (0.8, 0.0)), "a light from behind, or what is behind ⅔ stop brighter: by the shutter")]
    // What is the brighter already is kept so.
    #[case::bright_before_bright(stretch(Outline::Hair, 1.0 / 3.0, 5.0, 0.8, (0.8, 0.0)), "⅔ stop darker: by the shutter")]
    #[case::flash_behind(stretch(Outline::Shoulders, 0.0, 2.0, 1.0, (0.2, 0.9)), "1 stop brighter: by its flash")]
    // The shutter moves both alike.
    #[case::one_light_on_both(stretch(Outline::Shoulders, 0.0, 2.0, 1.0, (0.1, 0.1)), "Cheapest: a light from behind.")]
    #[case::as_dark_in_another_colour(stretch(Outline::Clothes, 0.1, 35.0, 0.0, (0.0, 0.0)), "Clothes 0")]
    fn told_in_words(#[case] one: StandsOff, #[case] said: &str) {
        let found = told(&[one]);
        assert!(found[0].text.contains(said), "{}", found[0].text);
        assert_eq!(found[0].sinks, one.sinks > MUCH);
    }
}
