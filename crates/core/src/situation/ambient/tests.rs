use super::*;
use crate::quantity::ClockTime;
use crate::sample;
use crate::setup::PerPatch;
use crate::setup::{Measured, Receptor, Tone, Turned};
use rstest::rstest;

fn reading(id: &str, patch: Patch, method: Method, ev: f64, time: Option<&str>) -> Reading {
    Reading {
        id: Id::new(id).unwrap(),
        patch,
        method,
        measured: Measured::Ev { ev: Ev100::new(ev).unwrap() },
        receptor: Receptor::Dome,
        turned: Turned::Patch,
        time: time.map(|t| ClockTime::new(t).unwrap()),
    }
}

fn face_of(setup: &Setup) -> PatchAmbient {
    of_patches(&Read::of(Seen::from(setup), MeterConstants::default(), &[]), &[])[Patch::Face].clone().unwrap()
}

/// Reflected readings need the subject's own lightness, incident ones do not: `log2(ρ·C/(π·K))` for what sends back
/// 0.42 and 0.08 of the light, worked by hand.
#[rstest]
#[case::incident(Method::Incident, Tone::VeryLight, 10.0)]
#[case::very_light_skin(Method::Reflected, Tone::VeryLight, 8.581)]
#[case::very_dark_skin(Method::Reflected, Tone::VeryDark, 10.973)]
#[case::medium(Method::Reflected, Tone::Medium, 10.0)]
fn meters_see_mid_grey(#[case] method: Method, #[case] tone: Tone, #[case] ev: f64) {
    let mut setup = sample::portrait();
    setup.subject.tone = tone;
    setup.readings = vec![reading("r", Patch::Face, method, 10.0, None)];
    assert!((face_of(&setup).ev.ev() - ev).abs() < 0.001);
}

#[test]
fn the_newest_reading_of_a_patch_counts() {
    let mut setup = sample::portrait();
    setup.readings = vec![
        reading("late", Patch::Face, Method::Incident, 9.0, Some("18:40")),
        reading("early", Patch::Face, Method::Incident, 10.0, Some("18:10")),
        reading("undated", Patch::Face, Method::Incident, 12.0, None),
    ];
    assert_eq!(face_of(&setup).source, Source::Metered { reading: Id::new("late").unwrap() });
}

#[test]
fn without_readings_the_level_is_usual_and_says_so() {
    let mut setup = sample::portrait();
    setup.readings.clear();
    let face = face_of(&setup);
    assert_eq!(face.source, Source::Usual);
    assert_eq!(face.error.stops(), 2.0);
}

#[test]
fn an_unread_face_before_sun_is_taken_as_backlit() {
    let mut setup = sample::portrait();
    setup.readings = vec![reading("b", Patch::Background, Method::Reflected, 13.0, None)];
    // Three stops under the light on the ground behind, whose surface of a tenth reads 0.65 darker than that.
    let ground = 0.1f64 * 250.0 / (std::f64::consts::PI * 12.5);
    assert!((face_of(&setup).ev.ev() - (10.0 - ground.log2())).abs() < 1e-9, "{:?}", face_of(&setup));
    assert_eq!(face_of(&setup).source, Source::Derived { patch: Patch::Background });
}

/// A window by what it gives face, shadow side and wall, in lux.
fn window_of([face, shadow, wall]: [f64; 3]) -> PerPatch<f64> {
    PerPatch::of(|patch| match patch {
        Patch::Face => face,
        Patch::ShadowSide => shadow,
        Patch::Background => wall,
        Patch::Edge | Patch::Legs | Patch::Sky => 0.0,
    })
}

fn levels(setup: &Setup, windows: &[PerPatch<f64>]) -> PerPatch<Option<PatchAmbient>> {
    of_patches(&Read::of(Seen::from(setup), MeterConstants::default(), &[]), windows)
}

fn ev_of(found: &PerPatch<Option<PatchAmbient>>, patch: Patch) -> f64 {
    found[patch].as_ref().unwrap().ev.ev()
}

