//! Frames written by an encoder that is not the reader's, read back.

#![allow(clippy::unwrap_used)]

use image::codecs::jpeg::JpegEncoder;
use image::codecs::png::PngEncoder;
use image::{ExtendedColorType, ImageEncoder};
use moxcms::ColorProfile;
use proptest::prelude::*;
use rstest::rstest;
use tolva_frames::{ColourSpace, FrameError, FrameKind, Mark, PIXELS, head, patch};
use tolva_light::colour::decoded;

const WIDE: u32 = 64;
const HIGH: u32 = 48;

/// A frame of one colour with a patch of another at its upper left, a quarter of it wide and high.
fn rgb(patch: [u8; 3], about: [u8; 3]) -> Vec<u8> {
    let pixel = |at: u32| if at % WIDE < WIDE / 4 && at / WIDE < HIGH / 4 { patch } else { about };
    (0..WIDE * HIGH).flat_map(pixel).collect()
}

fn jpeg(pixels: &[u8], profile: Option<&ColorProfile>) -> Vec<u8> {
    let mut bytes = Vec::new();
    let mut encoder = JpegEncoder::new_with_quality(&mut bytes, 100);
    if let Some(profile) = profile {
        encoder.set_icc_profile(profile.encode().unwrap()).unwrap();
    }
    encoder.write_image(pixels, WIDE, HIGH, ExtendedColorType::Rgb8).unwrap();
    bytes
}

fn png(pixels: &[u8], colour: ExtendedColorType, profile: Option<&ColorProfile>) -> Vec<u8> {
    let mut bytes = Vec::new();
    let mut encoder = PngEncoder::new(&mut bytes);
    if let Some(profile) = profile {
        encoder.set_icc_profile(profile.encode().unwrap()).unwrap();
    }
    encoder.write_image(pixels, WIDE, HIGH, colour).unwrap();
    bytes
}

/// Well inside the patch.
const PATCH: Mark = Mark { x: 0.125, y: 0.125, width: 0.15, height: 0.15 };

fn near(found: [f64; 3], wanted: [f64; 3], by: f64) -> bool {
    found.iter().zip(wanted).all(|(found, wanted)| (found - wanted).abs() < by)
}

fn linear(stored: [u8; 3]) -> [f64; 3] {
    stored.map(|part| decoded(f64::from(part) / 255.0))
}

#[rstest]
#[case::jpeg(jpeg(&rgb([131, 118, 96], [20, 60, 200]), None), FrameKind::Jpeg, 0.01)]
#[case::png(png(&rgb([131, 118, 96], [20, 60, 200]), ExtendedColorType::Rgb8, None), FrameKind::Png, 1e-6)]
fn a_marked_patch_is_read_and_nothing_about_it(#[case] bytes: Vec<u8>, #[case] kind: FrameKind, #[case] by: f64) {
    let known = head(&bytes).unwrap();
    assert_eq!((known.kind, known.width, known.height), (kind, WIDE, HIGH));
    let read = patch(&bytes, PATCH).unwrap();
    assert!(near(read.linear, linear([131, 118, 96]), by), "{read:?}");
    assert_eq!((read.space, read.burnt, read.black), (ColourSpace::Assumed, 0.0, 0.0));
    assert!(read.spread < 0.05 && read.pixels > 60);
    let elsewhere = patch(&bytes, Mark { x: 0.7, y: 0.7, ..PATCH }).unwrap();
    assert!(near(elsewhere.linear, linear([20, 60, 200]), by), "{elsewhere:?}");
}

