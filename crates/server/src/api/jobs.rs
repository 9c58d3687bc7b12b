use super::{Query, id};
use crate::body::Body;
use crate::problem::Problem;
use actix_web::web::{Data, Json, Path};
use actix_web::{HttpResponse, delete, get, post, put};
use serde::{Deserialize, Serialize};
use tolva_core::format::Brief;
use tolva_core::quantity::Id;
use tolva_store::{Job, JobDate, JobPage, JobSummary, Sought, Studio};
use utoipa::{IntoParams, ToSchema};

/// Jobs of a page, unless it is said.
const PAGE: i64 = 50;

/// A job to save, with the version it was changed from.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct JobToKeep {
    /// The job.
    pub job: Brief,
    /// The version it was changed from.
    pub version: i64,
}

/// The setups of a job in their new order.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Order {
    /// Every setup of the job once.
    pub setups: Vec<Id>,
    /// The order it was changed from; where it is another by now, nothing is changed.
    #[serde(default)]
    pub from: Option<Vec<Id>>,
}

/// Which jobs are wanted.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct Listed {
    /// Words of name, client, place or date; every job without.
    pub words: Option<String>,
    /// Where the page begins: `next` of the page before.
    pub from: Option<i64>,
    /// How many at most, 1 to 200; 50 without.
    pub most: Option<i64>,
}

/// Jobs with their setups, the newest first, a page at a time.
#[utoipa::path(operation_id = "jobs_list", params(Listed), responses((status = 200, body = JobPage)))]
#[get("/jobs")]
pub async fn list(studio: Data<Studio>, listed: Query<Listed>) -> Result<Json<JobPage>, Problem> {
    let words = listed.words.as_deref().unwrap_or("").chars().take(200).collect();
    let sought = Sought { words, from: listed.from, most: listed.most.unwrap_or(PAGE) };
    Ok(Json(studio.jobs(&sought).await?))
}

/// Makes a job.
#[utoipa::path(operation_id = "jobs_add", request_body = Brief, responses((status = 201, body = Job), (status = 422, body = Problem)))]
#[post("/jobs")]
pub async fn add(studio: Data<Studio>, body: Body<Brief>) -> Result<HttpResponse, Problem> {
    Ok(HttpResponse::Created().json(studio.add_job(body.0).await?))
}

/// From which day on.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct From {
    /// The day, as YYYY-MM-DD, by the clock of who asks.
    pub on: String,
}

/// The job that comes next.
#[derive(Debug, Serialize, ToSchema)]
pub struct NextJob {
    /// Which; none where nothing comes.
    pub job: Option<JobSummary>,
}

/// The job that comes next: the earliest of a day or later.
#[utoipa::path(operation_id = "jobs_next", params(From), responses((status = 200, body = NextJob)))]
#[get("/jobs/next")]
pub async fn next(studio: Data<Studio>, from: Query<From>) -> Result<Json<NextJob>, Problem> {
    Ok(Json(NextJob { job: studio.next_job(&from.on).await? }))
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

/// Every job that has a date, by its date.
#[utoipa::path(operation_id = "jobs_dates", responses((status = 200, body = Vec<JobDate>)))]
#[get("/jobs/dates")]
pub async fn dates(studio: Data<Studio>) -> Result<Json<Vec<JobDate>>, Problem> {
    Ok(Json(studio.job_dates().await?))
}

/// The sample job.
#[derive(Debug, Serialize, ToSchema)]
pub struct SampleJob {
    /// Its id.
    job: Id,
    /// Its first setup.
    setup: Option<Id>,
}

/// Brings the sample job into the studio, with what of the kit it uses; where it is, it stays.
#[utoipa::path(operation_id = "jobs_add_sample", responses((status = 200, body = SampleJob)))]
#[post("/jobs/sample")]
pub async fn add_sample(studio: Data<Studio>) -> Result<Json<SampleJob>, Problem> {
    let (job, setup) = crate::sample::add_job(&studio).await?;
    Ok(Json(SampleJob { job, setup }))
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
    studio.order_setups(&id(&path)?, &body.0.setups, body.0.from.as_deref()).await?;
    Ok(HttpResponse::NoContent().finish())
}
