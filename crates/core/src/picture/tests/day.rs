//! The picture on a day: its light is the forecast's, its sky that of the minute.

use super::*;
use crate::assess::advise::Caution;
use crate::assess::assess;
use crate::day::{Timeline, forecast};
use crate::forecast::{FarOff, Forecast};
use crate::geometry::DVec3;
use crate::quantity::{Altitude, Bearing, ClockTime};
use crate::scene::Position;
use crate::set::Skyline;
use crate::sun::{Horizon, HorizonPoint};
use rstest::rstest;

/// The boatbuilder at the slip, and what the day says of it at a time.
fn at(time: &str, horizon: &[(f64, f64)]) -> (Setup, Forecast) {
    let mut setup = sample::jobs().remove(0).setups.remove(0).setup;
    setup.slot.as_mut().unwrap().time = ClockTime::new(time).unwrap();
    let mut day = sample::day();
    let point =
        |(b, a): &(f64, f64)| HorizonPoint { bearing: Bearing::new(*b).unwrap(), altitude: Altitude::new(*a).unwrap() };
    if !horizon.is_empty() {
        let spot = setup.slot.as_ref().unwrap().spot.clone();
        let spot = day.place.spots.iter_mut().find(|one| one.id == spot).unwrap();
        spot.horizon = Some(Horizon(horizon.iter().map(point).collect()));
    }
    let timeline = Timeline::of("2026-09-17", &day).unwrap();
    let forecast = forecast(&day, &timeline, House::default().meter, &setup).unwrap();
    (setup, forecast)
}

/// Whatever the hour, the picture's own sources give both sides of the face what the forecast says of them: with readings and
/// without.
#[rstest]
#[case("12:30", true)]
#[case("12:30", false)]
#[case("18:12", true)]
#[case("18:40", false)]
#[case("19:50", true)]
#[case("21:30", false)]
fn the_face_is_as_the_forecast_has_it(#[case] time: &str, #[case] read: bool) {
    let (mut setup, said) = at(time, &[]);
    if !read {
        setup.readings.clear();
    }
    let seen = Seen { setup: &setup, forecast: Some(&said) };
    let assessed = assess(seen, &sample::kit(), House::default()).unwrap();
    let mut looked = 0;
    for level in assessed.levels.iter().filter(|level| matches!(level.patch, Patch::Face | Patch::ShadowSide)) {
        let (_, ambient) = levels(seen, level.patch);
        assert!((ambient - level.ambient.stops()).abs() < 0.05, "{:?} {ambient} {:?}", level.patch, level.ambient);
        looked += 1;
    }
    assert_eq!(looked, 2);
}

/// Outdoors on a day the sky is the minute's, brightest about the sun.
#[test]
fn the_sky_is_the_minutes() {
    let (setup, said) = at("18:12", &[]);
    let kit = sample::kit();
    let s = Situation::new(Seen { setup: &setup, forecast: Some(&said) }, &kit, House::default()).unwrap();
    let picturing = picturing(&s);
    let skies: Vec<usize> = (0..picturing.set.sources.len())
        .filter(|index| matches!(picturing.set.sources[*index], Source::Sky(_)))
        .collect();
    assert_eq!(skies.len(), 1);
    assert!(picturing.shines.iter().any(|shines| shines.source == skies[0] && shines.level > -12.0));
    let FarOff { dome, .. } = said.far_off.clone().unwrap();
    let bright = |way: DVec3| dome.brightness().luminance(way, &crate::sky::Heights::of(way));
    let towards = dome.sun.with_z(0.0).normalize();
    let at = |way: DVec3| (way + DVec3::Z * 0.3).normalize();
    assert!(bright(at(towards)) > 2.0 * bright(at(-towards)));
    // Without a day there is none, and a level skyline.
    let plain = Situation::new(&setup, &kit, House::default()).unwrap();
    let plain = super::picturing(&plain);
    assert!(!plain.set.sources.iter().any(|source| matches!(source, Source::Sky(_))));
    assert_eq!(plain.shown.skyline, Skyline::default());
}

/// A ridge eight degrees high is in the picture as high as it stands, and where it runs through the head the way out is said and
/// works.
#[test]
fn a_ridge_runs_through_the_head() {
    let ridge = [(0.0, 8.0), (180.0, 8.0)];
    let (mut setup, said) = at("18:12", &ridge);
    let kit = sample::kit();
    let caution = |setup: &Setup, said: &Forecast| {
        let seen = Seen { setup, forecast: Some(said) };
        let found = assess(seen, &kit, House::default()).unwrap().cautions;
        found.into_iter().find_map(|remark| match remark.caution {
            Caution::Skyline { camera, down, .. } => Some((camera, down)),
            _ => None,
        })
    };
    let eye = setup.scene.camera.at.point();
    let far = (setup.main_face().at - eye).with_z(0.0).length();
    // The camera as much under the mouth as the ridge rises on the way.
    let rise = far * 8f64.to_radians().tan();
    let person = setup.scene.people[0];
    let (shoulders, _) = person.neck();
    let through = f64::midpoint(shoulders, person.crown());
    setup.scene.camera.at = Position::nearest(eye.with_z(through - rise));
    let (camera, _) = caution(&setup, &said).unwrap();
    let flat = at("18:12", &[(0.0, 0.0), (180.0, 0.0)]).1;
    assert!(caution(&setup, &flat).is_none());
    // As high as is said, the camera has the ridge clear of the person.
    let height: f64 = camera.split_whitespace().next().unwrap().parse().unwrap();
    setup.scene.camera.at = Position::nearest(eye.with_z(height));
    assert!(caution(&setup, &said).is_none(), "{camera}");
    let s = Situation::new(Seen { setup: &setup, forecast: Some(&said) }, &kit, House::default()).unwrap();
    assert!((picturing(&s).shown.skyline.altitude(0.0) - 8.0).abs() < 1e-9);
}
