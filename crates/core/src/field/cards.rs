//! Cards: what falls on them and what they send on. White ones diffusely, by the contour integral over each of nine
//! parts; metal ones in a lobe about the mirror direction.

use super::Receivers;
use crate::emitter::factor::to_polygon;
use crate::geometry::{DVec3, Flat};
use crate::scene::Stage;
use std::f64::consts::PI;

/// Parts of a card along each side.
const PARTS: usize = 3;
/// The power of the cosine of a metal card's lobe: half its light within 25° (common practice for a dull silver).
const LOBE: f64 = 28.0;

/// A card, with what each of its parts can give each receiver.
#[derive(Debug)]
pub(super) struct LitCard {
    parts: Vec<Flat>,
    reflectance: f64,
    metal: bool,
    /// For each receiver (patches first, then faces), for each part: the factor of a diffuse part.
    factors: Vec<Vec<f64>>,
    /// The same places, for a metal card's lobe.
    receivers: Vec<Option<super::Receiver>>,
}

/// What falls on each part of a card, on the side it looks to or on its back, and from where.
#[derive(Debug)]
pub(super) struct Strength {
    light: Vec<f64>,
    from: DVec3,
}

/// The cards that send light on.
pub(super) fn lit_cards(stage: &Stage<'_>, receivers: &Receivers) -> Vec<LitCard> {
    let places: Vec<Option<super::Receiver>> =
        receivers.patches.iter().copied().chain(receivers.faces.iter().copied().map(Some)).collect();
    stage
        .setup
        .scene
        .cards
        .iter()
        .filter(|card| card.kind.reflectance() > 0.0)
        .map(|card| {
            let flat = stage.setup.card_flat(card);
            let share = |k: usize| (k as f64 * 2.0 + 1.0) / PARTS as f64 - 1.0;
            let parts: Vec<Flat> = (0..PARTS * PARTS)
                .map(|index| Flat {
                    middle: flat.at(share(index % PARTS), share(index / PARTS)),
                    right: flat.right / PARTS as f64,
                    up: flat.up / PARTS as f64,
                })
                .collect();
            let metal = card.kind.is_metal();
            let factors = places
                .iter()
                .map(|receiver| match receiver {
                    Some(r) if !metal => parts.iter().map(|part| to_polygon(r.at, r.normal, &part.corners())).collect(),
                    _ => Vec::new(),
                })
                .collect();
            LitCard { parts, reflectance: card.kind.reflectance(), metal, factors, receivers: places.clone() }
        })
        .collect()
}

impl LitCard {
    /// What a light gives each part, on whichever side of the card it falls.
    pub(super) fn lit_by(&self, gain: impl Fn(DVec3, DVec3) -> f64, from: DVec3) -> Strength {
        let light = self
            .parts
            .iter()
            .map(|part| {
                let normal = part.normal();
                let side = if (from - part.middle).dot(normal) >= 0.0 { normal } else { -normal };
                gain(part.middle, side)
            })
            .collect();
        Strength { light, from }
    }

    /// What the card, lit so, gives a receiver; only what stands on the lit side gets any.
    pub(super) fn gives(&self, strength: &Strength, receiver: usize) -> f64 {
        let Some(place) = self.receivers[receiver] else { return 0.0 };
        let mut sum = 0.0;
        for (index, part) in self.parts.iter().enumerate() {
            let light = strength.light[index];
            let normal = part.normal();
            let (to_light, to_place) = (strength.from - part.middle, place.at - part.middle);
            if light <= 0.0 || to_light.dot(normal) * to_place.dot(normal) <= 0.0 {
                continue;
            }
            if self.metal {
                let mirrored = -part.mirrored_direction(to_light.normalize_or_zero());
                let r2 = to_place.length_squared();
                let way = to_place / r2.sqrt();
                let lobe = mirrored.dot(way).max(0.0).powf(LOBE) * (LOBE + 1.0) / (2.0 * PI);
                let area = part.area();
                sum += self.reflectance * light * lobe * area * (-way.dot(place.normal)).max(0.0) / (r2 + area / PI);
            } else {
                sum += self.reflectance * light * self.factors[receiver][index];
            }
        }
        sum
    }
}
