//! Flash readings, and whether they count.

use std::fmt::Display;

pub(crate) const LIGHT_GONE: &str = "Does not count: its light is gone.";
pub(crate) const OTHER_MODIFIER: &str = "Does not count: it was read with something else before the flash.";
pub(crate) const COUNTS_WHEN_ON: &str = "Counts again when the light is on.";
pub(crate) const LATER_COUNTS: &str = "Does not count: a later one of the same light and place does.";

pub(crate) fn counts(by: impl Display, name: impl Display) -> String {
    format!("{by} its numbers say. This counts for {name} from here on, ± a tenth.")
}
