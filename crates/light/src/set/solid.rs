use crate::geometry::DVec3;

/// A body that light does not pass.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Solid {
    /// A person: an upright cylinder for the trunk, and a ball over its middle for the head, no wider than the trunk.
    Figure {
        /// The middle of the foot.
        foot: DVec3,
        /// The trunk's radius in metres.
        radius: f64,
        /// The height of the shoulders in metres.
        shoulders: f64,
        /// The middle of the head over the ground, and its radius, in metres.
        head: (f64, f64),
    },
    /// An upright box that may be turned about the vertical.
    Block {
        /// Its middle.
        middle: DVec3,
        /// From the middle to its right side.
        right: DVec3,
        /// From the middle to its front.
        front: DVec3,
        /// Half its height in metres.
        half_height: f64,
    },
}

/// A point this near under a body's surface lies on it, in metres: a body does not shade its own surface by this rule, its
/// surface being turned away does that.
const SKIN: f64 = 0.02;

impl Solid {
    /// Whether a point lies in it or on it.
    #[must_use]
    pub fn holds(&self, point: DVec3) -> bool {
        match *self {
            Solid::Figure { foot, radius, shoulders, head } => {
                let from = point - foot;
                let in_trunk = from.truncate().length() < radius + SKIN && (-SKIN..shoulders + SKIN).contains(&from.z);
                in_trunk || from.distance(DVec3::Z * head.0) < head.1 + SKIN
            }
            Solid::Block { middle, right, front, half_height } => {
                let from = point - middle;
                let within = |axis: DVec3| from.dot(axis.normalize_or_zero()).abs() < axis.length() + SKIN;
                within(right) && within(front) && from.z.abs() < half_height + SKIN
            }
        }
    }

    /// Whether it comes within a distance of the line between two points; it may say so of what only nearly does.
    #[must_use]
    pub fn comes_near(&self, a: DVec3, b: DVec3, distance: f64) -> bool {
        let level = |at: DVec3| at.with_z(0.0);
        match *self {
            Solid::Figure { foot, radius, .. } => from_line(level(a), level(b), level(foot)) < radius + distance,
            Solid::Block { middle, right, front, half_height } => {
                let corner = (right.length_squared() + front.length_squared() + half_height * half_height).sqrt();
                from_line(a, b, middle) < corner + distance
            }
        }
    }

    /// Whether the straight line between two points goes through it.
    #[must_use]
    pub fn stands_between(&self, a: DVec3, b: DVec3) -> bool {
        let way = b - a;
        match *self {
            Solid::Figure { foot, radius, shoulders, head } => {
                let (from, level) = ((a - foot).truncate(), way.truncate());
                // The part of the line that lies within the trunk's circle, then within its height. Most lines pass it by.
                let (p, q, r) = (level.length_squared(), from.dot(level), from.length_squared() - radius * radius);
                let root = q * q - p * r;
                if (root <= 0.0 && p > 1e-12) || (p <= 1e-12 && r >= 0.0) {
                    return false;
                }
                let part = if p > 1e-12 { ((-q - root.sqrt()) / p, (-q + root.sqrt()) / p) } else { (0.0, 1.0) };
                within(a.z - foot.z, way.z, (0.0, shoulders), part)
                    || from_line(a, b, foot + DVec3::Z * head.0) < head.1
            }
            Solid::Block { middle, right, front, half_height } => {
                let from = a - middle;
                let mut part = (0.0f64, 1.0f64);
                for (axis, half) in [
                    (right.normalize_or_zero(), right.length()),
                    (front.normalize_or_zero(), front.length()),
                    (DVec3::Z, half_height),
                ] {
                    part = narrowed(from.dot(axis), way.dot(axis), (-half, half), part);
                }
                part.0 < part.1
            }
        }
    }
}

/// How far a point is from the line between two others.
pub(super) fn from_line(a: DVec3, b: DVec3, point: DVec3) -> f64 {
    let way = b - a;
    let share = ((point - a).dot(way) / way.length_squared().max(1e-12)).clamp(0.0, 1.0);
    (a + way * share).distance(point)
}

/// The part of a line, as shares of it, that lies between two bounds along an axis, within a part known before.
fn narrowed(from: f64, way: f64, bounds: (f64, f64), part: (f64, f64)) -> (f64, f64) {
    if way.abs() < 1e-12 {
        return if from > bounds.0 && from < bounds.1 { part } else { (1.0, 0.0) };
    }
    let (one, other) = ((bounds.0 - from) / way, (bounds.1 - from) / way);
    (part.0.max(one.min(other)), part.1.min(one.max(other)))
}

