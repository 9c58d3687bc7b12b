use crate::error::{read, write};
use crate::setup::{read_setup, revise};
use crate::{StoreError, Studio};
use serde::{Deserialize, Serialize};
use sqlx::{Sqlite, Transaction};
use tolva_core::FieldError;
use tolva_core::day::Day;
use tolva_core::format::Brief;
use tolva_core::quantity::Id;
use tolva_core::setup::{Setup, Slot};
use utoipa::ToSchema;

/// The day of a job as it is kept.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct KeptDay {
    /// Its place and sky; none until a place is chosen.
    pub day: Option<Day>,
    /// Goes up with every save; 0 before the first.
    pub version: i64,
}

/// Where and when a setup is to be made.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct PlacedSetup {
    /// Which.
    pub setup: Id,
    /// Its slot; none to take it off the day.
    pub slot: Option<Slot>,
}

impl Studio {
    /// The day of a job.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] without such a job.
    pub async fn day(&self, job: &Id) -> Result<KeptDay, StoreError> {
        self.job(job).await?;
        let mut tx = self.pool.begin().await?;
        find(&mut tx, job).await
    }

    /// Saves a job's day, if nobody changed it since `version`.
    ///
    /// # Errors
    /// [`StoreError::Fields`], [`StoreError::Stale`], [`StoreError::NotFound`].
    pub async fn keep_day(&self, job: &Id, day: Day, version: i64) -> Result<KeptDay, StoreError> {
        day.check().map_err(StoreError::Fields)?;
        self.job(job).await?;
        let mut tx = self.pool.begin_with("BEGIN IMMEDIATE").await?;
        if find(&mut tx, job).await?.version != version {
            return Err(StoreError::Stale { kind: "day" });
        }
        put(&mut tx, job, &day, version + 1).await?;
        tx.commit().await?;
        Ok(KeptDay { day: Some(day), version: version + 1 })
    }

    /// The job a setup belongs to, and its day.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn day_of_setup(&self, setup: &Id) -> Result<Option<(Brief, Day)>, StoreError> {
        let row: Option<(String, String)> = sqlx::query_as(
            "SELECT job.body, day.body FROM setup JOIN job ON job.id = setup.job_id JOIN day ON day.job_id = job.id
             WHERE setup.id = ?",
        )
        .bind(setup.as_str())
        .fetch_optional(&self.pool)
        .await?;
        row.map(|(job, day)| Ok((read(setup.as_str(), &job)?, read(setup.as_str(), &day)?))).transpose()
    }

    /// The setups of a job, in shooting order.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn setups_of(&self, job: &Id) -> Result<Vec<(Id, Setup)>, StoreError> {
        let rows: Vec<(String, String)> =
            sqlx::query_as("SELECT id, body FROM setup WHERE job_id = ? AND deleted_at IS NULL ORDER BY position, id")
                .bind(job.as_str())
                .fetch_all(&self.pool)
                .await?;
        rows.into_iter()
            .map(|(id, body)| {
                let id = crate::error::read_id(&id)?;
                let setup = read_setup(&id, &body)?;
                Ok((id, setup))
            })
            .collect()
    }

    /// Places setups on their day, all of them or none; each is a step of its setup's own history. Gives what they were
    /// before, so that it can be undone.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] for a setup that is not the job's; [`StoreError::Fields`].
    pub async fn place_setups(&self, job: &Id, placed: &[PlacedSetup]) -> Result<Vec<PlacedSetup>, StoreError> {
        let kit = self.kit().await?;
        let mut tx = self.pool.begin_with("BEGIN IMMEDIATE").await?;
        let mut before = Vec::new();
        for (index, one) in placed.iter().enumerate() {
            let kept = crate::setup::find(&mut tx, &one.setup).await?;
            if kept.job_id != *job {
                return Err(StoreError::NotFound { kind: "setup", id: one.setup.clone() });
            }
            before.push(PlacedSetup { setup: one.setup.clone(), slot: kept.setup.slot.clone() });
            let setup = Setup { slot: one.slot.clone(), ..kept.setup.clone() };
            if setup == kept.setup {
                continue;
            }
            setup.check(&kit).map_err(|errors| StoreError::Fields(at_slot(index, errors)))?;
            revise(&mut tx, &one.setup, &setup, &kit).await?;
        }
        tx.commit().await?;
        Ok(before)
    }
}

/// Problems of a setup, where its slot stands in the list that was sent.
fn at_slot(index: usize, errors: Vec<FieldError>) -> Vec<FieldError> {
    let moved = |error: FieldError| FieldError { field: format!("/{index}{}", error.field), ..error };
    errors.into_iter().map(moved).collect()
}

pub(crate) async fn find(tx: &mut Transaction<'_, Sqlite>, job: &Id) -> Result<KeptDay, StoreError> {
    let row: Option<(String, i64)> = sqlx::query_as("SELECT body, version FROM day WHERE job_id = ?")
        .bind(job.as_str())
        .fetch_optional(&mut **tx)
        .await?;
    let Some((body, version)) = row else { return Ok(KeptDay { day: None, version: 0 }) };
    Ok(KeptDay { day: Some(read(job.as_str(), &body)?), version })
}

pub(crate) async fn put(tx: &mut Transaction<'_, Sqlite>, job: &Id, day: &Day, version: i64) -> Result<(), StoreError> {
    sqlx::query(
        "INSERT INTO day (job_id, body, version) VALUES (?, ?, ?)
         ON CONFLICT (job_id) DO UPDATE SET body = excluded.body, version = excluded.version",
    )
    .bind(job.as_str())
    .bind(write(job.as_str(), day)?)
    .bind(version)
    .execute(&mut **tx)
    .await?;
    Ok(())
}
