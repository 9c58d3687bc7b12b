//! What cards do for the shadow side, and how near they may come.

use crate::assess::Facts;
use crate::assess::account::{Account, set as account};
use crate::geometry::DVec3;
use crate::quantity::{Id, Metres, Stops};
use crate::setup::Patch;
use crate::situation::Situation;
use crate::stage::{card_edge, clear_distance};
use serde::Serialize;

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
    /// Where that comes from.
    pub account: Account,
    /// The nearest it may come along its line without being in the picture.
    pub clear: Option<Metres>,
}

pub(super) fn of(s: &Situation<'_>, facts: &Facts) -> Vec<PlacedCard> {
    let face = s.setup.main_face().at;
    // What all cards give the shadow side, shared by none: with several cards each is told the whole.
    let flash: f64 = s
        .field
        .lights
        .iter()
        .zip(&facts.parts)
        .filter_map(|(field, part)| {
            let gain = field.patches[Patch::ShadowSide]?;
            Some(part[Patch::ShadowSide]?.exp2() * (gain.carded + gain.through) / gain.sum().max(1e-12))
        })
        .sum();
    let all = facts.split.total[Patch::ShadowSide].map_or(0.0, f64::exp2);
    let daylight = s.field.daylight.cards[Patch::ShadowSide];
    let ambient = facts.split.ambient[Patch::ShadowSide].map_or(0.0, f64::exp2);
    let before =
        s.ambient[Patch::ShadowSide].as_ref().map_or(1.0, |patch| s.terms.house.meter.illuminance(patch.ev).lux());
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
                card_edge(s.setup, &held)
            });
            let gives = card.kind.reflectance() > 0.0;
            PlacedCard {
                card: card.id.clone(),
                face_distance: Metres::of(card.at.point().distance(face)),
                fill: Stops::of(if gives { fill } else { 0.0 }),
                account: account::of_fill(if gives { fill } else { 0.0 }, (off_cards / all.max(1e-12)).min(1.0)),
                clear,
            }
        })
        .collect()
}
