use super::id;
use crate::attachment::attachment;
use crate::body::{FILE_LIMIT, from_value};
use crate::problem::Problem;
use actix_web::http::StatusCode;
use actix_web::web::{Data, Json, Path, Payload};
use actix_web::{HttpResponse, get, post};
use serde_json::Value;
use tolva_core::format::{JOB_FORMAT, JobFile, KIT_FORMAT, KitFile, check_header, v1};
use tolva_store::{Imported, Studio};

fn download(name: &str, value: &impl serde::Serialize) -> HttpResponse {
    match serde_json::to_string_pretty(value) {
        Ok(text) => attachment(name, "tolva.json", "application/json", text + "\n"),
        Err(_) => HttpResponse::InternalServerError().finish(),
    }
}

/// A job as a file.
#[utoipa::path(params(("id" = String, Path)), responses((status = 200, body = JobFile), (status = 404, body = Problem)))]
#[get("/jobs/{id}/export")]
pub async fn export_job(studio: Data<Studio>, path: Path<String>) -> Result<HttpResponse, Problem> {
    let file = studio.export_job(&id(&path)?).await?;
    Ok(download(file.job.name.as_str(), &file))
}

/// The kit as a file.
#[utoipa::path(responses((status = 200, body = KitFile)))]
#[get("/kit/export")]
pub async fn export_kit(studio: Data<Studio>) -> Result<HttpResponse, Problem> {
    Ok(download("kit", &studio.export_kit().await?))
}

/// Takes a job or kit file, all of it or nothing.
#[utoipa::path(request_body(content = JobFile, description = "a job file or a kit file"),
    responses((status = 200, body = Imported), (status = 422, body = Problem)))]
#[post("/import")]
pub async fn import(studio: Data<Studio>, payload: Payload) -> Result<Json<Imported>, Problem> {
    let bytes = payload.to_bytes_limited(FILE_LIMIT).await.map_err(|_| {
        let detail = "The file is larger than 8 MB; nothing was changed.";
        Problem::new(StatusCode::PAYLOAD_TOO_LARGE, "too-large", "Too large", detail)
    })?;
    let bytes = bytes.map_err(|_| {
        Problem::new(StatusCode::BAD_REQUEST, "unreadable", "Cut off", "The file broke off; nothing was changed.")
    })?;
    Ok(Json(take(&studio, &bytes).await?))
}

/// Takes a file's bytes: which kind it is and whether it is too new is looked at before anything else.
pub async fn take(studio: &Studio, bytes: &[u8]) -> Result<Imported, Problem> {
    let value: Value = crate::body::parse(bytes)?;
    let format = value.get("format").and_then(Value::as_str).unwrap_or("nothing").to_owned();
    let version = value.get("version").and_then(Value::as_u64).map_or(0, |version| version.min(9_999) as u32);
    let expected = if format == KIT_FORMAT { KIT_FORMAT } else { JOB_FORMAT };
    check_header(&format, version, expected)?;
    if expected == KIT_FORMAT {
        Ok(studio.import_kit(&from_value::<KitFile>(value, "")?).await?)
    } else if version <= 1 {
        Ok(studio.import_job(&from_value::<v1::JobFile>(value, "")?.into()).await?)
    } else {
        Ok(studio.import_job(&from_value::<JobFile>(value, "")?).await?)
    }
}
