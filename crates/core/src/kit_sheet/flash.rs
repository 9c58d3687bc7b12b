//! A flash over its powers: what it gives, how long, how soon again, in what colour.

use super::plot::{LineOf, Plot, PlotDot, PlotTick, mark_at, wholes};
use super::{KitSheet, SheetBeam};
use crate::colour::temperature;
use crate::colours::flash_light;
use crate::emitter::Law;
use crate::flash::{duration_at, level_at, recharge_time};
use crate::house::Units;
use crate::kit::{Flash, Output};
use crate::marks::{ApertureMark, ShutterMark};
use crate::quantity::{Learnt, Metres, Millimetres, Power, Seconds, figure};
use crate::say;

/// A face this far from it, in metres.
const FACE: f64 = 2.0;
/// What a bare zoom head covers for that: a normal lens.
const COVERING: f64 = 50.0;

/// A time as photographers write it: 1/220 s, 1.2 s.
pub(super) fn time_label(seconds: f64) -> String {
    if seconds < 0.4 {
        let over = 1.0 / seconds;
        return format!("1/{} s", figure(over, over / 20.0));
    }
    format!("{} s", figure(seconds, 0.1))
}

/// A time on a scale, as shutters have it engraved.
fn mark_label(seconds: f64) -> String {
    if seconds > 0.9 {
        return format!("{} s", figure(seconds, 1.0));
    }
    // The longer ones have their unit engraved.
    let mark = mark_at::<ShutterMark>(-seconds.log2());
    if mark.ends_with(" s") { mark } else { format!("{mark} s") }
}

pub(super) fn sheet(flash: &Flash, units: Units) -> KitSheet {
    let least = flash.lowest_power.stops_below_full();
    let range = (0.0, least.max(1.0));
    let across: Vec<PlotTick> =
        wholes(range.0, range.1, 1.0, |below| Power::nearest(below).label(flash.notation, flash.power_step));
    let plots = [
        Some(output(flash, range, &across, units)),
        duration(flash, range, &across),
        Some(ready(flash, range, &across)),
        colour(flash, range, &across),
    ];
    let angle = flash.head_beam(Some(Millimetres::nearest(COVERING)));
    KitSheet {
        plots: plots.into_iter().flatten().collect(),
        beam: Some(SheetBeam {
            sides: sides(Law::Beam { angle }),
            width: flash.head_width(),
            across: units.distance(flash.head_width()),
            text: say::sheet::head_beam(figure(angle, 5.0)),
        }),
        ..KitSheet::default()
    }
}

/// What goes to each side, every five degrees.
pub(super) fn sides(law: Law) -> Vec<[f64; 2]> {
    (-18..=18).map(|step| f64::from(step) * 5.0).map(|side| [side, law.relative(side.to_radians().cos())]).collect()
}

/// The aperture on a face, bare, at base sensitivity.
fn output(flash: &Flash, range: (f64, f64), across: &[PlotTick], units: Units) -> Plot {
    let guide = flash.output.guide_number(Some(Millimetres::nearest(COVERING)));
    let full = level_at(guide, Metres::of(FACE)).stops();
    let learnt = Learnt::more_of(flash.learnt);
    let mut lines = vec![Plot::line(LineOf::Said, say::sheet::AS_SAID, 1, range, |below| Some(full - below))];
    if flash.learnt.is_some() {
        lines.push(Plot::line(LineOf::Learnt, say::sheet::AS_LEARNT, 1, range, |below| Some(full + learnt - below)));
    }
    let dots = match &flash.output {
        Output::Metered { reading } => {
            let below = reading.power.stops_below_full();
            vec![PlotDot { x: below, y: full - below, label: say::sheet::METERED.to_owned() }]
        }
        _ => Vec::new(),
    };
    let (low, high) = ((full + learnt - range.1).min(full - range.1).floor(), (full.max(full + learnt)).ceil());
    let every = if high - low > 8.0 { 2.0 } else { 1.0 };
    let low = high - ((high - low) / every).ceil() * every;
    let at = mark_at::<ApertureMark>(full + learnt);
    Plot {
        title: say::sheet::gives_face(&units.distance(FACE)),
        across: across.to_vec(),
        up: wholes(low, high, every, mark_at::<ApertureMark>),
        lines,
        dots,
        text: say::sheet::flash_gives(&at, &units.distance(FACE)),
    }
}

