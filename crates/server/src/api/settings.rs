use crate::body::Body;
use crate::problem::{FieldProblem, Problem};
use actix_web::web::{Data, Json};
use actix_web::{get, put};
use tolva_store::{Settings, Studio};

/// The studio's settings.
#[utoipa::path(operation_id = "settings_get", responses((status = 200, body = Settings)))]
#[get("/settings")]
pub async fn get(studio: Data<Studio>) -> Result<Json<Settings>, Problem> {
    Ok(Json(studio.settings().await?))
}

/// Keeps the settings.
#[utoipa::path(operation_id = "settings_put", request_body = Settings, responses((status = 200, body = Settings), (status = 422, body = Problem)))]
#[put("/settings")]
pub async fn put(studio: Data<Studio>, body: Body<Settings>) -> Result<Json<Settings>, Problem> {
    if let Err((field, error)) = body.0.house.meter.check() {
        let field = format!("/house/meter/{field}");
        return Err(Problem::fields(vec![FieldProblem { field, detail: error.to_string() }]));
    }
    studio.keep_settings(&body.0).await?;
    Ok(Json(body.0))
}
