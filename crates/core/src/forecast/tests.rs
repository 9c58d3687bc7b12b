use super::*;
use crate::exposure::MeterConstants;
use crate::place::{Horizon, HorizonPoint, Lamps, Spot, Surroundings};
use crate::quantity::{Altitude, Bearing, Degrees, Ev100, Kelvin, Metres, Minutes, MiredShift, Name, Share};
use crate::sample;
use crate::scene::{Aim, Card, CardKind, Position, Surface, Wall};
use crate::setup::{Background, BackgroundKind, Patch, Setup};
use crate::sky::{Haze, sky_light};
use crate::sun::SunAt;
use proptest::prelude::*;
use rstest::rstest;

/// A spot whose camera looks west, at a subject that faces east.
fn spot(surroundings: Surroundings) -> Spot {
    Spot {
        id: Id::new("spot").unwrap(),
        name: Name::new("Spot").unwrap(),
        surroundings,
        sky: Share::new(1.0).unwrap(),
        ground: Share::new(0.2).unwrap(),
        by_water: false,
        subject_faces: Bearing::new(90.0).unwrap(),
        camera_looks: Bearing::new(270.0).unwrap(),
        horizon: None,
        lamps: None,
        walk: Minutes::new(0.0).unwrap(),
    }
}

/// One person and nothing else on ground of a fifth, lit by no flash.
fn person(kind: BackgroundKind) -> Setup {
    let mut setup = sample::outdoors();
    setup.lights.clear();
    setup.background = Background {
        kind,
        distance: Metres::nearest(10.0),
        surface: Surface::of(0.2),
        sunlit: Share::nearest(0.0),
        detail: None,
        colour: None,
    };
    setup.scene.room.ground = Surface::of(0.2);
    setup.scene.cards.clear();
    setup.scene.panes.clear();
    setup
}

