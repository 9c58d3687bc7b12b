//! A series of takes between which one light was moved.

use crate::api::asked::Asked;
use crate::api::learnt::wrong;
use crate::body::Body;
use crate::problem::Problem;
use crate::work::Kind;
use actix_web::post;
use actix_web::web::Json;
use serde::{Deserialize, Serialize};
use tolva_core::judge::{InSeries, OverDistance, curve_of, distances};
use tolva_core::quantity::Id;
use utoipa::ToSchema;

/// Takes of one light at several distances, with or without one that had no flash.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SeriesOf {
    /// The takes.
    takes: Vec<Id>,
}

/// Takes of a series at most.
const MOST: usize = 60;

/// What a light that was moved between takes gives over the distance, planned and measured.
#[utoipa::path(operation_id = "takes_over_distance", request_body = SeriesOf,
    responses((status = 200, body = OverDistance), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/takes/distances")]
pub async fn over_distance(asked: Asked, body: Body<SeriesOf>) -> Result<Json<OverDistance>, Problem> {
    let ids = body.0.takes;
    if ids.len() > MOST {
        return Err(wrong(format!("A series has up to {MOST} takes.")));
    }
    let mut takes = Vec::with_capacity(ids.len());
    for id in &ids {
        takes.push(asked.studio.take(id).await?);
    }
    if takes.iter().any(|kept| kept.setup != takes[0].setup) {
        return Err(wrong("They are of more than one setup."));
    }
    let kit = asked.studio.kit().await?;
    let units = asked.studio.settings().await?.settings.house.units;
    let look = move || {
        let series: Vec<InSeries<'_>> =
            takes.iter().map(|kept| (&kept.id, &kept.take, curve_of(&kept.take, &kit))).collect();
        distances(&series, units).map_err(wrong)
    };
    Ok(Json(asked.work(Kind::Frame, look).await??))
}