/// One colour of light stored in three spaces is one colour; taken for sRGB it would be another. The values are those of the same
/// light by the spaces' own primaries (IEC 61966-2-1; SMPTE EG 432-1 with the sRGB curve; Adobe RGB (1998) with its gamma of 2.199).
#[rstest]
#[case::srgb(ColorProfile::new_srgb(), [180, 120, 60], [180, 120, 60])]
#[case::display_p3(ColorProfile::new_display_p3(), [171, 123, 71], [180, 120, 60])]
#[case::adobe_rgb(ColorProfile::new_adobe_rgb(), [164, 119, 66], [180, 120, 60])]
fn a_profile_is_honoured(#[case] profile: ColorProfile, #[case] stored: [u8; 3], #[case] srgb: [u8; 3]) {
    for bytes in
        [jpeg(&rgb(stored, stored), Some(&profile)), png(&rgb(stored, stored), ExtendedColorType::Rgb8, Some(&profile))]
    {
        let read = patch(&bytes, PATCH).unwrap();
        assert!(near(read.linear, linear(srgb), 0.01), "{:?} {:?}", read.linear, linear(srgb));
        assert!(matches!(read.space, ColourSpace::Named(_)));
    }
}

/// Sixteen bits, grey, and what is see-through: all of them are read.
#[test]
fn other_kinds_of_pixel() {
    let sixteen: Vec<u8> = (0..WIDE * HIGH * 3).flat_map(|_| 30_000u16.to_ne_bytes()).collect();
    let read = patch(&png(&sixteen, ExtendedColorType::Rgb16, None), PATCH).unwrap();
    assert!(near(read.linear, [decoded(30_000.0 / 65_535.0); 3], 1e-5), "{read:?}");
    let grey = vec![99u8; (WIDE * HIGH) as usize];
    let read = patch(&png(&grey, ExtendedColorType::L8, None), PATCH).unwrap();
    assert!(near(read.linear, linear([99; 3]), 1e-6));
    let gamma = ColorProfile::new_gray_with_gamma(2.2);
    let read = patch(&png(&grey, ExtendedColorType::L8, Some(&gamma)), PATCH).unwrap();
    assert!(near(read.linear, [(99.0f64 / 255.0).powf(2.2); 3], 0.004), "{read:?}");
    let clear: Vec<u8> = (0..WIDE * HIGH).flat_map(|_| [50, 80, 110, 0]).collect();
    let read = patch(&png(&clear, ExtendedColorType::Rgba8, None), PATCH).unwrap();
    assert!(near(read.linear, linear([50, 80, 110]), 1e-6));
}

/// What is burnt out or black is counted, and a few odd pixels do not move the mean.
#[test]
fn what_cannot_be_told_is_counted() {
    let mut pixels = rgb([120; 3], [120; 3]);
    for dust in 0..3 {
        pixels[3 * (WIDE as usize * (4 + dust) + 5)..][..3].copy_from_slice(&[255, 250, 0]);
    }
    let read = patch(&png(&pixels, ExtendedColorType::Rgb8, None), PATCH).unwrap();
    assert!(near(read.linear, linear([120; 3]), 1e-6), "{read:?}");
    assert!(read.burnt > 0.0 && read.black > 0.0 && read.burnt < 0.1);
    let read = patch(&png(&rgb([255; 3], [0; 3]), ExtendedColorType::Rgb8, None), PATCH).unwrap();
    assert_eq!((read.burnt, read.black), (1.0, 0.0));
}

/// A frame held on its side is marked as it is seen: the stored upper left is seen at the upper right.
#[test]
fn a_frame_on_its_side() {
    let mut bytes = Vec::new();
    let mut encoder = JpegEncoder::new_with_quality(&mut bytes, 100);
    let exif = [b"II*\0\x08\0\0\0\x01\0\x12\x01\x03\0\x01\0\0\0\x06\0\0\0\0\0\0\0".as_slice()].concat();
    encoder.set_exif_metadata(exif).unwrap();
    encoder.write_image(&rgb([200, 40, 40], [40, 40, 200]), WIDE, HIGH, ExtendedColorType::Rgb8).unwrap();
    assert!(head(&bytes).unwrap().seen.is_on_its_side());
    let red = |x: f64, y: f64| patch(&bytes, Mark { x, y, ..PATCH }).unwrap().linear[0] > 0.3;
    assert!(red(0.875, 0.125) && !red(0.125, 0.125) && !red(0.125, 0.875) && !red(0.875, 0.875));
}

