//! What binds, by how many stops, and the ways out, each found by trying it.

use super::bound::Bound;
use super::grid::Solution;
use super::lifted::lifted;
use super::score::Weights;
use super::ways::{WayOut, ways_out};
use crate::assess::{Facts, missed, targets};
use crate::colours::{SWINGS, swinging};
use crate::quantity::Stops;
use crate::setup::Patch;
use crate::situation::{Dials, Situation};
use serde::Serialize;

/// What binds.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Bind {
    /// The limit.
    pub bound: Bound,
    /// By how many stops.
    pub stops: Stops,
    /// In words.
    pub text: String,
    /// The ways out, best first.
    pub ways_out: Vec<WayOut>,
}

/// Below this many stops a limit does not count as binding.
pub(super) const FELT: f64 = 0.3;
/// What the venue forbids binds as this many stops do: it is no matter of how many.
const FORBIDDEN: f64 = 1.0;
/// Ways out shown for a bind.
const MOST_WAYS: usize = 4;

/// Limits overstepped and flashes at their ends, as the dials stand: no search needed.
pub(super) fn direct(s: &Situation<'_>, dials: &Dials) -> Vec<(Bound, f64)> {
    let facts = Facts::of(s, dials);
    let mut found = Vec::new();
    let mut note = |bound, stops: f64| {
        if stops >= FELT {
            found.push((bound, stops));
        }
    };
    for kept in &s.forbidden {
        note(Bound::Venue { rule: kept.rule, light: kept.light.clone() }, FORBIDDEN);
    }
    note(Bound::Sync, facts.past_sync);
    for (patch, over) in &facts.clipped {
        note(Bound::Clipping { patch: *patch }, over.max(FELT));
    }
    let flash = missed(s.body.errs(), s.wishes.face_total, facts.split.total[Patch::Face]).or(missed(
        s.body.errs(),
        s.wishes.face_flash,
        facts.split.flash[Patch::Face],
    ));
    for (lit, below) in s.lights.iter().zip(&facts.powers) {
        let light = lit.light.id.clone();
        if !lit.role.lights_face() {
            continue;
        }
        match flash {
            Some(miss) if miss < 0.0 && *below <= lit.powers.0 + 0.01 => {
                note(Bound::TopPower { light }, flash_missing(s, &facts));
            }
            Some(miss) if miss > 0.0 && *below >= lit.powers.1 - 0.01 => note(Bound::LowestPower { light }, miss),
            _ => {}
        }
    }
    for (lit, short) in s.lights.iter().zip(&facts.recharge_short) {
        note(Bound::Recharge { light: lit.light.id.clone() }, *short);
    }
    note(Bound::Depth, facts.depth_short);
    note(Bound::Shake, facts.shake_short);
    note(Bound::Movement, facts.movement_short);
    if let Some(pulse) = swinging(s, &facts.split, dials.shutter) {
        note(Bound::Pulse, pulse.swing.stops().max(FELT));
    }
    found
}

/// How many stops more of flash the face would need.
fn flash_missing(s: &Situation<'_>, facts: &Facts) -> f64 {
    let ambient = facts.split.ambient[Patch::Face].map_or(0.0, f64::exp2);
    let needed = match (s.wishes.face_total, s.wishes.face_flash) {
        (Some(total), _) => (total.prefer.exp2() - ambient).max(1e-6).log2(),
        (None, Some(flash)) => flash.prefer,
        (None, None) => return 0.0,
    };
    needed - facts.split.flash[Patch::Face].unwrap_or(-12.0)
}

/// All that is missed or overstepped, in stops added up.
pub(super) fn shortfall(s: &Situation<'_>, dials: &Dials) -> f64 {
    let facts = Facts::of(s, dials);
    let missed: f64 = targets(s, &facts).iter().map(|(_, miss)| miss.abs()).sum();
    let swings = swinging(s, &facts.split, dials.shutter).map_or(0.0, |pulse| pulse.swing.stops() - SWINGS);
    missed + overstepped(&facts) + swings
}

fn overstepped(facts: &Facts) -> f64 {
    let clipped: f64 = facts.clipped.iter().map(|(_, over)| over).sum();
    let recharge: f64 = facts.recharge_short.iter().sum();
    clipped
        + recharge
        + facts.past_sync * 3.0
        + [facts.depth_short, facts.shake_short, facts.movement_short].iter().filter(|x| **x >= FELT).sum::<f64>()
}

