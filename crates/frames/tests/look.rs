//! What is looked at of a frame when it comes in, on files of every kind, written by encoders that are not the reader's.

#![allow(clippy::unwrap_used)]

use image::codecs::jpeg::JpegEncoder;
use image::codecs::tiff::TiffEncoder;
use image::{ExtendedColorType, ImageEncoder, RgbImage};
use proptest::prelude::*;
use rstest::rstest;
use std::io::Cursor;
use tolva_frames::{CROP, FrameError, FrameKind, Mark, SMALL, Shot, WORKING, Written, look, told, written};
use tolva_light::colour::decoded;

const MARK: Mark = Mark { x: 0.25, y: 0.25, width: 0.1, height: 0.1 };

fn light(byte: u8) -> f64 {
    decoded(f64::from(byte) / 255.0)
}

/// Left half dark, right half light; a tenth of it, at the lower edge, burnt out.
fn halves(width: u32, height: u32) -> RgbImage {
    RgbImage::from_fn(width, height, |x, y| {
        image::Rgb(if y >= height - height / 10 { [255; 3] } else { [if x < width / 2 { 60 } else { 190 }; 3] })
    })
}

fn jpeg(picture: &RgbImage, exif: Option<Vec<u8>>) -> Vec<u8> {
    let mut bytes = Vec::new();
    let mut encoder = JpegEncoder::new_with_quality(&mut bytes, 100);
    exif.into_iter().for_each(|exif| encoder.set_exif_metadata(exif).unwrap());
    encoder.write_image(picture, picture.width(), picture.height(), ExtendedColorType::Rgb8).unwrap();
    bytes
}

fn tiff(bytes: &[u8], size: (u32, u32), colour: ExtendedColorType) -> Vec<u8> {
    let mut file = Cursor::new(Vec::new());
    TiffEncoder::new(&mut file).write_image(bytes, size.0, size.1, colour).unwrap();
    file.into_inner()
}

/// A container as raw files have: a small picture first, turned; the large JPEG in a directory below it.
fn raw(inside: &[u8], deep: bool) -> Vec<u8> {
    let entry = |tag: u16, kind: u16, value: u32| {
        [&tag.to_le_bytes()[..], &kind.to_le_bytes(), &1u32.to_le_bytes(), &value.to_le_bytes()].concat()
    };
    let directory = |entries: &[Vec<u8>]| {
        [&(entries.len() as u16).to_le_bytes()[..], &entries.concat(), &0u32.to_le_bytes()].concat()
    };
    let (below, at) = (200u32, 300u32);
    let jpeg = [entry(0x0201, 4, at), entry(0x0202, 4, inside.len() as u32)];
    let turned = entry(0x0112, 3, 6);
    let first = if deep {
        directory(&[turned, entry(0x014a, 4, below)])
    } else {
        directory(&[turned, jpeg[0].clone(), jpeg[1].clone()])
    };
    let mut file = [b"II*\0".as_slice(), &8u32.to_le_bytes(), &first].concat();
    file.resize(below as usize, 0);
    file.extend(directory(&jpeg));
    file.resize(at as usize, 0);
    file.extend(inside);
    file
}

/// Others are let go first before it is decoded, every few rows, before each mark, and before the copies; the frame is none the worse.
#[test]
fn others_go_first() {
    let (bytes, turns) = (jpeg(&halves(300, 200), None), std::cell::Cell::new(0));
    let looked = look(&bytes, &[MARK, MARK], &|| turns.set(turns.get() + 1)).unwrap();
    assert_eq!(turns.get(), 1 + 200_u32.div_ceil(16) + 2 + 1);
    assert_eq!(looked, look(&bytes, &[MARK, MARK], &|| ()).unwrap());
}

/// What there is at each level, at its end, at the mark; a copy that is small enough and a crop at full size.
#[test]
fn a_large_frame_is_looked_at_whole() {
    let looked = look(&jpeg(&halves(3_000, 1_200), None), &[MARK, Mark { x: 0.95, ..MARK }], &|| ()).unwrap();
    assert_eq!((looked.size, looked.head.kind), ((3_000, 1_200), FrameKind::Jpeg));
    assert!(looked.clipped.iter().all(|share| (share - 0.1).abs() < 0.002), "{:?}", looked.clipped);
    let levels = |byte: u8| (light(byte) / 0.18).log2();
    let (dark, bright) = (&looked.marks[0].as_ref().unwrap().linear, &looked.marks[1].as_ref().unwrap().linear);
    assert!((dark[1] - light(60)).abs() < 1e-3 && (bright[1] - light(190)).abs() < 3e-3, "{dark:?} {bright:?}");
    // Each half without its tenth is 45 % of the frame, in the sixth of a stop its light lies in.
    for byte in [60, 190] {
        let step = ((levels(byte) + 12.0) * 6.0).floor() as usize;
        assert!((4_400..=4_501).contains(&looked.tones.all[step]), "{} {:?}", levels(byte), looked.tones.all);
    }
    let copy = image::load_from_memory(&looked.working).unwrap().to_rgb8();
    assert_eq!(copy.dimensions(), (WORKING, 800));
    assert_eq!(image::load_from_memory(&looked.small).unwrap().to_rgb8().dimensions(), (SMALL, 96));
    assert!(copy.get_pixel(300, 300).0[1].abs_diff(60) <= 1 && copy.get_pixel(1_700, 300).0[1].abs_diff(190) <= 1);
    let crop = image::load_from_memory(&looked.crops[1].jpeg).unwrap();
    assert_eq!((crop.width(), crop.height(), looked.crops[1].size), (CROP, CROP, (CROP, CROP)));
    // It would reach beyond the right edge and is pushed in: its left is at 1 − 512/3000.
    assert!((looked.crops[1].left - (1.0 - 512.0 / 3_000.0)).abs() < 2e-3, "{}", looked.crops[1].left);
}

