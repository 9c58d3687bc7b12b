use super::*;
use crate::house::House;
use crate::kit::KitItem;
use crate::kit::ShutterKind;
use crate::quantity::{Id, Metres, Millimetres};
use crate::sample;
use crate::scene::{Aim, Role};
use crate::setup::Light;
use proptest::prelude::*;
use rstest::rstest;

/// What a light from each side gives: face, shadow side, edge, background. Far less than this counts as nothing, since
/// even the ground sends a little everywhere.
fn reach_from(left: f64, aim: Aim) -> ([bool; 4], Role) {
    let (kit, mut setup) = (sample::kit(), sample::outdoors());
    setup.background.kind = crate::setup::BackgroundKind::Wall;
    setup.background.distance = Metres::nearest(4.0);
    sample::round_face(&mut setup, 0, left, 20.0, 1.6);
    setup.lights[0].aim = aim;
    let s = Situation::new(&setup, &kit, House::default()).unwrap();
    let most = s.lights[0].reach.iter().filter_map(|(_, level)| *level).fold(f64::MIN, f64::max);
    let reach = s.lights[0].reach.map(|level| level.is_some_and(|level| level > most - 5.0));
    ([Patch::Face, Patch::ShadowSide, Patch::Edge, Patch::Background].map(|patch| reach[patch]), s.lights[0].role)
}

#[rstest]
#[case::side(45.0, Aim::Subject, [true, true, false, true], Role::Side)]
#[case::far_side(85.0, Aim::Subject, [true, false, false, true], Role::Side)]
#[case::camera(5.0, Aim::Subject, [true, true, false, true], Role::Camera)]
#[case::behind(150.0, Aim::Subject, [false, false, true, false], Role::Behind)]
#[case::background(150.0, Aim::Background, [false, false, false, true], Role::Background)]
fn where_a_light_reaches(#[case] left: f64, #[case] aim: Aim, #[case] reaches: [bool; 4], #[case] role: Role) {
    assert_eq!(reach_from(left, aim), (reaches, role));
}

/// A broad light at the side wraps round to the other cheek, a bare head there does not.
#[test]
fn broad_lights_wrap() {
    let shadow = |modifier: &str| {
        let (kit, mut setup) = (sample::kit(), sample::outdoors());
        setup.scene.room.ground = crate::scene::Surface::of(0.0);
        setup.lights[0].modifier = Some(Id::new(modifier).unwrap());
        sample::round_face(&mut setup, 0, 60.0, 0.0, 0.9);
        let reach = Situation::new(&setup, &kit, House::default()).unwrap().lights[0].reach;
        reach[Patch::Face].unwrap() - reach[Patch::ShadowSide].unwrap_or(-99.0)
    };
    assert!(shadow("mod-octa-90") < 7.0, "{}", shadow("mod-octa-90"));
    assert!(shadow("mod-bare") > 50.0, "{}", shadow("mod-bare"));
}

/// Worked case 10 of the method notes on a real light: 1.2 m to the face, 3.6 m to the wall in the same line; the octa
/// falls off a little less than the 3.17 stops of a small source.
#[test]
fn an_octa_falls_off_less_than_a_bare_head() {
    let (kit, mut setup) = (sample::kit(), sample::outdoors());
    setup.background.kind = crate::setup::BackgroundKind::Wall;
    setup.scene.room.ground = crate::scene::Surface::of(0.0);
    setup.background.surface = crate::scene::Surface::of(0.0);
    let face = setup.main_face().at;
    setup.background.distance = Metres::nearest(face.y + 2.4);
    setup.scene.camera.at = crate::scene::Position::nearest(face - crate::geometry::DVec3::Y * 2.4);
    setup.lights[0].at = crate::scene::Position::nearest(face - crate::geometry::DVec3::Y * 1.2);
    let fall_off = |setup: &Setup| {
        let s = Situation::new(setup, &kit, House::default()).unwrap();
        let gain = |at| s.lights[0].emitter.gain(at, crate::geometry::DVec3::NEG_Y);
        (gain(setup.main_face().at) / gain(setup.backdrop())).log2()
    };
    let octa = fall_off(&setup);
    setup.lights[0].modifier = Some(Id::new("mod-bare").unwrap());
    let bare = fall_off(&setup);
    assert!((bare - 3.17).abs() < 0.005, "{bare}");
    assert!(octa < bare - 0.1 && octa > bare - 0.4, "{octa}");
}

