//! Settings and gels proposed for a wish, and the schools of one setting side by side, each with what it would look like and what
//! it costs.

use super::colours::{patches_of, stacks};
use super::film_stops::{self, FilmStops};
use super::grid::best;
use super::price::{Cost, price};
use super::score::Weights;
use super::{Change, Worn, apply};
use crate::assess::Facts;
use crate::colour::{AmbientColour, Choice, Fit, Preset, SMALL, Temperature, Xyz, fits, temperature};
use crate::colours::{
    Aim, CALMED, ColourPatch, ColourReport, Tinted, half_way, hundred, lights_of, of, settings, tint_for, tint_words,
    tints,
};
use crate::kit::{Camera, Gel};
use crate::marks::stops_amount;
use crate::quantity::{Duv, Id, Kelvin, Mired, MiredShift, Stops, figure};
use crate::say;
use crate::setup::Patch;
use crate::situation::{Dials, Situation};
use serde::Serialize;

/// A school of one fixed setting (common practice).
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum School {
    /// The flash preset, for sun, cloud and flash.
    FlashPreset,
    /// The shade preset, for open shade, and to deepen a sunset.
    ShadePreset,
    /// A measured grey card at the face.
    GreyCard,
    /// Half-way between flash and ambient.
    Between,
    /// Low, to calm a sunset or for a cool mood.
    Low,
}

/// One way to set and to gel.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct ColourWay {
    /// The school it is of; none for what was searched for.
    pub school: Option<School>,
    /// In words: the setting and the gels.
    pub text: String,
    /// The temperature.
    pub kelvin: Kelvin,
    /// The tint.
    pub tint: Duv,
    /// What each flash wears.
    pub worn: Vec<Worn>,
    /// What patches would look like.
    pub patches: Vec<ColourPatch>,
    /// What changes against the setup as it stands.
    pub costs: Vec<Cost>,
    /// The same in a sentence.
    pub price: String,
    /// What binds then.
    pub binds: Vec<String>,
    /// Making it so.
    pub change: Change,
}

/// A film nobody has, that would bring flash and ambient together.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct WantedFilm {
    /// For which light.
    pub light: Id,
    /// The step it makes.
    pub shift: MiredShift,
    /// What would be left then, in mired.
    pub leaves: f64,
    /// What is left with the kit's own.
    pub left: f64,
    /// In words, for the packing list.
    pub text: String,
}

/// The colour of a setup, with what could be set and worn.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Colours {
    /// As it stands.
    pub now: ColourReport,
    /// Where the kit's films take each flash that fires.
    pub reach: Vec<FilmStops>,
    /// What the wish asks for, the best first, and two runners-up.
    pub proposals: Vec<ColourWay>,
    /// The schools of one setting, without a search.
    pub schools: Vec<ColourWay>,
    /// Gels a plan lacks.
    pub lacking: Vec<WantedFilm>,
}

/// The best proposal and two more.
const PROPOSED: usize = 3;
/// Films as they are sold, in mired, with their names (from memory; makers differ).
const SOLD: [(f64, &str); 7] = [
    (159.0, say::colour_ways::FULL_WARMING_FILM),
    (109.0, say::colour_ways::HALF_WARMING_FILM),
    (64.0, say::colour_ways::QUARTER_WARMING_FILM),
    (26.0, say::colour_ways::EIGHTH_WARMING_FILM),
    (-131.0, say::colour_ways::FULL_COOLING_FILM),
    (-68.0, say::colour_ways::HALF_COOLING_FILM),
    (-35.0, say::colour_ways::QUARTER_COOLING_FILM),
];
/// A kit lacks a film that would leave so much less, in mired.
const WORTH_PACKING: f64 = 20.0;

/// The colour of a setup as it stands, nothing proposed.
#[must_use]
pub fn colours_as_they_stand(s: &Situation<'_>) -> Colours {
    Colours { now: of(s), reach: Vec::new(), proposals: Vec::new(), schools: Vec::new(), lacking: Vec::new() }
}

/// Works out the colour of a setup and what could be done about it.
#[must_use]
pub fn colours(s: &Situation<'_>) -> Colours {
    let dials = Dials::of(s.setup);
    let facts = Facts::of(s, &dials);
    let lights = lights_of(s, &facts.powers);
    let aim = Aim::of(s, &lights);
    // What is proposed is solved, so it is compared with what is there solved.
    let solved = best(s, &Weights::of(s.terms.house.habits)).dials;
    Colours {
        now: of(s),
        reach: film_stops::of(s, &lights),
        proposals: proposals(s, &solved, &facts, &aim, &lights),
        schools: schools(s, &dials, &solved, &lights),
        lacking: lacking(s, &aim, &lights),
    }
}

