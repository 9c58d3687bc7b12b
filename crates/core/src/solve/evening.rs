//! Ways to light a group more evenly: turn the key or take it further off, each tried.

use super::{Change, apply};
use crate::assess::{Facts, face_levels};
use crate::geometry::DVec3;
use crate::marks::stops_amount;
use crate::quantity::{Metres, Stops};
use crate::say;
use crate::scene::{Aim, Position};
use crate::setup::Setup;
use crate::situation::{Dials, Situation, key};
use crate::wanted::{beside, given_up};
use serde::Serialize;

/// A way to even a group, tried.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct EvenWay {
    /// What to do.
    pub change: Change,
    /// In words, with what it leaves.
    pub text: String,
    /// From the darkest face to the brightest after it.
    pub spread: Stops,
}

/// A spread up to this counts as even, in stops.
const EVEN: f64 = 1.0 / 3.0;
/// Turns that are tried, in degrees.
const TURNS: [f64; 7] = [5.0, 10.0, 15.0, 20.0, 30.0, 40.0, 50.0];
/// A way has to gain this much to be worth saying.
const WORTH: f64 = 0.12;

/// Ways to even the group, best of each kind; none where it is even or there is no group.
#[must_use]
pub(super) fn ways(s: &Situation<'_>, dials: &Dials) -> Vec<EvenWay> {
    let Some(now) = spread(s, dials).filter(|spread| *spread > EVEN) else { return Vec::new() };
    let Some(lit) = key(&s.lights).map(|index| &s.lights[index]).filter(|lit| !lit.light.is_on_camera()) else {
        return Vec::new();
    };
    let (at, looks) = (lit.emitter.middle, lit.emitter.looks);
    let place =
        |at: DVec3, aim: Aim| Change::PlaceLight { light: lit.light.id.clone(), at: Position::nearest(at), aim };
    let name = lit.name.clone();
    // Turned, it keeps its tilt; the smallest turn of those that even it as well as any, on the side that helps at all.
    let turn = |by: f64| {
        let way = if by > 0.0 { "left" } else { "right" };
        let text = say::ways::feather(&name, by.abs(), way);
        (place(at, Aim::along(glam::DQuat::from_rotation_z(by.to_radians()) * looks)), text)
    };
    let first = |side: f64| after(s, dials, &turn(TURNS[0] * side).0).unwrap_or(f64::INFINITY);
    let (left, right) = beside(|| first(1.0), || first(-1.0));
    let side = if left <= right { 1.0 } else { -1.0 };
    // Of the first turn it is known already whether it gains anything.
    let known = usize::from(now - left.min(right) < WORTH);
    let turned: Vec<(Change, String)> = TURNS[known..].iter().map(|by| turn(by * side)).collect();
    let focus = s.setup.focus();
    let further = [1.25, 1.5, 2.0].map(|times| {
        let to = focus + (at - focus) * times;
        let far = s.terms.house.units.distance(Metres::nearest(to.distance(s.setup.main_face().at)).metres());
        (place(to, lit.light.aim), say::ways::take_back(&name, &far))
    });
    let (turned, further) = beside(|| tried(s, dials, now, turned), || tried(s, dials, now, further.to_vec()));
    let mut found: Vec<EvenWay> = [turned, further].into_iter().flatten().collect();
    found.sort_by(|a, b| a.spread.stops().total_cmp(&b.spread.stops()));
    found
}

/// The first of these that evens the group, else the one that does most for it.
fn tried(s: &Situation<'_>, dials: &Dials, now: f64, changes: Vec<(Change, String)>) -> Option<EvenWay> {
    let mut best: Option<EvenWay> = None;
    for (change, text) in changes.into_iter().take_while(|_| !given_up()) {
        let Some(left) = after(s, dials, &change) else { continue };
        if now - left < WORTH || best.as_ref().is_some_and(|best| best.spread.stops() <= left) {
            continue;
        }
        let text = format!("{text}: leaves {}", stops_amount(left));
        best = Some(EvenWay { change, text, spread: Stops::nearest(left) });
        if left <= EVEN {
            break;
        }
    }
    best
}

/// From the darkest face to the brightest after a change; none where it cannot be.
fn after(s: &Situation<'_>, dials: &Dials, change: &Change) -> Option<f64> {
    let setup: Setup = apply(s.setup, s.kit, change);
    spread(&s.after(&setup).ok()?, dials)
}

/// From the darkest face to the brightest at these dials.
fn spread(s: &Situation<'_>, dials: &Dials) -> Option<f64> {
    let levels = face_levels(s, &Facts::of(s, dials))?;
    let (low, high) =
        levels.iter().fold((f64::MAX, f64::MIN), |(low, high), level| (low.min(*level), high.max(*level)));
    Some(high - low)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::sample;
    use crate::solve::plan;

    /// One light close at the side of a group: what is offered leaves it more even, as said.
    #[test]
    fn what_is_offered_evens_the_group() {
        let kit = sample::kit();
        let mut setup = sample::setups().into_iter().find(|s| s.scene.people.len() > 6).unwrap();
        setup.lights.truncate(1);
        setup.lights[0].held_by = crate::setup::Holder::Stand;
        setup.lights[0].at = Position::nearest(DVec3::new(-2.6, -1.2, 2.0));
        let plan = plan(&setup, &kit, House::default()).unwrap();
        let uneven = plan.assessment.set.evenness.clone().unwrap();
        assert!(uneven.spread.stops() > 0.8 && uneven.text.contains("left"), "{uneven:?}");
        assert!(plan.evening.iter().any(|way| way.text.starts_with("Feather")), "{:?}", plan.evening);
        for way in &plan.evening {
            let after = apply(&plan.setup, &kit, &way.change);
            let now = crate::assess::assess(&after, &kit, House::default()).unwrap().set.evenness.unwrap();
            assert!(now.spread.stops() < uneven.spread.stops() - 0.1, "{}", way.text);
            assert!((now.spread.stops() - way.spread.stops()).abs() < 1e-6, "{}", way.text);
        }
    }
}
