//! The light meter: pointed at a place on the set, it shows what comes there, as far as it can.

use super::none_there;
use crate::api::Query;
use crate::api::asked::{Asked, Of, forecast_of};
use crate::body::Body;
use crate::problem::{FieldProblem, Problem};
use crate::stand_ins::StandIns;
use crate::work::Kind;
use actix_web::post;
use actix_web::web::{Data, Json};
use serde::{Deserialize, Serialize};
use tolva_core::FieldError;
use tolva_core::forecast::Seen;
use tolva_core::marks::{ApertureMark, Mark};
use tolva_core::picture::{Held, NotHeld, picturing};
use tolva_core::quantity::{Ev100, Id};
use tolva_core::setup::{Method, Patch, Receptor, Setup, Turned};
use utoipa::ToSchema;

/// A place the meter is pointed at.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MeterAt {
    /// The setup.
    pub setup: Setup,
    /// Which patch it is held before.
    pub patch: Patch,
    /// Of the light that falls there, or that comes back.
    pub method: Method,
    /// What takes the light in.
    pub receptor: Receptor,
    /// Where it is turned.
    pub turned: Turned,
    /// Whose flash it measures; the ambient without one.
    pub flash: Option<Id>,
}

/// What the meter shows.
#[derive(Debug, Serialize, ToSchema)]
pub struct MeterShows {
    /// The same in words.
    text: String,
    /// Of ambient: the exposure value at ISO 100.
    ev: Option<Ev100>,
    /// Of a flash: the aperture for ISO 100.
    aperture: Option<ApertureMark>,
}

/// What the stand-in meter shows, to a tenth of a stop and with an error of its own.
#[utoipa::path(
    params(Of),
    request_body = MeterAt,
    responses(
        (status = 200, body = MeterShows),
        (status = 404, body = Problem, description = "There are no stand-ins."),
        (status = 422, body = Problem)
    )
)]
#[post("/stand-ins/meter")]
pub async fn meter_shows(
    asked: Asked,
    stand_ins: Data<StandIns>,
    of: Query<Of>,
    body: Body<MeterAt>,
) -> Result<Json<MeterShows>, Problem> {
    stand_ins.folder().ok_or_else(none_there)?;
    let MeterAt { setup: draft, patch, method, receptor, turned, flash } = body.0;
    let at = |field: &str, detail: &str| {
        Problem::fields(vec![FieldProblem { field: field.to_owned(), detail: detail.to_owned() }])
    };
    if flash.as_ref().is_some_and(|flash| draft.light_index(flash).is_none()) {
        return Err(at("/flash", "This setup has no such light."));
    }
    // What was learnt of flashes and meter changes nothing about them.
    let asked = asked.with_nothing_learnt();
    let ground = asked.ground(&of).await?;
    let (lights, kept) = (asked.lights.clone(), of.of.clone());
    let question = move || {
        let forecast = forecast_of(&ground, &draft);
        let seen = Seen { setup: &draft, forecast: forecast.as_ref() };
        let situation = lights.situation(kept.as_deref(), seen, &ground.kit, ground.terms())?;
        let held = Held { patch, method, receptor, turned };
        Ok::<_, Vec<FieldError>>(picturing(&situation).given(&situation, &held))
    };
    let given = asked.work(Kind::Picture, question).await??;
    let given = given.map_err(|error| {
        let field = if error == NotHeld::Patch { "/patch" } else { "/turned" };
        at(field, &error.to_string())
    })?;
    Ok(Json(match flash {
        None => {
            let ambient =
                given.ambient.ok_or_else(|| at("/patch", "No light comes there: the meter shows nothing."))?;
            let ev = stand_ins.meter_shows(ambient);
            MeterShows { text: format!("EV {ev:.1}"), ev: Some(Ev100::of(ev)), aperture: None }
        }
        Some(flash) => {
            let level = given.flashes.iter().find(|(id, _)| *id == flash).map(|(_, level)| *level);
            let level =
                level.ok_or_else(|| at("/flash", "That flash does not reach there: the meter shows nothing."))?;
            let stops = stand_ins.meter_shows(level);
            #[expect(clippy::cast_possible_truncation, reason = "a few dozen sixths")]
            let mark = ApertureMark::nearest((stops * 6.0).round() as i16);
            let text = format!("f/{:.1} at ISO 100", 2f64.powf(stops / 2.0));
            MeterShows { text, ev: None, aperture: Some(mark) }
        }
    }))
}
