use crate::check::Check;
use crate::kit::Camera;
use crate::optics::{circle_from_pixels, circle_from_print, circle_from_sensor, circle_from_shown, circle_of_pixels};
use crate::quantity::limits::{PRINT_SIDE, SHOWN_PIXELS, VIEWED_FROM};
use crate::quantity::{Metres, Millimetres};
use serde::{Deserialize, Serialize};

/// Where a picture will be looked at.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "on", rename_all = "snake_case", deny_unknown_fields)]
pub enum Shown {
    /// Nowhere in particular: as the kit says its body is judged.
    #[default]
    Anywhere,
    /// Whole, on a screen or a page seen from about its own diagonal.
    Screen,
    /// Small, on the web.
    Web {
        /// The long side, in pixels.
        pixels: u32,
    },
    /// In print.
    Print {
        /// The long side.
        side: Metres,
        /// From where it is looked at.
        viewed_from: Metres,
    },
    /// Closely, pixel by pixel.
    Pixels,
}

/// The shape of a picture, its long side to its short one.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Shape {
    /// As the sensor is.
    #[default]
    Sensor,
    /// 3:2.
    ThreeTwo,
    /// 5:4, or 4:5 upright.
    FiveFour,
    /// 1:1.
    Square,
    /// 16:9.
    SixteenNine,
}

/// What a picture is for.
#[derive(Debug, Clone, Copy, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Purpose {
    /// Where it will be looked at.
    pub shown: Shown,
    /// Its shape.
    pub shape: Shape,
}

impl Shape {
    /// Long side over short side; none for the sensor's own.
    const fn ratio(self) -> Option<f64> {
        match self {
            Shape::Sensor => None,
            Shape::ThreeTwo => Some(3.0 / 2.0),
            Shape::FiveFour => Some(5.0 / 4.0),
            Shape::Square => Some(1.0),
            Shape::SixteenNine => Some(16.0 / 9.0),
        }
    }
}

impl Purpose {
    /// The part of a sensor the picture is cut from, its long side first where the sensor's is: the largest of its shape.
    #[must_use]
    pub fn frame(&self, body: &Camera) -> (Millimetres, Millimetres) {
        let (width, height) = (body.sensor_width.millimetres(), body.sensor_height.millimetres());
        let (long, short) = (width.max(height), width.min(height));
        let Some(ratio) = self.shape.ratio() else { return (body.sensor_width, body.sensor_height) };
        let (long, short) = (long.min(short * ratio), short.min(long / ratio));
        let (width, height) = if width >= height { (long, short) } else { (short, long) };
        (Millimetres::of(width), Millimetres::of(height))
    }

    /// The largest blur that passes for a point in this picture. What the output does not show the pixels need not hold, and
    /// what the pixels cannot show no output asks for.
    #[must_use]
    pub fn circle(&self, body: &Camera) -> Millimetres {
        let (width, height) = self.frame(body);
        let side = if width > height { width } else { height };
        let finest = circle_of_pixels(body.sensor_width, body.sensor_height, body.megapixels);
        let no_finer = |circle: Millimetres| if circle < finest { finest } else { circle };
        match self.shown {
            Shown::Anywhere if !body.judged_by_pixels => circle_from_sensor(width, height),
            Shown::Screen => circle_from_sensor(width, height),
            Shown::Anywhere | Shown::Pixels => {
                circle_from_pixels(body.sensor_width, body.sensor_height, body.megapixels)
            }
            Shown::Web { pixels } => no_finer(circle_from_shown(side, pixels)),
            Shown::Print { side: printed, viewed_from } => no_finer(circle_from_print(side, printed, viewed_from)),
        }
    }

    /// How many pixels the short side is looked at with; none where it is seen as a whole and not by its pixels.
    #[must_use]
    pub fn short_pixels(&self, body: &Camera) -> Option<f64> {
        let (width, height) = self.frame(body);
        let (width, height) = (width.millimetres(), height.millimetres());
        let area = body.sensor_width.millimetres() * body.sensor_height.millimetres();
        let of_sensor = (body.megapixels * 1e6 / area).sqrt() * width.min(height);
        match self.shown {
            Shown::Anywhere if !body.judged_by_pixels => None,
            Shown::Screen | Shown::Print { .. } => None,
            Shown::Anywhere | Shown::Pixels => Some(of_sensor),
            Shown::Web { pixels } => Some((f64::from(pixels) * width.min(height) / width.max(height)).min(of_sensor)),
        }
    }

    /// That circle over the one of the whole sensor seen from its diagonal, which the rules of the trade are made for.
    #[must_use]
    pub fn blur(&self, body: &Camera) -> f64 {
        let whole = circle_from_sensor(body.sensor_width, body.sensor_height);
        self.circle(body).millimetres() / whole.millimetres()
    }

    /// How much deeper than the kit says shadows may lie, in stops: noise is averaged over what is seen as a point, and
    /// grows fainter as the root of its area. Nothing where the picture is for nothing in particular.
    #[must_use]
    pub fn deeper_shadows(&self, body: &Camera) -> f64 {
        match self.shown {
            Shown::Anywhere => 0.0,
            _ => self.blur(body).log2(),
        }
    }

