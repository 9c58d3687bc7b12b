//! What is fitted: patches, how they are to look, and what lights may wear.

use super::lab::Lab;
use super::spectrum::{Spectrum, named_light};
use super::surface::Surface;
use super::white::White;
use crate::quantity::{Kelvin, Mired, MiredShift, Stops};

/// A patch of the picture whose colour matters.
#[derive(Debug, Clone, PartialEq)]
pub struct LitPatch {
    /// What it is of.
    pub surface: Surface,
    /// The lights that stay as they are, with Y = 1, each with how much of it falls here.
    pub fixed: Vec<(Spectrum, f64)>,
    /// How much of each light that may wear films falls here.
    pub amounts: Vec<f64>,
    /// How it is to look; its lightness does not count.
    pub wanted: Wanted,
    /// How much it counts.
    pub weight: f64,
    /// Another patch of the same surface that is to look alike.
    pub beside: Option<usize>,
}

/// How a patch is to look.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Wanted {
    /// As in daylight, or so much warmer.
    Right(MiredShift),
    /// Just so.
    Shown(Lab),
}

impl Wanted {
    /// What that is for a surface.
    #[must_use]
    pub fn of(self, surface: &Surface) -> Lab {
        let day = Kelvin::of(6_504.0);
        match self {
            Wanted::Shown(lab) => lab,
            Wanted::Right(warmer) if warmer == MiredShift::ZERO => surface.in_daylight(),
            Wanted::Right(warmer) => {
                let light = Spectrum::named((Mired::from(day) + warmer).into());
                White::of(named_light(day)).eye().lab_at(surface.lit_by(&light), surface.reflectance())
            }
        }
    }
}

/// What a light may wear.
#[derive(Debug, Clone, PartialEq)]
pub struct Choice {
    /// Its light behind it.
    pub light: Spectrum,
    /// What that loses.
    pub loss: Stops,
    /// Films in it.
    pub films: usize,
}
