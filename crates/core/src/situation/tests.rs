use super::*;
use crate::kit::KitItem;
use crate::quantity::{Id, Metres};
use crate::sample;
use crate::setup::{Direction, Light};
use proptest::prelude::*;
use rstest::rstest;

fn lit_from(direction: Direction) -> [Option<f64>; 5] {
    let (kit, mut setup) = (sample::kit(), sample::portrait());
    setup.lights[0].direction = direction;
    Situation::new(&setup, &kit, House::default()).unwrap().lights[0].reach
}

/// What each direction lights: face, shadow side, edge, background, sky.
#[rstest]
#[case::side(Direction::Side, [true, true, false, true, false])]
#[case::camera(Direction::Camera, [true, true, false, true, false])]
#[case::behind(Direction::Behind, [false, false, true, false, false])]
#[case::background(Direction::Background, [false, false, false, true, false])]
fn where_a_light_reaches(#[case] direction: Direction, #[case] reaches: [bool; 5]) {
    assert_eq!(lit_from(direction).map(|level| level.is_some()), reaches);
}

/// A light at the side leaves the shadow side three stops under, one at the camera none (common practice).
#[test]
fn shadow_sides() {
    let (side, camera) = (lit_from(Direction::Side), lit_from(Direction::Camera));
    assert!((side[0].unwrap() - side[1].unwrap() - 3.0).abs() < 1e-9);
    assert_eq!(camera[0], camera[1]);
}

/// Worked case 10 of the method notes on a real light: 1.2 m to the face, 3.6 m to the wall; the octa falls off a
/// little less than the 3.17 stops of a small source.
#[test]
fn an_octa_falls_off_less_than_a_bare_head() {
    let (kit, mut setup) = (sample::kit(), sample::portrait());
    setup.lights[0].face_distance = Metres::nearest(1.2);
    setup.lights[0].background_distance = Metres::nearest(3.6);
    let fall_off = |setup: &Setup| {
        let reach = Situation::new(setup, &kit, House::default()).unwrap().lights[0].reach;
        reach[0].unwrap() - reach[3].unwrap()
    };
    let octa = fall_off(&setup);
    setup.lights[0].modifier = Some(Id::new("mod-bare").unwrap());
    let bare = fall_off(&setup);
    assert!((bare - 3.17).abs() < 0.005, "{bare}");
    assert!(octa < bare - 0.1 && octa > bare - 0.4, "{octa}");
}

/// The sync in force: one click below for a wired flash, two by radio, none for a leaf shutter, far slower electronically.
#[rstest]
#[case::radio("flash-head", ShutterType::Mechanical, false, Some(44))]
#[case::on_camera("flash-small", ShutterType::Mechanical, false, Some(46))]
#[case::leaf("flash-head", ShutterType::Mechanical, true, None)]
#[case::electronic("flash-small", ShutterType::Electronic, false, Some(-2))]
fn sync_in_force(#[case] flash: &str, #[case] shutter: ShutterType, #[case] leaf: bool, #[case] safe: Option<i16>) {
    let (mut kit, mut setup) = (sample::kit(), sample::portrait());
    for item in &mut kit.items {
        if let KitItem::Camera(camera) = item {
            camera.shutter_kind = if leaf { ShutterKind::Leaf } else { ShutterKind::FocalPlane };
        }
    }
    setup.lights[0].flash = Id::new(flash).unwrap();
    setup.camera.shutter_type = shutter;
    let s = Situation::new(&setup, &kit, House::default()).unwrap();
    assert_eq!(s.safe_sync.map(|mark| mark.sixths()), safe);
}

#[test]
fn nd_positions_are_those_of_the_kit() {
    let (kit, setup) = (sample::kit(), sample::portrait());
    let s = Situation::new(&setup, &kit, House::default()).unwrap();
    let sixths: Vec<i16> = s.nd.iter().map(|nd| nd.sixths()).collect();
    assert_eq!(sixths, [0, 12, 14, 16, 18, 20, 22, 24, 26, 28, 30]);
}

