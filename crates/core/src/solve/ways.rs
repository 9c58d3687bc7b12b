//! The ways out of a bind, each tried through the solver.

use super::binds::{FELT, direct, shortfall};
use super::bound::Bound;
use super::grid::best_from;
use super::places::is_clear;
use super::price::{Cost, price};
use super::score::{Weights, score};
use super::{Change, apply, change};
use crate::approach::Approach;
use crate::assess::Facts;
use crate::colours::swinging;
use crate::optics::{Movement, Support};
use crate::quantity::Metres;
use crate::quantity::limits::FACE_DISTANCE;
use crate::scene::Aim;
use crate::setup::{Holder, Patch};
use crate::situation::{Dials, Lit, Situation};
use crate::terms::Rule;
use crate::wanted::given_up;
use serde::Serialize;

/// A way out of a bind, tried by the solver.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct WayOut {
    /// What to do.
    pub change: Change,
    /// The same in words.
    pub text: String,
    /// What it costs, as data.
    pub costs: Vec<Cost>,
    /// What it costs, in a sentence.
    pub price: String,
}

/// A way tried, with what it leaves.
pub(super) struct Tried {
    pub(super) way: WayOut,
    /// Limits still overstepped.
    left: Vec<(Bound, f64)>,
    /// All that is still missed, in stops.
    shortfall: f64,
    /// What was missed before it.
    before: f64,
    score: f64,
}

impl Tried {
    /// Whether it loosens this bound and leaves less missed in all.
    pub(super) fn helps(&self, bound: &Bound, stops: f64) -> bool {
        let left = self.left.iter().find(|(known, _)| known == bound).map_or(0.0, |(_, left)| *left);
        self.shortfall < self.before - FELT && left < stops - 0.25
    }
}

/// Every change that could help, each tried through the solver; those that leave less missed, best first.
pub(super) fn ways_out(s: &Situation<'_>, w: &Weights, dials: &Dials) -> Vec<Tried> {
    let before = shortfall(s, dials);
    let mut tried: Vec<Tried> = candidates(s, dials)
        .into_iter()
        .take_while(|_| !given_up())
        .filter_map(|change| {
            let setup = apply(s.setup, s.kit, &change);
            let after = s.after(&setup).ok()?;
            if into_the_picture(s, &after, &change) {
                return None;
            }
            let solution = best_from(&after, w, dials);
            let left = shortfall(&after, &solution.dials);
            if left > before - FELT {
                return None;
            }
            let (costs, price) = price((s, dials), (&after, &solution.dials));
            let text = change.words(s.setup, s.terms.house, s.step);
            // Another approach is another picture: offered, but after what keeps this one.
            let other_picture = if matches!(change, Change::Approach { .. }) { 4.0 } else { 0.0 };
            Some(Tried {
                left: direct(&after, &solution.dials),
                shortfall: left,
                before,
                score: score(&after, w, &solution.dials) + other_picture,
                way: WayOut { change, text, costs, price },
            })
        })
        .collect();
    tried.sort_by(|a, b| a.score.total_cmp(&b.score));
    tried
}

/// Whether a change puts a light into the picture that was out of it.
fn into_the_picture(before: &Situation<'_>, after: &Situation<'_>, change: &Change) -> bool {
    let Change::MoveLight { light, .. } = change else { return false };
    let clear = |s: &Situation<'_>| s.lights.iter().any(|lit| lit.light.id == *light && is_clear(s, lit));
    clear(before) && !clear(after)
}

/// A light turned down the figure, so that it leaves the face dark.
fn turned_to_the_legs(s: &Situation<'_>, lit: &Lit<'_>) -> Option<Change> {
    let knees = s.field.receivers.patches[Patch::Legs].last()?;
    let aim = Aim::along(knees.at - lit.emitter.middle);
    (lit.role.lights_face() && lit.light.aim == Aim::Subject).then(|| Change::PlaceLight {
        light: lit.light.id.clone(),
        at: lit.light.at,
        aim,
    })
}

