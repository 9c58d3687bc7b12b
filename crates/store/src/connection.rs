//! Connections: one that writes, a few that read, and none that is used again after it failed.

use crate::StoreError;
use sqlx::pool::PoolConnection;
use sqlx::sqlite::{SqliteConnectOptions, SqliteJournalMode, SqlitePoolOptions, SqliteSynchronous};
use sqlx::{Executor, Sqlite, SqliteConnection, SqlitePool};
use std::path::Path;
use std::time::Duration;

/// How long a lock held by another process is waited for.
const PATIENCE: Duration = Duration::from_secs(5);
/// Connections that read at once.
const READERS: u32 = 4;

/// The connections of a studio.
#[derive(Debug, Clone)]
pub(crate) struct Connections {
    writer: SqlitePool,
    pub(crate) readers: SqlitePool,
}

/// Options every connection has: what is acknowledged is on the disk before it is.
fn options(file: &Path) -> SqliteConnectOptions {
    SqliteConnectOptions::new()
        .filename(file)
        .journal_mode(SqliteJournalMode::Wal)
        .synchronous(SqliteSynchronous::Full)
        .foreign_keys(true)
        .busy_timeout(PATIENCE)
}

impl Connections {
    /// Opens the file, and makes it if it is not there.
    pub(crate) async fn open(file: &Path) -> Result<Connections, StoreError> {
        let pool = |most: u32| SqlitePoolOptions::new().max_connections(most).acquire_timeout(PATIENCE * 2);
        let writer = pool(1).connect_with(options(file).create_if_missing(true)).await?;
        let readers = pool(READERS).connect_lazy_with(options(file).pragma("query_only", "ON"));
        Ok(Connections { writer, readers })
    }

    /// The migrations are the writer's.
    pub(crate) const fn for_migrations(&self) -> &SqlitePool {
        &self.writer
    }

    /// Begins to write. Writing waits for its turn here, not in SQLite.
    ///
    /// A transaction is begun only by SQLite's own word: a connection that is still in one refuses to begin, and is thrown
    /// away for a fresh one.
    pub(crate) async fn begin(&self) -> Result<Writing, StoreError> {
        let mut connection = self.writer.acquire().await?;
        if let Err(error) = connection.execute("BEGIN IMMEDIATE").await {
            throw_away(connection);
            if crate::error::is_busy(&error) {
                return Err(error.into());
            }
            connection = self.writer.acquire().await?;
            if let Err(error) = connection.execute("BEGIN IMMEDIATE").await {
                throw_away(connection);
                return Err(error.into());
            }
        }
        Ok(Writing { connection: Some(connection) })
    }

    /// Moves what is in the log into the file itself.
    pub(crate) async fn checkpoint(&self) -> Result<(), StoreError> {
        let mut connection = self.writer.acquire().await?;
        if let Err(error) = connection.execute("PRAGMA wal_checkpoint(TRUNCATE)").await {
            throw_away(connection);
            return Err(error.into());
        }
        Ok(())
    }

    /// Copies all of it into one new file, while others go on working.
    pub(crate) async fn copy_into(&self, file: &str) -> Result<(), StoreError> {
        let mut connection = self.writer.acquire().await?;
        if let Err(error) = sqlx::query("VACUUM INTO ?").bind(file).execute(&mut *connection).await {
            throw_away(connection);
            return Err(error.into());
        }
        Ok(())
    }

    pub(crate) async fn close(&self) {
        self.readers.close().await;
        self.writer.close().await;
    }
}

/// Takes a connection out of its pool and closes it; SQLite rolls back whatever it was in.
fn throw_away(connection: PoolConnection<Sqlite>) {
    drop(connection.detach());
}

/// A transaction that writes. Committed or not, a connection goes back to the pool only when SQLite has said that the
/// transaction is over: after a full disk or a write error it may have ended it by itself, and everything "committed"
/// later on such a connection could be lost.
#[derive(Debug)]
pub(crate) struct Writing {
    connection: Option<PoolConnection<Sqlite>>,
}

impl Writing {
    /// The connection, to write with.
    pub(crate) fn on(&mut self) -> Result<&mut SqliteConnection, StoreError> {
        self.connection.as_deref_mut().ok_or(StoreError::Database(sqlx::Error::PoolClosed))
    }

    /// Makes it last.
    pub(crate) async fn commit(mut self) -> Result<(), StoreError> {
        let Some(mut connection) = self.connection.take() else { return Err(sqlx::Error::PoolClosed.into()) };
        if let Err(error) = connection.execute("COMMIT").await {
            throw_away(connection);
            return Err(error.into());
        }
        Ok(())
    }

    /// Ends it without a change, after something was found that forbids it.
    pub(crate) async fn leave(mut self) {
        let Some(mut connection) = self.connection.take() else { return };
        if connection.execute("ROLLBACK").await.is_err() {
            throw_away(connection);
        }
    }
}

impl Drop for Writing {
    fn drop(&mut self) {
        // An error on the way, or nobody waits for the answer any more.
        if let Some(connection) = self.connection.take() {
            throw_away(connection);
        }
    }
}
