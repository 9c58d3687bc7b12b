use super::Query;
use super::asked::{Asked, Of, forecast_of};
use crate::body::Body;
use crate::problem::Problem;
use crate::work::Kind;
use actix_web::post;
use actix_web::web::Json;
use serde::{Deserialize, Serialize};
use tolva_core::FieldError;
use tolva_core::colours::asked::{
    DifferenceAsked, DifferenceTold, GreyAsked, GreyTold, LightAsked, LightTold, SeenAsked, SeenTold, ShiftAsked,
    ShiftTold, difference, grey, light, seen, shift,
};
use tolva_core::forecast::Seen;
use tolva_core::setup::Setup;
use tolva_core::solve::{Colours, colours as colours_of, colours_as_they_stand};
use utoipa::ToSchema;

/// A setup whose colour is asked for.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ColoursOf {
    /// The setup.
    pub setup: Setup,
    /// Whether to say what could be set and worn, too; the colour as it stands is there sooner without.
    #[serde(default)]
    pub ways: bool,
}

/// The colour of a setup: its lights, what skin and background look like, and what could be set and worn.
#[utoipa::path(params(Of), request_body = ColoursOf, responses((status = 200, body = Colours), (status = 422, body = Problem)))]
#[post("/colours")]
pub async fn colours(asked: Asked, of: Query<Of>, body: Body<ColoursOf>) -> Result<Json<Colours>, Problem> {
    let ground = asked.ground(&of).await?;
    let lights = asked.lights.clone();
    let question = move || {
        let ColoursOf { setup, ways } = body.0;
        let forecast = forecast_of(&ground, &setup);
        let seen = Seen { setup: &setup, forecast: forecast.as_ref() };
        let situation = lights.situation(of.of.as_deref(), seen, &ground.kit, ground.terms())?;
        Ok::<_, Vec<FieldError>>(if ways { colours_of(&situation) } else { colours_as_they_stand(&situation) })
    };
    Ok(Json(asked.work(Kind::Colours, question).await??))
}

/// Chromaticity, temperature, distance from the Planckian locus and loss of a light through films.
#[utoipa::path(
    operation_id = "colour_light",
    request_body(content = LightAsked, example = json!({
        "light": {"by": "lamp", "lamp": "cool_white_tube"}, "films": [{"shift": 109.0, "loss": 0.5}]
    })),
    responses((status = 200, body = LightTold), (status = 422, body = Problem))
)]
#[post("/colour/light")]
pub async fn of_light(body: Body<LightAsked>) -> Result<Json<LightTold>, Problem> {
    Ok(Json(light(&body.0)?))
}

/// A colour under a light, as a camera at a setting shows it.
#[utoipa::path(
    operation_id = "colour_seen",
    request_body(content = SeenAsked, example = json!({
        "colour": {"l": 66.0, "a": 10.0, "b": 16.0}, "light": {"by": "kelvin", "kelvin": 2700.0}, "kelvin": 3200.0, "tint": 0.0
    })),
    responses((status = 200, body = SeenTold), (status = 422, body = Problem))
)]
#[post("/colour/seen")]
pub async fn of_surface(body: Body<SeenAsked>) -> Result<Json<SeenTold>, Problem> {
    Ok(Json(seen(&body.0)?))
}

/// How different two colours look (CIEDE2000).
#[utoipa::path(
    operation_id = "colour_difference",
    request_body(content = DifferenceAsked, example = json!({
        "one": {"l": 50.0, "a": 2.5, "b": 0.0}, "other": {"l": 61.0, "a": -5.0, "b": 29.0}
    })),
    responses((status = 200, body = DifferenceTold), (status = 422, body = Problem))
)]
#[post("/colour/difference")]
pub async fn of_two(body: Body<DifferenceAsked>) -> Result<Json<DifferenceTold>, Problem> {
    Ok(Json(difference(&body.0)?))
}

/// The step between two settings, in mired.
#[utoipa::path(
    operation_id = "colour_shift",
    request_body(content = ShiftAsked, example = json!({"from": 5600.0, "to": 2500.0})),
    responses((status = 200, body = ShiftTold), (status = 422, body = Problem))
)]
#[post("/colour/shift")]
pub async fn of_settings(body: Body<ShiftAsked>) -> Json<ShiftTold> {
    Json(shift(&body.0))
}

/// The light that fell on a grey patch, from the three values a camera showed of it.
#[utoipa::path(
    operation_id = "colour_grey",
    request_body(content = GreyAsked, example = json!({"values": [131.0, 118.0, 96.0], "linear": false, "kelvin": 5600.0, "tint": 0.0})),
    responses((status = 200, body = GreyTold), (status = 422, body = Problem))
)]
#[post("/colour/grey")]
pub async fn of_grey(body: Body<GreyAsked>) -> Result<Json<GreyTold>, Problem> {
    Ok(Json(grey(&body.0)?))
}