/// Logarithms of times, with marks that are their own.
fn times_plot(title: &str, across: &[PlotTick], lines: Vec<super::PlotLine>, dots: Vec<PlotDot>, text: String) -> Plot {
    let all =
        lines.iter().flat_map(|line| line.points.iter().map(|point| point[1])).chain(dots.iter().map(|dot| dot.y));
    let (low, high) = all.fold((f64::MAX, f64::MIN), |(low, high), y| (low.min(y), high.max(y)));
    // What is lowest has room under it for its label.
    let low = (low - 0.3).floor();
    let high = high.ceil().max(low + 1.0);
    let every = ((high - low) / 4.0).ceil().max(1.0);
    let high = low + ((high - low) / every).ceil() * every;
    let up = wholes(low, high, every, |stops| mark_label(stops.exp2()));
    Plot { title: title.to_owned(), across: across.to_vec(), up, lines, dots, text }
}

/// How long it lights, where that is known.
fn duration(flash: &Flash, range: (f64, f64), across: &[PlotTick]) -> Option<Plot> {
    let at = |below: f64| duration_at(&flash.durations, Power::nearest(below)).map(|time| time.seconds().log2());
    at(0.0)?;
    let dots = flash.durations.iter().map(|row| PlotDot {
        x: row.power.stops_below_full(),
        y: row.t_tenth.seconds().log2(),
        label: time_label(row.t_tenth.seconds()),
    });
    let text = say::sheet::lights_for(&time_label(at(range.0)?.exp2()), &time_label(at(range.1)?.exp2()));
    let line = Plot::line(LineOf::Said, say::sheet::AS_SAID, 40, range, at);
    Some(times_plot(say::sheet::DURATION, across, vec![line], dots.collect(), text))
}

/// How soon it is ready again.
fn ready(flash: &Flash, range: (f64, f64), across: &[PlotTick]) -> Plot {
    let at = |full: Seconds, below: f64| recharge_time(full, Power::nearest(below)).seconds().max(1e-3).log2();
    let (said, full) = (flash.recharge, flash.ready_after_full());
    let dot = PlotDot { x: 0.0, y: at(full, 0.0), label: time_label(full.seconds()) };
    let mut lines = vec![Plot::line(LineOf::Said, say::sheet::AS_SAID, 1, range, |below| Some(at(said, below)))];
    if flash.recharge_learnt.is_some() {
        lines.push(Plot::line(LineOf::Learnt, say::sheet::AS_TIMED, 1, range, |below| Some(at(full, below))));
    }
    let text = say::sheet::ready_again(&time_label(full.seconds()));
    times_plot(say::sheet::READY, across, lines, vec![dot], text)
}

/// Its colour over its powers, where it drifts.
fn colour(flash: &Flash, range: (f64, f64), across: &[PlotTick]) -> Option<Plot> {
    let lowest = flash.kelvin_lowest?;
    let at = |below: f64| Some(temperature(flash_light(flash, Power::nearest(below)).xyz())?.kelvin.kelvin());
    let (one, other) = (flash.kelvin.kelvin(), lowest.kelvin());
    let (low, high) = ((one.min(other) / 500.0).floor() * 500.0, (one.max(other) / 500.0 + 0.001).ceil() * 500.0);
    Some(Plot {
        title: say::sheet::COLOUR.to_owned(),
        across: across.to_vec(),
        up: wholes(low, high, 500.0, |kelvin| format!("{kelvin:.0} K")),
        lines: vec![Plot::line(LineOf::Said, say::sheet::AS_SAID, 20, range, at)],
        dots: Vec::new(),
        text: say::sheet::drifts(figure(one, 100.0), figure(other, 100.0)),
    })
}
