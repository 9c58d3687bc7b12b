use crate::error::{read, read_id, write};
use crate::job::copied;
use crate::studio::new_id;
use crate::{StoreError, Studio};
use serde::Serialize;
use sqlx::{Sqlite, Transaction};
use tolva_core::format::kit_used;
use tolva_core::format::v1;
use tolva_core::kit::Kit;
use tolva_core::quantity::Id;
use tolva_core::quantity::limits::SETUPS;
use tolva_core::setup::Setup;
use utoipa::ToSchema;

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

type Row = (String, String, i64, i64, i64, i64);

impl Studio {
    /// One setup.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub async fn setup(&self, id: &Id) -> Result<KeptSetup, StoreError> {
        let mut tx = self.pool.begin().await?;
        find(&mut tx, id).await
    }

    /// Makes a setup at the end of a job.
    ///
    /// # Errors
    /// [`StoreError::Fields`], [`StoreError::NotFound`] without such a job, [`StoreError::Full`].
    pub async fn add_setup(&self, job: &Id, setup: &Setup) -> Result<KeptSetup, StoreError> {
        let kit = self.kit().await?;
        setup.check(&kit).map_err(StoreError::Fields)?;
        if self.job(job).await?.setups.len() as f64 >= SETUPS.max {
            return Err(StoreError::Full { place: "job", most: SETUPS.max as usize });
        }
        let id = new_id()?;
        let mut tx = self.pool.begin().await?;
        insert(&mut tx, &id, job, setup, &kit).await?;
        let kept = find(&mut tx, &id).await?;
        tx.commit().await?;
        Ok(kept)
    }

    /// Saves a setup whole, if nobody saved it since `version`. What could be redone is gone then.
    ///
    /// # Errors
    /// [`StoreError::Fields`] when it does not pass its check, [`StoreError::StaleSetup`] with the newer one.
    pub async fn keep_setup(&self, id: &Id, setup: &Setup, version: i64) -> Result<KeptSetup, StoreError> {
        let kit = self.kit().await?;
        setup.check(&kit).map_err(StoreError::Fields)?;
        let mut tx = self.pool.begin_with("BEGIN IMMEDIATE").await?;
        let newer = find(&mut tx, id).await?;
        if newer.version != version {
            return Err(StoreError::StaleSetup { newer: Box::new(newer) });
        }
        if newer.setup == *setup {
            return Ok(newer);
        }
        revise(&mut tx, id, setup, &kit).await?;
        let kept = find(&mut tx, id).await?;
        tx.commit().await?;
        Ok(kept)
    }

    /// Goes a step back in a setup's history.
    ///
    /// # Errors
    /// [`StoreError::NoHistory`], [`StoreError::StaleSetup`].
    pub async fn undo(&self, id: &Id, version: i64) -> Result<KeptSetup, StoreError> {
        self.step(id, version, -1, "undo").await
    }

    /// Goes a step forward again.
    ///
    /// # Errors
    /// [`StoreError::NoHistory`], [`StoreError::StaleSetup`].
    pub async fn redo(&self, id: &Id, version: i64) -> Result<KeptSetup, StoreError> {
        self.step(id, version, 1, "redo").await
    }

    async fn step(&self, id: &Id, version: i64, by: i64, what: &'static str) -> Result<KeptSetup, StoreError> {
        let kit = self.kit().await?;
        let mut tx = self.pool.begin_with("BEGIN IMMEDIATE").await?;
        let newer = find(&mut tx, id).await?;
        if newer.version != version {
            return Err(StoreError::StaleSetup { newer: Box::new(newer) });
        }
        let found: Option<(i64, String)> = sqlx::query_as(
            "SELECT other.revision, other.body FROM setup JOIN setup_revision AS other ON other.setup_id = setup.id
             WHERE setup.id = ? AND other.revision = setup.revision + ?",
        )
        .bind(id.as_str())
        .bind(by)
        .fetch_optional(&mut *tx)
        .await?;
        let Some((revision, body)) = found else { return Err(StoreError::NoHistory { what }) };
        let setup = read_setup(id, &body)?;
        // The kit may have lost something since: then that state cannot be gone to.
        setup.check(&kit).map_err(StoreError::Fields)?;
        put(&mut tx, id, &setup, &body, revision, &kit).await?;
        let kept = find(&mut tx, id).await?;
        tx.commit().await?;
        Ok(kept)
    }

    /// Copies a setup to the end of its job.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub async fn duplicate_setup(&self, id: &Id) -> Result<KeptSetup, StoreError> {
        let source = self.setup(id).await?;
        let setup = Setup { name: copied(&source.setup.name)?, ..source.setup };
        self.add_setup(&source.job_id, &setup).await
    }

    /// Deletes a setup. It can be brought back.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub async fn delete_setup(&self, id: &Id) -> Result<(), StoreError> {
        self.mark("UPDATE setup SET deleted_at = datetime('now') WHERE id = ? AND deleted_at IS NULL", "setup", id)
            .await
    }

    /// Brings a deleted setup back.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not among the deleted.
    pub async fn restore_setup(&self, id: &Id) -> Result<(), StoreError> {
        self.mark("UPDATE setup SET deleted_at = NULL WHERE id = ? AND deleted_at IS NOT NULL", "deleted setup", id)
            .await
    }
}

