//! Frames that are sent in to be looked at.

use super::Query;
use super::asked::Asked;
use crate::body::{PATIENCE, too_slow};
use crate::problem::{FieldProblem, Problem};
use crate::work::Kind;
use actix_web::http::StatusCode;
use actix_web::post;
use actix_web::web::{Json, Payload};
use serde::{Deserialize, Serialize};
use tokio::sync::Semaphore;
use tolva_core::colours::asked::{GreyAsked, GreyTold, grey};
use tolva_core::judge::TOO_MANY;
use tolva_core::quantity::{Duv, Kelvin};
use tolva_frames::{BYTES, ColourSpace, FrameError, Mark, PatchRead, patch};
use utoipa::{IntoParams, ToSchema};

/// Frames are taken in and decoded one at a time: each may take a gigabyte.
pub(super) static ONE: Semaphore = Semaphore::const_new(1);

/// Where a grey card is in a frame, and how the camera was set.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
#[into_params(parameter_in = Query)]
pub struct GreyMark {
    /// The middle of the patch from the left, as a share of the frame as it is seen.
    x: f64,
    /// From the top.
    y: f64,
    /// How wide it is.
    width: f64,
    /// How high.
    height: f64,
    /// The camera's temperature.
    kelvin: f64,
    /// Its tint.
    tint: f64,
}

/// What a grey card in a frame says of the light.
#[derive(Debug, Serialize, ToSchema)]
pub struct GreyFrame {
    /// The light, and what to set for it.
    light: GreyTold,
    /// What the patch shows, in linear sRGB.
    linear: [f64; 3],
    /// How far its brightness spreads, in stops.
    spread: f64,
    /// How many pixels were looked at.
    pixels: usize,
    /// The name of the frame's colour profile; without one sRGB is taken.
    profile: Option<String>,
}

/// The bytes of a frame, or why they are none.
pub(super) async fn bytes_of(payload: Payload) -> Result<actix_web::web::Bytes, Problem> {
    let bytes = tokio::time::timeout(PATIENCE * 4, payload.to_bytes_limited(BYTES)).await.map_err(|_| too_slow())?;
    let bytes = bytes.map_err(|_| {
        let detail = FrameError::TooManyBytes.to_string();
        Problem::new(StatusCode::PAYLOAD_TOO_LARGE, "too-large", "Too large", detail)
    })?;
    bytes.map_err(|_| {
        let detail = "The frame broke off on its way; nothing was changed.";
        Problem::new(StatusCode::BAD_REQUEST, "unreadable", "Cut off", detail)
    })
}

fn at(field: &str, detail: impl ToString) -> Problem {
    Problem::fields(vec![FieldProblem { field: field.to_owned(), detail: detail.to_string() }])
}

impl From<FrameError> for Problem {
    fn from(error: FrameError) -> Problem {
        at(if error == FrameError::Mark { "/mark" } else { "/frame" }, &error)
    }
}

/// What a patch shows of a light, if it shows enough.
fn told(read: &PatchRead, mark: &GreyMark) -> Result<GreyTold, Problem> {
    let wrong = [(read.burnt, "burnt out"), (read.black, "black")].into_iter().find(|(share, _)| *share > TOO_MANY);
    if let Some((share, what)) = wrong {
        let per_cent = (share * 100.0).ceil();
        let detail = format!("{per_cent:.0} % of the patch is {what}: mark another, or expose it anew.");
        return Err(at("/mark", detail));
    }
    let asked =
        GreyAsked { values: read.linear, linear: true, kelvin: Kelvin::of(mark.kelvin), tint: Duv::of(mark.tint) };
    Ok(grey(&asked)?)
}

/// The light that fell on a grey card, from a frame of it in which it is marked. The frame is not kept.
#[utoipa::path(
    operation_id = "colour_grey_frame",
    params(GreyMark),
    request_body(content = Vec<u8>, content_type = "application/octet-stream",
        description = "a JPEG, PNG or TIFF file, or a raw file with a JPEG in it, of up to 200 MB and 100 million pixels"),
    responses((status = 200, body = GreyFrame), (status = 413, body = Problem), (status = 422, body = Problem))
)]
#[post("/colour/grey/frame")]
pub async fn of_grey_frame(asked: Asked, mark: Query<GreyMark>, payload: Payload) -> Result<Json<GreyFrame>, Problem> {
    let _alone = ONE.acquire().await;
    let bytes = bytes_of(payload).await?;
    let area = Mark { x: mark.x, y: mark.y, width: mark.width, height: mark.height };
    let read = asked.work(Kind::Frame, move || patch(&bytes, area)).await??;
    let light = told(&read, &mark)?;
    let profile = match read.space {
        ColourSpace::Assumed => None,
        ColourSpace::Named(name) => Some(name),
    };
    Ok(Json(GreyFrame { light, linear: read.linear, spread: read.spread, pixels: read.pixels, profile }))
}
