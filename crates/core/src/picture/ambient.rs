//! The ambient of a setup as sources of light: windows and sun as far as they are known, and the rest of what was metered as light
//! from all round with more of it from one side, so that the lit and the shadow side of a face are both as bright as they read.

use crate::field::{Receiver, on_the_whole};
use crate::geometry::DVec3;
use crate::quantity::Stops;
use crate::set::{On, Source, from_side};
use crate::setup::{BackgroundKind, Patch};
use crate::situation::Situation;

/// The ambient by its sources.
#[derive(Debug, Clone)]
pub(super) struct Ambient {
    /// Sources that are on the set, with how many of what their gains are counted for.
    pub(super) sources: Vec<(usize, f64)>,
    /// Light from all round that is added, in lux.
    pub(super) all_round: Vec<(Source, f64)>,
    /// What background and sky get of all of it.
    pub(super) on: On,
}

/// The least share of what was metered that is taken to come from all round.
const LEAST: f64 = 0.02;

/// How the ambient of a setup is made up.
pub(super) fn ambient(s: &Situation<'_>) -> Ambient {
    let meter = s.terms.house.meter;
    let metered = |patch: Patch| {
        let incident = s.ambient[patch].as_ref()?.ev - Stops::of(s.bases.over_incident[patch]);
        Some(meter.illuminance(incident).lux())
    };
    let points = &s.field.receivers.patches;
    let known = s.field.shining(meter, &s.stage);
    let gains = |patch: Patch| {
        let at = points[patch].iter().map(|point| s.field.light.from(*point).gains());
        on_the_whole(at, s.field.light.set().sources.len())
    };
    let given = |patch: Patch| {
        let gains = gains(patch);
        known.iter().map(|(source, amount)| amount * gains[*source].sum()).sum::<f64>()
    };
    let turned = |patch: Patch| points[patch].first().map_or(DVec3::NEG_Y, |point: &Receiver| point.normal);
    let (lit, shadow) = (turned(Patch::Face), turned(Patch::ShadowSide));
    let face = metered(Patch::Face).unwrap_or(0.0);
    let dark = metered(Patch::ShadowSide).unwrap_or(face);
    let (on_face, on_dark) = (given(Patch::Face), given(Patch::ShadowSide));
    // What is known may not give more than was metered.
    let dimmed = [(face, on_face), (dark, on_dark)].into_iter().fold(1.0f64, |dimmed, (metered, given)| {
        if given > 0.0 { dimmed.min((1.0 - LEAST) * metered / given) } else { dimmed }
    });
    let (left, left_dark) = (face - dimmed * on_face, dark - dimmed * on_dark);
    let (way, brighter) = if left >= left_dark { (lit - shadow, lit) } else { (shadow - lit, shadow) };
    let way = way.try_normalize().unwrap_or(brighter);
    let of_side = |normal: DVec3| from_side(way, normal);
    let apart = of_side(lit) - of_side(shadow);
    let side = if apart.abs() > 0.05 {
        ((left - left_dark) / apart).abs().min(left.max(left_dark) / of_side(brighter))
    } else {
        0.0
    };
    let about = (left - side * of_side(lit)).max(0.0);
    let sun_down = |source: usize| match s.field.light.set().sources[source] {
        Source::Parallel { way, .. } => way.z.max(0.0),
        _ => 0.0,
    };
    // What the layers give what is behind, before anything is known of it.
    let (behind, above) = match s.setup.background.kind {
        BackgroundKind::Wall => {
            let behind = dimmed * given(Patch::Background) + about + side * of_side(DVec3::NEG_Y);
            (behind, about + side)
        }
        BackgroundKind::Open => {
            let sun: f64 = known.iter().map(|(source, amount)| dimmed * amount * sun_down(*source)).sum();
            (about + side + sun, about + side)
        }
    };
    let background = metered(Patch::Background).unwrap_or(behind);
    // A sky nobody read is taken as bright as what is before it.
    let sends = s.setup.background.surface.reflectance.share();
    let sky = metered(Patch::Sky).unwrap_or(background) * sends;
    let over = |wanted: f64, given: f64| if given > 0.0 { wanted / given } else { 0.0 };
    Ambient {
        sources: known.iter().map(|(source, amount)| (*source, amount * dimmed)).collect(),
        all_round: vec![(Source::About, about), (Source::Side { way }, side)],
        on: On { subject: 1.0, background: over(background, behind), sky: over(sky, above) },
    }
}
