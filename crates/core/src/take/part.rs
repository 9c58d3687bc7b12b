//! What the takes teach of: each thing that can be off.

use crate::house::{House, SkyKind};
use crate::kit::{Kit, Learns};
use crate::quantity::{Id, Learnt, Stops};
use serde::{Deserialize, Serialize};

/// A thing whose correction can be learnt.
#[derive(Debug, Clone, PartialEq, Eq, Hash, PartialOrd, Ord, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "part", rename_all = "snake_case", deny_unknown_fields)]
pub enum Learnable {
    /// A body: how sensitive it is against what it says.
    Body {
        /// Which.
        id: Id,
    },
    /// A lens: how much light it lets through against its f-number.
    Lens {
        /// Which.
        id: Id,
    },
    /// A flash: how bright it is against its guide number.
    Flash {
        /// Which.
        id: Id,
    },
    /// A modifier: what it takes against what is said.
    Modifier {
        /// Which.
        id: Id,
    },
    /// A gel: what it takes against what is printed.
    Gel {
        /// Which.
        id: Id,
    },
    /// A body's own meter: how much brighter than mid-grey it makes frames.
    OwnMeter {
        /// Which.
        id: Id,
    },
    /// How much longer a flash takes to be ready than is said, in doublings.
    Recharge {
        /// Which.
        id: Id,
    },
    /// How many more pops a flash's battery gives than is said, in doublings.
    Pops {
        /// Which.
        id: Id,
    },
    /// The user's meter.
    Meter,
    /// The user's hand: how much longer it holds still than the hand-held rule says.
    Hand,
    /// The forecast under a kind of sky.
    Forecast {
        /// Which.
        sky: SkyKind,
    },
}

impl Learnable {
    /// The thing of the kit it is, if it is one.
    #[must_use]
    pub const fn id(&self) -> Option<&Id> {
        match self {
            Learnable::Body { id }
            | Learnable::Lens { id }
            | Learnable::Flash { id }
            | Learnable::Modifier { id }
            | Learnable::Gel { id }
            | Learnable::OwnMeter { id }
            | Learnable::Recharge { id }
            | Learnable::Pops { id } => Some(id),
            Learnable::Meter | Learnable::Hand | Learnable::Forecast { .. } => None,
        }
    }

    /// What of a thing it is.
    #[must_use]
    pub const fn learns(&self) -> Learns {
        match self {
            Learnable::OwnMeter { .. } => Learns::OwnMeter,
            Learnable::Recharge { .. } => Learns::Recharge,
            Learnable::Pops { .. } => Learns::Pops,
            _ => Learns::Light,
        }
    }

    /// What is said of its light now, as [`TakenFor::said`]; none of what is not in the kit.
    #[must_use]
    pub fn said(&self, kit: &Kit) -> Option<f64> {
        let Some(id) = self.id() else { return Some(0.0) };
        Some(kit.item(id)?.said().unwrap_or(0.0))
    }

    /// What is in force of it.
    #[must_use]
    pub fn in_force(&self, kit: &Kit, house: &House) -> Option<Learnt> {
        match self {
            Learnable::Body { id } => kit.camera(id)?.learnt,
            Learnable::Lens { id } => kit.lens(id)?.learnt,
            Learnable::Flash { id } => kit.flash(id)?.learnt,
            Learnable::Modifier { id } => kit.modifier(id)?.learnt,
            Learnable::Gel { id } => kit.gel(id)?.learnt,
            Learnable::OwnMeter { id } => kit.camera(id)?.own_meter,
            Learnable::Recharge { id } => kit.flash(id)?.recharge_learnt,
            Learnable::Pops { id } => kit.flash(id)?.pops_learnt,
            Learnable::Meter => house.meter.learnt,
            Learnable::Hand => house.hand,
            Learnable::Forecast { sky } => house.skies.of(*sky),
        }
    }
}

/// What a plan took a part to be.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct TakenFor {
    /// Which.
    pub of: Learnable,
    /// What was said of its light then, from any 0 that stays; nothing of body, lens, meter and forecast.
    pub said: Stops,
    /// How much brighter it was taken to be than said.
    pub more: Stops,
}

/// Where the ambient of a patch came from when it was planned.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "by", rename_all = "snake_case", deny_unknown_fields)]
pub enum AmbientBy {
    /// A meter.
    Meter,
    /// An earlier frame.
    Frame,
    /// The forecast, not bent by any reading.
    Forecast {
        /// Under which sky.
        sky: SkyKind,
    },
    /// What is usual, or worked out from elsewhere.
    Guess,
}
