//! Marks: places of a frame that are measured.

use crate::check::Check;
use crate::colour::{MID_GREY, luminance};
use crate::kit::ToneCurve;
use crate::picture::PatchPlace;
use crate::quantity::limits::{MARK_PLACE, MARK_SIDE};
use crate::quantity::{Share, Stops};
use crate::setup::{Patch, Setup};
use serde::{Deserialize, Serialize};

/// What is marked.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case", deny_unknown_fields)]
pub enum MarkOf {
    /// A patch of the stop scale.
    Patch {
        /// Which.
        patch: Patch,
    },
    /// A grey card held before the face.
    GreyCard,
    /// The white of a two-tone target.
    White,
    /// Its black.
    Black,
}

/// On what a mark was measured.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum MeasuredOn {
    /// On the full file.
    File,
    /// On the working copy, since it was moved after the file had come in.
    Copy,
}

/// How wide the sharpest edges about a mark are, as the standard deviation of the bell that blurs them, in pixels of the file.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct EdgeWidths {
    /// From side to side; none where too few edges stand upright.
    pub across: Option<f64>,
    /// Up and down; none where too few lie.
    pub down: Option<f64>,
}

/// What a mark shows.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct MarkShows {
    /// The trimmed mean in linear sRGB, 0 to 1.
    pub linear: [f64; 3],
    /// How far its brightness spreads, as a standard deviation.
    pub spread: Stops,
    /// The share of it that is burnt out.
    pub burnt: Share,
    /// The share of it that is black.
    pub black: Share,
    /// How many pixels were looked at.
    pub pixels: u32,
    /// Of what.
    pub on: MeasuredOn,
    /// The edges about it; none where they were not looked at on the file.
    pub edges: Option<EdgeWidths>,
}

impl MarkShows {
    /// The level by the light that comes from it, in stops from mid-grey, as the body's curve tells it, or by sRGB's own without one;
    /// none where it is black, or beyond what the curve knows.
    #[must_use]
    pub fn level(&self, curve: Option<&ToneCurve>) -> Option<f64> {
        let linear = curve.map_or(Some(self.linear), |curve| curve.light(self.linear))?;
        let light = f64::from(luminance(linear.map(|part| part as f32)));
        (light > 0.0).then(|| (light / MID_GREY).log2())
    }
}

/// A mark in a frame.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct TakeMark {
    /// What is there.
    pub of: MarkOf,
    /// Its middle from the left, as a share of the frame as it is seen.
    pub x: f64,
    /// From the top.
    pub y: f64,
    /// How wide it is, as a share of the frame's width.
    pub width: f64,
    /// How high, as a share of the frame's height.
    pub height: f64,
    /// What it shows; none before it is measured, or where it cannot be.
    pub measured: Option<MarkShows>,
}

/// A mark's side as a share of the frame's shorter one: a cheek of a head and shoulders (common proportion).
const SIDE: f64 = 0.035;

/// Of the way to its neighbour a mark takes no more than this, so that the two never overlap.
const LEAVES: f64 = 0.7;
/// No mark is smaller, as a share of the frame's height.
const SMALLEST: f64 = 0.008;

/// Marks where the plan measures in a setup's picture, for a frame so many times as wide as high. The shadow side of a thing is left
/// to the photographer: the plan takes it to be on the box about the thing, which is mostly beside it.
#[must_use]
pub fn proposed(setup: &Setup, places: &[PatchPlace], aspect: f64) -> Vec<TakeMark> {
    let on_it = |place: &&PatchPlace| place.patch != Patch::ShadowSide || !setup.is_thing();
    // In heights of the frame, so that a distance is one in any direction.
    let apart = |a: &PatchPlace, b: &PatchPlace| ((a.x - b.x) * aspect).hypot(a.y - b.y);
    let others = |place: &PatchPlace| {
        places.iter().filter(|other| other.patch != place.patch).map(|o| apart(place, o)).fold(f64::MAX, f64::min)
    };
    let inside = |at: f64, side: f64| at.clamp(side / 2.0, 1.0 - side / 2.0);
    let mark = |place: &PatchPlace| {
        let height = (SIDE * aspect.min(1.0)).min(others(place) * LEAVES).max(SMALLEST);
        let width = height / aspect;
        TakeMark {
            of: MarkOf::Patch { patch: place.patch },
            x: inside(place.x, width),
            y: inside(place.y, height),
            width,
            height,
            measured: None,
        }
    };
    places.iter().filter(on_it).map(mark).collect()
}

impl TakeMark {
    /// Checks that it lies in the frame.
    pub(super) fn check(&self, check: &mut Check, at: &str) {
        check.range(format_args!("{at}/x"), MARK_PLACE, self.x);
        check.range(format_args!("{at}/y"), MARK_PLACE, self.y);
        check.range(format_args!("{at}/width"), MARK_SIDE, self.width);
        check.range(format_args!("{at}/height"), MARK_SIDE, self.height);
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Square in pixels in a frame of any aspect, and never over its edge.
    #[rstest]
    #[case::wide(1.5)]
    #[case::upright(0.8)]
    fn marks_are_proposed_where_the_plan_measures(#[case] aspect: f64) {
        let places =
            [PatchPlace { patch: Patch::Face, x: 0.4, y: 0.3 }, PatchPlace { patch: Patch::Sky, x: 1.0, y: 0.0 }];
        let marks = proposed(&crate::sample::portrait(), &places, aspect);
        assert_eq!((marks[0].of, marks[0].x), (MarkOf::Patch { patch: Patch::Face }, 0.4));
        // Where a face is small its two sides lie close, and so their marks are small.
        let near = [places[0], PatchPlace { patch: Patch::ShadowSide, x: 0.43, y: 0.3 }];
        let small = proposed(&crate::sample::portrait(), &near, aspect);
        assert!(small.iter().all(|mark| mark.width < 0.03), "{small:?}");
        for mark in &marks {
            assert!((mark.width * aspect / mark.height - 1.0).abs() < 1e-9, "{mark:?}");
            assert!(mark.x + mark.width / 2.0 <= 1.0 && mark.y - mark.height / 2.0 >= 0.0, "{mark:?}");
        }
    }
}
