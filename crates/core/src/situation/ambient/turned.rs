//! Readings turned elsewhere than their patch, where no day tells of the light: by the sun that was put on the set, under a
//! clear sky.

use crate::exposure::MeterConstants;
use crate::forecast::{Around, Seen, Standing, TurnedReading, modelled};
use crate::place::{Horizon, Spot, Surroundings};
use crate::quantity::{Bearing, Ev100, Id, Minutes, Name, Share, Stops};
use crate::scene::Sun;
use crate::setup::{Light, Reading, Setup, Turned};
use crate::sky::{Haze, sky_light};
use crate::sun::SunAt;

/// An open place in the sun of the set, the camera looking north.
fn place(setup: &Setup) -> Option<Spot> {
    Some(Spot {
        id: Id::new("here").ok()?,
        name: Name::new("Here").ok()?,
        surroundings: Surroundings::Open,
        sky: Share::nearest(1.0),
        ground: setup.scene.room.ground.reflectance,
        by_water: false,
        subject_faces: Bearing::turned(180.0),
        camera_looks: Bearing::turned(0.0),
        horizon: None,
        lamps: None,
        walk: Minutes::nearest(0.0),
    })
}

fn told_by_sun(setup: &Setup, sun: Sun, meter: MeterConstants, reading: &Reading) -> Option<TurnedReading> {
    let (spot, horizon) = (place(setup)?, Horizon::default());
    let elevation = sun.elevation.degrees();
    let at = SunAt { azimuth: sun.bearing.degrees(), elevation, apparent: elevation };
    let around = Around {
        spot: &spot,
        horizon: &horizon,
        sun: at,
        near_night: false,
        light: sky_light(Haze::default(), 0.0, at),
        meter,
    };
    let standing = Standing::of(setup, &spot);
    let read = standing.on_receptor(&around, reading)?.ev()?;
    let gets = modelled(&standing, &around).ev(reading.patch)? - read;
    let straight = meter.incident_level(standing.sun_straight(&around)) + reading.level(meter).ev() - read;
    let sun = (reading.turned == Turned::Sun && straight.is_finite()).then(|| Ev100::of(straight));
    Some(TurnedReading { reading: reading.id.clone(), patch_gets: Some(Stops::of(gets)), sun })
}

/// Whether readings that were turned elsewhere tell the same of two setups: all the light on them stands as it stood.
pub(in crate::situation) fn tells_the_same(one: &Setup, other: &Setup) -> bool {
    let lights = |setup: &Setup| {
        let stand = |light: &Light| (light.id.clone(), light.on, light.at, light.aim, light.held_by, light.under_key);
        setup.lights.iter().map(stand).collect::<Vec<_>>()
    };
    one.readings == other.readings
        && one.scene == other.scene
        && one.subject == other.subject
        && one.background == other.background
        && one.approach == other.approach
        && lights(one) == lights(other)
}

/// What each reading that was turned elsewhere tells of its patch. Without a sun on the set light is taken as even, and there
/// is no sun to turn to; with a day its forecast tells.
pub(in crate::situation) fn turned(seen: Seen<'_>, meter: MeterConstants) -> Vec<TurnedReading> {
    if let Some(forecast) = seen.forecast {
        return forecast.turned.clone();
    }
    let setup = seen.setup;
    let told = |reading: &Reading| {
        let nothing = TurnedReading { reading: reading.id.clone(), patch_gets: None, sun: None };
        if let Some(sun) = setup.scene.sun {
            return told_by_sun(setup, sun, meter, reading).unwrap_or(nothing);
        }
        let there = match &reading.turned {
            Turned::Sun => false,
            Turned::Light { light } => setup.light_index(light).is_some(),
            Turned::Patch | Turned::Camera | Turned::Up => true,
        };
        TurnedReading { patch_gets: there.then_some(Stops::ZERO), ..nothing }
    };
    setup.readings.iter().filter(|reading| !reading.is_of_patch()).map(told).collect()
}
