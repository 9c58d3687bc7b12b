//! How large a blur still passes for a point, by where the picture is looked at.

use crate::quantity::{Metres, Millimetres};

/// What the eye takes for a point, as an angle: a part in 1500 of the distance, a little over two minutes of arc (Ray, *Applied
/// Photographic Optics*). A picture looked at from its own diagonal then allows the diagonal over 1500.
const POINT: f64 = 1.0 / 1500.0;
/// Pixels across a blur that still passes for a point where pixels are looked at (common practice).
const PIXELS: f64 = 3.0;

/// The blur circle from the size of a frame: its diagonal over 1500.
#[must_use]
pub fn circle_from_sensor(width: Millimetres, height: Millimetres) -> Millimetres {
    Millimetres::of(width.millimetres().hypot(height.millimetres()) * POINT)
}

/// The finest blur circle the pixels of a sensor can show: three across.
#[must_use]
pub fn circle_of_pixels(width: Millimetres, height: Millimetres, megapixels: f64) -> Millimetres {
    let area = width.millimetres() * height.millimetres();
    Millimetres::of(PIXELS * (area / (megapixels * 1e6)).sqrt())
}

/// The blur circle from the pixels, for pictures meant to be looked at closely: three pixels across, and never more than
/// the sensor's size asks for (common practice).
#[must_use]
pub fn circle_from_pixels(width: Millimetres, height: Millimetres, megapixels: f64) -> Millimetres {
    let (fine, whole) = (circle_of_pixels(width, height, megapixels), circle_from_sensor(width, height));
    if fine < whole { fine } else { whole }
}

/// The blur circle of a frame shown so many pixels wide: three of the picture's own pixels.
#[must_use]
pub fn circle_from_shown(side: Millimetres, pixels: u32) -> Millimetres {
    Millimetres::of(PIXELS * side.millimetres() / f64::from(pixels.max(1)))
}

/// The blur circle of a frame printed with its long side so long and looked at from so far: what the eye takes for a point
/// on the print, made smaller as the print is made larger.
#[must_use]
pub fn circle_from_print(side: Millimetres, printed: Metres, viewed_from: Metres) -> Millimetres {
    Millimetres::of(viewed_from.metres() * POINT * side.millimetres() / printed.metres().max(1e-6))
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    const fn mm(value: f64) -> Millimetres {
        Millimetres::of(value)
    }

    #[test]
    fn from_sensor_and_pixels() {
        assert!((circle_from_sensor(mm(36.0), mm(24.0)).millimetres() - 0.0288).abs() < 0.0001);
        assert!((circle_from_pixels(mm(36.0), mm(24.0), 61.0).millimetres() - 0.0113).abs() < 0.0001);
        // Six megapixels are coarser than the eye asks for.
        assert_eq!(circle_from_pixels(mm(36.0), mm(24.0), 6.0), circle_from_sensor(mm(36.0), mm(24.0)));
    }

    /// By hand: a print whose diagonal is the distance it is seen from asks what the sensor's own diagonal asks; one twice as
    /// large from there half of it; three of 1600 pixels over 36 mm are 67.5 µm.
    #[rstest]
    #[case::from_its_diagonal(circle_from_print(mm(36.0), Metres::of(0.36), Metres::of(0.36f64.hypot(0.24))), 0.028_844)]
    #[case::twice_as_large(circle_from_print(mm(36.0), Metres::of(0.72), Metres::of(0.36f64.hypot(0.24))), 0.014_422)]
    #[case::web(circle_from_shown(mm(36.0), 1600), 0.0675)]
    fn from_what_it_is_for(#[case] circle: Millimetres, #[case] wanted: f64) {
        assert!((circle.millimetres() - wanted).abs() < 1e-6, "{circle:?}");
    }
}
