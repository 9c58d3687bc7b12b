//! What the takes teach: how body, lens, flash, modifier, gel, meter and forecast differ from what is said of them, and a body's tone
//! curve. Nothing of it is applied but by the person.

mod applied;
mod bracket;
mod hand;
mod least;
mod prior;
mod rows;
mod seen;
mod session;
mod staged;

pub use applied::{is_of_frames, shifted};
pub use bracket::{Bracket, BracketError, Fitted, Sample, fitted};
pub use rows::Taught;
pub use seen::{Once, battery_gave, meter_shown, ready_after, seen_once};
pub use session::{SessionFrame, session};
pub use staged::session_job;

use crate::house::House;
use crate::kit::Kit;
use crate::quantity::{Id, Learnt, Stops, no_finer};
use crate::say;
use crate::setup::Patch;
use crate::take::Learnable;
use least::Least;
use rows::Rows;
use serde::Serialize;
use std::collections::BTreeSet;

/// What to do with a correction.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Offer {
    /// It is worth applying.
    Apply,
    /// It is in force as it is.
    InForce,
    /// It is not known well enough yet.
    Unsure,
    /// It is so small that it changes nothing.
    Slight,
}

impl Offer {
    const fn words(self) -> &'static str {
        match self {
            Offer::Apply => "",
            Offer::InForce => say::learnt::IN_FORCE,
            Offer::Unsure => say::learnt::UNSURE,
            Offer::Slight => say::learnt::SLIGHT,
        }
    }
}

/// A correction that the takes teach.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Correction {
    /// Of what.
    pub of: Learnable,
    /// Its name.
    pub name: String,
    /// What is learnt.
    pub learnt: Learnt,
    /// What it was likely to be off by before any take.
    pub prior: Stops,
    /// What is in force of it.
    pub in_force: Option<Learnt>,
    /// What to do with it.
    pub offer: Offer,
    /// All of it in a sentence.
    pub text: String,
}

/// Parts that the takes tell only together.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Together {
    /// Which.
    pub of: Vec<Learnable>,
    /// How much brighter all of them together are than said.
    pub more: Stops,
    /// The likely error of that.
    pub spread: Stops,
    /// In a sentence.
    pub text: String,
}

/// How far a patch of a take was from what was said, and from what was learnt.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Residual {
    /// The take.
    pub take: Id,
    /// When it was taken.
    pub at: String,
    /// The patch.
    pub patch: Patch,
    /// From what was said, before anything is learnt.
    pub before: Stops,
    /// From what is learnt.
    pub after: Stops,
    /// How much it counts, 0 to 1: what lies far off counts less.
    pub weight: f64,
}

/// What the takes teach.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Learning {
    /// How many takes tell something.
    pub takes: u32,
    /// Each correction, the surest first.
    pub corrections: Vec<Correction>,
    /// What is known only as a sum.
    pub together: Vec<Together>,
    /// Each patch of the newest takes.
    pub residuals: Vec<Residual>,
    /// How far takes were off on the whole before, and are after: root mean squares.
    pub before: Stops,
    /// After.
    pub after: Stops,
    /// The whole of it in a line.
    pub headline: String,
    /// How sure each part is with every other: what the next frames are chosen by.
    #[serde(skip)]
    spread: Option<(Vec<Learnable>, nalgebra::DMatrix<f64>)>,
}

/// No more patches are told one by one.
const MOST_TOLD: usize = 400;
/// A correction is offered where the takes have brought its error under this part of what it was.
const SURER: f64 = 0.75;
/// A correction smaller than this changes nothing anyone sees, in stops.
const SLIGHT: f64 = 0.05;
/// Parts are told as a sum where that is surer by this factor than the one of them that is known worst.
const TOLD_AS_SUM: f64 = 0.7;
/// No more sums are told.
const MOST_SUMS: usize = 8;

