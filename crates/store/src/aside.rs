//! What is kept and cannot be read: set aside and named, while the rest works.

use crate::body::Row;
use serde::Serialize;
use tolva_core::format::{BodyKind, FormatError};
use utoipa::ToSchema;

/// Something kept that this program cannot read. It is left as it is.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Aside {
    /// What it is: a job, a setup, a thing of the kit, a day, the settings, a take.
    pub what: &'static str,
    /// Its id.
    pub id: String,
    /// Its name, as far as it is known.
    pub name: String,
    /// Where in it the trouble is, as a JSON pointer; empty for all of it.
    pub field: String,
    /// What the trouble is, in words.
    pub why: String,
}

impl Aside {
    pub(crate) fn of(row: Row<'_>, error: &FormatError) -> Aside {
        let what = match row.kind {
            BodyKind::Brief => "job",
            BodyKind::Setup => "setup",
            BodyKind::KitItem => "thing of the kit",
            BodyKind::Day => "day",
            BodyKind::Settings => "settings",
            BodyKind::Take => "take",
        };
        let (field, why) = match error {
            FormatError::Fields(errors) => errors.first().map_or_else(
                || (String::new(), "It is not readable at all.".to_owned()),
                |first| (first.field.clone(), first.problem.to_string()),
            ),
            FormatError::Newer { .. } => (String::new(), "It was kept by a later Tolva. Update this one.".to_owned()),
            other => (String::new(), other.to_string()),
        };
        Aside { what, id: row.id.to_owned(), name: row.name.to_owned(), field, why }
    }
}
