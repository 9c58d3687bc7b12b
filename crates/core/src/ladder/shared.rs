use super::{Ladder, ladder};
use crate::check::FieldError;
use crate::day::DayLight;
use crate::kit::Kit;
use crate::quantity::Id;
use crate::remembered::Remembered;
use crate::setup::Setup;
use crate::terms::Terms;

/// Ladders worked out lately, shared by all who ask for the same: a day, its calendar and its tables. Clones share.
#[derive(Debug, Clone, Default)]
pub struct Ladders(Remembered<Ladder>);

impl Ladders {
    /// The same as [`ladder`], remembered.
    ///
    /// # Errors
    /// Every problem of the setup, each at its field.
    pub fn ladder(
        &self,
        day: &DayLight<'_>,
        (id, setup): (&Id, &Setup),
        kit: &Kit,
        terms: impl Into<Terms>,
        from: usize,
        known_until: Option<f64>,
    ) -> Result<Ladder, Vec<FieldError>> {
        let terms = terms.into();
        let all = (day.day, day.timeline.date().to_string(), id, setup, kit, terms, from, known_until);
        self.0.of(&all, || ladder(day, (id, setup), kit, terms, from, known_until))
    }
}
