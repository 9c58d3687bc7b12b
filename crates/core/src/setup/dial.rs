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
