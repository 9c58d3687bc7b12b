//! What lies behind an open set: as bright on the whole as the plan has it, and like what it is.

use super::*;
use crate::behind::Backdrop;
use crate::part::Part;
use crate::points::seen;
use rstest::rstest;
use tolva_light::geometry::direction;
use tolva_light::set::{Behind, Dome, Landscape};

/// An open set before a landscape, without anybody on it, under a clear sky with the sun so high straight ahead.
fn before(landscape: Landscape, far: f64, sun: f64) -> World {
    let behind = Behind { landscape, far };
    let still = still(open(0.2));
    let view = view_from(DVec3::new(0.0, -3.0, 1.6), DVec3::new(0.0, 0.0, 1.6));
    let skyline = tolva_light::set::Skyline::of(|bearing| behind.altitude(view.eye, bearing).unwrap_or(3.0));
    let sun = direction(0.0, sun);
    let sources = vec![
        Source::Sky(Dome { skies: [1.0, 0.0, 0.0], sun }),
        Source::Parallel { way: sun, walled: false },
        Source::About,
    ];
    World::of(Set { still, sources }, Shown { view, skyline, behind: Some(behind), ..shown(Vec::new()) })
}

/// Whatever it is, what is seen of it is as bright as it is on the whole, and not the same everywhere.
#[rstest]
#[case::land(Landscape::Land, 30.0, 0.05)]
#[case::trees(Landscape::Foliage, 12.0, 0.2)]
#[case::houses(Landscape::Street, 18.0, 0.2)]
fn as_bright_on_the_whole(#[case] landscape: Landscape, #[case] far: f64, #[case] spread: f32) {
    let world = before(landscape, far, 30.0);
    let points = seen(&world, &world.shown.view, crate::Crop::WHOLE, (96, 64));
    let shades: Vec<f32> = points.iter().filter(|point| point.part == Part::Beyond).map(|point| point.shade).collect();
    assert!(shades.len() > 200, "{}", shades.len());
    let mean = shades.iter().sum::<f32>() / shades.len() as f32;
    let varies = (shades.iter().map(|one| (one - mean).powi(2)).sum::<f32>() / shades.len() as f32).sqrt();
    assert!((mean - 1.0).abs() < 0.12 && varies > spread, "{mean} {varies}");
    // Ground lies before it.
    assert!(points.iter().any(|point| point.part == Part::Room(tolva_light::set::RoomSide::Ground)));
}

/// Trees and houses have an edge of their own about the height they are said to have; a level horizon has none.
#[rstest]
#[case::trees(Landscape::Foliage, 5.0)]
#[case::houses(Landscape::Street, 8.0)]
fn an_edge_of_its_own(#[case] landscape: Landscape, #[case] high: f64) {
    let world = before(landscape, 20.0, 30.0);
    let backdrop = world.backdrop.as_ref().unwrap();
    let eye = v(world.shown.view.eye);
    let top = |bearing: f64| {
        let tilts = (0..400).map(|step| f64::from(step) * 0.1);
        let first = tilts.into_iter().find(|tilt| backdrop.is_sky(&world.shown, eye, v(direction(bearing, *tilt))));
        1.6 + 23.0 / bearing.to_radians().cos() * first.unwrap().to_radians().tan()
    };
    let tops: Vec<f64> = (-20..20).map(|bearing| top(f64::from(bearing))).collect();
    let (low, most) = tops.iter().fold((f64::MAX, 0.0f64), |(low, most), one| (low.min(*one), most.max(*one)));
    assert!(most < high * 1.3 && low > high * 0.5 && most - low > 0.3, "{low} {most}");
}

/// What water sends along a way at its place, from each source.
fn off_water(world: &World, bearing: f64, down: f64) -> Vec<f32> {
    let water = world.backdrop.as_ref().and_then(|backdrop| backdrop.water.as_ref()).unwrap();
    let (eye, way) = (v(world.shown.view.eye), v(direction(bearing, -down)));
    let at = eye - way * (eye.z / way.z);
    let sky = |source: &Source| if let Source::Sky(dome) = source { Some(dome.brightness()) } else { None };
    world.set.sources.iter().map(|source| water.sends(at, way, source, sky(source).as_ref())).collect()
}

/// On the whole about a bearing, between two depths in tenths of a degree.
fn on_the_whole(world: &World, bearing: f64, (from, to): (i32, i32), source: usize) -> f32 {
    let ways = (-8..=8)
        .flat_map(|aside| (from..to).map(move |down| (bearing + f64::from(aside) / 2.0, f64::from(down) / 10.0)));
    let places: Vec<f32> = ways.map(|(bearing, down)| off_water(world, bearing, down)[source]).collect();
    places.iter().sum::<f32>() / places.len() as f32
}

/// Water far off mirrors the bank, which is darker than the sky, and nearer the sky over it; near by it is looked into, and sends
/// little back (Fresnel).
#[test]
fn water_mirrors_bank_and_sky() {
    let world = before(Landscape::Water, 60.0, 30.0);
    let [far, middle, near] = [(5, 12), (60, 80), (300, 330)].map(|down| on_the_whole(&world, 0.0, down, 0));
    assert!(far < middle && near < middle, "{far} {middle} {near}");
    // By hand, 31.5° down on still water (n = 1.33): 0.06 of the sky, so about 0.09 with 0.03 from inside; in light from all round
    // the rest of what it is on the whole is the same for all.
    let all_round = [(60, 80), (300, 330)].map(|down| on_the_whole(&world, 0.0, down, 2));
    let ratio = all_round[1] / all_round[0];
    assert!((0.1..0.35).contains(&ratio), "{ratio}");
}

/// The sun glitters towards it and nowhere else; from behind a ridge it does not.
#[test]
fn the_sun_glitters_under_itself() {
    let world = before(Landscape::Water, 60.0, 12.0);
    let at = |bearing: f64| on_the_whole(&world, bearing, (100, 140), 1);
    assert!(at(0.0) > 10.0 * at(60.0).max(0.01), "{} {}", at(0.0), at(60.0));
    let hidden = before(Landscape::Water, 60.0, 2.0);
    let dark = on_the_whole(&hidden, 0.0, (15, 40), 1);
    assert!(dark < 1.0, "{dark}");
}

/// A wall behind is no landscape.
#[test]
fn none_before_a_wall() {
    assert!(Backdrop::of(&shown(Vec::new()), &[], 0.2).is_none());
}
