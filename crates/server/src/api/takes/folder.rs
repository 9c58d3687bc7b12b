//! A folder that is watched: a tethered camera, or the stand-in's, puts its frames there.

use super::TakeTold;
use super::intake::taken_in;
use crate::api::asked::Asked;
use crate::api::frame::ONE;
use crate::problem::Problem;
use actix_web::http::StatusCode;
use actix_web::web::{Bytes, Data, Json, Path};
use actix_web::{HttpResponse, get, post};
use serde::Serialize;
use std::path::{Path as FilePath, PathBuf};
use std::time::{Duration, SystemTime};
use tolva_frames::BYTES;
use tolva_store::Studio;
use utoipa::ToSchema;

/// The name of the folder, beside the studio's file.
const FOLDER: &str = "frames-in";
/// A file that was written to so lately may not be whole yet.
const SETTLES: Duration = Duration::from_millis(400);
/// So many files of the folder are told, the oldest first.
const MOST: usize = 2_000;
/// How frames' files end.
const ENDINGS: [&str; 12] = ["jpg", "jpeg", "png", "tif", "tiff", "dng", "nef", "cr2", "arw", "orf", "pef", "rw2"];

/// The watched folder.
#[derive(Debug, Serialize, ToSchema)]
pub struct Watched {
    /// Where it is.
    folder: String,
    /// The frames in it that are whole, the oldest first, by name.
    frames: Vec<String>,
}

fn folder(studio: &Studio) -> PathBuf {
    studio.file().with_file_name(FOLDER)
}

/// Whether a name is of a frame in the folder itself.
fn may_be(name: &str) -> bool {
    let ending = FilePath::new(name).extension().and_then(|ending| ending.to_str()).map(str::to_ascii_lowercase);
    !name.starts_with('.')
        && !name.contains(['/', '\\'])
        && ending.is_some_and(|ending| ENDINGS.contains(&ending.as_str()))
}

fn frames(folder: &FilePath) -> Vec<String> {
    let entries = std::fs::read_dir(folder).into_iter().flatten();
    let mut found: Vec<(SystemTime, String)> = entries
        .filter_map(|entry| {
            let entry = entry.ok()?;
            let (name, about) = (entry.file_name().into_string().ok()?, entry.metadata().ok()?);
            let written = about.modified().ok()?;
            let settled = written.elapsed().is_ok_and(|since| since > SETTLES);
            (about.is_file() && settled && may_be(&name)).then_some((written, name))
        })
        .collect();
    found.sort();
    found.into_iter().take(MOST).map(|(_, name)| name).collect()
}

/// The folder that is watched, and the frames in it. It is made where it is not there.
#[utoipa::path(operation_id = "frames_watched", responses((status = 200, body = Watched)))]
#[get("/frames-in")]
pub async fn watched(studio: Data<Studio>) -> Json<Watched> {
    let folder = folder(&studio);
    // Where it cannot be made there are no frames in it, and its place is told all the same.
    let _ = std::fs::create_dir_all(&folder);
    Json(Watched { frames: frames(&folder), folder: folder.display().to_string() })
}

/// Takes a frame of the watched folder in. The file stays where it is.
#[utoipa::path(operation_id = "takes_add_watched", params(("id" = String, Path), ("name" = String, Path)),
    responses((status = 200, body = TakeTold), (status = 201, body = TakeTold), (status = 404, body = Problem),
        (status = 422, body = Problem)))]
#[post("/setups/{id}/takes/watched/{name}")]
pub async fn take_watched(asked: Asked, path: Path<(String, String)>) -> Result<HttpResponse, Problem> {
    let (of, name) = path.into_inner();
    let _alone = ONE.acquire().await;
    let file = folder(&asked.studio).join(&name);
    let gone = || {
        let detail = "That frame is not in the folder any more.";
        Problem::new(StatusCode::NOT_FOUND, "not-found", "Not there", detail)
    };
    let size = std::fs::metadata(&file).ok().filter(|about| may_be(&name) && about.is_file()).map(|about| about.len());
    if size.ok_or_else(gone)? > BYTES as u64 {
        return Err(tolva_frames::FrameError::TooManyBytes.into());
    }
    let bytes = std::fs::read(&file).map_err(|_| gone())?;
    let told = taken_in(&asked, &of, name, Bytes::from(bytes)).await?;
    Ok(if told.known { HttpResponse::Ok().json(told) } else { HttpResponse::Created().json(told) })
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case("IMG_0001.JPG", true)]
    #[case("frame-1790000000-0001.jpg", true)]
    #[case("../studio.sqlite", false)]
    #[case("a/b.jpg", false)]
    #[case(".hidden.jpg", false)]
    #[case("frame.jpg.part", false)]
    #[case("frame-1790000000-0001.jpg.away", false)]
    fn what_may_be_a_frame(#[case] name: &str, #[case] frame: bool) {
        assert_eq!(may_be(name), frame);
    }
}
