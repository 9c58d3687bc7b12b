//! Where on the earth, and how high above the sea.

use super::quantity;

quantity! {
    /// A latitude in degrees, north positive.
    Latitude, degrees, LATITUDE
}
quantity! {
    /// A longitude in degrees, east positive.
    Longitude, degrees, LONGITUDE
}
quantity! {
    /// A height above the sea, in metres.
    SeaHeight, metres, SEA_HEIGHT
}
quantity! {
    /// A compass bearing in degrees, clockwise from true north.
    Bearing, degrees, BEARING
}
quantity! {
    /// A height above the level horizon, in degrees.
    Altitude, degrees, ALTITUDE
}
quantity! {
    /// The length of a shadow on level ground, in times the height of what throws it.
    ShadowLength, times, SHADOW_LENGTH
}
quantity! {
    /// A span of time in whole minutes.
    Minutes, minutes, MINUTES
}

impl ShadowLength {
    /// Under a sun at this height over the horizon, in degrees: the cotangent of it; none where the sun is not up.
    #[must_use]
    pub fn under(apparent: f64) -> Option<ShadowLength> {
        (apparent > 0.0).then(|| ShadowLength::of(1.0 / apparent.to_radians().tan()))
    }
}

impl Bearing {
    /// Any angle, turned into 0 to 360.
    #[must_use]
    pub fn turned(degrees: f64) -> Bearing {
        Bearing::nearest(degrees.rem_euclid(360.0))
    }

    /// The smaller angle between two bearings, 0 to 180°.
    #[must_use]
    pub fn between(self, other: Bearing) -> f64 {
        turn(self.degrees(), other.degrees()).abs()
    }

    /// The point of the compass it is nearest to, of sixteen.
    #[must_use]
    pub fn point(self) -> &'static str {
        const POINTS: [&str; 16] =
            ["N", "NNE", "NE", "ENE", "E", "ESE", "SE", "SSE", "S", "SSW", "SW", "WSW", "W", "WNW", "NW", "NNW"];
        POINTS[(self.degrees() / 22.5).round() as usize % 16]
    }
}

/// The turn from one bearing to another, −180 to 180°, clockwise positive.
#[must_use]
pub fn turn(from: f64, to: f64) -> f64 {
    (to - from + 180.0).rem_euclid(360.0) - 180.0
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Cotangents of a printed table of natural trigonometric functions (Abramowitz & Stegun, table 4.10; from memory).
    #[rstest]
    #[case::as_long(45.0, 1.0)]
    #[case::twice(26.565_05, 2.0)]
    #[case::half(63.434_95, 0.5)]
    #[case::low(10.0, 5.671_28)]
    fn a_shadow_is_the_cotangent(#[case] apparent: f64, #[case] length: f64) {
        assert!((ShadowLength::under(apparent).unwrap().times() - length).abs() < 1e-5);
        assert_eq!(ShadowLength::under(0.0), None);
    }

    #[rstest]
    #[case(350.0, 10.0, 20.0)]
    #[case(10.0, 350.0, -20.0)]
    #[case(0.0, 180.0, -180.0)]
    #[case(90.0, 90.0, 0.0)]
    fn turns_take_the_short_way(#[case] from: f64, #[case] to: f64, #[case] turned: f64) {
        assert_eq!(turn(from, to), turned);
    }

    #[rstest]
    #[case(0.0, "N")]
    #[case(351.0, "N")]
    #[case(247.5, "WSW")]
    #[case(300.0, "WNW")]
    fn points_of_the_compass(#[case] degrees: f64, #[case] point: &str) {
        assert_eq!(Bearing::turned(degrees).point(), point);
    }
}
