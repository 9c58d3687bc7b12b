use super::asked::Asked;
use super::{Query, id};
use crate::body::Body;
use crate::problem::{FieldProblem, Problem};
use crate::work::Kind;
use actix_web::http::StatusCode;
use actix_web::web::{Data, Json, Path};
use actix_web::{get, post, put};
use serde::{Deserialize, Serialize};
use tolva_core::check::Problem as CoreProblem;
use tolva_core::day::{Day, DayLight, Moment, SetupLight, Timeline, check_slot, light_of, put_at};
use tolva_core::forecast::Seen;
use tolva_core::kit::Kit;
use tolva_core::outlook::{DayAnswer, outlook};
use tolva_core::quantity::{ClockTime, Id};
use tolva_core::schedule::Schedule;
use tolva_core::setup::{Setup, Slot};
use tolva_core::{FieldError, Terms};
use tolva_store::{JobSnapshot, KeptDay, PlacedSetup, Studio};
use utoipa::{IntoParams, ToSchema};

/// A day to save, with the version it was changed from.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct DayToKeep {
    /// The day.
    pub day: Day,
    /// The version it was changed from; 0 for the first.
    pub version: i64,
}

/// Which setup is looked at, and what time it is.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct Looked {
    /// The setup whose light and ladder are wanted.
    pub setup: Option<String>,
    /// What the clock shows, HH:MM; readings after it are not known yet. Without it all are.
    pub clock: Option<String>,
}

/// A setup to put at a time of its day.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PutAt {
    /// The setup as it is on the screen.
    pub setup: Setup,
    /// Where and when it is made.
    pub slot: Slot,
}

/// A job's day with everything that is worked out from it.
pub(super) struct Loaded {
    pub(super) name: String,
    pub(super) day: Day,
    pub(super) timeline: Timeline,
    pub(super) setups: Vec<(Id, Setup)>,
    pub(super) kit: Kit,
    pub(super) terms: Terms,
}

fn at_field(field: &str, problem: &CoreProblem) -> Problem {
    Problem::fields(vec![FieldProblem { field: field.to_owned(), detail: problem.to_string() }])
}

/// Loads a job's day, all of one moment.
pub(super) async fn load(studio: &Studio, job: &Id) -> Result<Loaded, Problem> {
    let JobSnapshot { job: brief, day, setups, kit, settings } = studio.snapshot_of_job(job).await?;
    let Some(day) = day else {
        let detail = "Choose a place first: without one there is no light to tell.";
        return Err(Problem::new(StatusCode::CONFLICT, "no-place", "No place yet", detail));
    };
    if brief.date.as_str().is_empty() {
        let detail = "Choose a date first: without one there is no light to tell.";
        return Err(Problem::new(StatusCode::CONFLICT, "no-date", "No date yet", detail));
    }
    let timeline = Timeline::of(brief.date.as_str(), &day).map_err(|problem| at_field("/date", &problem))?;
    Ok(Loaded {
        name: brief.name.to_string(),
        setups,
        kit,
        terms: brief.terms(settings.house, Some(day.place.zone.as_str())),
        day,
        timeline,
    })
}

impl Loaded {
    /// The minute a clock shows, if one is given.
    fn clock(&self, looked: &Looked) -> Result<Option<usize>, Problem> {
        let Some(text) = &looked.clock else { return Ok(None) };
        let wrong = |detail: String| Problem::fields(vec![FieldProblem { field: "/clock".to_owned(), detail }]);
        let time = ClockTime::new(text).map_err(|error| wrong(error.to_string()))?;
        self.timeline.minute_of(&time).map(Some).map_err(|problem| wrong(problem.to_string()))
    }
}

/// The place and sky of a job's day.
#[utoipa::path(operation_id = "day_get", params(("id" = String, Path)), responses((status = 200, body = KeptDay), (status = 404, body = Problem)))]
#[get("/jobs/{id}/day")]
pub async fn get(studio: Data<Studio>, path: Path<String>) -> Result<Json<KeptDay>, Problem> {
    Ok(Json(studio.day(&id(&path)?).await?))
}

/// Saves the place and sky of a job's day.
#[utoipa::path(operation_id = "day_keep", params(("id" = String, Path)), request_body = DayToKeep,
    responses((status = 200, body = KeptDay), (status = 409, body = Problem), (status = 422, body = Problem)))]
#[put("/jobs/{id}/day")]
pub async fn keep(studio: Data<Studio>, path: Path<String>, body: Body<DayToKeep>) -> Result<Json<KeptDay>, Problem> {
    Ok(Json(studio.keep_day(&id(&path)?, body.0.day, body.0.version).await?))
}

/// Everything of a day: sun, windows of light, cloud, setups, and the light and ladder of one of them.
#[utoipa::path(operation_id = "day_answer", params(("id" = String, Path), Looked),
    responses((status = 200, body = DayAnswer), (status = 409, body = Problem), (status = 422, body = Problem)))]
#[get("/jobs/{id}/day/answer")]
pub async fn answer(asked: Asked, path: Path<String>, looked: Query<Looked>) -> Result<Json<DayAnswer>, Problem> {
    let loaded = load(&asked.studio, &id(&path)?).await?;
    let clock = loaded.clock(&looked)?;
    let chosen = looked.setup.as_deref().map(id).transpose()?;
    let ladders = asked.ladders.clone();
    let question = move || {
        let light = DayLight::of(&loaded.day, &loaded.timeline, loaded.terms.house.meter);
        outlook(&light, &loaded.setups, chosen.as_ref(), &loaded.kit, loaded.terms, clock, &ladders)
    };
    Ok(Json(asked.work(Kind::Day, question).await??))
}

