use crate::head::{BYTES, PIXELS};

/// Why a frame is not taken.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum FrameError {
    /// Nothing in it.
    #[error("The file is empty.")]
    Empty,
    /// Too large a file.
    #[error("The file is larger than {} MB.", BYTES / 1_000_000)]
    TooManyBytes,
    /// Too large a picture.
    #[error("The picture has {width} × {height} pixels; up to {} million are read.", PIXELS / 1_000_000)]
    TooManyPixels {
        /// As stored.
        width: u32,
        /// As stored.
        height: u32,
    },
    /// A kind of file that is not read.
    #[error("This is no JPEG, PNG or TIFF file, nor a raw file with a JPEG in it. Save it as one of these first.")]
    Kind,
    /// HEIC, as phones write it.
    #[error("This is a HEIC file, which is not read here. Set the phone to save JPEG, or share it as one.")]
    Heic,
    /// A raw file without a JPEG in it.
    #[error("There is no full-size JPEG in this raw file. Set the camera to write one beside it, or save it as JPEG.")]
    NothingInside,
    /// It breaks off, or is not what it says.
    #[error("The file is damaged: {what}.")]
    Broken {
        /// What its reader found.
        what: String,
    },
    /// A colour space that is not read.
    #[error("Its colours are in a space that is not read: {what}. Save it in sRGB, Display P3 or Adobe RGB.")]
    Space {
        /// What was found.
        what: String,
    },
    /// Two frames that are no pair.
    #[error("The two frames are not of one size: only frames of one camera, uncropped, can be taken from each other.")]
    Pair,
    /// A mark beside the picture, or with nothing in it.
    #[error("The mark has to lie in the picture and hold at least {} pixels.", crate::patch::FEWEST)]
    Mark,
}

impl FrameError {
    pub(crate) fn broken(what: impl ToString) -> FrameError {
        // Words of a reader's own, cut to what can be read.
        let what: String = what.to_string().chars().filter(|letter| !letter.is_control()).take(160).collect();
        FrameError::Broken { what: what.trim_end_matches('.').to_owned() }
    }
}
