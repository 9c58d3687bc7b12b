//! A pair of frames, the one taken from the other.

use super::{Without, other};
use crate::api::asked::Asked;
use crate::api::frame::ONE;
use crate::api::{Query, id};
use crate::problem::{FieldProblem, Problem};
use crate::work::Kind;
use actix_web::get;
use actix_web::http::StatusCode;
use actix_web::web::{Json, Path};
use base64::Engine;
use base64::engine::general_purpose::STANDARD;
use serde::Serialize;
use tolva_core::judge::apart_words;
use tolva_core::take::Take;
use tolva_frames::apart;
use tolva_store::{FrameCopy, Studio};
use utoipa::ToSchema;

/// What changed between two frames, alone.
#[derive(Debug, Serialize, ToSchema)]
pub struct TakenApart {
    /// All of it in words.
    text: String,
    /// The mean share of the light that changed, 0 to 1.
    share: f64,
    /// The share of the frame that moved and is left out.
    moved: f64,
    /// How far the other frame was moved to lie on this, in pixels of the working copy to the right and down.
    shift: (f32, f32),
    /// What changed, alone, as a JPEG in a data address.
    alone: String,
    /// How much of each place's light that is, from black for none to white for all, the same way.
    map: String,
}

fn copy_of(studio: &Studio, take: &Take) -> Result<Vec<u8>, Problem> {
    let copy = take.frame.as_ref().and_then(|frame| studio.copy_of(&frame.hash, FrameCopy::Working));
    copy.ok_or_else(|| {
        let detail = "There is no copy of one of the two frames in the studio’s folder.";
        Problem::new(StatusCode::NOT_FOUND, "not-found", "Not there", detail)
    })
}

/// What changed between a take and another of the same camera place, mostly flash and no flash: the second laid on the first, brought to
/// its settings and taken from it in linear light, on the working copies.
#[utoipa::path(operation_id = "takes_apart", params(("id" = String, Path), Without),
    responses((status = 200, body = TakenApart), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[get("/takes/{id}/apart")]
pub async fn take_apart(asked: Asked, path: Path<String>, pair: Query<Without>) -> Result<Json<TakenApart>, Problem> {
    let take = asked.studio.take(&id(&path)?).await?.take;
    let Some(without) = other(&asked.studio, pair.without.as_ref()).await? else {
        let detail = "Say which frame is to be taken from it.".to_owned();
        return Err(Problem::fields(vec![FieldProblem { field: "/without".to_owned(), detail }]));
    };
    let (one, two) = (copy_of(&asked.studio, &take)?, copy_of(&asked.studio, &without)?);
    let _alone = ONE.acquire().await;
    let times = take.exposed_over(&without).stops().exp2();
    let found = asked.work(Kind::Frame, move || apart(&one, &two, times)).await??;
    let address = |jpeg: &[u8]| format!("data:image/jpeg;base64,{}", STANDARD.encode(jpeg));
    Ok(Json(TakenApart {
        text: apart_words(&take, &without, found.share, found.moved, found.shift),
        share: found.share,
        moved: found.moved,
        shift: found.shift,
        alone: address(&found.alone),
        map: address(&found.map),
    }))
}
