use super::*;
use crate::house::House;
use crate::marks::{ApertureMark, IsoMark, Mark, ShutterMark};
use crate::quantity::{Id, Power};
use crate::sample;
use crate::setup::{ExposureMode, Measured, Patch, Setup};
use proptest::prelude::*;

fn assessed(setup: &Setup) -> Assessment {
    assess(setup, &sample::kit(), House::default()).unwrap()
}

fn ambient(setup: &Setup, patch: Patch) -> f64 {
    assessed(setup).level(patch).unwrap().ambient.stops()
}

fn flash(setup: &Setup, patch: Patch) -> f64 {
    assessed(setup).level(patch).unwrap().flash.unwrap().stops()
}

/// Worked case 1 of the method notes: right without flash at f/10, 1/200, ISO 5000; at ISO 64 the ambient stands at −6⅓;
/// from 1/200 to 1/20 it gains 3⅓, to −3, and the flash does not move.
#[test]
fn evening_shade_opened_by_the_shutter() {
    let mut setup = sample::portrait();
    setup.camera.body = Id::new("cam-fine").unwrap();
    setup.readings.truncate(1);
    setup.readings[0].measured = Measured::Settings {
        aperture: ApertureMark::new(40).unwrap(),
        shutter: ShutterMark::new(46).unwrap(),
        iso: IsoMark::new(34).unwrap(),
    };
    setup.camera.aperture.at = ApertureMark::new(40).unwrap();
    setup.camera.shutter.at = ShutterMark::new(46).unwrap();
    setup.camera.iso.at = IsoMark::new(-4).unwrap();
    assert!((ambient(&setup, Patch::Face) + 6.333).abs() < 0.001);
    let before = flash(&setup, Patch::Face);
    setup.camera.shutter.at = ShutterMark::new(26).unwrap();
    assert!((ambient(&setup, Patch::Face) + 3.0).abs() < 0.001);
    assert_eq!(flash(&setup, Patch::Face), before);
}

/// Worked case 7 of the method notes: ambient metered at 1/15, a floor of 1/60: the background at −2, and it is said.
#[test]
fn the_floor_of_aperture_priority() {
    let mut setup = sample::portrait();
    let (aperture, iso) = (setup.camera.aperture.at, setup.camera.iso.at);
    let shutter = ShutterMark::new(24).unwrap();
    for reading in &mut setup.readings {
        reading.measured = Measured::Settings { aperture, shutter, iso };
    }
    setup.camera.shutter.at = shutter;
    assert_eq!(ambient(&setup, Patch::Background), 0.0);
    setup.camera.mode = ExposureMode::AperturePriority;
    assert_eq!(ambient(&setup, Patch::Background), -2.0);
    let shutter = assessed(&setup).dials.remove(0);
    assert_eq!(shutter.reason, "Aperture priority stops at 1/60 with flash: the ambient falls by 2 stops.");
    assert!(shutter.trouble);
    // Without flash there is no floor.
    setup.lights.iter_mut().for_each(|light| light.on = false);
    assert_eq!(ambient(&setup, Patch::Background), 0.0);
}

/// By hand: GN 64 m (f/22.6 at 2 m through a stop of loss), octa 1.9 stops, at 1.6 m less its near field, f/7.1 (Av 5⅔) at
/// 3.2 stops under full: 2·log2(64/1.6) − 1.9 − 0.11 − 5.67 − 3.2 = −0.24.
#[test]
fn the_octa_by_hand() {
    let part = flash(&sample::portrait(), Patch::Face);
    assert!((part + 0.24).abs() < 0.02, "{part}");
}

#[test]
fn past_sync_part_of_the_frame_is_dark_and_high_speed_sync_costs() {
    let mut setup = sample::portrait();
    setup.camera.shutter.at = ShutterMark::new(50).unwrap();
    let report = assessed(&setup);
    assert_eq!(report.headline, "Past sync: 21 % of the frame gets no flash.");
    assert!(!report.met);
    let before = flash(&setup, Patch::Face);
    setup.camera.high_speed_sync = true;
    assert!((before - flash(&setup, Patch::Face) - 2.0).abs() < 1e-9);
    assert!(!assessed(&setup).headline.starts_with("Past sync"));
}

