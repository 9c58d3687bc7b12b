//! A series of takes between which one light was moved nearer or further: what its flash gives over the distance, planned and
//! measured.

use super::apart::LEAST_SHARE;
use super::{read, tells};
use crate::house::Units;
use crate::kit::ToneCurve;
use crate::kit_sheet::{LineOf, Plot, PlotDot, PlotLine, PlotTick};
use crate::marks::{ApertureMark, Mark, StepSize, stops_amount};
use crate::quantity::{Id, Metres, Stops, figure};
use crate::say;
use crate::setup::Patch;
use crate::take::{PlannedLevel, PlannedPart, Take};
use serde::Serialize;
use std::fmt;

/// Why a series tells nothing of a distance.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum DistancesError {
    /// Fewer than three frames with flash on a face that can be judged.
    FewFrames,
    /// No light was moved by enough to tell.
    NoneMoved,
    /// More than one light was.
    SeveralMoved,
}

impl fmt::Display for DistancesError {
    fn fmt(&self, f: &mut fmt::Formatter<'_>) -> fmt::Result {
        f.write_str(match self {
            DistancesError::FewFrames => say::distances::FEW_FRAMES,
            DistancesError::NoneMoved => say::distances::NONE_MOVED,
            DistancesError::SeveralMoved => say::distances::SEVERAL_MOVED,
        })
    }
}

impl std::error::Error for DistancesError {}

/// What one take tells of its light.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct AtDistance {
    /// The take.
    pub take: Id,
    /// How far off a bare point as strong would have to be for what reaches the face.
    pub distance: Metres,
    /// What a flash meter was to show at full power, in stops at f/1 and ISO 100.
    pub planned: f64,
    /// What it would have shown by this frame.
    pub measured: f64,
    /// How far that is likely to be off, in stops.
    pub error: Stops,
}

/// What a light gives over the distance.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct OverDistance {
    /// The light that was moved.
    pub light: Id,
    /// Each take, the nearest first.
    pub points: Vec<AtDistance>,
    /// By how many stops it falls for each doubling of the distance.
    pub falls: f64,
    /// How far that is likely to be off.
    pub falls_error: f64,
    /// By how many it was to fall.
    pub planned_falls: f64,
    /// How much stronger it is than planned on the whole.
    pub more: Stops,
    /// The same, drawn.
    pub plot: Plot,
    /// All of it in sentences.
    pub text: String,
}

/// A take of the series, with the tone curve its frame is read by.
pub type InSeries<'a> = (&'a Id, &'a Take, Option<&'a ToneCurve>);

/// Frames at least: a line through two says nothing of how well it lies.
const FEWEST: usize = 3;
/// What reaches a patch has to change by this many stops for a light to have been moved.
const MOVED: f64 = 0.4;

