//! Takes made of the plan's own levels with errors hidden in them: what was hidden is found, and how surely is said rightly.

mod bracket;
mod found;
mod hidden;
mod reference;
mod seen;
mod session;