/// Below base ISO the highlights go first; above it the shadows do.
#[test]
fn headroom_and_floor_follow_the_iso() {
    let (kit, setup) = (sample::kit(), sample::portrait());
    let s = Situation::new(&setup, &kit, House::default()).unwrap();
    let at = |sixths| IsoMark::new(sixths).unwrap();
    assert_eq!((s.headroom(at(0)), s.headroom(at(-6)), s.headroom(at(12))), (3.0, 2.0, 3.0));
    assert_eq!((s.floor(at(0)), s.floor(at(12))), (-7.0, -5.0));
}

fn any_light() -> impl Strategy<Value = Light> {
    (0usize..3, 0usize..9, 0usize..4, 0.2f64..20.0, 0.2f64..50.0, any::<bool>()).prop_map(
        |(flash, modifier, direction, near, far, on)| {
            let kit = sample::kit();
            let mut light = sample::portrait().lights.remove(0);
            light.flash = kit.flashes().nth(flash).unwrap().id.clone();
            light.modifier = kit.modifiers().nth(modifier).map(|modifier| modifier.id.clone());
            light.direction = [Direction::Side, Direction::Camera, Direction::Behind, Direction::Background][direction];
            light.face_distance = Metres::nearest(near);
            light.background_distance = Metres::nearest(far);
            light.on = on;
            light
        },
    )
}

proptest! {
    /// Saved equals loaded, whatever the lights and the dials.
    #[test]
    fn a_setup_survives_json(lights in prop::collection::vec(any_light(), 0..6), ev in -10.0f64..22.0, iso in -6i16..48) {
        let mut setup = sample::portrait();
        setup.lights = lights;
        for (index, light) in setup.lights.iter_mut().enumerate() {
            light.id = Id::new(&format!("light-{index}")).unwrap();
        }
        setup.camera.iso.at = IsoMark::nearest(iso);
        setup.readings[0].measured = crate::setup::Measured::Ev { ev: crate::quantity::Ev100::nearest(ev) };
        let text = serde_json::to_string(&setup).unwrap();
        prop_assert_eq!(serde_json::from_str::<Setup>(&text).unwrap(), setup);
    }

    /// Light only ever adds: one more light never darkens a patch.
    #[test]
    fn one_more_light_never_darkens(lights in prop::collection::vec(any_light(), 1..5)) {
        let kit = sample::kit();
        let mut setup = sample::portrait();
        setup.lights = lights;
        for (index, light) in setup.lights.iter_mut().enumerate() {
            light.id = Id::new(&format!("light-{index}")).unwrap();
            light.power.at = crate::quantity::Power::nearest(3.0);
        }
        let totals = |setup: &Setup| {
            let report = crate::assess::assess(setup, &kit, House::default()).unwrap();
            PATCHES.map(|patch| report.level(patch).map(|level| level.total.stops()))
        };
        setup.approach = Some(Approach::FlashLeads);
        let all = totals(&setup);
        setup.lights.pop();
        for (more, less) in all.iter().zip(totals(&setup)) {
            if let (Some(more), Some(less)) = (more, less) {
                prop_assert!(*more >= less - 1e-9);
            }
        }
    }

    /// Whatever the set, the solver answers, and what it answers passes the setup's own check.
    #[test]
    fn every_set_solves(lights in prop::collection::vec(any_light(), 0..4), approach in 0usize..9, face in -2.0f64..17.0) {
        let kit = sample::kit();
        let mut setup = sample::portrait();
        setup.lights = lights;
        for (index, light) in setup.lights.iter_mut().enumerate() {
            light.id = Id::new(&format!("light-{index}")).unwrap();
        }
        setup.approach = Some(Approach::ALL[approach]);
        setup.readings[0].measured = crate::setup::Measured::Ev { ev: crate::quantity::Ev100::nearest(face) };
        let dials = crate::solve::best(
            &Situation::new(&setup, &kit, House::default()).unwrap(),
            &crate::solve::Weights::default(),
        ).dials;
        dials.put_into(&mut setup);
        prop_assert_eq!(setup.check(&kit), Ok(()));
    }
}
