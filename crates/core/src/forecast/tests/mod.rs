mod on_set;

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
    see(&Around { spot, horizon: &Horizon::default(), sun, near_night: false, light, meter: MeterConstants::default() })
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

/// Leaves let a part of the sun through and take none of the sky: that is the spot's own.
#[test]
fn leaves_let_a_part_of_the_sun_through() {
    let leaves = Surroundings::Leaves { open: crate::quantity::Share::nearest(0.25) };
    let (under, open) = (model(leaves, 90.0, 30.0, 0.0).face, model(Surroundings::Open, 90.0, 30.0, 0.0).face);
    assert!(
        (under.sun / open.sun - 0.25).abs() < 1e-9 && (under.sky / open.sky - 1.0).abs() < 1e-9,
        "{under:?} {open:?}"
    );
}

/// What is behind in the open is part sky: of water the most, of trees and houses the least.
#[test]
fn water_mirrors_the_sky_and_houses_hide_it() {
    let spot = spot(Surroundings::Open);
    let sky = |kind: BackgroundKind| {
        let setup = person(kind);
        let background = |around: &Around<'_>| {
            let model = modelled(&Standing::of(&setup, &spot), around);
            model.lit[Patch::Background].as_ref().unwrap().parts[1].straight
                / (std::f64::consts::PI * around.sky_luminance(4.0, 90.0))
        };
        under(&spot, 270.0, 40.0, 0.0, background)
    };
    let all = [BackgroundKind::Water, BackgroundKind::Open, BackgroundKind::Street, BackgroundKind::Foliage].map(sky);
    assert!(all[0] > all[1] && all[1] > all[2] && all[2] > 0.0, "{all:?}");
    assert_eq!(all[2].to_bits(), all[3].to_bits());
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
