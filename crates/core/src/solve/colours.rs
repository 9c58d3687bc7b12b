//! The colour part of a plan: films for the free lights, then one white balance.

use crate::colour::{Choice, Film, JUST_VISIBLE, LitPatch, Spectrum, Surface, fits};
use crate::colours::{Aim, LightId, PatchKind, Tinted, flash_light, lights_of, settings, tints};
use crate::exposure::flash_share;
use crate::kit::{Gel, Kit};
use crate::quantity::{Duv, Id, Kelvin, MiredShift, Power, Share, Stops};
use crate::setup::{Patch, PerPatch, Setup};
use crate::situation::{Situation, Split};

/// What a light may wear out of a kit: nothing, one gel, or two, with the gels of each.
pub(crate) fn stacks<'k>(kit: &'k Kit, bare: &Spectrum) -> (Vec<Choice>, Vec<Vec<&'k Gel>>) {
    let gels: Vec<&Gel> = kit.gels().collect();
    let singles = gels.iter().map(|gel| vec![*gel]);
    let pairs = (0..gels.len()).flat_map(|a| (a..gels.len()).map(move |b| (a, b)));
    // A warming and a cooling one undo each other.
    let useful = pairs.filter(|(a, b)| {
        let [a, b] = [gels[*a], gels[*b]].map(|gel| gel.shift.mired());
        a * b >= 0.0
    });
    let stacks: Vec<Vec<&Gel>> =
        std::iter::once(Vec::new()).chain(singles).chain(useful.map(|(a, b)| vec![gels[a], gels[b]])).collect();
    let films: Vec<(&Id, Film)> = gels.iter().map(|gel| (&gel.id, gel.film())).collect();
    let film_of = |gel: &&Gel| films.iter().find(|(id, _)| **id == gel.id).map_or_else(Film::none, |(_, film)| *film);
    let choice = |stack: &Vec<&Gel>| Choice {
        light: stack.iter().fold(*bare, |light, gel| film_of(gel).before(&light)).to_unit(),
        loss: stack.iter().fold(Stops::ZERO, |loss, gel| loss + gel.loss),
        films: stack.len(),
    };
    (stacks.iter().map(choice).collect(), stacks)
}

/// A patch to be fitted: what its ambient is of, and how much of each light that may wear films falls there.
pub(crate) fn lit_patch(
    s: &Situation<'_>,
    aim: &Aim,
    surface: Surface,
    (kind, weight): (PatchKind, f64),
    lights: &[Tinted],
    (ambient, amounts): (f64, Vec<f64>),
) -> LitPatch {
    let patch = kind.patch();
    // Where hardly any flash falls, skin can only be right under what does.
    let flash: f64 = amounts.iter().sum();
    let by_flash = aim.by_flash && patch.is_of_subject() && flash > HARDLY * (flash + ambient);
    let ambient = if by_flash { 0.0 } else { ambient };
    let parts = s.ambient_parts(patch).into_iter().zip(lights);
    LitPatch {
        surface,
        fixed: parts.map(|((_, share), light)| (*light.on(patch), share * ambient)).collect(),
        amounts,
        wanted: aim.wanted(kind),
        weight,
        beside: (aim.alike && kind == PatchKind::ShadowSide).then_some(0),
    }
}

/// Less than this share of the light on skin is hardly any (common practice).
const HARDLY: f64 = 0.1;

/// How much flash and ambient fall on lit side, shadow side and background before any power is known: alike on the lit side,
/// little of the flash elsewhere (common practice).
const USUAL: [(f64, f64); 3] = [(0.5, 0.5), (0.5, 0.1), (0.5, 0.02)];

