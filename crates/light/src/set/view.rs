use crate::geometry::{DVec3, HalfSpace};

/// Nearer than this, in metres, nothing stands before the lens.
const NEAREST: f64 = 0.01;

/// What the camera sees: a pyramid from the lens.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct View {
    /// The lens.
    pub eye: DVec3,
    /// Its axis.
    pub looks: DVec3,
    /// To the right in the picture.
    pub right: DVec3,
    /// Up in the picture.
    pub up: DVec3,
    /// Tangent of half the horizontal angle of view.
    pub half_width: f64,
    /// Tangent of half the vertical angle of view.
    pub half_height: f64,
}

impl View {
    /// Where a point stands in the frame: −1 to 1 across and up inside it; none behind the camera.
    #[must_use]
    pub fn place(&self, point: DVec3) -> Option<(f64, f64)> {
        let to = point - self.eye;
        let deep = to.dot(self.looks);
        (deep > NEAREST)
            .then(|| (to.dot(self.right) / (deep * self.half_width), to.dot(self.up) / (deep * self.half_height)))
    }

    /// Whether a point is in the frame.
    #[must_use]
    pub fn sees(&self, point: DVec3) -> bool {
        self.place(point).is_some_and(|(x, y)| x.abs() <= 1.0 && y.abs() <= 1.0)
    }

    /// What the frame holds lies inside all of these: its four sides, and what is before the lens.
    #[must_use]
    pub fn sides(&self) -> [HalfSpace; 5] {
        let side = |inward: DVec3| HalfSpace { at: self.eye, inward };
        let (across, up) = (self.looks * self.half_width, self.looks * self.half_height);
        let before = HalfSpace { at: self.eye + self.looks * NEAREST, inward: self.looks };
        [side(across - self.right), side(across + self.right), side(up - self.up), side(up + self.up), before]
    }

    /// The direction through a place of the frame.
    #[must_use]
    pub fn through(&self, x: f64, y: f64) -> DVec3 {
        (self.looks + self.right * (x * self.half_width) + self.up * (y * self.half_height)).normalize()
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    proptest! {
        /// A point is in the frame where it is inside all of its sides.
        #[test]
        fn the_frame_lies_between_its_sides(x in -4.0..4.0f64, y in -4.0..4.0f64, z in -4.0..4.0f64, half in 0.1..1.5f64) {
            let eye = DVec3::new(0.3, -0.4, 1.5);
            let looks = DVec3::new(0.1, 1.0, -0.2).normalize();
            let right = looks.cross(DVec3::Z).normalize();
            let view = View { eye, looks, right, up: right.cross(looks), half_width: half, half_height: half / 1.5 };
            let point = DVec3::new(x, y, z);
            prop_assert_eq!(view.sides().iter().all(|side| side.holds(point)), view.sees(point));
        }
    }
}
