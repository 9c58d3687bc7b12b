//! A whole studio in one file, made while it is in use, and put back.

use crate::frames::{copies, folder_of, put_by_name};
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
            Ok(()) => with_copies(to, &folder_of(self.file())).await,
            Err(error) => Err(error),
        };
        let copied = match copied {
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

/// The table in which a backup has the copies of frames, by the names of their files.
const COPIES: &str = "CREATE TABLE frame_copy (name TEXT PRIMARY KEY, bytes BLOB NOT NULL) STRICT";

async fn alone(file: &Path) -> Result<SqlitePool, StoreError> {
    let options = SqliteConnectOptions::new().filename(file);
    Ok(SqlitePoolOptions::new().max_connections(1).connect_with(options).await?)
}

/// Puts copies of frames into a backup, one after the other; one that is taken away meanwhile is not in it.
async fn with_copies(backup: &Path, folder: &Path) -> Result<(), StoreError> {
    let pool = alone(backup).await?;
    let mut putting = pool.begin().await?;
    sqlx::query(COPIES).execute(&mut *putting).await?;
    for (path, _) in copies(folder) {
        let name = path.file_name().and_then(|name| name.to_str()).unwrap_or_default().to_owned();
        let Ok(bytes) = tokio::fs::read(&path).await else { continue };
        sqlx::query("INSERT INTO frame_copy (name, bytes) VALUES (?, ?)")
            .bind(name)
            .bind(bytes)
            .execute(&mut *putting)
            .await?;
    }
    putting.commit().await?;
    pool.close().await;
    Ok(())
}

/// Takes copies of frames out of a backup into their folder. Backups of before they were in it have none.
async fn take_copies(file: &Path, folder: &Path) -> Result<(), StoreError> {
    let pool = alone(file).await?;
    let there: i64 =
        sqlx::query_scalar("SELECT count(*) FROM sqlite_schema WHERE name = 'frame_copy'").fetch_one(&pool).await?;
    if there > 0 {
        let names: Vec<String> = sqlx::query_scalar("SELECT name FROM frame_copy").fetch_all(&pool).await?;
        for name in names {
            let bytes: Vec<u8> =
                sqlx::query_scalar("SELECT bytes FROM frame_copy WHERE name = ?").bind(&name).fetch_one(&pool).await?;
            put_by_name(folder, &name, &bytes).map_err(|error| StoreError::Frames { why: error.to_string() })?;
        }
        sqlx::query("DROP TABLE frame_copy").execute(&pool).await?;
        sqlx::query("VACUUM").execute(&pool).await?;
    }
    pool.close().await;
    Ok(())
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
/// `studio.sqlite.before-restore`, and so are its frames. Gives the jobs of what is there now.
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
    // Copies of frames go with the studio they are of.
    let (folder, before) = (folder_of(file), folder_of(file).with_extension("before-restore"));
    if folder.exists() {
        let _ = std::fs::remove_dir_all(&before);
        std::fs::rename(&folder, &before).map_err(|_| cannot("The frames that are there cannot be put aside."))?;
    }
    std::fs::rename(&fresh, file).map_err(|_| cannot("The backup cannot be put in its place."))?;
    take_copies(file, &folder).await?;
    let studio = Studio::open(file).await?;
    studio.close().await;
    checked(file).await
}
