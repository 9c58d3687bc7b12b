use crate::error::{read, read_id, write};
use crate::setup;
use crate::studio::new_id;
use crate::{StoreError, Studio};
use serde::Serialize;
use sqlx::{Sqlite, Transaction};
use tolva_core::format::Brief;
use tolva_core::quantity::{Id, Name};
use tolva_core::setup::Setup;
use utoipa::ToSchema;

/// A setup in a list.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SetupSummary {
    /// Its id.
    pub id: Id,
    /// Its name.
    pub name: Name,
}

/// A job in a list, with its setups in shooting order.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct JobSummary {
    /// Its id.
    pub id: Id,
    /// The job.
    pub job: Brief,
    /// Goes up with every save.
    pub version: i64,
    /// Its setups, in shooting order.
    pub setups: Vec<SetupSummary>,
}

/// A job as it is kept.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct Job {
    /// Its id.
    pub id: Id,
    /// The job.
    pub job: Brief,
    /// Goes up with every save.
    pub version: i64,
}

impl Studio {
    /// All jobs, the newest made first.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn jobs(&self) -> Result<Vec<JobSummary>, StoreError> {
        let rows: Vec<(String, String, i64)> =
            sqlx::query_as("SELECT id, body, version FROM job WHERE deleted_at IS NULL ORDER BY position DESC, id")
                .fetch_all(&self.pool)
                .await?;
        let setups: Vec<(String, String, String)> = sqlx::query_as(
            "SELECT job_id, id, json_extract(body, '$.name') FROM setup WHERE deleted_at IS NULL ORDER BY position, id",
        )
        .fetch_all(&self.pool)
        .await?;
        rows.into_iter()
            .map(|(id, body, version)| {
                let own = setups.iter().filter(|(job, ..)| *job == id);
                let setups = own.map(|(_, id, name)| summary(id, name)).collect::<Result<_, _>>()?;
                Ok(JobSummary { job: read(&id, &body)?, id: read_id(&id)?, version, setups })
            })
            .collect()
    }

    /// One job with its setups.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub async fn job(&self, id: &Id) -> Result<JobSummary, StoreError> {
        let found = self.jobs().await?.into_iter().find(|job| job.id == *id);
        found.ok_or_else(|| StoreError::NotFound { kind: "job", id: id.clone() })
    }

    /// Makes a job.
    ///
    /// # Errors
    /// [`StoreError::Fields`].
    pub async fn add_job(&self, job: Brief) -> Result<Job, StoreError> {
        job.check().map_err(StoreError::Fields)?;
        let id = new_id()?;
        let mut tx = self.pool.begin().await?;
        insert(&mut tx, &id, &job).await?;
        tx.commit().await?;
        Ok(Job { id, job, version: 1 })
    }

    /// Saves a changed job, if nobody changed it since `version`.
    ///
    /// # Errors
    /// [`StoreError::Fields`], [`StoreError::Stale`], [`StoreError::NotFound`].
    pub async fn keep_job(&self, id: &Id, job: Brief, version: i64) -> Result<Job, StoreError> {
        job.check().map_err(StoreError::Fields)?;
        self.job(id).await?;
        let done = sqlx::query(
            "UPDATE job SET body = ?, version = version + 1 WHERE id = ? AND version = ? AND deleted_at IS NULL",
        )
        .bind(write(id.as_str(), &job)?)
        .bind(id.as_str())
        .bind(version)
        .execute(&self.pool)
        .await?;
        if done.rows_affected() == 0 {
            return Err(StoreError::Stale { kind: "job" });
        }
        Ok(Job { id: id.clone(), job, version: version + 1 })
    }

    /// Deletes a job with its setups. It can be brought back.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub async fn delete_job(&self, id: &Id) -> Result<(), StoreError> {
        self.mark("UPDATE job SET deleted_at = datetime('now') WHERE id = ? AND deleted_at IS NULL", "job", id).await
    }

    /// Brings a deleted job back.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not among the deleted.
    pub async fn restore_job(&self, id: &Id) -> Result<(), StoreError> {
        self.mark("UPDATE job SET deleted_at = NULL WHERE id = ? AND deleted_at IS NOT NULL", "deleted job", id).await
    }

    pub(crate) async fn mark(&self, statement: &'static str, kind: &'static str, id: &Id) -> Result<(), StoreError> {
        let done = sqlx::query(statement).bind(id.as_str()).execute(&self.pool).await?;
        if done.rows_affected() == 0 {
            return Err(StoreError::NotFound { kind, id: id.clone() });
        }
        Ok(())
    }

    /// Copies a job with its setups under new ids.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub async fn duplicate_job(&self, id: &Id) -> Result<Job, StoreError> {
        let source = self.job(id).await?;
        let job = Brief { name: copied(&source.job.name)?, ..source.job };
        let copy = new_id()?;
        let mut setups: Vec<Setup> = Vec::new();
        for summary in &source.setups {
            setups.push(self.setup(&summary.id).await?.setup);
        }
        let kit = self.kit().await?;
        let day = self.day(id).await?.day;
        let mut tx = self.pool.begin().await?;
        insert(&mut tx, &copy, &job).await?;
        if let Some(day) = &day {
            crate::day::put(&mut tx, &copy, day, 1).await?;
        }
        for setup in &setups {
            setup::insert(&mut tx, &new_id()?, &copy, setup, &kit).await?;
        }
        tx.commit().await?;
        Ok(Job { id: copy, job, version: 1 })
    }

    /// Puts the setups of a job into another order.
    ///
    /// # Errors
    /// [`StoreError::Order`] unless each setup is named once.
    pub async fn order_setups(&self, id: &Id, order: &[Id]) -> Result<(), StoreError> {
        let mut known: Vec<Id> = self.job(id).await?.setups.into_iter().map(|setup| setup.id).collect();
        let mut given = order.to_vec();
        known.sort();
        given.sort();
        if known != given {
            return Err(StoreError::Order);
        }
        let mut tx = self.pool.begin().await?;
        for (position, setup) in order.iter().enumerate() {
            sqlx::query("UPDATE setup SET position = ? WHERE id = ?")
                .bind(position as i64 + 1)
                .bind(setup.as_str())
                .execute(&mut *tx)
                .await?;
        }
        tx.commit().await?;
        Ok(())
    }
}

fn summary(id: &str, name: &str) -> Result<SetupSummary, StoreError> {
    let name = Name::new(name).map_err(|_| StoreError::Damaged { what: id.to_owned() })?;
    Ok(SetupSummary { id: read_id(id)?, name })
}

/// The name of a copy, cut where it would not fit.
pub(crate) fn copied(name: &Name) -> Result<Name, StoreError> {
    let start: String = name.as_str().chars().take(113).collect();
    Name::new(&format!("{start}, copy")).map_err(|_| StoreError::Damaged { what: start })
}

/// Adds a job under this id, the newest.
pub(crate) async fn insert(tx: &mut Transaction<'_, Sqlite>, id: &Id, job: &Brief) -> Result<(), StoreError> {
    sqlx::query("INSERT INTO job (id, body, position) VALUES (?, ?, (SELECT coalesce(max(position), 0) + 1 FROM job))")
        .bind(id.as_str())
        .bind(write(id.as_str(), job)?)
        .execute(&mut **tx)
        .await?;
    Ok(())
}
