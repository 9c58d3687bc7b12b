//! Takes: frames that come in, are judged and kept.

mod apart;
mod by_clock;
mod copies;
mod distances;
mod folder;
mod intake;
mod lines;
mod log;
mod rows;

pub use apart::take_apart;
pub use by_clock::takes_by_clock;
pub use copies::take_frame;
pub use distances::over_distance;
pub use folder::{take_watched, watched};
pub use intake::{add_take, judge_frame, take_by_hand};
pub use lines::{frames_room, lines_of, take_lines, takes_in_lines};
pub use log::{change_takes, log_of_job, takes_table};

use super::Query;
use super::asked::{Asked, Of, forecast_of};
use super::frame::ONE;
use super::id;
use crate::body::Body;
use crate::problem::Problem;
use crate::work::Kind;
use actix_web::web::{Data, Json, Path};
use actix_web::{get, post, put};
use intake::{area, measured};
use serde::{Deserialize, Serialize};
use std::sync::Arc;
use tolva_core::FieldError;
use tolva_core::forecast::Seen;
use tolva_core::judge::{Mended, Verdict, curve_of, judge, mended};
use tolva_core::quantity::{ClockTime, Id, Note};
use tolva_core::setup::Patch;
use tolva_core::take::{Choice, MarkOf, MeasuredOn, Take, TakeMark};
use tolva_frames::patches;
use tolva_store::{FrameCopy, Ground, KeptTake, Studio};
use utoipa::{IntoParams, ToSchema};

/// A take, and what its frame says.
#[derive(Debug, Serialize, ToSchema)]
pub struct TakeTold {
    /// The take.
    pub kept: KeptTake,
    /// What it says.
    pub verdict: Verdict,
    /// Whether the frame was there already.
    pub known: bool,
}

/// Which frame without flash a take is judged with.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct Without {
    /// Its take.
    without: Option<String>,
}

/// A mark as a person puts it.
#[derive(Debug, Clone, Copy, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct MarkPut {
    /// What is there.
    of: MarkOf,
    /// Its middle from the left, as a share of the frame.
    x: f64,
    /// From the top.
    y: f64,
    /// How wide, as a share of the frame's width.
    width: f64,
    /// How high, as a share of its height.
    height: f64,
}

/// A take to save, with the version it was changed from.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TakeToKeep {
    /// Its marks; what was moved is measured anew.
    marks: Vec<MarkPut>,
    /// Its note.
    note: Note,
    /// Whether it is kept.
    choice: Choice,
    /// The version it was changed from.
    version: i64,
}

async fn other(studio: &Studio, without: Option<&String>) -> Result<Option<Take>, Problem> {
    match without {
        None => Ok(None),
        Some(text) => Ok(Some(studio.take(&id(text)?).await?.take)),
    }
}

/// One take, with what its frame says.
#[utoipa::path(operation_id = "takes_one", params(("id" = String, Path), Without),
    responses((status = 200, body = TakeTold), (status = 404, body = Problem)))]
#[get("/takes/{id}")]
pub async fn one(studio: Data<Studio>, path: Path<String>, pair: Query<Without>) -> Result<Json<TakeTold>, Problem> {
    let kept = studio.take(&id(&path)?).await?;
    let without = other(&studio, pair.without.as_ref()).await?;
    let kit = studio.kit().await?;
    Ok(Json(TakeTold { verdict: judge(&kept.take, without.as_ref(), curve_of(&kept.take, &kit)), kept, known: true }))
}

/// Saves a take's marks, note and choice. Marks that were moved are measured anew, on the working copy.
#[utoipa::path(operation_id = "takes_keep", params(("id" = String, Path), Without), request_body = TakeToKeep,
    responses((status = 200, body = TakeTold), (status = 409, body = Problem), (status = 422, body = Problem)))]
