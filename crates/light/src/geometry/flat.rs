use super::{DVec3, right_and_up};

/// A flat rectangle in space: a pane, a card, a wall, the face of a box.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Flat {
    /// Its middle.
    pub middle: DVec3,
    /// From the middle to its right edge, as it looks.
    pub right: DVec3,
    /// From the middle to its upper edge.
    pub up: DVec3,
}

impl Flat {
    /// A rectangle of this width and height that looks along `looks`.
    #[must_use]
    pub fn new(middle: DVec3, looks: DVec3, width: f64, height: f64) -> Flat {
        let (right, up) = right_and_up(looks);
        Flat { middle, right: right * (width / 2.0), up: up * (height / 2.0) }
    }

    /// The direction it looks in.
    #[must_use]
    pub fn normal(&self) -> DVec3 {
        self.up.cross(self.right).normalize_or_zero()
    }

    /// Its area in square metres.
    #[must_use]
    pub fn area(&self) -> f64 {
        4.0 * self.right.length() * self.up.length()
    }

    /// Its corners in order round the edge.
    #[must_use]
    pub fn corners(&self) -> [DVec3; 4] {
        let Flat { middle, right, up } = *self;
        [middle - right - up, middle + right - up, middle + right + up, middle - right + up]
    }

    /// The point at these shares of the half sides, −1 to 1.
    #[must_use]
    pub fn at(&self, x: f64, y: f64) -> DVec3 {
        self.middle + self.right * x + self.up * y
    }

    /// Where the straight line from `a` to `b` goes through it, between the two; none where it does not.
    #[must_use]
    pub fn crossing(&self, a: DVec3, b: DVec3) -> Option<DVec3> {
        let normal = self.normal();
        let (from, to) = ((a - self.middle).dot(normal), (b - self.middle).dot(normal));
        if from * to >= 0.0 {
            return None;
        }
        let point = a + (b - a) * (from / (from - to));
        self.holds(point).then_some(point)
    }

    /// How far along `direction` (of length 1) a ray from `from` meets it; none where it does not.
    #[must_use]
    pub fn met(&self, from: DVec3, direction: DVec3) -> Option<f64> {
        let normal = self.normal();
        let towards = direction.dot(normal);
        if towards.abs() < 1e-9 {
            return None;
        }
        let far = (self.middle - from).dot(normal) / towards;
        (far > 1e-6 && self.holds(from + direction * far)).then_some(far)
    }

    /// Whether a point of its plane lies inside its edges.
    fn holds(&self, point: DVec3) -> bool {
        let from = point - self.middle;
        from.dot(self.right).abs() <= self.right.length_squared() && from.dot(self.up).abs() <= self.up.length_squared()
    }

    /// The mirror image of a point in its plane.
    #[must_use]
    pub fn mirrored(&self, point: DVec3) -> DVec3 {
        point - self.normal() * (2.0 * (point - self.middle).dot(self.normal()))
    }

    /// The mirror image of a direction.
    #[must_use]
    pub fn mirrored_direction(&self, direction: DVec3) -> DVec3 {
        direction - self.normal() * (2.0 * direction.dot(self.normal()))
    }
}

#[cfg(test)]
mod tests {
    use super::super::direction;
    use super::*;
    use proptest::prelude::*;

    #[test]
    fn it_looks_where_it_was_told() {
        for (bearing, tilt) in [(0.0, 0.0), (90.0, 0.0), (200.0, 30.0), (10.0, -60.0)] {
            let looks = direction(bearing, tilt);
            assert!(Flat::new(DVec3::ZERO, looks, 1.0, 2.0).normal().distance(looks) < 1e-12);
        }
    }

    #[test]
    fn a_line_crosses_inside_the_edges_only() {
        let pane = Flat::new(DVec3::new(0.0, 2.0, 1.0), DVec3::NEG_Y, 1.0, 1.0);
        let eye = DVec3::new(0.0, 0.0, 1.0);
        assert_eq!(pane.crossing(eye, DVec3::new(0.0, 4.0, 1.0)), Some(DVec3::new(0.0, 2.0, 1.0)));
        assert_eq!(pane.crossing(eye, DVec3::new(3.0, 4.0, 1.0)), None);
        assert_eq!(pane.crossing(eye, DVec3::new(0.0, 1.0, 1.0)), None);
    }

    proptest! {
        /// The mirror image of a mirror image is the thing itself, and lies as far behind as the thing before.
        #[test]
        fn mirror_of_a_mirror(x in -5.0f64..5.0, y in -5.0f64..5.0, z in 0.0f64..3.0, b in -180.0f64..180.0, t in -40.0f64..40.0) {
            let pane = Flat::new(DVec3::new(0.3, 1.0, 1.2), direction(b, t), 1.0, 1.0);
            let point = DVec3::new(x, y, z);
            let image = pane.mirrored(point);
            prop_assert!(pane.mirrored(image).distance(point) < 1e-9);
            let before = (point - pane.middle).dot(pane.normal());
            prop_assert!(((image - pane.middle).dot(pane.normal()) + before).abs() < 1e-9);
            let way = direction(x * 20.0, z);
            prop_assert!(pane.mirrored_direction(pane.mirrored_direction(way)).distance(way) < 1e-9);
        }
    }
}