    pub(crate) fn check(&self, check: &mut Check) {
        match self.shown {
            Shown::Anywhere | Shown::Screen | Shown::Pixels => {}
            Shown::Web { pixels } => check.range("/purpose/shown/pixels", SHOWN_PIXELS, f64::from(pixels)),
            Shown::Print { side, viewed_from } => {
                check.range("/purpose/shown/side", PRINT_SIDE, side.metres());
                check.range("/purpose/shown/viewed_from", VIEWED_FROM, viewed_from.metres());
            }
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::sample;
    use rstest::rstest;

    fn body(megapixels: f64) -> Camera {
        Camera { megapixels, judged_by_pixels: false, ..sample::kit().cameras().next().unwrap().clone() }
    }

    fn print(side: f64, viewed_from: f64) -> Shown {
        Shown::Print { side: Metres::of(side), viewed_from: Metres::of(viewed_from) }
    }

    /// The largest part of 36 × 24 mm of each shape, by hand.
    #[rstest]
    #[case(Shape::Sensor, 36.0, 24.0)]
    #[case(Shape::ThreeTwo, 36.0, 24.0)]
    #[case(Shape::FiveFour, 30.0, 24.0)]
    #[case(Shape::Square, 24.0, 24.0)]
    #[case(Shape::SixteenNine, 36.0, 20.25)]
    fn what_is_cut_from_the_sensor(#[case] shape: Shape, #[case] width: f64, #[case] height: f64) {
        let found = Purpose { shape, ..Purpose::default() }.frame(&body(24.0));
        assert!((found.0.millimetres() - width).abs() < 1e-9 && (found.1.millimetres() - height).abs() < 1e-9);
    }

    /// The circle in micrometres, by hand: a diagonal of 43.27 mm over 1500; 3·36/1600 mm; an arm's length of 0.6 m over 1500 on
    /// a print 0.9 m wide, 25 times the sensor; no print finer than three pixels of 45 or 24 megapixels.
    #[rstest]
    #[case::screen(Shown::Screen, 24.0, 28.84)]
    #[case::web(Shown::Web { pixels: 1600 }, 24.0, 67.5)]
    #[case::print(print(0.9, 0.6), 45.0, 16.0)]
    #[case::print_of_few_pixels(print(0.9, 0.6), 24.0, 18.0)]
    #[case::poster_from_the_street(print(3.0, 10.0), 24.0, 80.0)]
    #[case::web_finer_than_the_sensor(Shown::Web { pixels: 20_000 }, 24.0, 18.0)]
    #[case::pixels(Shown::Pixels, 45.0, 13.15)]
    fn circles(#[case] shown: Shown, #[case] megapixels: f64, #[case] micrometres: f64) {
        let found = Purpose { shown, ..Purpose::default() }.circle(&body(megapixels)).millimetres();
        assert!((found * 1000.0 - micrometres).abs() < 0.05, "{found}");
    }

    /// A web picture forgives noise as well: 67.5 over 28.84 µm are 1.23 stops.
    #[test]
    fn small_pictures_hide_noise() {
        let of = |shown| Purpose { shown, ..Purpose::default() }.deeper_shadows(&body(24.0));
        assert!((of(Shown::Web { pixels: 1600 }) - 1.227).abs() < 0.01);
        assert!(of(Shown::Pixels) < -0.5 && of(Shown::Screen).abs() < 1e-9);
        assert_eq!(of(Shown::Anywhere), 0.0);
    }

    /// Pixels of the short side, by hand: 24 megapixels of 3:2 are 6000 × 4000; a square of them is 4000; 1500 on the web are 1000 high,
    /// and no more than the body has; a screen and a print are seen as a whole.
    #[rstest]
    #[case::pixel_by_pixel(Shown::Pixels, Shape::Sensor, Some(4000.0))]
    #[case::square(Shown::Pixels, Shape::Square, Some(4000.0))]
    #[case::sixteen_nine(Shown::Pixels, Shape::SixteenNine, Some(3375.0))]
    #[case::web(Shown::Web { pixels: 1500 }, Shape::Sensor, Some(1000.0))]
    #[case::larger_than_the_body(Shown::Web { pixels: 9000 }, Shape::Sensor, Some(4000.0))]
    #[case::screen(Shown::Screen, Shape::Sensor, None)]
    #[case::paper(print(0.9, 0.6), Shape::Sensor, None)]
    fn how_many_pixels_are_looked_at(#[case] shown: Shown, #[case] shape: Shape, #[case] pixels: Option<f64>) {
        let found = Purpose { shown, shape }.short_pixels(&body(24.0));
        assert_eq!(found.map(f64::round), pixels);
    }

    #[rstest]
    #[case::no_pixels(Shown::Web { pixels: 0 }, "/purpose/shown/pixels")]
    #[case::no_size(print(0.001, 1.0), "/purpose/shown/side")]
    #[case::from_nowhere(print(0.3, 0.001), "/purpose/shown/viewed_from")]
    fn an_output_of_no_size_is_refused(#[case] shown: Shown, #[case] field: &str) {
        let mut check = Check::default();
        Purpose { shown, ..Purpose::default() }.check(&mut check);
        assert_eq!(check.done().unwrap_err()[0].field, field);
    }
}
