//! What is kept and cannot be read: set aside and named, while the rest works.

use crate::body::Row;
use crate::{StoreError, Studio};
use serde::Serialize;
use tolva_core::day::Day;
use tolva_core::format::{BodyKind, Brief, FormatError};
use tolva_core::setup::Setup;
use utoipa::ToSchema;

/// Something kept that this program cannot read. It is left as it is.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Aside {
    /// What it is: a job, a setup, a thing of the kit, a day, the settings.
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

impl Studio {
    /// Everything that is set aside.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn set_aside(&self) -> Result<Vec<Aside>, StoreError> {
        let rows = sqlx::query!(
            r#"SELECT 0 AS "kind!: i64", id AS "id!", name AS "name!", schema AS "schema!", body AS "body!" FROM kit_item WHERE deleted_at IS NULL
               UNION ALL SELECT 1, id, name, schema, body FROM job WHERE deleted_at IS NULL
               UNION ALL SELECT 2, setup.id, setup.name, setup.schema, setup.body FROM setup JOIN job ON job.id = job_id
                         WHERE setup.deleted_at IS NULL AND job.deleted_at IS NULL
               UNION ALL SELECT 3, job.id, job.name, day.schema, day.body FROM day JOIN job ON job.id = job_id WHERE job.deleted_at IS NULL
               UNION ALL SELECT 4, 'settings', 'settings', schema, body FROM settings"#
        )
        .fetch_all(self.readers())
        .await?;
        let mut found = Vec::new();
        for row in rows {
            let of = |kind| Row { kind, id: &row.id, name: &row.name, schema: row.schema };
            let read = match row.kind {
                0 => of(BodyKind::KitItem).read_item(&row.body).map(drop),
                1 => of(BodyKind::Brief).read::<Brief>(&row.body).map(drop),
                2 => of(BodyKind::Setup).read::<Setup>(&row.body).map(drop),
                3 => of(BodyKind::Day).read::<Day>(&row.body).map(drop),
                _ => of(BodyKind::Settings).read::<crate::Settings>(&row.body).map(drop),
            };
            if let Err(StoreError::SetAside(aside)) = read {
                found.push(*aside);
            }
        }
        Ok(found)
    }
}
