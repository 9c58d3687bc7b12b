//! What the takes teach, and what of it is in force.

use super::Query;
use super::asked::Asked;
use super::frame::ONE;
use crate::body::Body;
use crate::problem::{FieldProblem, Problem};
use crate::work::Kind;
use actix_web::HttpResponse;
use actix_web::http::StatusCode;
use actix_web::web::{Data, Json};
use actix_web::{get, post, put};
use serde::{Deserialize, Serialize};
use tolva_core::kit::{CurvePoint, ToneCurve};
use tolva_core::learn::{Bracket, Learning, SessionFrame, Taught, fitted, learn, session, session_job};
use tolva_core::marks::Mark;
use tolva_core::quantity::Id;
use tolva_core::take::Take;
use tolva_frames::bracket;
use tolva_store::{FrameCopy, Imported, KeptTake, LearntPut, Studio};
use utoipa::{IntoParams, ToSchema};

/// No more takes are learnt from: the newest.
const MOST: i64 = 2_000;
/// Frames of a session without a word, and at most.
const FRAMES: (usize, usize) = (5, 12);

/// How long a session is to be.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct Session {
    /// How many frames; five without.
    frames: Option<usize>,
}

fn frames_of(wanted: &Session) -> usize {
    wanted.frames.unwrap_or(FRAMES.0).min(FRAMES.1)
}

fn taught(takes: &[KeptTake]) -> Vec<Taught<'_>> {
    takes.iter().map(|kept| Taught { id: &kept.id, setup: &kept.setup, at: &kept.at, take: &kept.take }).collect()
}

/// What the takes teach, and which frames would teach most.
#[derive(Debug, Serialize, ToSchema)]
pub struct LearntTold {
    /// What the takes teach.
    learning: Learning,
    /// The frames that would tell most about this kit, in their order.
    session: Vec<SessionFrame>,
}

/// What the takes teach about body, lens, flash, modifier, gel, meter and forecast; nothing of it is in force before it is put so.
#[utoipa::path(operation_id = "learnt_get", params(Session), responses((status = 200, body = LearntTold)))]
#[get("/learnt")]
pub async fn learnt(asked: Asked, wanted: Query<Session>) -> Result<Json<LearntTold>, Problem> {
    let (takes, ground) = (asked.studio.taught(MOST).await?, asked.studio.ground(None).await?);
    let frames = frames_of(&wanted);
    let question = move || {
        let learning = learn(&taught(&takes), &ground.kit, &ground.house());
        LearntTold { session: session(&learning, &ground.kit, frames, ground.house().units), learning }
    };
    Ok(Json(asked.work(Kind::Plan, question).await?))
}

/// Makes a job of the frames that would teach most: each a setup of its own, to be taken and judged.
#[utoipa::path(operation_id = "learnt_session", params(Session),
    responses((status = 201, body = Imported), (status = 409, body = Problem, description = "The kit can make no frame.")))]
#[post("/learnt/session")]
pub async fn session_of_frames(asked: Asked, wanted: Query<Session>) -> Result<HttpResponse, Problem> {
    let (takes, ground) = (asked.studio.taught(MOST).await?, asked.studio.ground(None).await?);
    let frames = frames_of(&wanted);
    let question = move || {
        let learning = learn(&taught(&takes), &ground.kit, &ground.house());
        let date = crate::clock::now().format("%Y-%m-%d").to_string();
        session_job(&session(&learning, &ground.kit, frames, ground.house().units), &date, &ground.kit)
    };
    let job = asked.work(Kind::Plan, question).await?.ok_or_else(|| {
        let detail = "A frame needs a camera and a lens: add them to the kit first.";
        Problem::new(StatusCode::CONFLICT, "kit", "The kit is empty", detail)
    })?;
    Ok(HttpResponse::Created().json(asked.studio.import_job(&job).await?))
}

/// Corrections to put in force.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LearntToPut {
    /// Each with what is learnt; none takes it back.
    pub corrections: Vec<LearntPut>,
}