fn within(from: f64, way: f64, bounds: (f64, f64), part: (f64, f64)) -> bool {
    let (enter, leave) = narrowed(from, way, bounds, (part.0.max(0.0), part.1.min(1.0)));
    enter < leave
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    fn person() -> Solid {
        Solid::Figure { foot: DVec3::ZERO, radius: 0.2, shoulders: 1.5, head: (1.6, 0.1) }
    }

    fn crate_of_a_metre() -> Solid {
        Solid::Block { middle: DVec3::Z * 0.5, right: DVec3::X * 0.5, front: DVec3::NEG_Y * 0.5, half_height: 0.5 }
    }

    #[rstest]
    #[case::through_the_trunk(person(), (-2.0, 0.0, 1.0), (2.0, 0.0, 1.0), true)]
    #[case::beside_it(person(), (-2.0, 0.21, 1.0), (2.0, 0.21, 1.0), false)]
    #[case::over_it(person(), (-2.0, 0.0, 1.75), (2.0, 0.0, 1.75), false)]
    #[case::over_the_shoulder(person(), (-2.0, 0.15, 1.55), (2.0, 0.15, 1.55), false)]
    #[case::down_over_it(person(), (-2.0, 0.0, 1.4), (2.0, 0.0, 2.4), false)]
    #[case::down_into_its_top(person(), (-1.0, 0.0, 2.5), (1.0, 0.0, 0.5), true)]
    #[case::ends_before_it(person(), (-2.0, 0.0, 1.0), (-0.3, 0.0, 1.0), false)]
    #[case::straight_down_through(person(), (0.0, 0.0, 3.0), (0.0, 0.0, -1.0), true)]
    #[case::head(person(), (0.0, -2.0, 1.6), (0.0, 2.0, 1.65), true)]
    #[case::past_the_head(person(), (0.11, -2.0, 1.6), (0.11, 2.0, 1.6), false)]
    #[case::box_through(crate_of_a_metre(), (-2.0, 0.0, 0.5), (2.0, 0.3, 0.9), true)]
    #[case::box_over(crate_of_a_metre(), (-2.0, 0.0, 0.9), (2.0, 0.0, 1.3), false)]
    #[case::box_beside(crate_of_a_metre(), (0.6, -2.0, 0.5), (0.6, 2.0, 0.5), false)]
    fn what_stands_between(
        #[case] solid: Solid,
        #[case] a: (f64, f64, f64),
        #[case] b: (f64, f64, f64),
        #[case] between: bool,
    ) {
        let (a, b) = (DVec3::from(a), DVec3::from(b));
        assert_eq!(solid.stands_between(a, b), between);
        assert_eq!(solid.stands_between(b, a), between);
    }

    proptest! {
        /// Against small steps along the line, from points clear of the body's skin.
        #[test]
        fn as_small_steps_find(
            ax in -2.0f64..2.0, ay in -2.0f64..2.0, az in 0.0f64..2.5,
            bx in -2.0f64..2.0, by in -2.0f64..2.0, bz in 0.0f64..2.5,
        ) {
            let (a, b) = (DVec3::new(ax, ay, az), DVec3::new(bx, by, bz));
            for solid in [person(), crate_of_a_metre()] {
                let deep = |point: DVec3, by: f64| match solid {
                    Solid::Figure { radius, shoulders, head, .. } => {
                        let trunk = point.truncate().length() < radius + by && point.z > -by && point.z < shoulders + by;
                        trunk || point.distance(DVec3::Z * head.0) < head.1 + by
                    }
                    Solid::Block { .. } =>
                        point.x.abs() < 0.5 + by && point.y.abs() < 0.5 + by && (point.z - 0.5).abs() < 0.5 + by,
                };
                let any = |by: f64| (0..=2000).any(|i| deep(a + (b - a) * (f64::from(i) / 2000.0), by));
                let found = solid.stands_between(a, b);
                prop_assert!(!found || solid.comes_near(a, b, 0.0));
                if any(-0.005) {
                    prop_assert!(found);
                }
                if !any(0.005) {
                    prop_assert!(!found);
                }
            }
        }
    }
}
