//! What the set is like: what stands where, how soft, how even, what is in the picture that should not be.

use super::Facts;
use crate::emitter::softness::{CatchLight, NOSE, apparent_size, catch_light, half_shadow, half_shadow_of_sun};
use crate::field::BounceReport;
use crate::geometry::{DVec3, angle, bearing_and_tilt};
use crate::glass::{Reflection, reflections};
use crate::kit::ModifierKind;
use crate::marks::{stops_amount, stops_label};
use crate::quantity::{Id, Kilograms, Metres, MiredShift, Stops};
use crate::scene::{
    Aim, Bounced, Framing, Intruder, Outline, Role, card_outline, card_points, clear_distance, intruders, wind,
};
use crate::situation::{Lit, Situation};
use serde::Serialize;

/// How soft a light is on the face.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Softness {
    /// Its apparent size from the face, in degrees.
    pub apparent: f64,
    /// The half-shadow behind a nose, in millimetres.
    pub nose: f64,
    /// The half-shadow of a head on the wall, in millimetres; none without a wall behind.
    pub wall: Option<f64>,
    /// The half-shadow behind a nose of the bare head in its place, in millimetres.
    pub bare: f64,
    /// The same of the sun, in millimetres.
    pub sun: f64,
    /// In words.
    pub text: String,
}

/// Light off the room.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct BounceWords {
    /// Off what most of it comes.
    pub from: Bounced,
    /// How much less reaches the face than the flash turned straight at it would give.
    pub loss: Stops,
    /// How high it comes from, in degrees.
    pub up: f64,
    /// The bearing it comes from.
    pub bearing: f64,
    /// The colour it took on.
    pub tint: MiredShift,
    /// Whether it is worth doing.
    pub fails: bool,
    /// In words.
    pub text: String,
}

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
    /// The bag it needs in this wind; none without wind to speak of.
    pub bag_needed: Option<Kilograms>,
}

/// How evenly a group is lit.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Evenness {
    /// From the darkest face to the brightest, all light together.
    pub spread: Stops,
    /// The darkest face, counted from 0.
    pub darkest: u32,
    /// The brightest.
    pub brightest: u32,
    /// Each face against the main one.
    pub faces: Vec<Stops>,
    /// In words.
    pub text: String,
}

/// A card in its place.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct PlacedCard {
    /// Which.
    pub card: Id,
    /// From its middle to the face.
    pub face_distance: Metres,
    /// How much brighter it makes the shadow side in all.
    pub fill: Stops,
    /// The nearest it may come along its line without being in the picture.
    pub clear: Option<Metres>,
}

/// Something in the picture that should not be.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct InPicture {
    /// What.
    pub what: Intruder,
    /// In words, with where it would be clear.
    pub text: String,
}

/// What the set is like.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct SetReport {
    /// What the picture holds.
    pub framing: Framing,
    /// The same in words.
    pub framing_words: String,
    /// From the camera to the middle of the subject.
    pub subject_distance: Metres,
    /// From the main subject to the background behind it.
    pub background_behind: Metres,
    /// The lights that fire.
    pub lights: Vec<PlacedLight>,
    /// How evenly a group is lit; none for one face or without flash.
    pub evenness: Option<Evenness>,
    /// The cards.
    pub cards: Vec<PlacedCard>,
    /// What is in the picture that should not be.
    pub intruders: Vec<InPicture>,
    /// What shows in panes.
    pub reflections: Vec<Reflection>,
    /// The angle between lens axis and sun, in degrees, where it is so small that it flares.
    pub flare: Option<f64>,
    /// Lights behind the same pane of glass as the camera, whose light comes back off it.
    pub through_glass: Vec<Id>,
}

