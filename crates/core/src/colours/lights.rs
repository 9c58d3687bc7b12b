use crate::colour::{AmbientColour, Film, Spectrum, Temperature, temperature};
use crate::glass::lit_spot;
use crate::kit::{Flash, Gel};
use crate::quantity::{Duv, Id, Kelvin, Mired, MiredShift, Power, Stops};
use crate::setup::Patch;
use crate::situation::{Lit, Situation};
use serde::Serialize;

/// A light of a setup, or a part of its ambient.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "of", rename_all = "snake_case")]
pub enum LightId {
    /// A kind of ambient: the main one at 0, then those beside it.
    Ambient {
        /// Which.
        index: usize,
    },
    /// A flash.
    Flash {
        /// Which.
        light: Id,
    },
}

/// How a light's colour is known.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Known {
    /// It was metered.
    Metered,
    /// It is forecast for the place and the time.
    Forecast,
    /// It is what such light usually is.
    Usual,
    /// Its maker says so.
    Maker,
}

impl Known {
    /// The likely error, in mired (common practice).
    #[must_use]
    pub const fn error(self) -> f64 {
        match self {
            Known::Metered => 5.0,
            Known::Forecast => 15.0,
            Known::Usual => 25.0,
            Known::Maker => 4.0,
        }
    }
}

/// A film before a flash, as an arrow along the line of temperatures.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct FilmArrow {
    /// Which gel.
    pub gel: Id,
    /// Its name.
    pub name: String,
    /// Where it takes the light from.
    pub from: Mired,
    /// Where to: under a lamp with lines another step than on its label.
    pub to: Mired,
    /// The step across, to the green side.
    pub aside: Duv,
    /// What it costs.
    pub loss: Stops,
    /// Whether its loss is too small for its shift, so that the film built for it leaves the line of temperatures.
    pub off_locus: bool,
}

/// The colour of a light.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct LightColour {
    /// Which.
    pub id: LightId,
    /// Its name.
    pub name: String,
    /// Its nearest temperature, without films.
    pub kelvin: Kelvin,
    /// The same in mired.
    pub mired: Mired,
    /// How far it is to the green or magenta side.
    pub duv: Duv,
    /// Its nearest temperature as it falls on the set, in mired.
    pub worn: Mired,
    /// How far to the side it is then.
    pub worn_duv: Duv,
    /// How it is known.
    pub known: Known,
    /// Its likely error, in mired.
    pub error: f64,
    /// What it wears.
    pub films: Vec<FilmArrow>,
}

/// A light of a setup with its spectrum.
#[derive(Debug, Clone)]
pub(crate) struct Tinted {
    pub(crate) id: LightId,
    pub(crate) name: String,
    pub(crate) known: Known,
    /// Bare, with Y = 1, as it falls on the face.
    pub(crate) bare: Spectrum,
    /// As it falls there behind its films, with Y = 1.
    pub(crate) worn: Spectrum,
    /// As it falls on the background, where that is known to be another.
    pub(crate) behind: Option<Spectrum>,
    pub(crate) films: Vec<FilmArrow>,
}

/// A flash's own light at a power, with Y = 1: daylight of its temperature, which may drift towards its lowest power.
pub(crate) fn flash_light(flash: &Flash, power: Power) -> Spectrum {
    let (full, least) = (Mired::from(flash.kelvin), flash.kelvin_lowest.map_or(Mired::from(flash.kelvin), Mired::from));
    let range = flash.lowest_power.stops_below_full().max(0.1);
    let part = (power.stops_below_full() / range).clamp(0.0, 1.0);
    Spectrum::named(Mired::of(full.mired() + (least.mired() - full.mired()) * part).into())
}

/// What a tinted wall takes beside what its reflectance says, so that it tints along the line of temperatures; levels know the
/// reflectance, so it does not count.
const WALL: f64 = 0.5;

/// The films of a stack, one behind the other.
pub(crate) fn behind<'a>(gels: impl IntoIterator<Item = &'a Gel>) -> Film {
    gels.into_iter().fold(Film::none(), |film, gel| film.and(&gel.film()))
}

