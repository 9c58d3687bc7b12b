use super::lights::{LightId, Tinted};
use super::wanted::Aim;
use crate::colour::{Eye, Lab, Shown, Spectrum, Surface, Wanted, White, Xyz, temperature};
use crate::exposure::MeterConstants;
use crate::quantity::{Kelvin, Mired, MiredShift, figure, no_finer};
use crate::say;
use crate::setup::{Colouring, Patch, PerPatch, Setup, SubjectKind};
use crate::situation::{Situation, Split};
use serde::Serialize;

/// What is shown in true colour.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum PatchKind {
    /// The lit side of the face, or of the thing.
    LitSide,
    /// Where lit side and shadow side meet.
    Meeting,
    /// The shadow side.
    ShadowSide,
    /// The background.
    Background,
    /// A white beside the face.
    White,
    /// The lit side of somebody else in the picture whose skin is another.
    Person,
}

impl PatchKind {
    /// The patch of the stop scale it is of.
    #[must_use]
    pub const fn patch(self) -> Patch {
        match self {
            PatchKind::LitSide | PatchKind::Meeting | PatchKind::White | PatchKind::Person => Patch::Face,
            PatchKind::ShadowSide => Patch::ShadowSide,
            PatchKind::Background => Patch::Background,
        }
    }
}

/// A colour on the screen.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct SeenAs {
    /// Encoded sRGB, as #rrggbb.
    pub srgb: String,
    /// Linear sRGB.
    pub linear: [f64; 3],
    /// L*a*b* beside D65.
    pub lab: [f64; 3],
}

/// A patch under one light, or under all of them.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct PatchColour {
    /// Under which light alone, as bright as it is well seen; all of them as bright as they are, without one.
    pub under: Option<LightId>,
    /// What it looks like.
    pub seen: SeenAs,
    /// How far its colour is from what is wanted, in ΔE₀₀, its lightness aside.
    pub off: f64,
    /// The same no finer than it is known.
    pub figure: String,
    /// The same in a word.
    pub word: &'static str,
    /// How much warmer the light there is than one that would look as wanted, in mired; none where no one light would.
    pub warmer: Option<MiredShift>,
    /// The same in words, no finer than it is known.
    pub warmth: Option<String>,
}

/// A difference of colour is known to so many ΔE₀₀, and a light on a patch to so many mired (own estimate).
const DIFFERENCE_KNOWN: f64 = 0.3;
const WARMTH_KNOWN: f64 = 5.0;

/// A patch in true colour.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct ColourPatch {
    /// What it is.
    pub kind: PatchKind,
    /// Its name.
    pub name: String,
    /// Of what.
    pub surface: String,
    /// How it is to look.
    pub wanted: SeenAs,
    /// Under each light that reaches it.
    pub under: Vec<PatchColour>,
    /// Under all of them at their real shares.
    pub together: PatchColour,
}

/// The luminance of mid-grey in the picture.
const GREY: f64 = 0.1812;
/// What a white sends back.
const WHITE: f64 = 0.9;
/// Up to here a difference is not seen side by side, is small, shows; beyond it is plain, in ΔE₀₀ (common practice).
const NOT_SEEN: f64 = 1.0;
const SMALL: f64 = 3.0;
const SHOWS: f64 = 6.0;

/// A difference in a word.
pub(crate) fn word(off: f64) -> &'static str {
    match off {
        off if off < NOT_SEEN => "not seen",
        off if off < SMALL => "small",
        off if off < SHOWS => "shows",
        _ => "plain",
    }
}

/// A colour as it is written: #rrggbb.
pub(crate) fn hex(shown: &Shown) -> String {
    let [r, g, b] = shown.encoded().map(|part| (part * 255.0).round() as u8);
    format!("#{r:02x}{g:02x}{b:02x}")
}

impl SeenAs {
    fn of(shown: &Shown) -> SeenAs {
        let Lab { l, a, b: yellow } = shown.lab;
        SeenAs { srgb: hex(shown), linear: shown.linear, lab: [l, a, yellow] }
    }
}

