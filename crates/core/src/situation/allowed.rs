//! What the venue's rules leave of a setup.

use crate::kit::Camera;
use crate::optics::Support;
use crate::quantity::Id;
use crate::setup::{Light, Setup, ShutterType};
use crate::terms::{Rule, Venue};
use serde::Serialize;

/// Something of a setup that its venue forbids: it is planned without it.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Forbidden {
    /// By which rule.
    pub rule: Rule,
    /// Which light does not fire for it; none where it is about the camera.
    pub light: Option<Id>,
}

/// The rule that keeps a light from firing; none where it may.
pub(super) fn kept_from(setup: &Setup, light: &Light, venue: Venue) -> Option<Rule> {
    let against = [
        (Rule::Flash, true),
        (Rule::Stands, light.held_by.is_a_stand()),
        (Rule::Bounce, !venue.bounce && setup.bounces(light)),
    ];
    against.into_iter().find(|(rule, concerned)| *concerned && !venue.allows(*rule)).map(|(rule, _)| rule)
}

/// The shutter in use: where no sound is allowed the electronic one, if the body has it.
pub(super) fn shutter_type(setup: &Setup, body: &Camera, venue: Venue) -> ShutterType {
    match setup.camera.shutter_type {
        ShutterType::Mechanical if !venue.sound && body.electronic_fastest.is_some() => ShutterType::Electronic,
        chosen => chosen,
    }
}

/// All that is forbidden of a setup, in the order of its lights.
pub(super) fn forbidden(setup: &Setup, body: &Camera, venue: Venue) -> Vec<Forbidden> {
    let of_camera = |rule| Forbidden { rule, light: None };
    let tripod = setup.camera.support == Support::Tripod && !venue.tripod;
    let sound = !venue.sound && body.electronic_fastest.is_none();
    let camera = [(tripod, Rule::Tripod), (sound, Rule::Sound)].into_iter().filter(|(forbidden, _)| *forbidden);
    let lights =
        setup.lights.iter().filter(|light| light.on).filter_map(|light| {
            Some(Forbidden { rule: kept_from(setup, light, venue)?, light: Some(light.id.clone()) })
        });
    camera.map(|(_, rule)| of_camera(rule)).chain(lights).collect()
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::kit::Kit;
    use crate::sample;
    use crate::scene::Aim;
    use crate::setup::Holder;
    use crate::situation::{ProposalReason, Situation};
    use crate::terms::Terms;
    use rstest::rstest;

    fn without(change: impl Fn(&mut Venue)) -> Terms {
        let mut terms = Terms::from(House::default());
        change(&mut terms.venue);
        terms
    }

    /// Who holds it decides whether a light fires where nothing may stand on the floor.
    #[rstest]
    #[case(Holder::Stand, false)]
    #[case(Holder::Boom, false)]
    #[case(Holder::Clamp, true)]
    #[case(Holder::Table, true)]
    #[case(Holder::Camera, true)]
    #[case(Holder::Hand, true)]
    #[case(Holder::Assistant, true)]
    fn without_stands(#[case] by: Holder, #[case] fires: bool) {
        let (kit, mut setup) = (sample::kit(), sample::portrait());
        setup.lights[0].held_by = by;
        let s = Situation::new(&setup, &kit, without(|venue| venue.stands = false)).unwrap();
        assert_eq!(s.lights.len(), usize::from(fires));
        assert_eq!(s.forbidden.iter().any(|kept| kept.rule == Rule::Stands), !fires);
    }

    #[test]
    fn without_flash_nothing_fires_and_none_is_proposed() {
        let (kit, setup) = (sample::kit(), sample::portrait());
        let s = Situation::new(&setup, &kit, without(|venue| venue.flash = false)).unwrap();
        assert!(s.lights.is_empty() && !s.proposal.approach.wishes().flash);
        assert_eq!(s.proposal.reason, ProposalReason::NoFlashHere);
    }

    /// Turned to the ceiling it is a bounce; turned at the face it is not.
    #[test]
    fn without_bouncing() {
        let (kit, mut setup) = (sample::kit(), sample::portrait());
        let fires = |setup: &Setup| {
            !Situation::new(setup, &kit, without(|venue| venue.bounce = false)).unwrap().lights.is_empty()
        };
        assert!(fires(&setup));
        setup.lights[0].aim = Aim::along(crate::geometry::DVec3::new(0.0, 0.3, 1.0));
        assert!(!fires(&setup));
    }

    /// In silence the electronic shutter is used, with its own sync, where there is one; where not, that is said.
    #[test]
    fn without_a_sound() {
        let (kit, setup) = (sample::kit(), sample::portrait());
        let silent = without(|venue| venue.sound = false);
        let loud = Situation::new(&setup, &kit, House::default()).unwrap();
        let s = Situation::new(&setup, &kit, silent).unwrap();
        assert!(loud.body.electronic_fastest.is_some());
        assert!(s.sync < loud.sync, "{:?} {:?}", s.sync, loud.sync);
        assert!(s.forbidden.is_empty());
        let mut old: Kit = kit.clone();
        for item in &mut old.items {
            if let crate::kit::KitItem::Camera(body) = item {
                (body.electronic_fastest, body.electronic_sync) = (None, None);
            }
        }
        let s = Situation::new(&setup, &old, silent).unwrap();
        assert_eq!((s.sync, s.forbidden[0].rule), (loud.sync, Rule::Sound));
    }

    /// Off the tripod the hand's own time counts.
    #[test]
    fn without_a_tripod() {
        let (kit, mut setup) = (sample::kit(), sample::portrait());
        setup.camera.support = Support::Tripod;
        let free = Situation::new(&setup, &kit, House::default()).unwrap();
        let s = Situation::new(&setup, &kit, without(|venue| venue.tripod = false)).unwrap();
        assert!(free.asks.shake.is_none() && s.asks.shake.is_some());
        assert_eq!(s.forbidden, [Forbidden { rule: Rule::Tripod, light: None }]);
    }

    /// A venue that allows nothing still has a plan, and every way out it offers is allowed there.
    #[test]
    fn a_venue_that_allows_nothing() {
        let nothing = without(|venue| {
            *venue = Venue { tripod: false, stands: false, flash: false, sound: false, bounce: false };
        });
        for setup in sample::setups() {
            let plan = crate::solve::plan(&setup, &sample::kit(), nothing).unwrap();
            assert!(!plan.binds.is_empty() || setup.lights.iter().all(|light| !light.on), "{}", setup.name);
            for way in plan.binds.iter().flat_map(|bind| &bind.ways_out) {
                let flash =
                    matches!(way.change, crate::solve::Change::Approach { approach } if approach.wishes().flash);
                assert!(!flash && way.change != crate::solve::Change::Tripod, "{}: {}", setup.name, way.text);
            }
        }
    }

    /// Where no stand may stand, having the light held is a way out.
    #[test]
    fn somebody_holds_it() {
        let plan =
            crate::solve::plan(&sample::portrait(), &sample::kit(), without(|venue| venue.stands = false)).unwrap();
        let bind = plan.binds.iter().find(|bind| bind.text.starts_with("No stands here")).unwrap();
        assert!(bind.ways_out.iter().any(|way| way.text == "Have an assistant hold the light"), "{:?}", bind.ways_out);
    }
}
