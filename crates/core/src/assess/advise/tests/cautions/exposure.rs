use super::*;

/// Each caution appears where it applies, and not where it does not (common practice).
#[rstest]
#[case::flare(Caution::Flare { degrees: 0.0 }, |s: &mut Setup| s.scene.sun = Some(sample::low_sun()), |s: &mut Setup| s.scene.sun = None)]
#[case::through_glass(
    Caution::ThroughGlass,
    |s: &mut Setup| s.scene.panes.push(pane(-0.7)),
    |s: &mut Setup| s.scene.panes.push(pane(-1.6)),
)]
#[case::sun(Caution::SunAndEyes, |_: &mut Setup| (), |s: &mut Setup| s.ambient = AmbientColour::Cloud)]
#[case::heat(
    Caution::Heat { pops: 60.0, rest: 5.0 },
    |s: &mut Setup| { s.lights[0].power.at = Power::FULL; s.pace.frames = 400; s.pace.interval = Seconds::nearest(1.5) },
    |s: &mut Setup| { s.pace.frames = 400; s.pace.interval = Seconds::nearest(1.5) },
)]
#[case::batteries(
    Caution::Batteries { sets: 2 },
    |s: &mut Setup| { s.lights[0].power.at = Power::FULL; s.pace.frames = 500 },
    |s: &mut Setup| s.pace.frames = 500,
)]
#[case::rear_curtain(
    Caution::RearCurtain,
    |s: &mut Setup| s.camera.shutter.at = ShutterMark::new(12).unwrap(),
    |_: &mut Setup| (),
)]
#[case::multiple_by_hand(
    Caution::Multiple { exposures: 3 },
    |s: &mut Setup| {
        s.subject.movement = Movement::Still;
        s.camera.support = Support::Hand;
        s.camera.multiple = Some(Multiple { exposures: 3, joined: Joined::Averaged });
    },
    |s: &mut Setup| {
        s.subject.movement = Movement::Still;
        s.camera.support = Support::Tripod;
        s.camera.multiple = Some(Multiple { exposures: 3, joined: Joined::Averaged });
    },
)]
#[case::ghost(
    Caution::Ghost,
    |s: &mut Setup| {
        s.subject.movement = Movement::Running;
        s.readings.truncate(1);
        s.camera.shutter.at = ShutterMark::new(28).unwrap();
    },
    |s: &mut Setup| s.camera.shutter.at = ShutterMark::new(28).unwrap(),
)]
#[case::high_speed_sync(
    Caution::HighSpeedSync,
    |s: &mut Setup| { s.camera.high_speed_sync = true; s.camera.shutter.at = ShutterMark::new(60).unwrap() },
    |s: &mut Setup| s.camera.high_speed_sync = true,
)]
#[case::shutter_floor(
    // At 1/15 the body holds its floor of 1/60.
    Caution::ShutterFloor { stops: 2.0 },
    |s: &mut Setup| { s.camera.mode = ExposureMode::AperturePriority; s.camera.shutter.at = ShutterMark::new(24).unwrap() },
    |s: &mut Setup| s.camera.shutter.at = ShutterMark::new(24).unwrap(),
)]
#[case::no_floor_without_flash(
    Caution::ShutterFloor { stops: 2.0 },
    |s: &mut Setup| { s.camera.mode = ExposureMode::AperturePriority; s.camera.shutter.at = ShutterMark::new(24).unwrap() },
    |s: &mut Setup| {
        s.camera.mode = ExposureMode::AperturePriority;
        s.camera.shutter.at = ShutterMark::new(24).unwrap();
        s.lights.clear();
    },
)]
#[case::unused_flash(
    Caution::FlashUnused,
    |s: &mut Setup| s.approach = Some(Approach::Silhouette),
    |s: &mut Setup| { s.approach = Some(Approach::Silhouette); s.lights[0].on = false },
)]
#[case::gel_on_a_head(
    Caution::GelHeat,
    |s: &mut Setup| s.lights[0].gels.at = vec![Id::new("gel-cool-quarter").unwrap()],
    |_: &mut Setup| (),
)]
#[case::no_heat_in_a_speedlight(
    Caution::GelHeat,
    |s: &mut Setup| s.lights[0].gels.at = vec![Id::new("gel-cool-quarter").unwrap()],
    |s: &mut Setup| {
        s.lights[0].gels.at = vec![Id::new("gel-cool-quarter").unwrap()];
        s.lights[0].flash = Id::new("flash-shoe").unwrap();
    },
)]
#[case::a_bounce_that_fails(
    // Turned up under the open sky.
    Caution::Bounce { text: String::new() },
    |s: &mut Setup| {
        s.scene = sample::outdoors().scene;
        s.lights[0].modifier = None;
        s.lights[0].aim = Aim::Free { pan: Degrees::nearest(0.0), tilt: Degrees::nearest(90.0) };
    },
    |s: &mut Setup| { s.scene = sample::outdoors().scene; s.lights[0].modifier = None },
)]
#[case::seen_in_the_glass(
    Caution::Reflection { text: String::new() },
    |s: &mut Setup| {
        s.scene.panes.push(pane(1.0));
        s.lights[0].at = Position::nearest(DVec3::new(-0.4, -1.6, 1.7));
    },
    |s: &mut Setup| s.lights[0].at = Position::nearest(DVec3::new(-0.4, -1.6, 1.7)),
)]
#[case::drawn_out(
    // At 1 m: 0.12/1.
    Caution::Perspective { larger: 12.0 },
    |s: &mut Setup| from(s, 1.0),
    |s: &mut Setup| from(s, 1.5),
)]
#[case::no_nose_on_a_kettle(
    Caution::Perspective { larger: 12.0 },
    |s: &mut Setup| from(s, 1.0),
    |s: &mut Setup| { from(s, 1.0); s.subject.kind = SubjectKind::Thing },
)]
#[case::through_the_head(
    // A figure of 1.75 m in the open: at 1.6 m through the eyes, at 1.2 m under the shoulders.
    Caution::Skyline { neck: false, camera: String::new(), down: true },
    |s: &mut Setup| seen_from(s, 1.6),
    |s: &mut Setup| seen_from(s, 1.2),
)]
#[case::no_skyline_before_a_wall(
    Caution::Skyline { neck: false, camera: String::new(), down: true },
    |s: &mut Setup| seen_from(s, 1.6),
    |s: &mut Setup| { seen_from(s, 1.6); s.background.kind = BackgroundKind::Wall },
)]
#[case::of_metal(Caution::MirrorsAround, |s: &mut Setup| of(s, Finish::Metal), |s: &mut Setup| of(s, Finish::Gloss))]
#[case::of_glass(Caution::SeenThrough, |s: &mut Setup| of(s, Finish::Glass), |s: &mut Setup| of(s, Finish::Matt))]
#[case::nobody_is_of_metal(
    Caution::MirrorsAround,
    |s: &mut Setup| of(s, Finish::Metal),
    |s: &mut Setup| s.scene.thing.finish = Finish::Metal,
)]
#[case::in_the_picture(
    Caution::InPicture { text: String::new() },
    |s: &mut Setup| s.lights[0].at = Position::nearest(DVec3::new(-0.1, 0.8, 1.7)),
    |_: &mut Setup| (),
)]
#[case::lamps_that_pulse(
    Caution::Pulses { swing: 0.0, bands: 0.0, quiet: String::new() },
    |s: &mut Setup| (s.ambient, s.camera.shutter.at) = (AmbientColour::StripLights, Mark::nearest(46)),
    |s: &mut Setup| (s.ambient, s.camera.shutter.at) = (AmbientColour::StripLights, Mark::nearest(40)),
)]
#[case::daylight_does_not_pulse(
    Caution::Pulses { swing: 0.0, bands: 0.0, quiet: String::new() },
    |s: &mut Setup| (s.ambient, s.camera.shutter.at) = (AmbientColour::StripLights, Mark::nearest(46)),
    |s: &mut Setup| (s.ambient, s.camera.shutter.at) = (AmbientColour::Sun, Mark::nearest(46)),
)]
#[case::never_automatic(Caution::FixedBalance, |_: &mut Setup| (), |s: &mut Setup| s.lights.clear())]
fn cautions_where_they_apply(#[case] caution: Caution, #[case] there: Arrange, #[case] not_there: Arrange) {
    applies(&caution, there, not_there);
}