pub(super) fn of(s: &Situation<'_>, facts: &Facts) -> SetReport {
    let setup = s.setup;
    let stage = &s.stage;
    let main = setup.main_face().at;
    let shown: Vec<_> =
        s.lights.iter().map(|lit| (lit.light.id.clone(), name(lit), lit.emitter, lit.optics.head)).collect();
    let framing = Framing::of(setup, &stage.view);
    SetReport {
        framing_words: framing_words(s, &framing),
        framing,
        subject_distance: setup.subject_distance(),
        background_behind: Metres::nearest(setup.background.distance.metres() - main.y),
        lights: s.lights.iter().enumerate().map(|(index, lit)| placed(s, facts, index, lit)).collect(),
        evenness: evenness(s, facts),
        cards: cards(s, facts),
        intruders: in_picture(s),
        reflections: reflections(stage, &shown),
        flare: flare(s),
        through_glass: through_glass(s),
    }
}

fn framing_words(s: &Situation<'_>, framing: &Framing) -> String {
    let said = |metres: Metres| s.house.units.distance(metres.metres());
    let share = framing.subject_share;
    let subject = if share > 1.0 {
        format!("the subject is {share:.1} times as high")
    } else {
        format!("the subject takes {:.0} % of its height", share * 100.0)
    };
    format!(
        "{} × {} fill the frame at the subject ({:.0}° × {:.0}°); {subject}. {} of background are seen.",
        said(framing.width),
        said(framing.height),
        framing.angle_across,
        framing.angle_up,
        said(framing.background_width),
    )
}

/// The name a light goes by: its modifier, or its flash.
pub(crate) fn name(lit: &Lit<'_>) -> String {
    lit.modifier.map_or(&lit.flash.name, |modifier| &modifier.name).to_string()
}

fn placed(s: &Situation<'_>, facts: &Facts, index: usize, lit: &Lit<'_>) -> PlacedLight {
    let setup = s.setup;
    let face = setup.main_face();
    let field = &s.field.lights[index];
    let part = facts.parts[index];
    let (width, height) = lit.face().size();
    let area = if lit.emitter.area() > 0.0 { lit.emitter.area() } else { lit.optics.head.powi(2) };
    let on_stand = !lit.light.on_camera;
    let windy = setup.scene.wind.metres_per_second() >= 1.0 && on_stand && !setup.scene.room.is_indoors();
    PlacedLight {
        light: lit.light.id.clone(),
        role: lit.role,
        role_words: lit.role.words(),
        face_distance: lit.face_distance,
        background_distance: lit.background_distance,
        feathered: angle(lit.emitter.looks, face.at - lit.emitter.middle),
        fall_off: match (part[0].or(part[2]), part[3]) {
            (Some(face), Some(background)) => Some(Stops::nearest(face - background)),
            _ => None,
        },
        softness: softness(s, lit, (width * height).sqrt()),
        bounce: bounced(s, lit, index, field.bounce),
        catch_light: if setup.is_thing() {
            None
        } else {
            catch_light(face.at, face.gaze, s.stage.eye, lit.emitter.middle, lit.width())
        },
        clear: if on_stand { clear_of(s, lit) } else { None },
        beam_short: beam_short(s, lit),
        zoom: zoom(s, lit),
        bag_needed: windy.then(|| wind::bag_needed(setup.scene.wind, area, lit.emitter.middle.z)),
    }
}

/// Where its zoom is set: at its widest behind a panel, so that it fills it; else to cover the lens.
fn zoom(s: &Situation<'_>, lit: &Lit<'_>) -> Option<String> {
    let set = lit.flash.zoom_set(lit.modifier, crate::situation::covering(s.setup, s.body))?;
    let at = format!("Zoom at {:.0} mm", set.at.millimetres());
    Some(match set.fills {
        Some(share) if share > 0.85 => format!("{at}, its widest: it fills the panel."),
        Some(share) => format!("{at}, its widest: it meets the middle {:.0} % of the panel straight.", share * 100.0),
        None => format!("{at}: a beam of {:.0}°.", set.beam),
    })
}

/// The nearest distance at which a light on a stand is out of the picture, aimed as it is.
fn clear_of(s: &Situation<'_>, lit: &Lit<'_>) -> Option<Metres> {
    let way = (lit.emitter.middle - s.setup.main_face().at).try_normalize()?;
    clear_distance(&s.stage, way, true, |at| {
        let looks = s.setup.direction_of(lit.light.aim, at);
        crate::emitter::Emitter { middle: at, looks, ..lit.emitter }.outline()
    })
}

