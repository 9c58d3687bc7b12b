//! Places and the spots in them: where on the earth, what hides the sky, and which way one faces there.

mod horizon;
mod spot;
mod zone;

pub use crate::sun::{Horizon, HorizonPoint};
#[cfg(test)]
pub(crate) use horizon::check_horizon;
pub use spot::{Lamps, Spot, Surroundings};
pub use zone::{TimeZoneName, ZoneError};

use crate::check::Check;
use crate::quantity::limits::SPOTS;
use crate::quantity::{Id, Latitude, Longitude, Name, SeaHeight};
use crate::sun::Earth;
use serde::{Deserialize, Serialize};

/// Where a job is photographed.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Place {
    /// What it is called: a town's name, or any other.
    pub name: Name,
    /// North positive.
    pub latitude: Latitude,
    /// East positive.
    pub longitude: Longitude,
    /// Above the sea.
    pub height: SeaHeight,
    /// The time its clocks show.
    pub zone: TimeZoneName,
    /// Hills, houses and trees around it.
    pub horizon: Horizon,
    /// Where one stands in it.
    pub spots: Vec<Spot>,
}

impl Place {
    /// On the earth.
    #[must_use]
    pub fn earth(&self) -> Earth {
        Earth { latitude: self.latitude, longitude: self.longitude, height: self.height }
    }

    /// A spot by its id.
    #[must_use]
    pub fn spot(&self, id: &Id) -> Option<&Spot> {
        self.spots.iter().find(|spot| spot.id == *id)
    }

    /// The horizon seen from a spot: its own, or else the place's.
    #[must_use]
    pub fn horizon_at<'a>(&'a self, spot: &'a Spot) -> &'a Horizon {
        spot.horizon.as_ref().unwrap_or(&self.horizon)
    }

    pub(crate) fn check(&self, at: &str, check: &mut Check) {
        horizon::check_horizon(&self.horizon, &format!("{at}/horizon"), check);
        check.count(format_args!("{at}/spots"), SPOTS, self.spots.len());
        check.distinct(&format!("{at}/spots"), self.spots.iter().map(|spot| &spot.id));
        for (index, spot) in self.spots.iter().enumerate() {
            spot.check(&format!("{at}/spots/{index}"), check);
        }
    }
}
