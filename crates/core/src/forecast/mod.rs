//! What the ambient will do at a spot: sun, sky, ground and lamps on each patch, bent to what was read there.

mod around;
mod bend;
mod lit;
mod modelled;
mod seen;
mod standing;

pub use around::{Around, FaceLight, open_ground, over_skyline};
pub use bend::{Known, bent};
pub use lit::{Part, PatchLight};
pub(crate) use modelled::IN_FRAME;
pub use modelled::{Modelled, modelled};
pub use seen::Seen;
pub use standing::{AmbientSource, Standing};

use crate::house::SkyKind;
use crate::quantity::{ClockTime, Duv, Ev100, Id, Kelvin, Share, Stops};
use crate::scene::Sun;
use crate::set::{Dome, Skyline};
use crate::setup::PerPatch;
use serde::Serialize;

/// What the forecast says of one patch.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct ForecastLevel {
    /// The exposure that will put it where it should be, without what cards add.
    pub ev: Ev100,
    /// What cards and panels add to it, in stops.
    pub cards: Stops,
    /// Its likely error, to either side.
    pub error: Stops,
    /// The reading it is bent to, if any.
    pub reading: Option<Id>,
    /// How far that reading was from the model: reading − model.
    pub difference: Stops,
    /// Minutes between that reading and the time forecast.
    pub age: f64,
}

/// How far one source of the ambient is from what was expected of it, by what was read.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct SourceLevel {
    /// Which.
    pub source: AmbientSource,
    /// Stops brighter.
    pub scale: Stops,
    /// Its likely error, to either side.
    pub error: Stops,
    /// Whether a reading tells of it.
    pub touched: bool,
    /// Whether it is the sun and a cloud stands before it.
    pub hidden: bool,
}

/// What a reading that was turned elsewhere tells of the patch it was taken before.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct TurnedReading {
    /// Which.
    pub reading: Id,
    /// How many stops more the patch gets than the meter showed; none where there was nothing to turn it to.
    pub patch_gets: Option<Stops>,
    /// How bright the sun itself is by it, on a surface turned straight to it; none where it was not turned to a sun.
    pub sun: Option<Ev100>,
}

/// What the forecast says of a setup at its time.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Forecast {
    /// The time.
    pub time: ClockTime,
    /// The kind of sky it goes by; none where none is seen.
    pub sky: Option<SkyKind>,
    /// Each patch, in the order of the stop scale; none where nothing can be said of it.
    #[cfg_attr(feature = "openapi", schema(value_type = [Option<ForecastLevel>; 6]))]
    pub levels: PerPatch<Option<ForecastLevel>>,
    /// What the ambient comes from, as far as readings tell of it; empty before any.
    pub sources: Vec<SourceLevel>,
    /// The sun as it stands on the set, where it shines on it.
    pub sun: Option<Sun>,
    /// The colour of what falls on the face.
    pub kelvin: Option<Kelvin>,
    /// How far that is to the green side.
    pub duv: Option<Duv>,
    /// The colour of what the background sends back.
    pub background_kelvin: Option<Kelvin>,
    /// How far that is to the green side.
    pub background_duv: Option<Duv>,
    /// The share of the background that will be in sun.
    pub sunlit: Share,
    /// What readings that were turned elsewhere tell of their patches.
    pub turned: Vec<TurnedReading>,
    /// The sky over it and the skyline before that; none in a room.
    #[serde(skip)]
    pub far_off: Option<FarOff>,
    /// Leaves over it.
    #[serde(skip)]
    pub leaves: Option<Leaves>,
}

/// Leaves over a set.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Leaves {
    /// The share of the sun that comes through on the whole.
    pub open: f64,
    /// How far a fleck of sun on the face stands over the shade between them; none where the sun does not come to it.
    pub flecks: Option<Stops>,
}

/// What lies far off behind a set at its time.
#[derive(Debug, Clone, PartialEq)]
pub struct FarOff {
    /// The sky, turned as the set is.
    pub dome: Dome,
    /// What it gives level ground in the open, in lux.
    pub lux: f64,
    /// What stands before it.
    pub skyline: Skyline,
}

#[cfg(test)]
mod tests;
