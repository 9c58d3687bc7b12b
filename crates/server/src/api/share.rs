//! Sharing in a room, as the desk sees it.

use crate::problem::Problem;
use crate::share::{CODE_LASTS, Share, where_found};
use actix_web::http::StatusCode;
use actix_web::web::{Data, Json, Path};
use actix_web::{HttpResponse, delete, get, post, put};
use qrcode::{Color, EcLevel, QrCode};
use serde::{Deserialize, Serialize};
use utoipa::ToSchema;

use crate::body::Body;

/// A device that was let in.
#[derive(Debug, Serialize, ToSchema)]
pub struct SharedDevice {
    /// What it is put out by.
    id: u64,
    /// What kind it is.
    name: String,
    /// How long ago it came in, in seconds.
    since: u64,
    /// How long ago it showed itself last, in seconds.
    seen: u64,
}

/// A code that can be used now.
#[derive(Debug, Serialize, ToSchema)]
pub struct Invitation {
    /// Six digits.
    code: String,
    /// How long it can still be used, in seconds.
    seconds: u64,
    /// How long codes can be used, in seconds.
    lasts: u64,
    /// What a camera reads: where to go, with the code.
    link: String,
    /// The same as a square code: its side in modules, and the dark ones as a path over a square of that side.
    side: usize,
    /// The path.
    path: String,
}

/// How the studio is shared.
#[derive(Debug, Serialize, ToSchema)]
pub struct Sharing {
    /// Whether it listens beyond this machine.
    open: bool,
    /// Where others find it.
    addresses: Vec<String>,
    /// The code that is out.
    invitation: Option<Invitation>,
    /// Who is in.
    devices: Vec<SharedDevice>,
}

/// Whether it is to be shared.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct ShareWish {
    /// Whether it listens beyond this machine.
    open: bool,
}

/// A square code as a path: one run of dark modules after the other.
fn square(text: &str) -> Option<(usize, String)> {
    let code = QrCode::with_error_correction_level(text, EcLevel::M).ok()?;
    let side = code.width();
    let colours = code.to_colors();
    let mut path = String::new();
    for (row, line) in colours.chunks(side).enumerate() {
        let mut column = 0;
        for run in line.chunk_by(|a, b| a == b) {
            if run[0] == Color::Dark {
                path.push_str(&format!("M{column} {row}h{}v1h-{}z", run.len(), run.len()));
            }
            column += run.len();
        }
    }
    Some((side, path))
}

fn told(share: &Share) -> Sharing {
    let found = share.listens().map(where_found).unwrap_or_default();
    let addresses: Vec<String> = found.iter().map(|at| format!("http://{at}")).collect();
    let invitation = addresses.first().zip(share.invitation()).and_then(|(address, (code, left))| {
        let link = format!("{address}/join?code={code}");
        let (side, path) = square(&link)?;
        Some(Invitation { code, seconds: left.as_secs(), lasts: CODE_LASTS.as_secs(), link, side, path })
    });
    let devices = share.devices().into_iter().map(|(device, since, seen)| SharedDevice {
        id: device.id,
        name: device.name,
        since: since.as_secs(),
        seen: seen.as_secs(),
    });
    Sharing { open: share.listens().is_some(), addresses, invitation, devices: devices.collect() }
}

/// How the studio is shared.
#[utoipa::path(operation_id = "share_told", responses((status = 200, body = Sharing)))]
#[get("/share")]
pub async fn sharing(share: Data<Share>) -> Json<Sharing> {
    Json(told(&share))
}

/// Begins to share, or ends it and puts everybody out.
#[utoipa::path(operation_id = "share_open", request_body = ShareWish,
    responses((status = 200, body = Sharing), (status = 409, body = Problem)))]
#[put("/share")]
pub async fn open_share(share: Data<Share>, body: Body<ShareWish>) -> Result<Json<Sharing>, Problem> {
    let busy = |why: String| Problem::new(StatusCode::CONFLICT, "address", "Not shared", why);
    share.open(body.0.open).await.map_err(busy)?;
    Ok(Json(told(&share)))
}

/// Puts out a new code, in the place of the one before.
#[utoipa::path(operation_id = "share_invite", responses((status = 200, body = Sharing), (status = 409, body = Problem)))]
#[post("/share/code")]
pub async fn invite(share: Data<Share>) -> Result<Json<Sharing>, Problem> {
    if share.listens().is_none() {
        let detail = "The studio is not shared: switch that on first.";
        return Err(Problem::new(StatusCode::CONFLICT, "not-shared", "Not shared", detail));
    }
    share.invite();
    Ok(Json(told(&share)))
}

/// Puts a device out.
#[utoipa::path(operation_id = "share_put_out", params(("id" = u64, Path)),
    responses((status = 204), (status = 404, body = Problem)))]
#[delete("/share/devices/{id}")]
pub async fn put_device_out(share: Data<Share>, path: Path<u64>) -> Result<HttpResponse, Problem> {
    if share.put_out(*path) {
        return Ok(HttpResponse::NoContent().finish());
    }
    Err(Problem::new(StatusCode::NOT_FOUND, "not-found", "Not there", "This device is not in any more."))
}
