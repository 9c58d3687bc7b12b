//! The JSON API.

mod answers;
mod day;
mod exports;
mod files;
mod jobs;
mod kit;
mod places;
mod reference;
mod settings;
mod setups;

pub use files::take;

use crate::problem::Problem;
use actix_web::http::StatusCode;
use tolva_core::quantity::Id;
use utoipa_actix_web::service_config::ServiceConfig;

/// A path's id, or not found.
fn id(text: &str) -> Result<Id, Problem> {
    Id::new(text).map_err(|error| Problem::new(StatusCode::NOT_FOUND, "not-found", "Not there", error.to_string()))
}

/// Every endpoint.
pub fn configure(config: &mut ServiceConfig<'_>) {
    config
        .service(answers::assess)
        .service(answers::advise)
        .service(answers::layout)
        .service(answers::plan)
        .service(answers::drag)
        .service(jobs::list)
        .service(jobs::add)
        .service(jobs::one)
        .service(jobs::keep)
        .service(jobs::delete)
        .service(jobs::restore)
        .service(jobs::duplicate)
        .service(jobs::order)
        .service(day::get)
        .service(day::keep)
        .service(day::answer)
        .service(day::moment)
        .service(day::setups_light)
        .service(day::schedule)
        .service(day::place)
        .service(day::put_setup_at)
        .service(exports::calendar)
        .service(exports::readings)
        .service(exports::ladder_table)
        .service(places::towns)
        .service(places::zone)
        .service(places::simulated)
        .service(places::read)
        .service(setups::add)
        .service(setups::one)
        .service(setups::keep)
        .service(setups::delete)
        .service(setups::restore)
        .service(setups::duplicate)
        .service(setups::undo)
        .service(setups::redo)
        .service(kit::list)
        .service(kit::add)
        .service(kit::add_sample)
        .service(kit::keep)
        .service(kit::delete)
        .service(kit::restore)
        .service(files::export_job)
        .service(files::export_kit)
        .service(files::import)
        .service(settings::get)
        .service(settings::put)
        .service(reference::marks)
        .service(reference::limits);
}
