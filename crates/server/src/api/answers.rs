use super::Query;
use super::asked::{Asked, Of, forecast_of, on_its_day};
use crate::body::Body;
use crate::problem::Problem;
use crate::work::Kind;
use actix_web::post;
use actix_web::web::Json;
use serde::{Deserialize, Serialize};
use tolva_core::FieldError;
use tolva_core::assess::{Assessment, assess_situation};
use tolva_core::forecast::Seen;
use tolva_core::layout::{Layout, Wanted, layout_of};
use tolva_core::quantity::{Id, Stops};
use tolva_core::setup::{Patch, Setup};
use tolva_core::solve::{Change, Dragged, Part, Plan, bind_situation, drag_situation, plan_situation, solve_situation};
use utoipa::ToSchema;

/// A part of a level, dragged.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
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
#[derive(Debug, Serialize, Deserialize, ToSchema)]
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
pub async fn assess(asked: Asked, of: Query<Of>, body: Body<Setup>) -> Result<Json<Assessment>, Problem> {
    let ground = asked.ground(&of).await?;
    let lights = asked.lights.clone();
    let question = move || {
        let forecast = forecast_of(&ground, &body.0);
        let seen = Seen { setup: &body.0, forecast: forecast.as_ref() };
        let situation = lights.situation(of.of.as_deref(), seen, &ground.kit, ground.terms())?;
        Ok::<_, Vec<FieldError>>(assess_situation(&situation))
    };
    Ok(Json(asked.work(Kind::Assess, question).await??))
}

/// The set from above and from the side, with what the dials make of the light; changed and solved before, if asked.
#[utoipa::path(params(Of), request_body = LayoutOf, responses((status = 200, body = LayoutAnswer), (status = 422, body = Problem)))]
#[post("/layout")]
pub async fn layout(asked: Asked, of: Query<Of>, body: Body<LayoutOf>) -> Result<Json<LayoutAnswer>, Problem> {
    let ground = asked.ground(&of).await?;
    let lights = asked.lights.clone();
    let question = move || {
        let LayoutOf { setup, change, solve, chosen, ratio } = body.0;
        let (kit, terms) = (&ground.kit, ground.terms());
        let forecast = forecast_of(&ground, &setup);
        let forecast = forecast.as_ref();
        let mut setup = change
            .map_or(setup.clone(), |change| tolva_core::solve::apply(Seen { setup: &setup, forecast }, kit, &change));
        if solve {
            setup =
                solve_situation(&lights.situation(of.of.as_deref(), Seen { setup: &setup, forecast }, kit, terms)?)?;
        }
        let situation = lights.situation(of.of.as_deref(), Seen { setup: &setup, forecast }, kit, terms)?;
        let (assessment, layout) =
            (assess_situation(&situation), layout_of(&situation, Wanted { chosen: chosen.as_ref(), ratio }));
        Ok::<_, Vec<FieldError>>(LayoutAnswer { assessment, layout, setup })
    };
    Ok(Json(asked.work(Kind::Layout, question).await??))
}

/// What binds with the dials as they stand, the ways out, and other plans.
#[utoipa::path(params(Of), request_body = Setup, responses((status = 200, body = Plan), (status = 422, body = Problem)))]
#[post("/advise")]
pub async fn advise(asked: Asked, of: Query<Of>, body: Body<Setup>) -> Result<Json<Plan>, Problem> {
    let ground = asked.ground(&of).await?;
    let (lights, sun_ways) = (asked.lights.clone(), asked.sun_ways.clone());
    let question = move || {
        let forecast = forecast_of(&ground, &body.0);
        let seen = Seen { setup: &body.0, forecast: forecast.as_ref() };
        let situation = lights.situation(of.of.as_deref(), seen, &ground.kit, ground.terms())?;
        let mut answer = bind_situation(&situation);
        on_its_day(&ground, &sun_ways, &mut answer);
        Ok::<_, Vec<FieldError>>(answer)
    };
    Ok(Json(asked.work(Kind::Advise, question).await??))
}

/// Solves the free dials.
#[utoipa::path(params(Of), request_body = Setup, responses((status = 200, body = Plan), (status = 422, body = Problem)))]
#[post("/plan")]
pub async fn plan(asked: Asked, of: Query<Of>, body: Body<Setup>) -> Result<Json<Plan>, Problem> {
    let ground = asked.ground(&of).await?;
    let (lights, sun_ways) = (asked.lights.clone(), asked.sun_ways.clone());
    let question = move || {
        let forecast = forecast_of(&ground, &body.0);
        let seen = Seen { setup: &body.0, forecast: forecast.as_ref() };
        // Who presses Solve has looked at the setup before: its light is known.
        let mut answer = plan_situation(&lights.situation(of.of.as_deref(), seen, &ground.kit, ground.terms())?)?;
        on_its_day(&ground, &sun_ways, &mut answer);
        Ok::<_, Vec<FieldError>>(answer)
    };
    Ok(Json(asked.work(Kind::Plan, question).await??))
}

/// Finds the dial that puts a part of a level where it was dragged to.
#[utoipa::path(params(Of), request_body = DragOf, responses((status = 200, body = DragAnswer), (status = 422, body = Problem)))]
#[post("/drag")]
pub async fn drag(asked: Asked, of: Query<Of>, body: Body<DragOf>) -> Result<Json<DragAnswer>, Problem> {
    let ground = asked.ground(&of).await?;
    let lights = asked.lights.clone();
    let question = move || {
        let DragOf { setup, patch, part, to } = body.0;
        let forecast = forecast_of(&ground, &setup);
        let seen = Seen { setup: &setup, forecast: forecast.as_ref() };
        let situation = lights.situation(of.of.as_deref(), seen, &ground.kit, ground.terms())?;
        let dragged = drag_situation(&situation, patch, &part, to);
        let assessment = assess_situation(&situation.after(&dragged.setup)?);
        Ok::<_, Vec<FieldError>>(DragAnswer { dragged, assessment })
    };
    Ok(Json(asked.work(Kind::Drag, question).await??))
}
