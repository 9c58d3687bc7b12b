use crate::check::{Check, Problem};
use crate::quantity::limits::HORIZON_POINTS;
use crate::sun::{Horizon, HorizonPoint};

/// Checks a skyline: level, or a few points in different directions.
pub(crate) fn check_horizon(horizon: &Horizon, at: &str, check: &mut Check) {
    let points = &horizon.0;
    if points.is_empty() {
        return;
    }
    check.count(at, HORIZON_POINTS, points.len());
    for (index, point) in points.iter().enumerate().take(HORIZON_POINTS.max as usize) {
        let same = |other: &HorizonPoint| other.bearing.between(point.bearing) < 0.01;
        if points[..index].iter().any(same) {
            check.problem(format_args!("{at}/{index}/bearing"), Problem::SameBearing);
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::{Altitude, Bearing};
    use rstest::rstest;

    fn horizon(points: &[(f64, f64)]) -> Horizon {
        let point = |(b, a): &(f64, f64)| HorizonPoint {
            bearing: Bearing::new(*b).unwrap(),
            altitude: Altitude::new(*a).unwrap(),
        };
        Horizon(points.iter().map(point).collect())
    }

    #[rstest]
    #[case::none(0, true)]
    #[case::one(1, false)]
    #[case::two(2, true)]
    #[case::ten_thousand(10_000, false)]
    fn a_few_points_are_enough(#[case] points: usize, #[case] fits: bool) {
        let points: Vec<(f64, f64)> = (0..points).map(|n| ((n as f64 * 7.3) % 360.0, 3.0)).collect();
        let mut check = Check::default();
        check_horizon(&horizon(&points), "/horizon", &mut check);
        assert_eq!(check.done().is_ok(), fits);
    }

    #[test]
    fn two_heights_in_one_direction_are_refused() {
        let mut check = Check::default();
        check_horizon(&horizon(&[(0.0, 3.0), (90.0, 3.0), (360.0, 5.0)]), "/horizon", &mut check);
        assert_eq!(check.done().unwrap_err()[0].field, "/horizon/2/bearing");
    }
}
