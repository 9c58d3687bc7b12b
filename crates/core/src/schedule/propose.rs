use super::order::{MOST, Task, order};
use crate::day::{DayLight, Timeline};
use crate::forecast::Standing;
use crate::place::Spot;
use crate::quantity::{ClockTime, Id};
use crate::say;
use crate::setup::{Setup, Slot};
use serde::Serialize;

/// A setup placed on the day.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Placed {
    /// Which.
    pub setup: Id,
    /// Its name.
    pub name: String,
    /// When it begins.
    pub from: ClockTime,
    /// When it is done.
    pub until: ClockTime,
    /// Minutes of walking before it.
    pub walk: f64,
    /// Minutes of waiting for its light before it.
    pub wait: f64,
    /// In a sentence.
    pub text: String,
}

/// Why a setup cannot be placed.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(tag = "why", rename_all = "snake_case")]
pub enum UnmetReason {
    /// It has no spot yet.
    NoSpot,
    /// Its spot is not one of the place.
    SpotGone,
    /// More setups than can be ordered.
    TooMany,
    /// Its fixed time does not exist that day, or lies outside the hours of work.
    OutsideHours,
    /// Its light is not there within the hours of work.
    NoSuchLight,
    /// Its light is there, but never for long enough.
    TooShort {
        /// The longest it lasts, in minutes.
        longest: usize,
    },
    /// At its fixed time the light is another.
    OtherLight,
    /// Its light is there while others are made.
    Clash {
        /// Their names.
        with: Vec<String>,
    },
}

/// A setup that cannot be placed, and why.
#[derive(Debug, Clone, PartialEq, Eq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Unmet {
    /// Which.
    pub setup: Id,
    /// Its name.
    pub name: String,
    /// Why.
    pub reason: UnmetReason,
    /// In a sentence.
    pub text: String,
}

/// An order and times for a day's setups.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Schedule {
    /// In order of time.
    pub placed: Vec<Placed>,
    /// What cannot be placed.
    pub unmet: Vec<Unmet>,
}

/// The longest run of minutes of work in which a wish holds.
fn longest(holds: &[bool]) -> usize {
    holds.split(|holds| !holds).map(<[bool]>::len).max().unwrap_or(0)
}

fn words(reason: &UnmetReason, name: &str, slot: Option<&Slot>) -> String {
    let wants = slot.map_or_else(String::new, Slot::wants_words);
    let time = slot.map_or("", |slot| slot.time.as_str());
    match reason {
        UnmetReason::NoSpot => say::schedule::no_spot(name),
        UnmetReason::SpotGone => say::schedule::spot_gone(name),
        UnmetReason::TooMany => say::schedule::too_many(name, MOST),
        UnmetReason::OutsideHours => say::schedule::outside_hours(name, time),
        UnmetReason::NoSuchLight => say::schedule::no_such_light(name, wants),
        UnmetReason::TooShort { longest } => say::schedule::too_short(name, wants, longest),
        UnmetReason::OtherLight => say::schedule::other_light(name, time, wants),
        UnmetReason::Clash { with } if with.is_empty() => say::schedule::no_walk(name, wants),
        UnmetReason::Clash { with } => say::schedule::clash(name, wants, with.join(" and ")),
    }
}

struct Wanted<'a> {
    id: &'a Id,
    setup: &'a Setup,
    slot: &'a Slot,
    spot: &'a Spot,
    holds: Vec<bool>,
    task: Task,
}

