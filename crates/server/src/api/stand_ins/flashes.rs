//! The flash receiver: it is sent powers, says how its flashes stand, and fires them.

use super::{flashes_of, none_there};
use crate::api::asked::{Asked, Of};
use crate::api::id;
use crate::body::Body;
use crate::problem::{FieldProblem, Problem};
use crate::stand_ins::{Flashes, StandIns};
use actix_web::web::{Data, Json, Path};
use actix_web::{get, post};
use serde::{Deserialize, Serialize};
use tolva_core::kit::Kit;
use tolva_core::quantity::{Id, Power};
use tolva_core::setup::Setup;
use tolva_standins::{Fired, Standing};
use utoipa::ToSchema;

/// What the receiver is told.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(tag = "do", rename_all = "snake_case", deny_unknown_fields)]
pub enum ToldReceiver {
    /// Take the powers the kept setup has.
    Send,
    /// Fire all flashes.
    Fire,
    /// Put a fresh battery in.
    Battery {
        /// Which light's.
        light: Id,
    },
    /// Come into reach of the trigger, or go out of it.
    Hear {
        /// Which light's.
        light: Id,
        /// Whether it hears the trigger.
        hears: bool,
    },
}

/// A flash as it stands on its receiver.
#[derive(Debug, Serialize, ToSchema)]
pub struct FlashStands {
    /// Which light.
    light: Id,
    /// What it is called.
    name: String,
    /// What the plan wants of it, in stops below full.
    planned: f64,
    /// The power it is set to, as the flash spells it.
    set: String,
    /// How it stands.
    standing: Standing,
    /// What it did at the last word, where that was to fire.
    fired: Option<Fired>,
    /// All that in words.
    text: String,
}

fn said(standing: &Standing, fired: Option<&Fired>) -> String {
    let done = match fired {
        Some(Fired::Whole) => "Fired. ".to_owned(),
        Some(Fired::Short { stops }) => format!("Fired {stops:.1} stops short. "),
        Some(Fired::Dark) => "Stayed dark. ".to_owned(),
        None => String::new(),
    };
    let battery = format!("battery {:.0} %", standing.battery * 100.0);
    let now = match (standing.in_sync, standing.ready_in) {
        (false, _) => format!("does not hear the trigger, {battery}"),
        (true, None) => "battery empty".to_owned(),
        (true, Some(wait)) if wait > 0.0 => format!("ready in {wait:.1} s, {battery}"),
        (true, Some(_)) => format!("ready, {battery}"),
    };
    format!("{done}{}{}", now[..1].to_uppercase(), &now[1..])
}

fn stands(setup: &Setup, kit: &Kit, flashes: &Flashes, now: f64, fired: &[(Id, Fired)]) -> Vec<FlashStands> {
    let names = setup.light_names(kit);
    let lights = setup.lights.iter().zip(names).filter_map(|(light, name)| {
        let (receiver, flash) = (flashes.get(&light.id)?, kit.flash(&light.flash)?);
        let standing = receiver.standing(now);
        let fired = fired.iter().find(|(id, _)| *id == light.id).map(|(_, fired)| *fired);
        Some(FlashStands {
            light: light.id.clone(),
            name,
            planned: light.power.at.stops_below_full(),
            set: Power::nearest(standing.power).label(flash.notation, flash.power_step),
            text: said(&standing, fired.as_ref()),
            standing,
            fired,
        })
    });
    lights.collect()
}

/// How the flashes of a kept setup stand on the stand-in receiver.
#[utoipa::path(
    params(("id" = String, Path)),
    responses((status = 200, body = [FlashStands]), (status = 404, body = Problem))
)]
#[get("/setups/{id}/stand-ins/flashes")]
pub async fn flashes_stand(
    asked: Asked,
    stand_ins: Data<StandIns>,
    path: Path<String>,
) -> Result<Json<Vec<FlashStands>>, Problem> {
    let setup = id(&path)?;
    let kept = asked.studio.setup(&setup).await?.setup;
    let kit = asked.ground(&Of { of: Some(path.clone()) }).await?.kit;
    let now = stand_ins.now();
    let there = stand_ins
        .with_flashes(&setup, flashes_of(&kept, &kit), |flashes| stands(&kept, &kit, flashes, now, &[]))
        .ok_or_else(none_there)?;
    Ok(Json(there))
}

/// Tells the stand-in receiver something; it answers how its flashes stand then.
#[utoipa::path(
    params(("id" = String, Path)),
    request_body = ToldReceiver,
    responses(
        (status = 200, body = [FlashStands]),
        (status = 404, body = Problem),
        (status = 422, body = Problem)
    )
)]
#[post("/setups/{id}/stand-ins/flashes")]
pub async fn tell_flashes(
    asked: Asked,
    stand_ins: Data<StandIns>,
    path: Path<String>,
    told: Body<ToldReceiver>,
) -> Result<Json<Vec<FlashStands>>, Problem> {
    let setup = id(&path)?;
    let kept = asked.studio.setup(&setup).await?.setup;
    let kit = asked.ground(&Of { of: Some(path.clone()) }).await?.kit;
    let now = stand_ins.now();
    let does = |flashes: &mut Flashes| {
        let mut fired = Vec::new();
        match &told.0 {
            ToldReceiver::Send => {
                for light in &kept.lights {
                    if let Some(receiver) = flashes.get_mut(&light.id) {
                        receiver.set(light.power.at.stops_below_full(), now);
                    }
                }
            }
            ToldReceiver::Fire => {
                fired = flashes.iter_mut().map(|(light, receiver)| (light.clone(), receiver.fire(now))).collect();
            }
            ToldReceiver::Battery { light } => flashes.get_mut(light)?.battery(now),
            ToldReceiver::Hear { light, hears } => flashes.get_mut(light)?.hears(*hears),
        }
        Some(stands(&kept, &kit, flashes, now, &fired))
    };
    let there = stand_ins.with_flashes(&setup, flashes_of(&kept, &kit), does).ok_or_else(none_there)?;
    there.map(Json).ok_or_else(|| {
        let detail = "This setup has no such light that is on.".to_owned();
        Problem::fields(vec![FieldProblem { field: "/light".to_owned(), detail }])
    })
}
