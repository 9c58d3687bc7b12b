use crate::geometry::Flat;
use crate::quantity::MiredShift;

/// What a sheet held up on a set does with the light that falls on it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Sheeting {
    /// Sends this share back to all sides, by the cosine.
    Matt(f64),
    /// Sends this share back in a lobe about the mirror's direction.
    Metal(f64),
    /// Lets this share through, to all sides by the cosine, and keeps the rest.
    Through(f64),
    /// Keeps it all.
    Black,
}

impl Sheeting {
    /// The power of the cosine of metal's lobe: half its light within 25° (common practice for a dull silver).
    pub const LOBE: f64 = 28.0;

    /// The share of the light it sends on, back or through.
    #[must_use]
    pub const fn share(self) -> f64 {
        match self {
            Sheeting::Matt(share) | Sheeting::Metal(share) | Sheeting::Through(share) => share,
            Sheeting::Black => 0.0,
        }
    }
}

/// A card or panel in its place; both its sides are alike.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Sheet {
    /// Where it is held.
    pub flat: Flat,
    /// What it does.
    pub does: Sheeting,
    /// The colour that what it sends back takes on.
    pub tint: MiredShift,
}

/// An upright pane.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Glazing {
    /// Where it is.
    pub flat: Flat,
    /// Whether it is a mirror, and lets nothing through.
    pub mirror: bool,
}

impl Glazing {
    /// The share it sends back as a mirror does: silvered glass 0.9 (common practice), clear glass by both faces of
    /// n = 1.52 near the normal 0.08 (Fresnel).
    #[must_use]
    pub const fn mirrors(&self) -> f64 {
        if self.mirror { 0.9 } else { 0.08 }
    }

    /// The share it lets through: what clear glass does not send back, nothing through a mirror.
    #[must_use]
    pub const fn passes(&self) -> f64 {
        if self.mirror { 0.0 } else { 1.0 - self.mirrors() }
    }
}