/// 2 560 lx of a window are EV 10 (C = 250); its shadow side and the wall go by what it gives them, until one of them is
/// read: then the window was so much dimmer, for all of them.
#[test]
fn a_window_of_known_brightness_lights_face_and_wall() {
    let mut setup = sample::portrait();
    setup.readings.clear();
    setup.background.sunlit = crate::quantity::Share::nearest(0.0);
    let window = [window_of([2_560.0, 640.0, 320.0])];
    let wall = Bases::of(&setup, MeterConstants::default()).over_incident[Patch::Background];
    let found = levels(&setup, &window);
    assert_eq!(found[Patch::Face].as_ref().unwrap().source, Source::Windows);
    for (patch, ev) in [(Patch::Face, 10.0), (Patch::ShadowSide, 8.0), (Patch::Background, 7.0 + wall)] {
        assert!((ev_of(&found, patch) - ev).abs() < 1e-9, "{patch:?}: {found:?}");
    }
    setup.readings = vec![reading("f", Patch::Face, Method::Incident, 9.0, None)];
    let read = levels(&setup, &window);
    assert_eq!(read[Patch::Background].as_ref().unwrap().source, Source::Derived { patch: Patch::Face });
    for patch in [Patch::Face, Patch::ShadowSide, Patch::Background] {
        let dimmer = ev_of(&found, patch) - ev_of(&read, patch);
        assert!((0.9..=1.0).contains(&dimmer), "{patch:?}: {dimmer}");
        assert!(read[patch].as_ref().unwrap().error.stops() < 1.1);
    }
    // The far side falls no further than three stops.
    let steep = levels(&Setup { readings: Vec::new(), ..setup.clone() }, &[window_of([2_560.0, 10.0, 0.0])]);
    assert!((ev_of(&steep, Patch::Face) - ev_of(&steep, Patch::ShadowSide) - 3.0).abs() < 1e-9);
}

/// By lamps and a window both are there; a wall read brighter than they make it tells of the less sure lamps.
#[test]
fn lamps_and_a_window_are_told_apart() {
    let mut setup = sample::portrait();
    setup.readings.clear();
    setup.background.sunlit = crate::quantity::Share::nearest(0.0);
    setup.ambient = crate::colour::AmbientColour::WarmLamps;
    let lamps = setup.ambient.usual_level().ev();
    let lux = |ev: f64| 2.5 * ev.exp2();
    // As bright as the lamps on the face, and not there on the wall.
    let window = [window_of([lux(lamps), lux(lamps - 1.0), lux(lamps - 9.0)])];
    let both = levels(&setup, &window);
    assert!((ev_of(&both, Patch::Face) - lamps - 1.0).abs() < 1e-9, "{both:?}");
    let wall = Bases::of(&setup, MeterConstants::default()).over_incident[Patch::Background];
    setup.readings = vec![reading("w", Patch::Background, Method::Reflected, lamps + wall + 2.0, None)];
    let read = levels(&setup, &window);
    let brighter = ev_of(&read, Patch::Face) - ev_of(&both, Patch::Face);
    // Of two stops the lamps take four fifths, and are half of the light on the face.
    let lamps_take: f64 = 2.0 * 4.0 / (4.0 + 1.0 + 0.0225);
    assert!((brighter - ((1.0 + lamps_take.exp2()) / 2.0).log2()).abs() < 0.02, "{brighter}");
    assert_eq!(read[Patch::Face].as_ref().unwrap().source, Source::Derived { patch: Patch::Background });
}

/// A sky that was read says nothing of the face.
#[test]
fn the_sky_tells_of_itself_alone() {
    let mut setup = sample::portrait();
    setup.readings = vec![reading("s", Patch::Sky, Method::Reflected, 14.0, None)];
    let found = levels(&setup, &[]);
    assert_eq!(found[Patch::Face].as_ref().unwrap().source, Source::Usual);
    assert_eq!(ev_of(&found, Patch::Face), setup.ambient.usual_level().ev());
    assert_eq!(ev_of(&found, Patch::Sky), 14.0);
}

mod turned {
    use super::*;
    use crate::house::House;
    use crate::quantity::Degrees;
    use crate::scene::Sun;
    use crate::situation::Situation;

    /// One person in the open on black ground, the sun so high at a bearing, read with the meter turned.
    fn read(bearing: f64, elevation: f64, receptor: Receptor, turned: Turned, ev: f64) -> Setup {
        let mut setup = sample::outdoors();
        setup.scene.room.ground = crate::scene::Surface::of(0.0);
        setup.scene.sun = Some(Sun {
            bearing: Degrees::nearest(bearing),
            elevation: Degrees::nearest(elevation),
            level: Ev100::nearest(12.0),
        });
        setup.readings = vec![Reading { receptor, turned, ..reading("held", Patch::Face, Method::Incident, ev, None) }];
        setup
    }

