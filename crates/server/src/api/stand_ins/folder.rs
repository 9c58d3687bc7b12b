//! The folder the stand-in camera puts its frames into.

use std::path::{Path, PathBuf};

/// The frames in a folder, the newest first.
pub(super) fn there(folder: &Path) -> Vec<String> {
    let Ok(entries) = std::fs::read_dir(folder) else { return Vec::new() };
    let mut names: Vec<String> =
        entries.filter_map(|entry| entry.ok()?.file_name().into_string().ok()).filter(|name| is_ours(name)).collect();
    names.sort_unstable_by(|a, b| b.cmp(a));
    names
}

/// Whether a file's name is one the camera gives: only those are looked at, sent or deleted.
pub(super) fn is_ours(name: &str) -> bool {
    name.strip_prefix("frame-").and_then(|rest| rest.strip_suffix(".jpg")).is_some_and(|number| {
        number.len() == NUMBER && number.bytes().all(|byte| byte.is_ascii_digit() || byte == b'-')
    })
}

/// Letters of a frame's number: the second it was taken in, and which of that second.
const NUMBER: usize = 15;

/// Writes a frame under the next free number of this second, beside it first, so that whoever watches the folder sees it whole.
pub(super) fn kept(folder: &Path, jpeg: &[u8], second: u64) -> std::io::Result<String> {
    let free =
        (0..10_000u32).map(|more| format!("frame-{second:010}-{more:04}.jpg")).find(|name| !folder.join(name).exists());
    let name = free.ok_or_else(|| std::io::Error::other("too many frames in one second"))?;
    let beside: PathBuf = folder.join(format!("{name}.part"));
    std::fs::write(&beside, jpeg)?;
    std::fs::rename(&beside, folder.join(&name))?;
    Ok(name)
}

/// What is emptied out of the folder is called so beside its name until the next time, so that it can be brought back.
const AWAY: &str = ".away";

/// The frames that were emptied out last.
fn away(folder: &Path) -> Vec<String> {
    let Ok(entries) = std::fs::read_dir(folder) else { return Vec::new() };
    let names = entries.filter_map(|entry| entry.ok()?.file_name().into_string().ok());
    names.filter(|name| name.strip_suffix(AWAY).is_some_and(is_ours)).collect()
}

pub(super) fn emptied(folder: &Path) -> std::io::Result<()> {
    let frames = there(folder);
    if !frames.is_empty() {
        away(folder).iter().try_for_each(|name| std::fs::remove_file(folder.join(name)))?;
    }
    frames.iter().try_for_each(|name| std::fs::rename(folder.join(name), folder.join(format!("{name}{AWAY}"))))
}

pub(super) fn brought_back(folder: &Path) -> std::io::Result<()> {
    away(folder).iter().try_for_each(|name| {
        let back = name.strip_suffix(AWAY).unwrap_or(name);
        std::fs::rename(folder.join(name), folder.join(back))
    })
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case("frame-1790000000-0001.jpg", true)]
    #[case("../studio.sqlite", false)]
    #[case("frame-../../../x-0001.jpg", false)]
    #[case("frame-1790000000-0001.jpg.part", false)]
    #[case("frame-1.jpg", false)]
    fn only_its_own_files(#[case] name: &str, #[case] ours: bool) {
        assert_eq!(is_ours(name), ours);
    }

    #[test]
    fn frames_of_one_second_have_each_their_number() {
        let folder = tempfile::tempdir().unwrap();
        let names: Vec<String> = (0..3).map(|_| kept(folder.path(), b"jpeg", 17).unwrap()).collect();
        assert_eq!(names[2], "frame-0000000017-0002.jpg");
        assert_eq!(there(folder.path()), [names[2].clone(), names[1].clone(), names[0].clone()]);
    }

    /// Emptied twice what was emptied first is gone, an empty folder emptied takes nothing away, and other files are not touched.
    #[test]
    fn what_was_emptied_comes_back() {
        let folder = tempfile::tempdir().unwrap();
        let path = folder.path();
        std::fs::write(path.join("notes.txt"), "mine").unwrap();
        let first = kept(path, b"one", 1).unwrap();
        emptied(path).unwrap();
        emptied(path).unwrap();
        assert_eq!(there(path), [""; 0]);
        brought_back(path).unwrap();
        assert_eq!(there(path), [first.as_str()]);
        emptied(path).unwrap();
        let second = kept(path, b"two", 2).unwrap();
        emptied(path).unwrap();
        brought_back(path).unwrap();
        assert_eq!(there(path), [second]);
        assert!(path.join("notes.txt").exists());
    }
}
