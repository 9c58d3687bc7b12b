//! A correction learnt from what was taken with a thing.

use super::Stops;
use super::limits::{LEARNT, LEARNT_SPREAD, LEARNT_TAKES};
use super::{Limit, OutOfRange};
use serde::{Deserialize, Serialize};

/// How a thing differs from what is said of it.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Learnt {
    /// So much brighter than said; negative is darker.
    pub more: Stops,
    /// Its likely error, to either side.
    pub spread: Stops,
    /// How many takes it was learnt from.
    pub takes: u32,
}

impl Learnt {
    /// What it adds where there is one: nothing where nothing was learnt.
    #[must_use]
    pub fn more_of(learnt: Option<Learnt>) -> f64 {
        learnt.map_or(0.0, |learnt| learnt.more.stops())
    }

    /// Its numbers with their limits and the names of their fields.
    #[must_use]
    pub fn numbers(&self) -> [(&'static str, Limit, f64); 3] {
        [
            ("more", LEARNT, self.more.stops()),
            ("spread", LEARNT_SPREAD, self.spread.stops()),
            ("takes", LEARNT_TAKES, f64::from(self.takes)),
        ]
    }

    /// Checks its numbers.
    ///
    /// # Errors
    /// The field's name with [`OutOfRange`].
    pub fn check(&self) -> Result<(), (&'static str, OutOfRange)> {
        self.numbers()
            .into_iter()
            .try_for_each(|(field, limit, value)| limit.check(value).map(drop).map_err(|error| (field, error)))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    #[rstest]
    #[case::allowed(0.4, 0.1, 12, None)]
    #[case::no_thing_is_off_so_far(4.5, 0.1, 12, Some("more"))]
    #[case::surer_than_anything(0.4, 0.0, 12, Some("spread"))]
    #[case::from_nothing(0.4, 0.1, 0, Some("takes"))]
    fn within_reason(#[case] more: f64, #[case] spread: f64, #[case] takes: u32, #[case] wrong: Option<&str>) {
        let learnt = Learnt { more: Stops::of(more), spread: Stops::of(spread), takes };
        assert_eq!(learnt.check().err().map(|(field, _)| field), wrong);
        assert_eq!((Learnt::more_of(Some(learnt)), Learnt::more_of(None)), (more, 0.0));
    }
}