/// The light of a set is taken over where the set is the same, and computed anew where it is not.
#[test]
fn light_is_computed_anew_only_where_the_set_changed() {
    let (kit, setup) = (sample::kit(), sample::portrait());
    let s = Situation::new(&setup, &kit, House::default()).unwrap();
    let mut turned = setup.clone();
    turned.camera.iso.at = IsoMark::nearest(12);
    assert_eq!(s.after(&turned).unwrap().field, s.field);
    let mut moved = setup.clone();
    sample::at_distance(&mut moved, 0, 2.5);
    let after = s.after(&moved).unwrap();
    assert_ne!(after.field, s.field);
    assert_eq!(after.field, Situation::new(&moved, &kit, House::default()).unwrap().field);
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
    // A body whose base is ISO 400: as good there as another at 100, and a stop worse at 800.
    let mut sensitive = kit.clone();
    for item in &mut sensitive.items {
        if let crate::kit::KitItem::Camera(camera) = item {
            camera.iso_base = at(12);
        }
    }
    let s = Situation::new(&setup, &sensitive, House::default()).unwrap();
    assert_eq!((s.floor(at(12)), s.floor(at(18)), s.headroom(at(12)), s.headroom(at(6))), (-7.0, -6.0, 3.0, 2.0));
}

fn any_light() -> impl Strategy<Value = Light> {
    (0usize..3, 0usize..9, -180.0f64..180.0, 0.5f64..20.0, 0usize..3, any::<bool>()).prop_map(
        |(flash, modifier, left, far, aim, on)| {
            let kit = sample::kit();
            let mut light = sample::portrait().lights.remove(0);
            light.flash = kit.flashes().nth(flash).unwrap().id.clone();
            light.modifier = kit.modifiers().nth(modifier).map(|modifier| modifier.id.clone());
            let face = sample::outdoors().main_face().at;
            light.at = crate::scene::Position::nearest(face + crate::geometry::direction(left, 10.0) * far);
            light.aim =
                [Aim::Subject, Aim::Background, Aim::along(crate::geometry::direction(far * 18.0, left / 3.0))][aim];
            light.on = on;
            light
        },
    )
}

proptest! {
    /// Saved equals loaded, whatever the lights and the dials.
    #[test]
    fn a_setup_survives_json(lights in prop::collection::vec(any_light(), 0..6), ev in -10.0f64..22.0, iso in -6i16..48) {
        let mut setup = sample::outdoors();
        setup.lights = lights;
        for (index, light) in setup.lights.iter_mut().enumerate() {
            light.id = Id::new(&format!("light-{index}")).unwrap();
        }
        setup.camera.iso.at = IsoMark::nearest(iso);
        setup.readings[0].measured = crate::setup::Measured::Ev { ev: crate::quantity::Ev100::nearest(ev) };
        let text = serde_json::to_string(&setup).unwrap();
        prop_assert_eq!(serde_json::from_str::<Setup>(&text).unwrap(), setup);
    }

    /// Light only ever adds: more power of any light never darkens a patch.
    #[test]
    fn more_light_never_darkens(lights in prop::collection::vec(any_light(), 1..5), which in 0usize..5, more in 0.1f64..3.0) {
        let kit = sample::kit();
        let mut setup = sample::outdoors();
        setup.lights = lights;
        for (index, light) in setup.lights.iter_mut().enumerate() {
            light.id = Id::new(&format!("light-{index}")).unwrap();
            light.power.at = crate::quantity::Power::nearest(3.0);
        }
        let totals = |setup: &Setup| {
            let report = crate::assess::assess(setup, &kit, House::default()).unwrap();
            Patch::ALL.map(|patch| report.level(patch).map(|level| level.total.stops()))
        };
        setup.approach = Some(Approach::FlashLeads);
        let before = totals(&setup);
        let index = which % setup.lights.len();
        setup.lights[index].power.at = crate::quantity::Power::nearest(3.0 - more);
        for (more, less) in totals(&setup).iter().zip(before) {
            if let (Some(more), Some(less)) = (more, less) {
                prop_assert!(*more >= less - 1e-9);
            }
        }
    }

    /// Whatever the set, the solver answers, and what it answers passes the setup's own check.
    #[test]
    fn every_set_solves(lights in prop::collection::vec(any_light(), 0..4), approach in 0usize..9, face in -2.0f64..17.0) {
        let kit = sample::kit();
        let mut setup = sample::outdoors();
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

/// A zoom head covers what the lens sees, told for 36 × 24 mm: 85 mm on a sensor half as large again as small are 127.5.
#[rstest]
#[case::full_frame(36.0, 24.0, 85.0)]
#[case::crop(24.0, 16.0, 127.5)]
fn what_a_head_has_to_cover(#[case] width: f64, #[case] height: f64, #[case] asked: f64) {
    let mut setup = sample::portrait();
    setup.camera.focal = Millimetres::of(85.0);
    let (sensor_width, sensor_height) = (Millimetres::of(width), Millimetres::of(height));
    let body = Camera { sensor_width, sensor_height, ..sample::kit().cameras().next().unwrap().clone() };
    assert!((covering(&setup, &body).millimetres() - asked).abs() < 1e-9);
}
