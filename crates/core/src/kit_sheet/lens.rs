//! A lens: its widest opening over its focal lengths, and what it loses close up.

use super::KitSheet;
use super::plot::{LineOf, Plot, PlotDot, PlotTick, mark_at, wholes};
use crate::house::Units;
use crate::kit::Lens;
use crate::marks::{ApertureMark, Mark, StepSize, stops_amount};
use crate::optics::Lensing;
use crate::quantity::{Metres, Millimetres};
use crate::say;

pub(super) fn sheet(lens: &Lens, units: Units) -> KitSheet {
    KitSheet {
        plots: [opening(lens), Some(close_up(lens, units))].into_iter().flatten().collect(),
        ..KitSheet::default()
    }
}

/// The widest opening, where it changes with the focal length or can be told over one.
fn opening(lens: &Lens) -> Option<Plot> {
    let (short, long) = (lens.focal_shortest.millimetres(), lens.focal_longest.millimetres());
    if long <= short * 1.01 {
        return None;
    }
    let at = |log: f64| Some(lens.widest_at(Millimetres::of(log.exp2())).stops());
    let marks = [short, (short * long).sqrt(), long];
    let up_from = lens.widest_short.stops().min(lens.widest_long.stops()).floor();
    let smallest = lens.smallest.stops();
    let range = (short.log2(), long.log2());
    Some(Plot {
        title: say::sheet::OPENINGS.to_owned(),
        across: marks.map(|mm| PlotTick::at(mm.log2(), format!("{mm:.0} mm"))).to_vec(),
        up: wholes(up_from, up_from + ((smallest - up_from) / 2.0).ceil() * 2.0, 2.0, mark_at::<ApertureMark>),
        lines: vec![
            Plot::line(LineOf::Said, say::sheet::WIDEST, 60, range, at),
            Plot::line(LineOf::Beside, say::sheet::SMALLEST, 1, range, |_| Some(smallest)),
        ],
        dots: Vec::new(),
        text: say::sheet::opens(&lens.widest_short.label(StepSize::Thirds), &lens.widest_long.label(StepSize::Thirds)),
    })
}

/// What is lost to magnification from its closest focus outwards.
fn close_up(lens: &Lens, units: Units) -> Plot {
    let (near, focal) = (lens.closest_focus.metres(), lens.focal_longest);
    let lost = |log: f64| {
        let lensing = Lensing {
            focal,
            circle: Millimetres::of(0.03),
            focus: Metres::of(log.exp2()),
            pupil_ratio: lens.pupil_ratio,
            shortened: 1.0,
        };
        lensing.close_up_loss().stops()
    };
    let range = (near.log2(), (near * 8.0).log2());
    let marks = [1.0, 2.0, 4.0, 8.0].map(|times| PlotTick::at((near * times).log2(), units.distance(near * times)));
    let most = lost(range.0);
    let every = if most > 1.0 { 1.0 } else { 0.25 };
    Plot {
        title: say::sheet::CLOSE_UP.to_owned(),
        across: marks.to_vec(),
        up: wholes(0.0, (most / every).ceil().max(1.0) * every, every, |stops| format!("{stops}")),
        lines: vec![Plot::line(LineOf::Said, say::sheet::AS_SAID, 40, range, |log| Some(lost(log)))],
        dots: vec![PlotDot { x: range.0, y: most, label: say::sheet::CLOSEST.to_owned() }],
        text: say::sheet::loses(&units.distance(near), &stops_amount(most)),
    }
}
