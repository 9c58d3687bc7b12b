//! What is worked out from what was read by what shines.

use super::{PatchAmbient, Read, Source};
use crate::exposure::{MeterConstants, READ_ERROR};
use crate::latest::Latest;
use crate::quantity::{Ev100, Stops};
use crate::scene::Role;
use crate::setup::{Patch, PerPatch, Setup};
use crate::situation::Bases;
use crate::sources::{Expected, Fit, Observed, Prior};
use std::sync::Arc;

/// Likely error of a side of the subject, or of what is behind, by what is usual between it and what was read.
const DERIVED_ERROR: f64 = 1.0;
/// Likely error of what is usual.
const USUAL_ERROR: f64 = 2.0;
/// A face in its own shade before a sunlit background is 2–4 stops under it (common practice): the middle.
const BACKLIT: f64 = 3.0;
/// The shadow side of a face in light that was not read there is about this much under (common practice).
const SHADOW_SIDE: f64 = 0.5;
/// Likely error of a level computed from a window's own brightness: what the room is painted with is guessed.
const WINDOW_ERROR: f64 = 2.0 / 3.0;
/// The shadow side by a window falls no further than about 3 stops, since the room fills in (common practice).
const DEEPEST_SHADOW: f64 = 0.125;
/// From this share of the background in sun on, an unread face is taken as backlit.
const MUCH_SUN: f64 = 0.2;

/// The patches whose readings tell of a patch, the nearest first.
const fn told_by(patch: Patch) -> [Patch; 3] {
    use Patch::{Background, Edge, Face, Legs, ShadowSide, Sky};
    match patch {
        Face => [ShadowSide, Background, Edge],
        ShadowSide => [Face, Background, Edge],
        Edge => [ShadowSide, Face, Background],
        Legs => [Face, ShadowSide, Background],
        Background | Sky => [Face, ShadowSide, Edge],
    }
}

/// The things that have a light of their own beyond what shines: the shadow side, the edge, and what is behind.
const fn on(patch: Patch) -> &'static [usize] {
    match patch {
        Patch::Face | Patch::Legs => &[],
        Patch::ShadowSide => &[0],
        Patch::Edge => &[0, 1],
        Patch::Background => &[2],
        Patch::Sky => &[3],
    }
}

/// What shines where no day tells: what is usual for such light, in the pattern that is usual, and the windows of known
/// brightness; in lux on each patch.
fn shining(setup: &Setup, meter: MeterConstants, windows: &[PerPatch<f64>]) -> PerPatch<Vec<f64>> {
    let usual = meter.illuminance(setup.ambient.usual_level()).lux();
    let by_window = windows.iter().any(|window| window[Patch::Face] > 0.0 || window[Patch::ShadowSide] > 0.0);
    // By day the light of a room is its windows'.
    let usual = if by_window && !setup.ambient.is_artificial() { 0.0 } else { usual };
    let backlit = if setup.background.sunlit.share() >= MUCH_SUN { BACKLIT } else { 0.0 };
    PerPatch::of(|patch| {
        let pattern: f64 = match patch {
            Patch::Face | Patch::Legs | Patch::Sky => 0.0,
            Patch::ShadowSide | Patch::Edge => -SHADOW_SIDE,
            Patch::Background => backlit,
        };
        let through = windows.iter().map(|window| match patch {
            Patch::Face => window[Patch::Face].max(window[Patch::ShadowSide] * DEEPEST_SHADOW),
            // Beyond this the light off the room fills in.
            Patch::ShadowSide | Patch::Edge | Patch::Legs => window[patch].max(window[Patch::Face] * DEEPEST_SHADOW),
            // What is behind without a wall gets the light of the face.
            Patch::Background if window[patch] <= 0.0 => window[Patch::Face],
            Patch::Background | Patch::Sky => window[patch],
        });
        std::iter::once(usual * pattern.exp2()).chain(through).collect()
    })
}

/// What was read fitted lately: most dials change none of it.
static FITTED: Latest<(Expected, Vec<Observed>), Arc<Fit>, 64> = Latest::new();

fn fitted(expected: Expected, observed: Vec<Observed>) -> Arc<Fit> {
    let asked = (expected, observed);
    let (expected, observed) = asked.clone();
    FITTED.get(asked, || Arc::new(Fit::of(&expected, &observed)))
}

/// The ambient of every patch: read, or worked out from what was read by what shines, or what is usual, and said to be so.
/// Windows of known brightness give so many lux each.
///
/// The edge exists where a light comes from behind, the sky where it was read.
pub(in crate::situation) fn of_patches(told: &Read<'_>, windows: &[PerPatch<f64>]) -> PerPatch<Option<PatchAmbient>> {
    let (setup, meter) = (told.setup, told.meter);
    let bases = Bases::of(setup, meter);
    let mut lit = shining(setup, meter, windows);
    let read = PerPatch::of(|patch| told.metered(patch));
    let own = |patch: Patch, ev: f64| ev - bases.over_incident[patch] - meter.incident_level(1.0);
    // What the sky sends down is not what shines on the set.
    let on_set = read.iter().filter(|(patch, _)| *patch != Patch::Sky);
    let read_on_set: Vec<(Patch, f64)> =
        on_set.filter_map(|(patch, read)| Some((patch, own(patch, read.as_ref()?.ev.ev())))).collect();
    // Where nothing else shines, what is usual decides nothing against a reading: it is as bright as that says.
    if let Some((patch, level)) = read_on_set.first().filter(|_| windows.is_empty()) {
        let brighter = level.exp2() / lit[*patch][0];
        lit.iter_mut().for_each(|(_, parts)| parts[0] *= brighter);
    }
    let observed: Vec<Observed> = read_on_set
        .into_iter()
        .map(|(patch, level)| {
            let (parts, on) = (lit[patch].clone(), on(patch).to_vec());
            Observed { minute: 0.0, parts, level, error: READ_ERROR, cover: 0.0, on }
        })
        .collect();
    let steady = |error: f64| Prior { error, lasts: f64::INFINITY };
    let windows = std::iter::repeat_n(steady(WINDOW_ERROR), windows.len());
    let expected = Expected {
        sources: std::iter::once(steady(USUAL_ERROR)).chain(windows).collect(),
        things: vec![steady(DERIVED_ERROR); 4],
        sun: None,
    };
    let fit = fitted(expected, observed);
    let scales = fit.scales(0.0);
    let from_behind = setup.lights.iter().any(|light| light.on && setup.role(light) == Role::Behind);
    let worked_out = |patch: Patch| {
        let given: Vec<f64> = lit[patch].iter().zip(&scales).map(|(lux, scale)| lux * scale.exp2()).collect();
        let lux: f64 = given.iter().sum();
        let shares: Vec<f64> = given.iter().map(|given| given / lux).collect();
        let level = meter.incident_level(lux) + bases.over_incident[patch] + fit.beyond(0.0, on(patch));
        let by = told_by(patch).into_iter().find(|of| read[*of].is_some());
        let source = match by {
            Some(patch) => Source::Derived { patch },
            None if shares[0] > 0.5 => Source::Usual,
            None => Source::Windows,
        };
        let error = if source == Source::Usual { USUAL_ERROR } else { fit.error(0.0, &shares, on(patch)) };
        PatchAmbient { ev: Ev100::of(level), source, error: Stops::of(error), learnt: None }
    };
    PerPatch::of(|patch| match (&read[patch], patch) {
        (_, Patch::Edge) if !from_behind => None,
        (Some(read), _) => Some(read.clone()),
        (None, Patch::Sky) => None,
        (None, _) => Some(worked_out(patch)),
    })
}
