//! Common starting arrangements: where lights and cards are put to begin with, for the subject and the room at hand.

mod added;
mod group;
mod placing;
mod sunward;

pub use added::{Addition, added};
pub use group::grouped;
pub(crate) use sunward::{ASIDE, BackToTheSun};

use crate::forecast::Seen;
use crate::kit::Kit;
use crate::scene::CardKind;
use crate::setup::{Holder, Setup};
use added::fresh_light;
use placing::Placing;
use serde::{Deserialize, Serialize};

/// A starting arrangement.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Arrangement {
    /// A key from the side, a white card on the other.
    SideKeyWithCard,
    /// One light over the camera.
    OverCamera,
    /// A light from behind, a weaker one from the camera's side.
    BacklightWithFill,
    /// The flash on the camera, turned to the ceiling or a wall.
    OnCameraBounce,
    /// A key from one side before, another from the other side behind.
    CrossLight,
    /// Two lights that even out a group.
    EvenGroup,
    /// A window from the side, a card on the other; no flash.
    WindowWithCard,
    /// Back to the sun, the camera 45° aside, a light from its side.
    BackToTheSun,
    /// One box that a pane behind the subject does not show.
    BoxNearGlass,
}

impl Arrangement {
    /// All, in the order they are offered.
    pub const ALL: [Arrangement; 9] = [
        Arrangement::SideKeyWithCard,
        Arrangement::OverCamera,
        Arrangement::BacklightWithFill,
        Arrangement::OnCameraBounce,
        Arrangement::CrossLight,
        Arrangement::EvenGroup,
        Arrangement::WindowWithCard,
        Arrangement::BackToTheSun,
        Arrangement::BoxNearGlass,
    ];

    /// How many flashes it takes.
    const fn lights(self) -> usize {
        match self {
            Arrangement::WindowWithCard => 0,
            Arrangement::BacklightWithFill | Arrangement::CrossLight | Arrangement::EvenGroup => 2,
            _ => 1,
        }
    }
}

