//! Film in the body, and several exposures in one frame.

use super::*;
use crate::kit::FilmKind;
use crate::optics::{Movement, Support};
use crate::setup::{Joined, Multiple};
use crate::solve::score::Weights;
use crate::solve::ways::ways_out;
use proptest::prelude::*;

fn added(setup: &Setup, exposures: u32) -> Setup {
    let mut setup = setup.clone();
    setup.camera.multiple = Some(Multiple { exposures, joined: Joined::Added });
    setup
}

fn face(plan: &Plan) -> f64 {
    plan.assessment.level(Patch::Face).unwrap().total.stops()
}

/// A film has one speed and one balance: a plan turns neither, whatever the light, and passes its own check.
#[rstest]
fn a_film_keeps_its_speed_and_its_balance(#[values(FilmKind::ColourNegative, FilmKind::Slide)] gives: FilmKind) {
    let kit = sample::loaded(gives);
    for mut setup in sample::setups() {
        sample::on_film(&mut setup, &kit);
        setup.camera.iso.held = false;
        setup.white_balance.kelvin.held = false;
        let plan = plan(&setup, &kit, House::default()).unwrap();
        assert_eq!(plan.setup.check(&kit), Ok(()), "{}", setup.name);
        assert_eq!(plan.setup.camera.iso.at, kit.camera(&setup.camera.body).unwrap().iso_base);
        assert_eq!(plan.setup.white_balance.kelvin.at.kelvin(), 5_500.0);
        assert_eq!(plan.setup.white_balance.tint.duv(), 0.0);
        let s = Situation::new(&plan.setup, &kit, House::default()).unwrap();
        let offered = crate::solve::colours(&s);
        assert!(offered.schools.is_empty(), "{}", setup.name);
        assert!(offered.proposals.iter().all(|way| way.kelvin.kelvin() == 5_500.0 && way.tint.duv() == 0.0));
    }
}

/// What stands where a film cannot is said at its field.
#[rstest]
#[case::iso("/camera/iso/at", |s: &mut Setup| s.camera.iso.at = IsoMark::nearest(18))]
#[case::balance("/white_balance/kelvin/at", |s: &mut Setup| s.white_balance.kelvin.at = Kelvin::nearest(4_000.0))]
#[case::tint("/white_balance/tint", |s: &mut Setup| s.white_balance.tint = crate::quantity::Duv::of(0.003))]
#[case::mean("/camera/multiple/joined", |s: &mut Setup| {
    s.camera.multiple = Some(Multiple { exposures: 2, joined: Joined::Averaged });
})]
#[case::too_many("/camera/multiple/exposures", |s: &mut Setup| *s = added(s, 10))]
#[case::one("/camera/multiple/exposures", |s: &mut Setup| *s = added(s, 1))]
fn a_film_cannot(#[case] field: &str, #[case] so: fn(&mut Setup)) {
    let kit = sample::loaded(FilmKind::ColourNegative);
    let mut setup = sample::portrait();
    sample::on_film(&mut setup, &kit);
    assert_eq!(setup.check(&kit), Ok(()));
    so(&mut setup);
    let errors = setup.check(&kit).unwrap_err();
    assert_eq!(errors.iter().map(|error| error.field.as_str()).collect::<Vec<_>>(), [field]);
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]
    /// "Expose negatives for the shadows, slides for the highlights" (common practice): wherever the power is free and enough, a
    /// negative's face comes out on its target or up to a click over, a slide's or a sensor's up to a click under.
    #[test]
    fn a_negative_errs_over_and_a_slide_under(distance in 0.8f64..3.0) {
        for (gives, low, high) in [
            (Some(FilmKind::ColourNegative), -0.06, 0.34),
            (Some(FilmKind::Slide), -0.34, 0.06),
            (None, -0.34, 0.06),
        ] {
            let kit = gives.map_or_else(sample::kit, sample::loaded);
            let mut setup = sample::outdoors();
            if gives.is_some() {
                sample::on_film(&mut setup, &kit);
            }
            sample::at_distance(&mut setup, 0, distance);
            setup.lights[0].power = Dial::free(Power::FULL);
            for held in [&mut setup.camera.iso.held, &mut setup.camera.aperture.held, &mut setup.camera.shutter.held] {
                *held = true;
            }
            setup.camera.nd.held = true;
            let plan = plan(&setup, &kit, House::default()).unwrap();
            let s = Situation::new(&plan.setup, &kit, House::default()).unwrap();
            let (power, range) = (plan.setup.lights[0].power.at.stops_below_full(), s.lights[0].powers);
            let wanted = s.wishes.face_total.unwrap().prefer;
            if power > range.0 && power < range.1 {
                let off = face(&plan) - wanted;
                prop_assert!((low..=high).contains(&off), "{gives:?} {off}");
            }
        }
    }
}

