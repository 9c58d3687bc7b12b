//! Lines that people put on the lists of the field card themselves.

use crate::check::{Check, FieldError, Problem};
use crate::quantity::limits::OWN_LINES;
use crate::quantity::{Id, Name};
use serde::{Deserialize, Serialize};

/// A list of the field card that takes lines of one's own.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum OnList {
    /// What is packed.
    Pack,
    /// What is done in the place before the first frame.
    There,
}

/// A line of one's own.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct OwnLine {
    /// What it is ticked by.
    pub id: Id,
    /// Where it stands.
    pub on: OnList,
    /// What it says, in a line.
    pub text: Name,
}

/// Notes what is wrong with lines that stand at `field`: too many of them, or one twice.
pub(crate) fn check_lines(field: &str, lines: &[OwnLine], check: &mut Check) {
    check.count(field, OWN_LINES, lines.len());
    for (index, line) in lines.iter().enumerate() {
        if lines[..index].iter().any(|before| before.id == line.id) {
            check.problem(format_args!("{field}/{index}/id"), Problem::Twice { id: line.id.clone() });
        }
    }
}

/// Lines that each kind of job begins with.
#[derive(Debug, Clone, PartialEq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Checklists {
    /// Where people are portrayed.
    pub portrait: Vec<OwnLine>,
    /// At an occasion.
    pub event: Vec<OwnLine>,
    /// For things.
    pub product: Vec<OwnLine>,
}

impl Checklists {
    /// Checks what the types alone do not.
    ///
    /// # Errors
    /// All problems, each at its field of the settings.
    pub fn check(&self) -> Result<(), Vec<FieldError>> {
        let mut check = Check::default();
        for (field, lines) in
            [("/lists/portrait", &self.portrait), ("/lists/event", &self.event), ("/lists/product", &self.product)]
        {
            check_lines(field, lines, &mut check);
        }
        check.done()
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    fn line(id: &str) -> OwnLine {
        OwnLine { id: Id::new(id).unwrap(), on: OnList::Pack, text: Name::new("Thermos").unwrap() }
    }

    #[rstest]
    #[case::each_once(vec![line("a"), line("b")], None)]
    #[case::one_twice(vec![line("a"), line("b"), line("a")], Some("/lists/event/2/id"))]
    #[case::too_many((0..101).map(|n| line(&format!("l{n}"))).collect(), Some("/lists/event"))]
    fn lines_are_told_apart_and_not_endless(#[case] event: Vec<OwnLine>, #[case] wrong: Option<&str>) {
        let found = Checklists { event, ..Checklists::default() }.check();
        assert_eq!(found.err().map(|errors| errors[0].field.clone()).as_deref(), wrong);
    }
}
