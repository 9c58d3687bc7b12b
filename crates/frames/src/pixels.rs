//! A whole frame as it is stored.

use crate::FrameError;
use image::{ColorType, ImageDecoder, Limits};
use std::ops::Range;

/// From here on, as a share of what can be stored, a part counts as burnt out; up to here as black.
const BURNT: f32 = 254.0 / 255.0;
const BLACK: f32 = 1.0 / 255.0;

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
    /// Decodes all of it, within a limit of memory, by what reads it into as many bytes as it has.
    pub(crate) fn decoded<D: ImageDecoder>(
        mut decoder: D,
        memory: u64,
        read: impl FnOnce(D, &mut [u8]) -> Result<(), FrameError>,
    ) -> Result<Pixels, FrameError> {
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
        read(decoder, &mut stored)?;
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

    /// From this value on a part counts as burnt out.
    pub(crate) fn burnt_from(&self) -> u16 {
        (BURNT * (self.steps() - 1) as f32).round() as u16
    }

    /// Up to this value a part counts as black.
    pub(crate) fn black_to(&self) -> u16 {
        (BLACK * (self.steps() - 1) as f32).round() as u16
    }

    /// Red, green and blue of pixels of a row as they are stored, in place of what is in `to`; how opaque they are is not looked at.
    pub(crate) fn row(&self, row: u32, columns: Range<u32>, to: &mut Vec<[u16; 3]>) {
        let begins = row as usize * self.size.0 as usize;
        let of = |column: u32| (begins + column as usize) * self.each;
        let (from, until) = (of(columns.start), of(columns.end));
        to.clear();
        match &self.parts {
            Parts::Bytes(bytes) => fill(&bytes[from..until], self.each, u16::from, to),
            Parts::Words(words) => fill(&words[from..until], self.each, |word| word, to),
        }
    }
}

/// Pixels of so many parts each as red, green and blue.
fn fill<T: Copy>(parts: &[T], each: usize, value: impl Fn(T) -> u16, to: &mut Vec<[u16; 3]>) {
    let pixels = parts.chunks_exact(each);
    if each < 3 {
        to.extend(pixels.map(|pixel| [value(pixel[0]); 3]));
    } else {
        to.extend(pixels.map(|pixel| [value(pixel[0]), value(pixel[1]), value(pixel[2])]));
    }
}
