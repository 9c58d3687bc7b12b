//! A question about a setup: who asks, what it is answered from, and where it is worked out.

use super::id;
use crate::at_work::GivesWay;
use crate::cache::Lights;
use crate::problem::Problem;
use crate::work::{Asker, Kind, Work};
use actix_web::dev::Payload;
use actix_web::web::Data;
use actix_web::{FromRequest, HttpRequest};
use serde::Deserialize;
use std::future::{Ready, ready};
use tolva_core::day::SunWays;
use tolva_core::day::Timeline;
use tolva_core::forecast::Forecast;
use tolva_core::ladder::Ladders;
use tolva_core::setup::Setup;
use tolva_core::solve::Plan;
use tolva_store::{Ground, Studio};
use utoipa::IntoParams;

/// A setup that is asked about, and which kept one it is.
#[derive(Debug, Deserialize, IntoParams)]
#[serde(deny_unknown_fields)]
pub struct Of {
    /// The kept setup it is: then the forecast of its job's day counts.
    pub of: Option<String>,
}

/// Who asks, with the studio and the place where computing is done.
#[derive(Debug)]
pub struct Asked {
    /// The studio.
    pub studio: Data<Studio>,
    /// Ladders worked out lately.
    pub ladders: Data<Ladders>,
    /// The light of setups asked about lately.
    pub lights: Data<Lights>,
    /// What days knew of the ways of standing to the sun lately.
    pub sun_ways: Data<SunWays>,
    work: Data<Work>,
    asker: Asker,
    /// Whether nothing that was learnt counts: for stand-ins, which are what they are.
    as_said: bool,
}

impl FromRequest for Asked {
    type Error = Problem;
    type Future = Ready<Result<Asked, Problem>>;

    fn from_request(request: &HttpRequest, payload: &mut Payload) -> Self::Future {
        let there = (
            request.app_data::<Data<Studio>>(),
            request.app_data::<Data<Work>>(),
            request.app_data::<Data<Ladders>>(),
            request.app_data::<Data<Lights>>(),
            request.app_data::<Data<SunWays>>(),
        );
        let asker = Asker::from_request(request, payload).into_inner();
        ready(match (there, asker) {
            ((Some(studio), Some(work), Some(ladders), Some(lights), Some(sun_ways)), Ok(asker)) => {
                let (ladders, lights, sun_ways) = (ladders.clone(), lights.clone(), sun_ways.clone());
                Ok(Asked {
                    studio: studio.clone(),
                    ladders,
                    lights,
                    sun_ways,
                    work: work.clone(),
                    asker,
                    as_said: false,
                })
            }
            (_, Err(problem)) => Err(problem),
            _ => Err(Problem::new(
                actix_web::http::StatusCode::INTERNAL_SERVER_ERROR,
                "store",
                "No studio",
                "There is no studio open.",
            )),
        })
    }
}

impl Asked {
    /// What a question about a setup is answered from, all of one moment.
    pub async fn ground(&self, of: &Of) -> Result<Ground, Problem> {
        let of = of.of.as_deref().map(id).transpose()?;
        let ground = self.studio.ground(of.as_ref()).await?;
        Ok(if self.as_said { ground.as_said() } else { ground })
    }

    /// The same question with nothing that was learnt in its answer.
    pub fn with_nothing_learnt(self) -> Asked {
        Asked { as_said: true, ..self }
    }

    /// Works it out in its turn.
    pub async fn work<T: Send + 'static>(
        &self,
        kind: Kind,
        question: impl FnOnce() -> T + Send + 'static,
    ) -> Result<T, Problem> {
        self.work.answer(&self.asker, kind, question).await
    }

    /// Gives way to questions.
    pub fn gives_way(&self) -> GivesWay {
        GivesWay::to(self.work.at_work().clone())
    }
}

/// What the day's forecast says of a setup; none without a day, a date and a time. A job without a date has no forecast;
/// that is said on its day.
pub fn forecast_of(ground: &Ground, setup: &Setup) -> Option<Forecast> {
    let (job, day) = ground.job.as_ref().zip(ground.day.as_ref()).filter(|_| setup.slot.is_some())?;
    let timeline = Timeline::of(job.date.as_str(), day).ok()?;
    tolva_core::day::forecast(day, &timeline, ground.house().meter, setup)
}

/// Adds to a plan what its day knows of the ways to stand to the sun.
pub fn on_its_day(ground: &Ground, known: &SunWays, plan: &mut Plan) {
    let Some((job, day)) = ground.job.as_ref().zip(ground.day.as_ref()) else { return };
    if let Ok(timeline) = Timeline::of(job.date.as_str(), day) {
        known.add_to(plan, &ground.kit, day, &timeline, ground.house().meter);
    }
}
