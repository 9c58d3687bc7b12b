//! The takes of a setup over its day: planned against taken.

use crate::api::asked::Asked;
use crate::api::{Query, day, id};
use crate::problem::Problem;
use crate::work::Kind;
use actix_web::get;
use actix_web::web::{Json, Path};
use serde::{Deserialize, Serialize};
use tolva_core::judge::{TakeThen, curve_of, judge, light_in_words};
use tolva_core::quantity::Id;
use tolva_store::{KeptTake, SoughtTakes, Studio};
use utoipa::{IntoParams, ToSchema};

/// Of which setup.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct OfSetup {
    /// The setup.
    setup: String,
}

/// The takes of a setup by the clock.
#[derive(Debug, Serialize, ToSchema)]
pub struct TakesByClock {
    /// Each of the day, the earliest first.
    takes: Vec<TakeThen>,
    /// How many are of another day, or do not say when they were taken.
    elsewhere: usize,
    /// Whether there are earlier ones that were not looked at.
    earlier: bool,
    /// What they tell of the light, in a sentence.
    text: String,
}

/// Looked at, at most: more cannot be told apart on a strip.
const MOST: usize = 1_000;
const PAGE: i64 = 200;

/// The latest takes of a setup, and whether there are earlier ones.
async fn latest(studio: &Studio, job: &Id, setup: &str) -> Result<(Vec<KeptTake>, bool), Problem> {
    let mut sought = SoughtTakes { setup: Some(id(setup)?), most: PAGE, ..SoughtTakes::default() };
    let mut takes = Vec::new();
    loop {
        let page = studio.takes(job, &sought).await?;
        takes.extend(page.takes);
        sought.from = page.next;
        if sought.from.is_none() || takes.len() >= MOST {
            return Ok((takes, sought.from.is_some()));
        }
    }
}

/// The takes of a setup over its job's day: where each stands against its plan, and what it tells of the ambient.
#[utoipa::path(operation_id = "takes_by_clock", params(("id" = String, Path), OfSetup),
    responses((status = 200, body = TakesByClock), (status = 404, body = Problem), (status = 409, body = Problem)))]
#[get("/jobs/{id}/takes/by-clock")]
pub async fn takes_by_clock(
    asked: Asked,
    path: Path<String>,
    of: Query<OfSetup>,
) -> Result<Json<TakesByClock>, Problem> {
    let job = id(&path)?;
    let loaded = day::load(&asked.studio, &job).await?;
    let (takes, earlier) = latest(&asked.studio, &job, &of.setup).await?;
    let look = move || {
        let then = |kept: &KeptTake| {
            let verdict = judge(&kept.take, None, curve_of(&kept.take, &loaded.kit));
            TakeThen::of(kept.id.clone(), &kept.take, &verdict, &loaded.timeline)
        };
        let mut found: Vec<TakeThen> = takes.iter().filter_map(then).collect();
        found.sort_by_key(|take| take.minute);
        TakesByClock { elsewhere: takes.len() - found.len(), earlier, text: light_in_words(&found), takes: found }
    };
    Ok(Json(asked.work(Kind::Day, look).await?))
}
