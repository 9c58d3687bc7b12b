//! A small picture, rough and at once: for a strip of them.

use super::{Lit, developing, motif, picturing_of};
use crate::api::Query;
use crate::api::asked::{Asked, Of, forecast_of};
use crate::body::Body;
use crate::low::at_a_stroke;
use crate::problem::Problem;
use crate::work::Kind;
use actix_web::http::StatusCode;
use actix_web::{HttpResponse, post};
use serde::{Deserialize, Serialize};
use tolva_core::forecast::Seen;
use tolva_core::setup::Setup;
use tolva_core::solve::{Change, apply};
use tolva_frames::{Written, written};
use tolva_render::{Picture, World};
use utoipa::ToSchema;

use super::file::shot;

/// A setup a small picture is asked of.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct SmallPicture {
    /// The setup.
    pub setup: Setup,
    /// A change that is looked at before it is made.
    #[serde(default)]
    pub change: Option<Change>,
    /// Its longer side, in pixels, 48 to 480; 132 without.
    #[serde(default)]
    pub side: Option<u32>,
}

/// Its longer side, in pixels, unless it is said, how small and how large it may be, and its rounds of samples.
const SIDE: u32 = 132;
const SMALLEST: u32 = 48;
const LARGEST: u32 = 480;
const ROUNDS: u32 = 3;
/// From this side on grain is so fine that a round less shows no more of it.
const FINE: f64 = 240.0;

/// A small, rough picture of a setup as PNG in sRGB, in all its light, as it is or after a change.
#[utoipa::path(
    params(Of),
    request_body = SmallPicture,
    responses((status = 200, body = Vec<u8>, content_type = "image/png"), (status = 422, body = Problem))
)]
#[post("/picture/small")]
pub async fn small_picture(asked: Asked, of: Query<Of>, body: Body<SmallPicture>) -> Result<HttpResponse, Problem> {
    let SmallPicture { setup, change, side } = body.0;
    let longer = f64::from(side.unwrap_or(SIDE).clamp(SMALLEST, LARGEST));
    let ground = asked.ground(&of).await?;
    let setup = match change {
        Some(change) => {
            let forecast = forecast_of(&ground, &setup);
            apply(Seen { setup: &setup, forecast: forecast.as_ref() }, &ground.kit, &change)
        }
        None => setup,
    };
    let kit = ground.kit;
    let picturing = picturing_of(&asked, &of, setup.clone(), Kind::Small).await?;
    let shot = shot(&setup, &kit, &picturing);
    let trace = move || {
        let motif = motif(&picturing);
        let view = motif.shown.view;
        let aspect = view.half_width / view.half_height;
        let side = |share: f64| (longer * share.min(1.0)).round().max(1.0) as u32;
        let size = (side(aspect), side(1.0 / aspect));
        let layers = at_a_stroke(|| {
            let mut picture = Picture::of(World::of(motif.set, motif.shown), size, &motif.probes);
            let rounds = if longer < FINE { ROUNDS } else { ROUNDS - 1 };
            for _ in 0..rounds {
                picture.round(|| true);
            }
            picture.into_layers()
        });
        let seen = developing(&picturing, &layers, &Lit::Both).frame(&layers, &picturing.set.still);
        written(Written::Png, &seen.blurred(picturing.blur).shown(), size, &shot).map_err(|error| error.to_string())
    };
    let bytes = tokio::task::spawn_blocking(trace).await.map_err(|error| error.to_string());
    let bytes = bytes
        .and_then(|made| made)
        .map_err(|error| Problem::new(StatusCode::INTERNAL_SERVER_ERROR, "work", "Not worked out", error))?;
    Ok(HttpResponse::Ok().content_type("image/png").insert_header(("Cache-Control", "no-store")).body(bytes))
}
