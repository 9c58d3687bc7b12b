use super::light::{DayLight, looks_into_sun};
use crate::forecast::{Around, Modelled, Standing, modelled};
use crate::place::{Spot, Surroundings};
use crate::quantity::{ClockTime, Id};
use crate::say;
use crate::setup::{Setup, Slot};
use crate::sun::WindowKind;
use serde::Serialize;

/// When a setup is made and what its light is then.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct SetupLight {
    /// Which.
    pub setup: Id,
    /// When it begins; none until it is placed.
    pub from: Option<ClockTime>,
    /// When it is done.
    pub until: Option<ClockTime>,
    /// The light then, in a line; or what is wrong with its place on the day.
    pub text: String,
    /// Whether that is the light it wants, all the while.
    pub wished: bool,
    /// Whether it cannot be made as it is placed.
    pub wrong: bool,
}

fn named(around: &Around<'_>, model: &Modelled) -> String {
    let sun = around.sun;
    let height = sun.apparent.round();
    if matches!(around.spot.surroundings, Surroundings::Room) {
        return "lamps alone".to_owned();
    }
    if WindowKind::Dark.holds(sun.elevation) {
        return "dark".to_owned();
    }
    if WindowKind::Blue.holds(sun.elevation) {
        return "blue light".to_owned();
    }
    if sun.apparent < 0.0 {
        return say::day::DUSK.to_owned();
    }
    if matches!(around.spot.surroundings, Surroundings::Window { .. }) {
        return say::day::window_light(height);
    }
    if around.light.skies[2] > 0.6 {
        return say::day::cloud(height);
    }
    let low = if sun.is_low() { "low sun" } else { "sun" };
    if model.brighter.sun > 0.25 * model.brighter.lux() {
        say::day::on_face(low, height)
    } else if around.sun_over_skyline() > 0.0 && looks_into_sun(around, 60.0) {
        say::day::behind_subject(low, height)
    } else if around.sun_over_skyline() > 0.0 {
        say::day::open_shade(height)
    } else {
        say::day::BEHIND_SKYLINE.to_owned()
    }
}

fn at_its_time(day: &DayLight<'_>, setup: &Setup, slot: &Slot, spot: &Spot, minute: usize) -> (String, bool) {
    let around = day.around(spot, minute);
    let until = (minute + slot.minutes.minutes() as usize).min(day.timeline.minutes);
    let standing = Standing::of(setup, spot);
    let wished = (minute..until).all(|minute| slot.is_met(&standing, &day.around(spot, minute)));
    (named(&around, &modelled(&standing, &around)), wished)
}

/// When a setup is made and what its light is then.
#[must_use]
pub fn light_of(day: &DayLight<'_>, id: &Id, setup: &Setup) -> SetupLight {
    let nothing =
        |text: String, wrong| SetupLight { setup: id.clone(), from: None, until: None, text, wished: false, wrong };
    let Some(slot) = &setup.slot else { return nothing(say::day::NOT_PLACED.to_owned(), false) };
    let Some(spot) = day.day.place.spot(&slot.spot) else {
        return nothing(say::day::SPOT_GONE.to_owned(), true);
    };
    let minute = match day.timeline.minute_of(&slot.time) {
        Ok(minute) => minute,
        Err(problem) => return nothing(problem.to_string(), true),
    };
    let (text, wished) = at_its_time(day, setup, slot, spot, minute);
    let until = day.timeline.clock(minute as f64 + slot.minutes.minutes());
    let text = if wished { text } else { format!("{text}; it wants {}", slot.wants_words()) };
    SetupLight { setup: id.clone(), from: Some(slot.time.clone()), until: Some(until), text, wished, wrong: false }
}