/// Puts the gels each free light should wear into the setup.
pub(super) fn choose_gels(s: &Situation<'_>, setup: &mut Setup) {
    if setup.lights.iter().all(|light| light.gels.held) {
        return;
    }
    let powers: Vec<f64> = s.lights.iter().map(|lit| lit.flash.lowest_power.stops_below_full() / 2.0).collect();
    let lights = lights_of(s, &powers);
    let aim = Aim::of(s, &lights);
    let surfaces = crate::colours::Surfaces::of(s.setup);
    let mut known: Vec<(Kelvin, MiredShift, Vec<Id>)> = Vec::new();
    for light in setup.lights.iter_mut().filter(|light| !light.gels.held) {
        let Some(flash) = s.kit.flash(&light.flash) else { continue };
        if !aim.films {
            light.gels.at.clear();
            continue;
        }
        let fires = lights.iter().find(|lit| matches!(&lit.id, LightId::Flash { light: id } if *id == light.id));
        let tint = fires.map_or(MiredShift::ZERO, Tinted::on_the_way);
        // What nobody sees apart wears the same.
        let alike = |(kelvin, on_the_way, _): &&(Kelvin, MiredShift, Vec<Id>)| {
            *kelvin == flash.kelvin && (on_the_way.mired() - tint.mired()).abs() < JUST_VISIBLE
        };
        if let Some((.., gels)) = known.iter().find(alike) {
            light.gels.at.clone_from(gels);
            continue;
        }
        let full = flash_light(flash, Power::of(0.0));
        let bare = fires.map_or(full, |lit| lit.on_face(full));
        let (choices, stacks) = stacks(s.kit, &bare);
        let kinds = [PatchKind::LitSide, PatchKind::ShadowSide, PatchKind::Background];
        let patches: Vec<LitPatch> = kinds
            .into_iter()
            .zip(aim.weights)
            .zip(USUAL)
            .map(|((kind, weight), (ambient, flash))| {
                let surface = *surfaces.on(kind.patch());
                lit_patch(s, &aim, surface, (kind, weight), &lights, (ambient, vec![flash]))
            })
            .collect();
        let all = aim.setting.map_or_else(|| settings(s.body), |setting| vec![setting]);
        let best = fits(&patches, &[choices], &all, &tints(s.body), 1).into_iter().next();
        let gels: Vec<Id> =
            best.map_or_else(Vec::new, |best| stacks[best.choices[0]].iter().map(|gel| gel.id.clone()).collect());
        light.gels.at.clone_from(&gels);
        known.push((flash.kelvin, tint, gels));
    }
}

/// The flash's share of the light on the face.
pub(crate) fn share_on_face(split: &Split) -> Share {
    match (split.ambient[Patch::Face], split.flash[Patch::Face]) {
        (Some(ambient), Some(flash)) => flash_share(Stops::nearest(ambient), Stops::nearest(flash)),
        (None, Some(_)) => Share::nearest(1.0),
        _ => Share::nearest(0.0),
    }
}

/// The patches of a setup as its lights really stand, for a fit of all its flashes.
pub(crate) fn patches_of(
    s: &Situation<'_>,
    aim: &Aim,
    lights: &[Tinted],
    split: &Split,
    parts: &[PerPatch<Option<f64>>],
) -> Vec<LitPatch> {
    let surfaces = crate::colours::Surfaces::of(s.setup);
    let kinds = [PatchKind::LitSide, PatchKind::ShadowSide, PatchKind::Background];
    let there = kinds.into_iter().zip(aim.weights).filter(|(kind, _)| split.total[kind.patch()].is_some());
    let amount = |level: Option<f64>, total: f64| level.map_or(0.0, |level| (level - total).exp2());
    there
        .map(|(kind, weight)| {
            let patch = kind.patch();
            let total = split.total[patch].unwrap_or(0.0);
            let amounts = parts.iter().map(|part| amount(part[patch], total)).collect();
            let ambient = amount(split.ambient[patch], total);
            lit_patch(s, aim, *surfaces.on(patch), (kind, weight), lights, (ambient, amounts))
        })
        .collect()
}

/// The temperature and the tint for these levels, the films as they are.
pub(super) fn balance(
    s: &Situation<'_>,
    split: &Split,
    parts: &[PerPatch<Option<f64>>],
    powers: &[f64],
) -> (Kelvin, Duv) {
    let lights = lights_of(s, powers);
    let aim = Aim::of(s, &lights);
    if let Some(setting) = aim.setting {
        return (setting, Duv::of(0.0));
    }
    let patches = patches_of(s, &aim, &lights, split, parts);
    let flashes = &lights[lights.len() - s.lights.len()..];
    let worn = |light: &Tinted| vec![Choice { light: *light.on(Patch::Face), loss: Stops::ZERO, films: 0 }];
    let choices: Vec<Vec<Choice>> = flashes.iter().map(worn).collect();
    let best = fits(&patches, &choices, &settings(s.body), &tints(s.body), 1).into_iter().next();
    best.map_or((s.setup.white_balance.kelvin.at, Duv::of(0.0)), |best| (best.kelvin, best.tint))
}
