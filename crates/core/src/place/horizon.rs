use crate::check::{Check, Problem};
use crate::quantity::limits::HORIZON_POINTS;
use crate::quantity::{Altitude, Bearing};
use serde::{Deserialize, Serialize};

/// How high the skyline stands in one direction.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct HorizonPoint {
    /// The direction.
    pub bearing: Bearing,
    /// How high.
    pub altitude: Altitude,
}

/// A skyline: a few points round the compass, straight lines between; level where there are none.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, Default)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(transparent)]
pub struct Horizon(pub Vec<HorizonPoint>);

impl Horizon {
    /// Whether it is level all round.
    #[must_use]
    pub fn is_level(&self) -> bool {
        self.0.iter().all(|point| point.altitude.degrees() == 0.0)
    }

    /// How high it stands in a direction, in degrees.
    #[must_use]
    pub fn altitude(&self, bearing: f64) -> f64 {
        // How far it is on to each point, and back to it, with its height.
        let on =
            |point: &HorizonPoint| ((point.bearing.degrees() - bearing).rem_euclid(360.0), point.altitude.degrees());
        let back =
            |point: &HorizonPoint| ((bearing - point.bearing.degrees()).rem_euclid(360.0), point.altitude.degrees());
        let nearest = |a: &(f64, f64), b: &(f64, f64)| a.0.total_cmp(&b.0);
        match (self.0.iter().map(back).min_by(nearest), self.0.iter().map(on).min_by(nearest)) {
            (Some((back, low)), Some((on, high))) if back + on > 0.0 => low + (high - low) * back / (back + on),
            (Some((_, altitude)), _) => altitude,
            _ => 0.0,
        }
    }

    pub(crate) fn check(&self, at: &str, check: &mut Check) {
        if self.0.is_empty() {
            return;
        }
        check.count(at, HORIZON_POINTS, self.0.len());
        for (index, point) in self.0.iter().enumerate().take(HORIZON_POINTS.max as usize) {
            let same = |other: &HorizonPoint| other.bearing.between(point.bearing) < 0.01;
            if self.0[..index].iter().any(same) {
                check.problem(format!("{at}/{index}/bearing"), Problem::SameBearing);
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    fn horizon(points: &[(f64, f64)]) -> Horizon {
        Horizon(
            points
                .iter()
                .map(|(b, a)| HorizonPoint { bearing: Bearing::new(*b).unwrap(), altitude: Altitude::new(*a).unwrap() })
                .collect(),
        )
    }

    #[rstest]
    #[case::at_a_point(90.0, 10.0)]
    #[case::between(135.0, 7.0)]
    #[case::over_north(315.0, 7.0)]
    #[case::at_north(0.0, 10.0)]
    fn straight_lines_between_points_also_over_north(#[case] bearing: f64, #[case] altitude: f64) {
        let found = horizon(&[(90.0, 10.0), (180.0, 4.0), (270.0, 4.0), (0.0, 10.0)]).altitude(bearing);
        assert!((found - altitude).abs() < 1e-9, "{found}");
    }

    #[test]
    fn no_points_are_a_level_horizon() {
        assert!(Horizon::default().is_level());
        assert_eq!(Horizon::default().altitude(123.0), 0.0);
    }

    #[rstest]
    #[case::none(0, true)]
    #[case::one(1, false)]
    #[case::two(2, true)]
    #[case::ten_thousand(10_000, false)]
    fn a_few_points_are_enough(#[case] points: usize, #[case] fits: bool) {
        let points: Vec<(f64, f64)> = (0..points).map(|n| ((n as f64 * 7.3) % 360.0, 3.0)).collect();
        let mut check = Check::default();
        horizon(&points).check("/horizon", &mut check);
        assert_eq!(check.done().is_ok(), fits);
    }

    #[test]
    fn two_heights_in_one_direction_are_refused() {
        let mut check = Check::default();
        horizon(&[(0.0, 3.0), (90.0, 3.0), (360.0, 5.0)]).check("/horizon", &mut check);
        assert_eq!(check.done().unwrap_err()[0].field, "/horizon/2/bearing");
    }
}
