//! The whole studio as a folder of files in one: the kit and every job, each as it would be taken alone.

use crate::body::{ARCHIVE_LIMIT, FILE_LIMIT};
use crate::problem::Problem;
use actix_web::http::StatusCode;
use std::io::{Cursor, Read, Write};
use std::path::PathBuf;
use tolva_core::format::{JobFile, TolvaFile, read_file, read_filed_take};
use tolva_core::quantity::Id;
use tolva_core::take::FiledTake;
use tolva_frames::head;
use tolva_store::{FiledLog, StoreError, Studio};
use zip::write::{SimpleFileOptions, ZipWriter};
use zip::{CompressionMethod, ZipArchive};

/// Files taken of one archive.
const MOST_FILES: usize = 20_000;
/// What all files of an archive may hold together, in bytes unpacked.
const MOST_UNPACKED: usize = 16 * FILE_LIMIT;

/// Whether bytes begin as an archive does.
pub fn is_archive(bytes: &[u8]) -> bool {
    bytes.starts_with(b"PK\x03\x04") || bytes.starts_with(b"PK\x05\x06")
}

/// Everything in an archive.
#[derive(Debug, Default)]
pub struct Unpacked {
    /// Kits and jobs.
    pub files: Vec<TolvaFile>,
    /// The logs of its jobs.
    pub logs: Vec<FiledLog>,
    /// Copies of frames, by the names of their files.
    pub frames: Vec<(String, Vec<u8>)>,
}

impl Unpacked {
    /// Keeps its copies of frames. They are by contents: those of an import that is refused are of no take, and go with the next start.
    pub fn keep_frames(&self, studio: &Studio) -> Result<(), StoreError> {
        self.frames.iter().try_for_each(|(name, bytes)| studio.keep_copy_by_name(name, bytes))
    }
}

fn not_packed() -> Problem {
    let detail = "The studio could not be packed. The backup holds all of it too.";
    Problem::new(StatusCode::INTERNAL_SERVER_ERROR, "archive", "Not packed", detail)
}

type Packing = ZipWriter<Cursor<Vec<u8>>>;

fn put_text(archive: &mut Packing, name: &str, text: &[u8]) -> Result<(), Problem> {
    archive.start_file(name, SimpleFileOptions::default()).map_err(|_| not_packed())?;
    archive.write_all(text).map_err(|_| not_packed())
}

fn put_file(archive: &mut Packing, file: &TolvaFile) -> Result<(), Problem> {
    let (name, text) = match file {
        TolvaFile::Kit(kit) => ("kit.tolva.json".to_owned(), serde_json::to_vec_pretty(kit)),
        TolvaFile::Job(job) => (format!("jobs/{}.tolva.json", job.id), serde_json::to_vec_pretty(job)),
    };
    put_text(archive, &name, &text.map_err(|_| not_packed())?)
}

/// Packs files into one archive.
pub fn pack(files: &[TolvaFile]) -> Result<Vec<u8>, Problem> {
    let mut archive = ZipWriter::new(Cursor::new(Vec::new()));
    files.iter().try_for_each(|file| put_file(&mut archive, file))?;
    Ok(archive.finish().map_err(|_| not_packed())?.into_inner())
}

/// Packs a job with its log, as lines of JSON, and copies of its frames, each by its name and where it stands.
pub fn pack_job(job: JobFile, log: &str, frames: &[(String, PathBuf)]) -> Result<Vec<u8>, Problem> {
    let mut archive = ZipWriter::new(Cursor::new(Vec::new()));
    let id = job.id.clone();
    put_file(&mut archive, &TolvaFile::Job(Box::new(job)))?;
    put_text(&mut archive, &format!("jobs/{id}{LOG}"), log.as_bytes())?;
    let stored = SimpleFileOptions::default().compression_method(CompressionMethod::Stored);
    let mut packed = 0;
    for (name, path) in frames {
        let bytes = std::fs::read(path).map_err(|_| not_packed())?;
        packed += bytes.len();
        if packed > ARCHIVE_LIMIT {
            let detail = "Its frames are too many for one archive: the backup of the studio holds them all.";
            return Err(Problem::new(StatusCode::CONFLICT, "archive", "Not packed", detail));
        }
        archive.start_file(format!("frames/{name}"), stored).map_err(|_| not_packed())?;
        archive.write_all(&bytes).map_err(|_| not_packed())?;
    }
    Ok(archive.finish().map_err(|_| not_packed())?.into_inner())
}

