use super::Horizon;
use super::{RISE_AND_SET, SunAt};
use serde::Serialize;

/// What the sun does.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum SunEventKind {
    /// It comes above −18°.
    AstronomicalDawn,
    /// It comes above −12°.
    NauticalDawn,
    /// It comes above −6°.
    CivilDawn,
    /// Its upper edge rises above a level horizon.
    Sunrise,
    /// It comes up behind hills, houses or trees.
    ComesUp,
    /// It stands highest.
    Noon,
    /// It goes behind hills, houses or trees.
    GoesBehind,
    /// Its upper edge sets behind a level horizon.
    Sunset,
    /// It sinks below −6°.
    CivilDusk,
    /// It sinks below −12°.
    NauticalDusk,
    /// It sinks below −18°.
    AstronomicalDusk,
}

impl SunEventKind {
    /// In words.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            SunEventKind::AstronomicalDawn => "Night ends",
            SunEventKind::NauticalDawn => "Nautical dawn",
            SunEventKind::CivilDawn => "Civil dawn",
            SunEventKind::Sunrise => "Sunrise",
            SunEventKind::ComesUp => "Sun comes over the skyline",
            SunEventKind::Noon => "Sun highest",
            SunEventKind::GoesBehind => "Sun leaves the spot",
            SunEventKind::Sunset => "Sunset",
            SunEventKind::CivilDusk => "Civil dusk",
            SunEventKind::NauticalDusk => "Nautical dusk",
            SunEventKind::AstronomicalDusk => "Night begins",
        }
    }
}

/// Something the sun does, and when: minutes after the timeline's start.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct SunEvent {
    /// What.
    pub kind: SunEventKind,
    /// When.
    pub minute: f64,
}

/// Heights the sun passes, with what that is called rising and setting. Twilights at −6°, −12° and −18°.
const HEIGHTS: [(f64, SunEventKind, SunEventKind); 4] = [
    (-18.0, SunEventKind::AstronomicalDawn, SunEventKind::AstronomicalDusk),
    (-12.0, SunEventKind::NauticalDawn, SunEventKind::NauticalDusk),
    (-6.0, SunEventKind::CivilDawn, SunEventKind::CivilDusk),
    (RISE_AND_SET, SunEventKind::Sunrise, SunEventKind::Sunset),
];

/// Where a value, given each minute, passes zero: the minute with its fraction, and whether it rises.
#[must_use]
pub fn crossings(minutes: usize, value: impl Fn(usize) -> f64) -> Vec<(f64, bool)> {
    let mut found = Vec::new();
    for minute in 1..minutes {
        let (before, after) = (value(minute - 1), value(minute));
        if (before < 0.0) != (after < 0.0) {
            found.push((minute as f64 - 1.0 + before / (before - after), after >= 0.0));
        }
    }
    found
}

