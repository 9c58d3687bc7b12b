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

/// The folder of copies beside a studio's file.
pub(crate) fn folder_of(file: &Path) -> PathBuf {
    file.with_file_name(FOLDER)
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
        folder_of(self.file())
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

    /// Keeps a copy that is known by the name of its file alone, as [`Studio::copies_of`] gives it.
    ///
    /// # Errors
    /// [`StoreError::Frames`] where the folder cannot be written.
    pub fn keep_copy_by_name(&self, name: &str, bytes: &[u8]) -> Result<(), StoreError> {
        put_by_name(&self.frames(), name, bytes).map_err(|error| StoreError::Frames { why: error.to_string() })
    }

    /// The copies there are of these frames, each by the name of its file.
    #[must_use]
    pub fn copies_of(&self, hashes: &HashSet<String>) -> Vec<(String, PathBuf)> {
        let named = |path: PathBuf| Some((path.file_name()?.to_str()?.to_owned(), path));
        copies(&self.frames())
            .into_iter()
            .filter(|(_, hash)| hashes.contains(hash))
            .filter_map(|(path, _)| named(path))
            .collect()
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

/// The hash of the file a copy's name says it is of; none of any other name, which so is no way out of the folder.
pub(crate) fn hash_in(name: &str) -> Option<&str> {
    let (hash, which) = name.strip_suffix(".jpg")?.split_at_checked(64)?;
    let known = which.is_empty() || which == "-small" || which.strip_prefix('-')?.parse::<u8>().is_ok();
    Some(hash).filter(|hash| is_hash(hash) && known)
}

/// Puts a copy that is known by its name alone into a folder; what is there already stays.
pub(crate) fn put_by_name(folder: &Path, name: &str, bytes: &[u8]) -> std::io::Result<()> {
    let Some(hash) = hash_in(name) else { return Ok(()) };
    let below = folder.join(&hash[..2]);
    std::fs::create_dir_all(&below)?;
    let path = below.join(name);
    if path.exists() { Ok(()) } else { put(&path, bytes) }
}

/// Every copy there is, with the hash it is of; other files are none.
pub(crate) fn copies(folder: &Path) -> Vec<(PathBuf, String)> {
    let inside = |folder: &Path| {
        let entries = std::fs::read_dir(folder).into_iter().flatten();
        entries.filter_map(|entry| Some(entry.ok()?.path())).collect::<Vec<_>>()
    };
    let hash = |path: &Path| hash_in(path.file_name()?.to_str()?).map(str::to_owned);
    inside(folder)
        .iter()
        .flat_map(|below| inside(below))
        .filter_map(|path| hash(&path).map(|hash| (path, hash)))
        .collect()
}
