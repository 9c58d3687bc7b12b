mod cards;
mod walls;

use super::*;
use crate::exposure::MeterConstants;
use crate::geometry::{DVec3, direction};
use crate::house::House;
use crate::quantity::{Degrees, Ev100, Id, Metres, MiredShift, Share};
use crate::sample;
use crate::scene::{Aim, Card, CardKind, Pane, PaneKind, Position, Surface, Wall};
use crate::set::RoomSide;
use crate::setup::{BackgroundKind, Patch, Setup};
use crate::situation::Situation;
use proptest::prelude::*;
use rstest::rstest;
use std::f64::consts::PI;

fn card(kind: CardKind, at: DVec3, size: f64, aim: Aim) -> Card {
    let side = Metres::nearest(size);
    Card { id: Id::new("card").unwrap(), kind, at: Position::nearest(at), aim, width: side, height: side }
}

fn wall(distance: f64, reflectance: f64, tint: f64) -> Option<Wall> {
    let surface = Surface { reflectance: Share::nearest(reflectance), tint: MiredShift::nearest(tint) };
    Some(Wall { distance: Metres::nearest(distance), surface })
}

/// The person outdoors before nothing, over black ground.
fn void() -> Setup {
    let mut setup = sample::outdoors();
    setup.background.kind = BackgroundKind::Open;
    setup.scene.room.ground = Surface::of(0.0);
    setup
}

fn field_of(setup: &Setup) -> Field {
    Situation::new(setup, &sample::kit(), House::default()).unwrap().field
}

/// A flash turned to a white ceiling, against a fine sum over the ceiling: each bit of it gets the beam's light and sends
/// it on diffusely.
#[rstest]
#[case::steep(2.6, 80.0)]
#[case::forward(3.2, 55.0)]
fn bounce_against_a_fine_sum(#[case] height: f64, #[case] tilt: f64) {
    let mut setup = void();
    setup.scene.room.ceiling = wall(height, 0.8, 0.0);
    setup.lights[0].modifier = None;
    setup.lights[0].held_by = crate::setup::Holder::Camera;
    setup.lights[0].aim = Aim::Free { pan: Degrees::nearest(0.0), tilt: Degrees::nearest(tilt) };
    let kit = sample::kit();
    let s = Situation::new(&setup, &kit, House::default()).unwrap();
    let (emitter, face) = (s.lights[0].emitter, s.field.receivers.patches[Patch::Face][0]);
    let (n, wide) = (400, 12.0);
    let mut sum = 0.0;
    for i in 0..n {
        for j in 0..n {
            let share = |k: i32| ((f64::from(k) + 0.5) / f64::from(n) * 2.0 - 1.0) * wide;
            let at = DVec3::new(share(i), share(j) + 2.0, height);
            let arrives = emitter.gain(at, DVec3::NEG_Z);
            let to = face.at - at;
            let r2 = to.length_squared();
            let way = to / r2.sqrt();
            let leaves = (-way.z).max(0.0) * (-way.dot(face.normal)).max(0.0) / r2;
            sum += 0.8 / PI * arrives * leaves * (2.0 * wide / f64::from(n)).powi(2);
        }
    }
    let found = s.field.lights[0].patches[Patch::Face].unwrap().bounced;
    assert!((found / sum - 1.0).abs() < 0.12, "{found} {sum}");
    assert_eq!(s.field.lights[0].bounce.from, Some(RoomSide::Ceiling));
    let report = crate::assess::assess(&setup, &kit, House::default()).unwrap().set.lights[0].bounce.clone().unwrap();
    assert!(!report.fails && report.up > 20.0, "{report:?}");
}

/// When a bounce fails: a high, a dark, or no ceiling; and a wooden one colours the light.
#[rstest]
#[case::white(2.6, 0.8, 0.0, false)]
#[case::high(14.0, 0.5, 0.0, true)]
#[case::dark(3.5, 0.04, 0.0, true)]
fn when_a_bounce_fails(#[case] height: f64, #[case] reflectance: f64, #[case] tint: f64, #[case] fails: bool) {
    let report = |ceiling: Option<Wall>| {
        let mut setup = void();
        setup.scene.room.ceiling = ceiling;
        setup.lights[0].modifier = None;
        setup.lights[0].held_by = crate::setup::Holder::Camera;
        setup.lights[0].aim = Aim::Free { pan: Degrees::nearest(0.0), tilt: Degrees::nearest(65.0) };
        let set = crate::assess::assess(&setup, &sample::kit(), House::default()).unwrap().set;
        set.lights[0].bounce.clone().unwrap()
    };
    let found = report(wall(height, reflectance, tint));
    assert_eq!(found.fails, fails, "{found:?}");
    assert!(report(None).fails);
    let wood = report(wall(2.6, 0.3, 60.0));
    assert!((wood.tint.mired() - 60.0).abs() < 1.0 && wood.text.contains("60 mired warmer"), "{wood:?}");
}