    fn resolved<T>(setup: &Setup, told: impl FnOnce(&Situation<'_>) -> T) -> T {
        let kit = sample::kit();
        told(&Situation::new(setup, &kit, House::default()).unwrap())
    }

    /// With the sun before the subject at 60°, a dome held level reads `(1 + cos 60°)/2` of it, −0.42, a flat receptor −1
    /// (worked by hand), and sky on top: so the sun itself is that much brighter than read, less what is sky's.
    #[rstest]
    #[case::dome(Receptor::Dome, 0.42)]
    #[case::flat(Receptor::Flat, 1.0)]
    fn the_sun_s_own_level_comes_from_it(#[case] receptor: Receptor, #[case] most: f64) {
        let found = resolved(&read(180.0, 60.0, receptor, Turned::Sun, 14.0), |s| s.stage.sun.unwrap().level.ev());
        assert!(found < 14.0 + most && found > 14.0 + most - 0.5, "{found}");
    }

    /// A meter that shows a third less than there is was turned to a sun that is as much brighter, and so is the face it lights; a frame is
    /// no meter.
    #[rstest]
    #[case::a_meter("held", 0.3)]
    #[case::a_frame("frame-face", 0.0)]
    fn what_a_meter_shows_too_little_is_the_sun_s_too(#[case] id: &str, #[case] wanted: f64) {
        let mut setup = read(180.0, 60.0, Receptor::Dome, Turned::Sun, 14.0);
        setup.readings[0].id = Id::new(id).unwrap();
        let with = |more: Option<f64>| {
            let learnt = more.map(|more| Learnt { more: Stops::of(more), spread: Stops::of(0.1), takes: 4 });
            let meter = MeterConstants { learnt, ..MeterConstants::default() };
            let kit = sample::kit();
            let s = Situation::new(&setup, &kit, House { meter, ..House::default() }).unwrap();
            [s.stage.sun.unwrap().level.ev(), s.ambient[Patch::Face].as_ref().unwrap().ev.ev()]
        };
        let (before, after) = (with(None), with(Some(0.3)));
        for (before, after) in before.into_iter().zip(after) {
            assert!((after - before - wanted).abs() < 1e-9, "{before} {after}");
        }
    }

    /// Back to the sun the face gets stops less than the meter turned to it shows; facing it, about what it shows.
    #[test]
    fn a_face_in_its_own_shade_gets_less_than_was_read() {
        let face = |bearing: f64| {
            let setup = read(bearing, 30.0, Receptor::Dome, Turned::Sun, 14.0);
            resolved(&setup, |s| s.ambient[Patch::Face].clone().unwrap())
        };
        let (towards, away) = (face(180.0), face(0.0));
        assert!((towards.ev.ev() - 14.0).abs() < 0.6, "{towards:?}");
        assert!(away.ev.ev() < 12.3, "{away:?}");
        assert!(towards.error.stops() > READ_ERROR && matches!(towards.source, Source::Metered { .. }));
    }

    /// What is not there to turn to is told, and changes nothing.
    #[rstest]
    #[case::no_sun(Turned::Sun)]
    #[case::no_light(Turned::Light { light: Id::new("gone").unwrap() })]
    fn nothing_to_turn_to(#[case] turned: Turned) {
        let mut setup = read(0.0, 30.0, Receptor::Dome, turned, 14.0);
        setup.scene.sun = None;
        let (told, face) = resolved(&setup, |s| (s.turned.clone(), s.ambient[Patch::Face].clone().unwrap()));
        assert_eq!(told[0].patch_gets, None);
        assert_eq!(face.source, Source::Usual);
        setup.readings[0].turned = Turned::Patch;
        assert_eq!(resolved(&setup, |s| s.ambient[Patch::Face].clone().unwrap()).ev.ev(), 14.0);
    }

    /// Without a sun light is taken as even: to the camera is as the face is turned.
    #[test]
    fn even_light_is_the_same_all_round() {
        let mut setup = read(0.0, 30.0, Receptor::Dome, Turned::Camera, 11.0);
        setup.scene.sun = None;
        assert_eq!(resolved(&setup, |s| s.ambient[Patch::Face].clone().unwrap()).ev.ev(), 11.0);
    }

    /// A changed setup tells as one that was never known before, whatever was changed.
    #[rstest]
    #[case::a_dial(|s: &mut Setup| s.camera.iso.at = crate::marks::Mark::nearest(12))]
    #[case::the_sun(|s: &mut Setup| s.scene.sun.as_mut().unwrap().elevation = Degrees::nearest(50.0))]
    #[case::the_reading(|s: &mut Setup| s.readings[0].receptor = Receptor::Flat)]
    #[case::a_light(|s: &mut Setup| s.lights[0].at = crate::scene::Position::nearest(crate::geometry::DVec3::new(2.0, -1.0, 2.0)))]
    #[case::the_key(|s: &mut Setup| s.lights[0].on = false)]
    #[case::the_approach(|s: &mut Setup| s.approach = Some(crate::approach::Approach::AmbientOnly))]
    #[case::the_background(|s: &mut Setup| s.background.distance = crate::quantity::Metres::nearest(3.0))]
    fn nothing_is_stale(#[case] change: fn(&mut Setup)) {
        let kit = sample::kit();
        let setup = read(150.0, 30.0, Receptor::Dome, Turned::Sun, 14.0);
        let before = Situation::new(&setup, &kit, House::default()).unwrap();
        let mut changed = setup.clone();
        change(&mut changed);
        let (after, fresh) =
            (before.after(&changed).unwrap(), Situation::new(&changed, &kit, House::default()).unwrap());
        assert_eq!(after.turned, fresh.turned);
        assert_eq!(after.ambient, fresh.ambient);
    }
}
