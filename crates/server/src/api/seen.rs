//! What is seen of a thing on the spot and counts from then on.

use super::asked::Asked;
use super::learnt::LearntToPut;
use super::picture::modes_told;
use crate::body::Body;
use crate::easel::Easels;
use crate::problem::Problem;
use actix_web::http::StatusCode;
use actix_web::post;
use actix_web::web::{Data, Json};
use serde::{Deserialize, Serialize};
use tolva_core::FieldError;
use tolva_core::kit::Flash;
use tolva_core::learn::{Once, battery_gave, meter_shown, ready_after, seen_once};
use tolva_core::modes::Metering;
use tolva_core::quantity::{Id, Power};
use tolva_core::take::Learnable;
use tolva_store::{Ground, LearntPut};
use utoipa::ToSchema;

/// What was seen.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(tag = "seen", rename_all = "snake_case", deny_unknown_fields)]
pub enum SeenNow {
    /// What the body's own meter shows at a setup's dials, before its flashes fire.
    OwnMeter {
        /// The setup.
        setup: Id,
        /// How the meter is set to weigh the frame.
        metering: Metering,
        /// How many stops over it shows; negative is under.
        shown: f64,
    },
    /// How long a flash took to be ready.
    Ready {
        /// The flash.
        flash: Id,
        /// The power it had fired at.
        power: Power,
        /// From the pop to the light that says ready, in seconds.
        seconds: f64,
    },
    /// How many pops a battery gave.
    Battery {
        /// The flash.
        flash: Id,
        /// The power they were fired at.
        power: Power,
        /// How many.
        pops: f64,
    },
}

/// What is known of it now.
#[derive(Debug, Serialize, ToSchema)]
pub struct SeenKept {
    /// In a sentence.
    text: String,
    /// What was in force before: put that, and all is as it was.
    before: LearntToPut,
}

fn flash_of<'a>(ground: &'a Ground, id: &Id) -> Result<&'a Flash, Problem> {
    ground.kit.flash(id).ok_or_else(|| {
        let detail = format!("There is no flash called “{id}” in the kit.");
        Problem::new(StatusCode::NOT_FOUND, "not-found", "Not there", detail)
    })
}

fn at_field(error: FieldError) -> Problem {
    Problem::from(vec![error])
}

/// Takes what was seen of a body's own meter, of a flash or of its battery together with what was seen before, and puts it in force.
#[utoipa::path(operation_id = "learnt_seen", request_body = SeenNow,
    responses((status = 200, body = SeenKept), (status = 404, body = Problem),
        (status = 409, body = Problem, description = "By the picture there is no light that a meter could show."),
        (status = 422, body = Problem), (status = 503, body = Problem)))]
#[post("/learnt/seen")]
pub async fn seen_once_more(
    asked: Asked,
    easels: Data<Easels>,
    body: Body<SeenNow>,
) -> Result<Json<SeenKept>, Problem> {
    let ground = asked.studio.ground(None).await?;
    let (of, once): (Learnable, Once) = match body.0 {
        SeenNow::OwnMeter { setup, metering, shown } => {
            let kept = asked.studio.setup(&setup).await?.setup;
            let modes = modes_told(&asked, &easels, &setup).await?;
            let found = modes.compensations.iter().find(|one| one.metering == metering).ok_or_else(|| {
                let detail = "By the picture there is no light here that a meter could show.";
                Problem::new(StatusCode::CONFLICT, "dark", "No light", detail)
            })?;
            (Learnable::OwnMeter { id: kept.camera.body }, meter_shown(found.reads, shown).map_err(at_field)?)
        }
        SeenNow::Ready { flash, power, seconds } => {
            let once = ready_after(flash_of(&ground, &flash)?, power, seconds).map_err(at_field)?;
            (Learnable::Recharge { id: flash }, once)
        }
        SeenNow::Battery { flash, power, pops } => {
            let once = battery_gave(flash_of(&ground, &flash)?, power, pops).map_err(at_field)?;
            (Learnable::Pops { id: flash }, once)
        }
    };
    let learnt = seen_once(&of, once, &ground.kit, &ground.house()).map_err(at_field)?;
    let put = [LearntPut { of: of.clone(), learnt: Some(learnt) }];
    let before = LearntToPut { corrections: asked.studio.put_learnt(&put).await? };
    let kit = asked.studio.ground(None).await?.kit;
    let item = of.id().and_then(|id| kit.item(id));
    Ok(Json(SeenKept { text: item.and_then(|item| item.seen_told(of.learns())).unwrap_or_default(), before }))
}