fn arrows(bare: &Spectrum, gels: &[&Gel]) -> Vec<FilmArrow> {
    let mut so_far = *bare;
    let arrow = |gel: &&Gel| {
        let film = gel.film();
        let done = film.done_to(&so_far)?;
        let from = Mired::from(temperature(so_far.xyz())?.kelvin);
        so_far = film.before(&so_far).to_unit();
        Some(FilmArrow {
            gel: gel.id.clone(),
            name: gel.name.to_string(),
            from,
            to: from + MiredShift::of(done.shift.mired()),
            aside: done.duv,
            loss: done.loss,
            off_locus: film.off_locus().is_some(),
        })
    };
    gels.iter().filter_map(arrow).collect()
}

impl Tinted {
    fn flash(s: &Situation<'_>, lit: &Lit<'_>, power: Power) -> Tinted {
        let bare = flash_light(lit.flash, power);
        let worn = behind(lit.gels.iter().copied()).before(&bare);
        // What is bounced takes the tint of what it is bounced off.
        let spot = lit_spot(s.setup, &lit.emitter).filter(|_| s.setup.bounces(lit.light));
        let tint = spot.map_or(MiredShift::ZERO, |spot| spot.surface.tint);
        let worn =
            if tint == MiredShift::ZERO { worn } else { Film::of(tint, Stops::of(WALL)).before(&worn) }.to_unit();
        Tinted {
            id: LightId::Flash { light: lit.light.id.clone() },
            name: lit.name.clone(),
            known: Known::Maker,
            films: arrows(&bare, &lit.gels),
            bare,
            worn,
            behind: None,
        }
    }

    fn ambient(index: usize, light: AmbientColour) -> Tinted {
        let bare = light.spectrum();
        Tinted {
            id: LightId::Ambient { index },
            name: light.words().to_owned(),
            known: if light.is_measured() { Known::Metered } else { Known::Usual },
            bare,
            worn: bare,
            behind: None,
            films: Vec::new(),
        }
    }

    /// As it falls on a patch.
    pub(crate) fn on(&self, patch: Patch) -> &Spectrum {
        match patch {
            Patch::Background | Patch::Sky => self.behind.as_ref().unwrap_or(&self.worn),
            _ => &self.worn,
        }
    }

    /// What is told of it.
    pub(crate) fn told(&self) -> Option<LightColour> {
        let (bare, worn) = (temperature(self.bare.xyz())?, temperature(self.worn.xyz())?);
        Some(LightColour {
            id: self.id.clone(),
            name: self.name.clone(),
            kelvin: bare.kelvin,
            mired: bare.kelvin.into(),
            duv: bare.duv,
            worn: worn.kelvin.into(),
            worn_duv: worn.duv,
            known: self.known,
            error: self.known.error(),
            films: self.films.clone(),
        })
    }
}

/// Every light of a setup: its kinds of ambient first, then the flashes that fire, in their order, at these powers.
pub(crate) fn lights_of(s: &Situation<'_>, powers: &[f64]) -> Vec<Tinted> {
    let kinds = std::iter::once(s.setup.ambient).chain(s.setup.beside.iter().map(|beside| beside.light));
    let mut found: Vec<Tinted> = kinds.enumerate().map(|(index, light)| Tinted::ambient(index, light)).collect();
    if let (Some(forecast), Some(main)) = (s.seen().daylight(), found.first_mut()) {
        let named = |at: Temperature| Spectrum::measured(at.kelvin, at.duv);
        if let Some(face) = forecast.colour {
            (main.bare, main.worn, main.known) = (named(face), named(face), Known::Forecast);
            s.seen().ambient_words().clone_into(&mut main.name);
        }
        main.behind = forecast.background_colour.map(named);
    }
    let flashes = s.lights.iter().zip(powers);
    found.extend(flashes.map(|(lit, below)| Tinted::flash(s, lit, Power::of(*below))));
    found
}