/// Reads one setup that is not deleted.
pub(crate) async fn find(tx: &mut Transaction<'_, Sqlite>, id: &Id) -> Result<KeptSetup, StoreError> {
    let row: Option<Row> = sqlx::query_as(
        "SELECT job_id, body, version,
                (SELECT count(*) FROM setup_revision AS r WHERE r.setup_id = setup.id AND r.revision < setup.revision),
                (SELECT count(*) FROM setup_revision AS r WHERE r.setup_id = setup.id AND r.revision > setup.revision),
                revision
         FROM setup
         WHERE id = ? AND deleted_at IS NULL AND job_id IN (SELECT id FROM job WHERE deleted_at IS NULL)",
    )
    .bind(id.as_str())
    .fetch_optional(&mut **tx)
    .await?;
    let Some((job_id, body, version, undo, redo, _)) = row else {
        return Err(StoreError::NotFound { kind: "setup", id: id.clone() });
    };
    Ok(KeptSetup {
        id: id.clone(),
        job_id: read_id(&job_id)?,
        setup: read_setup(id, &body)?,
        version,
        history: History { undo, redo },
    })
}

/// Reads a state; one kept before things had a place gets one.
pub(crate) fn read_setup(id: &Id, body: &str) -> Result<Setup, StoreError> {
    read(id.as_str(), body).or_else(|error| serde_json::from_str::<v1::Setup>(body).map(Setup::from).map_err(|_| error))
}

/// Saves a new state after the one in force. What could be redone is gone then.
pub(crate) async fn revise(
    tx: &mut Transaction<'_, Sqlite>,
    id: &Id,
    setup: &Setup,
    kit: &Kit,
) -> Result<(), StoreError> {
    let revision: i64 =
        sqlx::query_scalar("SELECT revision FROM setup WHERE id = ?").bind(id.as_str()).fetch_one(&mut **tx).await?;
    let body = write(id.as_str(), setup)?;
    sqlx::query("DELETE FROM setup_revision WHERE setup_id = ? AND (revision > ? OR revision <= ?)")
        .bind(id.as_str())
        .bind(revision)
        .bind(revision - REVISIONS)
        .execute(&mut **tx)
        .await?;
    sqlx::query("INSERT INTO setup_revision (setup_id, revision, body) VALUES (?, ?, ?)")
        .bind(id.as_str())
        .bind(revision + 1)
        .bind(&body)
        .execute(&mut **tx)
        .await?;
    put(tx, id, setup, &body, revision + 1, kit).await
}

/// Puts a state in force.
async fn put(
    tx: &mut Transaction<'_, Sqlite>,
    id: &Id,
    setup: &Setup,
    body: &str,
    revision: i64,
    kit: &Kit,
) -> Result<(), StoreError> {
    sqlx::query("UPDATE setup SET body = ?, version = version + 1, revision = ? WHERE id = ?")
        .bind(body)
        .bind(revision)
        .bind(id.as_str())
        .execute(&mut **tx)
        .await?;
    note_kit(tx, id, setup, kit).await
}

/// Adds a setup under this id at the end of a job, with its first state.
pub(crate) async fn insert(
    tx: &mut Transaction<'_, Sqlite>,
    id: &Id,
    job: &Id,
    setup: &Setup,
    kit: &Kit,
) -> Result<(), StoreError> {
    let body = write(id.as_str(), setup)?;
    sqlx::query(
        "INSERT INTO setup (id, job_id, position, body)
         VALUES (?, ?, (SELECT coalesce(max(position), 0) + 1 FROM setup WHERE job_id = ?), ?)",
    )
    .bind(id.as_str())
    .bind(job.as_str())
    .bind(job.as_str())
    .bind(&body)
    .execute(&mut **tx)
    .await?;
    sqlx::query("INSERT INTO setup_revision (setup_id, revision, body) VALUES (?, 0, ?)")
        .bind(id.as_str())
        .bind(&body)
        .execute(&mut **tx)
        .await?;
    note_kit(tx, id, setup, kit).await
}

/// Notes what of the kit a setup uses.
async fn note_kit(tx: &mut Transaction<'_, Sqlite>, id: &Id, setup: &Setup, kit: &Kit) -> Result<(), StoreError> {
    sqlx::query("DELETE FROM setup_kit WHERE setup_id = ?").bind(id.as_str()).execute(&mut **tx).await?;
    for used in kit_used(setup, kit) {
        sqlx::query("INSERT INTO setup_kit (setup_id, kit_id) VALUES (?, ?)")
            .bind(id.as_str())
            .bind(used.as_str())
            .execute(&mut **tx)
            .await?;
    }
    Ok(())
}
