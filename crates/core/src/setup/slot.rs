use crate::check::Check;
use crate::quantity::limits::SLOT_MINUTES;
use crate::quantity::{ClockTime, Id, Minutes};
use crate::schedule::LightWish;
use serde::{Deserialize, Serialize};

/// Where and when a setup is made.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Slot {
    /// The spot of the job's place.
    pub spot: Id,
    /// When it begins.
    pub time: ClockTime,
    /// How long it takes.
    pub minutes: Minutes,
    /// The light it wants.
    pub wants: LightWish,
    /// Whether the time is the client's and cannot be moved.
    pub fixed: bool,
}

impl Slot {
    pub(super) fn check(&self, check: &mut Check) {
        check.range("/slot/minutes", SLOT_MINUTES, self.minutes.minutes());
    }
}
