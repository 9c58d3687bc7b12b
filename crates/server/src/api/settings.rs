use crate::body::Body;
use crate::problem::Problem;
use actix_web::web::{Data, Json};
use actix_web::{get, put};
use serde::{Deserialize, Serialize};
use tolva_store::{KeptSettings, Settings, Studio};
use utoipa::ToSchema;

/// Settings to save, with the version they were changed from.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SettingsToKeep {
    /// The settings.
    pub settings: Settings,
    /// The version they were changed from; 0 for the first.
    pub version: i64,
}

/// The studio's settings.
#[utoipa::path(operation_id = "settings_get", responses((status = 200, body = KeptSettings)))]
#[get("/settings")]
pub async fn get(studio: Data<Studio>) -> Result<Json<KeptSettings>, Problem> {
    Ok(Json(studio.settings().await?))
}

/// Keeps the settings.
#[utoipa::path(operation_id = "settings_put", request_body = SettingsToKeep,
    responses((status = 200, body = KeptSettings), (status = 409, body = Problem), (status = 422, body = Problem)))]
#[put("/settings")]
pub async fn put(studio: Data<Studio>, body: Body<SettingsToKeep>) -> Result<Json<KeptSettings>, Problem> {
    let moved = |problem: Problem| {
        let below = |mut error: crate::problem::FieldProblem| {
            error.field.insert_str(0, "/settings");
            error
        };
        Problem { errors: problem.errors.into_iter().map(below).collect(), ..problem }
    };
    studio.keep_settings(&body.0.settings, body.0.version).await.map(Json).map_err(|error| moved(error.into()))
}
