//! From head to foot: how the light falls down a figure that is in the picture whole.

use crate::assess::Facts;
use crate::quantity::Stops;
use crate::setup::Patch;
use crate::situation::Situation;
use serde::Serialize;

/// How the light falls from the face down a standing figure.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct HeadToFoot {
    /// How much darker the legs are than the face, with all light.
    pub legs_under: Stops,
    /// How much more of a card's light the face gets than the legs; none where no card lights it.
    pub card: Option<Stops>,
}

pub(super) fn of(s: &Situation<'_>, facts: &Facts) -> Option<HeadToFoot> {
    let (face, legs) = (facts.split.total[Patch::Face]?, facts.split.total[Patch::Legs]?);
    let carded = |patch: Patch| -> f64 {
        let lit = s.field.lights.iter().zip(&facts.parts);
        lit.filter_map(|(field, part)| {
            let gain = field.patches[patch]?;
            Some(part[patch]?.exp2() * gain.carded / gain.sum().max(1e-12))
        })
        .sum()
    };
    let (on_face, on_legs) = (carded(Patch::Face), carded(Patch::Legs));
    // A card that gives less than a tenth of the light shapes nothing.
    let card = (on_face > 0.1 * face.exp2()).then(|| Stops::of((on_face / on_legs.max(on_face * 0.01)).log2()));
    Some(HeadToFoot { legs_under: Stops::of(face - legs), card })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::assess::assess;
    use crate::geometry::DVec3;
    use crate::house::House;
    use crate::sample;
    use crate::scene::Position;
    use crate::setup::Setup;

    fn full_length() -> Setup {
        let mut setup = sample::outdoors();
        setup.scene.room.ground = crate::scene::Surface::of(0.0);
        setup.scene.camera.at = Position::nearest(DVec3::new(0.0, -9.0, 1.0));
        setup
    }

    fn told(setup: &Setup) -> Option<HeadToFoot> {
        assess(setup, &sample::kit(), House::default()).unwrap().set.head_to_foot
    }

    /// A near light falls off down the body, a far one hardly; a tight frame has no legs.
    #[test]
    fn a_near_light_leaves_the_legs_dark() {
        let mut setup = full_length();
        setup.approach = Some(crate::approach::Approach::FlashLeads);
        let lit = |setup: &mut Setup, far: f64| {
            sample::round_face(setup, 0, 30.0, 10.0, far);
            let solved = crate::solve::solve(&*setup, &sample::kit(), House::default()).unwrap();
            told(&solved).unwrap().legs_under.stops()
        };
        let (near, distant) = (lit(&mut setup, 1.2), lit(&mut setup, 6.0));
        assert!(near > 1.0 && distant < 0.5, "{near} {distant}");
        assert_eq!(told(&sample::outdoors()), None);
    }
}
