use super::day::{Of, in_its_light};
use crate::body::Body;
use crate::problem::Problem;
use actix_web::post;
use actix_web::web::{Data, Json, Query};
use serde::{Deserialize, Serialize};
use tolva_core::assess::{Assessment, assess_situation};
use tolva_core::layout::{Layout, Wanted, layout_of};
use tolva_core::quantity::{Id, Stops};
use tolva_core::setup::{Patch, Setup};
use tolva_core::situation::Situation;
use tolva_core::solve::{Change, Dragged, Part, Plan};
use tolva_store::Studio;
use utoipa::ToSchema;

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

/// A setup to lay out, with what to do to it before.
#[derive(Debug, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LayoutOf {
    /// The setup.
    pub setup: Setup,
    /// What to change first: a way out, a distance, an arrangement, a number of people.
    #[serde(default)]
    pub change: Option<Change>,
    /// Whether to solve the free dials then.
    #[serde(default)]
    pub solve: bool,
    /// The light whose lines of equal light are drawn.
    #[serde(default)]
    pub chosen: Option<Id>,
    /// Width to height of the room for both drawings, one over the other.
    #[serde(default)]
    pub ratio: Option<f64>,
}

/// The set drawn, with what the dials make of its light.
#[derive(Debug, Serialize, ToSchema)]
pub struct LayoutAnswer {
    /// The setup, changed and solved as asked.
    pub setup: Setup,
    /// What the dials make of the light.
    pub assessment: Assessment,
    /// What there is to draw.
    pub layout: Layout,
}

/// What the dials make of the light as they stand.
#[utoipa::path(params(Of), request_body = Setup, responses((status = 200, body = Assessment), (status = 422, body = Problem)))]
#[post("/assess")]
pub async fn assess(studio: Data<Studio>, of: Query<Of>, body: Body<Setup>) -> Result<Json<Assessment>, Problem> {
    let house = studio.settings().await?.house;
    let setup = in_its_light(&studio, body.0, &of).await?;
    Ok(Json(tolva_core::assess::assess(&setup, &studio.kit().await?, house)?))
}

/// The set from above and from the side, with what the dials make of the light; changed and solved before, if asked.
#[utoipa::path(params(Of), request_body = LayoutOf, responses((status = 200, body = LayoutAnswer), (status = 422, body = Problem)))]
#[post("/layout")]
pub async fn layout(studio: Data<Studio>, of: Query<Of>, body: Body<LayoutOf>) -> Result<Json<LayoutAnswer>, Problem> {
    let LayoutOf { setup, change, solve, chosen, ratio } = body.0;
    let mut setup = in_its_light(&studio, setup, &of).await?;
    let kit = studio.kit().await?;
    let house = studio.settings().await?.house;
    if let Some(change) = change {
        setup = tolva_core::solve::apply(&setup, &kit, &change);
    }
    if solve {
        setup = tolva_core::solve::solve(&setup, &kit, house)?;
    }
    let situation = Situation::new(&setup, &kit, house)?;
    let (assessment, layout) =
        (assess_situation(&situation), layout_of(&situation, Wanted { chosen: chosen.as_ref(), ratio }));
    Ok(Json(LayoutAnswer { assessment, layout, setup }))
}

/// What binds with the dials as they stand, the ways out, and other plans.
#[utoipa::path(params(Of), request_body = Setup, responses((status = 200, body = Plan), (status = 422, body = Problem)))]
#[post("/advise")]
pub async fn advise(studio: Data<Studio>, of: Query<Of>, body: Body<Setup>) -> Result<Json<Plan>, Problem> {
    let house = studio.settings().await?.house;
    let setup = in_its_light(&studio, body.0, &of).await?;
    Ok(Json(tolva_core::solve::assess_and_bind(&setup, &studio.kit().await?, house)?))
}

/// Solves the free dials.
#[utoipa::path(params(Of), request_body = Setup, responses((status = 200, body = Plan), (status = 422, body = Problem)))]
#[post("/plan")]
pub async fn plan(studio: Data<Studio>, of: Query<Of>, body: Body<Setup>) -> Result<Json<Plan>, Problem> {
    let house = studio.settings().await?.house;
    let setup = in_its_light(&studio, body.0, &of).await?;
    Ok(Json(tolva_core::solve::plan(&setup, &studio.kit().await?, house)?))
}

/// Finds the dial that puts a part of a level where it was dragged to.
#[utoipa::path(params(Of), request_body = DragOf, responses((status = 200, body = DragAnswer), (status = 422, body = Problem)))]
#[post("/drag")]
pub async fn drag(studio: Data<Studio>, of: Query<Of>, body: Body<DragOf>) -> Result<Json<DragAnswer>, Problem> {
    let DragOf { setup, patch, part, to } = body.0;
    let setup = in_its_light(&studio, setup, &of).await?;
    let kit = studio.kit().await?;
    let house = studio.settings().await?.house;
    let dragged = tolva_core::solve::drag(&setup, &kit, house, patch, &part, to)?;
    let assessment = tolva_core::assess::assess(&dragged.setup, &kit, house)?;
    Ok(Json(DragAnswer { dragged, assessment }))
}
