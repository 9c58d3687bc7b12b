//! Frames whose EXIF was written by general tools (exiftool 12.57, Pillow 13.0, ImageMagick 6), against what exiftool reads of them:
//! `foreign/foreign.py` makes both.

#![allow(clippy::unwrap_used)]

use rstest::rstest;
use serde_json::Value;
use tolva_frames::{head, told};

/// What exiftool reads of a frame.
fn read(name: &str) -> Value {
    let all: Vec<Value> = serde_json::from_str(include_str!("foreign/told.json")).unwrap();
    all.into_iter().find(|one| one["SourceFile"] == name).unwrap()
}

fn near(ours: Option<f64>, theirs: &Value) -> bool {
    let theirs = theirs.as_f64().or_else(|| theirs.as_str()?.parse().ok());
    match (ours, theirs) {
        (Some(ours), Some(theirs)) => (ours - theirs).abs() <= 1e-6 * theirs.abs().max(1.0),
        (ours, theirs) => ours == theirs,
    }
}

#[rstest]
#[case::most_significant_first("tool_big.jpg", include_bytes!("foreign/tool_big.jpg"))]
#[case::least_significant_first("tool_little.jpg", include_bytes!("foreign/tool_little.jpg"))]
#[case::tiff("magick.tif", include_bytes!("foreign/magick.tif"))]
#[case::by_another("pillow.jpg", include_bytes!("foreign/pillow.jpg"))]
#[case::png("pillow.png", include_bytes!("foreign/pillow.png"))]
fn what_others_wrote_is_read_as_others_read_it(#[case] name: &str, #[case] bytes: &[u8]) {
    let (ours, theirs) = (told(bytes), read(name));
    let time = theirs["DateTimeOriginal"].as_str().unwrap().replacen(':', "-", 2);
    assert_eq!(ours.taken, Some(time));
    let zone = theirs["OffsetTimeOriginal"].as_str().unwrap();
    let ahead = ours.ahead.unwrap();
    assert_eq!(format!("{}{:02}:{:02}", if ahead < 0 { '-' } else { '+' }, ahead.abs() / 60, ahead.abs() % 60), zone);
    assert_eq!((ours.body.as_deref(), ours.lens.as_deref()), (theirs["Model"].as_str(), theirs["LensModel"].as_str()));
    for (what, ours) in [
        ("ExposureTime", ours.exposure),
        ("FNumber", ours.f_number),
        ("ISO", ours.iso),
        ("ExposureCompensation", ours.compensation),
        ("FocalLength", ours.focal),
    ] {
        assert!(near(ours, &theirs[what]), "{what}: {ours:?}, {}", theirs[what]);
    }
    assert_eq!(ours.flash, Some(theirs["Flash"].as_u64().unwrap() % 2 == 1));
    assert_eq!(ours.auto_white, Some(theirs["WhiteBalance"] == 0));
    assert!(head(bytes).is_ok());
}

/// A sensitivity past what its field holds stands beside it, and an exposure may be told by its logarithms alone (Exif 2.32, 4.6.5).
#[test]
fn what_does_not_fit_its_field_is_found_where_it_stands() {
    let bytes = include_bytes!("foreign/apex.jpg");
    let (ours, theirs) = (told(bytes), read("apex.jpg"));
    assert!(near(ours.exposure, &theirs["ShutterSpeedValue"]), "{ours:?}");
    assert!(near(ours.f_number, &theirs["ApertureValue"]), "{ours:?}");
    assert!(near(ours.iso, &theirs["RecommendedExposureIndex"]), "{ours:?}");
    assert_eq!(ours.flash, None);
    // Turned by a quarter: seen it is as high as it is stored wide.
    let head = head(bytes).unwrap();
    assert_eq!((head.width, head.height, theirs["Orientation"].as_u64()), (48, 32, Some(6)));
}
