//! Light off the room: the rays of a light's beam end on ground, ceiling and walls, and each spot there sends its
//! share on as a small diffuse light of its own.

use super::{Receiver, Receivers};
use crate::emitter::Emitter;
use crate::geometry::DVec3;
use crate::scene::{Bounced, PaneKind, Stage, Surface};
use crate::setup::BackgroundKind;
use std::f64::consts::PI;

/// A spot of a surface that sends light on.
#[derive(Debug, Clone, Copy)]
pub(super) struct Virtual {
    at: DVec3,
    normal: DVec3,
    /// Its intensity along its normal, for an intensity of 1 along the light's axis.
    strength: f64,
    /// The square of the spot's radius: what keeps it finite from near.
    spread: f64,
    from: Bounced,
    tint: f64,
}

/// What a light's bounce amounts to at the main face.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct BounceReport {
    /// Most of it comes from here; none where nothing bounces to the face.
    pub from: Option<Bounced>,
    /// The direction it comes from, as seen from the face.
    pub direction: DVec3,
    /// The colour it took on, in mired; positive is warmer.
    pub tint: f64,
}

/// Rays that stand for a light's beam.
const RAYS: u32 = 128;
/// Glass sends back about this much (both faces near the normal, Fresnel for n = 1.5).
pub(crate) const GLASS: f64 = 0.08;

/// Where the rays of a light end, and what is sent on from there.
pub(super) fn virtual_lights(stage: &Stage<'_>, emitter: &Emitter) -> Vec<Virtual> {
    let setup = stage.setup;
    let scene = &setup.scene;
    let mut planes = scene.room.planes();
    if setup.background.kind == BackgroundKind::Wall {
        let at = DVec3::Y * setup.background.distance.metres();
        planes.push((at, DVec3::NEG_Y, setup.background.surface, Bounced::Background));
    }
    let cards: Vec<_> = scene.cards.iter().map(|card| (setup.card_flat(card), card.kind.transmittance())).collect();
    let panes: Vec<_> = scene.panes.iter().map(|pane| (pane.flat(), pane.kind)).collect();
    let flux = emitter.law.flux();
    let mut found = Vec::with_capacity(RAYS as usize);
    for (start, way, share) in emitter.rays(RAYS) {
        let (mut start, mut way, mut travelled, mut carried) = (start, way, 0.0, flux * share);
        // A mirror turns a ray once; between two mirrors it is let go.
        for _ in 0..2 {
            let wall = planes
                .iter()
                .filter_map(|plane| {
                    let towards = -way.dot(plane.1);
                    let far = (start - plane.0).dot(plane.1) / towards;
                    (towards > 1e-6 && far > 1e-6).then_some((far, towards, plane))
                })
                .min_by(|a, b| a.0.total_cmp(&b.0));
            let limit = wall.map_or(f64::INFINITY, |(far, ..)| far);
            let card = cards
                .iter()
                .filter_map(|(flat, through)| Some((flat.met(start, way)?, flat, *through)))
                .min_by(|a, b| a.0.total_cmp(&b.0))
                .filter(|(far, ..)| *far < limit);
            let pane = panes
                .iter()
                .filter_map(|(flat, kind)| Some((flat.met(start, way)?, flat, *kind)))
                .min_by(|a, b| a.0.total_cmp(&b.0))
                .filter(|(far, ..)| *far < limit + 0.02 && card.is_none_or(|(near, ..)| *far < near));
            let spot = |far: f64, cosine: f64| {
                let r = travelled + far;
                r * r * (flux / f64::from(RAYS)) / (PI * cosine.max(0.05))
            };
            if let Some((far, flat, kind)) = pane {
                // What is not sent back goes out through the glass.
                carried *= if kind == PaneKind::Mirror { 0.9 } else { GLASS };
                start += way * far;
                way = flat.mirrored_direction(way);
                travelled += far;
                continue;
            }
            if let Some((far, flat, through)) = card {
                if through > 0.0 {
                    let normal = flat.normal() * way.dot(flat.normal()).signum();
                    let spread = spot(far, way.dot(normal));
                    let strength = carried * through / PI;
                    found.push(Virtual {
                        at: start + way * far,
                        normal,
                        strength,
                        spread,
                        from: Bounced::Panel,
                        tint: 0.0,
                    });
                }
                break;
            }
            if let Some((far, cosine, (_, normal, Surface { reflectance, tint }, from))) = wall {
                found.push(Virtual {
                    at: start + way * far,
                    normal: *normal,
                    strength: carried * reflectance.share() / PI,
                    spread: spot(far, cosine),
                    from: *from,
                    tint: tint.mired(),
                });
            }
            break;
        }
    }
    found
}

impl Virtual {
    /// All the light it sends on, for an intensity of 1 along the flash's axis: a diffuse spot sends π times its
    /// intensity along its normal.
    #[cfg(test)]
    pub(super) fn flux(&self) -> f64 {
        self.strength * PI
    }

    fn gain(&self, receiver: &Receiver) -> f64 {
        let to = receiver.at - self.at;
        let r2 = to.length_squared();
        if r2 < 1e-9 {
            return 0.0;
        }
        let way = to / r2.sqrt();
        let (leaves, arrives) = (way.dot(self.normal), -way.dot(receiver.normal));
        if leaves <= 0.0 || arrives <= 0.0 { 0.0 } else { self.strength * leaves * arrives / (r2 + self.spread) }
    }
}

/// What all spots together give a receiver.
pub(super) fn gathered(virtuals: &[Virtual], receiver: &Receiver) -> f64 {
    virtuals.iter().map(|spot| spot.gain(receiver)).sum()
}

/// Where the light off the room comes from, as the main face sees it.
pub(super) fn report(virtuals: &[Virtual], receivers: &Receivers) -> BounceReport {
    let none = BounceReport { from: None, direction: DVec3::ZERO, tint: 0.0 };
    let Some(face) = receivers.patches[0] else { return none };
    let (mut direction, mut tint, mut all) = (DVec3::ZERO, 0.0, 0.0);
    let mut by: Vec<(Bounced, f64)> = Vec::new();
    for spot in virtuals {
        let gain = spot.gain(&face);
        direction += (spot.at - face.at).normalize_or_zero() * gain;
        tint += spot.tint * gain;
        all += gain;
        match by.iter_mut().find(|(from, _)| *from == spot.from) {
            Some((_, sum)) => *sum += gain,
            None => by.push((spot.from, gain)),
        }
    }
    let most = by.into_iter().max_by(|a, b| a.1.total_cmp(&b.1)).filter(|_| all > 0.0);
    most.map_or(none, |(from, _)| BounceReport {
        from: Some(from),
        direction: direction.normalize_or_zero(),
        tint: tint / all,
    })
}
