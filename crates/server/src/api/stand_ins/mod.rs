//! Devices to try the program with where none is at hand: a light meter, a camera, a flash receiver.

mod camera;
mod flashes;
mod folder;
mod meter;
mod press;

pub use camera::{empty_frames, frame_taken, frames_there, restore_frames, take_frames};
pub use flashes::{flashes_stand, tell_flashes};
pub use meter::meter_shows;

use crate::problem::Problem;
use crate::stand_ins::StandIns;
use actix_web::get;
use actix_web::http::StatusCode;
use actix_web::web::{Data, Json};
use serde::Serialize;
use tolva_core::kit::Kit;
use tolva_core::quantity::Id;
use tolva_core::setup::Setup;
use tolva_standins::Flash;
use utoipa::ToSchema;

/// Whether there are stand-ins.
#[derive(Debug, Serialize, ToSchema)]
pub struct ThereAre {
    /// Whether the program was started with them.
    there: bool,
    /// The folder the camera puts its frames into.
    folder: Option<String>,
}

/// Whether the program was started with devices to try it with.
#[utoipa::path(responses((status = 200, body = ThereAre)))]
#[get("/stand-ins")]
pub async fn stand_ins(stand_ins: Data<StandIns>) -> Json<ThereAre> {
    let folder = stand_ins.folder().map(|folder| folder.display().to_string());
    Json(ThereAre { there: folder.is_some(), folder })
}

fn none_there() -> Problem {
    let detail = "There are no stand-ins here: start the program with --stand-ins.";
    Problem::new(StatusCode::NOT_FOUND, "not-found", "No stand-ins", detail)
}

/// The lights of a setup that are on, with their flashes as a receiver has them.
fn flashes_of(setup: &Setup, kit: &Kit) -> Vec<(Id, Flash)> {
    let on = setup.lights.iter().filter(|light| light.on);
    let of = on.filter_map(|light| Some((light, kit.flash(&light.flash)?)));
    of.map(|(light, flash)| {
        let spec = Flash {
            recharge: flash.recharge.seconds(),
            full_pops: flash.full_pops,
            lowest: flash.lowest_power.stops_below_full(),
            before_ready: flash.before_ready,
        };
        (light.id.clone(), spec)
    })
    .collect()
}
