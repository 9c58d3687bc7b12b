//! One thing more on a set, put where it is most often wanted.

use super::placing::Placing;
use crate::geometry::DVec3;
use crate::kit::Kit;
use crate::quantity::Id;
use crate::scene::{CardKind, PaneKind, Position};
use crate::setup::{Light, Setup};
use serde::{Deserialize, Serialize};

/// What is put on the set.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "thing", rename_all = "snake_case", deny_unknown_fields)]
pub enum Addition {
    /// A light from the kit: the key, or one that helps it.
    Light,
    /// A card or panel on the side away from the key.
    Card {
        /// Which kind.
        card: CardKind,
    },
    /// A pane behind the subject.
    Pane {
        /// Which kind.
        pane: PaneKind,
    },
}

/// Where lights are put, one after the other: degrees to the left of the camera and up, metres from the face, stops
/// under the key (common practice).
const LIGHTS: [(f64, f64, f64, f64); 5] = [
    (45.0, 30.0, 1.5, 0.0),
    (-30.0, 20.0, 1.8, 2.0),
    (145.0, 30.0, 2.0, 0.0),
    (-140.0, 30.0, 2.0, 0.0),
    (3.0, 45.0, 1.8, 2.0),
];
/// Nearer than this to another light its place is taken, in metres.
const TAKEN: f64 = 0.6;
/// A panel is held this far round to the key's side, in degrees; other cards on the other side.
const PANEL: f64 = 45.0;
const CARD: f64 = 75.0;

/// The set with one thing more; everything else stays. `None` where the kit has no flash to put there.
#[must_use]
pub fn added(setup: &Setup, kit: &Kit, addition: Addition) -> Option<Setup> {
    let mut placing = Placing { setup: setup.clone(), kit, body: kit.camera(&setup.camera.body)? };
    match addition {
        Addition::Light => {
            let light = fresh_light(setup, kit)?;
            placing.setup.lights.push(light);
            let index = placing.setup.lights.len() - 1;
            for (left, up, far, under_key) in LIGHTS {
                placing.light(index, left, up, far, under_key);
                let here = placing.setup.lights[index].at;
                let taken = setup.lights.iter().any(|light| light.at.distance(here).metres() < TAKEN);
                if !taken {
                    break;
                }
            }
        }
        Addition::Card { card: CardKind::Diffusion } => placing.card(placing.key_side() * PANEL, CardKind::Diffusion),
        Addition::Card { card } => placing.card(-placing.key_side() * CARD, card),
        Addition::Pane { pane } => placing.pane(pane),
    }
    Some(placing.setup)
}

/// A light from the kit: a head with a soft modifier if there is one.
pub(super) fn fresh_light(setup: &Setup, kit: &Kit) -> Option<Light> {
    let (flash, modifier) = kit.soft_light()?;
    let id = fresh_id("light", setup.lights.iter().map(|light| &light.id));
    let light = Light::fresh(id, flash, Position::nearest(DVec3::new(-1.0, -1.0, 2.0)));
    Some(Light { modifier: modifier.map(|modifier| modifier.id.clone()), ..light })
}

/// An id with this stem that is not taken yet.
pub(super) fn fresh_id<'a>(stem: &str, taken: impl Iterator<Item = &'a Id> + Clone) -> Id {
    let mut numbered = (1..).map(|number| format!("{stem}-{number}"));
    let free = numbered.find(|id| taken.clone().all(|known| known.as_str() != id)).unwrap_or_default();
    Id::new(&free).unwrap_or_else(|_| unreachable!("a plain word and a number are an id"))
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Stops;
    use crate::sample;
    use rstest::rstest;

    /// Whatever is added leaves a set that passes its check, out of the picture, with all ids apart.
    #[rstest]
    #[case::light(Addition::Light)]
    #[case::white_card(Addition::Card { card: CardKind::White })]
    #[case::panel(Addition::Card { card: CardKind::Diffusion })]
    #[case::mirror(Addition::Pane { pane: PaneKind::Mirror })]
    fn what_is_added_stands_well(#[case] addition: Addition) {
        let kit = sample::kit();
        for setup in sample::setups() {
            let once = added(&setup, &kit, addition).unwrap();
            let twice = added(&once, &kit, addition).unwrap();
            assert_eq!(twice.check(&kit), Ok(()), "{addition:?} to {}", setup.name);
            let count = |setup: &Setup| setup.lights.len() + setup.scene.cards.len() + setup.scene.panes.len();
            assert_eq!(count(&twice), count(&setup) + 2);
        }
    }

    /// The first light is a key from the side, the next stands elsewhere and under it.
    #[test]
    fn lights_one_after_the_other() {
        let (kit, mut setup) = (sample::kit(), sample::outdoors());
        setup.lights.clear();
        let key = added(&setup, &kit, Addition::Light).unwrap();
        let both = added(&key, &kit, Addition::Light).unwrap();
        assert_eq!((both.lights[0].under_key, both.lights[1].under_key), (Stops::ZERO, Stops::nearest(2.0)));
        assert!(both.lights[0].at.distance(both.lights[1].at).metres() > 1.0);
        let report = crate::assess::assess(&both, &kit, crate::house::House::default()).unwrap().set;
        assert_eq!(report.intruders, []);
    }

    /// A card goes to the side away from the key, a panel between key and face.
    #[test]
    fn cards_by_the_side_of_the_key() {
        let (kit, mut setup) = (sample::kit(), sample::outdoors());
        sample::round_face(&mut setup, 0, 50.0, 20.0, 1.5);
        let x = |card: CardKind| {
            let found = added(&setup, &kit, Addition::Card { card }).unwrap();
            found.scene.cards[0].at.x.metres() - setup.main_face().at.x
        };
        assert!(x(CardKind::White) > 0.2 && x(CardKind::Diffusion) < -0.2);
    }
}
