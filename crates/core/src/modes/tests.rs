use super::*;
use crate::house::House;
use crate::kit::{Kit, KitItem};
use crate::marks::{ShutterMark, StepSize};
use crate::sample;
use crate::setup::Setup;
use rstest::rstest;

const GREY: [f64; 96] = [1.0; 96];

fn told(setup: &Setup, kit: &Kit, light: &[f64], flash: f64, changing: bool) -> CameraModes {
    let s = Situation::new(setup, kit, House::default()).unwrap();
    let frame = MeteredFrame { light, across: 12, face: (0.5, 0.5) };
    camera_modes(&s, &frame, Share::nearest(flash), changing)
}

fn may(modes: &CameraModes) -> Vec<Automatic> {
    modes.modes.iter().filter(|mode| mode.may).map(|mode| mode.automatic).collect()
}

/// By flash nothing may move the flash: the shutter alone is left, and not below the floor; without flash ISO is free too. Never the
/// aperture, and what may be is never two at once.
#[rstest]
#[case::flash_lights_the_face(0.9, 42, &[Automatic::Shutter])]
#[case::flash_fills(0.1, 42, &[Automatic::Shutter, Automatic::Iso])]
#[case::below_the_floor(0.9, 18, &[])]
fn what_may_be_left(#[case] flash: f64, #[case] shutter: i16, #[case] expected: &[Automatic]) {
    let (mut setup, kit) = (sample::portrait(), sample::kit());
    setup.camera.shutter.at = ShutterMark::nearest(shutter);
    let modes = told(&setup, &kit, &GREY, flash, false);
    assert_eq!(may(&modes), expected);
    assert_eq!(modes.modes.len(), 3);
}

/// Case 7 of the method notes: planned at 1/15 with a floor of 1/60, the ambient falls two stops short.
#[test]
fn the_floor_is_told_in_stops() {
    let (mut setup, kit) = (sample::portrait(), sample::kit());
    setup.camera.shutter.at = ShutterMark::nearest(24);
    let modes = told(&setup, &kit, &GREY, 0.9, false);
    assert!(modes.modes[0].text.contains("1/60") && modes.modes[0].text.contains("2 stops"), "{}", modes.modes[0].text);
}

#[test]
fn compensation_is_told_to_a_third_and_no_further_than_dials_go() {
    let (setup, kit) = (sample::portrait(), sample::kit());
    let modes = told(&setup, &kit, &[2.6; 96], 0.0, false);
    assert!(modes.compensations.iter().all(|one| one.label == "+1⅓" && !one.beyond), "{:?}", modes.compensations);
    let dark = told(&setup, &kit, &[0.02; 96], 0.0, false);
    assert!(dark.compensations.iter().all(|one| one.beyond));
    assert_eq!(dark.advice, crate::say::modes::MANUAL_ALONE);
    assert!(told(&setup, &kit, &[0.0; 96], 0.0, false).compensations.is_empty());
}

#[rstest]
#[case::steady(0.0, false, crate::say::modes::STEADY)]
#[case::evening(0.0, true, crate::say::modes::FOLLOW)]
#[case::evening_with_flash(0.9, true, crate::say::modes::FOLLOW_WITH_FLASH)]
fn advice_goes_by_the_light(#[case] flash: f64, #[case] changing: bool, #[case] expected: &str) {
    let (mut setup, kit) = (sample::portrait(), sample::kit());
    setup.camera.shutter.at = ShutterMark::nearest(42);
    assert_eq!(told(&setup, &kit, &GREY, flash, changing).advice, expected);
}

#[rstest]
#[case(2, 60.0, false)]
#[case(4, 60.0, true)]
#[case(4, 120.0, false)]
#[case(2, 10.0, true)]
fn light_that_changes_by_the_minute(#[case] rungs: usize, #[case] minutes: f64, #[case] expected: bool) {
    assert_eq!(changes_by_the_minute(rungs, minutes), expected);
}

/// A meter that makes frames ⅔ stop too bright is set ⅔ stop lower; dials that click in halves are set to halves.
#[rstest]
#[case::without_fault(None, StepSize::Thirds, 4.0 / 3.0, "+1⅓")]
#[case::bright(Some(2.0 / 3.0), StepSize::Thirds, 2.0 / 3.0, "+⅔")]
#[case::dark(Some(-1.0 / 3.0), StepSize::Thirds, 5.0 / 3.0, "+1⅔")]
#[case::in_halves(None, StepSize::Halves, 4.0 / 3.0, "+1½")]
fn the_bodys_own_meter_is_reckoned_in(
    #[case] more: Option<f64>,
    #[case] step: StepSize,
    #[case] stops: f64,
    #[case] label: &str,
) {
    let (setup, mut kit) = (sample::portrait(), sample::kit());
    for item in &mut kit.items {
        if let KitItem::Camera(body) = item {
            body.step = step;
            body.own_meter = more.map(|more| Learnt { more: Stops::of(more), spread: Stops::of(0.2), takes: 2 });
        }
    }
    let modes = told(&setup, &kit, &[(4.0f64 / 3.0).exp2(); 96], 0.0, false);
    for one in &modes.compensations {
        assert!((one.reads.stops() - 4.0 / 3.0).abs() < 1e-6 && (one.stops - stops).abs() < 1e-6, "{one:?}");
        assert_eq!(one.label, label);
    }
    assert_eq!(modes.own_meter.contains("seen twice"), more.is_some(), "{}", modes.own_meter);
}
