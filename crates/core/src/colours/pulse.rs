//! Lamps that pulse, at a plan's shutter.

use crate::colour::{bands, swing, whole_pulses};
use crate::marks::{Mark, ShutterMark};
use crate::quantity::{Seconds, Stops};
use crate::setup::Patch;
use crate::situation::{Situation, Split};
use serde::Serialize;

/// From here a swing from frame to frame is cautioned about, in stops (common practice).
pub(crate) const SWINGS: f64 = 1.0 / 6.0;

/// How lamps that pulse change the picture from frame to frame.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Pulse {
    /// The patch that swings the most.
    pub patch: Patch,
    /// How far, from the darkest frame to the brightest.
    pub swing: Stops,
    /// How many bands lie down the frame while the curtain travels.
    pub bands: f64,
    /// The mains, in hertz.
    pub mains: f64,
    /// The nearest slower shutter that does not swing.
    pub quiet: ShutterMark,
    /// The same as its dial says it.
    pub quiet_label: String,
}

/// How far the picture swings where all of its light is the ambient of the patch whose lamps pulse the most, in stops.
#[must_use]
pub(crate) fn at_most(s: &Situation<'_>, shutter: ShutterMark) -> f64 {
    if s.pulses > 0.0 { swing(1.0, s.pulses, s.terms.mains(), s.effective_shutter(shutter).time()) } else { 0.0 }
}

/// The swing of the patch that swings most at this shutter; none where no lamp pulses.
#[must_use]
pub(super) fn of(s: &Situation<'_>, split: &Split, shutter: ShutterMark) -> Option<Pulse> {
    if s.pulses == 0.0 {
        return None;
    }
    let (mains, time) = (s.terms.mains(), s.effective_shutter(shutter).time());
    let of_patch = |patch: Patch| {
        let (ambient, total) = (split.ambient[patch]?, split.total[patch]?);
        let share = (ambient - total).exp2().min(1.0);
        Some((patch, swing(share, s.pulses_on(patch), mains, time)))
    };
    let (patch, stops) = Patch::ALL.into_iter().filter_map(of_patch).max_by(|a, b| a.1.total_cmp(&b.1))?;
    if stops < 0.01 {
        return None;
    }
    let quiet = quiet(s, mains, time);
    let travel = s.sync.map_or(time, ShutterMark::time);
    Some(Pulse {
        patch,
        swing: Stops::of(stops),
        bands: bands(mains, travel),
        mains,
        quiet,
        quiet_label: quiet.label(s.step),
    })
}

/// The same where it swings by more than is borne.
#[must_use]
pub(crate) fn swinging(s: &Situation<'_>, split: &Split, shutter: ShutterMark) -> Option<Pulse> {
    of(s, split, shutter).filter(Pulse::swings)
}

impl Pulse {
    /// Whether it swings by more than is borne.
    #[must_use]
    pub fn swings(&self) -> bool {
        self.swing.stops() > SWINGS
    }
}

/// The click nearest to whole pulses, no shorter than a time.
fn quiet(s: &Situation<'_>, mains: f64, no_shorter: Seconds) -> ShutterMark {
    let whole = whole_pulses(mains, no_shorter);
    let sixths = (-whole.seconds().log2() * 6.0).round() as i16;
    let clicks = ShutterMark::clicks(s.shutter.0, s.shutter.1, s.step);
    clicks.into_iter().min_by_key(|click| (click.sixths() - sixths).abs()).unwrap_or(s.shutter.0)
}
