use crate::geometry::DVec3;

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
        (deep > 0.01)
            .then(|| (to.dot(self.right) / (deep * self.half_width), to.dot(self.up) / (deep * self.half_height)))
    }

    /// Whether a point is in the frame.
    #[must_use]
    pub fn sees(&self, point: DVec3) -> bool {
        self.place(point).is_some_and(|(x, y)| x.abs() <= 1.0 && y.abs() <= 1.0)
    }

    /// The direction through a place of the frame.
    #[must_use]
    pub fn through(&self, x: f64, y: f64) -> DVec3 {
        (self.looks + self.right * (x * self.half_width) + self.up * (y * self.half_height)).normalize()
    }
}