/// What is seen of the surfaces of a setup.
pub(crate) struct Surfaces {
    subject: Surface,
    background: Surface,
}

impl Surfaces {
    pub(crate) fn of(setup: &Setup) -> Surfaces {
        Surfaces { subject: setup.colour_of(0).surface(), background: setup.background.paint() }
    }

    pub(crate) fn on(&self, patch: Patch) -> &Surface {
        if patch.is_of_subject() { &self.subject } else { &self.background }
    }
}

/// How much light each of a setup's lights gives a patch, as a luminance in the picture of what stands there.
fn luminances(s: &Situation<'_>, split: &Split, parts: &[PerPatch<Option<f64>>], patch: Patch) -> Vec<f64> {
    let picture = |level: f64| GREY * (level + s.bases.to_picture[patch]).exp2();
    let ambient = split.ambient[patch].map_or(0.0, picture);
    let kinds = s.ambient_parts(patch).into_iter().map(|(_, share)| ambient * share);
    kinds.chain(parts.iter().map(|part| part[patch].map_or(0.0, picture))).collect()
}

/// A patch's colour in the picture under all its lights, by their luminances there.
fn mixed(surface: &Surface, lights: &[Tinted], patch: Patch, luminances: &[f64]) -> Xyz {
    let each = lights.iter().zip(luminances).filter(|(_, luminance)| **luminance > 0.0);
    let mut light = Spectrum::none();
    each.for_each(|(tinted, luminance)| light.take_in(tinted.on(patch), *luminance));
    surface.lit_by(&light) * (luminances.iter().sum::<f64>() / surface.reflectance().max(1e-4))
}

/// The colour of every patch on the stop scale at the camera's setting, as #rrggbb.
pub(crate) fn picture_of(
    s: &Situation<'_>,
    split: &Split,
    parts: &[PerPatch<Option<f64>>],
    powers: &[f64],
) -> PerPatch<String> {
    let (lights, surfaces) = (super::lights_of(s, powers), Surfaces::of(s.setup));
    let eye = eye(s);
    PerPatch::of(|patch| {
        let colour = mixed(surfaces.on(patch), &lights, patch, &luminances(s, split, parts, patch));
        SeenAs::of(&eye.shows(colour)).srgb
    })
}

/// The eye of the camera as it is set.
pub(crate) fn eye(s: &Situation<'_>) -> Eye {
    White::set_to(s.setup.white_balance.kelvin.at, s.setup.white_balance.tint).eye()
}

/// How much brighter a white in full light is than mid-grey, by the meter: what falls right on it makes it so bright.
fn white_luminance(meter: MeterConstants, level: f64) -> f64 {
    GREY * (level + meter.reflected_over_incident(WHITE)).exp2()
}

/// How much warmer a light is than one that would look as wanted at a setting; none where a picture is wanted, not a light.
fn warmer(set: Kelvin, wanted: Wanted, light: Xyz) -> Option<MiredShift> {
    let Wanted::Right(by) = wanted else { return None };
    let light = Mired::from(temperature(light)?.kelvin);
    Some(light - (Mired::from(set) + by))
}

fn warmth(warmer: MiredShift) -> String {
    let known = no_finer(warmer.mired(), WARMTH_KNOWN);
    let way = match known {
        0.0 => "",
        known if known > 0.0 => " warm",
        _ => " cool",
    };
    say::colours::warmth(figure(known.abs(), WARMTH_KNOWN), way)
}

/// Who else in a group has a skin of their own, the first of each.
fn others(setup: &Setup) -> Vec<(usize, Colouring)> {
    let mut known = vec![setup.colour_of(0)];
    let count = if setup.subject.kind == SubjectKind::Group { setup.scene.people.len() } else { 0 };
    let mut found = Vec::new();
    for person in 1..count {
        let colour = setup.colour_of(person);
        if !known.contains(&colour) {
            known.push(colour);
            found.push((person, colour));
        }
    }
    found
}