/// Puts corrections in force, all of them or none, and answers with what was in force before: put that, and all is as it was.
#[utoipa::path(operation_id = "learnt_put", request_body = LearntToPut,
    responses((status = 200, body = LearntToPut), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[put("/learnt")]
pub async fn put_learnt(studio: Data<Studio>, body: Body<LearntToPut>) -> Result<Json<LearntToPut>, Problem> {
    Ok(Json(LearntToPut { corrections: studio.put_learnt(&body.0.corrections).await? }))
}

/// A bracket: takes of one still scene that differ by their shutter alone.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct BracketOf {
    /// The takes.
    takes: Vec<Id>,
}

/// A tone curve as a bracket teaches it.
#[derive(Debug, Serialize, ToSchema)]
pub struct CurveTold {
    /// The body it is of.
    body: Id,
    /// The curve.
    curve: ToneCurve,
    /// The points it was laid through, as green has them.
    points: Vec<CurvePoint>,
    /// How many places of the scene told of it.
    places: usize,
}

/// Frames of a bracket at most: all of them are looked at side by side, each some 30 MB.
const MOST_FRAMES: usize = 9;
/// Points told of a curve at most.
const MOST_POINTS: usize = 600;

/// What is wrong with the takes that were named.
pub(super) fn wrong(detail: impl ToString) -> Problem {
    Problem::fields(vec![FieldProblem { field: "/takes".to_owned(), detail: detail.to_string() }])
}

/// What the frames of a bracket have to have in common, and how long each was exposed, in stops.
fn times_of(takes: &[Take]) -> Result<(Id, Vec<f64>), Problem> {
    let first = takes.first().ok_or_else(|| wrong(tolva_core::learn::BracketError::FewFrames))?;
    let body = first.planned.body.clone();
    let body = body.ok_or_else(|| wrong("These takes are of before it was kept with which body they were taken."))?;
    for take in takes {
        let (one, other) = (&take.settings, &first.settings);
        if take.planned.body.as_ref() != Some(&body) {
            return Err(wrong("They are of more than one body."));
        }
        if (one.aperture, one.iso) != (other.aperture, other.iso) {
            return Err(wrong("They differ by aperture or ISO: a bracket differs by its shutter alone."));
        }
        if one.flash == Some(true) {
            return Err(wrong("A flash fired in one of them: it lights all frames alike, whatever the shutter."));
        }
    }
    let times = takes.iter().map(|take| take.settings.shutter.map(|shutter| -shutter.stops()));
    let times: Option<Vec<f64>> = times.collect();
    Ok((body, times.ok_or_else(|| wrong("One of the files does not say its shutter."))?))
}

/// The tone curve of a body from a bracket among the takes. It is not in force before it is kept with the body.
#[utoipa::path(operation_id = "takes_bracket", request_body = BracketOf,
    responses((status = 200, body = CurveTold), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[post("/takes/bracket")]
pub async fn curve_of_bracket(asked: Asked, body: Body<BracketOf>) -> Result<Json<CurveTold>, Problem> {
    if body.0.takes.len() > MOST_FRAMES {
        return Err(wrong(format!("A bracket has up to {MOST_FRAMES} frames.")));
    }
    let mut takes = Vec::with_capacity(body.0.takes.len());
    for id in &body.0.takes {
        takes.push(asked.studio.take(id).await?.take);
    }
    let (of, times) = times_of(&takes)?;
    let copies: Option<Vec<Vec<u8>>> =
        takes.iter().map(|take| asked.studio.copy_of(&take.frame.as_ref()?.hash, FrameCopy::Working)).collect();
    let copies = copies.ok_or_else(|| {
        let detail = "There is no copy of one of these frames in the studio’s folder.";
        Problem::new(StatusCode::NOT_FOUND, "not-found", "Not there", detail)
    })?;
    let _alone = ONE.acquire().await;
    let found = asked
        .work(Kind::Frame, move || {
            let samples = bracket(&copies).map_err(|error| wrong(error.to_string()))?;
            let places = samples.len();
            fitted(&Bracket { times, samples }).map(|fitted| (fitted, places)).map_err(wrong)
        })
        .await??;
    let (fitted, places) = found;
    let every = fitted.points.len().div_ceil(MOST_POINTS).max(1);
    let points = fitted.points.into_iter().step_by(every).collect();
    Ok(Json(CurveTold { body: of, curve: fitted.curve, points, places }))
}
