//! Limits lifted in turn: one that lets a missed target be met is what binds.

use super::binds::{FELT, shortfall};
use super::bound::Bound;
use super::grid::{Solution, best_from};
use super::score::Weights;
use super::{Change, apply, change};
use crate::assess::{DialId, DialKind};
use crate::marks::{ApertureMark, IsoMark, Mark, ShutterMark};
use crate::setup::Setup;
use crate::situation::{Dials, Situation};
use crate::wanted::given_up;

/// How far a lifted limit lets a dial go, in sixths of a stop.
const LIFTED: i16 = 36;

/// Lifts a limit; returns by how much the solver would go past it, where that helps.
pub(super) fn lifted(s: &Situation<'_>, w: &Weights, solved: &Solution) -> Vec<(Bound, f64)> {
    let missed_now = shortfall(s, &solved.dials);
    let mut found = Vec::new();
    let mut attempt = |lift: &dyn Fn(&mut Situation<'_>), past: &dyn Fn(&Solution) -> f64, bound: Bound| {
        if given_up() {
            return;
        }
        let mut lifted = s.clone();
        lift(&mut lifted);
        let better = best_from(&lifted, w, &solved.dials);
        let past = past(&better);
        if past >= FELT && shortfall(&lifted, &better.dials) < missed_now - FELT {
            found.push((bound, past));
        }
    };
    let by = |sixths: i16| f64::from(sixths) / 6.0;
    if let Some(limit) = s.safe_sync {
        attempt(
            &|s| (s.sync, s.safe_sync) = (None, None),
            &|found| found.dials.shutter.stops() - limit.stops(),
            Bound::Sync,
        );
    }
    let base = s.base;
    attempt(
        &|s| {
            s.iso.0 = IsoMark::nearest(s.base.sixths() - LIFTED);
            s.base = s.iso.0;
        },
        &|found| base.stops() - found.dials.iso.stops(),
        Bound::BaseIso,
    );
    let top = s.iso.1;
    attempt(
        &|s| s.iso.1 = IsoMark::nearest(top.sixths() + LIFTED),
        &|found| by(found.dials.iso.sixths() - top.sixths()),
        Bound::TopIso,
    );
    let (widest, smallest) = s.aperture;
    attempt(
        &|s| s.aperture.0 = ApertureMark::nearest(widest.sixths() - LIFTED),
        &|found| by(widest.sixths() - found.dials.aperture.sixths()),
        Bound::WidestAperture,
    );
    attempt(
        &|s| s.aperture.1 = ApertureMark::nearest(smallest.sixths() + LIFTED),
        &|found| by(found.dials.aperture.sixths() - smallest.sixths()),
        Bound::SmallestAperture,
    );
    let fastest = s.shutter.1;
    attempt(
        &|s| s.shutter.1 = ShutterMark::nearest(fastest.sixths() + LIFTED),
        &|found| by(found.dials.shutter.sixths() - fastest.sixths()),
        Bound::FastestShutter,
    );
    for dial in change::held(s.setup) {
        let setup = apply(s.setup, s.kit, &Change::Release { dial: dial.clone() });
        let Ok(free) = s.after(&setup) else { continue };
        let better = best_from(&free, w, &solved.dials);
        let moved = moved(&dial, &solved.dials, &better.dials, s.setup);
        if moved >= FELT && shortfall(&free, &better.dials) < missed_now - FELT {
            found.push((Bound::Held { dial }, moved));
        }
    }
    found
}

/// How far a dial moved, in stops.
fn moved(dial: &DialId, from: &Dials, to: &Dials, setup: &Setup) -> f64 {
    let power = |dials: &Dials| {
        let index = dial.light.as_ref().and_then(|light| setup.light_index(light));
        index.map_or(0.0, |index| dials.power(index).stops_below_full())
    };
    let stops = match dial.dial {
        DialKind::Iso => to.iso.stops() - from.iso.stops(),
        DialKind::Aperture => to.aperture.stops() - from.aperture.stops(),
        DialKind::Shutter => to.shutter.stops() - from.shutter.stops(),
        DialKind::Nd => to.nd.stops() - from.nd.stops(),
        DialKind::Power => power(to) - power(from),
        DialKind::Kelvin => 0.0,
    };
    stops.abs()
}
