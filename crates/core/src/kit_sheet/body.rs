//! A body: how it stores light, what it holds over its sensitivities, and where it syncs.

use super::KitSheet;
use super::plot::{LineOf, Plot, PlotDot, PlotLine, PlotTick, mark_at, nearest, wholes};
use crate::colour::{MID_GREY, decoded};
use crate::exposure::reciprocity_loss;
use crate::flash::lit_share;
use crate::kit::{Camera, Film};
use crate::marks::{IsoMark, Mark, ShutterMark, StepSize, stops_amount, stops_label};
use crate::quantity::Seconds;
use crate::say;

pub(super) fn sheet(camera: &Camera) -> KitSheet {
    let plots = match &camera.film {
        Some(film) => vec![long_exposures(film), sync(camera)],
        None => vec![curve(camera), range(camera), sync(camera)],
    };
    KitSheet { plots, ..KitSheet::default() }
}

/// How it stores light: codes over stops, beside what sRGB itself would.
fn curve(camera: &Camera) -> Plot {
    let (low, high) = (-7.0, 4.0);
    let own = |code: f64| (decoded(code / 255.0) / MID_GREY).log2();
    let plain: Vec<[f64; 2]> =
        (2..=255).map(f64::from).map(|code| [own(code), code]).filter(|point| point[0] >= low).collect();
    let mut lines = vec![PlotLine { of: LineOf::Beside, name: say::sheet::PLAIN_CURVE.to_owned(), points: plain }];
    if let Some(curve) = &camera.curve {
        let points = curve.green.iter().map(|point| [point.level, point.code]).filter(|point| point[0] >= low);
        lines.push(PlotLine { of: LineOf::Learnt, name: say::sheet::AS_LEARNT.to_owned(), points: points.collect() });
    }
    let known = camera.curve.as_ref();
    Plot {
        title: say::sheet::CURVE.to_owned(),
        across: wholes(low, high, 1.0, stops_label),
        up: [0.0, 118.0, 255.0].map(|code| PlotTick::at(code, format!("{code}"))).to_vec(),
        lines,
        dots: Vec::new(),
        text: known.map_or_else(
            || say::sheet::NO_CURVE.to_owned(),
            |curve| say::sheet::curve_of(curve.frames, say::stops_error(curve.error.stops())),
        ),
    }
}

/// What it holds above and below mid-grey, over its sensitivities: above, less where it is set below base; below, a stop less for
/// each stop above it.
fn range(camera: &Camera) -> Plot {
    let (from, to) = (camera.iso_lowest.stops(), camera.iso_highest.stops());
    let base = camera.iso_base.stops();
    let top = |iso: f64| Some(camera.headroom_raw.stops() - camera.pulled(nearest(iso)));
    let jpeg = |iso: f64| Some(camera.headroom_jpeg.stops() - camera.pulled(nearest(iso)));
    let bottom = |iso: f64| Some(-camera.shadows(nearest(iso), 0.0));
    let every = ((to - from) / 4.0).ceil().max(1.0);
    let lowest = (-camera.floor.stops() / 2.0).floor() * 2.0;
    let highest = (camera.headroom_raw.stops().max(camera.headroom_jpeg.stops()) / 2.0).ceil() * 2.0;
    Plot {
        title: say::sheet::HOLDS.to_owned(),
        across: wholes(from, from + ((to - from) / every).ceil() * every, every, mark_at::<IsoMark>),
        up: wholes(lowest, highest, 2.0, stops_label),
        lines: vec![
            Plot::line(LineOf::Said, say::sheet::RAW_CLIPS, 48, (from, to), top),
            Plot::line(LineOf::Beside, say::sheet::JPEG_CLIPS, 48, (from, to), jpeg),
            Plot::line(LineOf::Said, say::sheet::SHADOWS_END, 48, (from, to), bottom),
        ],
        dots: vec![PlotDot { x: base, y: camera.headroom_raw.stops(), label: say::sheet::BASE.to_owned() }],
        text: say::sheet::holds(
            &stops_label(camera.headroom_raw.stops()),
            &stops_label(-camera.floor.stops()),
            &mark_at::<IsoMark>(base),
        ),
    }
}

/// What a film loses of a long exposure, from a second to half a minute.
fn long_exposures(film: &Film) -> Plot {
    let to = 5.0;
    let lost = |slower: f64| reciprocity_loss(Seconds::of(slower.exp2()), film.reciprocity).stops();
    Plot {
        title: say::sheet::LONG_EXPOSURES.to_owned(),
        across: wholes(0.0, to, 1.0, |slower| mark_at::<ShutterMark>(-slower)),
        up: wholes(0.0, lost(to).ceil().max(1.0), 1.0, |stops| format!("{stops}")),
        lines: vec![Plot::line(LineOf::Said, say::sheet::AS_SAID, 50, (0.0, to), |slower| Some(lost(slower)))],
        dots: Vec::new(),
        text: say::sheet::long_exposures(stops_amount(lost(to)), mark_at::<ShutterMark>(-to)),
    }
}

/// How much of the frame flash lights over the shutter.
fn sync(camera: &Camera) -> Plot {
    let (from, to) = (camera.sync.stops().floor() - 2.0, camera.sync.stops().ceil() + 3.0);
    let lit = |shutter: f64| Some(100.0 * lit_share(nearest(shutter), camera.sync).share());
    let sync = camera.sync.label(StepSize::Thirds);
    Plot {
        title: say::sheet::SYNC.to_owned(),
        across: wholes(from, to, 1.0, mark_at::<ShutterMark>),
        up: wholes(0.0, 100.0, 50.0, |share| format!("{share:.0} %")),
        lines: vec![Plot::line(LineOf::Said, say::sheet::AS_SAID, 60, (from, to), lit)],
        dots: vec![PlotDot { x: camera.sync.stops(), y: 100.0, label: sync.clone() }],
        text: say::sheet::syncs(&sync),
    }
}