/// The light at a spot with the sun there and so much cloud.
fn under<T>(spot: &Spot, azimuth: f64, elevation: f64, cover: f64, see: impl Fn(&Around<'_>) -> T) -> T {
    let sun = SunAt { azimuth, elevation, apparent: elevation };
    let light = sky_light(Haze::Average, cover, sun);
    see(&Around { spot, horizon: &Horizon::default(), sun, light, meter: MeterConstants::default() })
}

/// The model of the person at a spot.
fn model(surroundings: Surroundings, azimuth: f64, elevation: f64, cover: f64) -> Modelled {
    let (setup, spot) = (person(BackgroundKind::Open), spot(surroundings));
    under(&spot, azimuth, elevation, cover, |around| modelled(&Standing::of(&setup, &spot), around))
}

fn ev(light: FaceLight) -> f64 {
    (light.lux() / 2.5).log2()
}

fn metres(value: f64) -> Metres {
    Metres::new(value).unwrap()
}

/// Towards, across and away from the sun are three readings; a backlit face is 2 to 4 stops under one turned to the
/// sun (common practice).
#[rstest]
fn towards_across_and_away(#[values(10.0, 25.0, 40.0)] elevation: f64) {
    let [towards, across, away] =
        [90.0, 180.0, 270.0].map(|sun| ev(model(Surroundings::Open, sun, elevation, 0.0).face));
    assert!(towards > across && across > away);
    assert!((1.7..4.2).contains(&(towards - away)), "{}", towards - away);
}

/// The exposure guide (from memory): a face in sun about EV 14½ to 15½ by incident meter, open shade 12, ±1.
#[test]
fn the_guide_for_faces() {
    let sun = ev(model(Surroundings::Open, 90.0, 35.0, 0.0).face);
    assert!((14.3..15.6).contains(&sun), "{sun}");
    let shade = ev(model(Surroundings::Shade, 270.0, 45.0, 0.0).face);
    assert!((11.0..13.0).contains(&shade), "{shade}");
}

#[test]
fn under_cloud_no_way_of_facing_matters() {
    let facing = |sun| ev(model(Surroundings::Open, sun, 40.0, 1.0).face);
    assert!((facing(90.0) - facing(270.0)).abs() < 0.03);
}

/// In the open the model is what an upright face gets by its angles: the sun by the cosine, of the ground half of a fifth.
#[test]
fn by_hand_in_the_open() {
    let face = model(Surroundings::Open, 90.0, 30.0, 0.0).face;
    let (sun, ground) = under(&spot(Surroundings::Open), 90.0, 30.0, 0.0, |a| (a.light.direct_normal, a.open_ground()));
    assert!((face.sun / (sun * f64::to_radians(30.0).cos()) - 1.0).abs() < 1e-9, "{face:?} {sun}");
    // The person's own shadow lies on some of the ground before it.
    assert!((face.ground() / (0.1 * ground)).log2().abs() < 0.1, "{face:?} {ground}");
}

/// A wide roof takes the sky above its edge: of an even one an upright face gets `½·sin α` (crossed strings), and as much
/// less of the ground as lies in its shade. A low sun comes in under it and a high one does not.
#[test]
fn a_roof_takes_sky_and_high_sun_but_not_low_sun() {
    let porch = || Surroundings::Overhang { edge: Altitude::new(40.0).unwrap() };
    let dusk = |surroundings| model(surroundings, 270.0, -19.0, 0.0).face;
    let (open, under) = (dusk(Surroundings::Open), dusk(porch()));
    let share = under.sky / open.sky;
    assert!((0.35..0.95).contains(&share), "{share}");
    assert!(under.ground() < open.ground());
    let sun = |elevation| model(porch(), 90.0, elevation, 0.0).face.sun;
    assert_eq!(sun(50.0), 0.0);
    assert!(sun(20.0) > 10_000.0);
}

#[test]
fn a_skyline_keeps_the_sun_off() {
    let ridge = Horizon(
        [0.0, 180.0].map(|b| HorizonPoint { bearing: Bearing::nearest(b), altitude: Altitude::nearest(12.0) }).to_vec(),
    );
    let (setup, spot) = (person(BackgroundKind::Open), spot(Surroundings::Open));
    let standing = Standing::of(&setup, &spot);
    under(&spot, 90.0, 10.0, 0.0, |around| {
        let hidden = Around { horizon: &ridge, ..*around };
        assert_eq!(modelled(&standing, &hidden).face.sun, 0.0);
        assert_eq!(standing.sun_on_face(&hidden), 0.0);
        assert!(modelled(&standing, around).face.sun > 1_000.0);
        assert!(standing.sun_on_face(around) > 0.9);
    });
}

/// Inverse square from far: twice as far from a small window, a quarter of its light.
#[test]
fn window_light_falls_off() {
    let at = |distance: f64| {
        let (width, height, distance) = (metres(0.5), metres(0.5), metres(distance));
        let light = model(Surroundings::Window { width, height, distance }, 180.0, 30.0, 0.0).face;
        assert_eq!(light.sky, light.lux());
        light.lux()
    };
    assert!((at(4.0) / at(8.0) - 4.0).abs() < 0.3, "{}", at(4.0) / at(8.0));
    // Close by, less than that: 1/(1+(R/d)²) of METHODS' discs.
    assert!(at(0.5) / at(1.0) < 3.7);
}

/// A window passes eight tenths of the sky and ground it frames, half and half: a face square before the middle of it gets
/// `π·L·F` of that, with the closed form of a rectangle on its axis (Howell, plane element to rectangle).
#[test]
fn a_window_by_hand() {
    let spot = spot(Surroundings::Window { width: metres(2.0), height: metres(1.5), distance: metres(2.0) });
    let mut setup = person(BackgroundKind::Open);
    setup.scene.room.ground = Surface::of(0.0);
    // The face looks straight out of the window.
    let found = under(&spot, 180.0, 40.0, 1.0, |around| {
        let light = modelled(&Standing::of(&setup, &spot), around).brighter.lux();
        let out = spot.subject_faces.degrees();
        let luminance =
            0.8 * (around.sky_luminance(20.0, out) + 0.2 * around.open_ground() / std::f64::consts::PI) / 2.0;
        (light, luminance)
    });
    let leg = |half: f64| {
        // Its light begins six centimetres before its pane.
        let x = half / 1.94;
        (x, (1.0 + x * x).sqrt())
    };
    let ((a, ra), (b, rb)) = (leg(1.0), leg(0.75));
    let factor = 4.0 / (2.0 * std::f64::consts::PI) * (a / ra * (b / ra).atan() + b / rb * (a / rb).atan());
    let square = std::f64::consts::PI * found.1 * factor;
    assert!((found.0 / square - 1.0).abs() < 0.02, "{} {square}", found.0);
}

/// The panes of a set are its windows; the spot's own stands in where it shows none. One of them in another place gives
/// another light, and a mirror none.
#[test]
fn the_set_s_own_windows_count() {
    let spot = spot(Surroundings::Window { width: metres(2.0), height: metres(1.5), distance: metres(2.0) });
    let face = |setup: &Setup| {
        under(&spot, 180.0, 30.0, 0.0, |around| modelled(&Standing::of(setup, &spot), around)).face.lux()
    };
    let mut setup = person(BackgroundKind::Open);
    let spots_own = face(&setup);
    let pane = |kind, distance: f64| crate::scene::Pane {
        id: Id::new("pane").unwrap(),
        kind,
        at: Position::nearest(crate::geometry::DVec3::new(0.0, -distance, 1.62)),
        width: metres(2.0),
        height: metres(1.5),
        looks: Degrees::nearest(0.0),
        daylight: None,
    };
    setup.scene.panes = vec![pane(crate::scene::PaneKind::Glass, 2.0)];
    assert!((face(&setup) / spots_own).log2().abs() < 0.1, "{} {spots_own}", face(&setup));
    setup.scene.panes = vec![pane(crate::scene::PaneKind::Glass, 4.0)];
    assert!(face(&setup) < 0.5 * spots_own);
    setup.scene.panes = vec![pane(crate::scene::PaneKind::Mirror, 2.0)];
    assert!((face(&setup) / spots_own).log2().abs() < 0.1);
}

/// What stands on the set is in the light: a black card over the face takes sky, a white one beside it adds to what is told
/// without it, a wall beside it takes half the sky there.
#[test]
fn the_set_is_in_the_light() {
    let spot = spot(Surroundings::Shade);
    let see = |setup: &Setup| under(&spot, 270.0, 40.0, 0.0, |around| modelled(&Standing::of(setup, &spot), around));
    let card = |kind, y: f64| Card {
        id: Id::new("card").unwrap(),
        kind,
        at: Position::nearest(crate::geometry::DVec3::new(0.0, y, 1.6)),
        aim: Aim::Subject,
        width: metres(1.5),
        height: metres(1.5),
    };
    let bare = person(BackgroundKind::Open);
    let mut black = bare.clone();
    black.scene.cards = vec![card(CardKind::Black, -0.8)];
    let mut white = bare.clone();
    white.scene.cards = vec![card(CardKind::White, -0.8)];
    let mut walled = bare.clone();
    walled.scene.room.left = Some(Wall { distance: metres(1.0), surface: Surface::of(0.0) });
    walled.scene.room.right = walled.scene.room.left;
    let (bare, black, white, walled) = (see(&bare), see(&black), see(&white), see(&walled));
    assert!(black.ev(Patch::Face).unwrap() < bare.ev(Patch::Face).unwrap() - 0.4, "{black:?}");
    assert_eq!(black.cards(Patch::Face), 0.0);
    assert!((white.ev(Patch::Face).unwrap() - black.ev(Patch::Face).unwrap()).abs() < 1e-9);
    assert!(white.cards(Patch::Face) > 0.1, "{white:?}");
    assert!(walled.face.sky < 0.8 * bare.face.sky, "{walled:?}");
}

/// A flash says which side of the face is the lit one: with the sun on the other, the two sides change places.
#[test]
fn the_key_says_which_side_is_lit() {
    let mut setup = sample::outdoors();
    setup.background.kind = BackgroundKind::Open;
    setup.lights.truncate(1);
    let spot = spot(Surroundings::Open);
    let sides = |x: f64, sun: f64| {
        let mut setup = setup.clone();
        setup.lights[0].at = Position::nearest(crate::geometry::DVec3::new(x, -1.5, 1.8));
        let found = under(&spot, sun, 30.0, 0.0, |around| modelled(&Standing::of(&setup, &spot), around));
        found.ev(Patch::Face).unwrap() - found.ev(Patch::ShadowSide).unwrap()
    };
    // The subject faces east; the sun in the south-east is on its right hand, which is the camera's left.
    assert!(sides(-1.5, 140.0) > 0.5 && sides(1.5, 140.0) < -0.5, "{} {}", sides(-1.5, 140.0), sides(1.5, 140.0));
}

#[test]
fn lamps_stay_when_the_day_goes() {
    let (setup, mut room) = (person(BackgroundKind::Open), spot(Surroundings::Room));
    let face = |room: &Spot| under(room, 0.0, -20.0, 0.0, |around| modelled(&Standing::of(&setup, room), around)).face;
    assert_eq!(face(&room).lux(), 0.0);
    room.lamps = Some(Lamps { level: Ev100::new(6.0).unwrap(), kelvin: Kelvin::new(2_700.0).unwrap() });
    assert!((ev(face(&room)) - 6.0).abs() < 1e-9);
    let kelvin = under(&room, 0.0, -20.0, 0.0, |around| around.colour(face(&room)).unwrap().kelvin.kelvin());
    assert!((kelvin - 2_700.0).abs() < 25.0, "{kelvin}");
}

/// Colours (common practice): open shade 7 000–8 000 K and bluer under a very clear sky, cloud 6 000–6 500 K, midday
/// sun 5 000–5 500 K, the last sun far warmer.
#[rstest]
#[case::midday_sun(Surroundings::Open, 90.0, 50.0, 0.0, 4_900.0, 5_800.0)]
#[case::last_sun(Surroundings::Open, 90.0, 3.0, 0.0, 2_000.0, 4_000.0)]
#[case::shade(Surroundings::Shade, 270.0, 45.0, 0.0, 6_800.0, 12_500.0)]
#[case::cloud(Surroundings::Open, 90.0, 45.0, 1.0, 6_000.0, 6_500.0)]
fn colours(
    #[case] surroundings: Surroundings,
    #[case] azimuth: f64,
    #[case] elevation: f64,
    #[case] cover: f64,
    #[case] low: f64,
    #[case] high: f64,
) {
    let face = model(surroundings, azimuth, elevation, cover).face;
    let kelvin =
        under(&spot(surroundings), azimuth, elevation, cover, |around| around.colour(face).unwrap().kelvin.kelvin());
    assert!((low..=high).contains(&kelvin), "{kelvin}");
}

/// The camera looks west: a low sun there makes high contrast (common practice: a backlit face is 2 to 4 stops under
/// its background); under cloud there is less, and level ground still gets more of the sky than an upright face.
#[rstest]
#[case::against_the_sun(270.0, 0.0, 2.0, 5.0)]
#[case::sun_behind_the_camera(90.0, 0.0, -3.5, 0.0)]
#[case::overcast(270.0, 1.0, 0.5, 1.9)]
fn contrast(#[case] azimuth: f64, #[case] cover: f64, #[case] low: f64, #[case] high: f64) {
    let found = model(Surroundings::Open, azimuth, 10.0, cover);
    let contrast = found.ev(Patch::Background).unwrap() - found.ev(Patch::Face).unwrap();
    assert!((low..=high).contains(&contrast), "{contrast}");
}

#[rstest]
#[case::wall_facing_the_sun(90.0, 0.0, 1.0)]
#[case::wall_turned_from_it(270.0, 0.0, 0.0)]
#[case::cloud(90.0, 1.0, 0.0)]
fn how_much_of_a_wall_is_in_sun(#[case] azimuth: f64, #[case] cover: f64, #[case] share: f64) {
    let (setup, spot) = (person(BackgroundKind::Wall), spot(Surroundings::Open));
    let found = under(&spot, azimuth, 30.0, cover, |around| modelled(&Standing::of(&setup, &spot), around));
    assert!((found.sunlit - share).abs() < 0.01, "{}", found.sunlit);
}

/// The water behind a face in open shade before a low sun is warmer than the light on the face (common practice).
#[test]
fn face_and_background_have_each_their_colour() {
    let (setup, spot) = (person(BackgroundKind::Open), spot(Surroundings::Open));
    under(&spot, 270.0, 8.0, 0.0, |around| {
        let found = modelled(&Standing::of(&setup, &spot), around);
        let (face, behind) =
            (around.colour(found.face).unwrap().kelvin.kelvin(), around.colour(found.behind).unwrap().kelvin.kelvin());
        assert!(face > behind + 300.0, "{face} {behind}");
    });
}

/// Warm ground warms the light on a face as much as it is of that light, and no more than it has colour.
#[test]
fn ground_of_a_colour_warms_the_forecast() {
    let (mut setup, spot) = (person(BackgroundKind::Open), spot(Surroundings::Open));
    let mut mired = |tint: f64| {
        setup.scene.room.ground.tint = MiredShift::of(tint);
        let at = |around: &Around<'_>| around.colour(modelled(&Standing::of(&setup, &spot), around).face);
        under(&spot, 270.0, 40.0, 0.0, |around| 1e6 / at(around).unwrap().kelvin.kelvin())
    };
    let (plain, warm) = (mired(0.0), mired(60.0));
    assert!(warm > plain + 5.0 && warm < plain + 60.0, "{plain} {warm}");
}

#[test]
fn a_cloud_takes_stops_from_a_face_in_sun_and_none_from_one_in_shade() {
    let in_sun = model(Surroundings::Open, 90.0, 40.0, 0.0);
    assert!((1.5..4.0).contains(&in_sun.cloud_takes()), "{}", in_sun.cloud_takes());
    assert_eq!(model(Surroundings::Shade, 90.0, 40.0, 0.0).cloud_takes(), 0.0);
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]

    /// A minute changes little, and what was asked before changes nothing.
    #[test]
    fn the_light_of_a_day_never_jumps(azimuth in 0.0f64..360.0, elevation in -15.0f64..60.0, cover in 0.0f64..1.0, open in proptest::bool::ANY) {
        let surroundings = if open { Surroundings::Open } else { Surroundings::Shade };
        let (setup, spot) = (person(BackgroundKind::Wall), spot(surroundings));
        let standing = Standing::of(&setup, &spot);
        let at = |azimuth, elevation| under(&spot, azimuth, elevation, cover, |around| modelled(&standing, around));
        let (now, then, again) = (at(azimuth, elevation), at(azimuth + 0.1, elevation + 0.1), at(azimuth, elevation));
        prop_assert_eq!(&now, &again);
        for patch in [Patch::Face, Patch::ShadowSide] {
            let (a, b) = (now.ev(patch).unwrap(), then.ev(patch).unwrap());
            // The first or last of the sun's disc may come or go between, and twilight falls fast.
            let bound = if elevation.abs() < 2.0 || (85.0..95.0).contains(&crate::quantity::turn(azimuth, 90.0).abs()) { 0.6 } else if elevation < 0.0 { 0.25 } else { 0.15 };
            prop_assert!((a - b).abs() < bound, "{:?} {} {}", patch, a, b);
        }
    }
}
