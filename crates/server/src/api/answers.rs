use crate::body::Body;
use crate::problem::Problem;
use actix_web::post;
use actix_web::web::{Data, Json};
use serde::{Deserialize, Serialize};
use tolva_core::assess::Assessment;
use tolva_core::quantity::Stops;
use tolva_core::setup::{Patch, Setup};
use tolva_core::solve::{Change, Dragged, Part, Plan};
use tolva_store::Studio;
use utoipa::ToSchema;

/// A change to make to a setup.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ChangeOf {
    /// The setup.
    pub setup: Setup,
    /// What to change.
    pub change: Change,
}

/// A part of a level, dragged.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DragOf {
    /// The setup.
    pub setup: Setup,
    /// Whose level.
    pub patch: Patch,
    /// Which part of it.
    pub part: Part,
    /// Where to.
    pub to: Stops,
}

/// Where a dragged part went, and what that makes of the light.
#[derive(Debug, Serialize, ToSchema)]
pub struct DragAnswer {
    /// Where it went.
    pub dragged: Dragged,
    /// What the dials now make of the light.
    pub assessment: Assessment,
}

/// What the dials make of the light as they stand.
#[utoipa::path(request_body = Setup, responses((status = 200, body = Assessment), (status = 422, body = Problem)))]
#[post("/assess")]
pub async fn assess(studio: Data<Studio>, body: Body<Setup>) -> Result<Json<Assessment>, Problem> {
    let house = studio.settings().await?.house;
    Ok(Json(tolva_core::assess::assess(&body.0, &studio.kit().await?, house)?))
}

/// What binds with the dials as they stand, the ways out, and other plans.
#[utoipa::path(request_body = Setup, responses((status = 200, body = Plan), (status = 422, body = Problem)))]
#[post("/advise")]
pub async fn advise(studio: Data<Studio>, body: Body<Setup>) -> Result<Json<Plan>, Problem> {
    let house = studio.settings().await?.house;
    Ok(Json(tolva_core::solve::assess_and_bind(&body.0, &studio.kit().await?, house)?))
}

/// Solves the free dials.
#[utoipa::path(request_body = Setup, responses((status = 200, body = Plan), (status = 422, body = Problem)))]
#[post("/plan")]
pub async fn plan(studio: Data<Studio>, body: Body<Setup>) -> Result<Json<Plan>, Problem> {
    let house = studio.settings().await?.house;
    Ok(Json(tolva_core::solve::plan(&body.0, &studio.kit().await?, house)?))
}

/// Makes a change, a way out of a bind for instance, and solves the free dials.
#[utoipa::path(request_body = ChangeOf, responses((status = 200, body = Plan), (status = 422, body = Problem)))]
#[post("/change")]
pub async fn change(studio: Data<Studio>, body: Body<ChangeOf>) -> Result<Json<Plan>, Problem> {
    let ChangeOf { setup, change } = body.0;
    let kit = studio.kit().await?;
    setup.check(&kit)?;
    let house = studio.settings().await?.house;
    Ok(Json(tolva_core::solve::plan(&tolva_core::solve::apply(&setup, &kit, &change), &kit, house)?))
}

/// Finds the dial that puts a part of a level where it was dragged to.
#[utoipa::path(request_body = DragOf, responses((status = 200, body = DragAnswer), (status = 422, body = Problem)))]
#[post("/drag")]
pub async fn drag(studio: Data<Studio>, body: Body<DragOf>) -> Result<Json<DragAnswer>, Problem> {
    let DragOf { setup, patch, part, to } = body.0;
    let kit = studio.kit().await?;
    let house = studio.settings().await?.house;
    let dragged = tolva_core::solve::drag(&setup, &kit, house, patch, &part, to)?;
    let assessment = tolva_core::assess::assess(&dragged.setup, &kit, house)?;
    Ok(Json(DragAnswer { dragged, assessment }))
}
