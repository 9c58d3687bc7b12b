//! What was deleted and can still be brought back.

use crate::body::read_id;
use crate::{StoreError, Studio};
use serde::Serialize;
use tolva_core::quantity::Id;
use utoipa::ToSchema;

/// What kind of thing was deleted.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
#[serde(rename_all = "snake_case")]
pub enum DeletedKind {
    /// A job with its setups.
    Job,
    /// A setup of a job that is there.
    Setup,
    /// A thing of the kit.
    KitItem,
}

/// Something deleted.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Deleted {
    /// What kind of thing.
    pub kind: DeletedKind,
    /// Its id.
    pub id: Id,
    /// Its name.
    pub name: String,
    /// The job a setup was of.
    pub of: Option<String>,
    /// When, in UTC, as YYYY-MM-DD HH:MM:SS.
    pub at: String,
}

impl Studio {
    /// What was deleted and can still be brought back, the latest first.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn deleted(&self) -> Result<Vec<Deleted>, StoreError> {
        let rows = sqlx::query!(
            r#"SELECT 0 AS "kind!: i64", id AS "id!", name AS "name!", NULL AS "of: String", deleted_at AS "at!" FROM job WHERE deleted_at IS NOT NULL
               UNION ALL SELECT 1, setup.id, setup.name, job.name, setup.deleted_at FROM setup JOIN job ON job.id = job_id
                         WHERE setup.deleted_at IS NOT NULL AND job.deleted_at IS NULL
               UNION ALL SELECT 2, id, name, NULL, deleted_at FROM kit_item WHERE deleted_at IS NOT NULL
               ORDER BY 5 DESC, 3 LIMIT 200"#
        )
        .fetch_all(self.readers())
        .await?;
        rows.into_iter()
            .map(|row| {
                let kind = [DeletedKind::Job, DeletedKind::Setup, DeletedKind::KitItem][row.kind.clamp(0, 2) as usize];
                Ok(Deleted { kind, id: read_id(&row.id)?, name: row.name, of: row.of, at: row.at })
            })
            .collect()
    }
}
