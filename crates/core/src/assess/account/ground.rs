//! What a number is made of, and where each of it is from.

use crate::quantity::{ClockTime, Kelvin, Learnt, Stops};
use crate::setup::Patch;
use crate::situation::{Source, Unsure};
use serde::Serialize;

/// Where something a number is made of is from.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Origin {
    /// A meter.
    Metered,
    /// What takes taught.
    Learnt,
    /// The day's forecast.
    Forecast,
    /// Worked out from what was metered elsewhere, or from the set.
    WorkedOut,
    /// The maker's figure, as the kit has it.
    Maker,
    /// What is usual, since nothing better is known.
    Usual,
    /// Set by whoever plans.
    Chosen,
}

/// What is off as takes taught.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum LearntOf {
    /// The body.
    Body,
    /// The lens.
    Lens,
    /// The meter.
    Meter,
    /// The forecast under such a sky.
    Forecast,
}

/// One thing a number is made of.
#[derive(Debug, Clone, PartialEq)]
pub enum Ground {
    /// The ambient of a patch.
    Ambient {
        /// Which.
        patch: Patch,
        /// Where it comes from.
        source: Source,
        /// When it was read, where it was.
        read: Option<ClockTime>,
        /// Its level on the scale.
        level: Stops,
        /// Its likely error.
        error: f64,
    },
    /// What a light gives a patch.
    Flash {
        /// What it is called.
        light: String,
        /// Its level on the scale.
        level: Stops,
        /// What is unsure of it, each with its own error.
        unsure: Vec<Unsure>,
        /// All of that together.
        error: f64,
    },
    /// What takes taught, which is in the number.
    Learnt {
        /// Of what.
        of: LearntOf,
        /// What.
        learnt: Learnt,
    },
    /// A dial that Tolva may turn, or that is held.
    Dial {
        /// Whether it is held.
        held: bool,
    },
    /// The body's sync speed.
    Sync,
    /// How far sharpness reaches, from the lens and a blur circle so wide, in millimetres.
    Sharpness {
        /// The circle.
        circle: f64,
    },
    /// The body's base sensitivity.
    Base,
    /// How long a light takes to be ready, known to a tenth.
    Recharge,
    /// How many frames a battery gives.
    Battery,
    /// The colour of the ambient.
    AmbientColour {
        /// Its temperature.
        kelvin: Kelvin,
        /// Where it is from.
        origin: Origin,
        /// Its likely error in mired.
        error: f64,
    },
    /// A light put somewhere by hand, so far from the face.
    Placed {
        /// What it is called.
        light: String,
        /// From the face, as it is said.
        distance: String,
    },
    /// How wide a light's face is, by its maker.
    Size,
    /// How a light spreads over the set, by what is before it.
    Spread,
    /// What walls, ceilings and cards send back, a share of the whole.
    SentBack {
        /// Which.
        share: f64,
    },
    /// The colour of a flash.
    FlashColour {
        /// Its temperature with its gel.
        kelvin: Kelvin,
    },
}

impl Ground {
    /// Where it is from.
    #[must_use]
    pub fn origin(&self) -> Origin {
        match self {
            Ground::Ambient { source, .. } => match source {
                Source::Metered { .. } => Origin::Metered,
                Source::Forecast { .. } => Origin::Forecast,
                Source::Derived { .. } | Source::Windows => Origin::WorkedOut,
                Source::Usual => Origin::Usual,
            },
            Ground::Flash { unsure, .. } => {
                if unsure.iter().all(|part| matches!(part, Unsure::Metered)) {
                    Origin::Metered
                } else if unsure.iter().any(|part| part.is_learnt()) {
                    Origin::Learnt
                } else {
                    Origin::WorkedOut
                }
            }
            Ground::Learnt { .. } => Origin::Learnt,
            Ground::Dial { .. } | Ground::Placed { .. } => Origin::Chosen,
            Ground::Spread | Ground::SentBack { .. } => Origin::Usual,
            Ground::Sharpness { .. } => Origin::WorkedOut,
            Ground::Size
            | Ground::Sync
            | Ground::Base
            | Ground::Recharge
            | Ground::Battery
            | Ground::FlashColour { .. } => Origin::Maker,
            Ground::AmbientColour { origin, .. } => *origin,
        }
    }
}
