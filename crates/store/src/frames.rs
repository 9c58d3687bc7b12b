//! Copies of frames, in a folder beside the database, by the contents of the file they were made of.

use crate::{StoreError, Studio};
use serde::Serialize;
use sha2::{Digest, Sha256};
use std::collections::HashSet;
use std::fmt::Write;
use std::path::{Path, PathBuf};
use utoipa::ToSchema;

/// The name of the folder.
const FOLDER: &str = "frames";

/// A copy of a frame.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum FrameCopy {
    /// The working copy.
    Working,
    /// A small one, for lists.
    Small,
    /// A crop at full size, of such a number.
    Crop(usize),
}

/// How much room copies take.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, ToSchema)]
pub struct CopiesRoom {
    /// How many frames have copies.
    pub frames: u64,
    /// Bytes in all.
    pub bytes: u64,
}

/// A file's contents, as SHA-256 in hexadecimal.
#[must_use]
pub fn frame_hash(bytes: &[u8]) -> String {
    Sha256::digest(bytes).iter().fold(String::with_capacity(64), |mut hash, byte| {
        // Writing into a text cannot fail.
        let _ = write!(hash, "{byte:02x}");
        hash
    })
}

/// Whether it is a hash, and so no way out of the folder.
fn is_hash(text: &str) -> bool {
    text.len() == 64 && text.bytes().all(|byte| byte.is_ascii_digit() || (b'a'..=b'f').contains(&byte))
}

/// Where a copy stands.
fn place(folder: &Path, hash: &str, copy: FrameCopy) -> PathBuf {
    let name = match copy {
        FrameCopy::Working => format!("{hash}.jpg"),
        FrameCopy::Small => format!("{hash}-small.jpg"),
        FrameCopy::Crop(crop) => format!("{hash}-{crop}.jpg"),
    };
    folder.join(&hash[..2]).join(name)
}

/// Puts a file in its place, whole or not at all.
fn put(path: &Path, bytes: &[u8]) -> std::io::Result<()> {
    let part = path.with_extension("part");
    std::fs::write(&part, bytes)?;
    std::fs::rename(part, path)
}

impl Studio {
    fn frames(&self) -> PathBuf {
        self.file().with_file_name(FOLDER)
    }

    /// Keeps copies of a frame. What is there already stays.
    ///
    /// # Errors
    /// [`StoreError::Frames`] where the folder cannot be written.
    pub fn keep_copies(&self, hash: &str, copies: &[(FrameCopy, &[u8])]) -> Result<(), StoreError> {
        if !is_hash(hash) {
            return Err(StoreError::Unwritable { what: hash.to_owned() });
        }
        let folder = self.frames();
        let write = || {
            std::fs::create_dir_all(folder.join(&hash[..2]))?;
            let places = copies.iter().map(|(copy, bytes)| (place(&folder, hash, *copy), bytes));
            places.filter(|(path, _)| !path.exists()).try_for_each(|(path, bytes)| put(&path, bytes))
        };
        write().map_err(|error: std::io::Error| StoreError::Frames { why: error.to_string() })
    }

    /// A copy of a frame; none where there is none.
    #[must_use]
    pub fn copy_of(&self, hash: &str, copy: FrameCopy) -> Option<Vec<u8>> {
        is_hash(hash).then(|| std::fs::read(place(&self.frames(), hash, copy)).ok()).flatten()
    }

    /// How much room copies take.
    #[must_use]
    pub fn room_of_copies(&self) -> CopiesRoom {
        let mut room = CopiesRoom::default();
        for (path, hash) in copies(&self.frames()) {
            room.bytes += std::fs::metadata(&path).map_or(0, |about| about.len());
            room.frames += u64::from(path == place(&self.frames(), &hash, FrameCopy::Working));
        }
        room
    }

    /// Drops copies of frames that no take is of any more.
    pub(crate) async fn purge_copies(&self) -> Result<(), StoreError> {
        let rows = sqlx::query!(r#"SELECT DISTINCT hash AS "hash!" FROM take WHERE hash IS NOT NULL"#)
            .fetch_all(self.readers())
            .await?;
        let wanted: HashSet<String> = rows.into_iter().map(|row| row.hash).collect();
        for (path, hash) in copies(&self.frames()) {
            if !wanted.contains(&hash) {
                // What cannot be taken away now is taken away another time.
                let _ = std::fs::remove_file(path);
            }
        }
        Ok(())
    }
}

/// Every copy there is, with the hash it is of; other files are none.
fn copies(folder: &Path) -> Vec<(PathBuf, String)> {
    let inside = |folder: &Path| {
        let entries = std::fs::read_dir(folder).into_iter().flatten();
        entries.filter_map(|entry| Some(entry.ok()?.path())).collect::<Vec<_>>()
    };
    let hash = |path: &Path| {
        let name = path.file_name()?.to_str()?.strip_suffix(".jpg")?;
        Some(name.split('-').next().filter(|hash| is_hash(hash))?.to_owned())
    };
    inside(folder)
        .iter()
        .flat_map(|below| inside(below))
        .filter_map(|path| hash(&path).map(|hash| (path, hash)))
        .collect()
}