proptest! {
    /// The flash is untouched by the shutter up to sync; the ambient moves by exactly what the shutter does.
    #[test]
    fn flash_untouched_by_shutter_up_to_sync(a in -30i16..=48, b in -30i16..=48) {
        let mut setup = sample::portrait();
        let at = |setup: &mut Setup, sixths| setup.camera.shutter.at = ShutterMark::nearest(sixths);
        at(&mut setup, a);
        let (flash_a, ambient_a) = (flash(&setup, Patch::Face), ambient(&setup, Patch::Face));
        at(&mut setup, b);
        prop_assert_eq!(flash(&setup, Patch::Face), flash_a);
        prop_assert!((ambient(&setup, Patch::Face) - ambient_a - f64::from(a - b) / 6.0).abs() < 1e-9);
    }

    /// The ambient is untouched by a flash's power and distance.
    #[test]
    fn ambient_untouched_by_power_and_distance(below in 0.0f64..8.0, distance in 0.3f64..20.0) {
        let mut setup = sample::outdoors();
        let before = ambient(&setup, Patch::Background);
        setup.lights[0].power.at = Power::nearest(below);
        sample::at_distance(&mut setup, 0, distance);
        prop_assert_eq!(ambient(&setup, Patch::Background), before);
    }

    /// Turning any dial towards more light never darkens a patch.
    #[test]
    fn monotone_in_every_dial(
        iso in -6i16..46, aperture in 12i16..48, shutter in -28i16..46, nd in 0i16..5, below in 1.0f64..8.0,
    ) {
        let mut setup = sample::portrait();
        setup.camera.iso.at = IsoMark::nearest(iso);
        setup.camera.aperture.at = ApertureMark::nearest(aperture);
        setup.camera.shutter.at = ShutterMark::nearest(shutter);
        setup.camera.nd.at = crate::marks::NdMark::nearest(18 + 2 * nd);
        setup.lights[0].power.at = Power::nearest(below);
        let totals = |setup: &Setup| -> Vec<f64> {
            assessed(setup).levels.iter().map(|level| level.total.stops()).collect()
        };
        let before = totals(&setup);
        let brighter: [fn(&mut Setup); 5] = [
            |s| s.camera.iso.at = IsoMark::nearest(s.camera.iso.at.sixths() + 2),
            |s| s.camera.aperture.at = ApertureMark::nearest(s.camera.aperture.at.sixths() - 2),
            |s| s.camera.shutter.at = ShutterMark::nearest(s.camera.shutter.at.sixths() - 2),
            |s| s.camera.nd.at = crate::marks::NdMark::NONE,
            |s| s.lights[0].power.at = Power::nearest(s.lights[0].power.at.stops_below_full() - 1.0),
        ];
        for turn in brighter {
            let mut turned = setup.clone();
            turn(&mut turned);
            for (old, new) in before.iter().zip(totals(&turned)) {
                prop_assert!(new >= *old - 1e-9);
            }
        }
    }

    /// A stop here and a stop there cancel: aperture against ISO leaves every level where it was.
    #[test]
    fn reciprocity_of_levels(step in 0i16..6) {
        let mut setup = sample::portrait();
        let before = assessed(&setup).levels;
        setup.camera.iso.at = IsoMark::nearest(setup.camera.iso.at.sixths() + step);
        setup.camera.aperture.at = ApertureMark::nearest(setup.camera.aperture.at.sixths() + step);
        for (old, new) in before.iter().zip(assessed(&setup).levels) {
            prop_assert!((old.total - new.total).size().stops() < 1e-9);
        }
    }
}

#[rstest::rstest]
#[case(0.1, "as bright as the face")]
#[case(1.0, "1 stop brighter than the face")]
#[case(-2.4, "2⅓ stops darker than the face")]
#[case(0.31, "⅓ stop brighter than the face")]
fn contrast_in_words(#[case] stops: f64, #[case] words: &str) {
    assert_eq!(contrast_words(Stops::nearest(stops)), words);
}

/// Two dioptres on 85 mm at just under half a metre: `f·D` of 72.6 mm over the rest, a sixth of life size, with no light lost; told with
/// the working f-number.
#[test]
fn a_close_up_lens_is_told() {
    let mut setup = sample::portrait();
    setup.camera.rig = crate::optics::Rig::AddOn { dioptres: 2.0 };
    let face = setup.main_face().at;
    setup.scene.camera.at = crate::scene::Position::nearest(face - crate::geometry::DVec3::Y * 0.495);
    let found = assessed(&setup).depth.close_up.unwrap();
    assert!((found.magnification - 0.173).abs() < 0.002, "{found:?}");
    assert!(
        found.lost.stops().abs() < 0.02 && found.text.contains("0.17 times life size: works at f/7.2, no light lost"),
        "{found:?}"
    );
    assert_eq!(assessed(&sample::portrait()).depth.close_up, None);
}
