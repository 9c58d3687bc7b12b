//! Edges that run out: of beams, and of the subject's shadow.

use super::{Edges, Extent, Line};
use crate::geometry::DVec3;
use crate::setup::Setup;
use crate::situation::{Lit, Situation};

/// The two edges of a beam from above and from the side, as far as its axis goes in the drawing.
pub(super) fn beam(lit: &Lit<'_>, extent: Extent) -> Edges {
    let emitter = &lit.emitter;
    let half = (emitter.law.beam() / 2.0).min(80.0).to_radians();
    let reach = (extent.x[1] - extent.x[0]).max(extent.y[1] - extent.y[0]) * 0.35;
    let turned = |axis: DVec3, by: f64| glam::DQuat::from_axis_angle(axis, by) * emitter.looks;
    let lines = |axis: DVec3| -> Vec<Line> {
        [half, -half]
            .map(|by| Line { from: emitter.middle.into(), to: (emitter.middle + turned(axis, by) * reach).into() })
            .to_vec()
    };
    let side = DVec3::X * if emitter.looks.y >= 0.0 { 1.0 } else { -1.0 };
    Edges { light: lit.light.id.clone(), plan: lines(DVec3::Z), elevation: lines(side) }
}

/// The edges of the subject's shadow: past its shoulders and its crown, to the wall or the ground.
pub(super) fn shadow(s: &Situation<'_>, lit: &Lit<'_>, extent: Extent) -> Option<Edges> {
    let setup = s.setup;
    let at = lit.emitter.middle;
    let (foot, half, crown) = body(setup)?;
    let across = (foot - at).with_z(0.0).cross(DVec3::Z).try_normalize()? * half;
    let out = |from: DVec3| {
        let way = from - at;
        // To the wall, the ground, or the edge of the drawing, whichever is met first.
        let wall = setup.back_wall().unwrap_or(f64::MAX).min(extent.y[1]);
        let to_wall = if way.y > 1e-6 { (wall - at.y) / way.y } else { f64::MAX };
        let to_ground = if way.z < -1e-6 { -at.z / way.z } else { f64::MAX };
        let share = to_wall.min(to_ground).min(4.0);
        (share > 1.0).then(|| Line { from: from.into(), to: (at + way * share).into() })
    };
    let shoulder = (foot + across).with_z(crown * 0.8);
    let other = (foot - across).with_z(crown * 0.8);
    let plan: Vec<Line> = [shoulder, other].into_iter().filter_map(out).collect();
    let elevation: Vec<Line> = out(foot.with_z(crown)).into_iter().collect();
    Some(Edges { light: lit.light.id.clone(), plan, elevation })
}

/// Where the main subject stands, half its width, and its top.
fn body(setup: &Setup) -> Option<(DVec3, f64, f64)> {
    if setup.is_thing() {
        let front = setup.scene.thing.front();
        let top = front.middle.z + front.up.length();
        return Some((front.middle.with_z(0.0), front.right.length(), top));
    }
    let person = setup.scene.people.first()?;
    Some((DVec3::new(person.x.metres(), person.y.metres(), 0.0), 0.24, person.crown()))
}