/// What a series of takes tells of the light that was moved between them. Takes without flash among them tell the ambient; without
/// any it is taken to be as planned, as every other light is.
///
/// # Errors
/// [`DistancesError`].
pub fn distances(takes: &[InSeries<'_>], units: Units) -> Result<OverDistance, DistancesError> {
    let judged = |(_, take, curve): &&InSeries<'_>| tells(take, Patch::Face, *curve);
    let (bare, lit): (Vec<&InSeries<'_>>, Vec<&InSeries<'_>>) =
        takes.iter().filter(judged).partition(|(_, take, _)| take.settings.flash == Some(false) || !take.planned.flash);
    let light = moved(&lit)?;
    let ambient_more = mean(bare.iter().filter_map(|(_, take, curve)| {
        let level = read(take, Patch::Face, *curve)?;
        Some(level.level - take.planned.level(Patch::Face)?.ambient.stops())
    }));
    let mut points: Vec<AtDistance> =
        lit.iter().filter_map(|one| at_distance(one, &light.light, ambient_more)).collect();
    if points.len() < FEWEST {
        return Err(DistancesError::FewFrames);
    }
    points.sort_by(|a, b| a.distance.metres().total_cmp(&b.distance.metres()));
    let line = |up: fn(&AtDistance) -> f64| {
        Line::through(points.iter().map(|at| (at.distance.metres().log2(), up(at), at.error.stops())))
    };
    let (measured, planned) = (line(|at| at.measured), line(|at| at.planned));
    let more = mean(points.iter().map(|point| point.measured - point.planned)).unwrap_or(0.0);
    let mut told = OverDistance {
        light: light.light.clone(),
        plot: plot(&points, &light.name, units),
        points,
        falls: -measured.rise,
        falls_error: measured.error,
        planned_falls: -planned.rise,
        more: Stops::of(more),
        text: String::new(),
    };
    told.text = told.words(&light.name, units);
    told.plot.text.clone_from(&told.text);
    Ok(told)
}

fn mean(values: impl Iterator<Item = f64>) -> Option<f64> {
    let (sum, count) = values.fold((0.0, 0.0), |(sum, count), value| (sum + value, count + 1.0));
    (count > 0.0).then(|| sum / count)
}

fn face_part<'a>(take: &'a Take, light: &Id) -> Option<(&'a PlannedLevel, &'a PlannedPart)> {
    let level = take.planned.level(Patch::Face)?;
    Some((level, level.parts.iter().find(|part| part.light == *light)?))
}

/// The one light of which more or less reached the face from take to take.
fn moved<'a>(lit: &[&InSeries<'a>]) -> Result<&'a PlannedPart, DistancesError> {
    let first = lit.iter().find_map(|(_, take, _)| take.planned.level(Patch::Face));
    let first = first.filter(|_| lit.len() >= FEWEST).ok_or(DistancesError::FewFrames)?;
    let changes = |part: &PlannedPart| {
        let each = lit.iter().filter_map(|(_, take, _)| Some(face_part(take, &part.light)?.1.reached.log2()));
        let (low, high) = each.fold((f64::MAX, f64::MIN), |(low, high), at| (low.min(at), high.max(at)));
        high - low > MOVED
    };
    let mut changed = first.parts.iter().filter(|part| changes(part));
    match (changed.next(), changed.next()) {
        (None, _) => Err(DistancesError::NoneMoved),
        (Some(_), Some(_)) => Err(DistancesError::SeveralMoved),
        (Some(light), None) => Ok(light),
    }
}

/// What a take tells of a light; none where the light is too small a part of what is on the face.
fn at_distance((id, take, curve): &InSeries<'_>, light: &Id, ambient_more: Option<f64>) -> Option<AtDistance> {
    let (level, part) = face_part(take, light)?;
    let found = read(take, Patch::Face, *curve)?;
    let whole = found.level.exp2();
    let ambient = (level.ambient.stops() + ambient_more.unwrap_or(0.0)).exp2();
    let others = || level.parts.iter().filter(|other| other.light != *light);
    let left = whole - ambient - others().map(|other| other.level.stops().exp2()).sum::<f64>();
    if left < whole * LEAST_SHARE {
        return None;
    }
    // A frame without flash tells the ambient as well as this one tells its level.
    let ambient_error = if ambient_more.is_some() { found.error } else { level.ambient_error.stops() };
    let error = others()
        .map(|other| other.error.stops() * other.level.stops().exp2())
        .chain([found.error * whole, ambient_error * ambient])
        .fold(0.0, f64::hypot);
    Some(AtDistance {
        take: (*id).clone(),
        distance: Metres::of(part.reached.powf(-0.5)),
        planned: part.at_full,
        measured: part.at_full + left.log2() - part.level.stops(),
        error: Stops::of(error / left),
    })
}

/// A line of least squares.
struct Line {
    rise: f64,
    error: f64,
}