/// Sun and light at one moment, for a setup if one is named: what a clock being turned asks for.
#[utoipa::path(operation_id = "day_moment", params(("id" = String, Path), Looked),
    responses((status = 200, body = Moment), (status = 409, body = Problem), (status = 422, body = Problem)))]
#[get("/jobs/{id}/day/moment")]
pub async fn moment(asked: Asked, path: Path<String>, looked: Query<Looked>) -> Result<Json<Moment>, Problem> {
    let loaded = load(&asked.studio, &id(&path)?).await?;
    let clock = loaded.clock(&looked)?;
    let chosen = looked.setup.as_deref().map(id).transpose()?;
    let question = move || {
        let setup = loaded.setups.iter().find(|(id, _)| chosen.as_ref() == Some(id)).map(|(_, setup)| setup);
        let minute = clock.unwrap_or(loaded.timeline.from);
        let known = clock.map(|minute| minute as f64);
        tolva_core::day::moment(&loaded.day, &loaded.timeline, loaded.terms.house.meter, minute, setup, known)
    };
    Ok(Json(asked.work(Kind::Moment, question).await?))
}

/// When each setup of a job is made, and what its light is then; nothing while the job has no place or no date.
#[utoipa::path(operation_id = "day_light", params(("id" = String, Path)),
    responses((status = 200, body = Vec<SetupLight>), (status = 404, body = Problem)))]
#[get("/jobs/{id}/light")]
pub async fn setups_light(asked: Asked, path: Path<String>) -> Result<Json<Vec<SetupLight>>, Problem> {
    let loaded = match load(&asked.studio, &id(&path)?).await {
        Ok(loaded) => loaded,
        Err(problem) if ["no-place", "no-date"].contains(&problem.kind) => return Ok(Json(Vec::new())),
        Err(problem) => return Err(problem),
    };
    let question = move || {
        let light = DayLight::of(&loaded.day, &loaded.timeline, loaded.terms.house.meter);
        loaded.setups.iter().map(|(id, setup)| light_of(&light, id, setup)).collect()
    };
    Ok(Json(asked.work(Kind::Day, question).await?))
}

/// An order and times for the setups of a day that give each the light it wants.
#[utoipa::path(operation_id = "day_schedule", params(("id" = String, Path)),
    responses((status = 200, body = Schedule), (status = 409, body = Problem)))]
#[get("/jobs/{id}/schedule")]
pub async fn schedule(asked: Asked, path: Path<String>) -> Result<Json<Schedule>, Problem> {
    let loaded = load(&asked.studio, &id(&path)?).await?;
    let question = move || {
        let light = DayLight::of(&loaded.day, &loaded.timeline, loaded.terms.house.meter);
        tolva_core::schedule::propose(&light, &loaded.setups)
    };
    Ok(Json(asked.work(Kind::Schedule, question).await?))
}

/// Places setups on their day, all or none; answers with where they were before.
#[utoipa::path(operation_id = "day_place", params(("id" = String, Path)), request_body = Vec<PlacedSetup>,
    responses((status = 200, body = Vec<PlacedSetup>), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[put("/jobs/{id}/slots")]
pub async fn place(
    studio: Data<Studio>,
    path: Path<String>,
    body: Body<Vec<PlacedSetup>>,
) -> Result<Json<Vec<PlacedSetup>>, Problem> {
    Ok(Json(studio.place_setups(&id(&path)?, &body.0).await?))
}

/// Puts a setup at a time of its day and solves its free dials for the light forecast then. Nothing is saved.
#[utoipa::path(operation_id = "setups_put_at", params(("id" = String, Path)), request_body = PutAt,
    responses((status = 200, body = Setup), (status = 409, body = Problem), (status = 422, body = Problem)))]
#[post("/setups/{id}/moment")]
pub async fn put_setup_at(asked: Asked, path: Path<String>, body: Body<PutAt>) -> Result<Json<Setup>, Problem> {
    let PutAt { setup, slot } = body.0;
    let ground = asked.studio.ground(Some(&id(&path)?)).await?;
    let terms = ground.terms();
    let Some((job, day)) = ground.job.zip(ground.day) else {
        let detail = "The job has no place yet: choose one on its day.";
        return Err(Problem::new(StatusCode::CONFLICT, "no-place", "No place yet", detail));
    };
    let placed = Setup { slot: Some(slot.clone()), ..setup.clone() };
    check_slot(&placed, job.date.as_str(), Some(&day))?;
    let (kit, meter) = (ground.kit, terms.house.meter);
    let question = move || {
        let at = |problem| vec![FieldError { field: "/slot/time".to_owned(), problem }];
        let timeline = Timeline::of(job.date.as_str(), &day).map_err(at)?;
        let put = put_at(&day, &timeline, meter, &setup, slot).map_err(at)?;
        let forecast = tolva_core::day::forecast(&day, &timeline, meter, &put);
        tolva_core::solve::solve(Seen { setup: &put, forecast: forecast.as_ref() }, &kit, terms)
    };
    Ok(Json(asked.work(Kind::Plan, question).await??))
}
