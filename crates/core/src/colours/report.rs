use super::lights::{LightColour, lights_of};
use super::patches::{self, ColourPatch, PatchColour, PatchKind};
use super::pulse::{self, Pulse};
use crate::colour::{PLAIN, Preset, SMALL};
use crate::kit::BodyPreset;
use crate::marks::stops_amount;
use crate::quantity::{Duv, Kelvin, Mired, figure};
use crate::say;
use crate::say::capital;
use crate::setup::{Patch, PerPatch};
use crate::situation::{Dials, Situation, Split, powers_of_lit};
use serde::Serialize;

/// The colour of a setup at its dials.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct ColourReport {
    /// The camera's setting.
    pub kelvin: Kelvin,
    /// The same in mired.
    pub mired: Mired,
    /// Its tint.
    pub tint: Duv,
    /// Whether the camera's white is that of the film in it, which nobody sets.
    pub film: bool,
    /// How far a step of the tint goes.
    pub tint_step: Duv,
    /// What the body's presets are set to.
    pub presets: Vec<BodyPreset>,
    /// Every light, the ambient first.
    pub lights: Vec<LightColour>,
    /// Patches in true colour.
    pub patches: Vec<ColourPatch>,
    /// Lamps that pulse at this shutter.
    pub pulse: Option<Pulse>,
    /// What the lights and the patches are like, in sentences.
    pub sentences: Vec<String>,
    /// What raw can still change and what nothing can.
    pub mendable: String,
    /// Why automatic white balance is none, with how far it would run about on this set.
    pub never_automatic: String,
}

/// Works it out.
#[must_use]
pub fn of(s: &Situation<'_>) -> ColourReport {
    let dials = Dials::of(s.setup);
    let powers = powers_of_lit(s, &dials);
    let full = s.full_power_levels(dials.gain(), dials.shutter);
    let split = Split::new(s.ambient_levels(dials.gain(), dials.shutter), &full, &powers);
    let parts: Vec<PerPatch<Option<f64>>> =
        full.iter().zip(&powers).map(|(levels, below)| levels.map(|level| level.map(|level| level - below))).collect();
    let tinted = lights_of(s, &powers);
    let patches = patches::of(s, &split, &parts, &tinted);
    let lights: Vec<LightColour> = tinted.iter().filter_map(super::lights::Tinted::told).collect();
    let balance = s.setup.white_balance;
    let pulse = pulse::of(s, &split, dials.shutter);
    ColourReport {
        kelvin: balance.kelvin.at,
        mired: balance.kelvin.at.into(),
        tint: balance.tint,
        film: s.body.film.is_some(),
        tint_step: super::wanted::step_of(s.body),
        presets: Preset::ALL.map(|preset| s.body.preset(preset)).to_vec(),
        sentences: [sentences(balance.kelvin.at, &lights, &patches, pulse.as_ref()), too_much(s)].concat(),
        mendable: mendable(&patches),
        never_automatic: never_automatic(&lights),
        lights,
        patches,
        pulse,
    }
}

/// How light looks that is so many mired warmer than the setting.
pub(crate) fn cast(off: f64) -> &'static str {
    match off {
        off if off > PLAIN => "plainly warm",
        off if off > SMALL => "a little warm",
        off if off < -PLAIN => "plainly cool",
        off if off < -SMALL => "a little cool",
        _ => "neutral",
    }
}

/// The side of the line of temperatures a light lies on; what daylight itself has is none.
fn side(duv: Duv) -> &'static str {
    match duv.duv() {
        duv if duv > 0.006 => ", greenish",
        duv if duv < -0.006 => ", pinkish",
        _ => "",
    }
}

fn sentences(set: Kelvin, lights: &[LightColour], patches: &[ColourPatch], pulse: Option<&Pulse>) -> Vec<String> {
    let light = |light: &LightColour| {
        let kelvin = Kelvin::from(light.worn).kelvin();
        let about = light.known != super::Known::Maker && light.known != super::Known::Metered;
        let error = kelvin * kelvin * light.error / 1e6;
        let off = light.worn.mired() - Mired::from(set).mired();
        let films = match light.films.as_slice() {
            [] => String::new(),
            films => {
                let names: Vec<&str> = films.iter().map(|film| film.name.as_str()).collect();
                let loss: f64 = films.iter().map(|film| film.loss.stops()).sum();
                say::colours::behind(names.join(" and "), stops_amount(loss))
            }
        };
        say::colours::light(
            capital(&light.name),
            if about { "about " } else { "" },
            figure(kelvin, error.max(50.0)),
            &films,
            cast(off),
            side(light.worn_duv),
        )
    };
    let patch = |patch: &ColourPatch| {
        let PatchColour { figure, word, .. } = &patch.together;
        say::colours::patch(capital(&patch.name), &patch.surface, figure, word)
    };
    let mut said: Vec<String> = lights.iter().map(light).chain(patches.iter().map(patch)).collect();
    said.extend(
        pulse.filter(|pulse| pulse.swings()).map(|pulse| {
            say::colours::pulses(pulse.patch.words(), stops_amount(pulse.swing.stops()), &pulse.quiet_label)
        }),
    );
    said
}

/// Patches on which the lights beside the main one were read to give more than all of them together.
fn too_much(s: &Situation<'_>) -> Vec<String> {
    let patches = Patch::ALL.into_iter().filter(|patch| s.read_too_much(*patch));
    let said = |patch: Patch| say::colours::more_than_all(patch.words());
    patches.map(said).collect()
}

/// What raw can mend: what both sides of a face have in common; and what it cannot: what they have not.
fn mendable(patches: &[ColourPatch]) -> String {
    let lab = |kind: PatchKind| {
        let patch = patches.iter().find(|patch| patch.kind == kind)?;
        let [_, a, b] = patch.together.seen.lab;
        Some(crate::colour::Lab { l: 60.0, a, b })
    };
    let apart = lab(PatchKind::LitSide).zip(lab(PatchKind::ShadowSide)).map(|(lit, shadow)| lit.difference(shadow));
    match apart {
        Some(apart) if apart >= 3.0 => say::colours::raw_cannot_part(figure(apart, 0.5)),
        _ => say::colours::RAW_CAN.to_owned(),
    }
}

/// Automatic white balance settles somewhere between the lights, by what is in the frame: how far they are apart.
fn never_automatic(lights: &[LightColour]) -> String {
    let mireds = lights.iter().map(|light| light.worn.mired());
    let (least, most) = mireds.fold((f64::MAX, f64::MIN), |(least, most), mired| (least.min(mired), most.max(mired)));
    let spread = if lights.len() > 1 { most - least } else { 0.0 };
    let spread = figure(spread.max(20.0), 10.0);
    say::colours::never_automatic(&spread)
}
