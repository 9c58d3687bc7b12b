use crate::changes::Listeners;
use crate::connection::{Connections, Writing};
use crate::{Changed, StoreError};
use sqlx::sqlite::{SqliteConnectOptions, SqlitePoolOptions};
use sqlx::{AssertSqlSafe, SqlitePool};
use std::path::{Path, PathBuf};
use tolva_core::quantity::Id;

/// Days something deleted can still be brought back.
pub const KEPT_DAYS: u32 = 30;

static MIGRATIONS: sqlx::migrate::Migrator = sqlx::migrate!("./migrations");

/// An open studio.
#[derive(Debug, Clone)]
pub struct Studio {
    connections: Connections,
    pub(crate) listeners: Listeners,
    file: PathBuf,
}

impl Studio {
    /// Opens the file, makes it if it is not there, and brings it up to date.
    ///
    /// # Errors
    /// [`StoreError`] when the file cannot be used or is of a later program; it is left untouched then.
    pub async fn open(file: &Path) -> Result<Studio, StoreError> {
        if file.exists() {
            refuse_newer(file).await?;
        } else {
            make_private(file)?;
        }
        let connections = Connections::open(file).await?;
        MIGRATIONS.run(connections.for_migrations()).await?;
        let studio = Studio { connections, listeners: Listeners::default(), file: file.to_owned() };
        studio.purge().await?;
        studio.purge_copies().await?;
        Ok(studio)
    }

    /// Closes it, with everything written into the one file.
    pub async fn close(self) {
        // A checkpoint that fails loses nothing: what is acknowledged stands in the log beside the file.
        let _ = self.connections.checkpoint().await;
        self.connections.close().await;
    }

    /// Moves what was written lately into the one file.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn checkpoint(&self) -> Result<(), StoreError> {
        self.connections.checkpoint().await
    }

    /// Where it is kept.
    #[must_use]
    pub fn file(&self) -> &Path {
        &self.file
    }

    /// Whether nothing was ever kept here.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn is_fresh(&self) -> Result<bool, StoreError> {
        let row =
            sqlx::query!(r#"SELECT (SELECT count(*) FROM job) + (SELECT count(*) FROM kit_item) AS "count!: i64""#)
                .fetch_one(self.readers())
                .await?;
        Ok(row.count == 0)
    }

    pub(crate) const fn readers(&self) -> &SqlitePool {
        &self.connections.readers
    }

    /// Begins to write; what is written counts from [`Self::keep`] on.
    pub(crate) async fn begin(&self) -> Result<Writing, StoreError> {
        self.connections.begin().await
    }

    /// Ends writing: kept and told where the work was done, left without a change where it was not.
    pub(crate) async fn end<T>(
        &self,
        writing: Writing,
        done: Result<T, StoreError>,
        changed: impl FnOnce(&T) -> Changed,
    ) -> Result<T, StoreError> {
        match done {
            Ok(value) => {
                writing.commit().await?;
                self.tell(changed(&value));
                Ok(value)
            }
            // After trouble with the file nobody knows what state the connection is in: it is not used again.
            Err(error @ StoreError::Database(_)) => Err(error),
            Err(error) => {
                writing.leave().await;
                Err(error)
            }
        }
    }

    pub(crate) async fn copy_into(&self, file: &str) -> Result<(), StoreError> {
        self.connections.copy_into(file).await
    }

    /// Drops what was deleted long ago.
    async fn purge(&self) -> Result<(), StoreError> {
        let before = format!("-{KEPT_DAYS} days");
        let mut writing = self.begin().await?;
        for statement in [
            "DELETE FROM take WHERE deleted_at < datetime('now', ?)",
            "DELETE FROM setup WHERE deleted_at < datetime('now', ?)",
            "DELETE FROM job WHERE deleted_at < datetime('now', ?)",
            "DELETE FROM kit_item WHERE deleted_at < datetime('now', ?)
               AND NOT EXISTS (SELECT 1 FROM setup_kit WHERE kit_id = kit_item.id)",
        ] {
            sqlx::query(AssertSqlSafe(statement)).bind(&before).execute(writing.on()?).await?;
        }
        writing.commit().await
    }
}

/// Refuses a studio of a later program before anything of it is touched.
async fn refuse_newer(file: &Path) -> Result<(), StoreError> {
    let options = SqliteConnectOptions::new().filename(file).read_only(true);
    let pool = SqlitePoolOptions::new().max_connections(1).connect_with(options).await?;
    let there: Result<i64, sqlx::Error> =
        sqlx::query_scalar("SELECT coalesce(max(version), 0) FROM _sqlx_migrations").fetch_one(&pool).await;
    pool.close().await;
    let newest = MIGRATIONS.iter().map(|migration| migration.version).max().unwrap_or(0);
    // A file without that table is a fresh one, or none of ours: bringing it up to date will tell.
    if there.is_ok_and(|version| version > newest) { Err(StoreError::NewerStudio) } else { Ok(()) }
}

/// Makes an empty file that only its owner may read.
pub(crate) fn make_private(file: &Path) -> Result<(), StoreError> {
    let mut options = std::fs::OpenOptions::new();
    options.write(true).create_new(true);
    #[cfg(unix)]
    {
        use std::os::unix::fs::OpenOptionsExt;
        options.mode(0o600);
    }
    options.open(file).map(drop).map_err(|error| StoreError::Database(sqlx::Error::Io(error)))
}

/// A new id, in order of making.
pub(crate) fn new_id() -> Result<Id, StoreError> {
    let id = uuid::Uuid::now_v7().to_string();
    Id::new(&id).map_err(|_| StoreError::Unwritable { what: id })
}
