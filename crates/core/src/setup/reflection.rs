use crate::quantity::Id;
use serde::{Deserialize, Serialize};

/// What is seen in a pane.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "what", rename_all = "snake_case", deny_unknown_fields)]
pub enum Mirrored {
    /// A light.
    Light {
        /// Which.
        light: Id,
    },
    /// What a light that is bounced lights up of the room.
    Bounce {
        /// Which light.
        light: Id,
    },
    /// The photographer.
    Photographer,
    /// The people in the picture, from their other side.
    People,
    /// A card.
    Card {
        /// Which.
        card: Id,
    },
}

/// A reflection that is wanted in the picture, and is kept in it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct WantedReflection {
    /// In which pane.
    pub pane: Id,
    /// Of what.
    pub seen: Mirrored,
}

impl super::Setup {
    /// Whether a reflection is wanted.
    #[must_use]
    pub fn wants(&self, pane: &Id, seen: &Mirrored) -> bool {
        self.wanted_reflections.iter().any(|wanted| wanted.pane == *pane && wanted.seen == *seen)
    }
}
