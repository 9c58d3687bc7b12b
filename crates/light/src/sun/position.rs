use crate::quantity::{Latitude, Longitude, SeaHeight};
use jiff::Timestamp;
use solar_positioning::time::JulianDate;
use solar_positioning::{Location, SolarPositions};

/// A place on the earth.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Earth {
    /// North positive.
    pub latitude: Latitude,
    /// East positive.
    pub longitude: Longitude,
    /// Above the sea.
    pub height: SeaHeight,
}

/// Where the sun stands.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct SunAt {
    /// Its compass bearing, 0 to 360° from true north.
    pub azimuth: f64,
    /// The height of its middle above the level horizon without refraction, in degrees: what twilights go by.
    pub elevation: f64,
    /// The same as it is seen, raised by refraction.
    pub apparent: f64,
}

/// A low sun stands no higher than this, in degrees (common practice).
const LOW: f64 = 12.0;

impl SunAt {
    /// Whether it is a low sun: one that can be had behind a head or along a wall. Above the horizon or not is another
    /// question.
    #[must_use]
    pub fn is_low(self) -> bool {
        self.apparent <= LOW
    }
}

/// The sun's position by SPA, good to 0.0003° from the year −2000 to 6000 (Reda & Andreas, NREL/TP-560-34302).
#[must_use]
pub fn sun_at(earth: Earth, at: Timestamp) -> SunAt {
    let julian = 2_440_587.5 + at.as_millisecond() as f64 / 86_400_000.0;
    let year = 2000.0 + (julian - 2_451_545.0) / 365.25;
    let location = Location { latitude: earth.latitude.degrees(), longitude: earth.longitude.degrees() };
    let found = solar_positioning::delta_t::estimate(year)
        .and_then(|delta_t| JulianDate::new(julian, delta_t))
        .and_then(|time| SolarPositions::new().at_from_julian(time, location, earth.height.metres(), None));
    // Dates are checked to lie within SPA's years before they come here; were one not, there would be no sun.
    let (azimuth, elevation) = found.map_or((0.0, -90.0), |found| (found.azimuth(), found.elevation_angle()));
    SunAt { azimuth, elevation, apparent: elevation + refraction(elevation) }
}

/// How far air raises what is seen at this height, in degrees, for 1010 hPa and 10 °C (SPA, equation 42, after
/// Sæmundsson); below the horizon it fades out, so that nothing jumps.
fn refraction(elevation: f64) -> f64 {
    let at = elevation.max(-1.0);
    let raised = 1.02 / (60.0 * (at + 10.3 / (at + 5.11)).to_radians().tan());
    let fade = ((elevation + 6.0) / 5.0).clamp(0.0, 1.0);
    raised.max(0.0) * fade
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    pub fn earth(latitude: f64, longitude: f64, height: f64) -> Earth {
        Earth {
            latitude: Latitude::new(latitude).unwrap(),
            longitude: Longitude::new(longitude).unwrap(),
            height: SeaHeight::new(height).unwrap(),
        }
    }

    /// The worked example of the report: 2003-10-17 12:30:30 at UTC−7, ΔT 67 s: zenith 50.11162° with refraction for
    /// 820 hPa and 11 °C, azimuth 194.34024° (Reda & Andreas, NREL/TP-560-34302, table A5.1). Without refraction its
    /// elevation is e0 = 39.872046° (same table).
    #[test]
    fn the_report_s_worked_example() {
        let at: Timestamp = "2003-10-17T19:30:30Z".parse().unwrap();
        let sun = sun_at(earth(39.742476, -105.1786, 1830.14), at);
        // ΔT is estimated here, a few seconds off 67: far less than the tolerance.
        assert!((sun.azimuth - 194.34024).abs() < 2e-4, "{}", sun.azimuth);
        assert!((sun.elevation - 39.872046).abs() < 2e-4, "{}", sun.elevation);
        assert!((sun.apparent - (90.0 - 50.11162)).abs() < 0.01, "{}", sun.apparent);
    }

    /// At the level horizon the usual refraction is about 34 arc minutes at the standard pressure; this formula gives
    /// 29 at a true height of 0 and raises a sun 0.57° below to the horizon (the Astronomical Almanac's 34′).
    #[test]
    fn air_raises_the_setting_sun() {
        assert!((refraction(0.0) * 60.0 - 29.0).abs() < 0.7, "{}", refraction(0.0) * 60.0);
        assert!((-0.57 + refraction(-0.57)).abs() < 0.02);
        assert!(refraction(45.0) < 0.02);
    }

    proptest! {
        #[test]
        fn refraction_never_jumps(elevation in -20.0..90.0f64) {
            prop_assert!((refraction(elevation + 0.01) - refraction(elevation)).abs() < 0.004);
        }
    }
}
