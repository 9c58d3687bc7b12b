//! The log of a job as lines of JSON, out and in, and what room copies of frames take.

use crate::api::asked::Asked;
use crate::api::files::file_of;
use crate::api::id;
use crate::archive::read_lines;
use crate::attachment::attachment;
use crate::problem::Problem;
use crate::work::Kind;
use actix_web::web::{Data, Json, Path, Payload};
use actix_web::{HttpResponse, get, post};
use serde::Serialize;
use std::collections::HashSet;
use tolva_core::format::VERSION;
use tolva_core::quantity::Id;
use tolva_core::take::FiledTake;
use tolva_store::{CopiesRoom, SoughtTakes, Studio};
use utoipa::ToSchema;

/// The takes of a job, the latest first, each a line of JSON.
#[utoipa::path(operation_id = "log_lines", params(("id" = String, Path)),
    responses((status = 200, body = String, content_type = "application/x-ndjson"), (status = 404, body = Problem)))]
#[get("/jobs/{id}/takes.jsonl")]
pub async fn takes_in_lines(studio: Data<Studio>, path: Path<String>) -> Result<HttpResponse, Problem> {
    let job = id(&path)?;
    let name = studio.job(&job).await?.job.name;
    let lines = lines_of(&studio, &job).await?.0;
    Ok(attachment(&format!("{name} takes"), "jsonl", "application/x-ndjson", lines))
}

/// All takes of a job as lines of JSON, and the frames they are of, by their hashes.
pub async fn lines_of(studio: &Studio, job: &Id) -> Result<(String, HashSet<String>), Problem> {
    let (mut lines, mut hashes, mut sought) =
        (String::new(), HashSet::new(), SoughtTakes { most: 200, ..SoughtTakes::default() });
    loop {
        let page = studio.takes(job, &sought).await?;
        for kept in page.takes {
            hashes.extend(kept.take.frame.as_ref().map(|frame| frame.hash.clone()));
            let filed = FiledTake { version: VERSION, setup: kept.setup, at: kept.at, take: kept.take };
            // What was read from JSON is written as JSON.
            lines += &serde_json::to_string(&filed).unwrap_or_default();
            lines.push('\n');
        }
        let Some(next) = page.next else { return Ok((lines, hashes)) };
        sought.from = Some(next);
    }
}

/// How many takes came in.
#[derive(Debug, Serialize, ToSchema)]
pub struct TakesIn {
    /// So many; those whose frame was there already are not among them.
    count: u64,
}

/// Takes in takes of a job's setups as [`takes_in_lines`] wrote them, all of them or none. Copies of frames do not come with them.
#[utoipa::path(operation_id = "log_import", params(("id" = String, Path)),
    request_body(content = String, content_type = "application/x-ndjson", description = "lines of FiledTake, up to 32 MB"),
    responses((status = 200, body = TakesIn), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/jobs/{id}/takes/import")]
pub async fn take_lines(asked: Asked, path: Path<String>, payload: Payload) -> Result<Json<TakesIn>, Problem> {
    let job = id(&path)?;
    let bytes = file_of(payload).await?;
    let takes = asked.work(Kind::File, move || read_lines(&bytes)).await??;
    Ok(Json(TakesIn { count: asked.studio.import_takes(&job, &takes).await? }))
}

/// What room copies of frames take in the studio's folder.
#[utoipa::path(operation_id = "frames_room", responses((status = 200, body = CopiesRoom)))]
#[get("/frames/room")]
pub async fn frames_room(asked: Asked) -> Result<Json<CopiesRoom>, Problem> {
    let studio = asked.studio.clone();
    Ok(Json(asked.work(Kind::File, move || studio.room_of_copies()).await?))
}
