//! Tasks done outside with one's own camera: what a frame of it has to show, and whether it does by the marks it was judged by.

use super::Chance;
use crate::judge::{Cannot, Sharpness, Verdict};
use crate::marks::{Mark, ShutterMark, StepSize, stops_amount};
use crate::say::task as words;
use crate::setup::Patch;
use crate::take::Take;
use serde::Serialize;

/// What a frame has to show.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "what", rename_all = "snake_case")]
pub enum TaskOf {
    /// The background so far under the face.
    BackgroundUnder {
        /// In stops; negative is over it.
        stops: f64,
    },
    /// The shadow side so far under the lit side.
    ShadowUnder {
        /// In stops.
        stops: f64,
    },
    /// A face before a sky that keeps its detail.
    SkyKept,
    /// A grey card without a cast.
    GreyNeutral,
    /// A face that is sharp from the hand.
    SharpInHand {
        /// At this time or a slower one.
        shutter: ShutterMark,
    },
}

/// A task.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Task {
    /// The seed it is drawn by.
    pub seed: u32,
    /// What a frame has to show.
    pub of: TaskOf,
    /// What to do.
    pub text: String,
    /// What to mark in the frame.
    pub marks: &'static str,
}

/// What a frame is worth for a task.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct TaskGraded {
    /// Whether it shows what it has to; none where it cannot be told yet.
    pub done: Option<bool>,
    /// How far off it is, in stops, where it is a matter of stops.
    pub off: Option<f64>,
    /// In a sentence.
    pub said: String,
}

/// A ratio is met within a third and what a mark is out by.
const THIRD: f64 = 0.34;
/// The eye's half stop.
const HALF: f64 = 0.5;
/// A face before a sky is no darker than that under its place, in stops (common practice: raw brings that back).
const DARKEST_FACE: f64 = -1.0;
/// A grey card is neutral within so many mired, and so far off the line of what temperatures name.
const NEUTRAL: (f64, f64) = (15.0, 0.004);

/// The task of a seed.
#[must_use]
pub fn task(seed: u32) -> Task {
    let mut chance = Chance::of(u64::from(seed));
    let (of, text, marks) = match chance.whole(0, 4) {
        0 => {
            let stops = chance.one_of([-0.5, 0.0, 1.0, 1.5, 2.0]);
            (TaskOf::BackgroundUnder { stops }, words::task_background(stops), words::MARK_FACE_AND_BACKGROUND)
        }
        1 => {
            let stops = chance.one_of([1.0, 1.5, 2.0, 3.0]);
            (TaskOf::ShadowUnder { stops }, words::task_shadow(stops), words::MARK_BOTH_SIDES)
        }
        2 => (TaskOf::SkyKept, words::TASK_SKY.to_owned(), words::MARK_FACE_AND_SKY),
        3 => (TaskOf::GreyNeutral, words::TASK_GREY.to_owned(), words::MARK_GREY_CARD),
        _ => {
            let shutter = ShutterMark::nearest(6 * chance.whole(3, 5) as i16);
            let text = words::task_sharp(&shutter.label(StepSize::Thirds));
            (TaskOf::SharpInHand { shutter }, text, words::MARK_FACE)
        }
    };
    Task { seed, of, text, marks }
}

/// Whether a take's frame shows what the task of a seed asks, by what it was judged to be.
#[must_use]
pub fn grade_task(seed: u32, take: &Take, verdict: &Verdict) -> TaskGraded {
    let Task { of, marks, .. } = task(seed);
    let level = |patch: Patch| verdict.judged(patch).map(|judged| judged.level.stops());
    let under = |low: Option<f64>, high: Option<f64>| Some(high? - low?);
    let told = match of {
        TaskOf::BackgroundUnder { stops } => {
            under(level(Patch::Background), level(Patch::Face)).map(|is| by_stops(is, stops, THIRD))
        }
        TaskOf::ShadowUnder { stops } => {
            under(level(Patch::ShadowSide), level(Patch::Face)).map(|is| by_stops(is, stops, HALF))
        }
        TaskOf::SkyKept => sky_kept(verdict),
        TaskOf::GreyNeutral => verdict.grey.as_ref().map(|grey| {
            let (warm, aside) = (grey.shift.mired(), grey.tint.duv());
            let (done, said) = match (warm.abs() <= NEUTRAL.0, aside.abs() <= NEUTRAL.1) {
                (true, true) => (true, words::GREY_NEUTRAL.to_owned()),
                (false, _) => (false, words::grey_warm(warm)),
                (true, false) => (false, words::grey_aside(aside)),
            };
            TaskGraded { done: Some(done), off: None, said }
        }),
        TaskOf::SharpInHand { shutter } => sharp_in_hand(take, verdict, shutter),
    };
    told.unwrap_or_else(|| TaskGraded { done: None, off: None, said: words::not_marked(marks) })
}

fn by_stops(is: f64, asked: f64, tolerance: f64) -> TaskGraded {
    let off = is - asked;
    let done = off.abs() <= tolerance;
    TaskGraded { done: Some(done), off: Some(off), said: words::under_is(is, &stops_amount(off.abs()), done) }
}

fn sky_kept(verdict: &Verdict) -> Option<TaskGraded> {
    let face = verdict.judged(Patch::Face)?.level.stops();
    let sky = verdict.patches.iter().find(|judged| judged.patch == Patch::Sky)?;
    let burnt = matches!(sky.cannot, Some(Cannot::Burnt { .. }));
    if sky.cannot.is_some() && !burnt {
        return None;
    }
    let dark = face < DARKEST_FACE;
    let said = words::sky_is(burnt, dark);
    Some(TaskGraded { done: Some(!burnt && !dark), off: None, said: said.to_owned() })
}

fn sharp_in_hand(take: &Take, verdict: &Verdict, slowest: ShutterMark) -> Option<TaskGraded> {
    let used = take.settings.shutter?;
    let sharp = verdict.sharp.as_ref()?.sharp.is == Sharpness::Sharp;
    let slow = used <= slowest;
    let said = words::sharp_is(sharp, slow);
    Some(TaskGraded { done: Some(sharp && slow), off: None, said: said.to_owned() })
}
