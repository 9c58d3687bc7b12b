use crate::geometry::{DVec3, bearing_and_tilt};

/// How high what lies far off behind a set rises over the level of the lens.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Skyline(Vec<f64>);

impl Skyline {
    /// How far to either side of where the camera looks it is known, in degrees.
    pub const REACH: f64 = 60.0;
    /// From point to point, in degrees.
    pub const STEP: f64 = 2.0;

    /// That of a place, given how high it is at a bearing from where the camera looks, both in degrees.
    #[must_use]
    pub fn of(altitude: impl Fn(f64) -> f64) -> Skyline {
        let count = (2.0 * Skyline::REACH / Skyline::STEP) as u32;
        Skyline((0..=count).map(|index| altitude(f64::from(index) * Skyline::STEP - Skyline::REACH)).collect())
    }

    /// How high it is at a bearing, in degrees: level where nothing is known.
    #[must_use]
    pub fn altitude(&self, bearing: f64) -> f64 {
        let Some(last) = self.0.len().checked_sub(1) else { return 0.0 };
        let place = ((bearing + Skyline::REACH) / Skyline::STEP).clamp(0.0, last as f64);
        let (left, share) = (place.floor() as usize, place.fract());
        self.0[left] * (1.0 - share) + self.0[(left + 1).min(last)] * share
    }

    /// Whether it hides the sky along a way.
    #[must_use]
    pub fn hides(&self, way: DVec3) -> bool {
        let (bearing, tilt) = bearing_and_tilt(way);
        tilt < self.altitude(bearing)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::geometry::direction;
    use rstest::rstest;

    /// A ridge that rises by a degree in every ten to the right.
    #[rstest]
    #[case::over_it(0.0, 3.0, false)]
    #[case::behind_it(0.0, 1.0, true)]
    #[case::right(30.0, 4.5, true)]
    #[case::left(-15.0, 1.0, false)]
    #[case::far_aside_as_at_its_end(110.0, 7.5, true)]
    fn a_ridge(#[case] bearing: f64, #[case] tilt: f64, #[case] hidden: bool) {
        let ridge = Skyline::of(|bearing| 2.0 + bearing / 10.0);
        assert_eq!(ridge.hides(direction(bearing, tilt)), hidden);
        assert!((ridge.altitude(7.0) - 2.7).abs() < 1e-9);
    }

    #[test]
    fn level_where_nothing_is_known() {
        let level = Skyline::default();
        assert!(!level.hides(direction(20.0, 0.1)) && level.hides(direction(20.0, -0.1)));
    }
}
