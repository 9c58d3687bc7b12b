//! What the solver must leave alone, and what it must offer, in scenes made to bind in one way each.

mod film;
mod habits;
mod weights;

use super::places::is_clear;
use super::*;
use crate::approach::Approach;
use crate::assess::{DialId, DialKind};
use crate::geometry::DVec3;
use crate::house::{Habits, House, Start};
use crate::marks::{ApertureMark, IsoMark, Mark, NdMark, ShutterMark};
use crate::quantity::{Ev100, Id, Kelvin, Metres, Power};
use crate::sample;
use crate::scene::Position;
use crate::setup::{CameraSetup, Dial, GelDial, Measured, Patch, Setup};
use crate::situation::{Dials, Situation};
use rstest::rstest;

/// The boatbuilder's face and water at these levels.
fn at(levels: [f64; 2]) -> Setup {
    let mut setup = sample::portrait();
    for (reading, ev) in setup.readings.iter_mut().zip(levels) {
        reading.measured = Measured::Ev { ev: Ev100::new(ev).unwrap() };
    }
    setup
}

/// Nearly dark, with ISO and aperture held: only a slow shutter is left.
fn dim() -> Setup {
    let mut setup = at([2.0, 3.0]);
    (setup.camera.iso.held, setup.camera.aperture.held) = (true, true);
    setup
}

/// The shutter held at 1/1000, two stops past sync.
fn past_sync() -> Setup {
    let mut setup = sample::portrait();
    setup.camera.shutter = Dial::held(ShutterMark::new(60).unwrap());
    setup
}

/// Sun at f/2.8, without a filter.
fn bright() -> Setup {
    let mut setup = at([12.0, 15.0]);
    setup.camera.aperture = Dial::held(ApertureMark::new(18).unwrap());
    setup.camera.nd.held = true;
    setup
}

/// A deep subject at f/2.
fn deep() -> Setup {
    let mut setup = sample::portrait();
    setup.camera.aperture = Dial::held(ApertureMark::new(12).unwrap());
    setup.subject.depth = Metres::nearest(0.8);
    setup
}

/// A small flash in sun at f/16, round the face and so far off: too weak there.
fn weak(left: f64, up: f64, far: f64) -> Setup {
    let mut setup = at([12.0, 15.0]);
    setup.lights[0].flash = Id::new("flash-small").unwrap();
    setup.camera.aperture = Dial::held(ApertureMark::new(48).unwrap());
    sample::round_face(&mut setup, 0, left, up, far);
    setup
}

fn planned(setup: &Setup) -> Plan {
    plan(setup, &sample::kit(), House::default()).unwrap()
}

fn ways(setup: &Setup) -> Vec<Change> {
    planned(setup).binds.into_iter().flat_map(|bind| bind.ways_out).map(|way| way.change).collect()
}

fn clear(setup: &Setup) -> bool {
    let kit = sample::kit();
    let s = Situation::new(setup, &kit, House::default()).unwrap();
    is_clear(&s, &s.lights[0])
}

/// What is held is not turned, though the solver would: it takes off a cooling gel and leaves 3 000 K in daylight.
#[test]
fn a_held_gel_and_a_held_white_balance_stay() {
    let mut setup = sample::portrait();
    setup.lights[0].gels = GelDial { at: vec![Id::new("gel-cool-full").unwrap()], held: false };
    setup.white_balance.kelvin = Dial::free(Kelvin::nearest(3_000.0));
    let free = planned(&setup).setup;
    assert_ne!(free.lights[0].gels.at, setup.lights[0].gels.at);
    assert_ne!(free.white_balance.kelvin.at, setup.white_balance.kelvin.at);
    setup.lights[0].gels.held = true;
    setup.white_balance.kelvin.held = true;
    let held = planned(&setup).setup;
    assert_eq!(held.lights[0].gels.at, setup.lights[0].gels.at);
    assert_eq!(held.white_balance.kelvin.at, setup.white_balance.kelvin.at);
}

/// A flash that stands at the edge of the frame would do more from nearer, and is neither moved there nor sent there; one
/// that is in the picture anyway is.
#[test]
fn no_light_comes_into_the_picture() {
    let moves = |setup: &Setup| ways(setup).iter().filter(|way| matches!(way, Change::MoveLight { .. })).count();
    let edge = weak(20.0, 10.0, 1.5);
    let mut near = edge.clone();
    sample::at_distance(&mut near, 0, 1.0);
    assert!(clear(&edge) && !clear(&near));
    assert_eq!(moves(&edge), 0);
    let mut free = edge.clone();
    free.lights[0].may_move = true;
    let free = planned(&free);
    assert!(clear(&free.setup) && free.assessment.set.intruders.is_empty(), "{:?}", free.assessment.set.intruders);
    let inside = weak(5.0, 25.0, 1.5);
    assert!(!clear(&inside));
    assert!(moves(&inside) > 0);
}

fn is_approach(change: &Change) -> bool {
    matches!(change, Change::Approach { .. })
}

