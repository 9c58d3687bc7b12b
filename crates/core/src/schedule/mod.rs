//! A day's schedule: which setup when, so that each gets the light it wants.

mod order;
mod propose;
mod wish;

pub use order::{Ordered, Task, order};
pub use propose::{Placed, Schedule, Unmet, UnmetReason, propose};
