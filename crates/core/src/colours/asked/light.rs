//! What a light through films is.

use super::given::{FilmGiven, LightGiven, check_films, stacked};
use super::{dark, ranged};
use crate::check::FieldError;
use crate::colour::{Xy, light_at, temperature};
use crate::quantity::Stops;
use serde::{Deserialize, Serialize};

/// A light through films.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct LightAsked {
    /// The light.
    pub light: LightGiven,
    /// The films before it, one behind the other.
    #[serde(default)]
    pub films: Vec<FilmGiven>,
}

/// What a light is.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct LightTold {
    /// x of CIE 1931.
    pub x: f64,
    /// y of CIE 1931.
    pub y: f64,
    /// The nearest temperature, to 0.1 K.
    pub kelvin: f64,
    /// The same in mired, to 0.01.
    pub mired: f64,
    /// The distance from the Planckian locus, green positive.
    pub duv: f64,
    /// What the films lose of it.
    pub loss: Stops,
    /// Whether a film's loss is too small for its shift, so that it leaves the line of temperatures.
    pub off_locus: bool,
}

/// Chromaticity, temperature and loss of a light through films.
///
/// # Errors
/// What is out of its range, each at its field.
pub fn light(asked: &LightAsked) -> Result<LightTold, Vec<FieldError>> {
    ranged(|check| {
        asked.light.check("/light", check);
        check_films(&asked.films, check);
    })?;
    let bare = asked.light.spectrum().ok_or_else(|| dark("/light"))?;
    let film = stacked(&asked.films);
    let worn = film.before(&bare).xyz();
    // A chromaticity without films is told as it was given: the spectrum made for it only comes near.
    let light = match asked.light {
        LightGiven::Xy { x, y } if asked.films.is_empty() => Xy { x, y }.light(),
        LightGiven::Kelvin { kelvin, duv: Some(duv) } if asked.films.is_empty() => {
            light_at(crate::colour::Temperature { kelvin, duv })
        }
        _ => worn,
    };
    let (xy, at) = light.xy().zip(temperature(light)).ok_or_else(|| dark("/films"))?;
    let kelvin = at.kelvin.kelvin();
    Ok(LightTold {
        x: xy.x,
        y: xy.y,
        kelvin: (kelvin * 10.0).round() / 10.0,
        mired: (1e8 / kelvin).round() / 100.0,
        duv: at.duv.duv(),
        loss: Stops::of((bare.xyz().y / worn.y).log2()),
        off_locus: film.off_locus().is_some(),
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;
    use serde_json::{Value, json};

    fn asked(light: Value, films: Value) -> LightTold {
        light_of(json!({ "light": light, "films": films })).unwrap()
    }

    fn light_of(value: Value) -> Result<LightTold, Vec<FieldError>> {
        light(&serde_json::from_value(value).unwrap())
    }

    /// Illuminant A and D65 (CIE 15:2018); their temperatures to 0.2 %.
    #[rstest]
    #[case(json!({"by": "lamp", "lamp": "incandescent"}), 0.4476, 0.4074, 2_856.0)]
    #[case(json!({"by": "kelvin", "kelvin": 6504.0}), 0.3127, 0.3290, 6_504.0)]
    #[case(json!({"by": "xy", "x": 0.3127, "y": 0.3290}), 0.3127, 0.3290, 6_504.0)]
    fn known_lights(#[case] given: Value, #[case] x: f64, #[case] y: f64, #[case] kelvin: f64) {
        let told = asked(given, json!([]));
        assert!((told.x - x).abs() < 2e-4 && (told.y - y).abs() < 2e-4, "{told:?}");
        assert!((told.kelvin / kelvin - 1.0).abs() < 2e-3, "{told:?}");
        assert_eq!(told.loss.stops(), 0.0);
    }

    /// Worked case 11 of the method notes: full warming on 5 600 K leaves about 62 mired to a lamp of 2 500 K.
    #[test]
    fn a_full_warming_film() {
        let told = asked(json!({"by": "kelvin", "kelvin": 5600.0}), json!([{"shift": 159.0, "loss": 0.67}]));
        assert!((400.0 - told.mired - 62.0).abs() < 4.0, "{told:?}");
        assert!((told.loss.stops() - 0.67).abs() < 0.05 && !told.off_locus);
    }

    #[rstest]
    #[case::dark(json!({"light": {"by": "spectrum", "bands": vec![0.0; 81]}}), "/light/bands")]
    #[case::short(json!({"light": {"by": "spectrum", "bands": [1.0, 2.0]}}), "/light/bands")]
    #[case::negative(json!({"light": {"by": "spectrum", "bands": vec![-1.0; 81]}}), "/light/bands/0")]
    #[case::no_colour(json!({"light": {"by": "xy", "x": 0.7, "y": 0.6}}), "/light/y")]
    #[case::many(json!({"light": {"by": "lamp", "lamp": "sodium"}, "films": vec![json!({"shift": 20.0, "loss": 0.3}); 9]}), "/films")]
    fn what_is_no_light_is_refused(#[case] value: Value, #[case] field: &str) {
        assert_eq!(light_of(value).unwrap_err()[0].field, field);
    }
}
