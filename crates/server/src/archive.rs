//! The whole studio as a folder of files in one: the kit and every job, each as it would be taken alone.

use crate::body::FILE_LIMIT;
use crate::problem::Problem;
use actix_web::http::StatusCode;
use std::io::{Cursor, Read, Write};
use tolva_core::format::{TolvaFile, read_file};
use zip::ZipArchive;
use zip::write::{SimpleFileOptions, ZipWriter};

/// Files taken of one archive.
const MOST_FILES: usize = 20_000;
/// What all files of an archive may hold together, in bytes unpacked.
const MOST_UNPACKED: usize = 16 * FILE_LIMIT;

/// Whether bytes begin as an archive does.
pub fn is_archive(bytes: &[u8]) -> bool {
    bytes.starts_with(b"PK\x03\x04") || bytes.starts_with(b"PK\x05\x06")
}

/// Packs files into one archive.
pub fn pack(files: &[TolvaFile]) -> Result<Vec<u8>, Problem> {
    let failed = || {
        let detail = "The studio could not be packed. The backup holds all of it too.";
        Problem::new(StatusCode::INTERNAL_SERVER_ERROR, "archive", "Not packed", detail)
    };
    let mut archive = ZipWriter::new(Cursor::new(Vec::new()));
    for file in files {
        let (name, text) = match file {
            TolvaFile::Kit(kit) => ("kit.tolva.json".to_owned(), serde_json::to_vec_pretty(kit)),
            TolvaFile::Job(job) => (format!("jobs/{}.tolva.json", job.id), serde_json::to_vec_pretty(job)),
        };
        archive.start_file(name, SimpleFileOptions::default()).map_err(|_| failed())?;
        archive.write_all(&text.map_err(|_| failed())?).map_err(|_| failed())?;
    }
    Ok(archive.finish().map_err(|_| failed())?.into_inner())
}

/// Reads every file of an archive; one that cannot be taken refuses all, by its name.
pub fn unpack(bytes: &[u8]) -> Result<Vec<TolvaFile>, Problem> {
    let refused =
        |detail: String| Problem::new(StatusCode::UNPROCESSABLE_ENTITY, "archive", "The file cannot be taken", detail);
    let damaged = || refused("The archive is damaged; nothing was changed.".to_owned());
    let mut archive = ZipArchive::new(Cursor::new(bytes)).map_err(|_| damaged())?;
    if archive.len() > MOST_FILES {
        return Err(refused(format!("The archive holds more than {MOST_FILES} files; nothing was changed.")));
    }
    let (mut files, mut unpacked) = (Vec::new(), 0);
    for index in 0..archive.len() {
        let mut entry = archive.by_index(index).map_err(|_| damaged())?;
        let name: String = entry.name().map_err(|_| damaged())?.chars().take(80).collect();
        if entry.is_dir() || !name.ends_with(".json") {
            continue;
        }
        let room = FILE_LIMIT.min(MOST_UNPACKED - unpacked) as u64;
        let mut text = Vec::new();
        entry.by_ref().take(room + 1).read_to_end(&mut text).map_err(|_| damaged())?;
        if text.len() as u64 > room {
            return Err(refused(format!("{name} makes it too large; nothing was changed.")));
        }
        unpacked += text.len();
        let value = crate::body::json(&text).map_err(|problem| refused(format!("{name}: {}", problem.detail)))?;
        files.push(read_file(value).map_err(|error| refused(format!("{name}: {error}")))?);
    }
    if files.is_empty() {
        return Err(refused("There is no job and no kit in this archive.".to_owned()));
    }
    Ok(files)
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    fn zipped(entries: &[(&str, &[u8])]) -> Vec<u8> {
        let mut archive = ZipWriter::new(Cursor::new(Vec::new()));
        for (name, text) in entries {
            archive.start_file(*name, SimpleFileOptions::default()).unwrap();
            archive.write_all(text).unwrap();
        }
        archive.finish().unwrap().into_inner()
    }

    #[rstest]
    #[case::nothing(zipped(&[]), "no job and no kit")]
    #[case::of_another(zipped(&[("a.txt", b"x")]), "no job and no kit")]
    #[case::no_json(zipped(&[("jobs/a.json", b"{")]), "jobs/a.json: This is not JSON")]
    #[case::not_ours(zipped(&[("a.json", b"{\"format\":\"x\"}")]), "a.json: This is not a Tolva file")]
    #[case::blown_up(zipped(&[("a.json", &vec![b' '; FILE_LIMIT + 1])]), "a.json makes it too large")]
    #[case::cut_off(zipped(&[("a.json", b"{}")])[..40].to_vec(), "damaged")]
    fn what_cannot_be_taken_is_named(#[case] bytes: Vec<u8>, #[case] said: &str) {
        let problem = unpack(&bytes).unwrap_err();
        assert_eq!(problem.status, 422);
        assert!(problem.detail.contains(said), "{}", problem.detail);
    }
}
