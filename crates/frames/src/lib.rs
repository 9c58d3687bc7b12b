//! Frames as cameras and phones write them: one reader for every picture the program takes in, and one writer for those it gives out.
//!
//! A frame is looked at by its header first, and what is too large, broken or of another kind is refused with what is wrong
//! before anything is decoded. PNG is read row by row; JPEG whole, which its format asks for. Nothing that a file says makes the
//! reader panic or take more memory than it is allowed.

mod error;
mod head;
mod jpeg;
mod layered;
mod mark;
mod patch;
mod png_rows;
mod profile;
mod samples;
mod written;

pub use error::FrameError;
pub use head::{BYTES, FrameKind, Head, PIXELS, head};
pub use layered::{LightLayer, layered};
pub use mark::{Mark, Seen};
pub use patch::{PatchRead, patch};
pub use profile::ColourSpace;
pub use written::{Shot, WriteError, Written, written};
