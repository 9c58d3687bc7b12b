//! Practice: rounds, their answers, and how it goes over the weeks.

use super::Query;
use crate::body::Body;
use crate::problem::Problem;
use crate::work::{Asker, Kind, Work};
use actix_web::http::StatusCode;
use actix_web::web::{Data, Json};
use actix_web::{get, post};
use serde::{Deserialize, Serialize};
use std::sync::Arc;
use tolva_core::drill::{
    Answered, DrillGround, DrillKind, DrillStanding, DrillWeek, Graded, Round, grade, kinds, next_kind, round,
    standing, weeks,
};
use tolva_core::quantity::Id;
use tolva_core::setup::Setup;
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
    /// A job whose own setups are asked about; made-up sets without it.
    job: Option<String>,
}

/// A setup of one's own that a round is drawn on.
#[derive(Debug, Clone, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct OwnSetup {
    /// Which.
    id: Id,
    /// As it stood then.
    version: i64,
}

/// A round, and what it is drawn on.
#[derive(Debug, Serialize, ToSchema)]
pub struct RoundTold {
    #[serde(flatten)]
    round: Round,
    /// The setup it is drawn on; none where its sets are made up.
    on: Option<OwnSetup>,
    /// That setup's name.
    on_name: Option<String>,
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
    /// The setup it was drawn on, as it stood then; null where its sets were made up.
    on: Option<OwnSetup>,
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

/// Which kind is due, of those there are.
async fn due(studio: &Studio, asked: &RoundAsked, among: &[DrillKind]) -> Result<DrillKind, Problem> {
    if let Some(kind) = asked.kind {
        return Ok(kind);
    }
    let mut answered: Vec<Answered> = studio.drill_answers().await?.iter().map(|answer| answer.answered).collect();
    answered.extend(asked.after.map(|kind| Answered { kind, right: false }));
    Ok(next_kind(&answered, among, rand::random()))
}

fn ground_of<'a>(ground: &'a Ground, own: Option<&'a Setup>) -> DrillGround<'a> {
    DrillGround { kit: &ground.kit, house: ground.house(), own }
}

/// A round on one of a job's setups: of the kind that is due there, or of another its setups give.
async fn on_own(
    studio: &Studio,
    work: &Work,
    asker: &Asker,
    asked: &RoundAsked,
    job: &str,
) -> Result<RoundTold, Problem> {
    let job = super::id(job)?;
    let ground = Arc::new(studio.ground(None).await?);
    let mut setups = studio.job(&job).await?.setups;
    let mut among = asked.kind.map_or_else(|| kinds(true).to_vec(), |kind| vec![kind]);
    while !among.is_empty() {
        let kind = due(studio, asked, &among).await?;
        let seed = match asked.seed {
            Some(seed) => seed,
            None => fresh(studio, kind).await?,
        };
        let first = seed as usize % setups.len().max(1);
        setups.rotate_left(first);
        for of in &setups {
            let Ok(kept) = studio.setup(&of.id).await else { continue };
            let ground = ground.clone();
            let drawn = move || round(kind, seed, ground_of(&ground, Some(&kept.setup))).map(|round| (round, kept));
            if let Some((round, kept)) = work.answer(asker, Kind::Drill, drawn).await? {
                let on = OwnSetup { id: kept.id, version: kept.version };
                return Ok(RoundTold { round, on: Some(on), on_name: Some(kept.setup.name.to_string()) });
            }
        }
        among.retain(|other| *other != kind);
    }
    let detail =
        "This job has no setup that such a question can be asked about: it takes a face, a background and a flash.";
    Err(Problem::new(StatusCode::UNPROCESSABLE_ENTITY, "no-round", "No such round", detail))
}

/// A round to answer.
#[utoipa::path(operation_id = "drills_round", params(RoundAsked),
    responses((status = 200, body = RoundTold), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[get("/drills/round")]
pub async fn one(
    studio: Data<Studio>,
    work: Data<Work>,
    asker: Asker,
    asked: Query<RoundAsked>,
) -> Result<Json<RoundTold>, Problem> {
    // What no setup of one's own can be asked is asked of made-up sets.
    let own = asked.kind.is_none_or(|kind| kinds(true).contains(&kind));
    if let Some(job) = asked.job.as_ref().filter(|_| own) {
        return on_own(&studio, &work, &asker, &asked, job).await.map(Json);
    }
    let ground = studio.ground(None).await?;
    let kind = due(&studio, &asked, kinds(false)).await?;
    let seed = match asked.seed {
        Some(seed) => seed,
        None => fresh(&studio, kind).await?,
    };
    let drawn = move || round(kind, seed, ground_of(&ground, None));
    let round = work.answer(&asker, Kind::Drill, drawn).await?.ok_or_else(none_such)?;
    Ok(Json(RoundTold { round, on: None, on_name: None }))
}

/// The setup a round was drawn on, where it stands as it did.
async fn as_it_stood(studio: &Studio, on: &OwnSetup) -> Result<Setup, Problem> {
    let kept = studio.setup(&on.id).await?;
    if kept.version != on.version {
        let detail = "The setup this was asked about has changed since. Take the next one.";
        return Err(Problem::new(StatusCode::CONFLICT, "changed", "Changed since", detail));
    }
    Ok(kept.setup)
}

/// Answers a round, and keeps the answer.
#[utoipa::path(operation_id = "drills_answer", request_body = DrillAnswer,
    responses((status = 200, body = Graded), (status = 404, body = Problem), (status = 409, body = Problem),
        (status = 422, body = Problem)))]
#[post("/drills/answers")]
pub async fn answer_round(
    studio: Data<Studio>,
    work: Data<Work>,
    asker: Asker,
    body: Body<DrillAnswer>,
) -> Result<Json<Graded>, Problem> {
    let ground = studio.ground(None).await?;
    let DrillAnswer { kind, seed, answer, on } = body.0;
    let own = match &on {
        Some(on) => Some(as_it_stood(&studio, on).await?),
        None => None,
    };
    let graded = move || grade(kind, seed, answer, ground_of(&ground, own.as_ref()));
    let graded = work.answer(&asker, Kind::Drill, graded).await?.ok_or_else(none_such)?;
    studio.add_drill_answer(Answered { kind, right: graded.right }, seed, answer, graded.off).await?;
    Ok(Json(graded))
}

fn sheet_of(seed: u32, ground: &Ground) -> DrillSheet {
    let ground = ground_of(ground, None);
    let kinds = DrillKind::ALL.into_iter().cycle().skip(seed as usize % DrillKind::ALL.len());
    let drawn = kinds.zip(0..).map(|(kind, number)| (kind, seed.wrapping_mul(31).wrapping_add(number)));
    let rounds: Vec<Round> = drawn
        .take(2 * DrillKind::ALL.len())
        .filter_map(|(kind, seed)| round(kind, seed, ground))
        .take(ON_A_SHEET)
        .collect();
    let key = rounds.iter().filter_map(|round| {
        let graded = grade(round.kind, round.seed, round.gesture.begins(), ground)?;
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
