//! Which file a frame is, and what decodes it.

use crate::FrameError;
use crate::head::{BYTES, FrameKind, Head, MEMORY, PIXELS};
use crate::inside::{is_tiff, largest_jpeg};
use crate::mark::Seen;
use crate::pixels::Pixels;
use crate::unhurried;
use image::ImageDecoder;
use image::codecs::jpeg::JpegDecoder;
use image::codecs::png::PngDecoder;
use image::codecs::tiff::TiffDecoder;
use std::io::Cursor;

/// A frame whose picture is known to be in a file.
#[derive(Debug)]
pub(crate) struct Opened<'a> {
    kind: FrameKind,
    /// The bytes of its picture: all of them, but of a raw file the JPEG in it.
    picture: &'a [u8],
    /// How the file itself says it is turned, where the picture in it does not.
    turned: Option<Seen>,
}

fn decoder<'a>(kind: FrameKind, bytes: &'a [u8]) -> Result<Box<dyn ImageDecoder + 'a>, FrameError> {
    let from = Cursor::new(bytes);
    Ok(match kind {
        FrameKind::Jpeg | FrameKind::Raw => Box::new(JpegDecoder::new(from).map_err(FrameError::broken)?),
        FrameKind::Png => {
            let limits = image::Limits::default();
            Box::new(PngDecoder::with_limits(from, limits).map_err(FrameError::broken)?)
        }
        FrameKind::Tiff => Box::new(TiffDecoder::new(from).map_err(FrameError::broken)?),
    })
}

/// Pixels across and down, where the picture begins as its kind does.
pub(crate) fn size(kind: FrameKind, bytes: &[u8]) -> Option<(u32, u32)> {
    decoder(kind, bytes).ok().map(|decoder| decoder.dimensions())
}

/// Boxes of a file in parts begin with their length and `ftyp` (ISO/IEC 14496-12); these brands are HEIC's (ISO/IEC 23008-12).
fn is_heic(bytes: &[u8]) -> bool {
    let brand = bytes.get(4..8).filter(|kind| *kind == b"ftyp").and_then(|_| bytes.get(8..12));
    brand.is_some_and(|brand| [b"heic", b"heix", b"hevc", b"mif1", b"msf1", b"avif"].iter().any(|one| brand == *one))
}

impl<'a> Opened<'a> {
    /// Looks at how a file begins, whatever it is called.
    pub(crate) fn of(bytes: &'a [u8]) -> Result<Opened<'a>, FrameError> {
        if bytes.is_empty() {
            return Err(FrameError::Empty);
        }
        if bytes.len() > BYTES {
            return Err(FrameError::TooManyBytes);
        }
        let plain = |kind| Ok(Opened { kind, picture: bytes, turned: None });
        if bytes.starts_with(&[0xff, 0xd8, 0xff]) {
            plain(FrameKind::Jpeg)
        } else if bytes.starts_with(&[0x89, b'P', b'N', b'G', 0x0d, 0x0a, 0x1a, 0x0a]) {
            plain(FrameKind::Png)
        } else if is_tiff(bytes) {
            let own = size(FrameKind::Tiff, bytes);
            let pixels = |(width, height): (u32, u32)| u64::from(width) * u64::from(height);
            match largest_jpeg(bytes).filter(|(_, inside)| own.is_none_or(|own| pixels(*inside) > pixels(own))) {
                Some((picture, _)) => {
                    let turned = crate::told::turned(bytes).map(Seen);
                    Ok(Opened { kind: FrameKind::Raw, picture, turned })
                }
                None if own.is_none() => Err(FrameError::NothingInside),
                None => plain(FrameKind::Tiff),
            }
        } else if is_heic(bytes) {
            Err(FrameError::Heic)
        } else {
            Err(FrameError::Kind)
        }
    }

    /// What it says of itself.
    pub(crate) fn head(&self) -> Result<Head, FrameError> {
        let mut decoder = decoder(self.kind, self.picture)?;
        let (width, height) = decoder.dimensions();
        if u64::from(width) * u64::from(height) > PIXELS {
            return Err(FrameError::TooManyPixels { width, height });
        }
        let own = decoder.orientation().map_or(Seen::AS_STORED, Seen);
        Ok(Head {
            kind: self.kind,
            width,
            height,
            seen: self.turned.filter(|_| own == Seen::AS_STORED).unwrap_or(own),
            profile: decoder.icc_profile().map_err(FrameError::broken)?,
        })
    }

    /// All of its pixels. While a JPEG is decoded others are given way to.
    pub(crate) fn pixels(&self, give_way: &dyn Fn()) -> Result<Pixels, FrameError> {
        let decoder = decoder(self.kind, self.picture)?;
        Pixels::decoded(decoder, MEMORY, |decoder, stored| match self.kind {
            FrameKind::Jpeg | FrameKind::Raw => unhurried::decode(self.picture, decoder.color_type(), stored, give_way),
            FrameKind::Png | FrameKind::Tiff => decoder.read_image(stored).map_err(FrameError::broken),
        })
    }
}
