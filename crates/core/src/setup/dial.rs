use crate::marks::{Mark, StepSize};
use serde::{Deserialize, Serialize};

/// Any one thing a person turns. Held, the solver leaves it; free, the solver may turn it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Dial<T> {
    /// Where it stands.
    pub at: T,
    /// Whether the solver leaves it.
    pub held: bool,
}

impl<T> Dial<T> {
    /// A dial the solver may turn.
    pub const fn free(at: T) -> Self {
        Dial { at, held: false }
    }

    /// A dial the solver leaves.
    pub const fn held(at: T) -> Self {
        Dial { at, held: true }
    }
}

/// The clicks a dial may take: all from first to last, or only where it is held.
pub fn free_range<M: Mark>(dial: Dial<M>, (first, last): (M, M), step: StepSize) -> Vec<M> {
    if dial.held {
        return vec![dial.at];
    }
    let mut clicks = M::clicks(first, last, step);
    // The ends of a dial can be used even where they are no click of this step (f/1.8 on a body set to halves).
    if clicks.first() != Some(&first) {
        clicks.insert(0, first);
    }
    if clicks.last() != Some(&last) {
        clicks.push(last);
    }
    clicks
}
