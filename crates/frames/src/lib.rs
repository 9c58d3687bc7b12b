//! Frames as cameras and phones write them: one reader for every picture the program takes in, and one writer for those it gives out.
//!
//! A frame is looked at by its header first, and what is too large, broken or of another kind is refused with what is wrong
//! before anything is decoded. Of a raw file the full-size JPEG in it is looked at. Nothing that a file says makes the
//! reader panic or take more memory than it is allowed.

mod apart;
mod bracket;
mod decode;
mod described;
mod edge;
mod error;
mod head;
mod inside;
mod layered;
mod look;
mod mark;
mod patch;
mod pixels;
mod plane;
mod profile;
mod samples;
mod shift;
mod smaller;
mod told;
mod unhurried;
mod written;

pub use apart::{Apart, apart};
pub use bracket::{PlaceCodes, bracket};
pub use described::described;
pub use edge::Edges;
pub use error::FrameError;
pub use head::{BYTES, FrameKind, Head, PIXELS, head};
pub use layered::{LightLayer, layered};
pub use look::{CROP, Crop, Looked, SMALL, look};
pub use mark::{Mark, Seen};
pub use patch::{PatchRead, patch, patches};
pub use profile::ColourSpace;
pub use smaller::WORKING;
pub use told::{Told, told};
pub use written::{Shot, WriteError, Written, written};
