//! How evenly a group is lit.

use crate::assess::Facts;
use crate::assess::account::{Account, set as account};
use crate::field::Gain;
use crate::marks::stops_amount;
use crate::quantity::Stops;
use crate::say;
use crate::setup::Patch;
use crate::situation::Situation;
use serde::Serialize;

/// How evenly a group is lit.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Evenness {
    /// From the darkest face to the brightest, all light together.
    pub spread: Stops,
    /// The darkest face, counted from 0.
    pub darkest: u32,
    /// The brightest.
    pub brightest: u32,
    /// Each face against the main one.
    pub faces: Vec<Stops>,
    /// In words.
    pub text: String,
    /// Where the spread comes from; none without a key.
    pub account: Option<Account>,
}

pub(super) fn of(s: &Situation<'_>, facts: &Facts) -> Option<Evenness> {
    let totals = face_levels(s, facts)?;
    let main = *totals.first()?;
    let most = |better: fn(f64, f64) -> bool| {
        (0..totals.len()).reduce(|a, b| if better(totals[b], totals[a]) { b } else { a }).unwrap_or(0)
    };
    let (darkest, brightest) = (most(|a, b| a < b), most(|a, b| a > b));
    let spread = totals[brightest] - totals[darkest];
    let text = if spread <= 1.0 / 3.0 {
        say::evenness::even(stops_amount(spread))
    } else {
        let side = |index: usize| place_of(s, index);
        say::evenness::uneven(stops_amount(spread), side(brightest), side(darkest))
    };
    Some(Evenness {
        spread: Stops::of(spread),
        darkest: darkest as u32,
        brightest: brightest as u32,
        faces: totals.iter().map(|level| Stops::of(level - main)).collect(),
        text,
        account: account::of_evenness(s, spread),
    })
}

/// The level of every face of a group, flash and ambient together; none for one face.
pub(crate) fn face_levels(s: &Situation<'_>, facts: &Facts) -> Option<Vec<f64>> {
    let count = s.stage.faces.len();
    if count < 2 || s.lights.is_empty() {
        return None;
    }
    let ambient = facts.split.ambient[Patch::Face].map_or(0.0, f64::exp2);
    // What the main face gets of each, times how another differs.
    let each = s.field.lights.iter().zip(&facts.parts).filter_map(|(field, part)| {
        let main = field.patches[Patch::Face].map_or(0.0, Gain::sum);
        (main > 0.0).then(|| (&field.faces, part[Patch::Face].map_or(0.0, f64::exp2) / main))
    });
    let mut levels = vec![ambient; count];
    for (faces, times) in each {
        levels.iter_mut().zip(faces).for_each(|(level, gain)| *level += gain.sum() * times);
    }
    levels.iter_mut().for_each(|level| *level = level.max(1e-9).log2());
    Some(levels)
}

/// A face's place in words.
fn place_of(s: &Situation<'_>, index: usize) -> &'static str {
    let (x, y) = (s.stage.faces[index].at.x - s.setup.focus().x, s.stage.faces[index].at.y - s.setup.focus().y);
    match (x < -0.3, x > 0.3, y > 0.3) {
        (true, _, false) => say::evenness::FRONT_LEFT,
        (_, true, false) => say::evenness::FRONT_RIGHT,
        (true, _, true) => say::evenness::BACK_LEFT,
        (_, true, true) => say::evenness::BACK_RIGHT,
        (_, _, true) => say::evenness::MIDDLE_OF_BACK,
        _ => say::evenness::MIDDLE,
    }
}
