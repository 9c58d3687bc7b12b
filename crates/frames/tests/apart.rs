//! Pairs of frames whose difference is known.

#![allow(clippy::unwrap_used)]

use image::codecs::jpeg::JpegEncoder;
use image::codecs::png::PngEncoder;
use image::{ExtendedColorType, ImageEncoder};
use rstest::rstest;
use tolva_frames::{FrameError, apart};
use tolva_light::colour::{decoded, stored};

const SIZE: (u32, u32) = (360, 300);

/// A value of a place of a lattice, −1 to 1, as if by chance.
fn chance(x: i64, y: i64) -> f64 {
    let mut state = (x.wrapping_mul(0x9e37_79b9) ^ y.wrapping_mul(0x85eb_ca6b)) as u32 ^ 0x5bd1_e995;
    for _ in 0..3 {
        state ^= state << 13;
        state ^= state >> 17;
        state ^= state << 5;
    }
    f64::from(state) / f64::from(u32::MAX) * 2.0 - 1.0
}

/// Soft blobs of a size.
fn blobs(x: f64, y: f64, size: f64) -> f64 {
    let (x, y) = (x / size, y / size);
    let (left, top) = (x.floor(), y.floor());
    let (across, down) = (x - left, y - top);
    let at = |dx: i64, dy: i64| chance(left as i64 + dx, top as i64 + dy);
    let row = |dy: i64| at(0, dy) * (1.0 - across) + at(1, dy) * across;
    row(0) * (1.0 - down) + row(1) * down
}

/// Something to see at a place, coarse and fine, from 0.05 to 0.3 of white.
fn scene(x: f64, y: f64) -> f64 {
    0.16 + 0.05 * blobs(x, y, 37.0) + 0.035 * blobs(x, y, 11.0) + 0.025 * blobs(x, y, 4.0)
}

/// A frame of the scene, moved, with a light from the left added to it.
fn frame(by: (f64, f64), flash: f64, ambient: f64) -> Vec<u8> {
    frame_of(SIZE, by, flash, ambient)
}

fn frame_of(size: (u32, u32), (x, y): (f64, f64), flash: f64, ambient: f64) -> Vec<u8> {
    let pixels: Vec<u8> = (0..size.1)
        .flat_map(|row| (0..size.0).map(move |column| (f64::from(column), f64::from(row))))
        .flat_map(|(column, row)| {
            let here = scene(column - x, row - y);
            let light = here * (ambient + flash * (1.0 - column / f64::from(size.0)));
            [stored(light as f32); 3]
        })
        .collect();
    png(&pixels, size)
}

fn png(pixels: &[u8], (width, height): (u32, u32)) -> Vec<u8> {
    let mut bytes = Vec::new();
    PngEncoder::new(&mut bytes).write_image(pixels, width, height, ExtendedColorType::Rgb8).unwrap();
    bytes
}

fn light_of(jpeg: &[u8], x: u32, y: u32) -> f64 {
    decoded(f64::from(image::load_from_memory(jpeg).unwrap().to_rgb8().get_pixel(x, y).0[1]) / 255.0)
}

/// What was added is found, wherever the second frame lies, and at other settings too.
#[rstest]
#[case::still((0.0, 0.0), 1.0)]
#[case::moved((6.0, -4.0), 1.0)]
#[case::between_pixels((2.5, 3.25), 1.0)]
#[case::far((31.0, 22.0), 1.0)]
#[case::a_stop_darker((3.0, 0.0), 2.0)]
fn the_flash_alone(#[case] by: (f64, f64), #[case] times: f64) {
    let (with, without) = (frame((0.0, 0.0), 1.0, 1.0), frame(by, 0.0, 1.0 / times));
    let found = apart(&with, &without, times).unwrap();
    let (x, y) = (f64::from(found.shift.0), f64::from(found.shift.1));
    assert!((x + by.0).abs() < 0.3 && (y + by.1).abs() < 0.3, "{:?}", found.shift);
    assert!(found.moved < 0.02, "{}", found.moved);
    for place in [(90u32, 150u32), (200, 120), (150, 200)] {
        let wanted = scene(f64::from(place.0), f64::from(place.1)) * (1.0 - f64::from(place.0) / f64::from(SIZE.0));
        let stops = (light_of(&found.alone, place.0, place.1) / wanted).log2();
        assert!(stops.abs() < 0.1, "{place:?} {stops}");
    }
    // Half at the left edge, none at the right: ln 2 − … in the mean 1 − ln 2.
    assert!((found.share - (1.0 - std::f64::consts::LN_2)).abs() < 0.02, "{}", found.share);
}

