//! Frames written as files: JPEG and PNG in sRGB, with what the camera was set to as EXIF.

use exif::experimental::Writer;
use exif::{Field, In, Rational, Tag, Value};
use image::codecs::jpeg::JpegEncoder;
use image::codecs::png::PngEncoder;
use image::{ExtendedColorType, ImageEncoder};
use std::io::Cursor;

/// What a file is written as.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Written {
    /// JPEG, at a quality of 92 of 100.
    Jpeg,
    /// PNG, without loss.
    Png,
}

/// What a frame was made with.
#[derive(Debug, Clone, PartialEq)]
pub struct Shot {
    /// What the frame is, in words.
    pub described: String,
    /// The body.
    pub body: String,
    /// The lens.
    pub lens: String,
    /// How long it was exposed, in seconds.
    pub exposure: f64,
    /// The f-number.
    pub f_number: f64,
    /// The sensitivity, as ISO.
    pub iso: f64,
    /// The focal length, in millimetres.
    pub focal: f64,
    /// Whether a flash fired.
    pub flash: bool,
    /// When it was taken, as EXIF writes it, `2026:09:17 18:05:00`, in UTC; none of what was not taken but made.
    pub taken: Option<String>,
}

/// A frame that cannot be written.
#[derive(Debug, thiserror::Error)]
pub enum WriteError {
    /// Its pixels do not fill its size.
    #[error("{pixels} bytes of pixels are no picture of {width} × {height}.")]
    Size {
        /// Across.
        width: u32,
        /// Up.
        height: u32,
        /// What there is.
        pixels: usize,
    },
    /// What it says of itself cannot be put down.
    #[error("What the frame was made with cannot be written: {0}.")]
    Exif(#[from] exif::Error),
    /// Its layers cannot be.
    #[error("The layers cannot be written: {0}.")]
    Layers(String),
    /// What was to be described is no JPEG.
    #[error("This is no JPEG.")]
    NoJpeg,
    /// The picture cannot be.
    #[error("The picture cannot be written: {0}.")]
    Image(#[from] image::ImageError),
}

const QUALITY: u8 = 92;
/// Thousandths are fine enough for every dial.
const PARTS: f64 = 1000.0;

fn rational(value: f64) -> Value {
    Value::Rational(vec![Rational { num: (value * PARTS).round() as u32, denom: PARTS as u32 }])
}

/// A time under a second is told as one over so much, as cameras do.
fn time(seconds: f64) -> Value {
    let (num, denom) = if seconds < 1.0 {
        (PARTS as u32, (PARTS / seconds).round() as u32)
    } else {
        ((seconds * PARTS).round() as u32, PARTS as u32)
    };
    Value::Rational(vec![Rational { num, denom }])
}

/// Words in the letters EXIF has; what it has none for is left out.
fn text(words: &str) -> Value {
    Value::Ascii(vec![words.chars().filter(|letter| matches!(letter, ' '..='~')).map(|letter| letter as u8).collect()])
}

/// EXIF 2.31, as a TIFF of its own.
pub(crate) fn told(shot: &Shot) -> Result<Vec<u8>, exif::Error> {
    let short = |value: u16| Value::Short(vec![value]);
    // Fired, or did not; manual white balance and exposure; sRGB.
    let fields = [
        (Tag::ImageDescription, text(&shot.described)),
        (Tag::Model, text(&shot.body)),
        (Tag::Software, text("Tolva")),
        (Tag::ExposureTime, time(shot.exposure)),
        (Tag::FNumber, rational(shot.f_number)),
        (Tag::PhotographicSensitivity, short(shot.iso.round().clamp(1.0, 65_535.0) as u16)),
        (Tag::FocalLength, rational(shot.focal)),
        (Tag::LensModel, text(&shot.lens)),
        (Tag::Flash, short(u16::from(shot.flash))),
        (Tag::WhiteBalance, short(1)),
        (Tag::ExposureMode, short(1)),
        (Tag::ColorSpace, short(1)),
    ];
    let fields = fields.map(|(tag, value)| Field { tag, ifd_num: In::PRIMARY, value });
    let times: Vec<Field> = shot
        .taken
        .iter()
        .flat_map(|taken| {
            [
                (Tag::DateTime, text(taken)),
                (Tag::DateTimeOriginal, text(taken)),
                (Tag::OffsetTimeOriginal, text("+00:00")),
            ]
        })
        .map(|(tag, value)| Field { tag, ifd_num: In::PRIMARY, value })
        .collect();
    let mut writer = Writer::new();
    fields.iter().chain(&times).for_each(|field| writer.push_field(field));
    let mut bytes = Cursor::new(Vec::new());
    writer.write(&mut bytes, false)?;
    Ok(bytes.into_inner())
}

/// Writes a frame: red, green and blue a byte each, as sRGB stores them, row by row from the top.
///
/// # Errors
/// Pixels that do not fill the size, and a picture too large for its format.
pub fn written(kind: Written, pixels: &[u8], (width, height): (u32, u32), shot: &Shot) -> Result<Vec<u8>, WriteError> {
    if width == 0 || height == 0 || pixels.len() as u128 != u128::from(width) * u128::from(height) * 3 {
        return Err(WriteError::Size { width, height, pixels: pixels.len() });
    }
    let exif = told(shot)?;
    let mut bytes = Vec::new();
    let unsupported = |error: image::error::UnsupportedError| WriteError::Image(image::ImageError::Unsupported(error));
    match kind {
        Written::Jpeg => {
            let mut encoder = JpegEncoder::new_with_quality(&mut bytes, QUALITY);
            encoder.set_exif_metadata(exif).map_err(unsupported)?;
            encoder.write_image(pixels, width, height, ExtendedColorType::Rgb8)?;
        }
        Written::Png => {
            let mut encoder = PngEncoder::new(&mut bytes);
            encoder.set_exif_metadata(exif).map_err(unsupported)?;
            encoder.write_image(pixels, width, height, ExtendedColorType::Rgb8)?;
        }
    }
    Ok(bytes)
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    fn shot(exposure: f64) -> Shot {
        Shot {
            described: "Simulated: Hands – on the plank".to_owned(),
            body: "Studio body".to_owned(),
            lens: "85 mm".to_owned(),
            exposure,
            f_number: 5.6,
            iso: 400.0,
            focal: 85.0,
            flash: true,
            taken: Some("2026:09:17 18:05:00".to_owned()),
        }
    }

    fn pixels() -> Vec<u8> {
        (0..12 * 8).flat_map(|pixel: u32| [(pixel * 2) as u8, 120, 255 - pixel as u8]).collect()
    }

    /// What is written is read back by readers that know nothing of this one: the fields of EXIF 2.31, and the pixels.
    #[rstest]
    #[case::jpeg(Written::Jpeg, 12)]
    #[case::png(Written::Png, 0)]
    fn comes_back(#[case] kind: Written, #[case] off: i32) {
        let bytes = written(kind, &pixels(), (12, 8), &shot(1.0 / 125.0)).unwrap();
        let read = exif::Reader::new().read_from_container(&mut Cursor::new(&bytes)).unwrap();
        let said = |tag: Tag| read.get_field(tag, In::PRIMARY).map(|field| field.display_value().to_string());
        assert_eq!(said(Tag::ExposureTime).as_deref(), Some("1/125"));
        assert_eq!(said(Tag::FNumber).as_deref(), Some("5.6"));
        assert_eq!(said(Tag::PhotographicSensitivity).as_deref(), Some("400"));
        assert_eq!(said(Tag::FocalLength).as_deref(), Some("85"));
        assert_eq!(said(Tag::DateTimeOriginal).as_deref(), Some("2026-09-17 18:05:00"));
        assert_eq!(said(Tag::Model).as_deref(), Some("\"Studio body\""));
        assert_eq!(said(Tag::ImageDescription).as_deref(), Some("\"Simulated: Hands  on the plank\""));
        assert!(said(Tag::Flash).unwrap().starts_with("fired"));
        let seen = image::load_from_memory(&bytes).unwrap().to_rgb8();
        assert_eq!(seen.dimensions(), (12, 8));
        let worst = seen.as_raw().iter().zip(pixels()).map(|(a, b)| (i32::from(*a) - i32::from(b)).abs()).max();
        assert!(worst.unwrap() <= off, "{worst:?}");
    }

    /// The program's own reader takes what the program writes.
    #[test]
    fn is_read_by_our_own() {
        let bytes = written(Written::Jpeg, &pixels(), (12, 8), &shot(2.5)).unwrap();
        let head = crate::head(&bytes).unwrap();
        assert_eq!((head.width, head.height), (12, 8));
        let read = exif::Reader::new().read_from_container(&mut Cursor::new(&bytes)).unwrap();
        assert_eq!(read.get_field(Tag::ExposureTime, In::PRIMARY).unwrap().display_value().to_string(), "2.5");
    }

    #[rstest]
    #[case::short((12, 9))]
    #[case::none((0, 0))]
    #[case::huge((u32::MAX, u32::MAX))]
    fn pixels_have_to_fill_it(#[case] size: (u32, u32)) {
        assert!(matches!(written(Written::Png, &pixels(), size, &shot(0.01)), Err(WriteError::Size { .. })));
    }
}
