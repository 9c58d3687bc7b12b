//! A whole studio in one file, made while it is in use, and put back.

use crate::studio::make_private;
use crate::{StoreError, Studio};
use sqlx::SqlitePool;
use sqlx::sqlite::{SqliteConnectOptions, SqlitePoolOptions};
use std::path::Path;

fn cannot(why: impl Into<String>) -> StoreError {
    StoreError::NoBackup { why: why.into() }
}

impl Studio {
    /// Writes everything into one new file, whole as of this moment, and reads it back. Gives its jobs.
    ///
    /// # Errors
    /// [`StoreError::NoBackup`] where the file is there already or did not come out whole.
    pub async fn back_up(&self, to: &Path) -> Result<i64, StoreError> {
        let Some(path) = to.to_str() else { return Err(cannot("Give the backup a name of plain letters.")) };
        if to.exists() {
            return Err(cannot(format!("{path} is there already. Give the backup another name.")));
        }
        make_private(to).map_err(|_| cannot(format!("{path} cannot be written. Is its folder there?")))?;
        let copied = match self.copy_into(path).await {
            Ok(()) => checked(to).await,
            Err(error) => Err(error),
        };
        if copied.is_err() {
            // What is not whole is not left lying about as if it were a backup.
            let _ = std::fs::remove_file(to);
        }
        copied
    }
}

/// Checks that a file is a whole studio; gives its jobs.
///
/// # Errors
/// [`StoreError::NoBackup`].
pub async fn checked(file: &Path) -> Result<i64, StoreError> {
    let said = file.display();
    if !file.is_file() {
        return Err(cannot(format!("There is no file {said}.")));
    }
    let options = SqliteConnectOptions::new().filename(file).read_only(true).immutable(true);
    let pool: SqlitePool = SqlitePoolOptions::new()
        .max_connections(1)
        .connect_with(options)
        .await
        .map_err(|_| cannot(format!("{said} is no backup of a studio.")))?;
    let whole: Result<String, _> = sqlx::query_scalar("PRAGMA integrity_check(1)").fetch_one(&pool).await;
    let jobs: Result<i64, _> =
        sqlx::query_scalar("SELECT count(*) FROM job WHERE deleted_at IS NULL").fetch_one(&pool).await;
    pool.close().await;
    match (whole.as_deref(), jobs) {
        (Ok("ok"), Ok(jobs)) => Ok(jobs),
        (Ok("ok"), Err(_)) => Err(cannot(format!("{said} is no backup of a studio."))),
        _ => Err(cannot(format!("{said} is damaged, or no backup of a studio."))),
    }
}

/// Puts a backup in the place of a studio that no program has open. What was there is kept beside it, as
/// `studio.sqlite.before-restore`. Gives the jobs of what is there now.
///
/// # Errors
/// [`StoreError::NoBackup`]; nothing is changed then.
pub async fn restore(from: &Path, file: &Path) -> Result<i64, StoreError> {
    checked(from).await?;
    let beside = |ending: &str| {
        let mut name = file.as_os_str().to_owned();
        name.push(ending);
        std::path::PathBuf::from(name)
    };
    let fresh = beside(".restoring");
    let _ = std::fs::remove_file(&fresh);
    make_private(&fresh).map_err(|_| cannot("The studio's folder cannot be written."))?;
    let copied = std::fs::copy(from, &fresh).and_then(|_| std::fs::File::open(&fresh)?.sync_all());
    if copied.is_err() || checked(&fresh).await.is_err() {
        let _ = std::fs::remove_file(&fresh);
        return Err(cannot("The backup could not be copied whole. Is there room on the disk?"));
    }
    if file.exists() {
        // What is there goes into its one file first, so that nothing of it stays in the log that is taken away.
        let there = Studio::open(file).await?;
        there.close().await;
        std::fs::rename(file, beside(".before-restore")).map_err(|_| cannot("What is there cannot be put aside."))?;
    }
    for log in ["-wal", "-shm"] {
        let _ = std::fs::remove_file(beside(log));
    }
    std::fs::rename(&fresh, file).map_err(|_| cannot("The backup cannot be put in its place."))?;
    let studio = Studio::open(file).await?;
    studio.close().await;
    checked(file).await
}
