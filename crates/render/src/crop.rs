/// A part of the frame, of the frame's own shape.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Crop {
    /// Its middle from the left, as a share of the frame.
    pub x: f64,
    /// Its middle from the top.
    pub y: f64,
    /// Its width as a share of the frame's.
    pub share: f64,
}

impl Crop {
    /// All of it.
    pub const WHOLE: Crop = Crop { x: 0.5, y: 0.5, share: 1.0 };

    /// About a place, as near to it as lies within the frame.
    #[must_use]
    pub fn about(x: f64, y: f64, share: f64) -> Crop {
        let share = share.clamp(1e-4, 1.0);
        let inside = |at: f64| at.clamp(share / 2.0, 1.0 - share / 2.0);
        Crop { x: inside(x), y: inside(y), share }
    }

    /// A place in it, from 0 at its left and top to 1, as the frame has it: from −1 at its left and bottom to 1.
    pub(crate) fn place(self, right: f64, down: f64) -> (f64, f64) {
        let of = |middle: f64, at: f64| (middle + (at - 0.5) * self.share) * 2.0 - 1.0;
        (of(self.x, right), -of(self.y, down))
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn a_crop_lies_in_its_frame() {
        assert_eq!(Crop::WHOLE.place(0.0, 0.0), (-1.0, 1.0));
        assert_eq!(Crop::about(0.5, 0.5, 1.0), Crop::WHOLE);
        let corner = Crop::about(0.99, -4.0, 0.1);
        assert!((corner.place(1.0, 0.0).0 - 1.0).abs() < 1e-12 && (corner.place(1.0, 0.0).1 - 1.0).abs() < 1e-12);
        let (x, y) = Crop::about(0.25, 0.75, 0.1).place(0.5, 0.5);
        assert!((x + 0.5).abs() < 1e-12 && (y + 0.5).abs() < 1e-12);
    }
}
