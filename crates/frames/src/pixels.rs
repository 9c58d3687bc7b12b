//! A whole frame as it is stored.

use crate::FrameError;
use image::{ColorType, ImageDecoder, Limits};

/// What is stored of each part of a pixel.
#[derive(Debug)]
enum Parts {
    Bytes(Vec<u8>),
    Words(Vec<u16>),
}

/// A decoded frame, as it is stored.
#[derive(Debug)]
pub(crate) struct Pixels {
    pub(crate) size: (u32, u32),
    parts: Parts,
    /// How many parts a pixel has.
    each: usize,
}

impl Pixels {
    /// Decodes all of it, within a limit of memory.
    pub(crate) fn decoded(mut decoder: impl ImageDecoder, memory: u64) -> Result<Pixels, FrameError> {
        let mut limits = Limits::default();
        limits.max_alloc = Some(memory);
        decoder.set_limits(limits).map_err(FrameError::broken)?;
        let size = decoder.dimensions();
        let (each, wide) = match decoder.color_type() {
            ColorType::L8 => (1, false),
            ColorType::La8 => (2, false),
            ColorType::Rgb8 => (3, false),
            ColorType::Rgba8 => (4, false),
            ColorType::L16 => (1, true),
            ColorType::La16 => (2, true),
            ColorType::Rgb16 => (3, true),
            ColorType::Rgba16 => (4, true),
            other => return Err(FrameError::Space { what: format!("{other:?}") }),
        };
        let bytes = usize::try_from(decoder.total_bytes()).ok().filter(|bytes| *bytes as u64 <= memory);
        let mut stored = vec![0; bytes.ok_or_else(|| FrameError::broken("more memory than is allowed"))?];
        decoder.read_image(&mut stored).map_err(FrameError::broken)?;
        let parts = if wide {
            Parts::Words(stored.chunks_exact(2).map(|two| u16::from_ne_bytes([two[0], two[1]])).collect())
        } else {
            Parts::Bytes(stored)
        };
        Ok(Pixels { size, parts, each })
    }

    /// Whether it has no colours.
    pub(crate) const fn is_grey(&self) -> bool {
        self.each < 3
    }

    /// Of how many values each part is one.
    pub(crate) const fn steps(&self) -> usize {
        match self.parts {
            Parts::Bytes(_) => 1 << 8,
            Parts::Words(_) => 1 << 16,
        }
    }

    /// Red, green and blue of every pixel of a row, as stored; how opaque it is is not looked at.
    pub(crate) fn row(&self, row: u32) -> impl Iterator<Item = [u16; 3]> + '_ {
        let from = row as usize * self.size.0 as usize * self.each;
        let pixel = move |column: usize| {
            let at = from + column * self.each;
            let part = |part: usize| match &self.parts {
                Parts::Bytes(bytes) => u16::from(bytes[at + part]),
                Parts::Words(words) => words[at + part],
            };
            if self.is_grey() { [part(0); 3] } else { [part(0), part(1), part(2)] }
        };
        (0..self.size.0 as usize).map(pixel)
    }
}
