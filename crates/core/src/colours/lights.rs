use crate::colour::{AmbientColour, Film, Spectrum, Temperature, temperature};
use crate::kit::{Flash, Gel};
use crate::quantity::{Duv, Id, Kelvin, Mired, MiredShift, Power, Stops};
use crate::setup::{Patch, PerPatch};
use crate::situation::{Lit, Situation};
use serde::Serialize;
use std::sync::Arc;

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
pub(crate) struct Tinted<'a> {
    pub(crate) id: LightId,
    pub(crate) name: String,
    pub(crate) known: Known,
    /// Bare, with Y = 1.
    pub(crate) bare: Spectrum,
    /// The colour it takes on on its way to the face.
    on_the_way: MiredShift,
    /// As it leaves its films, with Y = 1.
    worn: Spectrum,
    /// As it falls on a patch, where that is another: forecast so, or of the colour of what it came off.
    falls: PerPatch<Option<Arc<Spectrum>>>,
    /// Its films, one before the other.
    films: Vec<&'a Gel>,
}

/// A flash's own light at a power, with Y = 1: daylight of its temperature, which may drift towards its lowest power.
pub(crate) fn flash_light(flash: &Flash, power: Power) -> Spectrum {
    let (full, least) = (Mired::from(flash.kelvin), flash.kelvin_lowest.map_or(Mired::from(flash.kelvin), Mired::from));
    let range = flash.lowest_power.stops_below_full().max(0.1);
    let part = (power.stops_below_full() / range).clamp(0.0, 1.0);
    Spectrum::named(Mired::of(full.mired() + (least.mired() - full.mired()) * part).into())
}

/// Tints are told apart by so many mired: less is not seen, and films made once serve again.
const TOLD_APART: f64 = 0.5;

/// A light as it is after a colour it took on; none where it took on none.
fn tinted(light: &Spectrum, by: MiredShift) -> Option<Arc<Spectrum>> {
    let by = (by.mired() / TOLD_APART).round() * TOLD_APART;
    (by != 0.0).then(|| Arc::new(Film::of_surface(MiredShift::of(by)).before(light).to_unit()))
}

/// The films of a stack, one behind the other.
pub(crate) fn behind<'a>(gels: impl IntoIterator<Item = &'a Gel>) -> Film {
    gels.into_iter().map(Gel::film).reduce(|film, next| film.and(&next)).unwrap_or_else(Film::none)
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

impl<'a> Tinted<'a> {
    fn flash(lit: &Lit<'a>, power: Power) -> Tinted<'a> {
        let bare = flash_light(lit.flash, power);
        let worn = if lit.gels.is_empty() { bare } else { behind(lit.gels.iter().copied()).before(&bare).to_unit() };
        Tinted {
            id: LightId::Flash { light: lit.light.id.clone() },
            name: lit.name.clone(),
            known: Known::Maker,
            films: lit.gels.clone(),
            falls: PerPatch::of(|patch| tinted(&worn, lit.tints[patch])),
            on_the_way: lit.tints[Patch::Face],
            bare,
            worn,
        }
    }

    fn ambient(s: &Situation<'_>, index: usize, light: AmbientColour) -> Tinted<'a> {
        let bare = light.spectrum();
        Tinted {
            id: LightId::Ambient { index },
            name: light.words().to_owned(),
            known: if light.is_measured() { Known::Metered } else { Known::Usual },
            bare,
            on_the_way: s.ambient_tint(Patch::Face),
            worn: bare,
            falls: PerPatch::of(|patch| tinted(&bare, s.ambient_tint(patch))),
            films: Vec::new(),
        }
    }

    /// As it falls on a patch.
    pub(crate) fn on(&self, patch: Patch) -> &Spectrum {
        self.falls[patch].as_deref().unwrap_or(&self.worn)
    }

    /// As it leaves its films, with Y = 1.
    pub(crate) const fn worn(&self) -> &Spectrum {
        &self.worn
    }

    /// The colour it takes on on its way to the face.
    pub(crate) const fn on_the_way(&self) -> MiredShift {
        self.on_the_way
    }

    /// As it would fall on the face if it were this light where it leaves, before its films.
    pub(crate) fn on_face(&self, bare: Spectrum) -> Spectrum {
        tinted(&bare, self.on_the_way).map_or(bare, |tinted| *tinted)
    }

    /// What is told of it.
    pub(crate) fn told(&self) -> Option<LightColour> {
        let (bare, worn) = (temperature(self.bare.xyz())?, temperature(self.on(Patch::Face).xyz())?);
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
            films: arrows(&self.bare, &self.films),
        })
    }
}

/// Every light of a setup: its kinds of ambient first, then the flashes that fire, in their order, at these powers.
pub(crate) fn lights_of<'a>(s: &Situation<'a>, powers: &[f64]) -> Vec<Tinted<'a>> {
    let kinds = std::iter::once(s.setup.ambient).chain(s.setup.beside.iter().map(|beside| beside.light));
    let mut found: Vec<Tinted<'_>> = kinds.enumerate().map(|(index, light)| Tinted::ambient(s, index, light)).collect();
    if let (Some(forecast), Some(main)) = (s.seen().daylight(), found.first_mut()) {
        let named = |at: Temperature| Spectrum::measured(at.kelvin, at.duv);
        if let Some(face) = forecast.colour {
            (main.bare, main.worn, main.known) = (named(face), named(face), Known::Forecast);
            s.seen().ambient_words().clone_into(&mut main.name);
        }
        if let Some(behind) = forecast.background_colour {
            [main.falls[Patch::Background], main.falls[Patch::Sky]] = [(); 2].map(|()| Some(Arc::new(named(behind))));
        }
    }
    let flashes = s.lights.iter().zip(powers);
    found.extend(flashes.map(|(lit, below)| Tinted::flash(lit, Power::of(*below))));
    found
}
