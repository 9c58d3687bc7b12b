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

    /// With one point more, in the middle of the widest gap and half way between its neighbours; in the order of the
    /// compass. A level one gets the two that every skyline begins with.
    #[must_use]
    pub fn with_one_more(&self, first: &Horizon) -> Horizon {
        let mut points = self.0.clone();
        points.sort_by(|a, b| a.bearing.degrees().total_cmp(&b.bearing.degrees()));
        let next = |index: usize| points[(index + 1) % points.len()];
        let wide =
            |index: usize| match (next(index).bearing.degrees() - points[index].bearing.degrees()).rem_euclid(360.0) {
                0.0 => 360.0,
                wide => wide,
            };
        let Some(widest) = (0..points.len()).max_by(|a, b| wide(*a).total_cmp(&wide(*b)).then(b.cmp(a))) else {
            return first.clone();
        };
        let (from, to) = (points[widest], next(widest));
        let bearing = Bearing::turned((from.bearing.degrees() + wide(widest) / 2.0).round());
        let altitude = Altitude::nearest((from.altitude.degrees() + to.altitude.degrees()) / 2.0);
        points.push(HorizonPoint { bearing, altitude });
        points.sort_by(|a, b| a.bearing.degrees().total_cmp(&b.bearing.degrees()));
        Horizon(points)
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

    #[rstest]
    #[case::the_first_two(&[], &[(0.0, 5.0), (180.0, 5.0)])]
    #[case::half_way(&[(0.0, 4.0), (180.0, 8.0)], &[(0.0, 4.0), (90.0, 6.0), (180.0, 8.0)])]
    #[case::in_the_widest_gap(&[(90.0, 2.0), (10.0, 4.0)], &[(10.0, 4.0), (90.0, 2.0), (230.0, 3.0)])]
    #[case::over_north(&[(100.0, 2.0), (200.0, 6.0), (280.0, 0.0)], &[(10.0, 1.0), (100.0, 2.0), (200.0, 6.0), (280.0, 0.0)])]
    #[case::after_one_alone(&[(90.0, 7.0)], &[(90.0, 7.0), (270.0, 7.0)])]
    fn one_point_more(#[case] points: &[(f64, f64)], #[case] more: &[(f64, f64)]) {
        let first = horizon(&[(0.0, 5.0), (180.0, 5.0)]);
        assert_eq!(horizon(points).with_one_more(&first), horizon(more));
    }

    #[test]
    fn no_points_are_a_level_horizon() {
        assert!(Horizon::default().is_level());
        assert_eq!(Horizon::default().altitude(123.0), 0.0);
    }
}
