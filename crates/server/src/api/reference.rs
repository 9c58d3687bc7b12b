use super::Query;
use crate::body::Body;
use crate::problem::Problem;
use actix_web::web::{Data, Json};
use actix_web::{get, post};
use serde::{Deserialize, Serialize};
use std::collections::BTreeMap;
use tolva_core::marks::{ApertureMark, IsoMark, Mark, PowerStep, Printed, ShutterMark, StepSize, choices};
use tolva_core::place::Horizon;
use tolva_core::quantity::limits::ALL;
use tolva_core::quantity::{Limit, Power};
use tolva_core::starts::Starts;
use tolva_store::Studio;
use utoipa::{IntoParams, ToSchema};

/// Which clicks the marks are wanted in; the house's own without it.
#[derive(Debug, Deserialize, IntoParams)]
pub struct Clicks {
    /// Thirds or halves.
    pub step: Option<StepSize>,
}

/// The marks printed on cameras, for entering settings that were right.
#[derive(Debug, Serialize, ToSchema)]
pub struct Marks {
    /// Apertures.
    pub aperture: Vec<Printed>,
    /// Shutter times.
    pub shutter: Vec<Printed>,
    /// Sensitivities.
    pub iso: Vec<Printed>,
    /// Powers of flashes, as fractions.
    pub power: Vec<PrintedPower>,
}

/// A power as flashes spell it.
#[derive(Debug, Serialize, ToSchema)]
pub struct PrintedPower {
    /// In stops below full.
    pub below: f64,
    /// As a fraction: 1/8, or 1/8 +⅓.
    pub label: String,
}

/// Thirds of a stop down to the least any flash has.
const POWERS: i32 = 30;

fn clicks<M: Mark>(first: i16, last: i16, step: StepSize) -> Vec<Printed> {
    choices(&M::clicks(M::nearest(first), M::nearest(last), step), step)
}

/// The marks printed on cameras: f/1 to f/64, 30 s to 1/32000, ISO 25 to 204800.
#[utoipa::path(params(Clicks), responses((status = 200, body = Marks)))]
#[get("/marks")]
pub async fn marks(studio: Data<Studio>, query: Query<Clicks>) -> Result<Json<Marks>, Problem> {
    let step = query.step.or(studio.settings().await?.settings.house.step).unwrap_or_default();
    Ok(Json(Marks {
        aperture: clicks::<ApertureMark>(0, 72, step),
        shutter: clicks::<ShutterMark>(-30, 90, step),
        iso: clicks::<IsoMark>(-12, 66, step),
        power: (0..=POWERS)
            .map(|third| {
                let below = f64::from(third) / 3.0;
                PrintedPower { below, label: Power::nearest(below).fraction_label(PowerStep::Thirds) }
            })
            .collect(),
    }))
}

/// What things begin as.
#[utoipa::path(responses((status = 200, body = Starts)))]
#[get("/starts")]
pub async fn starts() -> Result<Json<Starts>, Problem> {
    Ok(Json(tolva_core::starts::starts()?))
}

/// A skyline with one point more, where it has the widest gap. Nothing is saved.
#[utoipa::path(request_body = Horizon, responses((status = 200, body = Horizon), (status = 422, body = Problem)))]
#[post("/skyline/point")]
pub async fn skyline_point(body: Body<Horizon>) -> Result<Json<Horizon>, Problem> {
    Ok(Json(body.0.with_one_more(&tolva_core::starts::starts()?.skyline)))
}

/// The range of every number.
#[utoipa::path(responses((status = 200, body = BTreeMap<String, Limit>)))]
#[get("/limits")]
pub async fn limits() -> Json<BTreeMap<String, Limit>> {
    Json(ALL.iter().map(|(name, limit)| ((*name).to_lowercase(), *limit)).collect())
}