/// A black card between light and face takes the light; a diffusion panel there lets some through.
#[test]
fn what_stands_between() {
    let given = |kind: Option<CardKind>| {
        let mut setup = void();
        let face = setup.main_face().at;
        sample::round_face(&mut setup, 0, 45.0, 10.0, 2.0);
        let at = face + (setup.lights[0].at.point() - face) * 0.4;
        setup.scene.cards = kind.map(|kind| card(kind, at, 1.5, Aim::Subject)).into_iter().collect();
        field_of(&setup).lights[0].patches[Patch::Face].unwrap()
    };
    assert_eq!(given(Some(CardKind::Black)).sum(), 0.0);
    let (open, through) = (given(None), given(Some(CardKind::Diffusion)));
    assert_eq!(through.direct, 0.0);
    assert!(through.through > 0.1 * open.direct && through.through < 0.9 * open.direct, "{through:?} {open:?}");
}

/// A window of known brightness: `E = π·L·F`, with the closed form of a rectangle on its axis, lights an unread face; the
/// room about it adds to that, and another meter constant tells the same light another level.
#[test]
fn a_window_lights_the_face_by_its_own_brightness() {
    let mut setup = void();
    setup.scene.room.ceiling = None;
    setup.readings.clear();
    setup.approach = Some(crate::approach::Approach::AmbientOnly);
    let face = setup.main_face().at;
    setup.scene.panes = vec![Pane {
        id: Id::new("window").unwrap(),
        kind: PaneKind::Glass,
        at: Position::nearest(face - DVec3::Y * 2.06),
        width: Metres::nearest(1.0),
        height: Metres::nearest(1.0),
        looks: Degrees::nearest(0.0),
        daylight: Some(Ev100::nearest(13.0)),
    }];
    let side = 0.25f64;
    let root = (1.0 + side * side).sqrt();
    let factor = 4.0 / (2.0 * PI) * 2.0 * (side / root * (side / root).atan());
    let lux = PI * 0.125 * 13f64.exp2() * factor;
    let kit = sample::kit();
    let ev = |setup: &Setup, meter: MeterConstants| {
        let s = Situation::new(setup, &kit, House { meter, ..House::default() }).unwrap();
        let face = s.ambient[Patch::Face].clone().unwrap();
        assert_eq!(face.source, crate::situation::Source::Windows);
        face.ev.ev()
    };
    let alone = ev(&setup, MeterConstants::default());
    assert!((alone - (lux / 2.5).log2()).abs() < 0.01, "{alone} {}", (lux / 2.5).log2());
    let dome = ev(&setup, MeterConstants { c: 330.0, ..MeterConstants::default() });
    assert!((dome - alone + 0.40).abs() < 0.005, "{dome} {alone}");
    setup.scene.room.ground = Surface::of(0.5);
    setup.scene.room.ceiling = wall(2.6, 0.8, 0.0);
    let in_a_room = ev(&setup, MeterConstants::default());
    assert!(in_a_room > alone + 0.1 && in_a_room < alone + 1.5, "{in_a_room} {alone}");
}

/// A box is lit by its sides: of those the camera sees, the one turned to the window is its lit side (cups beside a
/// window read by it, not by the front that looks at the camera).
#[rstest]
#[case::window_at_the_left(DVec3::new(-2.0, 0.0, 1.0), 90.0, DVec3::NEG_X)]
#[case::window_behind_the_camera(DVec3::new(0.0, -4.0, 1.0), 0.0, DVec3::NEG_Y)]
fn a_thing_is_lit_by_its_sides(#[case] at: DVec3, #[case] looks: f64, #[case] lit: DVec3) {
    let mut setup = void();
    setup.subject.kind = crate::setup::SubjectKind::Thing;
    setup.approach = Some(crate::approach::Approach::AmbientOnly);
    setup.readings.clear();
    setup.scene.thing.looks = Degrees::nearest(180.0);
    // From the left front and a little higher, so that front, left side and top are seen.
    let thing = setup.scene.thing.front().middle;
    setup.scene.camera.at = Position::nearest(thing + DVec3::new(-1.0, -1.5, 0.6));
    setup.scene.panes = vec![Pane {
        id: Id::new("window").unwrap(),
        kind: PaneKind::Glass,
        at: Position::nearest(at),
        width: Metres::nearest(1.2),
        height: Metres::nearest(1.2),
        looks: Degrees::nearest(looks),
        daylight: Some(Ev100::nearest(12.0)),
    }];
    let field = field_of(&setup);
    assert!(
        field.receivers.patches[Patch::Face][0].normal.distance(lit) < 1e-9,
        "{:?}",
        field.receivers.patches[Patch::Face]
    );
    assert!(field.receivers.patches[Patch::ShadowSide][0].normal.distance(lit) > 0.5);
    assert!(field.daylight.windows[0][Patch::Face] > field.daylight.windows[0][Patch::ShadowSide]);
}

