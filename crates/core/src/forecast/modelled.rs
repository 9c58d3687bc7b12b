use super::standing::{AmbientSource, Falls, Standing};
use super::{Around, FaceLight};
use crate::exposure::reflected_level;
use crate::quantity::turn;
use crate::setup::BackgroundKind;
use std::f64::consts::PI;

/// What the model says of a setup's light at one moment.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Modelled {
    /// The exposure value of each patch, in the order of the stop scale, without what cards add; none where the model has
    /// nothing to say.
    pub ev: [Option<f64>; 5],
    /// What cards and panels add to each, in stops.
    pub cards: [f64; 5],
    /// What falls on the face.
    pub face: FaceLight,
    /// What falls on that side of the face that gets more of it.
    pub brighter: FaceLight,
    /// What the background sends to the camera, for its colour: only how its parts compare counts.
    pub behind: FaceLight,
    /// The share of the background in sun.
    pub sunlit: f64,
    /// How many stops a cloud before the sun would take from the face.
    pub cloud_takes: f64,
}

/// The part of an open background that is sky, or water that mirrors it (the program's own estimate).
const SKY_BEHIND: f64 = 0.25;
/// How high the sky is that stands just over an open background, in degrees.
const OVER_HORIZON: f64 = 4.0;
/// How high the brightest sky is that a frame holds, in degrees.
const IN_FRAME: f64 = 15.0;

/// What cards add by less than this, in stops, no meter tells.
const UNSEEN: f64 = 0.02;

/// What is metered of a background stays this far beside the sun's bearing, out of its glare, in degrees.
const BESIDE_SUN: f64 = 25.0;

/// The bearing metered: where the camera looks, but beside the sun.
fn beside(sun: f64, looks: f64) -> f64 {
    let off = turn(sun, looks);
    if off.abs() >= BESIDE_SUN { looks } else { sun + BESIDE_SUN * if off < 0.0 { -1.0 } else { 1.0 } }
}

impl Falls {
    /// By where it comes from, cards and panels left out.
    fn light(&self) -> FaceLight {
        let all = |kind| self.of(kind, |gain| gain.direct + gain.bounced);
        FaceLight {
            sun: self.of(AmbientSource::Sun, |gain| gain.direct),
            sky: self.of(AmbientSource::Sky, |gain| gain.direct) + all(AmbientSource::Window),
            ground: self.of(AmbientSource::Sun, |gain| gain.bounced) + self.of(AmbientSource::Sky, |gain| gain.bounced),
            lamps: all(AmbientSource::Lamps),
        }
    }
}

/// The light on each patch of a setup at its spot, at one moment.
///
/// Face and shadow side, the edge a light draws and a wall behind are points of the set. An open background is the ground up
/// to the horizon with some sky over it. In a room without a wall behind the background goes as the face does.
#[must_use]
pub fn modelled(standing: &Standing<'_>, around: &Around<'_>) -> Modelled {
    let (spot, background) = (standing.spot, &standing.setup.background);
    let ev_of_lux = |lux: f64| (lux > 0.0).then(|| around.meter.incident_level(lux));
    let ev_of_luminance = |luminance: f64| (luminance > 0.0).then(|| reflected_level(luminance));
    let falls = standing.falls(around);
    let light = falls.each_ref().map(|falls| falls.as_ref().map_or_else(FaceLight::default, Falls::light));
    let cards = falls.each_ref().map(|falls| {
        let (whole, cards) = falls.as_ref().map_or((0.0, 0.0), |falls| (falls.light().lux(), falls.cards()));
        let added = if whole > 0.0 { (1.0 + cards / whole).log2() } else { 0.0 };
        if added < UNSEEN { 0.0 } else { added }
    });
    let [mut face, mut shadow, edge, wall, _] = light;
    // Where no flash says which side is the lit one, it is the brighter: under a roof that need not be the sun's.
    if standing.is_lit_by_day() && shadow.lux() > face.lux() {
        std::mem::swap(&mut face, &mut shadow);
    }
    let looks = spot.camera_looks.degrees();
    let reflects = background.surface.reflectance.share();
    let over = around.sun_over_skyline() * (1.0 - around.light.skies[2]);
    let (back, behind, sunlit) = match (background.kind, spot.is_indoors()) {
        (BackgroundKind::Open, true) => (ev_of_luminance(reflects * face.lux() / PI), face, 0.0),
        (BackgroundKind::Open, false) => {
            let sky = around.sky_luminance(OVER_HORIZON, beside(around.sun.azimuth, looks));
            let ground = reflects * around.open_ground() / PI;
            let (sky, ground) = (SKY_BEHIND * sky, (1.0 - SKY_BEHIND) * ground);
            (
                ev_of_luminance(sky + ground),
                FaceLight { sky: PI * sky, ground: PI * ground, ..FaceLight::default() },
                over,
            )
        }
        (BackgroundKind::Wall, _) => {
            let at = turn(looks + 180.0, around.sun.azimuth).abs();
            let facing = ((95.0 - at) / 10.0).clamp(0.0, 1.0);
            let in_sun = if wall.sun > 0.0 { over * facing } else { 0.0 };
            (ev_of_luminance(reflects * wall.lux() / PI), wall, in_sun)
        }
    };
    let sky = (!spot.is_indoors() && background.kind == BackgroundKind::Open)
        .then(|| ev_of_luminance(around.sky_luminance(IN_FRAME, beside(around.sun.azimuth, looks))))
        .flatten();
    let without_sun = (face.lux() - face.sun).max(1e-12);
    Modelled {
        ev: [ev_of_lux(face.lux()), ev_of_lux(shadow.lux()), ev_of_lux(edge.lux()), back, sky],
        cards,
        face,
        brighter: if shadow.lux() > face.lux() { shadow } else { face },
        behind,
        sunlit: if reflects > 0.0 { sunlit } else { 0.0 },
        cloud_takes: if face.sun > 0.0 { (face.lux() / without_sun).log2() } else { 0.0 },
    }
}
