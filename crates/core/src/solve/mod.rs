//! The solver: from what is wanted to where the dials go, what binds, and what else could be done.

mod alternatives;
mod apply;
mod binds;
mod bound;
mod change;
mod colour_ways;
mod colours;
mod cures;
mod drag;
mod evening;
mod film_stops;
mod grid;
mod least;
mod lifted;
mod places;
mod plan;
mod powers;
mod price;
mod score;
mod spill;
mod stop;
mod sunward;
mod ways;

pub use alternatives::{Alternative, AlternativeKind};
pub use apply::apply;
pub use binds::Bind;
pub use bound::Bound;
pub use change::{Change, Worn};
pub use colour_ways::{ColourWay, Colours, School, WantedFilm, colours, colours_as_they_stand};
pub use cures::{Cure, cures};
pub use drag::{Dragged, Part, drag, drag_situation};
pub use evening::EvenWay;
pub use film_stops::{FilmStop, FilmStops};
pub use grid::{Solution, best, best_from};
pub use plan::{Plan, assess_and_bind, bind_situation, plan, plan_situation, solve, solve_situation};
pub use price::{Cost, price};
pub use score::{Weights, dial_score, fit_score, score};
pub use spill::SpillWay;
pub use stop::Stop;
pub(crate) use sunward::{GAINED, HIGH, on_nose};
pub use sunward::{Stance, Stays, SunWay};
pub use ways::WayOut;

pub(crate) use powers::solve as solve_powers;

#[cfg(test)]
mod tests;
