//! How loud a reflection is: its brightness against what the glass shows there.

use crate::assess::Facts;
use crate::exposure::MeterConstants;
use crate::geometry::{DVec3, angle};
use crate::glass::{Reflection, Seen, lit_spot};
use crate::marks::stops_amount;
use crate::quantity::{Id, Stops};
use crate::say;
use crate::scene::{Pane, PaneKind};
use crate::setup::Patch;
use crate::situation::{Dials, Lit, Situation};
use std::f64::consts::PI;

/// What a mirror sends back.
const MIRROR: f64 = 0.9;
/// The refractive index of window glass.
const GLASS: f64 = 1.52;
/// What a photographer in ordinary clothes sends back (common practice: dark ones send half of it).
const CLOTHES: f64 = 0.15;
/// A reflection that brightens the glass by less than this is faint, in stops.
const FAINT: f64 = 1.0 / 3.0;

/// What both faces of a pane send back of unpolarised light that comes at this angle, in degrees (Fresnel; 8 % straight on).
fn glass(off: f64) -> f64 {
    let cosine = off.to_radians().cos().clamp(0.0, 1.0);
    let inside = (1.0 - (1.0 - cosine * cosine) / (GLASS * GLASS)).sqrt();
    let across = ((cosine - GLASS * inside) / (cosine + GLASS * inside)).powi(2);
    let along = ((GLASS * cosine - inside) / (GLASS * cosine + inside)).powi(2);
    let one = (across + along) / 2.0;
    2.0 * one / (1.0 + one)
}

/// The level in the picture of a surface of so many cd·s/m².
fn level_of(luminance: f64, gain: i16, meter: MeterConstants) -> f64 {
    (luminance * 100.0 / meter.k).log2() + f64::from(gain) / 6.0
}

/// The light of a flash along its axis, in cd·s, at its power.
fn intensity(s: &Situation<'_>, facts: &Facts, dials: &Dials, lit: &Lit<'_>) -> f64 {
    let place = s.lights.iter().position(|known| known.index == lit.index);
    let below = place.and_then(|place| facts.powers.get(place)).copied().unwrap_or(0.0);
    lit.intensity() * (-below - s.high_speed_loss(lit, dials.shutter)).exp2()
}

/// The level of what is mirrored, seen straight.
fn straight(s: &Situation<'_>, facts: &Facts, dials: &Dials, reflection: &Reflection) -> Option<f64> {
    let meter = s.terms.house.meter;
    let of = |id: &Id| s.lights.iter().find(|lit| lit.light.id == *id);
    let by_ambient =
        |reflectance: f64| Some(facts.split.ambient[Patch::Face]? + meter.reflected_over_incident(reflectance));
    match &reflection.seen {
        Seen::Light { light } => {
            let lit = of(light)?;
            let to = reflection.crossing.0 - lit.emitter.middle;
            let cosine = angle(lit.emitter.looks, to).to_radians().cos().max(0.05);
            let area = if lit.emitter.area() > 0.0 { lit.emitter.area() } else { lit.optics.head.powi(2) };
            let luminance = intensity(s, facts, dials, lit) * lit.emitter.law.relative(cosine) / (area * cosine);
            Some(level_of(luminance, dials.gain(), meter) + s.comes_out)
        }
        Seen::Bounce { light } => {
            let lit = of(light)?;
            let spot = lit_spot(s.setup, &lit.emitter)?;
            let falls = intensity(s, facts, dials, lit) * spot.cosine / spot.distance.powi(2);
            let luminance = falls * spot.surface.reflectance.share() / PI;
            Some(level_of(luminance, dials.gain(), meter) + s.comes_out)
        }
        Seen::Photographer => by_ambient(CLOTHES),
        Seen::People => by_ambient(s.setup.tone_of(0).reflectance()),
        Seen::Card { card } => {
            let kind = s.setup.scene.cards.iter().find(|known| known.id == *card)?.kind;
            Some(facts.split.total[Patch::Face]? + meter.reflected_over_incident(kind.reflectance().max(0.02)))
        }
    }
}

/// What is sent on by every pane on the way of a reflection.
fn sent(s: &Situation<'_>, reflection: &Reflection) -> Option<f64> {
    let pane = |id: &Id| s.setup.scene.panes.iter().find(|pane| pane.id == *id);
    let by_one = |pane: &Pane, along: DVec3| {
        let off = angle(along, pane.flat().normal());
        if pane.kind == PaneKind::Mirror { MIRROR } else { glass(off.min(180.0 - off)) }
    };
    let (first, looks) = (pane(&reflection.pane)?, reflection.crossing.0 - s.stage.eye);
    let turned = first.flat().mirrored_direction(looks);
    let second = reflection.by.as_ref().and_then(pane).map_or(1.0, |pane| by_one(pane, turned));
    Some(by_one(first, looks) * second)
}

/// Tells of every reflection how loud it is.
pub(super) fn told(s: &Situation<'_>, facts: &Facts, dials: &Dials, mut seen: Vec<Reflection>) -> Vec<Reflection> {
    for reflection in &mut seen {
        let Some(sent) = sent(s, reflection) else { continue };
        let (Some(level), Some(there)) = (straight(s, facts, dials, reflection), facts.split.total[Patch::Background])
        else {
            continue;
        };
        let over = level + sent.log2() - there;
        reflection.over = Some(Stops::of(over));
        reflection.faint = (1.0 + over.exp2()).log2() < FAINT;
        reflection.text = match reflection.text.strip_suffix('.') {
            Some(text) if reflection.faint => say::loudness::too_faint(text),
            Some(text) if over > 0.0 => say::loudness::brighter(text, stops_amount(over)),
            Some(text) => say::loudness::under(text, stops_amount(over)),
            None => continue,
        };
    }
    seen
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Both faces of a pane of n = 1.52, by Fresnel's formulas `2r/(1 + r)`, worked by hand.
    #[rstest]
    #[case(0.0, 0.0817)]
    #[case(45.0, 0.1007)]
    #[case(60.0, 0.1693)]
    #[case(75.0, 0.4085)]
    fn what_a_pane_sends_back(#[case] off: f64, #[case] share: f64) {
        assert!((glass(off) - share).abs() < 1e-4, "{}", glass(off));
    }

    /// A grey card under a flash metered right is at mid-grey: πK/C of 250 lx·s over π at f/1 and ISO 100.
    #[test]
    fn a_grey_card_is_grey() {
        let meter = MeterConstants::default();
        let reflectance = PI * meter.k / meter.c;
        let luminance = meter.c / 100.0 * reflectance / PI;
        assert!(level_of(luminance, 0, meter).abs() < 1e-9);
    }
}