fn proposals(s: &Situation<'_>, solved: &Dials, facts: &Facts, aim: &Aim, lights: &[Tinted]) -> Vec<ColourWay> {
    let patches = patches_of(s, aim, lights, &facts.split, &facts.parts);
    let mut choices = Vec::new();
    let mut worn: Vec<Vec<Vec<&Gel>>> = Vec::new();
    for light in &lights[lights.len() - s.lights.len()..] {
        let bare = light.on_face(light.bare);
        if aim.films {
            let (of_light, stacks) = stacks(s.kit, &bare);
            choices.push(of_light);
            worn.push(stacks);
        } else {
            choices.push(vec![Choice { light: bare, loss: Stops::ZERO, films: 0 }]);
            worn.push(vec![Vec::new()]);
        }
    }
    let all = aim.setting.map_or_else(|| settings(s.body), |setting| vec![setting]);
    let found = fits(&patches, &choices, &all, &tints(s.body), PROPOSED);
    let way = |fit: &Fit| {
        let gels = fit.choices.iter().zip(&worn).zip(&s.lights).map(|((chosen, stacks), lit)| {
            let gels = stacks[*chosen].iter().map(|gel| gel.id.clone()).collect();
            (Worn { light: lit.light.id.clone(), gels }, &stacks[*chosen])
        });
        let (worn, named): (Vec<Worn>, Vec<&Vec<&Gel>>) = gels.unzip();
        told(s, solved, None, (fit.kelvin, fit.tint), worn, &named)
    };
    found.iter().filter_map(way).collect()
}

/// A way with its words, its picture and its price.
fn told(
    s: &Situation<'_>,
    solved: &Dials,
    school: Option<School>,
    (kelvin, tint): (Kelvin, Duv),
    worn: Vec<Worn>,
    named: &[&Vec<&Gel>],
) -> Option<ColourWay> {
    let change = Change::Colours { kelvin, tint, worn: worn.clone() };
    let mut changed = apply(s.seen(), s.kit, &change);
    let weights = Weights::of(s.terms.house.habits);
    let after = s.after(&changed).ok()?;
    let new = best(&after, &weights);
    let (costs, cost) = price((s, solved), (&after, &new.dials));
    let binds = if worn_now(s) == worn {
        Vec::new()
    } else {
        let found = super::binds::binds(&after, &weights, &new.dials, Some(&new));
        found.into_iter().map(|bind| bind.text).collect()
    };
    new.dials.put_into(&mut changed);
    let patches = of(&s.after(&changed).ok()?).patches;
    let set = setting_words(s.body, kelvin, tint);
    let stacks = named.iter().zip(&s.lights).filter(|(gels, _)| !gels.is_empty()).map(|(gels, lit)| {
        let names: Vec<String> = gels.iter().map(|gel| gel.name.to_string().to_lowercase()).collect();
        let loss: f64 = gels.iter().map(|gel| gel.loss.stops()).sum();
        format!("{} on {} ({})", names.join(" and "), lit.name, stops_amount(loss))
    });
    let worn_words: Vec<String> = stacks.collect();
    let text = match (school, worn_words.as_slice()) {
        (Some(school), _) => format!("{}: {set}", school.words()),
        (None, []) if s.lights.is_empty() => set,
        (None, []) => format!("{set}, no gel"),
        (None, words) => format!("{set}, {}", words.join(", ")),
    };
    Some(ColourWay { school, text, kelvin, tint, worn, patches, costs, price: cost, binds, change })
}

fn worn_now(s: &Situation<'_>) -> Vec<Worn> {
    s.lights.iter().map(|lit| Worn { light: lit.light.id.clone(), gels: lit.light.gels.at.clone() }).collect()
}

/// A setting in words.
fn setting_words(body: &Camera, kelvin: Kelvin, tint: Duv) -> String {
    let tint = tint_words(body, tint).map_or_else(String::new, |tint| format!(", {tint}"));
    format!("{:.0} K{tint}", kelvin.kelvin())
}

impl School {
    const fn words(self) -> &'static str {
        match self {
            School::FlashPreset => say::colour_ways::FLASH_PRESET,
            School::ShadePreset => say::colour_ways::SHADE_PRESET,
            School::GreyCard => say::colour_ways::GREY_CARD,
            School::Between => say::colour_ways::BETWEEN,
            School::Low => say::colour_ways::LOW,
        }
    }
}