/// Large frames are taken apart at full size, and what changed is shown as small as a working copy.
#[test]
fn large_frames_are_shown_smaller() {
    let size = (3_000, 600);
    let (with, without) = (frame_of(size, (0.0, 0.0), 1.0, 1.0), frame_of(size, (5.0, -3.0), 0.0, 1.0));
    let found = apart(&with, &without, 1.0).unwrap();
    assert!((found.shift.0 + 5.0).abs() < 0.3 && (found.shift.1 - 3.0).abs() < 0.3, "{:?}", found.shift);
    assert!((found.share - (1.0 - std::f64::consts::LN_2)).abs() < 0.02, "{}", found.share);
    for picture in [&found.alone, &found.map] {
        let picture = image::load_from_memory(picture).unwrap();
        assert_eq!((picture.width(), picture.height()), (2_000, 400));
    }
    // In the upper half and in the lower, and where the two halves meet.
    for (x, y) in [(300u32, 60u32), (1_400, 200), (900, 330)] {
        let share = 1.0 - f64::from(x) / 2_000.0;
        let told = f64::from(image::load_from_memory(&found.map).unwrap().to_rgb8().get_pixel(x, y).0[1]) / 255.0;
        assert!((told - share / (1.0 + share)).abs() < 0.03, "{x} {y}: {told}");
    }
}

/// What changed is shown, and told moved, the way the frames are seen: stored the wrong way up by a camera on its side.
#[test]
fn frames_on_their_side() {
    let stored = |by: (f64, f64), flash: f64| {
        let pixels = image::load_from_memory(&frame(by, flash, 1.0)).unwrap().to_rgb8().into_raw();
        let mut bytes = Vec::new();
        let mut encoder = JpegEncoder::new_with_quality(&mut bytes, 95);
        let exif = [b"II*\0\x08\0\0\0\x01\0\x12\x01\x03\0\x01\0\0\0\x06\0\0\0\0\0\0\0".as_slice()].concat();
        encoder.set_exif_metadata(exif).unwrap();
        encoder.write_image(&pixels, SIZE.0, SIZE.1, ExtendedColorType::Rgb8).unwrap();
        bytes
    };
    let found = apart(&stored((0.0, 0.0), 1.0), &stored((6.0, -4.0), 0.0), 1.0).unwrap();
    // A quarter turn to the right: to the left on the sensor is up, down is to the left.
    assert!((found.shift.0 + 4.0).abs() < 0.4 && (found.shift.1 + 6.0).abs() < 0.4, "{:?}", found.shift);
    let map = image::load_from_memory(&found.map).unwrap().to_rgb8();
    assert_eq!(map.dimensions(), (SIZE.1, SIZE.0));
    let share = |x: u32, y: u32| f64::from(map.get_pixel(x, y).0[1]) / 255.0;
    assert!(share(150, 40) > 0.4 && share(150, 320) < 0.2, "{} {}", share(150, 40), share(150, 320));
    assert_eq!(apart(&stored((0.0, 0.0), 1.0), &frame((0.0, 0.0), 0.0, 1.0), 1.0), Err(FrameError::Pair));
}

/// What stands there only in the frame without flash has moved: it is left out and told.
#[test]
fn what_moved_is_left_out() {
    let with = frame((0.0, 0.0), 0.5, 1.0);
    let mut pixels = image::load_from_memory(&frame((0.0, 0.0), 0.0, 1.0)).unwrap().to_rgb8();
    for (x, y) in (100..160).flat_map(|x| (100..160).map(move |y| (x, y))) {
        pixels.put_pixel(x, y, image::Rgb([250; 3]));
    }
    let found = apart(&with, &png(&pixels, SIZE), 1.0).unwrap();
    let block = 60.0 * 60.0 / (360.0 * 300.0);
    assert!((found.moved - block).abs() < 0.01, "{} {block}", found.moved);
    assert!(light_of(&found.map, 130, 130) < 0.01 && light_of(&found.map, 40, 40) > 0.02);
}

#[test]
fn two_sizes_are_no_pair() {
    let small = png(&[90; 12 * 9 * 3], (12, 9));
    assert_eq!(apart(&frame((0.0, 0.0), 0.0, 1.0), &small, 1.0), Err(FrameError::Pair));
}
