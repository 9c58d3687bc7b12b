//! A folder that is watched: a tethered camera, or the stand-in's, puts its frames there.

use super::intake::{Came, new_take};
use super::{Stands, TakeTold};
use crate::api::asked::Asked;
use crate::api::frame::ONE;
use crate::problem::Problem;
use crate::stand_ins::FRAMES_IN;
use crate::work::Kind;
use actix_web::http::StatusCode;
use actix_web::web::{Bytes, Data, Json, Path};
use actix_web::{HttpResponse, get, post};
use serde::Serialize;
use std::path::{Path as FilePath, PathBuf};
use std::time::{Duration, SystemTime};
use tolva_core::take::FrameSeen;
use tolva_frames::{BYTES, FrameError};
use tolva_store::Studio;
use utoipa::ToSchema;

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
    studio.file().with_file_name(FRAMES_IN)
}

/// The file a take's frame came in as, where the watched folder still has it as it was.
pub(super) fn original(studio: &Studio, frame: &FrameSeen) -> Option<Bytes> {
    let came = read(&folder(studio), frame.name.to_string()).ok()?;
    (came.hash == frame.hash).then_some(came.bytes)
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

/// Takes a frame of the watched folder in. The file stays where it is. A frame that any setup has or had a take of is left alone: it is
/// another's, or was deleted.
#[utoipa::path(operation_id = "takes_add_watched", params(("id" = String, Path), ("name" = String, Path)),
    responses((status = 201, body = TakeTold), (status = 204, description = "There is or was a take of this frame already."),
        (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/setups/{id}/takes/watched/{name}")]
pub async fn take_watched(asked: Asked, path: Path<(String, String)>) -> Result<HttpResponse, Problem> {
    let (of, name) = path.into_inner();
    let _alone = ONE.acquire().await;
    let stands = Stands::of(&asked, &of).await?;
    let folder = folder(&asked.studio);
    let came = asked.work(Kind::Frame, move || read(&folder, name)).await??;
    if asked.studio.knows_frame(&came.hash).await? {
        return Ok(HttpResponse::NoContent().finish());
    }
    Ok(HttpResponse::Created().json(new_take(&asked, stands, came).await?))
}

/// Reads a frame of the folder.
fn read(folder: &FilePath, name: String) -> Result<Came, Problem> {
    let gone = || {
        let detail = "That frame is not in the folder any more.";
        Problem::new(StatusCode::NOT_FOUND, "not-found", "Not there", detail)
    };
    let file = folder.join(&name);
    let about = std::fs::metadata(&file).ok().filter(|about| may_be(&name) && about.is_file()).ok_or_else(gone)?;
    if about.len() > BYTES as u64 {
        return Err(FrameError::TooManyBytes.into());
    }
    let bytes = std::fs::read(&file).map_err(|_| gone())?;
    Ok(Came::of(name, Bytes::from(bytes)))
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