/// The changes worth trying.
fn candidates(s: &Situation<'_>, dials: &Dials) -> Vec<Change> {
    let mut changes: Vec<Change> = change::held(s.setup).into_iter().map(|dial| Change::Release { dial }).collect();
    let can_go_past = !s.lights.is_empty() && s.lights.iter().all(|lit| lit.flash.high_speed_sync.is_some());
    if !s.setup.camera.high_speed_sync && can_go_past {
        changes.push(Change::HighSpeedSync);
    }
    if let Some(safe) = s.safe_sync.filter(|safe| dials.shutter > *safe) {
        changes.push(Change::Shutter { at: safe });
    }
    if s.setup.camera.support == Support::Hand && s.terms.venue.tripod {
        changes.push(Change::Tripod);
    }
    // Of what lies still, flash adds up while each exposure keeps its shutter.
    let still = s.setup.camera.support == Support::Tripod && s.setup.subject.movement == Movement::Still;
    if still && s.setup.camera.multiple.is_none() && !s.lights.is_empty() {
        let possible = [2, 4, 8].into_iter().filter(|exposures| *exposures <= s.body.exposures_in_one);
        changes.extend(possible.map(|exposures| Change::Multiple { exposures }));
    }
    for lit in s.lights.iter().filter(|lit| lit.role.lights_face() && !lit.light.is_on_camera()) {
        let at = lit.face_distance.metres();
        for factor in [0.7, 0.5, 0.35, 1.4, 2.0] {
            // To the nearest hand's breadth, as a stand is moved.
            let moved = ((at * factor * 10.0).round() / 10.0).max(0.5);
            let change = Change::MoveLight { light: lit.light.id.clone(), face_distance: Metres::nearest(moved) };
            if FACE_DISTANCE.check(moved).is_ok() && (moved - at).abs() > 0.05 && !changes.contains(&change) {
                changes.push(change);
            }
        }
    }
    let facts = Facts::of(s, dials);
    if facts.depth_short >= FELT {
        let at = s.setup.subject_distance().metres();
        let back = [1.4, 2.0].map(|factor| Metres::nearest((at * factor * 10.0).round() / 10.0));
        changes.extend(back.map(|distance| Change::StepBack { distance }));
    }
    // A flash on the camera carries only so far: the camera comes nearer with it.
    if s.lights.iter().any(|lit| lit.light.is_on_camera() && lit.role.lights_face()) {
        let at = s.setup.subject_distance().metres();
        let nearer = [0.85, 0.7, 0.5].map(|factor| (at * factor * 10.0).round() / 10.0);
        let closest = s.setup.camera.rig.closest(s.setup.camera.focal, s.lens.closest_focus);
        let nearer = nearer.into_iter().filter(|distance| *distance >= closest.metres());
        changes.extend(nearer.map(|distance| Change::StepBack { distance: Metres::nearest(distance) }));
    }
    if s.wishes.legs_flash.is_some() {
        changes.extend(s.lights.iter().filter_map(|lit| turned_to_the_legs(s, lit)));
    }
    // Whole pulses of the lamps do not swing.
    if let Some(pulse) = swinging(s, &facts.split, dials.shutter) {
        changes.push(Change::Shutter { at: pulse.quiet });
    }
    // What the venue forbids on a stand may be held.
    let on_stands = s.forbidden.iter().filter(|kept| kept.rule == Rule::Stands);
    changes.extend(
        on_stands
            .filter_map(|kept| kept.light.clone())
            .flat_map(|light| [Holder::Assistant, Holder::Clamp].map(|by| Change::Hold { light: light.clone(), by })),
    );
    // A figure that is to be dark is asked for, not fallen back to.
    let dark = [Approach::Silhouette, Approach::SilhouetteTouched];
    let others = Approach::ALL.into_iter().filter(|other| *other != s.approach && !dark.contains(other));
    let others = others.filter(|other| s.terms.venue.flash || !other.wishes().flash);
    changes.extend(others.map(|approach| Change::Approach { approach }));
    changes
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::marks::ApertureMark;
    use crate::sample;
    use crate::setup::Dial;

    /// Another approach is another picture: it is told as if it cost four more than it scores.
    #[test]
    fn another_picture_stands_back() {
        let (kit, mut setup) = (sample::kit(), sample::portrait());
        setup.camera.aperture = Dial::held(ApertureMark::new(12).unwrap());
        setup.camera.nd.held = true;
        let s = Situation::new(&setup, &kit, House::default()).unwrap();
        let (w, dials) = (Weights::default(), Dials::of(&setup));
        let tried = ways_out(&s, &w, &dials);
        let plain = |tried: &Tried| {
            let changed = apply(&setup, &kit, &tried.way.change);
            let after = s.after(&changed).unwrap();
            score(&after, &w, &best_from(&after, &w, &dials).dials)
        };
        let mut seen = [0, 0];
        for tried in &tried {
            let other = matches!(tried.way.change, Change::Approach { .. });
            seen[usize::from(other)] += 1;
            let more = if other { 4.0 } else { 0.0 };
            assert!((tried.score - plain(tried) - more).abs() < 1e-9, "{}", tried.way.text);
        }
        assert!(seen[0] > 0 && seen[1] > 0, "{seen:?}");
    }
}
