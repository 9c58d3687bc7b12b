use super::id;
use crate::body::Body;
use crate::problem::Problem;
use actix_web::web::{Data, Json, Path};
use actix_web::{HttpResponse, delete, get, post, put};
use serde::Deserialize;
use tolva_core::format::Brief;
use tolva_core::quantity::Id;
use tolva_store::{Job, JobSummary, Studio};
use utoipa::ToSchema;

/// A job to save, with the version it was changed from.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct JobToKeep {
    /// The job.
    pub job: Brief,
    /// The version it was changed from.
    pub version: i64,
}

/// The setups of a job in their new order.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Order {
    /// Every setup of the job once.
    pub setups: Vec<Id>,
}

/// All jobs with their setups, the newest first.
#[utoipa::path(operation_id = "jobs_list", responses((status = 200, body = Vec<JobSummary>)))]
#[get("/jobs")]
pub async fn list(studio: Data<Studio>) -> Result<Json<Vec<JobSummary>>, Problem> {
    Ok(Json(studio.jobs().await?))
}

/// Makes a job.
#[utoipa::path(operation_id = "jobs_add", request_body = Brief, responses((status = 201, body = Job), (status = 422, body = Problem)))]
#[post("/jobs")]
pub async fn add(studio: Data<Studio>, body: Body<Brief>) -> Result<HttpResponse, Problem> {
    Ok(HttpResponse::Created().json(studio.add_job(body.0).await?))
}

/// One job with its setups.
#[utoipa::path(operation_id = "jobs_one", params(("id" = String, Path)), responses((status = 200, body = JobSummary), (status = 404, body = Problem)))]
#[get("/jobs/{id}")]
pub async fn one(studio: Data<Studio>, path: Path<String>) -> Result<Json<JobSummary>, Problem> {
    Ok(Json(studio.job(&id(&path)?).await?))
}

/// Saves a changed job.
#[utoipa::path(operation_id = "jobs_keep", params(("id" = String, Path)), request_body = JobToKeep,
    responses((status = 200, body = Job), (status = 409, body = Problem), (status = 422, body = Problem)))]
#[put("/jobs/{id}")]
pub async fn keep(studio: Data<Studio>, path: Path<String>, body: Body<JobToKeep>) -> Result<Json<Job>, Problem> {
    Ok(Json(studio.keep_job(&id(&path)?, body.0.job, body.0.version).await?))
}

/// Deletes a job with its setups; it can be brought back.
#[utoipa::path(operation_id = "jobs_delete", params(("id" = String, Path)), responses((status = 204), (status = 404, body = Problem)))]
#[delete("/jobs/{id}")]
pub async fn delete(studio: Data<Studio>, path: Path<String>) -> Result<HttpResponse, Problem> {
    studio.delete_job(&id(&path)?).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// Brings a deleted job back.
#[utoipa::path(operation_id = "jobs_restore", params(("id" = String, Path)), responses((status = 204), (status = 404, body = Problem)))]
#[post("/jobs/{id}/restore")]
pub async fn restore(studio: Data<Studio>, path: Path<String>) -> Result<HttpResponse, Problem> {
    studio.restore_job(&id(&path)?).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// Copies a job with its setups.
#[utoipa::path(operation_id = "jobs_duplicate", params(("id" = String, Path)), responses((status = 201, body = Job), (status = 404, body = Problem)))]
#[post("/jobs/{id}/duplicate")]
pub async fn duplicate(studio: Data<Studio>, path: Path<String>) -> Result<HttpResponse, Problem> {
    Ok(HttpResponse::Created().json(studio.duplicate_job(&id(&path)?).await?))
}

/// Puts the setups of a job into another shooting order.
#[utoipa::path(operation_id = "jobs_order", params(("id" = String, Path)), request_body = Order,
    responses((status = 204), (status = 404, body = Problem), (status = 409, body = Problem)))]
#[put("/jobs/{id}/order")]
pub async fn order(studio: Data<Studio>, path: Path<String>, body: Body<Order>) -> Result<HttpResponse, Problem> {
    studio.order_setups(&id(&path)?, &body.0.setups).await?;
    Ok(HttpResponse::NoContent().finish())
}
