//! The terms a picture is made under: what the house chose, what the job is for, and what its venue allows.

mod purpose;
mod venue;

pub use purpose::{Purpose, Shape, Shown};
pub use venue::{Rule, Venue};

use crate::house::House;
use serde::Serialize;

/// The terms a picture is made under, whatever the setup.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize)]
pub struct Terms {
    /// The house's choices.
    pub house: House,
    /// What the picture is for.
    pub purpose: Purpose,
    /// What the venue allows.
    pub venue: Venue,
    /// The frequency of the mains there, in hertz, where a place tells it.
    pub mains: Option<f64>,
}

impl Terms {
    /// The frequency of the mains, in hertz.
    #[must_use]
    pub fn mains(&self) -> f64 {
        self.mains.unwrap_or_else(|| self.house.mains.hertz(None))
    }
}

/// Of a setup that is no job's: for nothing in particular, where everything is allowed.
impl From<House> for Terms {
    fn from(house: House) -> Terms {
        Terms { house, ..Terms::default() }
    }
}
