use super::{Account, Facts, account, missed};
use crate::approach::Band;
use crate::colours::picture_of;
use crate::kit::Errs;
use crate::marks::{stops_amount, stops_label};
use crate::quantity::{Id, Share, Stops};
use crate::say;
use crate::say::{capital, give_or_take};
use crate::setup::Patch;
use crate::situation::{Dials, Situation, Source, of_sum};
use serde::Serialize;

/// What one light gives a patch.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct LightPart {
    /// The light.
    pub light: Id,
    /// Its part, in stops from correct.
    pub level: Stops,
}

/// How far the faces of a group lie apart.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Spread {
    /// The darkest.
    pub low: Stops,
    /// The brightest.
    pub high: Stops,
}

/// A patch on the stop scale.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Level {
    /// The patch.
    pub patch: Patch,
    /// Its name.
    pub name: &'static str,
    /// What the ambient gives.
    pub ambient: Stops,
    /// What all flashes give; none where none reaches.
    pub flash: Option<Stops>,
    /// What each flash gives.
    pub parts: Vec<LightPart>,
    /// Both together.
    pub total: Stops,
    /// The flash's share of the light.
    pub flash_share: Share,
    /// Where the whole is wanted.
    pub target: Option<Band>,
    /// Where the ambient part is wanted.
    pub ambient_target: Option<Band>,
    /// Where the flash part is wanted.
    pub flash_target: Option<Band>,
    /// The darkest and the brightest of a group, where this is the level of its faces.
    pub spread: Option<Spread>,
    /// How far the whole is outside its target; positive is too bright.
    pub off: Stops,
    /// Whether it is above clipping, its own tone counted.
    pub clips: bool,
    /// Whether it is below the usable shadows.
    pub sinks: bool,
    /// Where the ambient comes from.
    pub source: Source,
    /// Likely error of the ambient, to either side.
    pub error: Stops,
    /// Likely error of what all flashes give, to either side; none where none reaches.
    pub flash_error: Option<Stops>,
    /// Likely error of both together, to either side.
    pub total_error: Stops,
    /// Where on this patch's own basis the sensor clips.
    pub clips_at: Stops,
    /// Where on this patch's own basis shadows are no longer usable.
    pub sinks_at: Stops,
    /// What it looks like at the camera's setting, as #rrggbb in sRGB.
    pub colour: String,
    /// Where it comes from.
    pub account: Account,
    /// All of it in a sentence.
    pub sentence: String,
}

pub(super) fn of(s: &Situation<'_>, facts: &Facts, dials: &Dials) -> Vec<Level> {
    let floor = s.floor(dials.iso);
    let mut colours = picture_of(s, &facts.split, &facts.parts, &facts.powers);
    Patch::ALL
        .into_iter()
        .filter_map(|patch| {
            let ambient = s.ambient[patch].as_ref()?;
            let (level, flash) = (facts.split.ambient[patch]?, facts.split.flash[patch]);
            let total = facts.split.total[patch]?;
            let wishes = &s.wishes;
            let target = match patch {
                Patch::Face => {
                    wishes.face_total.or(wishes.face_flash.is_none().then_some(wishes.face_ambient).flatten())
                }
                Patch::Background => wishes.background,
                Patch::Sky => wishes.sky_under_warning.map(|under| {
                    let high = s.warns_at(dials.iso) - under;
                    Band { low: -20.0, high, prefer: high }
                }),
                Patch::ShadowSide | Patch::Edge | Patch::Legs => None,
            };
            let on_face = patch == Patch::Face;
            let light = flash.map_or(0.0, f64::exp2);
            let (lightest, darkest) = (s.bases.lightest[patch], s.bases.darkest[patch]);
            let lit = s.lights.iter().zip(s.field.lights.iter()).zip(&facts.parts);
            let flashes: Vec<(f64, f64)> = lit
                .filter_map(|((lit, field), part)| Some((part[patch]?, lit.error(patch, field.patches[patch]?))))
                .collect();
            let parts = s
                .lights
                .iter()
                .zip(&facts.parts)
                .filter_map(|(lit, part)| {
                    part[patch].map(|level| LightPart { light: lit.light.id.clone(), level: Stops::of(level) })
                })
                .collect();
            let total_error = Stops::of(of_sum(flashes.iter().copied().chain([(level, ambient.error.stops())])));
            let mut level = Level {
                patch,
                name: patch.words(),
                ambient: Stops::of(level),
                flash: flash.map(Stops::nearest),
                parts,
                total: Stops::of(total),
                flash_share: Share::nearest(light / (light + level.exp2())),
                target,
                ambient_target: wishes.face_ambient.filter(|_| on_face),
                spread: on_face.then(|| super::face_levels(s, facts)).flatten().map(|faces| Spread {
                    low: Stops::of(faces.iter().copied().fold(f64::MAX, f64::min)),
                    high: Stops::of(faces.iter().copied().fold(f64::MIN, f64::max)),
                }),
                flash_target: match patch {
                    Patch::Face => wishes.face_flash,
                    Patch::Legs => wishes.legs_flash,
                    _ => None,
                }
                .filter(|_| !s.lights.is_empty()),
                off: Stops::of(target.map_or(0.0, |band| band.miss(total))),
                clips: facts.clipped.iter().any(|(clipped, _)| *clipped == patch),
                sinks: total < floor - darkest,
                source: ambient.source.clone(),
                error: ambient.error,
                flash_error: flash.map(|_| Stops::of(of_sum(flashes.iter().copied()))),
                total_error,
                account: account::of_level(s, facts, patch, &stops_label(total), total_error),
                clips_at: Stops::of(s.headroom(dials.iso) - lightest),
                sinks_at: Stops::of(floor - darkest),
                colour: std::mem::take(&mut colours[patch]),
                sentence: String::new(),
            };
            level.sentence = sentence(s.body.errs(), &level);
            Some(level)
        })
        .collect()
}

