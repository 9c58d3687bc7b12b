//! Plans that really differ, each with its price.

use super::grid::{Solution, best};
use super::price::{Cost, price};
use super::score::Weights;
use crate::marks::{Mark, StepSize};
use crate::quantity::Power;
use crate::say;
use crate::situation::{Dials, Situation};
use crate::wanted::given_up;
use serde::Serialize;

/// What an alternative puts first.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum AlternativeKind {
    /// The lowest ISO.
    LowestIso,
    /// The least flash power.
    LeastFlash,
    /// The shallowest depth.
    ShallowestDepth,
    /// The fastest pace.
    FastestPace,
    /// The greatest depth.
    GreatestDepth,
}

/// Another plan.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Alternative {
    /// What it puts first.
    pub kind: AlternativeKind,
    /// Its name.
    pub name: &'static str,
    /// ISO, in sixths of a stop.
    pub iso: i16,
    /// Aperture, in sixths of a stop.
    pub aperture: i16,
    /// Shutter, in sixths of a stop.
    pub shutter: i16,
    /// ND, in sixths of a stop.
    pub nd: i16,
    /// Powers of all lights of the setup, in its order.
    pub powers: Vec<Power>,
    /// Its dials in one line.
    pub marks: String,
    /// What changes against the plan, as data.
    pub costs: Vec<Cost>,
    /// What changes, in a sentence.
    pub price: String,
}

impl AlternativeKind {
    const ALL: [AlternativeKind; 5] = [
        AlternativeKind::LowestIso,
        AlternativeKind::LeastFlash,
        AlternativeKind::ShallowestDepth,
        AlternativeKind::FastestPace,
        AlternativeKind::GreatestDepth,
    ];

    const fn words(self) -> &'static str {
        match self {
            AlternativeKind::LowestIso => "Lowest ISO",
            AlternativeKind::LeastFlash => say::ways::LEAST_FLASH,
            AlternativeKind::ShallowestDepth => "Shallowest depth",
            AlternativeKind::FastestPace => "Fastest pace",
            AlternativeKind::GreatestDepth => "Greatest depth",
        }
    }

    /// These weights with one thing put first.
    fn weights(self, w: Weights) -> Weights {
        match self {
            AlternativeKind::LowestIso => Weights { iso: 1.2, usual_aperture: 0.02, power: 0.05, ..w },
            AlternativeKind::LeastFlash => Weights { pace: 0.12, usual_aperture: 0.0, iso: 0.05, ..w },
            AlternativeKind::ShallowestDepth => Weights { openness: 0.5, usual_aperture: 0.0, depth: 0.1, ..w },
            AlternativeKind::FastestPace => Weights { pace: 0.35, recharge: 3.0, usual_aperture: 0.0, iso: 0.08, ..w },
            AlternativeKind::GreatestDepth => Weights { closedness: 0.35, usual_aperture: 0.0, ..w },
        }
    }

    /// Whether a solution is really better at what this puts first.
    fn wins(self, s: &Situation<'_>, other: &Solution, plan: &Dials) -> bool {
        const CLEARLY: f64 = 0.6;
        let hardest = |dials: &Dials| {
            let powers = s.lights.iter().map(|lit| dials.power(lit.index).stops_below_full());
            powers.fold(f64::INFINITY, f64::min)
        };
        match self {
            AlternativeKind::LowestIso => plan.iso.stops() - other.dials.iso.stops() >= CLEARLY,
            AlternativeKind::ShallowestDepth => plan.aperture.stops() - other.dials.aperture.stops() >= CLEARLY,
            AlternativeKind::GreatestDepth => other.dials.aperture.stops() - plan.aperture.stops() >= CLEARLY,
            AlternativeKind::LeastFlash | AlternativeKind::FastestPace => {
                !s.lights.is_empty() && hardest(&other.dials) - hardest(plan) >= CLEARLY
            }
        }
    }
}

fn differ(a: &Dials, b: &Dials) -> bool {
    const CLICKS: i16 = 4;
    let far = |x: i16, y: i16| (x - y).abs() >= CLICKS;
    far(a.iso.sixths(), b.iso.sixths())
        || far(a.aperture.sixths(), b.aperture.sixths())
        || far(a.shutter.sixths(), b.shutter.sixths())
        || far(a.nd.sixths(), b.nd.sixths())
}

/// Up to three plans that differ clearly from the plan and from each other and win at what they put first.
pub(super) fn alternatives(s: &Situation<'_>, plan: &Dials) -> Vec<Alternative> {
    let mut found: Vec<(AlternativeKind, Dials)> = Vec::new();
    for kind in AlternativeKind::ALL.into_iter().take_while(|_| !given_up()) {
        let other = best(s, &kind.weights(Weights::of(s.terms.house.habits)));
        // What wins is other dials than the plan's: the powers follow from them.
        if kind.wins(s, &other, plan)
            && differ(plan, &other.dials)
            && found.iter().all(|(_, known)| differ(known, &other.dials))
        {
            found.push((kind, other.dials));
        }
    }
    found.truncate(3);
    found
        .into_iter()
        .map(|(kind, dials)| {
            let (costs, price) = price((s, plan), (s, &dials));
            Alternative {
                kind,
                name: kind.words(),
                iso: dials.iso.sixths(),
                aperture: dials.aperture.sixths(),
                shutter: dials.shutter.sixths(),
                nd: dials.nd.sixths(),
                marks: marks(s, &dials, s.step),
                powers: dials.powers,
                costs,
                price,
            }
        })
        .collect()
}

fn marks(s: &Situation<'_>, dials: &Dials, step: StepSize) -> String {
    let mut said =
        format!("{} · {} · ISO {}", dials.shutter.label(step), dials.aperture.label(step), dials.iso.label(step));
    if dials.nd.sixths() > 0 {
        said += &format!(" · ND {}", dials.nd.label(step));
    }
    for lit in &s.lights {
        said += &format!(" · {}", dials.power(lit.index).label(lit.flash.notation, lit.flash.power_step));
    }
    said
}
