//! A colour under a light at a camera's setting, and how different two look.

use super::given::{FilmGiven, LabGiven, LightGiven, check_films, stacked};
use super::{dark, ranged};
use crate::check::FieldError;
use crate::colour::{Lab, Shown, Surface, White};
use crate::quantity::limits::{CAMERA_KELVIN, TINT};
use crate::quantity::{Duv, Kelvin};
use serde::{Deserialize, Serialize};

/// A colour under a light at a camera's setting.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct SeenAsked {
    /// The colour in daylight.
    pub colour: LabGiven,
    /// The light.
    pub light: LightGiven,
    /// The films before it.
    #[serde(default)]
    pub films: Vec<FilmGiven>,
    /// The camera's temperature.
    pub kelvin: Kelvin,
    /// Its tint.
    pub tint: Duv,
}

/// What a camera shows of it.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct SeenTold {
    /// L*a*b* beside D65.
    pub lab: [f64; 3],
    /// Linear sRGB.
    pub linear: [f64; 3],
    /// Encoded sRGB, 0 to 1.
    pub encoded: [f64; 3],
}

/// Two colours.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct DifferenceAsked {
    /// One.
    pub one: LabGiven,
    /// The other.
    pub other: LabGiven,
}

/// How different they look.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct DifferenceTold {
    /// ΔE₀₀.
    pub difference: f64,
    /// The same in a word.
    pub word: &'static str,
}

/// A colour under a light at a camera's setting.
///
/// # Errors
/// What is out of its range, each at its field.
pub fn seen(asked: &SeenAsked) -> Result<SeenTold, Vec<FieldError>> {
    ranged(|check| {
        asked.colour.check("/colour", check);
        asked.light.check("/light", check);
        check_films(&asked.films, check);
        check.range("/kelvin", CAMERA_KELVIN, asked.kelvin.kelvin());
        check.range("/tint", TINT, asked.tint.duv());
    })?;
    let bare = asked.light.spectrum().ok_or_else(|| dark("/light"))?;
    let light = stacked(&asked.films).before(&bare);
    let surface = Surface::of(asked.colour.lab());
    let shown: Shown = White::set_to(asked.kelvin, asked.tint).shows(surface.lit_by(&light));
    let Lab { l, a, b } = shown.lab;
    Ok(SeenTold { lab: [l, a, b], linear: shown.linear, encoded: shown.encoded() })
}

/// How different two colours look.
///
/// # Errors
/// What is out of its range, each at its field.
pub fn difference(asked: &DifferenceAsked) -> Result<DifferenceTold, Vec<FieldError>> {
    ranged(|check| {
        asked.one.check("/one", check);
        asked.other.check("/other", check);
    })?;
    let difference = asked.one.lab().difference(asked.other.lab());
    Ok(DifferenceTold { difference, word: crate::colours::patches::word(difference) })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::colour::LabWhite;

    /// One of the pairs published for CIEDE2000 (Sharma, Wu and Dalal 2005, table 1).
    #[test]
    fn a_published_difference() {
        let lab = |l, a, b| LabGiven { l, a, b, white: LabWhite::D65 };
        let told = difference(&DifferenceAsked { one: lab(50.0, 2.5, 0.0), other: lab(61.0, -5.0, 29.0) }).unwrap();
        assert!((told.difference - 22.8977).abs() < 1e-4 && told.word == "plain");
    }
}
