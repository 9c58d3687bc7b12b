//! The ambient of a setup as sources of light: windows and sun as far as they are known, and the rest of what was metered as light
//! from all round with more of it from one side, so that the lit and the shadow side of a face are both as bright as they read.

use crate::field::{Receiver, on_the_whole};
use crate::forecast::IN_FRAME;
use crate::geometry::{DVec3, bearing_and_tilt, direction};
use crate::quantity::Stops;
use crate::set::{Dome, On, Source, from_side};
use crate::setup::Patch;
use crate::situation::Situation;
use crate::sky::Heights;

/// The ambient by its sources.
#[derive(Debug, Clone)]
pub(super) struct Ambient {
    /// Sources that are on the set, with how many of what their gains are counted for.
    pub(super) sources: Vec<(usize, f64)>,
    /// Light that is added, in lux: the sky where a day knows it, and the rest from all round.
    pub(super) added: Vec<(Source, f64)>,
    /// What background and sky get of all of it.
    pub(super) on: On,
}

/// The least share of what was metered that is taken to come from all round.
const LEAST: f64 = 0.02;

/// The sky behind an open set where a day knows it, and what it gives level ground in the open, in lux.
fn sky_over(s: &Situation<'_>) -> Option<(Dome, f64)> {
    let far_off = s.forecast?.far_off.as_ref()?;
    let open = s.setup.background.kind.is_open();
    open.then_some((far_off.dome, far_off.lux))
}

/// How bright the sky in the frame is, π times, where level ground in the open gets 1 of it.
fn in_frame(s: &Situation<'_>, dome: Dome) -> f64 {
    let (bearing, _) = bearing_and_tilt(s.stage.view.looks);
    let way = direction(bearing, IN_FRAME);
    std::f64::consts::PI * dome.brightness().luminance(way, &Heights::of(way))
}

/// How the ambient of a setup is made up.
pub(super) fn ambient(s: &Situation<'_>) -> Ambient {
    let meter = s.terms.house.meter;
    let metered = |patch: Patch| {
        let incident = s.ambient[patch].as_ref()?.ev - Stops::of(s.bases.over_incident[patch]);
        Some(meter.illuminance(incident).lux())
    };
    let points = &s.field.receivers.patches;
    let placed = s.field.shining(meter, &s.stage);
    let sky = sky_over(s);
    let light = sky.map_or_else(|| s.field.light.clone(), |(dome, _)| s.field.light.under(dome));
    let last = light.set().sources.len().saturating_sub(1);
    let known: Vec<(usize, f64)> = placed.iter().copied().chain(sky.map(|(_, lux)| (last, lux))).collect();
    let gains = |patch: Patch| {
        let at = points[patch].iter().map(|point| light.from(*point).gains());
        on_the_whole(at, light.set().sources.len())
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
    let about = left - side * of_side(lit);
    // Where light from one side alone would give the other too much, what is known gives that much less.
    let (of_lit, of_dark) = (of_side(lit), of_side(shadow));
    let both = on_face * of_dark - on_dark * of_lit;
    let less = (face * of_dark - dark * of_lit) / both;
    let alone = (on_face * dark - on_dark * face) / both;
    let (dimmed, side) =
        if about < 0.0 && less > 0.0 && less <= dimmed && alone >= 0.0 { (less, alone) } else { (dimmed, side) };
    let about = about.max(0.0);
    // What the layers give what is behind, before anything is known of it.
    let (behind, above) = match s.setup.background.kind.landscape() {
        None => {
            let behind = dimmed * given(Patch::Background) + about + side * of_side(DVec3::NEG_Y);
            (behind, about + side)
        }
        Some(_) => {
            let far_off = |source: usize| light.set().sources[source].far_off();
            let down: f64 = known.iter().map(|(source, amount)| dimmed * amount * far_off(*source)).sum();
            let seen = sky.map_or(0.0, |(dome, lux)| dimmed * lux * in_frame(s, dome));
            (about + side + down, about + side + seen)
        }
    };
    let background = metered(Patch::Background).unwrap_or(behind);
    // A sky nobody read is taken as bright as what is before it.
    let sends = s.setup.background.surface.reflectance.share();
    let read_sky = metered(Patch::Sky).unwrap_or(background) * sends;
    let over = |wanted: f64, given: f64| if given > 0.0 { wanted / given } else { 0.0 };
    Ambient {
        sources: placed.iter().map(|(source, amount)| (*source, amount * dimmed)).collect(),
        added: sky
            .map(|(dome, lux)| (Source::Sky(dome), lux * dimmed))
            .into_iter()
            .chain([(Source::About, about), (Source::Side { way }, side)])
            .collect(),
        on: On { subject: 1.0, background: over(background, behind), sky: over(read_sky, above) },
    }
}
