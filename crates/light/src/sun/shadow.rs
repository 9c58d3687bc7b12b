use super::SunAt;
use crate::quantity::Bearing;
use serde::Serialize;

/// The shadow of an upright thing in the sun.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Shadow {
    /// Its length, in heights of the thing: 1 at a sun of 45°.
    pub lengths: f64,
    /// Where it points.
    pub bearing: Bearing,
}

impl Shadow {
    /// Below this height of the sun a shadow is longer than any ground is level, and is not told, in degrees.
    const LOWEST: f64 = 0.5;

    /// The shadow with the sun there: `1/tan(elevation)` long, away from it; none with the sun down.
    #[must_use]
    pub fn of(sun: SunAt) -> Option<Shadow> {
        (sun.apparent >= Shadow::LOWEST).then(|| Shadow {
            lengths: 1.0 / sun.apparent.to_radians().tan(),
            bearing: Bearing::turned(sun.azimuth + 180.0),
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case::as_long_as_high(45.0, Some((1.0, 60.0)))]
    #[case::five_degrees(5.0, Some((11.43, 60.0)))]
    #[case::down(-1.0, None)]
    fn shadows(#[case] apparent: f64, #[case] want: Option<(f64, f64)>) {
        let found = Shadow::of(SunAt { azimuth: 240.0, elevation: apparent, apparent });
        assert_eq!(found.is_some(), want.is_some());
        if let (Some(found), Some((lengths, bearing))) = (found, want) {
            assert!((found.lengths - lengths).abs() < 0.01);
            assert_eq!(found.bearing.degrees(), bearing);
        }
    }
}
