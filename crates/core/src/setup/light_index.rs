use super::{Light, Setup};
use crate::quantity::Id;
use serde::Serialize;

/// Which light of a setup: its place in the setup's own list, from 0, whether it fires or not.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord, Hash, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(transparent)]
pub struct LightIndex(usize);

impl LightIndex {
    /// Its place, for lists that run along a setup's lights.
    #[must_use]
    pub const fn place(self) -> usize {
        self.0
    }

    /// The letter it is called by: A for the first.
    #[must_use]
    pub fn mark(self) -> String {
        char::from_u32('A' as u32 + self.0 as u32).map(String::from).unwrap_or_default()
    }
}

impl Setup {
    /// Every light with its place.
    pub fn indexed_lights(&self) -> impl Iterator<Item = (LightIndex, &Light)> {
        self.lights.iter().enumerate().map(|(place, light)| (LightIndex(place), light))
    }

    /// The place of a light of this id.
    #[must_use]
    pub fn light_index(&self, id: &Id) -> Option<LightIndex> {
        self.indexed_lights().find(|(_, light)| light.id == *id).map(|(index, _)| index)
    }
}
