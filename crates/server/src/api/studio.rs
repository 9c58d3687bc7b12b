//! The studio as a whole: what was deleted, and what is set aside.

use super::asked::Asked;
use crate::problem::Problem;
use crate::work::Kind;
use actix_web::get;
use actix_web::web::{Data, Json};
use tolva_store::{Aside, Deleted, Studio};

/// What was deleted and can still be brought back, the latest first.
#[utoipa::path(responses((status = 200, body = Vec<Deleted>)))]
#[get("/deleted")]
pub async fn deleted(studio: Data<Studio>) -> Result<Json<Vec<Deleted>>, Problem> {
    Ok(Json(studio.deleted().await?))
}

/// Takes looked at for those that cannot be read: a log has tens of thousands, and this is asked whenever jobs are shown.
const TAKES_LOOKED_AT: i64 = 1_000;

/// What is kept and cannot be read; of takes the latest are looked at.
#[utoipa::path(responses((status = 200, body = Vec<Aside>)))]
#[get("/aside")]
pub async fn aside(asked: Asked) -> Result<Json<Vec<Aside>>, Problem> {
    let kept = asked.studio.kept().await?;
    let takes = asked.studio.kept_takes(TAKES_LOOKED_AT).await?;
    let look = move || kept.set_aside().into_iter().chain(takes.set_aside()).collect();
    Ok(Json(asked.work(Kind::Aside, look).await?))
}
