//! How the choice of distance, turn and grid changes what the key spills on the background, each tried.

use super::places::is_clear;
use super::{Change, apply};
use crate::emitter::Face;
use crate::kit::{Modifier, ModifierKind};
use crate::marks::stops_amount;
use crate::quantity::{Id, Metres, Stops};
use crate::say;
use crate::scene::{Aim, Position};
use crate::setup::{Patch, Setup};
use crate::situation::{Lit, Situation, key};
use serde::Serialize;

/// A way to change the spill of a light, tried.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct SpillWay {
    /// Which light.
    pub light: Id,
    /// What to do.
    pub change: Change,
    /// What to do, in words.
    pub text: String,
    /// How much less of it the background then gets than the face; none where it gets none.
    pub under: Option<Stops>,
    /// What that comes to, in words.
    pub price: String,
}

/// A way has to change the spill by this many stops to be worth saying.
const WORTH: f64 = 0.15;
/// So far under the face nobody sees it, in stops: a hundredth of a stop on a background as bright.
const UNSEEN: f64 = 7.0;
/// What is tried: this much nearer and further, and turned by this many degrees.
const NEARER: [f64; 3] = [0.7, 0.8, 0.9];
const FURTHER: f64 = 1.4;
const FEATHERED: f64 = 25.0;

/// How far under the face spill counts as being: what is not seen is as good as what is seen even less.
fn seen(under: f64) -> f64 {
    under.min(UNSEEN)
}

/// What a light gives the face and the background, in stops.
type Reach = (f64, Option<f64>);

/// What each choice makes of the key's spill; none without a key that reaches face and background.
#[must_use]
pub(super) fn ways(s: &Situation<'_>) -> Vec<SpillWay> {
    let Some(lit) = key(&s.lights).map(|index| &s.lights[index]).filter(|lit| !lit.light.is_on_camera()) else {
        return Vec::new();
    };
    let Some((face, Some(background))) = reach(lit) else { return Vec::new() };
    let trial = Trial { s, lit, now: face - background };
    let nearer = NEARER.iter().find_map(|times| trial.moved(*times, "Nearer"));
    let further = trial.moved(FURTHER, "Further");
    [nearer, trial.feathered(), trial.gridded(), further].into_iter().flatten().collect()
}

fn reach(lit: &Lit<'_>) -> Option<Reach> {
    Some((lit.reach[Patch::Face]?, lit.reach[Patch::Background]))
}

struct Trial<'a> {
    s: &'a Situation<'a>,
    lit: &'a Lit<'a>,
    now: f64,
}

impl Trial<'_> {
    fn way(&self, change: Change, text: String) -> Option<SpillWay> {
        let setup: Setup = apply(self.s.setup, self.s.kit, &change);
        let after = self.s.after(&setup).ok()?;
        let lit = after.lights.iter().find(|lit| lit.index == self.lit.index)?;
        let (face, background) = reach(lit)?;
        let under = background.map(|background| face - background);
        if !is_clear(&after, lit) || under.is_some_and(|under| (seen(under) - seen(self.now)).abs() < WORTH) {
            return None;
        }
        let price = match under {
            None => say::ways::NONE.to_owned(),
            Some(under) if under > UNSEEN => say::ways::HARDLY_ANY.to_owned(),
            Some(under) if under >= 0.0 => say::ways::under_face(stops_amount(under)),
            Some(under) => say::ways::over_face(stops_amount(under)),
        };
        Some(SpillWay { light: self.lit.light.id.clone(), change, text, under: under.map(Stops::nearest), price })
    }

    fn moved(&self, times: f64, word: &str) -> Option<SpillWay> {
        let distance = (self.lit.face_distance.metres() * times * 20.0).round() / 20.0;
        let text = format!("{word}, to {}", self.s.terms.house.units.distance(distance));
        let change = Change::MoveLight { light: self.lit.light.id.clone(), face_distance: Metres::of(distance) };
        self.way(change, text)
    }

    /// Turned to the side that keeps more off the background.
    fn feathered(&self) -> Option<SpillWay> {
        let (at, looks) = (self.lit.light.at.point(), self.lit.emitter.looks);
        let turned = |by: f64| {
            let aim = Aim::along(glam::DQuat::from_rotation_z(by.to_radians()) * looks);
            let way = if by > 0.0 { "left" } else { "right" };
            let change = Change::PlaceLight { light: self.lit.light.id.clone(), at: Position::nearest(at), aim };
            self.way(change, say::ways::feathered(by.abs(), way))
        };
        let under = |way: &SpillWay| way.under.map_or(f64::INFINITY, Stops::stops);
        [FEATHERED, -FEATHERED]
            .into_iter()
            .filter_map(turned)
            .filter(|way| under(way) > self.now)
            .max_by(|a, b| under(a).total_cmp(&under(b)))
    }

    /// With the grid of the kit that is most like what is before it now.
    fn gridded(&self) -> Option<SpillWay> {
        let now = self.lit.modifier;
        if now.is_some_and(|modifier| modifier.modifier_kind == ModifierKind::Grid) {
            return None;
        }
        let size = |face: Face| {
            let (width, height) = face.size();
            (width * height).max(self.lit.optics.head.powi(2)).log2()
        };
        let here = size(self.lit.optics.face);
        let unlike = |modifier: &&Modifier| (size(modifier.face) - here).abs();
        let grids = self.s.kit.modifiers().filter(|modifier| modifier.modifier_kind == ModifierKind::Grid);
        let grid = grids.min_by(|a, b| unlike(a).total_cmp(&unlike(b)))?;
        let change = Change::Fit { light: self.lit.light.id.clone(), modifier: Some(grid.id.clone()) };
        self.way(change, format!("With “{}”", grid.name))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::sample;
    use crate::setup::BackgroundKind;
    use crate::solve::plan;

    fn before_a_wall() -> Setup {
        let mut setup = sample::outdoors();
        setup.background.kind = BackgroundKind::Wall;
        setup.background.distance = Metres::nearest(2.0);
        sample::round_face(&mut setup, 0, 40.0, 15.0, 1.6);
        setup
    }

    /// Each way, taken, spills as it says; nearer, feathered and gridded less than now, further more.
    #[test]
    fn each_way_spills_as_it_says() {
        let (kit, setup) = (sample::kit(), before_a_wall());
        let plan = plan(&setup, &kit, House::default()).unwrap();
        let now = plan.assessment.set.lights[0].fall_off.unwrap().stops();
        let said = |start: &str| plan.spill.iter().find(|way| way.text.starts_with(start)).unwrap();
        for (start, less) in [("Nearer", true), ("Feathered", true), ("With", true), ("Further", false)] {
            let way = said(start);
            let under = way.under.map_or(f64::INFINITY, Stops::stops);
            assert_eq!(under > now, less, "{} {}", way.text, way.price);
            let after = apply(&plan.setup, &kit, &way.change);
            let found = crate::assess::assess(&after, &kit, House::default()).unwrap().set.lights[0].fall_off;
            assert_eq!(found.is_none(), way.under.is_none());
            if let (Some(found), Some(under)) = (found, way.under) {
                assert!((found.stops() - under.stops()).abs() < 1e-6, "{}", way.text);
            }
        }
    }

    #[test]
    fn nothing_to_say_without_a_wall_it_reaches() {
        let kit = sample::kit();
        let mut setup = before_a_wall();
        setup.lights[0].on = false;
        assert!(plan(&setup, &kit, House::default()).unwrap().spill.is_empty());
    }
}
