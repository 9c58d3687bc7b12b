use serde::{Deserialize, Serialize};

/// Who or what.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum SubjectKind {
    /// One person.
    Person,
    /// Several people.
    Group,
    /// A thing.
    Thing,
}
