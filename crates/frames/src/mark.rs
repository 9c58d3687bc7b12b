use image::metadata::Orientation;

/// How a stored picture is turned to be seen.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub struct Seen(pub(crate) Orientation);

/// A marked patch of a frame as it is seen: its middle and its size, as shares of the frame's width and height.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Mark {
    /// The middle, from the left.
    pub x: f64,
    /// The middle, from the top.
    pub y: f64,
    /// How wide.
    pub width: f64,
    /// How high.
    pub height: f64,
}

/// Pixels of a stored picture: from, and up to but not with.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) struct Area {
    pub(crate) left: u32,
    pub(crate) top: u32,
    pub(crate) right: u32,
    pub(crate) bottom: u32,
}

impl Area {
    pub(crate) fn count(self) -> u64 {
        u64::from(self.right - self.left) * u64::from(self.bottom - self.top)
    }
}

impl Seen {
    /// As it is stored.
    pub const AS_STORED: Seen = Seen(Orientation::NoTransforms);

    /// Whether it is seen on its side: its width is stored as height.
    #[must_use]
    pub const fn is_on_its_side(self) -> bool {
        use Orientation::{Rotate90, Rotate90FlipH, Rotate270, Rotate270FlipH};
        matches!(self.0, Rotate90 | Rotate90FlipH | Rotate270 | Rotate270FlipH)
    }

    /// Where a point of the picture as seen is stored, both as shares.
    #[must_use]
    pub fn stored(self, (x, y): (f64, f64)) -> (f64, f64) {
        match self.0 {
            Orientation::NoTransforms => (x, y),
            Orientation::FlipHorizontal => (1.0 - x, y),
            Orientation::Rotate180 => (1.0 - x, 1.0 - y),
            Orientation::FlipVertical => (x, 1.0 - y),
            Orientation::Rotate90FlipH => (y, x),
            Orientation::Rotate90 => (y, 1.0 - x),
            Orientation::Rotate270FlipH => (1.0 - y, 1.0 - x),
            Orientation::Rotate270 => (1.0 - y, x),
        }
    }

    /// Where the upper left of stored pixels is seen, as shares of the frame as it is seen.
    pub(crate) fn corner(self, area: Area, (width, height): (u32, u32)) -> (f64, f64) {
        let share = |at: u32, of: u32| f64::from(at) / f64::from(of);
        let corners =
            [area.left, area.right].map(|x| [area.top, area.bottom].map(|y| (share(x, width), share(y, height))));
        let seen = corners.as_flattened().iter().map(|stored| self.seen(*stored));
        seen.fold((1.0, 1.0), |(left, top), (x, y)| (x.min(left), y.min(top)))
    }

    /// Where a stored point is seen, both as shares.
    fn seen(self, (x, y): (f64, f64)) -> (f64, f64) {
        match self.0 {
            // Turned a quarter the way back is another way than there.
            Orientation::Rotate90 => (1.0 - y, x),
            Orientation::Rotate270 => (y, 1.0 - x),
            _ => self.stored((x, y)),
        }
    }

    /// Which way a step over stored pixels is seen to go.
    pub(crate) fn step(self, (x, y): (f32, f32)) -> (f32, f32) {
        let (from, to) = (self.seen((0.0, 0.0)), self.seen((f64::from(x), f64::from(y))));
        ((to.0 - from.0) as f32, (to.1 - from.1) as f32)
    }

    /// The stored pixels of a mark; none where it lies beside the picture.
    pub(crate) fn area(self, mark: Mark, (width, height): (u32, u32)) -> Option<Area> {
        let sides = [mark.x, mark.y, mark.width, mark.height];
        if sides.iter().any(|side| !side.is_finite()) || mark.width <= 0.0 || mark.height <= 0.0 {
            return None;
        }
        let corner = |across: f64, down: f64| {
            self.stored((mark.x + across * mark.width / 2.0, mark.y + down * mark.height / 2.0))
        };
        let (a, b) = (corner(-1.0, -1.0), corner(1.0, 1.0));
        let pixel = |share: f64, count: u32| (share * f64::from(count)).round().clamp(0.0, f64::from(count)) as u32;
        let span = |a: f64, b: f64, count: u32| (pixel(a.min(b), count), pixel(a.max(b), count));
        let ((left, right), (top, bottom)) = (span(a.0, b.0, width), span(a.1, b.1, height));
        (left < right && top < bottom).then_some(Area { left, top, right, bottom })
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use image::{DynamicImage, GenericImageView, Rgb, RgbImage};
    use rstest::rstest;

    /// Against the library that turns whole pictures: a pixel found through the mark is the one that is seen there.
    #[rstest]
    fn a_mark_finds_what_is_seen(#[values(1, 2, 3, 4, 5, 6, 7, 8)] exif: u8) {
        let orientation = Orientation::from_exif(exif).unwrap();
        let stored = RgbImage::from_fn(5, 3, |x, y| Rgb([x as u8, y as u8, 0]));
        let mut seen = DynamicImage::ImageRgb8(stored.clone());
        seen.apply_orientation(orientation);
        let turned = Seen(orientation);
        assert_eq!(turned.is_on_its_side(), seen.width() == 3);
        for (x, y, pixel) in seen.pixels() {
            let share = |at: u32, count: u32| (f64::from(at) + 0.5) / f64::from(count);
            let mark = Mark {
                x: share(x, seen.width()),
                y: share(y, seen.height()),
                width: 1.0 / f64::from(seen.width()),
                height: 1.0 / f64::from(seen.height()),
            };
            let area = turned.area(mark, (5, 3)).unwrap();
            assert_eq!((area.count(), [area.left as u8, area.top as u8]), (1, [pixel[0], pixel[1]]));
        }
    }

    /// There and back is the same place.
    #[rstest]
    fn a_place_comes_back(#[values(1, 2, 3, 4, 5, 6, 7, 8)] exif: u8) {
        let seen = Seen(Orientation::from_exif(exif).unwrap());
        let (x, y) = seen.seen(seen.stored((0.1, 0.3)));
        assert!((x - 0.1).abs() < 1e-12 && (y - 0.3).abs() < 1e-12);
    }

    #[rstest]
    #[case::beside(Mark { x: 1.4, y: 0.5, width: 0.2, height: 0.2 })]
    #[case::nothing(Mark { x: 0.5, y: 0.5, width: 0.0, height: 0.2 })]
    #[case::no_number(Mark { x: f64::NAN, y: 0.5, width: 0.1, height: 0.2 })]
    fn what_marks_nothing(#[case] mark: Mark) {
        assert_eq!(Seen::AS_STORED.area(mark, (100, 100)), None);
    }
}
