//! What each part is likely to be off by before any take tells.

use crate::kit::{Kit, Output};
use crate::situation::Unsure;
use crate::take::Learnable;

/// How far bodies are off by their sensitivity, and lenses by their f-number, in stops (common practice).
const FRAME: f64 = 1.0 / 3.0;
/// How far one meter is from another, in stops (common practice).
const METER: f64 = 0.1;
/// How far a forecast is off under one kind of sky, on the whole, in stops (the program's own estimate).
const FORECAST: f64 = 0.5;

/// How far hands differ from the hand-held rule, in stops (the program's own estimate).
pub(super) const HAND: f64 = 1.0;

/// How far bodies' own meters are from one another, in stops (common practice).
const OWN_METER: f64 = 1.0 / 3.0;
/// How far makers' times and counts are off, in doublings: a fifth (the program's own estimate).
pub(super) const SEEN: f64 = 0.26;

/// How far a part is likely to be off by what is said of it, in stops to either side; none of what is not in the kit.
pub(super) fn prior(part: &Learnable, kit: &Kit) -> Option<f64> {
    match part {
        Learnable::Body { id } => kit.camera(id).map(|_| FRAME),
        Learnable::Lens { id } => kit.lens(id).map(|_| FRAME),
        Learnable::Flash { id } => kit.flash(id).map(|flash| match flash.output {
            Output::GuideNumber { .. } | Output::ZoomTable { .. } => Unsure::GuideNumber.error(),
            Output::WattSeconds { .. } => Unsure::WattSeconds.error(),
            Output::Metered { .. } => Unsure::Metered.error(),
        }),
        Learnable::Modifier { id } => kit.modifier(id).map(|_| Unsure::ModifierLoss.error()),
        Learnable::Gel { id } => kit.gel(id).map(|_| Unsure::GelLoss.error()),
        Learnable::OwnMeter { id } => kit.camera(id).map(|_| OWN_METER),
        Learnable::Recharge { id } | Learnable::Pops { id } => kit.flash(id).map(|_| SEEN),
        Learnable::Meter => Some(METER),
        Learnable::Forecast { .. } => Some(FORECAST),
        Learnable::Hand => Some(HAND),
    }
}