#[rstest]
#[case::slow_by_hand(dim(), |way: &Change| *way == Change::Tripod)]
#[case::past_sync_back_to_it(past_sync(), |way: &Change| matches!(way, Change::Shutter { at } if at.sixths() <= 48))]
#[case::past_sync_by_high_speed(past_sync(), |way: &Change| *way == Change::HighSpeedSync)]
#[case::bright_by_high_speed(bright(), |way: &Change| *way == Change::HighSpeedSync)]
#[case::deep_from_further(deep(), |way: &Change| matches!(way, Change::StepBack { distance } if distance.metres() > 3.0))]
#[case::let_go(bright(), |way: &Change| *way == Change::Release { dial: DialId::camera(DialKind::Aperture) })]
#[case::another_school(bright(), is_approach)]
fn every_way_out_is_offered(#[case] setup: Setup, #[case] is_it: fn(&Change) -> bool) {
    let ways = ways(&setup);
    assert!(ways.iter().any(is_it), "{ways:?}");
}

/// The cheapest way is told first, another picture last.
#[test]
fn ways_out_are_told_in_order_of_their_price() {
    let released = |dial| Change::Release { dial: DialId::camera(dial) };
    let sync = planned(&bright()).binds.into_iter().find(|bind| bind.bound == Bound::Sync).unwrap();
    let told: Vec<Change> = sync.ways_out.into_iter().map(|way| way.change).collect();
    assert_eq!(told[..3], [released(DialKind::Nd), Change::HighSpeedSync, released(DialKind::Aperture)]);
    assert!(is_approach(&told[3]));
    for setup in [dim(), past_sync(), bright(), deep()] {
        for bind in planned(&setup).binds {
            let other = bind.ways_out.iter().position(|way| is_approach(&way.change)).unwrap_or(bind.ways_out.len());
            assert!(bind.ways_out[other..].iter().all(|way| is_approach(&way.change)), "{bind:?}");
        }
    }
}

/// Full sun and a flash on the camera too far off: the way out is to step in; put on a stand it is not.
#[test]
fn a_flash_on_the_camera_asks_to_step_in() {
    let (kit, mut setup) = (sample::kit(), sample::outdoors());
    setup.scene.camera.at = crate::scene::Position::nearest(setup.focus() - crate::geometry::DVec3::Y * 7.0);
    setup.camera.high_speed_sync = true;
    let light = &mut setup.lights[0];
    (light.held_by, light.modifier, light.flash) = (crate::setup::Holder::Camera, None, Id::new("flash-shoe").unwrap());
    setup.readings.iter_mut().for_each(|reading| {
        let ev = if reading.patch == Patch::Face { 12.0 } else { 15.0 };
        reading.measured = Measured::Ev { ev: Ev100::nearest(ev) };
    });
    let steps = |setup: &Setup| -> Vec<String> {
        let found = plan(setup, &kit, House::default()).unwrap();
        let ways = found.binds.into_iter().flat_map(|bind| bind.ways_out);
        ways.map(|way| way.text).filter(|text| text.starts_with("Step in to")).collect()
    };
    let found = steps(&setup);
    assert!(!found.is_empty());
    setup.lights[0].held_by = crate::setup::Holder::Stand;
    assert!(steps(&setup).is_empty());
}

/// A figure whole in the picture before a bright sky, with a light low at the side.
fn figure_before_the_sky() -> Setup {
    let mut setup = sample::outdoors();
    setup.scene.camera.at = Position::nearest(DVec3::new(0.0, -9.0, 1.0));
    for (reading, ev) in setup.readings.iter_mut().zip([8.0, 13.0]) {
        reading.measured = Measured::Ev { ev: Ev100::nearest(ev) };
    }
    setup.approach = Some(Approach::SilhouetteTouched);
    sample::round_face(&mut setup, 0, 40.0, -20.0, 3.0);
    setup
}

/// A touch of flash on the legs parts a figure from its ground and leaves the face dark, once the light is turned down; until
/// then that is the way out.
#[test]
fn a_touch_of_flash_low() {
    let (kit, mut setup) = (sample::kit(), figure_before_the_sky());
    setup.lights[0].modifier = Some(Id::new("mod-grid").unwrap());
    let first = plan(&setup, &kit, House::default()).unwrap();
    let ways = first.binds.iter().flat_map(|bind| &bind.ways_out);
    let turn = ways.map(|way| &way.change).find(|change| matches!(change, Change::PlaceLight { .. })).unwrap();
    let then = plan(&apply(&first.setup, &kit, turn), &kit, House::default()).unwrap();
    let level = |patch| then.assessment.level(patch).unwrap();
    let (face, legs) = (level(Patch::Face), level(Patch::Legs));
    assert!((-3.3..-0.7).contains(&legs.flash.unwrap().stops()), "{legs:?}");
    assert!(face.total.stops() < -2.6, "{face:?}");
    assert!(level(Patch::Background).total.stops() > -0.5);
}

/// Before a busy background light leads the eye, one to two stops over it.
#[test]
fn a_busy_background_is_let_down() {
    let mut setup = sample::portrait();
    setup.background.sunlit = crate::quantity::Share::nearest(0.0);
    (setup.approach, setup.background.detail) = (None, Some(crate::setup::Detail::Busy));
    setup.ambient = crate::colour::AmbientColour::Cloud;
    let found = plan(&setup, &sample::kit(), House::default()).unwrap();
    assert_eq!(found.assessment.approach.approach, Approach::FlashLeads);
    let behind = found.assessment.level(Patch::Background).unwrap().total.stops();
    assert!((-2.4..-0.9).contains(&behind), "{behind}");
    setup.background.detail = Some(crate::setup::Detail::Calm);
    let calm = plan(&setup, &sample::kit(), House::default()).unwrap();
    assert_eq!(calm.assessment.approach.approach, Approach::FillLowContrast);
}
