//! What a job is about.

use super::*;
use crate::checklist::{Checklists, OwnLine, check_lines};

/// What kind of commission a job is.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum JobKind {
    /// People.
    Portrait,
    /// An occasion.
    Event,
    /// Things.
    Product,
}

impl JobKind {
    /// The lines a job of this kind begins with.
    #[must_use]
    pub fn lines_of(self, lists: &Checklists) -> &[OwnLine] {
        match self {
            JobKind::Portrait => &lists.portrait,
            JobKind::Event => &lists.event,
            JobKind::Product => &lists.product,
        }
    }
}

/// What a job says of itself.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Brief {
    /// Its name.
    pub name: Name,
    /// Portrait, event or product.
    pub kind: JobKind,
    /// For whom, in a line; may be empty.
    pub client: Note,
    /// The day, as YYYY-MM-DD; may be empty.
    pub date: Note,
    /// Where, in a line; may be empty.
    pub place: Note,
    /// What its pictures are for.
    pub purpose: Purpose,
    /// What its venue allows.
    pub venue: Venue,
    /// Lines of its own on the lists of its field card.
    pub lines: Vec<OwnLine>,
}

impl Brief {
    /// The terms its pictures are made under, by the house's choices, in a place with this time zone.
    #[must_use]
    pub fn terms(&self, house: House, zone: Option<&str>) -> Terms {
        Terms { house, purpose: self.purpose, venue: self.venue, mains: Some(house.mains.hertz(zone)) }
    }

    /// Checks what the types alone do not: the date and the length of the lines.
    ///
    /// # Errors
    /// All problems, each at its field.
    pub fn check(&self) -> Result<(), Vec<FieldError>> {
        let mut check = Check::default();
        for (field, line) in [("/client", &self.client), ("/place", &self.place)] {
            check.range(
                field,
                crate::quantity::Limit { min: 0.0, ..crate::quantity::limits::NAME },
                line.as_str().chars().count() as f64,
            );
        }
        if !self.date.as_str().is_empty() && crate::day::date(self.date.as_str()).is_err() {
            check.problem("/date", Problem::Date);
        }
        self.purpose.check(&mut check);
        check_lines("/lines", &self.lines, &mut check);
        check.done()
    }
}