/// All that happens over these minutes, in order. In polar day or night most of it does not happen, and is not there.
#[must_use]
pub fn events(track: &[SunAt], horizon: &Horizon) -> Vec<SunEvent> {
    let mut found = Vec::new();
    let mut note = |minute, kind| found.push(SunEvent { kind, minute });
    for (height, rising, setting) in HEIGHTS {
        for (minute, rises) in crossings(track.len(), |m| track[m].elevation - height) {
            note(minute, if rises { rising } else { setting });
        }
    }
    if !horizon.is_level() {
        let over = |m: usize| track[m].apparent - horizon.altitude(track[m].azimuth);
        for (minute, rises) in crossings(track.len(), over) {
            note(minute, if rises { SunEventKind::ComesUp } else { SunEventKind::GoesBehind });
        }
    }
    for minute in 1..track.len().saturating_sub(1) {
        let [a, b, c] = [minute - 1, minute, minute + 1].map(|m| track[m].elevation);
        if b > a && b >= c && b > 0.0 {
            // The top of the parabola through three minutes.
            note(minute as f64 + 0.5 * (a - c) / (a - 2.0 * b + c), SunEventKind::Noon);
        }
    }
    found.sort_by(|a, b| a.minute.total_cmp(&b.minute));
    found
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::{Latitude, Longitude, SeaHeight};
    use crate::sun::{Earth, sun_at};
    use jiff::{SignedDuration, Timestamp};
    use proptest::prelude::*;

    /// Positions and events by PyEphem (libastro), which shares nothing with SPA; `data/sun_reference.py` makes it.
    const REFERENCE: &str = include_str!("../../data/sun_reference.csv");

    fn earth(latitude: f64, longitude: f64) -> Earth {
        Earth {
            latitude: Latitude::new(latitude).unwrap(),
            longitude: Longitude::new(longitude).unwrap(),
            height: SeaHeight::new(0.0).unwrap(),
        }
    }

    fn track(earth: Earth, from: Timestamp, minutes: i64) -> Vec<SunAt> {
        (0..minutes).map(|minute| sun_at(earth, from + SignedDuration::from_mins(minute))).collect()
    }

    /// Both agree to 0.01° in position: libastro is good to some arc seconds, its ΔT and ours differ by a few seconds.
    #[test]
    fn positions_agree_with_an_independent_library() {
        let mut read = 0;
        for line in REFERENCE.lines().filter(|line| line.starts_with("position")) {
            let cells: Vec<&str> = line.split(',').collect();
            let number = |n: usize| cells[n].parse::<f64>().unwrap();
            let sun = sun_at(earth(number(1), number(2)), cells[3].parse().unwrap());
            assert!((sun.elevation - number(5)).abs() < 0.01, "{line}: {sun:?}");
            let level = number(5).to_radians().cos();
            assert!(crate::quantity::turn(sun.azimuth, number(4)).abs() * level < 0.01, "{line}: {sun:?}");
            read += 1;
        }
        assert_eq!(read, 125);
    }

    /// Rise, set and civil twilight agree within half a minute at mid latitudes and two in the arctic, where the sun
    /// grazes the horizon.
    #[test]
    fn events_agree_with_an_independent_library() {
        let kinds = [
            ("sunrise", SunEventKind::Sunrise),
            ("sunset", SunEventKind::Sunset),
            ("civil_dawn", SunEventKind::CivilDawn),
            ("civil_dusk", SunEventKind::CivilDusk),
        ];
        let mut read = 0;
        for line in REFERENCE.lines() {
            let cells: Vec<&str> = line.split(',').collect();
            let Some((_, kind)) = kinds.iter().find(|(name, _)| *name == cells[0]) else { continue };
            let at: Timestamp = cells[3].parse().unwrap();
            let latitude: f64 = cells[1].parse().unwrap();
            let place = earth(latitude, cells[2].parse().unwrap());
            let found = events(&track(place, at - SignedDuration::from_mins(90), 180), &Horizon::default());
            let event = found.iter().find(|event| event.kind == *kind).unwrap_or_else(|| panic!("{line}: {found:?}"));
            let within = if latitude > 60.0 { 2.0 } else { 0.5 };
            assert!((event.minute - 90.0).abs() < within, "{line}: {}", event.minute - 90.0);
            read += 1;
        }
        assert!(read > 80, "{read}");
    }

    /// The report's place and day, 2003-10-17 at 39.742476° N 105.1786° W: sunrise 6.212067 h, transit 11.768045 h at UTC−7
    /// (Reda & Andreas, NREL/TP-560-34302, as its reference program prints them; from memory).
    #[test]
    fn the_report_s_rise_and_set() {
        let midnight: Timestamp = "2003-10-17T07:00:00Z".parse().unwrap();
        let found = events(&track(earth(39.742476, -105.1786), midnight, 1440), &Horizon::default());
        let hour = |kind| found.iter().find(|event| event.kind == kind).unwrap().minute / 60.0;
        assert!((hour(SunEventKind::Sunrise) - 6.212067).abs() < 0.005, "{}", hour(SunEventKind::Sunrise));
        assert!((hour(SunEventKind::Noon) - 11.768045).abs() < 0.005, "{}", hour(SunEventKind::Noon));
    }

    /// The sun leaves a spot behind a ridge before it sets, as it crosses the ridge's height.
    #[test]
    fn a_ridge_takes_the_sun_early() {
        use super::super::HorizonPoint;
        use crate::quantity::{Altitude, Bearing};
        let ridge = Horizon(
            [0.0, 180.0]
                .map(|b| HorizonPoint { bearing: Bearing::nearest(b), altitude: Altitude::nearest(5.0) })
                .to_vec(),
        );
        let midnight: Timestamp = "2026-09-11T22:00:00Z".parse().unwrap();
        let track = track(earth(54.6, 9.9), midnight, 1440);
        let found = events(&track, &ridge);
        let at = |kind| found.iter().find(|event| event.kind == kind).unwrap().minute;
        let left = at(SunEventKind::GoesBehind);
        assert!((left as usize) < at(SunEventKind::Sunset) as usize - 30);
        assert!((track[left as usize].apparent - 5.0).abs() < 0.2);
    }

    proptest! {
        #![proptest_config(ProptestConfig::with_cases(16))]
        /// In polar night the sun is never up, in polar day it never sets.
        #[test]
        fn polar_night_and_day(latitude in 72.0..90.0f64, longitude in -180.0..180.0f64) {
            let winter = track(earth(latitude, longitude), "2026-12-21T00:00:00Z".parse().unwrap(), 1440);
            prop_assert!(winter.iter().all(|sun| sun.apparent < 0.0));
            prop_assert!(events(&winter, &Horizon::default()).iter().all(|e| e.kind != SunEventKind::Sunrise));
            let summer = track(earth(latitude, longitude), "2026-06-21T00:00:00Z".parse().unwrap(), 1440);
            prop_assert!(summer.iter().all(|sun| sun.elevation > 0.0));
            let found = events(&summer, &Horizon::default());
            prop_assert!(found.iter().all(|e| e.kind != SunEventKind::Sunset && e.kind != SunEventKind::CivilDusk));
        }
    }
}
