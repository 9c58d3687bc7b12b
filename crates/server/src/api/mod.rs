//! The JSON API.

mod answers;
mod asked;
mod card;
mod colour;
mod day;
mod drills;
mod events;
mod exports;
mod files;
mod frame;
mod jobs;
mod kit;
mod learnt;
mod paper;
mod picture;
mod places;
mod reference;
mod seen;
mod settings;
mod setups;
mod share;
mod stand_ins;
mod studio;
mod takes;
mod tasks;

pub use files::files_in;
pub use picture::PictureTold;

use crate::problem::Problem;
use actix_web::dev::Payload;
use actix_web::http::StatusCode;
use actix_web::{FromRequest, HttpRequest};
use serde::de::DeserializeOwned;
use std::future::{Ready, ready};
use tolva_core::quantity::Id;
use utoipa_actix_web::service_config::ServiceConfig;

/// The query of an address, with problems told as all others are.
#[derive(Debug)]
pub struct Query<T>(T);

impl<T> std::ops::Deref for Query<T> {
    type Target = T;

    fn deref(&self) -> &T {
        &self.0
    }
}

impl<T: DeserializeOwned> FromRequest for Query<T> {
    type Error = Problem;
    type Future = Ready<Result<Query<T>, Problem>>;

    fn from_request(request: &HttpRequest, _: &mut Payload) -> Self::Future {
        let read = actix_web::web::Query::<T>::from_query(request.query_string());
        ready(read.map(|query| Query(query.into_inner())).map_err(|error| {
            let said = error.to_string();
            let name = said.split('`').nth(1).unwrap_or("");
            let detail = match (said.contains("unknown field"), said.contains("missing field")) {
                (true, _) => format!("There is no such field in this address: {name}."),
                (_, true) => format!("{name} is missing in this address."),
                _ => "A value in this address is not of the kind that is needed.".to_owned(),
            };
            Problem::new(StatusCode::BAD_REQUEST, "query", "Not understood", detail)
        }))
    }
}

/// A path's id, or not found.
fn id(text: &str) -> Result<Id, Problem> {
    Id::new(text).map_err(|_| {
        let cut: String = text.chars().take(60).collect();
        Problem::new(StatusCode::NOT_FOUND, "not-found", "Not there", format!("There is nothing called “{cut}”."))
    })
}

/// Every endpoint, for those that answer and for the document alike.
macro_rules! every_endpoint {
    ($config:ident) => {
        $config
            .service(answers::assess)
            .service(answers::advise)
            .service(answers::layout)
            .service(answers::plan)
            .service(answers::drag)
            .service(colour::colours)
            .service(picture::picture)
            .service(picture::picture_file)
            .service(picture::closer_look)
            .service(picture::small_picture)
            .service(picture::modes_of_setup)
            .service(stand_ins::stand_ins)
            .service(stand_ins::meter_shows)
            .service(stand_ins::flashes_stand)
            .service(stand_ins::tell_flashes)
            .service(stand_ins::take_frames)
            .service(stand_ins::frames_there)
            .service(stand_ins::frame_taken)
            .service(stand_ins::empty_frames)
            .service(stand_ins::restore_frames)
            .service(colour::of_light)
            .service(colour::of_surface)
            .service(colour::of_two)
            .service(colour::of_settings)
            .service(colour::of_grey)
            .service(frame::of_grey_frame)
            .service(takes::log_of_job)
            .service(takes::takes_by_clock)
            .service(takes::over_distance)
            .service(takes::takes_table)
            .service(takes::change_takes)
            .service(takes::takes_in_lines)
            .service(takes::take_lines)
            .service(takes::frames_room)
            .service(takes::add_take)
            .service(takes::take_by_hand)
            .service(takes::judge_frame)
            .service(takes::watched)
            .service(takes::take_watched)
            .service(learnt::learnt)
            .service(learnt::session_of_frames)
            .service(learnt::put_learnt)
            .service(learnt::curve_of_bracket)
            .service(seen::seen_once_more)
            .service(takes::one)
            .service(takes::keep)
            .service(takes::mend)
            .service(takes::take_frame)
            .service(takes::take_apart)
            .service(jobs::list)
            .service(jobs::add)
            .service(jobs::next)
            .service(jobs::dates)
            .service(jobs::one)
            .service(jobs::keep)
            .service(jobs::delete)
            .service(jobs::restore)
            .service(jobs::add_sample)
            .service(jobs::duplicate)
            .service(jobs::order)
            .service(card::card_of_job)
            .service(paper::set_on_paper)
            .service(card::ticks)
            .service(card::tick)
            .service(drills::told)
            .service(drills::one)
            .service(drills::answer_round)
            .service(drills::sheet)
            .service(tasks::outside)
            .service(tasks::shown)
            .service(tasks::count)
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
            .service(setups::stands_by)
            .service(setups::swap)
            .service(setups::undo)
            .service(setups::redo)
            .service(kit::list)
            .service(kit::add)
            .service(kit::add_sample)
            .service(kit::sheet)
            .service(kit::keep)
            .service(kit::delete)
            .service(kit::restore)
            .service(files::export_job)
            .service(files::export_kit)
            .service(files::export_all)
            .service(files::import)
            .service(files::back_up)
            .service(studio::deleted)
            .service(studio::aside)
            .service(events::listen)
            .service(share::sharing)
            .service(share::open_share)
            .service(share::invite)
            .service(share::put_device_out)
            .service(settings::get)
            .service(settings::put)
            .service(reference::marks)
            .service(reference::starts)
            .service(reference::skyline_point)
            .service(reference::limits);
    };
}

/// Answers at every endpoint.
pub fn configure(config: &mut actix_web::web::ServiceConfig) {
    every_endpoint!(config);
}

/// Describes every endpoint, for the document.
pub fn describe(config: &mut ServiceConfig<'_>) {
    every_endpoint!(config);
}