impl Line {
    /// Through points, each with its error: how steep it is and how sure that is.
    fn through(points: impl Iterator<Item = (f64, f64, f64)> + Clone) -> Line {
        let weigh = |error: f64| error.max(0.01).powi(-2);
        let all: f64 = points.clone().map(|(.., error)| weigh(error)).sum();
        let middle = |of: fn(&(f64, f64, f64)) -> f64| {
            points.clone().map(|point| weigh(point.2) * of(&point)).sum::<f64>() / all
        };
        let (x, y) = (middle(|point| point.0), middle(|point| point.1));
        let spread: f64 = points.clone().map(|(at, _, error)| weigh(error) * (at - x).powi(2)).sum();
        let along: f64 = points.map(|(at, up, error)| weigh(error) * (at - x) * (up - y)).sum();
        Line { rise: along / spread.max(1e-9), error: spread.max(1e-9).sqrt().recip() }
    }
}

impl OverDistance {
    fn words(&self, name: &str, units: Units) -> String {
        let far = |point: Option<&AtDistance>| {
            units.distance(point.map_or(0.0, |point| Metres::nearest(point.distance.metres()).metres()))
        };
        let (falls, error) = (figure(self.falls, self.falls_error), say::give_or_take(self.falls_error));
        let planned = figure(self.planned_falls, self.falls_error);
        let falls = say::distances::falls(
            name,
            (&far(self.points.first()), &far(self.points.last())),
            (&falls, &error),
            &planned,
        );
        let off = self.falls - self.planned_falls;
        let why = if off.abs() <= 2.0 * self.falls_error {
            ""
        } else if off < 0.0 {
            say::distances::SLOWER
        } else {
            say::distances::FASTER
        };
        let more = self.more.stops();
        let more = if more.abs() < super::FELT {
            say::distances::AS_STRONG.to_owned()
        } else {
            say::distances::strong(stops_amount(more), more > 0.0)
        };
        [falls.as_str(), why, &more, say::distances::BARE]
            .into_iter()
            .filter(|part| !part.is_empty())
            .collect::<Vec<_>>()
            .join(" ")
    }
}

/// Distances that are marked, in metres: a stop apart.
const MARKED: [f64; 11] = [0.35, 0.5, 0.7, 1.0, 1.4, 2.0, 2.8, 4.0, 5.6, 8.0, 11.0];

fn plot(points: &[AtDistance], name: &str, units: Units) -> Plot {
    let ends = |of: &dyn Fn(&AtDistance) -> [f64; 2]| {
        points.iter().flat_map(of).fold((f64::MAX, f64::MIN), |(low, high), at| (low.min(at), high.max(at)))
    };
    let (near, far) = ends(&|point| [point.distance.metres(); 2]);
    let (low, high) = ends(&|point| [point.planned, point.measured]);
    let first = MARKED.iter().rposition(|at| *at <= near).unwrap_or(0);
    let last = MARKED.iter().position(|at| *at >= far).unwrap_or(MARKED.len() - 1).max(first + 1);
    let across = MARKED.get(first..=last).unwrap_or_default().iter();
    let aperture = |stops: i32| {
        let mark = ApertureMark::nearest(i16::try_from(stops * 6).unwrap_or(i16::MAX));
        PlotTick { at: f64::from(stops), label: mark.label(StepSize::Thirds) }
    };
    #[expect(clippy::cast_possible_truncation, reason = "a few dozen stops")]
    let up = (low.floor() as i32)..=(high.ceil() as i32);
    let line = |of, name: &str, up: fn(&AtDistance) -> f64| PlotLine {
        of,
        name: name.to_owned(),
        points: points.iter().map(|point| [point.distance.metres().log2(), up(point)]).collect(),
    };
    Plot {
        title: say::distances::title(name),
        across: across.map(|at| PlotTick { at: at.log2(), label: units.distance(*at) }).collect(),
        up: up.map(aperture).collect(),
        lines: vec![
            line(LineOf::Beside, say::distances::PLANNED, |point| point.planned),
            line(LineOf::Learnt, say::distances::MEASURED, |point| point.measured),
        ],
        dots: points
            .iter()
            .map(|at| PlotDot { x: at.distance.metres().log2(), y: at.measured, label: String::new() })
            .collect(),
        text: String::new(),
    }
}

#[cfg(test)]
mod tests;
