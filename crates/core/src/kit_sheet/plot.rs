//! A curve over a range, ready to be drawn.

use crate::marks::{Mark, StepSize};
use serde::Serialize;

/// A mark along an axis.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct PlotTick {
    /// Where, in the plot's own measure.
    pub at: f64,
    /// What is written there.
    pub label: String,
}

impl PlotTick {
    pub(super) fn at(at: f64, label: impl Into<String>) -> PlotTick {
        PlotTick { at, label: label.into() }
    }
}

/// What a line is of.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum LineOf {
    /// What is said of the thing.
    Said,
    /// What takes taught.
    Learnt,
    /// What it is held against.
    Beside,
}

/// A line of a plot.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct PlotLine {
    /// What it is of.
    pub of: LineOf,
    /// Its name.
    pub name: String,
    /// Its points: across and up.
    pub points: Vec<[f64; 2]>,
}

/// Something measured or said at one place.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct PlotDot {
    /// Across.
    pub x: f64,
    /// Up.
    pub y: f64,
    /// What is written beside it.
    pub label: String,
}

/// A plot.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Plot {
    /// What it shows.
    pub title: String,
    /// Marks across, the first and the last at its ends.
    pub across: Vec<PlotTick>,
    /// Marks up, the same way.
    pub up: Vec<PlotTick>,
    /// Its lines.
    pub lines: Vec<PlotLine>,
    /// What was measured.
    pub dots: Vec<PlotDot>,
    /// All of it in a sentence, for who cannot see it.
    pub text: String,
}

impl Plot {
    /// One line over a range.
    pub(super) fn line(
        of: LineOf,
        name: &str,
        steps: usize,
        (from, to): (f64, f64),
        at: impl Fn(f64) -> Option<f64>,
    ) -> PlotLine {
        let x = |step: usize| from + (to - from) * step as f64 / steps.max(1) as f64;
        let points = (0..=steps).filter_map(|step| Some([x(step), at(x(step))?])).collect();
        PlotLine { of, name: name.to_owned(), points }
    }
}

/// Marks at whole numbers between two ends, the ends among them.
pub(super) fn wholes(from: f64, to: f64, every: f64, label: impl Fn(f64) -> String) -> Vec<PlotTick> {
    let count = ((to - from) / every).round().max(1.0) as usize;
    (0..=count).map(|step| from + every * step as f64).map(|at| PlotTick::at(at, label(at))).collect()
}

/// The mark nearest to so many stops on a dial.
pub(super) fn nearest<M: Mark>(stops: f64) -> M {
    #[expect(clippy::cast_possible_truncation, reason = "a few dozen sixths")]
    M::nearest((stops * 6.0).round() as i16)
}

/// The click nearest to so many stops, as cameras print it.
pub(super) fn mark_at<M: Mark>(stops: f64) -> String {
    let step = f64::from(StepSize::Thirds.sixths());
    #[expect(clippy::cast_possible_truncation, reason = "a few dozen sixths; what is beyond any dial is its end")]
    M::nearest(((stops * 6.0 / step).round() * step) as i16).label(StepSize::Thirds)
}