impl<'a> Wanted<'a> {
    fn of(day: &'a DayLight<'a>, id: &'a Id, setup: &'a Setup) -> Result<Wanted<'a>, UnmetReason> {
        let timeline = day.timeline;
        let slot = setup.slot.as_ref().ok_or(UnmetReason::NoSpot)?;
        let spot = day.day.place.spot(&slot.spot).ok_or(UnmetReason::SpotGone)?;
        let minutes = slot.minutes.minutes().round().max(1.0) as usize;
        let standing = Standing::of(setup, spot);
        let hours = timeline.from..timeline.until;
        let holds: Vec<bool> =
            (0..timeline.minutes).map(|m| hours.contains(&m) && slot.is_met(&standing, &day.around(spot, m))).collect();
        let mut run = 0;
        let mut may_begin = vec![false; holds.len()];
        for minute in (0..holds.len()).rev() {
            run = if holds[minute] { run + 1 } else { 0 };
            may_begin[minute] = run >= minutes;
        }
        if slot.fixed {
            let at = timeline.minute_of(&slot.time).map_err(|_| UnmetReason::OutsideHours)?;
            if at < timeline.from || at + minutes > timeline.until {
                return Err(UnmetReason::OutsideHours);
            }
            if !may_begin[at] {
                return Err(UnmetReason::OtherLight);
            }
            may_begin.iter_mut().enumerate().for_each(|(minute, may)| *may &= minute == at);
        }
        match longest(&holds) {
            0 => Err(UnmetReason::NoSuchLight),
            longest if longest < minutes => Err(UnmetReason::TooShort { longest }),
            _ => Ok(Wanted { id, setup, slot, spot, holds, task: Task { minutes, may_begin } }),
        }
    }
}

/// Proposes an order and times for the setups of a day: as many as can be met, done as early as can be, with the walks
/// between their spots and the client's fixed times kept; and says which cannot be met and why.
#[must_use]
pub fn propose(day: &DayLight<'_>, setups: &[(Id, Setup)]) -> Schedule {
    let timeline: &Timeline = day.timeline;
    let mut unmet: Vec<Unmet> = Vec::new();
    let mut note = |id: &Id, setup: &Setup, reason: UnmetReason| {
        let text = words(&reason, setup.name.as_str(), setup.slot.as_ref());
        unmet.push(Unmet { setup: id.clone(), name: setup.name.to_string(), reason, text });
    };
    let mut wanted: Vec<Wanted<'_>> = Vec::new();
    // What stands by is made only where another is not.
    for (id, setup) in setups.iter().filter(|(_, setup)| setup.standby.is_none()) {
        match Wanted::of(day, id, setup) {
            Ok(_) if wanted.len() >= MOST => note(id, setup, UnmetReason::TooMany),
            Ok(one) => wanted.push(one),
            Err(reason) => note(id, setup, reason),
        }
    }
    let tasks: Vec<Task> = wanted.iter().map(|one| one.task.clone()).collect();
    let walk = |a: usize, b: usize| wanted[a].spot.walk_to(wanted[b].spot).ceil() as usize;
    let ordered = order(&tasks, timeline.from, walk);
    let mut placed = Vec::new();
    let (mut ready, mut before) = (timeline.from, None::<usize>);
    for (index, begins) in &ordered {
        let one = &wanted[*index];
        let walked = before.map_or(0, |before| walk(before, *index));
        let wait = begins.saturating_sub(ready + walked);
        let (from, until) = (timeline.clock(*begins as f64), timeline.clock((begins + one.task.minutes) as f64));
        let way = if walked > 0 { format!(" Walk {walked} min.") } else { String::new() };
        let waits = if wait > 0 && before.is_some() { say::schedule::to_spare(wait) } else { String::new() };
        placed.push(Placed {
            setup: one.id.clone(),
            name: one.setup.name.to_string(),
            text: format!("{from} to {until}, {}: {}.{way}{waits}", one.spot.name, one.slot.wants_words()),
            from,
            until,
            walk: walked as f64,
            wait: wait as f64,
        });
        (ready, before) = (begins + one.task.minutes, Some(*index));
    }
    for (index, one) in wanted.iter().enumerate() {
        if ordered.iter().any(|(placed, _)| *placed == index) {
            continue;
        }
        let taken =
            |begins: usize, other: usize| (begins..begins + tasks[other].minutes).any(|minute| one.holds[minute]);
        let with: Vec<String> = ordered
            .iter()
            .filter(|(other, begins)| taken(*begins, *other))
            .map(|(other, _)| wanted[*other].setup.name.to_string())
            .collect();
        note(one.id, one.setup, UnmetReason::Clash { with });
    }
    Schedule { placed, unmet }
}
