//! Small questions about colour, for whoever checks the rules or builds on them.

use crate::check::{Check, FieldError, Problem};
use crate::colour::{BANDS, Film, Lab, LabWhite, Lamp, Shown, Spectrum, Surface, White, Xy, light_at, temperature};
use crate::quantity::limits::{
    AMBIENT_KELVIN, BAND, CAMERA_KELVIN, CHROMATICITY, FILMS_GIVEN, GEL_LOSS, GREY_VALUE, LAB_AXIS, LAB_LIGHTNESS,
    MEASURED_DUV, TINT,
};
use crate::quantity::{Duv, Kelvin, Mired, MiredShift, Stops};
use serde::{Deserialize, Serialize};

/// A light, as somebody knows it.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "by", rename_all = "snake_case", deny_unknown_fields)]
pub enum LightGiven {
    /// By its temperature and its distance to the green side of the Planckian locus.
    Kelvin {
        /// The temperature.
        kelvin: Kelvin,
        /// The distance; that of the light the temperature names where it is left out.
        duv: Option<Duv>,
    },
    /// By its chromaticity.
    Xy {
        /// x of CIE 1931.
        x: f64,
        /// y of CIE 1931.
        y: f64,
    },
    /// By the kind of lamp.
    Lamp {
        /// Which.
        lamp: Lamp,
    },
    /// By its spectrum.
    Spectrum {
        /// 81 relative powers, 380 to 780 nm by 5 nm.
        bands: Vec<f64>,
    },
}

/// A film, as its maker tells of it: a shift along the line of temperatures, a lead across it, or both.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct FilmGiven {
    /// The step at 5 500 K; positive is warmer.
    pub shift: MiredShift,
    /// What it loses.
    pub loss: Stops,
    /// How far it leads to the green side.
    #[serde(default)]
    pub duv: Option<Duv>,
}

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

/// A colour in L*a*b*.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct LabGiven {
    /// Lightness.
    pub l: f64,
    /// From green to red.
    pub a: f64,
    /// From blue to yellow.
    pub b: f64,
    /// The white it was measured beside.
    #[serde(default)]
    pub white: LabWhite,
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

/// Two settings.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct ShiftAsked {
    /// From.
    pub from: Kelvin,
    /// To.
    pub to: Kelvin,
}

/// The step between two settings.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct ShiftTold {
    /// In mired; positive is warmer.
    pub shift: f64,
}

/// A grey patch as a camera showed it at a setting.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct GreyAsked {
    /// Red, green and blue: 0 to 1 linear, or 0 to 255 as they are stored.
    pub values: [f64; 3],
    /// Whether they are linear.
    pub linear: bool,
    /// The camera's temperature.
    pub kelvin: Kelvin,
    /// Its tint.
    pub tint: Duv,
}

/// What light fell on it, and what to set for it.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct GreyTold {
    /// The light's temperature, to 10 K.
    pub kelvin: Kelvin,
    /// Its distance from the Planckian locus.
    pub duv: Duv,
    /// The tint that makes it white at that temperature.
    pub tint: Duv,
    /// How much warmer it is than the setting.
    pub shift: MiredShift,
}

fn ranged(checks: impl FnOnce(&mut Check)) -> Result<(), Vec<FieldError>> {
    let mut check = Check::default();
    checks(&mut check);
    check.done()
}

impl LightGiven {
    fn check(&self, at: &str, check: &mut Check) {
        match self {
            LightGiven::Kelvin { kelvin, duv } => {
                check.range(format!("{at}/kelvin"), AMBIENT_KELVIN, kelvin.kelvin());
                check.range(format!("{at}/duv"), MEASURED_DUV, duv.map_or(0.0, Duv::duv));
            }
            LightGiven::Xy { x, y } => {
                check.range(format!("{at}/x"), CHROMATICITY, *x);
                check.range(format!("{at}/y"), CHROMATICITY, *y);
                // Colours of light lie under the line of purest colours; beyond it there is none.
                if x + y > 1.0 {
                    check.range(format!("{at}/y"), CHROMATICITY, x + y);
                }
            }
            LightGiven::Lamp { .. } => {}
            LightGiven::Spectrum { bands } => {
                if bands.len() != BANDS {
                    let what = "A list of 81 powers, 380 to 780 nm by 5 nm,";
                    check.problem(format!("{at}/bands"), Problem::Needs { what });
                }
                for (index, value) in bands.iter().take(BANDS).enumerate() {
                    check.range(format!("{at}/bands/{index}"), BAND, *value);
                }
                if bands.iter().all(|value| *value == 0.0) {
                    check.problem(format!("{at}/bands"), Problem::Needs { what: "A spectrum with light in it" });
                }
            }
        }
    }

    /// Its spectrum; a chromaticity is that of its temperature with the film that brings it there.
    fn spectrum(&self) -> Option<Spectrum> {
        match self {
            LightGiven::Kelvin { kelvin, duv: None } => Some(Spectrum::named(*kelvin)),
            LightGiven::Kelvin { kelvin, duv: Some(duv) } => Some(Spectrum::measured(*kelvin, *duv)),
            LightGiven::Xy { x, y } => {
                let at = temperature(Xy { x: *x, y: *y }.light())?;
                Some(Spectrum::measured(at.kelvin, at.duv))
            }
            LightGiven::Lamp { lamp } => Some(lamp.spectrum()),
            LightGiven::Spectrum { bands } => Spectrum::from_bands(bands.as_slice().try_into().ok()?),
        }
    }
}

fn check_films(films: &[FilmGiven], check: &mut Check) {
    check.count("/films", FILMS_GIVEN, films.len());
    for (index, film) in films.iter().enumerate() {
        check.range(format!("/films/{index}/loss"), GEL_LOSS, film.loss.stops());
        check.range(format!("/films/{index}/duv"), MEASURED_DUV, film.duv.map_or(0.0, Duv::duv));
    }
}