/// Learns from takes.
#[must_use]
pub fn learn(takes: &[Taught<'_>], kit: &Kit, house: &House) -> Learning {
    let rows = Rows::of(takes, kit);
    let hand = hand::hand(takes).map(|learnt| {
        let of = Learnable::Hand;
        correction(&of, learnt, prior::HAND, of.in_force(kit, house), kit)
    });
    let seen = seen::in_force(kit, house);
    let Some(least) = Least::of(&rows).filter(|_| !rows.rows.is_empty()) else { return Learning::only(hand, seen) };
    let spread = |part: usize| least.spread[(part, part)].max(0.0).sqrt();
    let touching = |part: usize| -> u32 {
        let of = rows.rows.iter().filter(|row| row.touches(part)).map(|row| row.take);
        of.collect::<BTreeSet<usize>>().len() as u32
    };
    let mut corrections: Vec<Correction> = rows
        .parts
        .iter()
        .enumerate()
        .filter(|(part, _)| touching(*part) > 0)
        .map(|(part, of)| {
            let learnt = Learnt {
                more: Stops::of(no_finer(least.found[part], 0.01)),
                spread: Stops::of(no_finer(spread(part), 0.001).max(0.001)),
                takes: touching(part),
            };
            correction(of, learnt, rows.priors[part], of.in_force(kit, house), kit)
        })
        .chain(hand)
        .chain(seen)
        .collect();
    corrections.sort_by(|a, b| {
        let surer = |one: &Correction| one.learnt.spread.stops() / one.prior.stops();
        surer(a).total_cmp(&surer(b))
    });
    let square = |all: &[f64]| (all.iter().map(|one| one * one).sum::<f64>() / all.len().max(1) as f64).sqrt();
    let (before, after) = (square(&least.before), square(&least.left));
    let told = rows.rows.iter().zip(least.before.iter().zip(&least.left).zip(&least.weights));
    let residual = |(row, ((before, after), weight)): (&rows::Row, ((&f64, &f64), &f64))| Residual {
        take: takes[row.take].id.clone(),
        at: takes[row.take].at.to_owned(),
        patch: row.patch,
        before: Stops::of(*before),
        after: Stops::of(*after),
        weight: *weight,
    };
    let mut residuals: Vec<Residual> = told.map(residual).collect();
    residuals.sort_by(|a, b| b.at.cmp(&a.at));
    residuals.truncate(MOST_TOLD);
    let counted = rows.rows.iter().map(|row| row.take).collect::<BTreeSet<_>>().len() as u32;
    Learning {
        takes: counted,
        together: together(&rows, &least, kit),
        headline: say::learnt::headline(counted, say::give_or_take(before), say::give_or_take(after)),
        corrections,
        residuals,
        before: Stops::of(before),
        after: Stops::of(after),
        spread: Some((rows.parts.clone(), least.spread.clone())),
    }
}

fn correction(of: &Learnable, learnt: Learnt, prior: f64, in_force: Option<Learnt>, kit: &Kit) -> Correction {
    let (more, spread) = (learnt.more.stops(), learnt.spread.stops());
    let offer = if in_force.is_some_and(|known| (known.more.stops() - more).abs() < SLIGHT) {
        Offer::InForce
    } else if spread > SURER * prior {
        Offer::Unsure
    } else if in_force.is_none() && more.abs() < SLIGHT {
        Offer::Slight
    } else {
        Offer::Apply
    };
    let name = say::capital(&name(of, kit));
    let (more, error) = (say::tenths_of_stops(more), say::stops_error(spread));
    let told = match of {
        Learnable::Hand => say::learnt::hand(&more, &error, learnt.takes),
        Learnable::OwnMeter { id } | Learnable::Recharge { id } | Learnable::Pops { id } => {
            kit.item(id).and_then(|item| item.seen_told(of.learns())).unwrap_or_default()
        }
        _ => say::learnt::correction(&more, &error, learnt.takes),
    };
    let text = told + offer.words();
    Correction { of: of.clone(), name, learnt, prior: Stops::of(prior), in_force, offer, text }
}

/// What a part is called.
pub(crate) fn name(of: &Learnable, kit: &Kit) -> String {
    let named = of.id().and_then(|id| kit.item(id)).map(|item| item.name().to_string());
    match of {
        Learnable::Meter => say::learnt::YOUR_METER.to_owned(),
        Learnable::Hand => say::learnt::YOUR_HAND.to_owned(),
        Learnable::Forecast { sky } => say::learnt::forecast_under(sky.words()),
        _ => named.unwrap_or_default(),
    }
}

/// What the takes tell only as a sum: of everything that stood in one frame, or before one flash.
fn together(rows: &Rows, least: &Least, kit: &Kit) -> Vec<Together> {
    let mut sets: BTreeSet<Vec<usize>> = BTreeSet::new();
    for row in &rows.rows {
        for light in &row.lights {
            sets.insert(light.parts.clone());
            sets.insert([row.frame.as_slice(), &light.parts].concat());
        }
        sets.insert(row.frame.clone());
    }
    let spread = |parts: &[usize]| -> f64 {
        let each = parts.iter().flat_map(|a| parts.iter().map(move |b| least.spread[(*a, *b)]));
        each.sum::<f64>().max(0.0).sqrt()
    };
    let told = |parts: &Vec<usize>| {
        let worst = parts.iter().map(|part| spread(&[*part])).fold(0.0, f64::max);
        let of_all = spread(parts);
        if parts.len() < 2 || of_all > TOLD_AS_SUM * worst {
            return None;
        }
        let more: f64 = parts.iter().map(|part| least.found[*part]).sum();
        let of: Vec<Learnable> = parts.iter().map(|part| rows.parts[*part].clone()).collect();
        let names: Vec<String> = of.iter().map(|part| name(part, kit)).collect();
        let text = say::learnt::together(&names, say::tenths_of_stops(more), say::stops_error(of_all));
        Some(Together { of, more: Stops::of(no_finer(more, 0.01)), spread: Stops::of(of_all), text })
    };
    let mut found: Vec<Together> = sets.iter().filter_map(told).collect();
    found.sort_by(|a, b| a.spread.stops().total_cmp(&b.spread.stops()));
    found.truncate(MOST_SUMS);
    found
}

impl Learning {
    /// Where no take tells anything of light: of the hand at most, beside what was seen.
    fn only(hand: Option<Correction>, seen: Vec<Correction>) -> Learning {
        Learning {
            takes: hand.as_ref().map_or(0, |hand| hand.learnt.takes),
            headline: if hand.is_some() { say::learnt::ONLY_THE_HAND } else { say::learnt::NOTHING }.to_owned(),
            corrections: hand.into_iter().chain(seen).collect(),
            together: Vec::new(),
            residuals: Vec::new(),
            before: Stops::ZERO,
            after: Stops::ZERO,
            spread: None,
        }
    }
}

#[cfg(test)]
mod tests;
