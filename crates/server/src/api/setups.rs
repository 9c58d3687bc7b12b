use super::asked::Asked;
use super::id;
use crate::body::Body;
use crate::problem::Problem;
use crate::work::Kind;
use actix_web::http::StatusCode;
use actix_web::web::{Data, Json, Path};
use actix_web::{HttpResponse, delete, get, post, put};
use serde::{Deserialize, Serialize};
use tolva_core::quantity::Name;
use tolva_core::setup::{Setup, Standby};
use tolva_store::{KeptSetup, Studio};
use utoipa::ToSchema;

/// A setup to make.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct NewSetup {
    /// Its name.
    pub name: Name,
}

/// A setup to save, with the version it was changed from.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SetupToKeep {
    /// The setup.
    pub setup: Setup,
    /// The version it was changed from.
    pub version: i64,
}

/// The version a step is made from.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Step {
    /// The version on the screen.
    pub version: i64,
}

/// Makes a setup at the end of a job, from the kit, with its dials solved.
#[utoipa::path(operation_id = "setups_add", params(("id" = String, Path)), request_body = NewSetup,
    responses((status = 201, body = KeptSetup), (status = 409, body = Problem), (status = 422, body = Problem)))]
#[post("/jobs/{id}/setups")]
pub async fn add(asked: Asked, path: Path<String>, body: Body<NewSetup>) -> Result<HttpResponse, Problem> {
    let job = id(&path)?;
    let (ground, brief) = (asked.studio.ground(None).await?, asked.studio.job(&job).await?.job);
    let Some(setup) = Setup::starting(body.0.name, &ground.kit) else {
        let detail = "A setup needs a camera and a lens: add them to the kit first.";
        return Err(Problem::new(StatusCode::CONFLICT, "kit", "The kit is empty", detail));
    };
    let solved = move || tolva_core::solve::solve(&setup, &ground.kit, brief.terms(ground.house(), None));
    let setup = asked.work(Kind::Plan, solved).await??;
    Ok(HttpResponse::Created().json(asked.studio.add_setup(&job, &setup).await?))
}

/// One setup.
#[utoipa::path(operation_id = "setups_one", params(("id" = String, Path)), responses((status = 200, body = KeptSetup), (status = 404, body = Problem)))]
#[get("/setups/{id}")]
pub async fn one(studio: Data<Studio>, path: Path<String>) -> Result<Json<KeptSetup>, Problem> {
    Ok(Json(studio.setup(&id(&path)?).await?))
}

/// Saves a setup whole. A stale write is refused with the newer one.
#[utoipa::path(operation_id = "setups_keep", params(("id" = String, Path)), request_body = SetupToKeep,
    responses((status = 200, body = KeptSetup), (status = 409, body = Problem), (status = 422, body = Problem)))]
#[put("/setups/{id}")]
pub async fn keep(
    studio: Data<Studio>,
    path: Path<String>,
    body: Body<SetupToKeep>,
) -> Result<Json<KeptSetup>, Problem> {
    Ok(Json(studio.keep_setup(&id(&path)?, &body.0.setup, body.0.version).await?))
}

/// Deletes a setup; it can be brought back.
#[utoipa::path(operation_id = "setups_delete", params(("id" = String, Path)), responses((status = 204), (status = 404, body = Problem)))]
#[delete("/setups/{id}")]
pub async fn delete(studio: Data<Studio>, path: Path<String>) -> Result<HttpResponse, Problem> {
    studio.delete_setup(&id(&path)?).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// Brings a deleted setup back.
#[utoipa::path(operation_id = "setups_restore", params(("id" = String, Path)), responses((status = 204), (status = 404, body = Problem)))]
#[post("/setups/{id}/restore")]
pub async fn restore(studio: Data<Studio>, path: Path<String>) -> Result<HttpResponse, Problem> {
    studio.restore_setup(&id(&path)?).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// Copies a setup to the end of its job.
#[utoipa::path(operation_id = "setups_duplicate", params(("id" = String, Path)), responses((status = 201, body = KeptSetup), (status = 404, body = Problem)))]
#[post("/setups/{id}/duplicate")]
pub async fn duplicate(studio: Data<Studio>, path: Path<String>) -> Result<HttpResponse, Problem> {
    Ok(HttpResponse::Created().json(studio.duplicate_setup(&id(&path)?).await?))
}

/// When a setup is made in place of the one before it.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct StandbyToPut {
    /// When; none, and it is made anyway.
    standby: Option<Standby>,
}

/// Lets a setup stand by for the one before it, or be made anyway.
#[utoipa::path(operation_id = "setups_standby", params(("id" = String, Path)), request_body = StandbyToPut,
    responses((status = 204), (status = 404, body = Problem), (status = 409, body = Problem)))]
#[put("/setups/{id}/standby")]
pub async fn stands_by(
    studio: Data<Studio>,
    path: Path<String>,
    body: Body<StandbyToPut>,
) -> Result<HttpResponse, Problem> {
    studio.stand_by(&id(&path)?, body.0.standby).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// Puts a setup that stands by in its main one's place, and that in its own.
#[utoipa::path(operation_id = "setups_swap", params(("id" = String, Path)),
    responses((status = 204), (status = 404, body = Problem), (status = 409, body = Problem)))]
#[post("/setups/{id}/swap")]
pub async fn swap(studio: Data<Studio>, path: Path<String>) -> Result<HttpResponse, Problem> {
    studio.swap(&id(&path)?).await?;
    Ok(HttpResponse::NoContent().finish())
}

/// Goes a step back.
#[utoipa::path(operation_id = "setups_undo", params(("id" = String, Path)), request_body = Step,
    responses((status = 200, body = KeptSetup), (status = 409, body = Problem)))]
#[post("/setups/{id}/undo")]
pub async fn undo(studio: Data<Studio>, path: Path<String>, body: Body<Step>) -> Result<Json<KeptSetup>, Problem> {
    Ok(Json(studio.undo(&id(&path)?, body.0.version).await?))
}

/// Goes a step forward again.
#[utoipa::path(operation_id = "setups_redo", params(("id" = String, Path)), request_body = Step,
    responses((status = 200, body = KeptSetup), (status = 409, body = Problem)))]
#[post("/setups/{id}/redo")]
pub async fn redo(studio: Data<Studio>, path: Path<String>, body: Body<Step>) -> Result<Json<KeptSetup>, Problem> {
    Ok(Json(studio.redo(&id(&path)?, body.0.version).await?))
}