/// How the name of a job's log ends.
const LOG: &str = ".takes.jsonl";

/// Reads every file of an archive; one that cannot be taken refuses all, by its name.
pub fn unpack(bytes: &[u8]) -> Result<Unpacked, Problem> {
    let refused =
        |detail: String| Problem::new(StatusCode::UNPROCESSABLE_ENTITY, "archive", "The file cannot be taken", detail);
    let damaged = || refused("The archive is damaged; nothing was changed.".to_owned());
    let mut archive = ZipArchive::new(Cursor::new(bytes)).map_err(|_| damaged())?;
    if archive.len() > MOST_FILES {
        return Err(refused(format!("The archive holds more than {MOST_FILES} files; nothing was changed.")));
    }
    let (mut found, mut unpacked) = (Unpacked::default(), 0);
    for index in 0..archive.len() {
        let mut entry = archive.by_index(index).map_err(|_| damaged())?;
        let name: String = entry.name().map_err(|_| damaged())?.chars().take(120).collect();
        let last = name.rsplit('/').next().unwrap_or_default().to_owned();
        let frame = name.starts_with("frames/") && last.ends_with(".jpg");
        if entry.is_dir() || !(name.ends_with(".json") || name.ends_with(LOG) || frame) {
            continue;
        }
        let room = FILE_LIMIT.min(MOST_UNPACKED - unpacked) as u64;
        let mut text = Vec::new();
        entry.by_ref().take(room + 1).read_to_end(&mut text).map_err(|_| damaged())?;
        if text.len() as u64 > room {
            return Err(refused(format!("{name} makes it too large; nothing was changed.")));
        }
        unpacked += text.len();
        if frame {
            // A copy is a picture that reads; what else may stand there is no frame of ours.
            head(&text).map_err(|error| refused(format!("{name}: {error}")))?;
            found.frames.push((last, text));
        } else if let Some(job) = last.strip_suffix(LOG) {
            let job = Id::new(job).map_err(|_| damaged())?;
            let takes = read_lines(&text).map_err(|problem| refused(format!("{name}: {}", problem.detail)))?;
            found.logs.push(FiledLog { job, takes });
        } else {
            let value = crate::body::json(&text).map_err(|problem| refused(format!("{name}: {}", problem.detail)))?;
            found.files.push(read_file(value).map_err(|error| refused(format!("{name}: {error}")))?);
        }
    }
    if found.files.is_empty() {
        return Err(refused("There is no job and no kit in this archive.".to_owned()));
    }
    Ok(found)
}

/// Reads takes from lines of JSON.
pub fn read_lines(bytes: &[u8]) -> Result<Vec<FiledTake>, Problem> {
    let refused = |line: usize, why: String| {
        let detail = format!("Line {}: {why} Nothing was changed.", line + 1);
        Problem::new(StatusCode::UNPROCESSABLE_ENTITY, "lines", "The file cannot be taken", detail)
    };
    let text = std::str::from_utf8(bytes).map_err(|_| refused(0, "This is no text.".to_owned()))?;
    let lines = text.lines().enumerate().filter(|(_, line)| !line.trim().is_empty());
    lines
        .map(|(at, line)| {
            let value = crate::body::json(line.as_bytes()).map_err(|problem| refused(at, problem.detail))?;
            read_filed_take(value).map_err(|error| refused(at, error.to_string()))
        })
        .collect()
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