/// Small frames are not drawn out; a mark beside the frame is told in its own place.
#[test]
fn a_small_frame_stays_as_it_is() {
    let looked = look(&jpeg(&halves(300, 200), None), &[MARK, Mark { x: 3.0, ..MARK }], &|| ()).unwrap();
    let copy = image::load_from_memory(&looked.working).unwrap();
    assert_eq!((copy.width(), copy.height(), looked.crops[0].size), (300, 200, (300, 200)));
    assert_eq!((looked.marks[0].is_ok(), looked.marks[1].clone()), (true, Err(FrameError::Mark)));
}

#[rstest]
#[case::eight(tiff(&halves(90, 60), (90, 60), ExtendedColorType::Rgb8), 60)]
#[case::sixteen(tiff(&vec![0x5a5a_u16.to_ne_bytes(); 90 * 60 * 3].concat(), (90, 60), ExtendedColorType::Rgb16), 0x5a)]
#[case::grey(tiff(&vec![0x5a; 90 * 60], (90, 60), ExtendedColorType::L8), 0x5a)]
fn tiffs(#[case] bytes: Vec<u8>, #[case] byte: u8) {
    let looked = look(&bytes, &[MARK], &|| ()).unwrap();
    assert_eq!(looked.head.kind, FrameKind::Tiff);
    assert!((looked.marks[0].as_ref().unwrap().linear[1] - light(byte)).abs() < 1e-4);
}

/// The JPEG in a raw file is found wherever it stands, and turned as the raw file says.
#[rstest]
#[case::at_the_top(false)]
#[case::below(true)]
fn a_raw_files_jpeg(#[case] deep: bool) {
    let looked = look(&raw(&jpeg(&halves(300, 200), None), deep), &[], &|| ()).unwrap();
    assert_eq!((looked.head.kind, looked.size), (FrameKind::Raw, (200, 300)));
    let copy = image::load_from_memory(&looked.working).unwrap().to_rgb8();
    // Turned a quarter to the right: what was on the left is on top, what was at the lower edge on the left.
    assert_eq!(copy.dimensions(), (200, 300));
    assert!(
        copy.get_pixel(100, 60).0[1] < 80 && copy.get_pixel(100, 240).0[1] > 170 && copy.get_pixel(5, 150).0[1] > 240
    );
}

#[rstest]
#[case::heic(b"\0\0\0\x18ftypheic\0\0\0\0".to_vec(), FrameError::Heic)]
#[case::raw_without(raw(b"no picture", true), FrameError::NothingInside)]
#[case::a_loop(b"II*\0\x08\0\0\0\0\0\x08\0\0\0".to_vec(), FrameError::NothingInside)]
#[case::beyond(b"MM\0*\xff\xff\xff\xff".to_vec(), FrameError::NothingInside)]
fn refused_in_words(#[case] bytes: Vec<u8>, #[case] error: FrameError) {
    assert_eq!(look(&bytes, &[], &|| ()), Err(error));
}

/// What the writer puts down is what the reader says, with a zone; a file without any says nothing.
#[test]
fn what_the_camera_wrote() {
    let shot = Shot {
        described: String::new(),
        body: "Studio body".to_owned(),
        lens: "85 mm".to_owned(),
        exposure: 1.0 / 125.0,
        f_number: 5.6,
        iso: 400.0,
        focal: 85.0,
        flash: true,
        taken: Some("2026:09:17 18:05:00".to_owned()),
    };
    let bytes = written(Written::Jpeg, &halves(12, 10), (12, 10), &shot).unwrap();
    let found = look(&bytes, &[], &|| ()).unwrap().told;
    assert_eq!((found.taken.as_deref(), found.ahead), (Some("2026-09-17 18:05:00"), Some(0)));
    assert_eq!((found.body.as_deref(), found.lens.as_deref()), (Some("Studio body"), Some("85 mm")));
    assert_eq!((found.exposure, found.f_number, found.iso), (Some(0.008), Some(5.6), Some(400.0)));
    assert_eq!(
        (found.focal, found.flash, found.auto_white, found.compensation),
        (Some(85.0), Some(true), Some(false), None)
    );
    assert_eq!(told(&jpeg(&halves(12, 10), None)), tolva_frames::Told::default());
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(150))]

    /// Whatever is spoilt or cut off, nothing panics, and what is refused is refused in a sentence.
    #[test]
    fn spoilt(kind in 0usize..3, cut in 0.0f64..1.3, spoilt in proptest::collection::vec((0usize..6_000, any::<u8>()), 0..12)) {
        let picture = halves(90, 60);
        let mut bytes = match kind {
            0 => jpeg(&picture, Some(b"II*\0\x08\0\0\0\x01\0\x12\x01\x03\0\x01\0\0\0\x06\0\0\0\0\0\0\0".to_vec())),
            1 => tiff(&picture, (90, 60), ExtendedColorType::Rgb8),
            _ => raw(&jpeg(&picture, None), true),
        };
        bytes.truncate((bytes.len() as f64 * cut).ceil() as usize);
        for (at, byte) in spoilt {
            let length = bytes.len().max(1);
            if let Some(there) = bytes.get_mut(at % length) { *there = byte; }
        }
        if let Err(error) = look(&bytes, &[MARK], &|| ()) {
            prop_assert!(error.to_string().ends_with('.'), "{error}");
        }
    }
}