fn stacked(films: &[FilmGiven]) -> Film {
    films.iter().fold(Film::none(), |stack, given| {
        let aside = given.duv.map_or_else(Film::none, Film::green);
        stack.and(&aside).and(&Film::of(given.shift, given.loss))
    })
}

impl LabGiven {
    fn check(&self, at: &str, check: &mut Check) {
        check.range(format!("{at}/l"), LAB_LIGHTNESS, self.l);
        check.range(format!("{at}/a"), LAB_AXIS, self.a);
        check.range(format!("{at}/b"), LAB_AXIS, self.b);
    }

    fn lab(self) -> Lab {
        Lab::measured(self.l, self.a, self.b, self.white)
    }
}

fn dark(field: &str) -> Vec<FieldError> {
    vec![FieldError { field: field.to_owned(), problem: Problem::Needs { what: "A light that is not dark" } }]
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
    Ok(DifferenceTold { difference, word: super::patches::word(difference) })
}

/// The step between two settings.
#[must_use]
pub fn shift(asked: &ShiftAsked) -> ShiftTold {
    let step = (Mired::from(asked.to) - Mired::from(asked.from)).mired();
    ShiftTold { shift: (step * 100.0).round() / 100.0 }
}

/// The light that fell on a grey patch, from what a camera showed of it.
///
/// # Errors
/// What is out of its range, and a patch too dark, burnt out or too coloured to be grey in any light.
pub fn grey(asked: &GreyAsked) -> Result<GreyTold, Vec<FieldError>> {
    ranged(|check| {
        let most = if asked.linear { 1.0 } else { 255.0 };
        for (index, value) in asked.values.iter().enumerate() {
            check.range(format!("/values/{index}"), GREY_VALUE, value / most);
        }
        check.range("/kelvin", CAMERA_KELVIN, asked.kelvin.kelvin());
        check.range("/tint", TINT, asked.tint.duv());
    })?;
    let linear =
        if asked.linear { asked.values } else { asked.values.map(|value| crate::colour::decoded(value / 255.0)) };
    let white = White::set_to(asked.kelvin, asked.tint);
    let coloured = || {
        vec![FieldError {
            field: "/values".to_owned(),
            problem: Problem::Needs { what: "A grey patch, lit and not burnt out," },
        }]
    };
    let at = temperature(white.light_on_grey(linear)).ok_or_else(coloured)?;
    if at.duv.duv().abs() > 0.05 || !(1_500.0..=40_000.0).contains(&at.kelvin.kelvin()) {
        return Err(coloured());
    }
    let on_line = temperature(crate::colour::named_light(at.kelvin)).map_or(0.0, |named| named.duv.duv());
    let kelvin = Kelvin::of((at.kelvin.kelvin() / 10.0).round() * 10.0);
    Ok(GreyTold {
        kelvin,
        duv: Duv::of((at.duv.duv() * 1e4).round() / 1e4),
        tint: Duv::of(((at.duv.duv() - on_line) * 1e4).round() / 1e4),
        shift: Mired::from(kelvin) - Mired::from(asked.kelvin),
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
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

    #[rstest]
    #[case::burnt_out([1.2, 1.0, 1.0], "/values/0")]
    #[case::black([0.0, 0.0, 0.0], "/values/0")]
    #[case::a_red_thing([0.9, 0.02, 0.02], "/values")]
    fn what_is_no_grey_is_refused(#[case] values: [f64; 3], #[case] field: &str) {
        let given = GreyAsked { values, linear: true, kelvin: Kelvin::of(5_600.0), tint: Duv::of(0.0) };
        assert_eq!(grey(&given).unwrap_err()[0].field, field);
    }

    proptest! {
        /// What a camera shows of a grey in a light tells which light it was, at whatever setting.
        #[test]
        fn a_grey_frame_tells_its_light(
            kelvin in 2_500.0..9_000.0f64, duv in -0.012..0.012f64, set in 2_600.0..9_000.0f64, tint in -0.01..0.01f64,
        ) {
            let truth = light_at(crate::colour::Temperature { kelvin: Kelvin::of(kelvin), duv: Duv::of(duv) });
            let white = White::set_to(Kelvin::of(set), Duv::of(tint));
            let linear = white.shows(truth * 0.2).linear;
            prop_assume!(linear.iter().all(|part| *part > 0.02 && *part < 0.98));
            let told = grey(&GreyAsked { values: linear, linear: true, kelvin: Kelvin::of(set), tint: Duv::of(tint) }).unwrap();
            prop_assert!((1e6 / told.kelvin.kelvin() - 1e6 / kelvin).abs() < 1.0, "{told:?}");
            prop_assert!((told.duv.duv() - duv).abs() < 2e-4, "{told:?}");
            // Set so, it is white.
            let again = White::set_to(told.kelvin, told.tint).shows(truth * 0.2).lab;
            prop_assert!(again.a.hypot(again.b) < 0.6, "{again:?}");
        }
    }

    #[test]
    fn settings_and_differences() {
        let step = shift(&ShiftAsked { from: Kelvin::of(5_600.0), to: Kelvin::of(2_500.0) });
        assert!((step.shift - 221.43).abs() < 1e-9);
        let lab = |l, a, b| LabGiven { l, a, b, white: LabWhite::D65 };
        let told = difference(&DifferenceAsked { one: lab(50.0, 2.5, 0.0), other: lab(61.0, -5.0, 29.0) }).unwrap();
        assert!((told.difference - 22.8977).abs() < 1e-4 && told.word == "plain");
    }
}
