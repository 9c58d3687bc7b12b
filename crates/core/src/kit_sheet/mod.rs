//! What a thing of the kit does, as its sheet draws it: curves over its range, what was measured of it, what takes taught.

mod body;
mod flash;
mod gel;
mod lens;
mod modifier;
mod plot;

pub use plot::{LineOf, Plot, PlotDot, PlotLine, PlotTick};

use crate::house::Units;
use crate::kit::{Kit, KitItem, Learns};
use serde::Serialize;

/// A colour shown on a sheet.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct SheetSwatch {
    /// What it is.
    pub name: String,
    /// In white light, as #rrggbb.
    pub plain: String,
    /// Behind the film, the camera set to that white light.
    pub through: String,
}

/// How light leaves a thing, seen from above: what goes to each side.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct SheetBeam {
    /// From the axis, in degrees, and the share of the axis's light that goes there.
    pub sides: Vec<[f64; 2]>,
    /// Its width, in metres.
    pub width: f64,
    /// The same as it is read.
    pub across: String,
    /// In a sentence.
    pub text: String,
}

/// What a thing does.
#[derive(Debug, Clone, PartialEq, Default, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct KitSheet {
    /// Its curves.
    pub plots: Vec<Plot>,
    /// How light leaves it, where light does.
    pub beam: Option<SheetBeam>,
    /// What it does to skin, where it colours light.
    pub swatches: Vec<SheetSwatch>,
    /// What takes taught of it and what was seen of it, a sentence each.
    pub learnt: Vec<String>,
}

/// The sheet of a thing; `kit` is what it is used with, `units` what its lengths are told in.
#[must_use]
pub fn kit_sheet(item: &KitItem, kit: &Kit, units: Units) -> KitSheet {
    let mut sheet = match item {
        KitItem::Camera(camera) => body::sheet(camera),
        KitItem::Lens(lens) => lens::sheet(lens, units),
        KitItem::Flash(flash) => flash::sheet(flash, units),
        KitItem::Modifier(modifier) => modifier::sheet(modifier, kit, units),
        KitItem::Gel(gel) => gel::sheet(gel),
        KitItem::Filter(_) => KitSheet::default(),
    };
    let of_light = item.learnt(Learns::Light).map(|learnt| {
        let (more, error) =
            (crate::say::tenths_of_stops(learnt.more.stops()), crate::say::stops_error(learnt.spread.stops()));
        crate::say::learnt::in_force(more, error, learnt.takes)
    });
    sheet.learnt =
        of_light.into_iter().chain(Learns::ALL.into_iter().filter_map(|what| item.seen_told(what))).collect();
    sheet
}

#[cfg(test)]
mod tests;