/// Every patch in true colour.
pub(super) fn of(
    s: &Situation<'_>,
    split: &Split,
    parts: &[PerPatch<Option<f64>>],
    lights: &[Tinted],
) -> Vec<ColourPatch> {
    let (surfaces, eye, aim) = (Surfaces::of(s.setup), eye(s), Aim::of(s, lights));
    let white = Surface::grey(WHITE);
    let skin = s.setup.colour_of(0).words();
    let behind = s.setup.background.paint_words();
    let face = luminances(s, split, parts, Patch::Face);
    let shadow = split.ambient[Patch::ShadowSide].map(|_| luminances(s, split, parts, Patch::ShadowSide));
    let meeting = shadow.as_ref().map(|shadow| face.iter().zip(shadow).map(|(a, b)| f64::midpoint(*a, *b)).collect());
    let on_white: Vec<f64> = {
        let all: f64 = face.iter().sum();
        let level = split.total[Patch::Face].unwrap_or(0.0);
        let scale = if all > 0.0 { white_luminance(s.terms.house.meter, level) / all } else { 0.0 };
        face.iter().map(|luminance| luminance * scale).collect()
    };
    let background = luminances(s, split, parts, Patch::Background);
    let mut found = Vec::new();
    let mut note = |kind, name: &str, of: &str, patch, surface: &Surface, luminances: Option<Vec<f64>>| {
        let Some(luminances) = luminances.filter(|all| all.iter().sum::<f64>() > 0.0) else { return };
        let wanted = aim.wanted(kind).of(surface);
        let told = |colour: Xyz, light: Xyz, under: Option<LightId>| {
            let off = eye.lab_at(colour, surface.reflectance()).difference(wanted);
            let warmer = warmer(s.setup.white_balance.kelvin.at, aim.wanted(kind), light);
            PatchColour {
                under,
                seen: SeenAs::of(&eye.shows(colour)),
                off,
                figure: figure(off, DIFFERENCE_KNOWN),
                word: word(off),
                warmer,
                warmth: warmer.map(warmth),
            }
        };
        let lit = |light: &Tinted| (surface.lit_by(light.on(patch)), light.on(patch).xyz());
        let all: Xyz =
            lights.iter().zip(&luminances).map(|(light, luminance)| light.on(patch).xyz() * *luminance).sum();
        let reaches = lights.iter().zip(&luminances).filter(|(_, luminance)| **luminance > 0.0);
        found.push(ColourPatch {
            kind,
            name: name.to_owned(),
            surface: of.to_owned(),
            wanted: SeenAs::of(&Shown::of(wanted.xyz())),
            under: reaches
                .map(|(light, _)| {
                    let (colour, alone) = lit(light);
                    told(colour, alone, Some(light.id.clone()))
                })
                .collect(),
            together: told(mixed(surface, lights, patch, &luminances), all, None),
        });
    };
    let subject = &surfaces.subject;
    let others = others(s.setup);
    note(PatchKind::LitSide, "lit side", skin, Patch::Face, subject, Some(face.clone()));
    note(PatchKind::Meeting, say::names::WHERE_THEY_MEET, skin, Patch::Face, subject, meeting);
    note(PatchKind::ShadowSide, "shadow side", skin, Patch::ShadowSide, subject, shadow);
    note(PatchKind::Background, "background", behind, Patch::Background, &surfaces.background, Some(background));
    note(PatchKind::White, "white", "white", Patch::Face, &white, Some(on_white));
    for (person, colour) in others {
        // The same light on another skin: as much brighter as that skin is lighter.
        let surface = colour.surface();
        let lighter = surface.reflectance() / subject.reflectance().max(1e-4);
        let luminances = face.iter().map(|luminance| luminance * lighter).collect();
        let name = format!("person {}", person + 1);
        note(PatchKind::Person, &name, colour.words(), Patch::Face, &surface, Some(luminances));
    }
    found
}
