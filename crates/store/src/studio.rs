use crate::StoreError;
use sqlx::SqlitePool;
use sqlx::sqlite::{SqliteConnectOptions, SqliteJournalMode, SqlitePoolOptions, SqliteSynchronous};
use std::path::Path;
use std::time::Duration;
use tolva_core::quantity::Id;

/// Days something deleted can still be brought back.
const KEPT_DAYS: u32 = 30;

/// An open studio.
#[derive(Debug, Clone)]
pub struct Studio {
    pub(crate) pool: SqlitePool,
}

impl Studio {
    /// Opens the file, makes it if it is not there, and brings it up to date.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be used or is of a later program.
    pub async fn open(file: &Path) -> Result<Studio, StoreError> {
        let options = SqliteConnectOptions::new()
            .filename(file)
            .create_if_missing(true)
            .journal_mode(SqliteJournalMode::Wal)
            .synchronous(SqliteSynchronous::Normal)
            .foreign_keys(true)
            .busy_timeout(Duration::from_secs(5));
        let pool = SqlitePoolOptions::new().max_connections(4).connect_with(options).await?;
        sqlx::migrate!("./migrations").run(&pool).await?;
        let studio = Studio { pool };
        studio.purge().await?;
        Ok(studio)
    }

    /// Closes it, with everything written.
    pub async fn close(self) {
        self.pool.close().await;
    }

    /// Whether nothing was ever kept here.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn is_fresh(&self) -> Result<bool, StoreError> {
        let count: i64 = sqlx::query_scalar("SELECT (SELECT count(*) FROM job) + (SELECT count(*) FROM kit_item)")
            .fetch_one(&self.pool)
            .await?;
        Ok(count == 0)
    }

    /// Drops what was deleted long ago.
    async fn purge(&self) -> Result<(), StoreError> {
        let before = format!("-{KEPT_DAYS} days");
        let mut tx = self.pool.begin().await?;
        for statement in [
            "DELETE FROM setup WHERE deleted_at < datetime('now', ?)",
            "DELETE FROM job WHERE deleted_at < datetime('now', ?)",
            "DELETE FROM kit_item WHERE deleted_at < datetime('now', ?)
               AND NOT EXISTS (SELECT 1 FROM setup_kit WHERE kit_id = kit_item.id)",
        ] {
            sqlx::query(statement).bind(&before).execute(&mut *tx).await?;
        }
        tx.commit().await?;
        Ok(())
    }
}

/// A new id, in order of making.
pub(crate) fn new_id() -> Result<Id, StoreError> {
    let id = uuid::Uuid::now_v7().to_string();
    Id::new(&id).map_err(|_| StoreError::Damaged { what: id })
}
