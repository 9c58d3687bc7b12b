//! What is in the picture that should not be: things, flare, light back off the glass.

use super::placed::clear_of;
use crate::geometry::{DVec3, angle};
use crate::quantity::{Id, Metres};
use crate::say;
use crate::say::capital;
use crate::setup::{Holder, Light};
use crate::situation::Situation;
use crate::stage::{Intruder, Outline, card_outline, intruders};
use serde::Serialize;

/// Something in the picture that should not be.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct InPicture {
    /// What.
    pub what: Intruder,
    /// In words, with where it would be clear.
    pub text: String,
}

/// What is under a light for holding it, where something is.
fn under(light: &Light) -> Option<Intruder> {
    let light_id = light.id.clone();
    match light.held_by {
        Holder::Assistant => Some(Intruder::Assistant { light: light_id }),
        holder => holder.is_under_it().then_some(Intruder::Stand { light: light_id }),
    }
}

pub(super) fn intruders_of(s: &Situation<'_>) -> Vec<InPicture> {
    let lights = s.lights.iter().filter(|lit| !lit.light.is_on_camera()).map(|lit| Outline {
        face: Intruder::Light { light: lit.light.id.clone() },
        edge: lit.emitter.outline(),
        stand: under(lit.light).map(|under| (under, lit.emitter.middle)),
    });
    let cards = s.setup.scene.cards.iter().map(|card| card_outline(s.setup, card));
    let outlines: Vec<Outline> = lights.chain(cards).collect();
    let distance = |at: Option<Metres>| {
        at.map_or_else(
            || say::picture::NEVER_CLEAR.to_owned(),
            |at| say::picture::clear_from(s.terms.house.units.distance(at.metres())),
        )
    };
    intruders(&s.stage, &outlines)
        .into_iter()
        .map(|what| {
            let lit = |id: &Id| s.lights.iter().find(|lit| lit.light.id == *id);
            let text = match &what {
                Intruder::Light { light } => {
                    let (name, clear) =
                        lit(light).map_or((String::new(), None), |lit| (lit.name.clone(), clear_of(s, lit)));
                    say::picture::in_picture(capital(&name), distance(clear))
                }
                Intruder::Stand { light } | Intruder::Assistant { light } => {
                    let (name, clear) =
                        lit(light).map_or((String::new(), None), |lit| (lit.name.clone(), clear_of(s, lit)));
                    let who =
                        if matches!(what, Intruder::Stand { .. }) { say::picture::STAND_OF } else { "Whoever holds" };
                    say::picture::part_in_picture(who, &name, distance(clear))
                }
                Intruder::Card { card } => {
                    let found = s.setup.scene.cards.iter().find(|known| known.id == *card);
                    say::picture::card_in_picture(found.map_or("card", |card| card.kind.words()))
                }
            };
            InPicture { what, text }
        })
        .collect()
}

/// Sun this near outside the frame's corner still flares, in degrees (common practice: a hand at arm's length).
const FLARES: f64 = 20.0;

pub(super) fn flare(s: &Situation<'_>) -> Option<f64> {
    let sun = s.stage.sun?;
    let off = angle(sun.towards(), s.stage.view.looks);
    let corner = s.stage.view.half_width.hypot(s.stage.view.half_height).atan().to_degrees();
    (sun.elevation.degrees() > -0.9 && off < corner + FLARES).then_some(off)
}

/// Where the camera looks at the subject through a pane, light from the camera's side comes back off it.
pub(super) fn through_glass(s: &Situation<'_>) -> Vec<Id> {
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