/// A negative stores what a sensor would have lost and loses what a sensor would have kept: its clipping is where its latitude
/// ends, whatever the files would be.
#[rstest]
#[case::negative(Some(FilmKind::ColourNegative), 4.0, -2.0)]
#[case::slide(Some(FilmKind::Slide), 2.0, -2.5)]
#[case::sensor(None, 3.0, -7.0)]
fn latitude_is_the_films(#[case] gives: Option<FilmKind>, #[case] over: f64, #[case] under: f64) {
    let kit = gives.map_or_else(sample::kit, sample::loaded);
    let mut setup = sample::portrait();
    setup.camera.iso.at = kit.camera(&setup.camera.body).unwrap().iso_base;
    if gives.is_some() {
        sample::on_film(&mut setup, &kit);
    }
    let s = Situation::new(&setup, &kit, House::default()).unwrap();
    let iso = setup.camera.iso.at;
    assert_eq!(s.headroom(iso), over);
    assert!((s.floor(iso) - under).abs() < 1e-9, "{}", s.floor(iso));
}

/// Thirty seconds on a film of exponent 1.3 store what 30^(1/1.3) = 13.7 s should; the flash all it gives.
#[test]
fn a_long_exposure_loses_ambient_and_no_flash() {
    let film = sample::loaded(FilmKind::Slide);
    let mut setup = sample::portrait();
    sample::on_film(&mut setup, &film);
    let dials = Dials::of(&setup);
    let long = ShutterMark::nearest(-30);
    let of = |kit: &crate::kit::Kit| {
        let s = Situation::new(&setup, kit, House::default()).unwrap();
        (s.ambient_levels(dials.gain(), long), s.full_power_levels(dials.gain(), long))
    };
    let ((on_film, flash), (on_sensor, same)) = (of(&film), of(&sample::kit()));
    let lost = on_sensor[Patch::Face].unwrap() - on_film[Patch::Face].unwrap();
    // The mark of 30 s is 32 s.
    assert!((lost - (32.0f64.log2() - 32f64.powf(1.0 / 1.3).log2())).abs() < 1e-9, "{lost}");
    assert_eq!(flash, same);
}

/// Four exposures added are two stops of ambient and two of flash; a mean is as bright as each.
#[test]
fn exposures_add_up() {
    let (kit, setup) = (sample::kit(), sample::portrait());
    let levels = |setup: &Setup| {
        let s = Situation::new(setup, &kit, House::default()).unwrap();
        let dials = Dials::of(setup);
        let full = s.full_power_levels(dials.gain(), dials.shutter);
        (s.ambient_levels(dials.gain(), dials.shutter)[Patch::Face].unwrap(), full[0][Patch::Face].unwrap())
    };
    let (one, four) = (levels(&setup), levels(&added(&setup, 4)));
    assert!((four.0 - one.0 - 2.0).abs() < 1e-9 && (four.1 - one.1 - 2.0).abs() < 1e-9);
    let mut mean = setup.clone();
    mean.camera.multiple = Some(Multiple { exposures: 4, joined: Joined::Averaged });
    assert_eq!(levels(&mean), one);
    // Every flash fires for each of them: four times the pops, a quarter of the time to be ready.
    assert_eq!(added(&setup, 4).pops(), 4 * setup.pace.frames);
    let s = |setup: &Setup| Situation::new(setup, &kit, House::default()).unwrap().floor(setup.camera.iso.at);
    assert!((s(&mean) - s(&setup) + 1.0).abs() < 1e-9 && (s(&added(&setup, 4)) - s(&setup) - 1.0).abs() < 1e-9);
}

/// Indoors at f/16 a small flash is too weak: from a tripod two exposures give a stop, and are offered; not from the hand, nor of what moves, nor with a body that puts none together.
#[rstest]
#[case::still(|_: &mut Setup| (), true)]
#[case::by_hand(|s: &mut Setup| s.camera.support = Support::Hand, false)]
#[case::moving(|s: &mut Setup| s.subject.movement = Movement::Posed, false)]
fn several_exposures_are_a_way_out(#[case] so: fn(&mut Setup), #[case] offered: bool) {
    let mut setup = weak(40.0, 20.0, 2.5);
    for (reading, ev) in setup.readings.iter_mut().zip([5.0, 7.0]) {
        reading.measured = Measured::Ev { ev: Ev100::new(ev).unwrap() };
    }
    setup.camera.support = Support::Tripod;
    setup.subject.movement = Movement::Still;
    setup.camera.iso.held = true;
    // Each exposure waits for the flash: nobody hurries here.
    setup.pace.interval = crate::quantity::Seconds::nearest(30.0);
    so(&mut setup);
    let worth_trying = |kit: &crate::kit::Kit| {
        let planned = plan(&setup, kit, House::default()).unwrap().setup;
        let s = Situation::new(&planned, kit, House::default()).unwrap();
        let tried = ways_out(&s, &Weights::default(), &Dials::of(&planned));
        tried.into_iter().any(|tried| matches!(tried.way.change, Change::Multiple { .. }))
    };
    let mut kit = sample::kit();
    assert_eq!(worth_trying(&kit), offered);
    for item in &mut kit.items {
        if let crate::kit::KitItem::Camera(body) = item {
            body.exposures_in_one = 1;
        }
    }
    assert!(!worth_trying(&kit));
}