fn softness(s: &Situation<'_>, lit: &Lit<'_>, face_width: f64) -> Softness {
    let distance = lit.face_distance.metres();
    let width = lit.width();
    let millimetres = |metres: f64| metres * 1000.0;
    let nose = millimetres(half_shadow(width, distance, NOSE));
    let bare = millimetres(half_shadow(lit.optics.head, distance, NOSE));
    let sun = millimetres(half_shadow_of_sun(NOSE));
    let wall = s.setup.back_wall().filter(|_| lit.role.lights_face()).map(|_| {
        let behind = (lit.background_distance.metres() - distance).max(0.05);
        millimetres(half_shadow(width, distance, behind))
    });
    let kind = lit.modifier.map(|modifier| modifier.modifier_kind);
    let text = if kind == Some(ModifierKind::Dome) {
        "A dome is no softer than the bare head: it is as small. Only near white walls does it fill.".to_owned()
    } else if face_width <= 0.0 {
        format!("Hard: a half-shadow of {nose:.1} mm behind the nose; the sun's is {sun:.1} mm.")
    } else {
        format!(
            "A half-shadow of {nose:.0} mm behind the nose: {:.0} times the bare head's, {:.0} times the sun's.",
            nose / bare,
            nose / sun
        )
    };
    Softness { apparent: apparent_size(width, distance), nose, wall, bare, sun, text }
}

/// A light turned this far off the face, in degrees, is no longer just feathered.
const TURNED: f64 = 35.0;
/// Above this loss in stops a bounce is not worth doing (common practice).
const BOUNCE_FAILS: f64 = 6.0;
/// From this tint on, in mired, the colour of the surface is plain on skin (common practice).
const TINTED: f64 = 40.0;

