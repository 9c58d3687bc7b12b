//! A light in its place: distances, fall-off, beam, where it is clear of the picture, what holds its stand.

use super::{BounceWords, Softness, bounced, softness};
use crate::assess::Facts;
use crate::assess::account::{Account, set as account};
use crate::emitter::softness::{CatchLight, catch_light};
use crate::field::LightField;
use crate::geometry::angle;
use crate::marks::stops_label;
use crate::quantity::{Id, Kilograms, Metres, Stops};
use crate::say;
use crate::scene::{Aim, Role, wind};
use crate::setup::Patch;
use crate::situation::{Lit, Situation};
use crate::stage::clear_distance;
use serde::Serialize;

/// A light in its place.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct PlacedLight {
    /// Which.
    pub light: Id,
    /// What it is for.
    pub role: Role,
    /// The same in words.
    pub role_words: &'static str,
    /// From its face to the main face.
    pub face_distance: Metres,
    /// From its face to the background.
    pub background_distance: Metres,
    /// How far its axis is turned off the face, in degrees.
    pub feathered: f64,
    /// How much less the background gets of it than the face; none where one of them gets nothing.
    pub fall_off: Option<Stops>,
    /// Where that comes from.
    pub fall_off_account: Option<Account>,
    /// How soft it is.
    pub softness: Softness,
    /// What comes off the room, where that is most of what the face gets.
    pub bounce: Option<BounceWords>,
    /// Where it stands on the eye.
    pub catch_light: Option<CatchLight>,
    /// The nearest distance along its line at which it is out of the picture.
    pub clear: Option<Metres>,
    /// How much less the worst-lit face gets of it than the main one, where its beam is what leaves it dark.
    pub beam_short: Option<Stops>,
    /// Where to set its zoom and what that covers, in words; none where the head has no zoom.
    pub zoom: Option<String>,
    /// How much each face of a group gets of it against the main one; empty for one face or where that gets none.
    pub faces: Vec<Stops>,
    /// The same in words.
    pub over_group: Option<String>,
    /// What the wind pulls with and what holds it, in words; none without wind to speak of.
    pub wind: Option<String>,
    /// The bag it needs in this wind; none without wind to speak of.
    pub bag_needed: Option<Kilograms>,
}

pub(super) fn of(s: &Situation<'_>, facts: &Facts, index: usize, lit: &Lit<'_>) -> PlacedLight {
    let setup = s.setup;
    let face = setup.main_face();
    let field = &s.field.lights[index];
    let part = facts.parts[index];
    let (width, height) = lit.face().size();
    let area = if lit.emitter.area() > 0.0 { lit.emitter.area() } else { lit.optics.head.powi(2) };
    let (off_camera, holder) = (!lit.light.is_on_camera(), lit.light.held_by);
    let windy = setup.scene.wind.metres_per_second() >= 1.0 && holder.is_a_stand() && !setup.scene.room.is_indoors();
    let faces = over_faces(field);
    let fall_off = part[Patch::Face].or(part[Patch::Edge]).zip(part[Patch::Background]).map(|(on, behind)| on - behind);
    PlacedLight {
        light: lit.light.id.clone(),
        role: lit.role,
        role_words: lit.role.words(),
        face_distance: lit.face_distance,
        background_distance: lit.background_distance,
        feathered: angle(lit.emitter.looks, face.at - lit.emitter.middle),
        fall_off: fall_off.map(Stops::of),
        fall_off_account: fall_off.map(|fall_off| {
            let gain = |patch: Patch| field.patches[patch].unwrap_or_default();
            account::of_fall_off(s, lit, [gain(Patch::Face), gain(Patch::Background)], fall_off)
        }),
        softness: softness::of(s, lit, (width * height).sqrt()),
        bounce: bounced::of(s, lit, index, field.bounce),
        catch_light: if setup.is_thing() {
            None
        } else {
            catch_light(face.at, face.gaze, s.stage.eye, lit.emitter.middle, lit.width())
        },
        clear: if off_camera { clear_of(s, lit) } else { None },
        beam_short: beam_short(s, lit),
        zoom: zoom(s, lit),
        over_group: over_group(&faces),
        faces,
        wind: windy.then(|| {
            let pulls = wind::tipping(setup.scene.wind, area, lit.emitter.middle.z);
            let holds = wind::holding(lit.light.bag);
            say::placed::wind_pulls(pulls, holds)
        }),
        bag_needed: windy.then(|| wind::bag_needed(setup.scene.wind, area, lit.emitter.middle.z)),
    }
}

/// The fall-off from the main face to every other.
fn over_faces(field: &LightField) -> Vec<Stops> {
    let main = field.faces.first().map_or(0.0, |gain| gain.sum());
    if field.faces.len() < 2 || main <= 0.0 {
        return Vec::new();
    }
    field.faces.iter().map(|gain| Stops::of((gain.sum() / main).max(1e-6).log2())).collect()
}

fn over_group(faces: &[Stops]) -> Option<String> {
    let stops = || faces.iter().map(|stops| stops.stops());
    let (low, high) = (stops().fold(f64::MAX, f64::min), stops().fold(f64::MIN, f64::max));
    (!faces.is_empty()).then(|| say::placed::over_group(stops_label(low), stops_label(high)))
}

/// Where its zoom is set: at its widest behind a panel, so that it fills it; else to cover the lens.
fn zoom(s: &Situation<'_>, lit: &Lit<'_>) -> Option<String> {
    let set = lit.flash.zoom_set(lit.modifier, crate::situation::covering(s.setup, s.body))?;
    let at = say::placed::zoom(set.at.millimetres());
    Some(match set.fills {
        Some(share) if share > 0.85 => say::placed::fills_panel(&at),
        Some(share) => say::placed::meets_middle(&at, share * 100.0),
        None => format!("{at}: a beam of {:.0}°.", set.beam),
    })
}

/// The nearest distance at which a light on a stand is out of the picture, aimed as it is.
pub(super) fn clear_of(s: &Situation<'_>, lit: &Lit<'_>) -> Option<Metres> {
    let way = (lit.emitter.middle - s.setup.main_face().at).try_normalize()?;
    clear_distance(&s.stage, way, lit.light.held_by.is_under_it(), |at| {
        let looks = s.setup.direction_of(lit.light.aim, at);
        crate::emitter::Emitter { middle: at, looks, ..lit.emitter }.outline()
    })
}

/// How far the beam itself, distance apart, leaves a face under its axis; none where all are within a stop.
fn beam_short(s: &Situation<'_>, lit: &Lit<'_>) -> Option<Stops> {
    let bounced = matches!(lit.light.aim, Aim::Free { .. })
        && angle(lit.emitter.looks, s.setup.main_face().at - lit.emitter.middle) > 60.0;
    if !lit.role.lights_face() || bounced {
        return None;
    }
    let worst = s
        .stage
        .faces
        .iter()
        .map(|face| lit.emitter.law.relative(angle(lit.emitter.looks, face.at - lit.emitter.middle).to_radians().cos()))
        .fold(1.0, f64::min);
    (worst < 0.5).then(|| Stops::of(-worst.max(1e-6).log2()))
}
