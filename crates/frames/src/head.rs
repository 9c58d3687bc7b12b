use crate::FrameError;
use crate::mark::Seen;
use crate::{jpeg, png_rows};

/// The largest file that is read, in bytes.
pub const BYTES: usize = 200_000_000;
/// The largest picture that is read, in pixels.
pub const PIXELS: u64 = 100_000_000;
/// What decoding one may take, in bytes.
pub(crate) const MEMORY: u64 = 1_000_000_000;

/// What kind of file a frame is.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum FrameKind {
    /// JPEG.
    Jpeg,
    /// PNG.
    Png,
}

/// What a frame says of itself before it is decoded.
#[derive(Debug, Clone, PartialEq)]
pub struct Head {
    /// Its kind.
    pub kind: FrameKind,
    /// Pixels across, as stored.
    pub width: u32,
    /// Pixels down, as stored.
    pub height: u32,
    /// How it is turned to be seen.
    pub seen: Seen,
    /// Its colour profile, where it has one.
    pub(crate) profile: Option<Vec<u8>>,
}

impl FrameKind {
    /// By how the file begins, whatever it is called.
    fn of(bytes: &[u8]) -> Option<FrameKind> {
        if bytes.starts_with(&[0xff, 0xd8, 0xff]) {
            Some(FrameKind::Jpeg)
        } else if bytes.starts_with(&[0x89, b'P', b'N', b'G', 0x0d, 0x0a, 0x1a, 0x0a]) {
            Some(FrameKind::Png)
        } else {
            None
        }
    }
}

/// Looks at a frame's header.
///
/// # Errors
/// What is empty, too large, of another kind, or damaged that early.
pub fn head(bytes: &[u8]) -> Result<Head, FrameError> {
    if bytes.is_empty() {
        return Err(FrameError::Empty);
    }
    if bytes.len() > BYTES {
        return Err(FrameError::TooManyBytes);
    }
    let head = match FrameKind::of(bytes).ok_or(FrameError::Kind)? {
        FrameKind::Jpeg => jpeg::head(bytes)?,
        FrameKind::Png => png_rows::head(bytes)?,
    };
    let (width, height) = (head.width, head.height);
    if u64::from(width) * u64::from(height) > PIXELS {
        return Err(FrameError::TooManyPixels { width, height });
    }
    Ok(head)
}
