//! An answer, graded.

use super::{Drawn, DrillFrame, DrillGround, DrillKind, Gesture, colour, drawn};
use crate::marks::stops_amount;
use crate::say::drill as words;
use serde::Serialize;

/// What an answer was worth.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Graded {
    /// Whether it was near enough.
    pub right: bool,
    /// How far off it was, in stops; none where it is no matter of stops.
    pub off: Option<f64>,
    /// The same in words.
    pub said: String,
    /// What is right, in the gesture's own measure.
    pub truth: f64,
    /// The same as it is written.
    pub written: String,
    /// Why.
    pub why: String,
    /// What is right, and what was answered, where that can be seen.
    pub frames: Vec<DrillFrame>,
}

/// How far off an answer is, in the measure its tolerance is told in.
fn off(drawn: &Drawn, answer: f64) -> f64 {
    match drawn.gesture {
        Gesture::Rule { .. } => colour::apart(drawn.truth, answer),
        Gesture::Turn { .. } => (answer - drawn.truth + 540.0).rem_euclid(360.0) - 180.0,
        Gesture::Stops { .. } | Gesture::Dial { .. } | Gesture::Choice { .. } => answer - drawn.truth,
    }
}

fn said(drawn: &Drawn, off: f64, right: bool) -> String {
    if off.abs() < 0.05 {
        return words::EXACT.to_owned();
    }
    let far = match drawn.gesture {
        Gesture::Choice { .. } => return if right { words::EXACT } else { words::ANOTHER }.to_owned(),
        Gesture::Rule { .. } => words::mired_off(off),
        Gesture::Turn { .. } => words::degrees_off(off),
        Gesture::Stops { .. } | Gesture::Dial { .. } => {
            words::stops_off(&stops_amount((off * drawn.stops.unwrap_or(1.0)).abs()))
        }
    };
    if right { words::near(&far) } else { far }
}

fn written(drawn: &Drawn) -> String {
    match &drawn.gesture {
        Gesture::Stops { .. } => words::on_scale(drawn.truth),
        Gesture::Dial { marks, .. } => marks.get(drawn.truth as usize).cloned().unwrap_or_default(),
        Gesture::Rule { .. } => words::kelvin(drawn.truth),
        Gesture::Turn { .. } => words::direction(drawn.truth),
        Gesture::Choice { options } => options.get(drawn.truth as usize).copied().unwrap_or_default().to_owned(),
    }
}

/// Whether a number is an answer to this at all.
fn can_be(gesture: &Gesture, answer: f64) -> bool {
    match gesture {
        Gesture::Stops { from, to, .. } => (*from..=*to).contains(&answer),
        Gesture::Dial { marks, .. } => answer >= 0.0 && (answer as usize) < marks.len() && answer.fract() == 0.0,
        Gesture::Rule { .. } => (1_000.0..=20_000.0).contains(&answer),
        Gesture::Turn { most } => answer.abs() <= *most,
        Gesture::Choice { options } => answer >= 0.0 && (answer as usize) < options.len() && answer.fract() == 0.0,
    }
}

/// Grades an answer to a round; none where there is no such round with this kit, or the number is no answer to it.
#[must_use]
pub fn grade(kind: DrillKind, seed: u32, answer: f64, ground: DrillGround<'_>) -> Option<Graded> {
    let drawn = drawn(kind, seed, ground).filter(|drawn| can_be(&drawn.gesture, answer))?;
    let off = off(&drawn, answer);
    let right = off.abs() <= drawn.tolerance;
    Some(Graded {
        right,
        off: drawn.stops.map(|stops| off * stops),
        said: said(&drawn, off, right),
        truth: drawn.truth,
        written: written(&drawn),
        frames: (drawn.after)(answer),
        why: drawn.why,
    })
}
