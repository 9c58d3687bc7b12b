//! Distances of lights the solver may move: along their line to the face, out of the picture and inside the walls.

use super::grid::{best, best_from};
use super::score::Weights;
use super::{Change, apply};
use crate::assess::{Facts, face_levels};
use crate::quantity::Metres;
use crate::setup::Setup;
use crate::situation::{Dials, Lit, Situation};

/// What a group lit unevenly weighs: squared stops of spread beyond a third.
const UNEVEN: f64 = 1.0;
/// What carrying a stand weighs: a stop of distance (a factor of √2), so that it moves for a reason only.
const CARRY: f64 = 0.06;
/// Distances tried against where it stands: half-stop steps from two stops nearer to two stops further, and then the
/// nearest 10 cm about the best.
const COARSE: [f64; 9] = [0.5, 0.6, 0.71, 0.84, 1.0, 1.19, 1.41, 1.68, 2.0];
const FINE: [f64; 2] = [-0.1, 0.1];
/// Neither nearer nor further than this, in metres.
const WITHIN: (f64, f64) = (0.4, 12.0);

/// Moves the lights that may be moved to where the whole plan scores best.
pub(super) fn choose(s: &Situation<'_>, w: &Weights) -> Option<Setup> {
    let mut best_setup: Option<Setup> = None;
    if !s.lights.iter().any(|lit| lit.light.may_move) {
        return None;
    }
    // Moved, the dials end near where they would have stood.
    let near = best(s, w).dials;
    for lit in s.lights.iter().filter(|lit| lit.light.may_move && !lit.light.is_on_camera()) {
        let from = best_setup.as_ref().unwrap_or(s.setup).clone();
        let stands = lit.face_distance.metres();
        let rated = |distance: f64| rate(s, w, &near, &from, lit, distance);
        let Some(coarse) = least(COARSE.iter().filter_map(|factor| rated(hand(stands * factor)))) else { continue };
        let fine = least(FINE.iter().filter_map(|by| rated(hand(coarse.1 + by))));
        let found = fine.filter(|fine| fine.0 < coarse.0).unwrap_or(coarse);
        if (found.1 - stands).abs() > 0.04 {
            best_setup = Some(moved(s, &from, lit, found.1));
        }
    }
    best_setup
}

fn least(rated: impl Iterator<Item = (f64, f64)>) -> Option<(f64, f64)> {
    rated.min_by(|a, b| a.0.total_cmp(&b.0))
}

/// To the nearest 5 cm, as a stand is put by hand.
fn hand(distance: f64) -> f64 {
    (distance * 20.0).round() / 20.0
}

fn moved(s: &Situation<'_>, setup: &Setup, lit: &Lit<'_>, distance: f64) -> Setup {
    let change = Change::MoveLight { light: lit.light.id.clone(), face_distance: Metres::nearest(distance) };
    apply(setup, s.kit, &change)
}

/// What the plan scores with the light at this distance, and the distance; none where it cannot stand there.
fn rate(
    s: &Situation<'_>,
    w: &Weights,
    near: &Dials,
    from: &Setup,
    lit: &Lit<'_>,
    distance: f64,
) -> Option<(f64, f64)> {
    if !(WITHIN.0..=WITHIN.1).contains(&distance) {
        return None;
    }
    let setup = moved(s, from, lit, distance);
    let after = s.after(&setup).ok()?;
    let here = after.lights.iter().find(|other| other.index == lit.index)?;
    if !is_clear(&after, here) {
        return None;
    }
    let solution = best_from(&after, w, near);
    let facts = Facts::of(&after, &solution.dials);
    let spread = face_levels(&after, &facts).map_or(0.0, |levels| {
        let (low, high) =
            levels.iter().fold((f64::MAX, f64::MIN), |(low, high), level| (low.min(*level), high.max(*level)));
        high - low
    });
    let carried = 2.0 * (distance / lit.face_distance.metres()).log2().abs();
    let uneven = (spread - 1.0 / 3.0).max(0.0);
    Some((solution.score + UNEVEN * uneven * uneven + CARRY * carried, distance))
}

/// Whether a light on its stand is out of the picture.
pub(super) fn is_clear(s: &Situation<'_>, lit: &Lit<'_>) -> bool {
    !s.stage.shows_some_of(&lit.emitter.outline()) && !s.stage.shows_stand(lit.emitter.middle)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::quantity::Seconds;
    use crate::sample;
    use crate::solve::plan;

    /// A flash too weak for its place comes nearer when it may, stays out of the picture, and the plan is better for it.
    #[test]
    fn a_weak_flash_comes_nearer() {
        let (kit, mut setup) = (sample::kit(), sample::portrait());
        setup.lights[0].at =
            crate::scene::Position::nearest(setup.main_face().at + crate::geometry::direction(-135.0, 20.0) * 3.6);
        setup.lights[0].flash = crate::quantity::Id::new("flash-shoe").unwrap();
        setup.lights[0].power.at = crate::quantity::Power::FULL;
        setup.pace.interval = Seconds::nearest(0.5);
        let held = plan(&setup, &kit, House::default()).unwrap();
        setup.lights[0].may_move = true;
        let free = plan(&setup, &kit, House::default()).unwrap();
        let distance = |setup: &Setup| setup.face_distance(&setup.lights[0]).metres();
        assert!((distance(&held.setup) - 3.6).abs() < 0.01, "a light that may not move stays");
        assert!(distance(&free.setup) < 3.0, "{}", distance(&free.setup));
        assert!(free.assessment.set.intruders.is_empty(), "{:?}", free.assessment.set.intruders);
        let report = &free.assessment.lights[0];
        assert!(report.recharge.seconds() < held.assessment.lights[0].recharge.seconds());
    }

    /// A group too near its light gets it further off, and is lit more evenly.
    #[test]
    fn a_group_is_evened() {
        let kit = sample::kit();
        let mut setup = sample::setups().into_iter().find(|s| s.scene.people.len() > 6).unwrap();
        setup.lights.truncate(1);
        setup.lights[0].held_by = crate::setup::Holder::Stand;
        setup.lights[0].at =
            crate::scene::Position::nearest(setup.main_face().at + crate::geometry::direction(-125.0, 25.0) * 2.2);
        let near = plan(&setup, &kit, House::default()).unwrap();
        setup.lights[0].may_move = true;
        let free = plan(&setup, &kit, House::default()).unwrap();
        let spread = |plan: &crate::solve::Plan| plan.assessment.set.evenness.clone().unwrap().spread.stops();
        assert!(spread(&free) < spread(&near), "{} {}", spread(&free), spread(&near));
    }
}
