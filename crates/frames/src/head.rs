use crate::FrameError;
use crate::decode::Opened;
use crate::mark::Seen;

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
    /// TIFF.
    Tiff,
    /// A raw file, of which the full-size JPEG in it is looked at.
    Raw,
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

/// Looks at a frame's header.
///
/// # Errors
/// What is empty, too large, of another kind, or damaged that early.
pub fn head(bytes: &[u8]) -> Result<Head, FrameError> {
    Opened::of(bytes)?.head()
}