/// What binds with the dials as they stand, and the ways out of it.
///
/// `solved` tells that the dials are the solver's own: then each limit is lifted in turn, and one that lets a missed
/// target be met is what binds.
pub(super) fn binds(s: &Situation<'_>, w: &Weights, dials: &Dials, solved: Option<&Solution>) -> Vec<Bind> {
    let facts = Facts::of(s, dials);
    let missed = targets(s, &facts);
    let mut found = direct(s, dials);
    if let Some(solved) = solved.filter(|_| !missed.is_empty() || !found.is_empty()) {
        for (bound, stops) in lifted(s, w, solved) {
            if !found.iter().any(|(known, _)| *known == bound) {
                found.push((bound, stops));
            }
        }
    }
    let explained = solved.is_none() || !found.is_empty();
    if !explained {
        let contrast = missed.iter().map(|(what, miss)| (Bound::Contrast { target: (*what).to_owned() }, miss.abs()));
        found.extend(contrast);
    }
    if found.is_empty() && missed.is_empty() {
        return Vec::new();
    }
    let ways = ways_out(s, w, dials);
    found.sort_by(|a, b| b.1.total_cmp(&a.1));
    found
        .into_iter()
        .map(|(bound, stops)| Bind {
            text: bound.words(s, stops),
            ways_out: ways
                .iter()
                .filter(|way| way.helps(&bound, stops))
                .take(MOST_WAYS)
                .map(|w| w.way.clone())
                .collect(),
            bound,
            stops: Stops::of(stops),
        })
        .collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::assess::{DialId, DialKind};
    use crate::house::House;
    use crate::marks::ApertureMark;
    use crate::quantity::{Ev100, Id};
    use crate::sample;
    use crate::setup::{Dial, Measured, Setup};
    use crate::solve::{Change, apply, plan};

    /// f/2.8 held in bright sun: base ISO, sync and the held aperture bind, and high-speed sync is a way out.
    fn bright_and_open() -> Setup {
        let mut setup = sample::portrait();
        for (reading, ev) in setup.readings.iter_mut().zip([12.0, 15.0]) {
            reading.measured = Measured::Ev { ev: Ev100::new(ev).unwrap() };
        }
        setup.camera.aperture = Dial::held(ApertureMark::new(18).unwrap());
        setup.camera.nd.held = true;
        setup
    }

    #[test]
    fn sun_at_f_2_8_binds_at_sync_and_base_iso() {
        let plan = plan(&bright_and_open(), &sample::kit(), House::default()).unwrap();
        let stops = |bound: &Bound| plan.binds.iter().find(|b| b.bound == *bound).map(|b| b.stops.stops());
        // EV 15 at f/2.8, ISO 100 asks for 1/4000 (Tv 12); the safe click is 1/160 on this body: 4⅔ stops.
        let sync = stops(&Bound::Sync).unwrap();
        assert!((sync - 4.667).abs() < 0.4, "{sync}");
        assert!(stops(&Bound::BaseIso).is_some());
        let nd = Bound::Held { dial: DialId::camera(DialKind::Nd) };
        assert!(stops(&nd).is_some(), "{:?}", plan.binds);
        assert!(!plan.assessment.met);
    }

    #[test]
    fn each_way_out_leaves_less_missed_when_taken() {
        let (kit, setup) = (sample::kit(), bright_and_open());
        let plan = plan(&setup, &kit, House::default()).unwrap();
        let s = Situation::new(&plan.setup, &kit, House::default()).unwrap();
        let before = shortfall(&s, &Dials::of(&plan.setup));
        let ways: Vec<&WayOut> = plan.binds.iter().flat_map(|bind| &bind.ways_out).collect();
        assert!(ways.len() >= 2, "{ways:?}");
        for way in ways {
            let taken = crate::solve::plan(&apply(&plan.setup, &kit, &way.change), &kit, House::default()).unwrap();
            let s = Situation::new(&taken.setup, &kit, House::default()).unwrap();
            assert!(shortfall(&s, &Dials::of(&taken.setup)) < before, "{way:?}");
        }
    }

    #[test]
    fn nothing_binds_in_an_easy_light() {
        let plan = plan(&sample::portrait(), &sample::kit(), House::default()).unwrap();
        assert!(plan.assessment.met, "{}", plan.assessment.headline);
        assert_eq!(plan.binds, Vec::new());
    }

    #[test]
    fn a_weak_flash_binds_at_full_power() {
        let (kit, mut setup) = (sample::kit(), bright_and_open());
        setup.camera.aperture = Dial::held(ApertureMark::new(48).unwrap());
        setup.lights[0].flash = Id::new("flash-small").unwrap();
        setup.lights[0].power = Dial::free(crate::quantity::Power::FULL);
        sample::at_distance(&mut setup, 0, 4.0);
        let plan = plan(&setup, &kit, House::default()).unwrap();
        let light = setup.lights[0].id.clone();
        let bind = plan.binds.iter().find(|bind| bind.bound == Bound::TopPower { light: light.clone() }).unwrap();
        assert!(bind.stops.stops() > 1.0);
        let nearer = |w: &WayOut| matches!(&w.change, Change::MoveLight { light: l, .. } if *l == light);
        assert!(bind.ways_out.iter().any(nearer), "{:?}", bind.ways_out);
    }
}
