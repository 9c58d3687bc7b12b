use super::Horizon;
use crate::check::Check;
use crate::quantity::limits::{AMBIENT_KELVIN, ROOF_EDGE, THROUGH_LEAVES, WALK_MINUTES, WINDOW_DISTANCE, WINDOW_SIDE};
use crate::quantity::{Altitude, Bearing, Ev100, Id, Kelvin, Metres, Minutes, Name, Share};
use serde::{Deserialize, Serialize};

/// What stands between a spot and the sky.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "kind", rename_all = "snake_case", deny_unknown_fields)]
pub enum Surroundings {
    /// Nothing: sun and sky reach it.
    Open,
    /// A building or trees keep the sun off; the sky reaches it.
    Shade,
    /// Leaves overhead: the sun comes through in flecks.
    Leaves {
        /// The share of it that comes through on the whole: dense 0.1, usual 0.25, thin 0.5 (common practice).
        open: Share,
    },
    /// A roof overhead, open in front: doors, a porch, the edge of a wood.
    Overhang {
        /// How high the roof's edge stands as the subject looks out.
        edge: Altitude,
    },
    /// A room: daylight comes through one window that the subject faces.
    Window {
        /// Its width.
        width: Metres,
        /// Its height.
        height: Metres,
        /// The subject's distance from it.
        distance: Metres,
    },
    /// A room without daylight.
    Room,
}

impl Surroundings {
    /// The share of the sun that comes to the set from where it stands, on the whole.
    #[must_use]
    pub fn sun_through(self) -> f64 {
        match self {
            Surroundings::Open | Surroundings::Overhang { .. } => 1.0,
            Surroundings::Leaves { open } => open.share(),
            Surroundings::Shade | Surroundings::Window { .. } | Surroundings::Room => 0.0,
        }
    }
}

/// Lamps that burn all the time, metered by themselves.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Lamps {
    /// What an incident meter reads at the face with daylight gone.
    pub level: Ev100,
    /// Their colour.
    pub kelvin: Kelvin,
}

/// Where one stands in a place.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Spot {
    /// Its id.
    pub id: Id,
    /// What it is called.
    pub name: Name,
    /// What stands between it and the sky.
    pub surroundings: Surroundings,
    /// The share of the sky that is free of what stands around, 1 in the open.
    pub sky: Share,
    /// What the ground sends back: grass 0.2, pale paving 0.35–0.45, snow 0.8, dark water 0.05–0.1 (common practice).
    pub ground: Share,
    /// Whether there is water beside it.
    pub by_water: bool,
    /// Which way the subject faces.
    pub subject_faces: Bearing,
    /// Which way the camera looks.
    pub camera_looks: Bearing,
    /// Its own skyline; the place's without.
    pub horizon: Option<Horizon>,
    /// Lamps that burn there.
    pub lamps: Option<Lamps>,
    /// The walk to it from where the kit stands.
    pub walk: Minutes,
}

impl Spot {
    /// Whether it is in a room, where the sky is no background.
    #[must_use]
    pub const fn is_indoors(&self) -> bool {
        matches!(self.surroundings, Surroundings::Window { .. } | Surroundings::Room)
    }

    /// Minutes from this spot to another, by way of where the kit stands; none to stay.
    #[must_use]
    pub fn walk_to(&self, other: &Spot) -> f64 {
        if self.id == other.id { 0.0 } else { self.walk.minutes() + other.walk.minutes() }
    }

    pub(crate) fn check(&self, at: &str, check: &mut Check) {
        check.range(format_args!("{at}/walk"), WALK_MINUTES, self.walk.minutes());
        match self.surroundings {
            Surroundings::Overhang { edge } => {
                check.range(format_args!("{at}/surroundings/edge"), ROOF_EDGE, edge.degrees());
            }
            Surroundings::Window { width, height, distance } => {
                check.range(format_args!("{at}/surroundings/width"), WINDOW_SIDE, width.metres());
                check.range(format_args!("{at}/surroundings/height"), WINDOW_SIDE, height.metres());
                check.range(format_args!("{at}/surroundings/distance"), WINDOW_DISTANCE, distance.metres());
            }
            Surroundings::Leaves { open } => {
                check.range(format_args!("{at}/surroundings/open"), THROUGH_LEAVES, open.share());
            }
            Surroundings::Open | Surroundings::Shade | Surroundings::Room => {}
        }
        if let Some(lamps) = self.lamps {
            check.range(format_args!("{at}/lamps/kelvin"), AMBIENT_KELVIN, lamps.kelvin.kelvin());
        }
        if let Some(horizon) = &self.horizon {
            super::horizon::check_horizon(horizon, &format!("{at}/horizon"), check);
        }
    }
}
