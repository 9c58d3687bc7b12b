use super::{Aim, Position};
use crate::geometry::{DVec3, Flat};
use crate::quantity::{Id, Metres};
use serde::{Deserialize, Serialize};

/// What a card does with the light that falls on it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize, PartialOrd, Ord)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum CardKind {
    /// Sends it back to all sides.
    White,
    /// Sends it back as a dull mirror does.
    Silver,
    /// The same, warmer.
    Gold,
    /// Takes it.
    Black,
    /// Lets it through, softened.
    Diffusion,
}

impl CardKind {
    /// The share it sends back: white 0.9, silver and gold about 0.85 (common practice).
    #[must_use]
    pub const fn reflectance(self) -> f64 {
        match self {
            CardKind::White => 0.9,
            CardKind::Silver | CardKind::Gold => 0.85,
            CardKind::Black | CardKind::Diffusion => 0.0,
        }
    }

    /// The share it lets through: a single layer about a stop (common practice).
    #[must_use]
    pub const fn transmittance(self) -> f64 {
        if matches!(self, CardKind::Diffusion) { 0.5 } else { 0.0 }
    }

    /// Whether it mirrors in a narrow lobe.
    #[must_use]
    pub const fn is_metal(self) -> bool {
        matches!(self, CardKind::Silver | CardKind::Gold)
    }

    /// The colour it gives, in mired: gold about +40 (common practice).
    #[must_use]
    pub const fn tint(self) -> f64 {
        if matches!(self, CardKind::Gold) { 40.0 } else { 0.0 }
    }

    /// In words.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            CardKind::White => "white card",
            CardKind::Silver => "silver card",
            CardKind::Gold => "gold card",
            CardKind::Black => "black card",
            CardKind::Diffusion => "diffusion panel",
        }
    }
}

/// A card or panel held up on the set.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Card {
    /// Its id.
    pub id: Id,
    /// What it is.
    pub kind: CardKind,
    /// Its middle.
    pub at: Position,
    /// Where its face looks.
    pub aim: Aim,
    /// Its width.
    pub width: Metres,
    /// Its height.
    pub height: Metres,
}

impl Card {
    /// As a flat rectangle, given the directions that aims come to.
    #[must_use]
    pub(crate) fn flat(&self, looks: DVec3) -> Flat {
        Flat::new(self.at.point(), looks, self.width.metres(), self.height.metres())
    }
}