#[put("/takes/{id}")]
pub async fn keep(
    asked: Asked,
    path: Path<String>,
    pair: Query<Without>,
    body: Body<TakeToKeep>,
) -> Result<Json<TakeTold>, Problem> {
    let TakeToKeep { marks, note, choice, version } = body.0;
    let (of, without) = (id(&path)?, other(&asked.studio, pair.without.as_ref()).await?);
    let before = asked.studio.take(&of).await?.take;
    let known = |put: &MarkPut| {
        let old = before.mark(put.of)?;
        let same = [old.x - put.x, old.y - put.y, old.width - put.width, old.height - put.height];
        same.iter().all(|by| by.abs() < 1e-9).then(|| old.clone())
    };
    let fresh = |put: &MarkPut| TakeMark {
        of: put.of,
        x: put.x,
        y: put.y,
        width: put.width,
        height: put.height,
        measured: None,
    };
    let marks: Vec<TakeMark> = marks.iter().map(|put| known(put).unwrap_or_else(|| fresh(put))).collect();
    let mut take = Take { marks, note, choice, ..before };
    take.check()?;
    let moved = take.marks.iter().any(|mark| mark.measured.is_none());
    let copy =
        take.frame.as_ref().filter(|_| moved).and_then(|frame| asked.studio.copy_of(&frame.hash, FrameCopy::Working));
    if let Some(copy) = copy {
        let _alone = ONE.acquire().await;
        let areas: Vec<_> = take.marks.iter().map(area).collect();
        let shown = asked.work(Kind::Frame, move || patches(&copy, &areas)).await??;
        for (mark, read) in take.marks.iter_mut().zip(shown).filter(|(mark, _)| mark.measured.is_none()) {
            mark.measured = read.ok().map(|read| measured(&read, MeasuredOn::Copy, None));
        }
    }
    let kept = asked.studio.keep_take(&of, &take, version).await?;
    let kit = asked.studio.kit().await?;
    Ok(Json(TakeTold { verdict: judge(&kept.take, without.as_ref(), curve_of(&kept.take, &kit)), kept, known: true }))
}

/// What the place's clocks showed when a frame was taken, or when its setup is to be made.
fn clock_of(ground: &Ground, take: &Take, slot: Option<&ClockTime>) -> Option<ClockTime> {
    let taken = || take.settings.clock_on(ground.job.as_ref()?.date.as_str(), &ground.day.as_ref()?.place.zone);
    taken().or_else(|| slot.cloned())
}

/// What to turn for what a take says: its setup as it stands now, with that taken over as readings and its free dials solved.
#[utoipa::path(operation_id = "takes_mend", params(("id" = String, Path), Without),
    responses((status = 200, body = Mended), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/takes/{id}/mended")]
pub async fn mend(asked: Asked, path: Path<String>, pair: Query<Without>) -> Result<Json<Mended>, Problem> {
    let kept = asked.studio.take(&id(&path)?).await?;
    let without = other(&asked.studio, pair.without.as_ref()).await?;
    let setup = asked.studio.setup(&kept.setup).await?.setup;
    let ground = asked.ground(&Of { of: Some(kept.setup.to_string()) }).await?;
    let question = move || {
        let verdict = judge(&kept.take, without.as_ref(), curve_of(&kept.take, &ground.kit));
        let clock = clock_of(&ground, &kept.take, setup.slot.as_ref().map(|slot| &slot.time));
        let told = verdict.taken_over(&setup, &kept.take, clock.as_ref());
        let forecast = forecast_of(&ground, &told);
        let judged: Vec<Patch> = verdict.patches.iter().map(|judged| judged.patch).collect();
        mended(Seen { setup: &told, forecast: forecast.as_ref() }, &ground.kit, ground.terms(), &judged)
    };
    Ok(Json(asked.work(Kind::Plan, question).await??))
}

/// A question's problems, one after the other.
type Fields = Vec<FieldError>;

/// Everything about a setup that a take is made from.
struct Stands {
    of: Id,
    setup: tolva_core::setup::Setup,
    ground: Arc<Ground>,
}

impl Stands {
    async fn of(asked: &Asked, text: &str) -> Result<Stands, Problem> {
        let of = id(text)?;
        let setup = asked.studio.setup(&of).await?.setup;
        let ground = Arc::new(asked.ground(&Of { of: Some(text.to_owned()) }).await?);
        Ok(Stands { of, setup, ground })
    }
}
