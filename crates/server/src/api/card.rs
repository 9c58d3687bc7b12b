//! The field card of a job: each setup with what is wanted in the hand, and what all of them pack.

use super::asked::Asked;
use super::exports::ladder_of;
use super::id;
use crate::body::Body;
use crate::problem::Problem;
use crate::work::Kind;
use actix_web::web::{Data, Json, Path};
use actix_web::{get, put};
use serde::{Deserialize, Serialize};
use tolva_core::card::{CardLine, SetupCard, card, own_lines, packing};
use tolva_core::checklist::OnList;
use tolva_core::day::{DayLight, Timeline, forecast};
use tolva_core::each_beside;
use tolva_core::forecast::Seen;
use tolva_core::format::Brief;
use tolva_core::ladder::{Ladder, Ladders};
use tolva_core::quantity::Id;
use tolva_core::setup::Setup;
use tolva_core::situation::Situation;
use tolva_store::{JobSnapshot, Studio, Tick};
use utoipa::ToSchema;

/// A setup that stands on no card.
#[derive(Debug, Serialize, ToSchema)]
pub struct OffCard {
    /// Its id.
    id: Id,
    /// Its name.
    name: String,
    /// Why.
    why: String,
}

/// The field card of a job.
#[derive(Debug, Serialize, ToSchema)]
pub struct JobCard {
    /// The job's id.
    id: Id,
    /// The job.
    job: Brief,
    /// The place of its day.
    place: Option<String>,
    /// The time zone its clock goes by.
    zone: Option<String>,
    /// Its setups, in shooting order.
    setups: Vec<SetupCard>,
    /// Setups the kit does not allow as they stand.
    off: Vec<OffCard>,
    /// What all of them pack, with the studio's own lines and the job's.
    packing: Vec<CardLine>,
    /// Own lines of what is done there before the first frame.
    there: Vec<CardLine>,
}

fn whole(of: Id, snapshot: JobSnapshot, ladders: &Ladders) -> JobCard {
    let JobSnapshot { job, day, setups, kit, settings } = snapshot;
    let on_day = day.as_ref().and_then(|day| Some((day, Timeline::of(job.date.as_str(), day).ok()?)));
    let terms = job.terms(settings.house, day.as_ref().map(|day| day.place.zone.as_str()));
    let light = on_day.as_ref().map(|(day, timeline)| DayLight::of(day, timeline, terms.house.meter));
    let ladder = |id: &Id, setup: &Setup| -> Option<Ladder> {
        ladder_of(ladders, (light.as_ref()?, &kit, terms), id, setup)?.ok()
    };
    let each = each_beside(&setups, &|(id, setup): &(Id, Setup)| {
        let standing = on_day.as_ref().filter(|_| setup.slot.is_some());
        let forecast = standing.and_then(|(day, timeline)| forecast(day, timeline, terms.house.meter, setup));
        let seen = Seen { setup, forecast: forecast.as_ref() };
        Situation::new(seen, &kit, terms).map(|s| card(id.clone(), &s, ladder(id, setup))).map_err(|errors| OffCard {
            id: id.clone(),
            name: setup.name.to_string(),
            why: errors.first().map(|error| error.problem.to_string()).unwrap_or_default(),
        })
    });
    let (mut cards, mut off) = (Vec::new(), Vec::new());
    for one in each {
        match one {
            Ok(card) => cards.push(card),
            Err(left) => off.push(left),
        }
    }
    let place = day.as_ref().map(|day| day.place.name.to_string());
    let zone = day.as_ref().map(|day| day.place.zone.to_string());
    let of_kind = job.kind.lines_of(&settings.lists);
    let own = |on: OnList| own_lines(of_kind, &job.lines, on);
    let packing = [packing(&cards, &kit), own(OnList::Pack)].concat();
    JobCard { id: of, packing, there: own(OnList::There), job, place, zone, setups: cards, off }
}

/// The field card of a job, whole.
#[utoipa::path(operation_id = "jobs_card", params(("id" = String, Path)),
    responses((status = 200, body = JobCard), (status = 404, body = Problem)))]
#[get("/jobs/{id}/card")]
pub async fn card_of_job(asked: Asked, path: Path<String>) -> Result<Json<JobCard>, Problem> {
    let of = id(&path)?;
    let snapshot = asked.studio.snapshot_of_job(&of).await?;
    let ladders = asked.ladders.clone();
    Ok(Json(asked.work(Kind::Card, move || whole(of, snapshot, &ladders)).await?))
}

/// What is ticked on a card, or is to be.
#[derive(Debug, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct TicksToPut {
    /// Each line that changes.
    ticks: Vec<Tick>,
}

/// Lines that are ticked.
#[derive(Debug, Serialize, ToSchema)]
pub struct Ticked {
    /// Their names.
    lines: Vec<String>,
}

/// What is ticked on a job's field card.
#[utoipa::path(operation_id = "jobs_ticks", params(("id" = String, Path)),
    responses((status = 200, body = Ticked), (status = 404, body = Problem)))]
#[get("/jobs/{id}/ticks")]
pub async fn ticks(studio: Data<Studio>, path: Path<String>) -> Result<Json<Ticked>, Problem> {
    Ok(Json(Ticked { lines: studio.ticks(&id(&path)?).await? }))
}

/// Ticks lines of a job's field card, and takes ticks away.
#[utoipa::path(operation_id = "jobs_tick", params(("id" = String, Path)), request_body = TicksToPut,
    responses((status = 200, body = Ticked), (status = 404, body = Problem), (status = 422, body = Problem)))]
#[put("/jobs/{id}/ticks")]
pub async fn tick(studio: Data<Studio>, path: Path<String>, body: Body<TicksToPut>) -> Result<Json<Ticked>, Problem> {
    Ok(Json(Ticked { lines: studio.tick(&id(&path)?, &body.0.ticks).await? }))
}