/// A header that promises more than is allowed is refused before anything is decoded.
#[test]
fn a_giant_is_refused_by_its_header() {
    let mut bytes = png(&rgb([9; 3], [9; 3]), ExtendedColorType::Rgb8, None);
    bytes[16..24].copy_from_slice(&[0, 0, 0xea, 0x60, 0, 0, 0xea, 0x60]);
    // The check sum of the header has to hold, or it is refused for that.
    let sum = crc(&bytes[12..29]).to_be_bytes();
    bytes[29..33].copy_from_slice(&sum);
    assert_eq!(head(&bytes), Err(FrameError::TooManyPixels { width: 60_000, height: 60_000 }));
    assert!(u64::from(60_000u32) * 60_000 > PIXELS);
}

fn crc(bytes: &[u8]) -> u32 {
    !bytes.iter().fold(!0u32, |mut sum, byte| {
        sum ^= u32::from(*byte);
        for _ in 0..8 {
            sum = if sum & 1 == 1 { 0xedb8_8320 ^ (sum >> 1) } else { sum >> 1 };
        }
        sum
    })
}

#[rstest]
#[case::nothing(&[], FrameError::Empty)]
#[case::text(b"GIF89a and more", FrameError::Kind)]
fn what_is_no_frame(#[case] bytes: &[u8], #[case] error: FrameError) {
    assert_eq!(patch(bytes, PATCH), Err(error));
}

#[rstest]
#[case::beside(Mark { x: 1.5, ..PATCH })]
#[case::a_speck(Mark { width: 0.02, height: 0.02, ..PATCH })]
fn what_is_no_mark(#[case] mark: Mark) {
    let bytes = png(&rgb([9; 3], [9; 3]), ExtendedColorType::Rgb8, None);
    assert_eq!(patch(&bytes, mark), Err(FrameError::Mark));
}

/// A file that breaks off anywhere is refused in words, or read where the mark was whole; it never makes the reader panic.
#[test]
fn a_file_that_breaks_off() {
    let whole = [
        jpeg(&rgb([131, 118, 96], [20, 60, 200]), Some(&ColorProfile::new_display_p3())),
        png(&rgb([131, 118, 96], [20, 60, 200]), ExtendedColorType::Rgb8, Some(&ColorProfile::new_srgb())),
    ];
    for bytes in whole {
        let mut refused = 0;
        for end in (0..bytes.len()).step_by(7) {
            if let Err(error) = patch(&bytes[..end], Mark { x: 0.5, y: 0.5, width: 1.0, height: 1.0 }) {
                let said = error.to_string();
                assert!(said.ends_with('.') && said.len() > 12, "{said}");
                refused += 1;
            }
        }
        assert!(refused > bytes.len() / 7 / 4, "{refused} of {}", bytes.len() / 7);
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(200))]

    /// Bytes spoilt anywhere never make it panic, and what it then reads is light.
    #[test]
    fn spoilt_bytes(jpeg_one: bool, spoilt in proptest::collection::vec((0usize..4_000, any::<u8>()), 1..12)) {
        let pixels = rgb([131, 118, 96], [20, 60, 200]);
        let profile = ColorProfile::new_display_p3();
        let mut bytes =
            if jpeg_one { jpeg(&pixels, Some(&profile)) } else { png(&pixels, ExtendedColorType::Rgb8, Some(&profile)) };
        for (at, byte) in spoilt {
            let length = bytes.len();
            bytes[at % length] = byte;
        }
        if let Ok(read) = patch(&bytes, PATCH) {
            prop_assert!(read.linear.iter().all(|part| (0.0..=1.0).contains(part)), "{read:?}");
        }
    }
}