/// Without a key the lit side is the one towards the brightest window, or else towards the sun.
#[test]
fn daylight_says_which_side_is_lit() {
    let mut setup = void();
    setup.lights.clear();
    setup.scene.sun = Some(sample::low_sun());
    let side = |setup: &Setup| field_of(setup).receivers.patches[Patch::Face][0].normal.x;
    // The sun stands to the right, a window at the left.
    assert!(side(&setup) > 0.3, "{}", side(&setup));
    setup.scene.panes = vec![Pane {
        id: Id::new("window").unwrap(),
        kind: PaneKind::Glass,
        at: Position::nearest(DVec3::new(-3.0, 0.0, 1.5)),
        width: Metres::nearest(1.0),
        height: Metres::nearest(1.0),
        looks: Degrees::nearest(90.0),
        daylight: Some(Ev100::nearest(12.0)),
    }];
    assert!(side(&setup) < -0.3, "{}", side(&setup));
}

/// A card beside a group is in the light of every face, most of it in that of the nearest; a light at the left gives the
/// left edge of the background more.
#[test]
fn faces_and_edges_get_their_own() {
    let mut setup = sample::setups().into_iter().find(|setup| setup.scene.people.len() > 6).unwrap();
    setup.background.kind = BackgroundKind::Wall;
    setup.lights.truncate(1);
    sample::round_face(&mut setup, 0, 70.0, 10.0, 2.5);
    let face = setup.main_face().at;
    let without = field_of(&setup);
    setup.scene.cards = vec![card(CardKind::White, face + DVec3::new(0.9, -0.6, 0.0), 1.0, Aim::Subject)];
    let with = field_of(&setup);
    let carded = |field: &Field| field.lights[0].faces.iter().map(|gain| gain.carded).collect::<Vec<_>>();
    assert!(carded(&without).iter().all(|gain| *gain == 0.0));
    let given: Vec<f64> = carded(&with).into_iter().filter(|gain| *gain > 0.0).collect();
    assert!(given.len() > 4 && given[1] > 2.0 * given[0], "{given:?}");
    let [left, right] = without.lights[0].edges;
    assert!(left > right * 1.05, "{left} {right}");
}

/// Close up the lens takes `2·log2(1 + m/P)` from ambient and flash alike: at 1:1 with a pupil ratio of 0.8, 2.34 stops.
#[test]
fn close_up_takes_from_all_light() {
    let kit = sample::kit();
    let mut setup = void();
    setup.camera.lens = Id::new("lens-close").unwrap();
    setup.camera.focal = crate::quantity::Millimetres::nearest(100.0);
    setup.camera.aperture.at = crate::marks::Mark::nearest(36);
    let face = setup.main_face().at;
    setup.scene.camera.at = Position::nearest(face - DVec3::Y * 0.6);
    let s = Situation::new(&setup, &kit, House::default()).unwrap();
    let near = s.lensing.close_up_loss().stops();
    assert!(near > 0.5 && s.close_up_loss == near, "{near}");
    let (gain, shutter) = (12, crate::marks::Mark::nearest(36));
    let by = f64::from(gain) / 6.0 - near;
    let ambient = s.ambient_levels(gain, shutter)[Patch::Face].unwrap();
    assert!((ambient - (s.ambient[Patch::Face].as_ref().unwrap().ev.ev() + by - 6.0)).abs() < 1e-9);
    let flash = s.full_power_levels(gain, shutter)[0][Patch::Face].unwrap();
    assert!((flash - (s.lights[0].reach[Patch::Face].unwrap() + by)).abs() < 1e-9);
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]
    /// The mirror image of a set is lit as the set: left and right are alike.
    #[test]
    fn left_and_right_are_alike(left in 10.0f64..85.0, up in -5.0f64..40.0, far in 0.8f64..3.0) {
        let at = |side: f64| {
            let mut setup = void();
            sample::round_face(&mut setup, 0, side * left, up, far);
            let field = field_of(&setup);
            [Patch::Face, Patch::ShadowSide, Patch::Background].map(|patch| field.lights[0].patches[patch].unwrap().direct)
        };
        for (one, other) in at(1.0).iter().zip(at(-1.0)) {
            prop_assert!((one - other).abs() < 1e-6 + 0.001 * one);
        }
    }
}
