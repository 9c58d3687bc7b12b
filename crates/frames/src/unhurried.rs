//! JPEGs decoded with pauses: between one stretch of their bytes and the next whoever has to go first is given way to. A frame takes
//! most of a second to decode, and a question should not wait beside it for a core.

use crate::FrameError;
use image::ColorType;
use zune_core::bytestream::{ZByteIoError, ZByteReaderTrait, ZCursor, ZSeekFrom};
use zune_core::colorspace::ColorSpace;
use zune_core::options::DecoderOptions;
use zune_jpeg::JpegDecoder;

/// Bytes decoded between pauses: a millisecond or two of them.
const STRETCH: usize = 16 << 10;

/// A file read without hurry.
struct Unhurried<'a> {
    file: ZCursor<&'a [u8]>,
    /// What of this stretch is not yet read.
    left: usize,
    give_way: &'a dyn Fn(),
}

impl Unhurried<'_> {
    fn has_read(&mut self, bytes: usize) {
        if let Some(left) = self.left.checked_sub(bytes) {
            self.left = left;
        } else {
            self.left = STRETCH;
            (self.give_way)();
        }
    }
}

impl ZByteReaderTrait for Unhurried<'_> {
    #[inline]
    fn read_byte_no_error(&mut self) -> u8 {
        self.has_read(1);
        self.file.read_byte_no_error()
    }

    #[inline]
    fn read_exact_bytes(&mut self, into: &mut [u8]) -> Result<(), ZByteIoError> {
        self.has_read(into.len());
        self.file.read_exact_bytes(into)
    }

    fn read_bytes(&mut self, into: &mut [u8]) -> Result<usize, ZByteIoError> {
        self.has_read(into.len());
        self.file.read_bytes(into)
    }

    fn peek_bytes(&mut self, into: &mut [u8]) -> Result<usize, ZByteIoError> {
        self.file.peek_bytes(into)
    }

    fn peek_exact_bytes(&mut self, into: &mut [u8]) -> Result<(), ZByteIoError> {
        self.file.peek_exact_bytes(into)
    }

    fn z_seek(&mut self, to: ZSeekFrom) -> Result<u64, ZByteIoError> {
        self.file.z_seek(to)
    }

    fn is_eof(&mut self) -> Result<bool, ZByteIoError> {
        self.file.is_eof()
    }

    fn z_position(&mut self) -> Result<u64, ZByteIoError> {
        self.file.z_position()
    }

    fn read_remaining(&mut self, into: &mut Vec<u8>) -> Result<usize, ZByteIoError> {
        self.file.read_remaining(into)
    }
}

/// Decodes all of a JPEG into what is as large as it is in these colours, as the `image` crate does, with pauses.
///
/// # Errors
/// Where the file is broken past what can be shown.
pub(crate) fn decode(file: &[u8], colours: ColorType, into: &mut [u8], give_way: &dyn Fn()) -> Result<(), FrameError> {
    let space = match colours {
        ColorType::L8 => ColorSpace::Luma,
        ColorType::La8 => ColorSpace::LumaA,
        ColorType::Rgba8 => ColorSpace::RGBA,
        _ => ColorSpace::RGB,
    };
    let options = DecoderOptions::default()
        .jpeg_set_out_colorspace(space)
        .set_strict_mode(false)
        .set_max_width(usize::MAX)
        .set_max_height(usize::MAX);
    let file = Unhurried { file: ZCursor::new(file), left: STRETCH, give_way };
    JpegDecoder::new_with_options(file, options).decode_into(into).map_err(FrameError::broken)
}

#[cfg(test)]
mod tests {
    use super::*;
    use image::codecs::jpeg::JpegEncoder;
    use image::{ExtendedColorType, ImageDecoder};
    use rstest::rstest;
    use std::cell::Cell;
    use std::io::Cursor;

    /// A noisy picture: so its file is several stretches long.
    fn noisy(colours: ExtendedColorType, each: u32) -> Vec<u8> {
        let mut chance = fastrand::Rng::with_seed(7);
        let pixels: Vec<u8> = (0..400 * 300 * each).map(|_| chance.u8(..)).collect();
        let mut file = Vec::new();
        JpegEncoder::new_with_quality(&mut file, 95).encode(&pixels, 400, 300, colours).unwrap();
        file
    }

    /// The same as decoded at once, whole or cut off anywhere; and it pauses once a stretch.
    #[rstest]
    #[case::in_colour(ExtendedColorType::Rgb8, 3)]
    #[case::grey(ExtendedColorType::L8, 1)]
    fn as_decoded_at_once(#[case] colours: ExtendedColorType, #[case] each: u32) {
        let whole = noisy(colours, each);
        for end in [whole.len(), whole.len() / 2, whole.len() / 10] {
            let file = &whole[..end];
            let at_once = image::codecs::jpeg::JpegDecoder::new(Cursor::new(file)).unwrap();
            let kind = at_once.color_type();
            let mut expected = vec![0; usize::try_from(at_once.total_bytes()).unwrap()];
            let mut found = expected.clone();
            let there = at_once.read_image(&mut expected).is_ok();
            let pauses = Cell::new(0);
            let read = decode(file, kind, &mut found, &|| pauses.set(pauses.get() + 1));
            assert_eq!(read.is_ok(), there);
            assert!(!there || found == expected);
            let stretches = file.len() / STRETCH;
            assert!(
                (stretches.saturating_sub(2)..=stretches + 2).contains(&pauses.get()),
                "{} {stretches}",
                pauses.get()
            );
        }
        assert!(whole.len() > 4 * STRETCH);
    }
}
