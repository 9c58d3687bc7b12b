//! JPEG: decoded whole.

use crate::FrameError;
use crate::head::{FrameKind, Head, MEMORY};
use crate::mark::{Area, Seen};
use crate::samples::Samples;
use image::codecs::jpeg::JpegDecoder;
use image::{ColorType, ImageDecoder, Limits};
use std::io::Cursor;

fn open(bytes: &[u8]) -> Result<JpegDecoder<Cursor<&[u8]>>, FrameError> {
    JpegDecoder::new(Cursor::new(bytes)).map_err(FrameError::broken)
}

pub(crate) fn head(bytes: &[u8]) -> Result<Head, FrameError> {
    let mut decoder = open(bytes)?;
    let (width, height) = decoder.dimensions();
    Ok(Head {
        kind: FrameKind::Jpeg,
        width,
        height,
        seen: Seen(decoder.orientation().unwrap_or(Seen::AS_STORED.0)),
        profile: decoder.icc_profile().map_err(FrameError::broken)?,
    })
}

pub(crate) fn samples(bytes: &[u8], area: Area) -> Result<Samples, FrameError> {
    let mut decoder = open(bytes)?;
    let mut limits = Limits::default();
    limits.max_alloc = Some(MEMORY);
    decoder.set_limits(limits).map_err(FrameError::broken)?;
    let (width, height) = decoder.dimensions();
    let kind = decoder.color_type();
    let parts = match kind {
        ColorType::L8 => 1,
        ColorType::Rgb8 => 3,
        other => return Err(FrameError::Space { what: format!("{other:?}") }),
    };
    let mut pixels = vec![0; width as usize * height as usize * parts];
    decoder.read_image(&mut pixels).map_err(FrameError::broken)?;
    let mut samples = Samples::of(area, parts == 1);
    for (row, line) in pixels.chunks_exact(width as usize * parts).enumerate() {
        samples.take(row as u32, parts, |at| f32::from(line[at]) / 255.0);
    }
    Ok(samples)
}
