//! Practice: rounds, their answers, and how it goes over the weeks.

use super::Query;
use crate::body::Body;
use crate::problem::Problem;
use crate::work::{Asker, Kind, Work};
use actix_web::http::StatusCode;
use actix_web::web::{Data, Json};
use actix_web::{get, post};
use serde::{Deserialize, Serialize};
use tolva_core::drill::{
    Answered, DrillKind, DrillStanding, DrillWeek, Graded, Round, grade, next_kind, round, standing, weeks,
};
use tolva_store::{Ground, Studio};
use utoipa::{IntoParams, ToSchema};

/// How practice goes.
#[derive(Debug, Serialize, ToSchema)]
pub struct DrillsTold {
    /// How every kind of question stands.
    standing: Vec<DrillStanding>,
    /// Week by week, the oldest first.
    weeks: Vec<DrillWeek>,
}

/// Which round is wanted.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct RoundAsked {
    /// What kind; the one that is due without it.
    kind: Option<DrillKind>,
    /// By which seed; one that was never answered without it.
    seed: Option<u32>,
    /// The kind that is being answered: the one due after it is drawn ahead. Which that is does not hang on the answer.
    after: Option<DrillKind>,
}

/// Which sheet is wanted.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct SheetAsked {
    /// By which seed.
    seed: u32,
}

/// An answer.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DrillAnswer {
    /// To a round of this kind,
    kind: DrillKind,
    /// by this seed.
    seed: u32,
    /// In the gesture's own measure: stops, the number of a mark or a choice, kelvin, degrees.
    answer: f64,
}

/// A sheet for paper, with its key.
#[derive(Debug, Serialize, ToSchema)]
pub struct DrillSheet {
    /// Its rounds.
    rounds: Vec<Round>,
    /// The right answer of each, with why.
    key: Vec<String>,
}

/// Rounds of a sheet.
const ON_A_SHEET: usize = 10;

fn none_such() -> Problem {
    let detail = "There is no such round: its frames need a body, a lens and a flash in the kit, and an answer has to be on its scale.";
    Problem::new(StatusCode::UNPROCESSABLE_ENTITY, "no-round", "No such round", detail)
}

/// A seed nobody was asked by.
async fn fresh(studio: &Studio, kind: DrillKind) -> Result<u32, Problem> {
    let mut seed: u32 = rand::random();
    while studio.drill_was_asked(kind, seed).await? {
        seed = seed.wrapping_add(1);
    }
    Ok(seed)
}

/// How practice goes.
#[utoipa::path(operation_id = "drills_told", responses((status = 200, body = DrillsTold)))]
#[get("/drills")]
pub async fn told(studio: Data<Studio>) -> Result<Json<DrillsTold>, Problem> {
    let answers = studio.drill_answers().await?;
    let answered: Vec<Answered> = answers.iter().map(|answer| answer.answered).collect();
    Ok(Json(DrillsTold { standing: standing(&answered), weeks: weeks(&answers, None) }))
}

/// A round to answer.
#[utoipa::path(operation_id = "drills_round", params(RoundAsked),
    responses((status = 200, body = Round), (status = 422, body = Problem)))]
#[get("/drills/round")]
pub async fn one(
    studio: Data<Studio>,
    work: Data<Work>,
    asker: Asker,
    asked: Query<RoundAsked>,
) -> Result<Json<Round>, Problem> {
    let ground = studio.ground(None).await?;
    let kind = match asked.kind {
        Some(kind) => kind,
        None => {
            let mut answered: Vec<Answered> =
                studio.drill_answers().await?.iter().map(|answer| answer.answered).collect();
            answered.extend(asked.after.map(|kind| Answered { kind, right: false }));
            next_kind(&answered, rand::random())
        }
    };
    let seed = match asked.seed {
        Some(seed) => seed,
        None => fresh(&studio, kind).await?,
    };
    let drawn = move || round(kind, seed, &ground.kit, ground.house());
    work.answer(&asker, Kind::Drill, drawn).await?.map(Json).ok_or_else(none_such)
}

/// Answers a round, and keeps the answer.
#[utoipa::path(operation_id = "drills_answer", request_body = DrillAnswer,
    responses((status = 200, body = Graded), (status = 422, body = Problem)))]
#[post("/drills/answers")]
pub async fn answer_round(
    studio: Data<Studio>,
    work: Data<Work>,
    asker: Asker,
    body: Body<DrillAnswer>,
) -> Result<Json<Graded>, Problem> {
    let ground = studio.ground(None).await?;
    let DrillAnswer { kind, seed, answer } = body.0;
    let graded = move || grade(kind, seed, answer, &ground.kit, ground.house());
    let graded = work.answer(&asker, Kind::Drill, graded).await?.ok_or_else(none_such)?;
    studio.add_drill_answer(Answered { kind, right: graded.right }, seed, answer, graded.off).await?;
    Ok(Json(graded))
}

fn sheet_of(seed: u32, ground: &Ground) -> DrillSheet {
    let (kit, house) = (&ground.kit, ground.house());
    let kinds = DrillKind::ALL.into_iter().cycle().skip(seed as usize % DrillKind::ALL.len());
    let drawn = kinds.zip(0..).map(|(kind, number)| (kind, seed.wrapping_mul(31).wrapping_add(number)));
    let rounds: Vec<Round> = drawn
        .take(2 * DrillKind::ALL.len())
        .filter_map(|(kind, seed)| round(kind, seed, kit, house))
        .take(ON_A_SHEET)
        .collect();
    let key = rounds.iter().filter_map(|round| {
        let graded = grade(round.kind, round.seed, round.gesture.begins(), kit, house)?;
        Some(format!("{}. {}", graded.written, graded.why))
    });
    DrillSheet { key: key.collect(), rounds }
}

/// A sheet of ten rounds for paper, with its key.
#[utoipa::path(operation_id = "drills_sheet", params(SheetAsked), responses((status = 200, body = DrillSheet)))]
#[get("/drills/sheet")]
pub async fn sheet(
    studio: Data<Studio>,
    work: Data<Work>,
    asker: Asker,
    asked: Query<SheetAsked>,
) -> Result<Json<DrillSheet>, Problem> {
    let (ground, seed) = (studio.ground(None).await?, asked.seed);
    Ok(Json(work.answer(&asker, Kind::Drill, move || sheet_of(seed, &ground)).await?))
}
