use super::*;
use crate::house::House;
use crate::quantity::Ev100;
use crate::sample;
use crate::setup::{Measured, Setup};
use crate::solve::apply;
use rstest::rstest;

/// The person outdoors, the sun at this bearing and height, face and background read.
fn in_sun(bearing: f64, elevation: f64, face: f64) -> Setup {
    let mut setup = sample::outdoors();
    setup.lights.clear();
    let level = Ev100::nearest(14.6);
    setup.scene.sun = Some(Sun { bearing: Degrees::nearest(bearing), elevation: Degrees::nearest(elevation), level });
    for (reading, ev) in setup.readings.iter_mut().zip([face, 14.0]) {
        reading.measured = Measured::Ev { ev: Ev100::nearest(ev) };
    }
    setup
}

fn told(setup: &Setup) -> Vec<SunWay> {
    ways(&Situation::new(setup, &sample::kit(), House::default()).unwrap())
}

#[rstest]
#[case::before(0.0, true)]
#[case::at_the_side(90.0, true)]
#[case::just_behind(106.0, false)]
#[case::behind(180.0, false)]
fn whose_nose_has_sun(#[case] off: f64, #[case] on: bool) {
    assert_eq!(on_nose(DVec3::NEG_Y, direction(180.0 + off, 0.0)), on);
}

/// Taken, each way does what it says: the sun is off the nose, or lights one side.
#[rstest]
#[case::from_the_side(85.0, 20.0)]
#[case::from_the_other(-85.0, 20.0)]
#[case::high(100.0, 60.0)]
fn each_does_what_it_says(#[case] bearing: f64, #[case] elevation: f64) {
    let (kit, setup) = (sample::kit(), in_sun(bearing, elevation, 14.0));
    let sun = setup.scene.sun.unwrap().towards();
    assert!(on_nose(setup.main_face().gaze, sun));
    let found = told(&setup);
    assert!(found.iter().any(|way| matches!(way.stance, Stance::BackToTheSun { .. })), "{found:?}");
    for way in found {
        let taken = apply(&setup, &kit, way.change.as_ref().unwrap());
        assert_eq!(taken.check(&kit), Ok(()), "{way:?}");
        let off = angle(taken.main_face().gaze, sun);
        match way.stance {
            Stance::IntoTheSun { .. } => assert!((40.0..75.0).contains(&off), "{way:?} {off}"),
            _ => assert!(off >= OFF_NOSE - 0.6, "{way:?} {off}"),
        }
        if let Stance::BackToTheSun { .. } = way.stance {
            let aside = angle(taken.main_face().gaze, (taken.scene.camera.at.point() - taken.focus()).with_z(0.0));
            assert!((aside - ASIDE).abs() < 1.0, "{aside}");
        }
    }
}

/// In the shade of their own head before a bright background: turned into the sun the contrast goes.
#[test]
fn into_the_sun_evens_the_contrast() {
    let setup = in_sun(100.0, 15.0, 11.0);
    let found = told(&setup);
    let into = found.iter().find(|way| matches!(way.stance, Stance::IntoTheSun { .. }));
    let back = found.iter().find(|way| matches!(way.stance, Stance::BackToTheSun { .. })).unwrap();
    assert!(into.unwrap().contrast.stops() < 1.0 && back.contrast.stops() > 2.0, "{found:?}");
}

/// A sun straight overhead is on the nose whichever way one turns: neither turn is offered.
#[test]
fn noon_overhead_has_no_back() {
    let found = told(&in_sun(180.0, 82.0, 14.0));
    let clears = |way: &SunWay| matches!(way.stance, Stance::BackToTheSun { .. } | Stance::OffTheNose { .. });
    assert!(!found.iter().any(clears), "{found:?}");
    assert!(told(&sample::outdoors()).is_empty());
}
