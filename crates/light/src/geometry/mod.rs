//! Points, directions and flat things in space, in metres: `x` right, `y` away from the camera, `z` up.

mod clip;
mod flat;
mod point;
mod ring;

pub use clip::{HalfSpace, clipped, without};
pub use flat::Flat;
pub use glam::DVec3;
pub use point::Point;
pub use ring::ring;

/// The direction of a bearing (clockwise from `y` as seen from above) and a tilt above the horizontal, in degrees.
#[must_use]
pub fn direction(bearing: f64, tilt: f64) -> DVec3 {
    let (b, t) = (bearing.to_radians(), tilt.to_radians());
    DVec3::new(b.sin() * t.cos(), b.cos() * t.cos(), t.sin())
}

/// Bearing and tilt of a direction, in degrees; the bearing from −180 to 180.
#[must_use]
pub fn bearing_and_tilt(direction: DVec3) -> (f64, f64) {
    let level = direction.x.hypot(direction.y);
    (direction.x.atan2(direction.y).to_degrees(), direction.z.atan2(level).to_degrees())
}

/// The angle between two directions, in degrees.
#[must_use]
pub fn angle(a: DVec3, b: DVec3) -> f64 {
    a.angle_between(b).to_degrees()
}

/// Right and up of something that looks along a direction: right is level, up as near to the vertical as it can be.
#[must_use]
pub fn right_and_up(looks: DVec3) -> (DVec3, DVec3) {
    let right = looks.cross(DVec3::Z);
    // Straight up or down there is no level right of its own: the set's right serves.
    let right = if right.length_squared() < 1e-12 { DVec3::X } else { right.normalize() };
    (right, right.cross(looks).normalize())
}

/// `from`, turned towards `to` by no more than `most` degrees.
#[must_use]
pub fn turned_towards(from: DVec3, to: DVec3, most: f64) -> DVec3 {
    let between = from.angle_between(to);
    let by = most.to_radians();
    if between <= by || between < 1e-9 {
        return to.normalize();
    }
    let axis = from.cross(to);
    if axis.length_squared() < 1e-18 {
        return from;
    }
    glam::DQuat::from_axis_angle(axis.normalize(), by) * from
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    #[rstest]
    #[case::away(0.0, 0.0, DVec3::Y)]
    #[case::to_the_right(90.0, 0.0, DVec3::X)]
    #[case::towards_the_camera(180.0, 0.0, DVec3::NEG_Y)]
    #[case::up(0.0, 90.0, DVec3::Z)]
    fn bearings_run_clockwise_from_the_background(#[case] bearing: f64, #[case] tilt: f64, #[case] expected: DVec3) {
        assert!(direction(bearing, tilt).distance(expected) < 1e-12);
    }

    proptest! {
        #[test]
        fn a_direction_says_its_bearing(bearing in -179.0f64..179.0, tilt in -89.0f64..89.0) {
            let (b, t) = bearing_and_tilt(direction(bearing, tilt));
            prop_assert!((b - bearing).abs() < 1e-9 && (t - tilt).abs() < 1e-9);
        }

        #[test]
        fn right_up_and_looks_stand_square(bearing in -180.0f64..180.0, tilt in -90.0f64..90.0) {
            let looks = direction(bearing, tilt);
            let (right, up) = right_and_up(looks);
            prop_assert!(right.dot(looks).abs() < 1e-9 && up.dot(looks).abs() < 1e-9 && right.dot(up).abs() < 1e-9);
            prop_assert!((right.length() - 1.0).abs() < 1e-9 && up.z > -1e-9);
        }

        #[test]
        fn turning_goes_no_further_than_asked(a in -180.0f64..180.0, b in -180.0f64..180.0, most in 0.0f64..90.0) {
            let (from, to) = (direction(a, 10.0), direction(b, -20.0));
            let turned = turned_towards(from, to, most);
            prop_assert!(angle(from, turned) <= most.max(0.0) + 1e-6);
            prop_assert!(angle(turned, to) <= angle(from, to) + 1e-6);
        }
    }
}
