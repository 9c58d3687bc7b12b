//! The rules and the computation of blending flash with the light that is there.
//!
//! Pure functions over plain values: no input or output, no clock, no interface; nothing is global but whether
//! an answer is still [`Wanted`]. Start at
//! [`solve::plan`], which turns a [`setup::Setup`] and a [`kit::Kit`] into a plan, and at [`assess::assess`], which
//! tells what the dials make of the light as they stand.

pub mod approach;
pub mod arrange;
pub mod assess;
pub mod card;
pub mod check;
pub mod checklist;
pub mod colours;
pub mod day;
pub mod drill;
pub mod field;
pub mod forecast;
pub mod format;
pub mod glass;
pub mod house;
pub mod judge;
pub mod kit;
pub mod kit_sheet;
pub mod ladder;
pub mod layout;
pub mod learn;
pub mod modes;
pub mod outlook;
pub mod picture;
pub mod place;
mod remembered;
#[cfg(test)]
mod sample;
mod say;
pub mod scene;
pub mod schedule;
pub mod setup;
pub mod situation;
pub mod solve;
pub mod sources;
pub mod stage;
pub mod starts;
pub mod take;
pub mod terms;
mod wanted;

pub use tolva_light::{
    colour, emitter, exposure, flash, geometry, latest, marks, optics, quantity, set, sky, sun, transport,
};

pub use check::{FieldError, Problem};
pub use house::{House, Units};
pub use terms::Terms;
pub use wanted::{Wanted, each_beside, given_up};