/// A level as a screen reader says it.
fn sentence(errs: Errs, level: &Level) -> String {
    let label = |stops: Stops| stops_label(stops.stops());
    let mut said = format!("{} at {}", capital(level.name), label(level.total));
    match level.flash {
        Some(flash) => said += &format!(": ambient {}, flash {}", label(level.ambient), label(flash)),
        None => said += ", all ambient",
    }
    if let Some(target) = level.target {
        if missed(errs, level.target, Some(level.total.stops())).is_some() {
            let way = if level.off.stops() > 0.0 { "over" } else { "under" };
            said += &format!("; {} {way} its target", stops_amount(level.off.stops()));
        } else if target.low > -19.0 {
            said += "; on target";
        }
    }
    if let Some(Spread { low, high }) = level.spread {
        said += &say::levels::group(label(low), label(high));
    }
    said += &say::levels::give_or_take(give_or_take(level.total_error.stops()));
    if level.clips {
        said += "; clips";
    }
    if level.sinks {
        said += &format!("; {}", say::levels::BELOW_USABLE_SHADOW);
    }
    said + "."
}

/// The plan in one line, and whether all is well.
pub(super) fn headline(s: &Situation<'_>, facts: &Facts) -> (String, bool) {
    if let Some((patch, over)) = facts.clipped.iter().max_by(|a, b| a.1.total_cmp(&b.1)) {
        let text = say::levels::clips(patch.words(), *over);
        return (text, false);
    }
    if facts.past_sync > 0.0 {
        let dark = (1.0 - facts.lit_share.share()) * 100.0;
        return (say::levels::past_sync(dark), false);
    }
    let misses = targets(s, facts);
    if let Some((what, miss)) = misses.iter().max_by(|a, b| a.1.abs().total_cmp(&b.1.abs())) {
        let way = if *miss > 0.0 { "over" } else { "under" };
        return (format!("{what} {} {way} its target.", stops_amount(*miss)), false);
    }
    let face = facts.split.total[Patch::Face].unwrap_or(0.0);
    let back = facts.split.total[Patch::Background].unwrap_or(0.0);
    let text = if (face - back).abs() < 0.2 {
        say::levels::face_meets_background(stops_label(face))
    } else {
        say::levels::face_and_background(stops_label(face), stops_label(back))
    };
    (text, true)
}

/// The targets missed, with how far; positive is too bright.
pub(crate) fn targets(s: &Situation<'_>, facts: &Facts) -> Vec<(&'static str, f64)> {
    let w = &s.wishes;
    let on_face = !s.lights.is_empty();
    let legs = facts.split.ambient[Patch::Legs].is_some();
    let on_legs = missed(s.body.errs(), w.legs_flash, facts.split.flash[Patch::Legs]).filter(|_| on_face && legs);
    [
        ("Background", missed(s.body.errs(), w.background, facts.split.total[Patch::Background])),
        (say::levels::AMBIENT_ON_FACE, missed(s.body.errs(), w.face_ambient, facts.split.ambient[Patch::Face])),
        (
            say::levels::FLASH_ON_FACE,
            missed(s.body.errs(), w.face_flash, facts.split.flash[Patch::Face]).filter(|_| on_face),
        ),
        (say::levels::FLASH_ON_LEGS, on_legs),
        ("Face", missed(s.body.errs(), w.face_total, facts.split.total[Patch::Face])),
    ]
    .into_iter()
    .filter_map(|(what, miss)| miss.map(|miss| (what, miss)))
    .collect()
}
