//! Small questions about colour, for whoever checks the rules or builds on them.

mod given;
mod grey;
mod light;
mod seen;

pub use given::{FilmGiven, LabGiven, LightGiven};
pub(crate) use grey::tint_for;
pub use grey::{GreyAsked, GreyTold, ShiftAsked, ShiftTold, grey, shift};
pub use light::{LightAsked, LightTold, light};
pub use seen::{DifferenceAsked, DifferenceTold, SeenAsked, SeenTold, difference, seen};

use crate::check::{Check, FieldError, Problem};
use crate::say;

fn ranged(checks: impl FnOnce(&mut Check)) -> Result<(), Vec<FieldError>> {
    let mut check = Check::default();
    checks(&mut check);
    check.done()
}

fn dark(field: &str) -> Vec<FieldError> {
    vec![FieldError { field: field.to_owned(), problem: Problem::Needs { what: say::fields::NOT_DARK } }]
}
