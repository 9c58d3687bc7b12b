//! What a camera wrote beside the picture: EXIF (Exif 2.32), as far as it is of use.

use exif::{Exif, Field, In, Reader, Tag, Value};
use image::metadata::Orientation;
use std::io::Cursor;

/// What a frame says of how it was taken; nothing of what it does not say or says strangely.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Told {
    /// When, by the camera's own clock: `2026-09-17 18:05:00`.
    pub taken: Option<String>,
    /// How far that clock is ahead of UTC, in minutes.
    pub ahead: Option<i32>,
    /// The body.
    pub body: Option<String>,
    /// The lens.
    pub lens: Option<String>,
    /// The time it was exposed, in seconds.
    pub exposure: Option<f64>,
    /// The f-number.
    pub f_number: Option<f64>,
    /// The sensitivity, as ISO.
    pub iso: Option<f64>,
    /// By how many stops the camera was told to expose more than it would.
    pub compensation: Option<f64>,
    /// The focal length, in millimetres.
    pub focal: Option<f64>,
    /// Whether a flash fired.
    pub flash: Option<bool>,
    /// Whether the camera chose its white balance itself.
    pub auto_white: Option<bool>,
}

/// The longest name that is told.
const NAME: usize = 80;

fn read(bytes: &[u8]) -> Option<Exif> {
    let mut reader = Reader::new();
    reader.continue_on_error(true);
    let found = reader.read_from_container(&mut Cursor::new(bytes));
    found.or_else(|error| error.distill_partial_result(|_| ())).ok()
}

fn field(exif: &Exif, tag: Tag) -> Option<&Field> {
    exif.get_field(tag, In::PRIMARY)
}

fn text(exif: &Exif, tag: Tag) -> Option<String> {
    let Value::Ascii(lines) = &field(exif, tag)?.value else { return None };
    let words = String::from_utf8_lossy(lines.first()?);
    let words: String = words.chars().filter(|letter| !letter.is_control()).take(NAME).collect();
    let words = words.trim();
    (!words.is_empty()).then(|| words.to_owned())
}

/// A number between two.
fn number(exif: &Exif, tag: Tag, low: f64, high: f64) -> Option<f64> {
    let value = match &field(exif, tag)?.value {
        Value::Rational(values) => values.first()?.to_f64(),
        Value::SRational(values) => values.first()?.to_f64(),
        other => f64::from(other.get_uint(0)?),
    };
    (low..=high).contains(&value).then_some(value)
}

fn whole(exif: &Exif, tag: Tag) -> Option<u32> {
    field(exif, tag)?.value.get_uint(0)
}

/// The time it was exposed, itself or as the logarithm that stands for it.
fn exposure(exif: &Exif) -> Option<f64> {
    let told = number(exif, Tag::ExposureTime, 1e-6, 86_400.0);
    told.or_else(|| number(exif, Tag::ShutterSpeedValue, -16.0, 20.0).map(|stops| (-stops).exp2()))
}

/// The f-number, itself or as the logarithm that stands for it.
fn f_number(exif: &Exif) -> Option<f64> {
    let told = number(exif, Tag::FNumber, 0.5, 256.0);
    told.or_else(|| number(exif, Tag::ApertureValue, -2.0, 16.0).map(|stops| (stops / 2.0).exp2()))
}

/// No more fits the field of the sensitivity: then it stands in another.
const ISO_FULL: f64 = 65_535.0;

fn iso(exif: &Exif) -> Option<f64> {
    let told = number(exif, Tag::PhotographicSensitivity, 1.0, ISO_FULL);
    if told.is_some_and(|iso| iso < ISO_FULL) {
        return told;
    }
    let beside = [Tag::RecommendedExposureIndex, Tag::StandardOutputSensitivity, Tag::ISOSpeed];
    beside.into_iter().find_map(|tag| number(exif, tag, 1.0, 1e7)).or(told)
}

/// `2026:09:17 18:05:00` as `2026-09-17 18:05:00`; none of what is no time.
fn time(text: &str) -> Option<String> {
    let read = exif::DateTime::from_ascii(text.as_bytes()).ok()?;
    let real = (1..=12).contains(&read.month) && (1..=31).contains(&read.day) && read.hour < 24 && read.minute < 60;
    let (date, clock) = text.split_once(' ')?;
    real.then(|| format!("{} {clock}", date.replace(':', "-")))
}

/// `+02:00` in minutes.
fn ahead(text: &str) -> Option<i32> {
    let (sign, rest) = text.split_at_checked(1)?;
    let (hours, minutes) = rest.split_once(':')?;
    let minutes = hours.parse::<i32>().ok().filter(|hours| (0..=14).contains(hours))? * 60
        + minutes.parse::<i32>().ok().filter(|minutes| (0..60).contains(minutes))?;
    match sign {
        "+" => Some(minutes),
        "-" => Some(-minutes),
        _ => None,
    }
}

/// How a file says its picture is turned.
pub(crate) fn turned(bytes: &[u8]) -> Option<Orientation> {
    Orientation::from_exif(u8::try_from(whole(&read(bytes)?, Tag::Orientation)?).ok()?)
}

/// Reads what the camera wrote.
#[must_use]
pub fn told(bytes: &[u8]) -> Told {
    let Some(exif) = read(bytes) else { return Told::default() };
    let taken = [Tag::DateTimeOriginal, Tag::DateTimeDigitized, Tag::DateTime];
    Told {
        taken: taken.into_iter().find_map(|tag| time(&text(&exif, tag)?)),
        ahead: [Tag::OffsetTimeOriginal, Tag::OffsetTime].into_iter().find_map(|tag| ahead(&text(&exif, tag)?)),
        body: text(&exif, Tag::Model),
        lens: text(&exif, Tag::LensModel),
        exposure: exposure(&exif),
        f_number: f_number(&exif),
        iso: iso(&exif),
        compensation: number(&exif, Tag::ExposureBiasValue, -15.0, 15.0),
        focal: number(&exif, Tag::FocalLength, 1.0, 5_000.0),
        flash: whole(&exif, Tag::Flash).map(|bits| bits & 1 == 1),
        auto_white: whole(&exif, Tag::WhiteBalance).map(|way| way == 0),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case::a_time("2026:09:17 18:05:00", Some("2026-09-17 18:05:00"))]
    #[case::not_set("0000:00:00 00:00:00", None)]
    #[case::blank("    :  :     :  :  ", None)]
    #[case::words("yesterday", None)]
    fn times(#[case] text: &str, #[case] wanted: Option<&str>) {
        assert_eq!(time(text).as_deref(), wanted);
    }

    #[rstest]
    #[case("+02:00", Some(120))]
    #[case("-03:30", Some(-210))]
    #[case("+99:00", None)]
    #[case("02:00", None)]
    #[case("", None)]
    fn zones(#[case] text: &str, #[case] wanted: Option<i32>) {
        assert_eq!(ahead(text), wanted);
    }
}
