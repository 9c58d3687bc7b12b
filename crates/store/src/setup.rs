mod rows;
mod standby;

use crate::body::{Row, SCHEMA, read_id, write};
use crate::error::Newer;
use crate::job::{self, copied, one_row};
use crate::studio::new_id;
use crate::{Changed, StoreError, Studio, day, kit};
use serde::Serialize;
use sqlx::SqliteConnection;
use tolva_core::day::check_slot;
use tolva_core::format::{BodyKind, kit_used};
use tolva_core::kit::Kit;
use tolva_core::quantity::Id;
use tolva_core::quantity::limits::SETUPS;
use tolva_core::setup::Setup;
use utoipa::ToSchema;

pub(crate) use rows::{find, insert, of_job, read, revise};
use rows::{job_of, put};

/// States of a setup that undo can go back to.
const REVISIONS: i64 = 200;

/// How far undo and redo can go.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, ToSchema)]
pub struct History {
    /// Steps back.
    pub undo: i64,
    /// Steps forward.
    pub redo: i64,
}

/// A setup as it is kept.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct KeptSetup {
    /// Its id.
    pub id: Id,
    /// Its job.
    pub job_id: Id,
    /// The setup.
    pub setup: Setup,
    /// Goes up with every save.
    pub version: i64,
    /// How far undo and redo can go.
    pub history: History,
}

impl Studio {
    /// One setup.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], [`StoreError::SetAside`].
    pub async fn setup(&self, id: &Id) -> Result<KeptSetup, StoreError> {
        let mut connection = self.readers().acquire().await?;
        find(&mut connection, id).await
    }

    /// Makes a setup at the end of a job.
    ///
    /// # Errors
    /// [`StoreError::Fields`], [`StoreError::NotFound`] without such a job, [`StoreError::Full`].
    pub async fn add_setup(&self, job: &Id, setup: &Setup) -> Result<KeptSetup, StoreError> {
        let mut writing = self.begin().await?;
        let done = add(writing.on()?, job, setup).await;
        self.end(writing, done, |_| Changed::Job { id: job.clone() }).await
    }

    /// Saves a setup whole, if nobody saved it since `version`. What could be redone is gone then. What the kit no longer
    /// allows is kept where it was so before; what the change itself brought is refused.
    ///
    /// # Errors
    /// [`StoreError::Fields`] when it does not pass its check, [`StoreError::Stale`] with the newer one.
    pub async fn keep_setup(&self, id: &Id, setup: &Setup, version: i64) -> Result<KeptSetup, StoreError> {
        setup.check_alone().map_err(StoreError::Fields)?;
        let mut writing = self.begin().await?;
        let done = keep(writing.on()?, id, setup, version).await;
        self.end(writing, done, changed).await
    }

    /// Goes a step back in a setup's history.
    ///
    /// # Errors
    /// [`StoreError::NoHistory`], [`StoreError::Stale`] with the newer one.
    pub async fn undo(&self, id: &Id, version: i64) -> Result<KeptSetup, StoreError> {
        self.step(id, version, -1, "undo").await
    }

    /// Goes a step forward again.
    ///
    /// # Errors
    /// [`StoreError::NoHistory`], [`StoreError::Stale`] with the newer one.
    pub async fn redo(&self, id: &Id, version: i64) -> Result<KeptSetup, StoreError> {
        self.step(id, version, 1, "redo").await
    }

    async fn step(&self, id: &Id, version: i64, by: i64, what: &'static str) -> Result<KeptSetup, StoreError> {
        let mut writing = self.begin().await?;
        let done = step(writing.on()?, id, version, by, what).await;
        self.end(writing, done, changed).await
    }

    /// Copies a setup to the end of its job.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], [`StoreError::Full`].
    pub async fn duplicate_setup(&self, id: &Id) -> Result<KeptSetup, StoreError> {
        let mut writing = self.begin().await?;
        let done = duplicate(writing.on()?, id).await;
        self.end(writing, done, |made| Changed::Job { id: made.job_id.clone() }).await
    }

    /// Deletes a setup. It can be brought back.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub async fn delete_setup(&self, id: &Id) -> Result<(), StoreError> {
        let key = id.as_str();
        let mut writing = self.begin().await?;
        let job = job_of(writing.on()?, id).await;
        let done =
            sqlx::query!("UPDATE setup SET deleted_at = datetime('now') WHERE id = ? AND deleted_at IS NULL", key)
                .execute(writing.on()?)
                .await;
        let done = one_row(done, "setup", id).and(job);
        self.end(writing, done, |job| Changed::Job { id: job.clone() }).await.map(drop)
    }

    /// Brings a deleted setup back.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not among the deleted, [`StoreError::Full`].
    pub async fn restore_setup(&self, id: &Id) -> Result<(), StoreError> {
        let mut writing = self.begin().await?;
        let done = restore(writing.on()?, id).await;
        self.end(writing, done, |job| Changed::Job { id: job.clone() }).await.map(drop)
    }
}

