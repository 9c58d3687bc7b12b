//! Where the patches of the stop scale are in the frame.

use crate::geometry::DVec3;
use crate::setup::Patch;
use crate::situation::Situation;
use serde::Serialize;

/// Where a patch is in the frame.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct PatchPlace {
    /// Which.
    pub patch: Patch,
    /// From the left, as a share of the frame.
    pub x: f64,
    /// From the top.
    pub y: f64,
}

/// How far beside a face's middle a cheek is, in metres (common proportion).
const CHEEK: f64 = 0.045;
/// Where the frame is free of its subject as a rule, from −1 at its left to 1 at its right.
const FREE: f64 = -0.8;
/// How far under the eyes.
const UNDER: f64 = 0.05;

/// Where the patches are in the frame.
#[must_use]
pub fn places(s: &Situation<'_>) -> Vec<PatchPlace> {
    let points = &s.field.receivers.patches;
    let place = |patch: Patch| {
        let point = points[patch].first()?;
        let at = match patch {
            // On the cheek that is turned so.
            Patch::Face | Patch::ShadowSide if !s.setup.is_thing() => {
                let aside = point.normal.with_z(0.0).normalize_or_zero();
                point.at + aside * CHEEK - DVec3::Z * UNDER
            }
            _ => point.at,
        };
        let (x, y) = s.stage.view.place(at)?;
        // A background seen nowhere beside the subject is marked where the frame is free.
        let hidden = patch == Patch::Background && s.stage.covers(at);
        let x = if hidden { FREE } else { x };
        (x.abs() <= 1.0 && y.abs() <= 1.0).then_some(PatchPlace { patch, x: (x + 1.0) / 2.0, y: (1.0 - y) / 2.0 })
    };
    Patch::ALL.into_iter().filter(|patch| s.ambient[*patch].is_some()).filter_map(place).collect()
}