/// Puts lights and cards where an arrangement wants them; everything else stays. Lights that are missing come from
/// the kit, those beyond what it takes are switched off. `None` where the kit has no flash to place, or where the sun is
/// to be turned to and none shines on the set or on people.
#[must_use]
pub fn arranged<'a>(seen: impl Into<Seen<'a>>, kit: &Kit, arrangement: Arrangement) -> Option<Setup> {
    let seen = seen.into();
    let mut setup = seen.setup.clone();
    if arrangement == Arrangement::BackToTheSun {
        let sun = seen.sun().filter(|_| !setup.is_thing() && !setup.scene.room.is_indoors())?;
        BackToTheSun::of(&setup, sun).put_into(&mut setup);
    }
    let body = kit.camera(&setup.camera.body)?;
    while setup.lights.len() < arrangement.lights() {
        let light = fresh_light(&setup, kit)?;
        setup.lights.push(light);
    }
    for (index, light) in setup.lights.iter_mut().enumerate() {
        light.on = index < arrangement.lights();
        if light.is_on_camera() {
            light.held_by = Holder::Stand;
        }
    }
    setup.scene.cards.clear();
    let mut placing = Placing { setup, kit, body };
    match arrangement {
        Arrangement::SideKeyWithCard => {
            placing.light(0, 45.0, 30.0, 1.3, 0.0);
            placing.card(-75.0, CardKind::White);
        }
        Arrangement::OverCamera => placing.light(0, 3.0, 40.0, 1.4, 0.0),
        Arrangement::BacklightWithFill => {
            placing.light(0, 145.0, 30.0, 2.0, 0.0);
            placing.light(1, -18.0, 20.0, 1.8, 1.0);
        }
        Arrangement::OnCameraBounce => placing.bounce(),
        Arrangement::CrossLight => {
            placing.light(0, 50.0, 30.0, 1.5, 0.0);
            placing.light(1, -140.0, 30.0, 2.0, 0.0);
        }
        Arrangement::EvenGroup => placing.even(),
        Arrangement::WindowWithCard => placing.window(),
        Arrangement::BackToTheSun => placing.light(0, 25.0, 25.0, 1.6, 0.0),
        Arrangement::BoxNearGlass => placing.near_glass(),
    }
    Some(placing.setup)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Metres;
    use crate::sample;
    use crate::scene::{PaneKind, Surface, Wall};
    use crate::setup::{BackgroundKind, SubjectKind};
    use proptest::prelude::*;

    /// Every arrangement gives every sample setup a set that passes its check, with what it places out of the frame
    /// and as many lights as it takes.
    #[test]
    fn every_arrangement_suits_every_sample() {
        let kit = sample::kit();
        for setup in sample::setups() {
            for arrangement in Arrangement::ALL {
                let Some(placed) = arranged(&setup, &kit, arrangement) else {
                    assert!(arrangement == Arrangement::BackToTheSun && setup.scene.sun.is_none(), "{arrangement:?}");
                    continue;
                };
                assert_eq!(placed.check(&kit), Ok(()), "{arrangement:?} for {}", setup.name);
                assert_eq!(placed.lights.iter().filter(|light| light.on).count(), arrangement.lights());
                let report = crate::assess::assess(&placed, &kit, crate::house::House::default()).unwrap().set;
                // Behind a group nothing hides a light; that it is in the picture is said.
                let behind = matches!(arrangement, Arrangement::CrossLight | Arrangement::BacklightWithFill);
                let group = setup.subject.kind == SubjectKind::Group;
                let said = group && (behind || arrangement == Arrangement::EvenGroup);
                assert!(
                    said || report.intruders.is_empty(),
                    "{arrangement:?} for {}: {:?}",
                    setup.name,
                    report.intruders
                );
            }
        }
    }

    #[test]
    fn nothing_to_place_is_said() {
        let (mut kit, setup) = (sample::kit(), sample::portrait());
        kit.items.retain(|item| item.kind() != "flash");
        let bare = Setup { lights: Vec::new(), ..setup };
        assert!(arranged(&bare, &kit, Arrangement::OverCamera).is_none());
        assert!(arranged(&bare, &kit, Arrangement::WindowWithCard).is_some());
    }

    proptest! {
        #![proptest_config(ProptestConfig::with_cases(48))]
        /// In any room a subject fits into, every arrangement and every addition leaves a set that passes its check, and
        /// every number a number.
        #[test]
        fn every_arrangement_suits_every_room(
            ceiling in proptest::option::of(2.2f64..8.0),
            left in proptest::option::of(1.0f64..6.0),
            right in proptest::option::of(1.0f64..6.0),
            rear in proptest::option::of(3.2f64..9.0),
            behind in 0.6f64..8.0,
            wall in proptest::bool::ANY,
            x in -0.4f64..0.4,
        ) {
            let (kit, mut setup) = (sample::kit(), sample::outdoors());
            let far = |distance: Option<f64>| {
                distance.map(|distance| Wall { distance: Metres::nearest(distance), surface: Surface::pale() })
            };
            let room = &mut setup.scene.room;
            (room.ceiling, room.left, room.right, room.rear) = (far(ceiling), far(left), far(right), far(rear));
            setup.background.distance = Metres::nearest(behind);
            setup.background.kind = if wall { BackgroundKind::Wall } else { BackgroundKind::Open };
            setup.scene.people[0].x = crate::quantity::Coordinate::nearest(x);
            setup.lights.clear();
            prop_assume!(setup.check(&kit).is_ok());
            let additions = [Addition::Light, Addition::Card { card: CardKind::Silver }, Addition::Pane { pane: PaneKind::Glass }];
            let made = Arrangement::ALL.iter().filter_map(|one| arranged(&setup, &kit, *one));
            for made in made.chain(additions.iter().filter_map(|one| added(&setup, &kit, *one))) {
                prop_assert_eq!(made.check(&kit), Ok(()));
                let levels = crate::assess::assess(&made, &kit, crate::house::House::default()).unwrap().levels;
                prop_assert!(levels.iter().all(|level| level.total.stops().is_finite()));
            }
        }
    }
}