fn changed(kept: &KeptSetup) -> Changed {
    Changed::Setup { id: kept.id.clone(), job: kept.job_id.clone(), version: kept.version }
}

async fn room(connection: &mut SqliteConnection, job: &Id) -> Result<(), StoreError> {
    let key = job.as_str();
    let row = sqlx::query!("SELECT count(*) AS count FROM setup WHERE job_id = ? AND deleted_at IS NULL", key)
        .fetch_one(connection)
        .await?;
    if row.count as f64 >= SETUPS.max {
        return Err(StoreError::Full { place: "job", most: SETUPS.max as usize });
    }
    Ok(())
}

async fn add(connection: &mut SqliteConnection, job: &Id, setup: &Setup) -> Result<KeptSetup, StoreError> {
    job::find(&mut *connection, job).await?;
    let kit = kit::whole(&mut *connection).await?;
    setup.check(&kit).map_err(StoreError::Fields)?;
    room(&mut *connection, job).await?;
    let id = new_id()?;
    insert(&mut *connection, &id, job, setup, &kit).await?;
    find(connection, &id).await
}

async fn duplicate(connection: &mut SqliteConnection, id: &Id) -> Result<KeptSetup, StoreError> {
    let source = find(&mut *connection, id).await?;
    let setup = Setup { name: copied(&source.setup.name)?, ..source.setup };
    room(&mut *connection, &source.job_id).await?;
    let (copy, kit) = (new_id()?, kit::whole(&mut *connection).await?);
    insert(&mut *connection, &copy, &source.job_id, &setup, &kit).await?;
    find(connection, &copy).await
}

async fn restore(connection: &mut SqliteConnection, id: &Id) -> Result<Id, StoreError> {
    let job = job_of(&mut *connection, id).await?;
    room(&mut *connection, &job).await?;
    let key = id.as_str();
    let done = sqlx::query!("UPDATE setup SET deleted_at = NULL WHERE id = ? AND deleted_at IS NOT NULL", key)
        .execute(connection)
        .await;
    one_row(done, "deleted setup", id)?;
    Ok(job)
}

async fn keep(
    connection: &mut SqliteConnection,
    id: &Id,
    setup: &Setup,
    version: i64,
) -> Result<KeptSetup, StoreError> {
    let newer = find(&mut *connection, id).await?;
    if newer.version != version {
        return Err(StoreError::stale(Newer::Setup { kept: Box::new(newer) }));
    }
    if newer.setup == *setup {
        return Ok(newer);
    }
    let kit = kit::whole(&mut *connection).await?;
    let before = newer.setup.misfits(&kit);
    let brought: Vec<_> = setup.misfits(&kit).into_iter().filter(|misfit| !before.contains(misfit)).collect();
    if !brought.is_empty() {
        return Err(StoreError::Fields(brought));
    }
    if setup.slot != newer.setup.slot {
        let (of, kept) =
            (job::find(&mut *connection, &newer.job_id).await?, day::find(&mut *connection, &newer.job_id).await?);
        check_slot(setup, of.job.date.as_str(), kept.day.as_ref()).map_err(StoreError::Fields)?;
    }
    revise(&mut *connection, id, setup, &kit).await?;
    find(connection, id).await
}

async fn step(
    connection: &mut SqliteConnection,
    id: &Id,
    version: i64,
    by: i64,
    what: &'static str,
) -> Result<KeptSetup, StoreError> {
    let newer = find(&mut *connection, id).await?;
    if newer.version != version {
        return Err(StoreError::stale(Newer::Setup { kept: Box::new(newer) }));
    }
    let key = id.as_str();
    let found = sqlx::query!(
        "SELECT other.revision, other.body, other.schema FROM setup JOIN setup_revision AS other ON other.setup_id = setup.id
         WHERE setup.id = ? AND other.revision = setup.revision + ?",
        key,
        by
    )
    .fetch_optional(&mut *connection)
    .await?;
    let Some(row) = found else { return Err(StoreError::NoHistory { what }) };
    let setup = read(key, newer.setup.name.as_str(), row.schema, &row.body)?;
    // What the kit lost since is shown as what does not fit; the state is gone to all the same.
    let kit = kit::whole(&mut *connection).await?;
    put(&mut *connection, id, &setup, row.revision, &kit).await?;
    find(connection, id).await
}
