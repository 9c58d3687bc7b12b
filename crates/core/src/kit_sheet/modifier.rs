//! A modifier: where its light goes, and how soft it is at a distance.

use super::flash::sides;
use super::plot::{LineOf, Plot, PlotTick, wholes};
use super::{KitSheet, SheetBeam};
use crate::assess::known_of_shadows;
use crate::emitter::softness::{NOSE, half_shadow};
use crate::house::Units;
use crate::kit::{FlashKind, Kit, Modifier};
use crate::quantity::{Millimetres, figure};
use crate::say;

/// Distances drawn, in metres.
const NEAR: f64 = 0.5;
const FAR: f64 = 4.0;

pub(super) fn sheet(modifier: &Modifier, kit: &Kit, units: Units) -> KitSheet {
    // Before a head where there is one: what a modifier does depends little on it.
    let head = kit.flashes().find(|flash| flash.flash_kind == FlashKind::Head).or_else(|| kit.flashes().next());
    let (width, height) = modifier.face.size();
    let bare = head.map_or(0.07, crate::kit::Flash::head_width);
    let wide = if width > 0.0 { width.min(height) } else { bare };
    let beam = head.map(|head| {
        let law = head.optics(Some(modifier), Millimetres::nearest(50.0)).law;
        SheetBeam {
            sides: sides(law),
            width: wide,
            across: units.distance(wide),
            text: say::sheet::beam(figure(law.beam(), 5.0)),
        }
    });
    let edge = |distance: f64| 1000.0 * half_shadow(wide, distance, NOSE);
    let most = edge(NEAR);
    let every = [1.0, 2.0, 5.0, 10.0, 20.0, 50.0].into_iter().find(|every| most / every <= 5.0).unwrap_or(100.0);
    let up = wholes(0.0, (most / every).ceil() * every, every, |mm| format!("{mm:.0} mm"));
    let across: Vec<PlotTick> = [NEAR, 1.0, 2.0, 3.0, FAR].map(|at| PlotTick::at(at, units.distance(at))).to_vec();
    let soft = Plot {
        title: say::sheet::NOSE_SHADOW.to_owned(),
        across,
        up,
        lines: vec![Plot::line(LineOf::Said, say::sheet::AS_SAID, 60, (NEAR, FAR), |at| Some(edge(at)))],
        dots: Vec::new(),
        text: say::sheet::softness([1.0, 2.0].map(|at| (units.distance(at), known_of_shadows(edge(at))))),
    };
    KitSheet { plots: vec![soft], beam, ..KitSheet::default() }
}
