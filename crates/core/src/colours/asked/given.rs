//! Lights, films and colours as somebody knows them.

use crate::check::{Check, Problem};
use crate::colour::{BANDS, Film, Lab, LabWhite, Lamp, Spectrum, Xy, temperature};
use crate::quantity::limits::{
    AMBIENT_KELVIN, BAND, CHROMATICITY, FILMS_GIVEN, GEL_LOSS, LAB_AXIS, LAB_LIGHTNESS, MEASURED_DUV,
};
use crate::quantity::{Duv, Kelvin, MiredShift, Stops};
use crate::say;
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

impl LightGiven {
    pub(super) fn check(&self, at: &str, check: &mut Check) {
        match self {
            LightGiven::Kelvin { kelvin, duv } => {
                check.range(format_args!("{at}/kelvin"), AMBIENT_KELVIN, kelvin.kelvin());
                check.range(format_args!("{at}/duv"), MEASURED_DUV, duv.map_or(0.0, Duv::duv));
            }
            LightGiven::Xy { x, y } => {
                check.range(format_args!("{at}/x"), CHROMATICITY, *x);
                check.range(format_args!("{at}/y"), CHROMATICITY, *y);
                // Colours of light lie under the line of purest colours; beyond it there is none.
                if x + y > 1.0 {
                    check.range(format_args!("{at}/y"), CHROMATICITY, x + y);
                }
            }
            LightGiven::Lamp { .. } => {}
            LightGiven::Spectrum { bands } => {
                if bands.len() != BANDS {
                    let what = say::fields::POWERS;
                    check.problem(format_args!("{at}/bands"), Problem::Needs { what });
                }
                for (index, value) in bands.iter().take(BANDS).enumerate() {
                    check.range(format_args!("{at}/bands/{index}"), BAND, *value);
                }
                if bands.iter().all(|value| *value == 0.0) {
                    check.problem(format_args!("{at}/bands"), Problem::Needs { what: say::fields::SPECTRUM });
                }
            }
        }
    }

    /// Its spectrum; a chromaticity is that of its temperature with the film that brings it there.
    pub(super) fn spectrum(&self) -> Option<Spectrum> {
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

pub(super) fn check_films(films: &[FilmGiven], check: &mut Check) {
    check.count("/films", FILMS_GIVEN, films.len());
    for (index, film) in films.iter().enumerate() {
        check.range(format_args!("/films/{index}/loss"), GEL_LOSS, film.loss.stops());
        check.range(format_args!("/films/{index}/duv"), MEASURED_DUV, film.duv.map_or(0.0, Duv::duv));
    }
}

pub(super) fn stacked(films: &[FilmGiven]) -> Film {
    films.iter().fold(Film::none(), |stack, given| {
        let aside = given.duv.map_or_else(Film::none, Film::green);
        stack.and(&aside).and(&Film::of(given.shift, given.loss))
    })
}

impl LabGiven {
    pub(super) fn check(&self, at: &str, check: &mut Check) {
        check.range(format_args!("{at}/l"), LAB_LIGHTNESS, self.l);
        check.range(format_args!("{at}/a"), LAB_AXIS, self.a);
        check.range(format_args!("{at}/b"), LAB_AXIS, self.b);
    }

    pub(super) fn lab(self) -> Lab {
        Lab::measured(self.l, self.a, self.b, self.white)
    }
}
