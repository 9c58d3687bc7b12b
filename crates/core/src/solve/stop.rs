use super::change::name;
use crate::assess::DialId;
use crate::marks::{Mark, ShutterMark, StepSize, stops_amount};
use crate::say::drag as said;
use serde::Serialize;

/// What stopped a part of a level short of where it was dragged to.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "by", rename_all = "snake_case")]
pub enum Stop {
    /// No ambient reaches this patch, or none is known.
    NoAmbient,
    /// No flash reaches this patch.
    NoFlash,
    /// The shutter is held.
    ShutterHeld {
        /// So many stops short.
        stops: f64,
    },
    /// The shutter stands at its safe click.
    Sync {
        /// Which.
        at: ShutterMark,
        /// So many stops short.
        stops: f64,
    },
    /// Every dial that could move it stands at its end.
    Ends {
        /// So many stops short.
        stops: f64,
    },
    /// The power is held.
    PowerHeld {
        /// Which.
        dial: DialId,
    },
    /// The flash gives no more.
    FullPower {
        /// So many stops short.
        stops: f64,
    },
    /// The flash gives no less.
    LowestPower {
        /// So many stops over.
        stops: f64,
    },
}

impl Stop {
    /// In a sentence that says what goes on.
    #[must_use]
    pub fn words(&self, step: StepSize) -> String {
        match self {
            Stop::NoAmbient => said::NO_AMBIENT.to_owned(),
            Stop::NoFlash => said::NO_FLASH.to_owned(),
            Stop::ShutterHeld { stops } => said::shutter_held(stops_amount(*stops)),
            Stop::Sync { at, stops } => said::sync(at.label(step), stops_amount(*stops)),
            Stop::Ends { stops } => said::ends(stops_amount(*stops)),
            Stop::PowerHeld { dial } => said::held(name(dial)),
            Stop::FullPower { stops } => said::full_power(stops_amount(*stops)),
            Stop::LowestPower { stops } => said::lowest_power(stops_amount(*stops)),
        }
    }
}
