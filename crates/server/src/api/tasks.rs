//! Tasks done outside with one's own camera: their frames are judged as any take is.

use super::{Query, id};
use crate::body::Body;
use crate::problem::Problem;
use actix_web::web::{Data, Json};
use actix_web::{get, post};
use serde::{Deserialize, Serialize};
use tolva_core::drill::{Answered, DrillKind, Task, TaskGraded, grade_task, task};
use tolva_core::judge::{curve_of, judge};
use tolva_core::quantity::Id;
use tolva_store::Studio;
use utoipa::{IntoParams, ToSchema};

/// Which task is wanted.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct TaskAsked {
    /// By which seed; one by chance without it.
    seed: Option<u32>,
}

/// A take that is to show a task's frame.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct TaskShown {
    /// The task's seed.
    seed: u32,
    /// The take.
    take: String,
}

/// A task to be counted as done, or as tried.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TaskToCount {
    /// The task's seed.
    seed: u32,
    /// The take that shows it.
    take: Id,
}

async fn graded(studio: &Studio, seed: u32, take: &Id) -> Result<TaskGraded, Problem> {
    let (kept, kit) = (studio.take(take).await?, studio.kit().await?);
    let verdict = judge(&kept.take, None, curve_of(&kept.take, &kit));
    Ok(grade_task(seed, &kept.take, &verdict))
}

/// A task to do outside.
#[utoipa::path(operation_id = "drills_task", params(TaskAsked), responses((status = 200, body = Task)))]
#[get("/drills/task")]
pub async fn outside(asked: Query<TaskAsked>) -> Json<Task> {
    Json(task(asked.seed.unwrap_or_else(rand::random)))
}

/// What a take is worth for a task. Nothing is kept.
#[utoipa::path(operation_id = "drills_task_shown", params(TaskShown),
    responses((status = 200, body = TaskGraded), (status = 404, body = Problem)))]
#[get("/drills/task/shown")]
pub async fn shown(studio: Data<Studio>, asked: Query<TaskShown>) -> Result<Json<TaskGraded>, Problem> {
    graded(&studio, asked.seed, &id(&asked.take)?).await.map(Json)
}

/// Counts a task among the answers, where its frame can be judged.
#[utoipa::path(operation_id = "drills_task_count", request_body = TaskToCount,
    responses((status = 200, body = TaskGraded), (status = 404, body = Problem)))]
#[post("/drills/task")]
pub async fn count(studio: Data<Studio>, body: Body<TaskToCount>) -> Result<Json<TaskGraded>, Problem> {
    let TaskToCount { seed, take } = body.0;
    let graded = graded(&studio, seed, &take).await?;
    if let Some(done) = graded.done {
        let answered = Answered { kind: DrillKind::Outside, right: done };
        studio.add_drill_answer(answered, seed, f64::from(u8::from(done)), graded.off).await?;
    }
    Ok(Json(graded))
}