fn bounced(s: &Situation<'_>, lit: &Lit<'_>, index: usize, report: BounceReport) -> Option<BounceWords> {
    let gain = s.field.lights[index].patches[0]?;
    let (_, tilt) = bearing_and_tilt(lit.emitter.looks);
    let off = angle(lit.emitter.looks, s.setup.main_face().at - lit.emitter.middle);
    // Turned well off the face, and to the ceiling or by a flash on the camera: that is meant as a bounce.
    let meant = tilt > 30.0 || lit.light.on_camera || gain.bounced > gain.direct;
    if !matches!(lit.light.aim, Aim::Free { .. }) || off < TURNED || !meant || lit.role == Role::Background {
        return None;
    }
    let straight = 1.0 / lit.face_distance.metres().powi(2);
    let Some(from) = report.from.filter(|_| gain.bounced > 0.0) else {
        let text = "Nothing to bounce off: turned away from the face, the light is lost.".to_owned();
        let none = Stops::nearest(20.0);
        return Some(BounceWords {
            from: Bounced::Ground,
            loss: none,
            up: 0.0,
            bearing: 0.0,
            tint: MiredShift::ZERO,
            fails: true,
            text,
        });
    };
    let loss = (straight / gain.bounced).log2();
    let (bearing, up) = bearing_and_tilt(report.direction);
    let fails = loss > BOUNCE_FAILS;
    let mut text = format!("Off {}: {} less than straight, from {up:.0}° up.", from.words(), stops_amount(loss));
    if gain.direct > gain.bounced && !fails {
        text += " More than that still goes straight to the face: turn it further, or flag it.";
    }
    if fails {
        text += " It fails: too high, too far or too dark a surface; turn it straight, or use a card.";
    } else if report.tint.abs() > TINTED {
        let colour = if report.tint > 0.0 { "warmer" } else { "cooler" };
        text += &format!(" The surface makes it {:.0} mired {colour}.", report.tint.abs());
    }
    Some(BounceWords {
        from,
        loss: Stops::nearest(loss),
        up,
        bearing,
        tint: MiredShift::nearest(report.tint),
        fails,
        text,
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
    (worst < 0.5).then(|| Stops::nearest(-worst.max(1e-6).log2()))
}

fn evenness(s: &Situation<'_>, facts: &Facts) -> Option<Evenness> {
    let totals = face_levels(s, facts)?;
    let main = *totals.first()?;
    let most = |better: fn(f64, f64) -> bool| {
        (0..totals.len()).reduce(|a, b| if better(totals[b], totals[a]) { b } else { a }).unwrap_or(0)
    };
    let (darkest, brightest) = (most(|a, b| a < b), most(|a, b| a > b));
    let spread = totals[brightest] - totals[darkest];
    let text = if spread <= 1.0 / 3.0 {
        format!("Even over the group: {} from the darkest face to the brightest.", stops_amount(spread))
    } else {
        let side = |index: usize| place_of(s, index);
        format!(
            "Uneven over the group by {}: brightest {}, darkest {}.",
            stops_amount(spread),
            side(brightest),
            side(darkest)
        )
    };
    Some(Evenness {
        spread: Stops::nearest(spread),
        darkest: darkest as u32,
        brightest: brightest as u32,
        faces: totals.iter().map(|level| Stops::nearest(level - main)).collect(),
        text,
    })
}

/// The level of every face of a group, flash and ambient together; none for one face.
pub(crate) fn face_levels(s: &Situation<'_>, facts: &Facts) -> Option<Vec<f64>> {
    let count = s.stage.faces.len();
    if count < 2 || s.lights.is_empty() {
        return None;
    }
    let ambient = facts.split.ambient[0].map_or(0.0, f64::exp2);
    Some(
        (0..count)
            .map(|face| {
                let flash: f64 = s
                    .field
                    .lights
                    .iter()
                    .enumerate()
                    .map(|(index, field)| {
                        // What the main face gets of it, times how this one differs.
                        let main = field.patches[0].map_or(0.0, super::super::field::Gain::sum);
                        let part = facts.parts[index][0].map_or(0.0, f64::exp2);
                        if main > 0.0 { part * field.faces[face].sum() / main } else { 0.0 }
                    })
                    .sum();
                (ambient + flash).max(1e-9).log2()
            })
            .collect(),
    )
}

/// A face's place in words.
fn place_of(s: &Situation<'_>, index: usize) -> &'static str {
    let (x, y) = (s.stage.faces[index].at.x - s.setup.focus().x, s.stage.faces[index].at.y - s.setup.focus().y);
    match (x < -0.3, x > 0.3, y > 0.3) {
        (true, _, false) => "at the front left",
        (_, true, false) => "at the front right",
        (true, _, true) => "at the back left",
        (_, true, true) => "at the back right",
        (_, _, true) => "in the middle of the back",
        _ => "in the middle",
    }
}

fn cards(s: &Situation<'_>, facts: &Facts) -> Vec<PlacedCard> {
    let face = s.setup.main_face().at;
    // What all cards give the shadow side, shared by none: with several cards each is told the whole.
    let flash: f64 = s
        .field
        .lights
        .iter()
        .zip(&facts.parts)
        .filter_map(|(field, part)| {
            let gain = field.patches[1]?;
            Some(part[1]?.exp2() * gain.carded / gain.sum().max(1e-12))
        })
        .sum();
    let all = facts.split.total[1].map_or(0.0, f64::exp2);
    let daylight = s.field.daylight.cards[1];
    let ambient = facts.split.ambient[1].map_or(0.0, f64::exp2);
    let before = s.ambient[1].as_ref().map_or(1.0, |patch| crate::field::lux(patch.ev.ev()));
    let off_cards = flash + ambient * (daylight / before).min(1.0);
    let fill = if all > off_cards && off_cards > 0.0 { (all / (all - off_cards)).log2() } else { 0.0 };
    s.setup
        .scene
        .cards
        .iter()
        .map(|card| {
            let way = (card.at.point() - face).normalize_or(DVec3::X);
            let clear = clear_distance(&s.stage, way, false, |at| {
                let held = crate::scene::Card { at: crate::scene::Position::nearest(at), ..card.clone() };
                card_points(s.setup, &held)
            });
            let gives = card.kind.reflectance() > 0.0;
            PlacedCard {
                card: card.id.clone(),
                face_distance: Metres::nearest(card.at.point().distance(face)),
                fill: Stops::nearest(if gives { fill } else { 0.0 }),
                clear,
            }
        })
        .collect()
}

fn in_picture(s: &Situation<'_>) -> Vec<InPicture> {
    let lights = s.lights.iter().filter(|lit| !lit.light.on_camera).map(|lit| Outline {
        face: Intruder::Light { light: lit.light.id.clone() },
        points: lit.emitter.outline(),
        stand: Some((Intruder::Stand { light: lit.light.id.clone() }, lit.emitter.middle)),
    });
    let cards = s.setup.scene.cards.iter().map(|card| card_outline(s.setup, card));
    let outlines: Vec<Outline> = lights.chain(cards).collect();
    let distance = |at: Option<Metres>| {
        at.map_or_else(
            || " No distance along its line is clear: turn it round the subject.".to_owned(),
            |at| format!(" From {} it is clear.", s.house.units.distance(at.metres())),
        )
    };
    intruders(&s.stage, &outlines)
        .into_iter()
        .map(|what| {
            let lit = |id: &Id| s.lights.iter().find(|lit| lit.light.id == *id);
            let text = match &what {
                Intruder::Light { light } => {
                    let (name, clear) = lit(light).map_or((String::new(), None), |lit| (name(lit), clear_of(s, lit)));
                    format!("{} is in the picture.{}", super::capital(&name), distance(clear))
                }
                Intruder::Stand { light } => {
                    let (name, clear) = lit(light).map_or((String::new(), None), |lit| (name(lit), clear_of(s, lit)));
                    format!("The stand of the {name} is in the picture.{}", distance(clear))
                }
                Intruder::Card { card } => {
                    let found = s.setup.scene.cards.iter().find(|known| known.id == *card);
                    format!("The {} is in the picture.", found.map_or("card", |card| card.kind.words()))
                }
            };
            InPicture { what, text }
        })
        .collect()
}

/// Sun this near outside the frame's corner still flares, in degrees (common practice: a hand at arm's length).
const FLARES: f64 = 20.0;

fn flare(s: &Situation<'_>) -> Option<f64> {
    let sun = s.setup.scene.sun?;
    let off = angle(sun.towards(), s.stage.view.looks);
    let corner = s.stage.view.half_width.hypot(s.stage.view.half_height).atan().to_degrees();
    (sun.elevation.degrees() > -0.9 && off < corner + FLARES).then_some(off)
}

/// Where the camera looks at the subject through a pane, light from the camera's side comes back off it.
fn through_glass(s: &Situation<'_>) -> Vec<Id> {
    let face = s.setup.main_face().at;
    let panes: Vec<_> = s.setup.scene.panes.iter().map(crate::scene::Pane::flat).collect();
    let through = panes.iter().filter(|pane| pane.crossing(s.stage.eye, face).is_some());
    let mut found = Vec::new();
    for pane in through {
        let side = |at: DVec3| (at - pane.middle).dot(pane.normal()) >= 0.0;
        let same = s.lights.iter().filter(|lit| side(lit.emitter.middle) == side(s.stage.eye));
        found.extend(same.map(|lit| lit.light.id.clone()));
    }
    found
}

/// The spill of all lights on the background, in words; none where there is none.
pub(crate) fn spill_words(facts: &Facts) -> Option<String> {
    let (spill, total) = (facts.split.flash[3]?, facts.split.total[3]?);
    let lifts = total - facts.split.ambient[3].unwrap_or(-20.0);
    (lifts > 0.1).then(|| {
        format!("Flash falls on the background at {} and lifts it by {}.", stops_label(spill), stops_amount(lifts))
    })
}
