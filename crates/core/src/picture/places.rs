//! Where the patches of the stop scale are in the frame.

use crate::field::still;
use crate::geometry::DVec3;
use crate::set::Sight;
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
/// Where the frame may be free of what stands in it, from −1 at its left and foot to 1 at its right and head: beside the subject
/// first; at its foot there is ground or table.
const FREE: [(f64, f64); 4] = [(-0.8, 0.0), (0.8, 0.0), (-0.8, 0.8), (0.8, 0.8)];
/// How far under the eyes.
const UNDER: f64 = 0.05;

/// Where the patches are in the frame.
#[must_use]
pub fn places(s: &Situation<'_>) -> Vec<PatchPlace> {
    let points = &s.field.receivers.patches;
    let (view, sight) = (s.stage.view, Sight::of(&still(&s.stage, None)));
    // What stands before a place of the frame, as far off as a point.
    let covered = |(x, y): (f64, f64), at: DVec3| {
        let there = view.eye + view.through(x, y) * (at - view.eye).length();
        s.stage.covers(there) || sight.passes_things(view.eye, there) == 0.0
    };
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
        let own = view.place(at)?;
        // A background seen nowhere beside the subject is marked where the frame is free; where it is not seen at all, nowhere.
        let beside = || {
            let free = FREE.into_iter().map(|(x, y)| (x, if y == 0.0 { own.1 } else { y }));
            free.into_iter().find(|place| !covered(*place, at))
        };
        let (x, y) = if patch == Patch::Background && covered(own, at) { beside()? } else { own };
        (x.abs() <= 1.0 && y.abs() <= 1.0).then_some(PatchPlace { patch, x: (x + 1.0) / 2.0, y: (1.0 - y) / 2.0 })
    };
    Patch::ALL.into_iter().filter(|patch| s.ambient[*patch].is_some()).filter_map(place).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::sample;

    fn places_of(setup: &crate::setup::Setup) -> Vec<PatchPlace> {
        let kit = sample::kit();
        places(&Situation::new(setup, &kit, House::default()).unwrap())
    }

    fn background(places: &[PatchPlace]) -> Option<&PatchPlace> {
        places.iter().find(|place| place.patch == Patch::Background)
    }

    /// Behind a person it is marked beside them; where a thing fills the frame it is seen nowhere, and so marked nowhere.
    #[test]
    fn a_background_is_marked_where_it_is_seen() {
        let beside = places_of(&sample::portrait());
        let place = background(&beside).unwrap();
        assert!(place.x < 0.2 || place.x > 0.8, "{place:?}");
        let hands = sample::setups().into_iter().find(|setup| setup.name.as_str() == "Hands on the plank").unwrap();
        assert!(hands.is_thing());
        assert_eq!(background(&places_of(&hands)), None);
        let mut small = hands;
        small.scene.thing.width = crate::quantity::Metres::nearest(0.05);
        assert!(background(&places_of(&small)).is_some());
    }
}