/// The schools that have something to say here, with the gels as they are: each is a setting, and a film has one alone.
fn schools(s: &Situation<'_>, dials: &Dials, solved: &Dials, lights: &[Tinted]) -> Vec<ColourWay> {
    if s.body.film.is_some() {
        return Vec::new();
    }
    let parts = s.ambient_parts(Patch::Face).into_iter().zip(lights);
    let ambient: Xyz = parts.map(|((_, share), light)| light.on(Patch::Face).xyz() * share).sum();
    let key = crate::situation::key(&s.lights);
    let first_flash = lights.len() - s.lights.len();
    let key = key.and_then(|key| temperature(lights[first_flash + key].on(Patch::Face).xyz()));
    let facts = Facts::of(s, dials);
    let flash_share = super::colours::share_on_face(&facts.split).share();
    let card = temperature(lights.iter().skip(first_flash).zip(&facts.parts).fold(
        ambient * (1.0 - flash_share),
        |sum, (light, part)| match (part[Patch::Face], facts.split.flash[Patch::Face]) {
            (Some(level), Some(all)) => sum + light.on(Patch::Face).xyz() * (flash_share * (level - all).exp2()),
            _ => sum,
        },
    ));
    let mired = |at: Temperature| Mired::from(at.kelvin).mired();
    let between =
        key.zip(temperature(ambient)).filter(|(flash, ambient)| (mired(*flash) - mired(*ambient)).abs() > SMALL);
    let between = between.map(|(a, b)| half_way(a.kelvin.into(), b.kelvin.into()));
    let warm = matches!(s.setup.ambient, AmbientColour::LowSun | AmbientColour::Dusk | AmbientColour::WarmLamps);
    // A preset is set as it is; a camera that knows no tint of it has none.
    let preset = |preset: Preset| {
        let own = s.body.preset(preset);
        (own.kelvin, own.tint)
    };
    let plain = |kelvin: Kelvin| (kelvin, Duv::of(0.0));
    let all = [
        (School::FlashPreset, Some(preset(Preset::Flash))),
        (School::ShadePreset, (!s.setup.ambient.is_artificial()).then(|| preset(Preset::Shade))),
        (School::GreyCard, card.map(|card| (hundred(card.kelvin), tint_for(card)))),
        (School::Between, between.map(plain)),
        (School::Low, warm.then_some(plain(CALMED))),
    ];
    let worn = worn_now(s);
    let none: Vec<Vec<&Gel>> = s.lights.iter().map(|_| Vec::new()).collect();
    let named: Vec<&Vec<&Gel>> = none.iter().collect();
    all.into_iter()
        .filter_map(|(school, setting)| told(s, solved, Some(school), setting?, worn.clone(), &named))
        .collect()
}

/// Gels as they are sold that would leave plainly less between a flash and the ambient than the kit's own do.
fn lacking(s: &Situation<'_>, aim: &Aim, lights: &[Tinted]) -> Vec<WantedFilm> {
    let Some(ambient) =
        lights.first().and_then(|light| temperature(light.bare.xyz())).filter(|_| aim.alike && aim.films)
    else {
        return Vec::new();
    };
    let ambient = Mired::from(ambient.kelvin);
    let lacks = |lit: &crate::situation::Lit<'_>| {
        let bare = Mired::from(lit.flash.kelvin);
        let left = |shift: f64| (ambient - bare).mired() - shift;
        let mut ours: Vec<f64> = s.kit.gels().map(|gel| gel.shift.mired()).collect();
        ours.push(0.0);
        let pairs = ours.iter().flat_map(|a| ours.iter().map(move |b| a + b));
        let with_ours = pairs.map(|shift| left(shift).abs()).fold(f64::INFINITY, f64::min);
        let (shift, name) = SOLD.into_iter().min_by(|a, b| left(a.0).abs().total_cmp(&left(b.0).abs()))?;
        let leaves = left(shift).abs();
        (leaves < with_ours - WORTH_PACKING).then(|| WantedFilm {
            light: lit.light.id.clone(),
            shift: MiredShift::of(shift),
            leaves,
            left: with_ours,
            text: say::colour_ways::would_leave(name, &lit.name, figure(leaves, 5.0), figure(with_ours, 5.0)),
        })
    };
    s.lights.iter().filter_map(lacks).collect()
}
