//! PNG: read row by row, no further than the mark goes.

use crate::FrameError;
use crate::head::{FrameKind, Head, MEMORY};
use crate::mark::{Area, Seen};
use crate::samples::Samples;
use image::metadata::Orientation;
use png::{BitDepth, ColorType, Decoder, Limits, Reader, Transformations};
use std::io::Cursor;

fn open(bytes: &[u8]) -> Result<Reader<Cursor<&[u8]>>, FrameError> {
    let mut decoder = Decoder::new_with_limits(Cursor::new(bytes), Limits { bytes: MEMORY as usize });
    decoder.set_transformations(Transformations::EXPAND);
    decoder.set_ignore_text_chunk(true);
    decoder.read_info().map_err(FrameError::broken)
}

pub(crate) fn head(bytes: &[u8]) -> Result<Head, FrameError> {
    let reader = open(bytes)?;
    let info = reader.info();
    let turned = info.exif_metadata.as_deref().and_then(Orientation::from_exif_chunk);
    Ok(Head {
        kind: FrameKind::Png,
        width: info.width,
        height: info.height,
        seen: turned.map_or(Seen::AS_STORED, Seen),
        profile: info.icc_profile.as_deref().map(<[u8]>::to_vec),
    })
}

pub(crate) fn samples(bytes: &[u8], area: Area) -> Result<Samples, FrameError> {
    let mut reader = open(bytes)?;
    let (colour, depth) = reader.output_color_type();
    let parts = match colour {
        ColorType::Grayscale => 1,
        ColorType::GrayscaleAlpha => 2,
        ColorType::Rgb => 3,
        ColorType::Rgba => 4,
        ColorType::Indexed => return Err(FrameError::Space { what: "a palette".to_owned() }),
    };
    let mut samples = Samples::of(area, parts < 3);
    let mut take = |row: u32, line: &[u8]| match depth {
        BitDepth::Sixteen => samples.take(row, parts, |at| {
            f32::from(u16::from_be_bytes([line[2 * at], line[2 * at + 1]])) / f32::from(u16::MAX)
        }),
        _ => samples.take(row, parts, |at| f32::from(line[at]) / 255.0),
    };
    if reader.info().interlaced {
        // Its rows come in seven turns, so it is put together first.
        let size = reader.output_buffer_size().filter(|size| *size as u64 <= MEMORY);
        let mut pixels = vec![0; size.ok_or_else(|| FrameError::broken("more memory than is allowed"))?];
        let info = reader.next_frame(&mut pixels).map_err(FrameError::broken)?;
        for (row, line) in pixels.chunks_exact(info.line_size.max(1)).enumerate() {
            take(row as u32, line);
        }
        return Ok(samples);
    }
    let mut row = 0;
    while row < area.bottom {
        let Some(line) = reader.next_row().map_err(FrameError::broken)? else { break };
        take(row, line.data());
        row += 1;
    }
    Ok(samples)
}
