//! What of its dials may be left to the camera, by its meter over the picture's ambient light.

use super::{Lit, developing, picturing_of, sketch_of};
use crate::api::asked::{Asked, Of, forecast_of};
use crate::api::exports::ladder_of;
use crate::api::id;
use crate::easel::Easels;
use crate::problem::Problem;
use crate::work::Kind;
use actix_web::get;
use actix_web::web::{Data, Json, Path};
use tolva_core::FieldError;
use tolva_core::day::{DayLight, Timeline};
use tolva_core::forecast::Seen;
use tolva_core::ladder::Ladders;
use tolva_core::modes::{CameraModes, MeteredFrame, camera_modes, changes_by_the_minute, flash_on_face};
use tolva_core::quantity::Id;
use tolva_core::setup::{Patch, Setup};
use tolva_core::situation::Situation;
use tolva_store::Ground;

/// Rounds of samples that are enough to meter by.
const ROUGH: u32 = 2;

/// Whether the light changes by the minute while it is made.
fn changing(ground: &Ground, ladders: &Ladders, setup: (&Id, &Setup)) -> bool {
    let on_day = ground.job.as_ref().zip(ground.day.as_ref());
    let found = on_day.and_then(|(job, day)| {
        let timeline = Timeline::of(job.date.as_str(), day).ok()?;
        let light = DayLight::of(day, &timeline, ground.house().meter);
        ladder_of(ladders, (&light, &ground.kit, ground.terms()), setup.0, setup.1)?.ok()
    });
    found.is_some_and(|ladder| changes_by_the_minute(ladder.rungs.len(), (ladder.until - ladder.from) as f64))
}

/// What of a kept setup's dials may be left to the camera, and what compensation each kind of metering then needs.
#[utoipa::path(operation_id = "setups_modes", params(("id" = String, Path)),
    responses((status = 200, body = CameraModes), (status = 404, body = Problem), (status = 503, body = Problem)))]
#[get("/setups/{id}/modes")]
pub async fn modes_of_setup(
    asked: Asked,
    easels: Data<Easels>,
    path: Path<String>,
) -> Result<Json<CameraModes>, Problem> {
    Ok(Json(modes_told(&asked, &easels, &id(&path)?).await?))
}

/// What of its dials may be left to the camera, as [`modes_of_setup`] tells it.
pub async fn modes_told(asked: &Asked, easels: &Easels, setup: &Id) -> Result<CameraModes, Problem> {
    let (setup, kept) = (setup.clone(), asked.studio.setup(setup).await?.setup);
    let of = Of { of: Some(setup.to_string()) };
    let ground = asked.ground(&of).await?;
    let picturing = picturing_of(asked, &of, kept.clone(), Kind::File).await?;
    let sketch = sketch_of(easels, setup.as_str(), &picturing, ROUGH).await?;
    let (lights, ladders) = (asked.lights.clone(), asked.ladders.clone());
    let question = move || {
        let developed = developing(&picturing, &sketch.layers, &Lit::Ambient);
        let frame = developed.frame(&sketch.layers, &picturing.set.still);
        let light: Vec<f64> = (0..frame.linear.len()).map(|pixel| frame.level(pixel).map_or(0.0, f64::exp2)).collect();
        let face = picturing.places.iter().find(|place| place.patch == Patch::Face);
        let metered = MeteredFrame {
            light: &light,
            across: frame.size.0 as usize,
            face: face.map_or((0.5, 0.5), |place| (place.x, place.y)),
        };
        let forecast = forecast_of(&ground, &kept);
        let seen = Seen { setup: &kept, forecast: forecast.as_ref() };
        let s: Situation<'_> = lights.situation(Some(setup.as_str()), seen, &ground.kit, ground.terms())?;
        let changing = changing(&ground, &ladders, (&setup, &kept));
        Ok::<_, Vec<FieldError>>(camera_modes(&s, &metered, flash_on_face(&s), changing))
    };
    Ok(asked.work(Kind::Development, question).await??)
}
