use super::asked::Asked;
use super::takes::lines_of;
use super::{Query, id};
use crate::archive::{Unpacked, is_archive, pack, pack_job, unpack};
use crate::attachment::attachment;
use crate::body::{ARCHIVE_LIMIT, FILE_LIMIT, PATIENCE, json, too_slow};
use crate::problem::Problem;
use crate::work::Kind;
use actix_web::http::StatusCode;
use actix_web::web::{Bytes, Data, Json, Path, Payload};
use actix_web::{HttpResponse, get, post};
use serde::Deserialize;
use tolva_core::format::{JobFile, KitFile, read_file};
use tolva_store::{Imported, Studio};
use utoipa::IntoParams;

fn download(name: &str, value: &impl serde::Serialize) -> HttpResponse {
    match serde_json::to_string_pretty(value) {
        Ok(text) => attachment(name, "tolva.json", "application/json", text + "\n"),
        Err(_) => HttpResponse::InternalServerError().finish(),
    }
}

/// How a job is taken out.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct JobOut {
    /// Whether its takes and copies of its frames come with it, all in one archive.
    #[serde(default)]
    frames: bool,
}

/// A job as a file; with its takes and frames as an archive that can be taken in elsewhere.
#[utoipa::path(params(("id" = String, Path), JobOut), responses((status = 200, body = JobFile), (status = 404, body = Problem)))]
#[get("/jobs/{id}/export")]
pub async fn export_job(asked: Asked, path: Path<String>, out: Query<JobOut>) -> Result<HttpResponse, Problem> {
    let id = id(&path)?;
    let file = asked.studio.export_job(&id).await?;
    let name = file.job.name.to_string();
    if !out.frames {
        return Ok(download(&name, &file));
    }
    let (lines, hashes) = lines_of(&asked.studio, &id).await?;
    let studio = asked.studio.clone();
    let bytes = asked.work(Kind::File, move || pack_job(file, &lines, &studio.copies_of(&hashes))).await??;
    Ok(attachment(&name, "zip", "application/zip", bytes))
}

/// The kit as a file.
#[utoipa::path(responses((status = 200, body = KitFile)))]
#[get("/kit/export")]
pub async fn export_kit(studio: Data<Studio>) -> Result<HttpResponse, Problem> {
    Ok(download("kit", &studio.export_kit().await?))
}

/// The kit and every job, each as a file, in one archive.
#[utoipa::path(responses((status = 200, body = Vec<u8>, content_type = "application/zip")))]
#[get("/export")]
pub async fn export_all(asked: Asked) -> Result<HttpResponse, Problem> {
    let kept = asked.studio.kept().await?;
    let bytes = asked.work(Kind::File, move || pack(&kept.files())).await??;
    Ok(attachment("tolva studio", "zip", "application/zip", bytes))
}

/// The bytes of a file that is sent in, or why they are none.
pub(super) async fn file_of(payload: Payload) -> Result<Bytes, Problem> {
    bytes_up_to(FILE_LIMIT, payload).await
}

async fn bytes_up_to(limit: usize, payload: Payload) -> Result<Bytes, Problem> {
    let bytes = tokio::time::timeout(PATIENCE, payload.to_bytes_limited(limit)).await.map_err(|_| too_slow())?;
    let bytes = bytes.map_err(|_| {
        let detail = format!("The file is larger than {} MB; nothing was changed.", limit / (1024 * 1024));
        Problem::new(StatusCode::PAYLOAD_TOO_LARGE, "too-large", "Too large", detail)
    })?;
    bytes.map_err(|_| {
        Problem::new(StatusCode::BAD_REQUEST, "unreadable", "Cut off", "The file broke off; nothing was changed.")
    })
}

/// Takes a job file, a kit file or an archive of them, all of it or nothing.
#[utoipa::path(request_body(content = JobFile, description = "a job file, a kit file, or an archive of such"),
    responses((status = 200, body = Imported), (status = 422, body = Problem)))]
#[post("/import")]
pub async fn import(asked: Asked, payload: Payload) -> Result<Json<Imported>, Problem> {
    let bytes = bytes_up_to(ARCHIVE_LIMIT, payload).await?;
    let studio = asked.studio.clone();
    let found = asked.work(Kind::File, move || {
        let found = files_in(&bytes)?;
        found.keep_frames(&studio)?;
        Ok::<_, Problem>(found)
    });
    let found = found.await??;
    Ok(Json(asked.studio.import_all(&found.files, &found.logs).await?))
}

/// Reads a file's bytes: which kind it is and whether it is too new is looked at before anything else.
pub fn files_in(bytes: &[u8]) -> Result<Unpacked, Problem> {
    if is_archive(bytes) {
        return unpack(bytes);
    }
    if bytes.len() > FILE_LIMIT {
        let detail = "A file of its own may have 32 MB; nothing was changed.";
        return Err(Problem::new(StatusCode::PAYLOAD_TOO_LARGE, "too-large", "Too large", detail));
    }
    Ok(Unpacked { files: vec![read_file(json(bytes)?)?], ..Unpacked::default() })
}

/// The whole studio in one file, as of this moment: what `tolva restore` puts back.
#[utoipa::path(responses((status = 200, body = Vec<u8>, content_type = "application/vnd.sqlite3"), (status = 409, body = Problem)))]
#[get("/backup")]
pub async fn back_up(studio: Data<Studio>) -> Result<HttpResponse, Problem> {
    let failed = |_| {
        let detail = "The backup could not be made. Is there room on the disk?";
        Problem::new(StatusCode::INSUFFICIENT_STORAGE, "backup", "No backup", detail)
    };
    let folder = studio.file().parent().unwrap_or_else(|| std::path::Path::new("."));
    let room = tempfile::Builder::new().prefix(".backup-").tempdir_in(folder).map_err(failed)?;
    let file = room.path().join("studio.sqlite");
    studio.back_up(&file).await?;
    let bytes = tokio::task::spawn_blocking(move || {
        let bytes = std::fs::read(&file);
        drop(room);
        bytes
    });
    let bytes = bytes.await.map_err(std::io::Error::other).and_then(|bytes| bytes).map_err(failed)?;
    Ok(attachment("tolva studio", "sqlite", "application/vnd.sqlite3", bytes))
}
