use crate::studio::new_id;
use crate::{StoreError, Studio, job, kit, setup};
use serde::Serialize;
use sqlx::{Sqlite, Transaction};
use tolva_core::format::{FiledSetup, JOB_FORMAT, JobFile, KitFile, VERSION, kit_for};
use tolva_core::kit::Kit;
use tolva_core::quantity::Id;
use utoipa::ToSchema;

/// What an import brought.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct Imported {
    /// The job it made, if the file was one.
    pub job: Option<Id>,
    /// Whether the job was there already, so that a copy was made under a new id.
    pub copied: bool,
    /// Things added to the kit.
    pub added: Vec<String>,
    /// Things the kit had already under the same id; the studio's own were kept.
    pub kept: Vec<String>,
}

impl Studio {
    /// A job as a file.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub async fn export_job(&self, id: &Id) -> Result<JobFile, StoreError> {
        let job = self.job(id).await?;
        let mut setups = Vec::new();
        for summary in job.setups {
            let kept = self.setup(&summary.id).await?;
            setups.push(FiledSetup { id: kept.id, setup: kept.setup });
        }
        let kit = kit_for(&setups, &self.kit().await?);
        let day = self.day(id).await?.day;
        Ok(JobFile { format: JOB_FORMAT.to_owned(), version: VERSION, id: job.id, job: job.job, setups, kit, day })
    }

    /// The kit as a file.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn export_kit(&self) -> Result<KitFile, StoreError> {
        Ok(KitFile::new(self.kit().await?))
    }

    /// Takes a job file, all of it or nothing. What the kit lacks is added; what it has under the same id stays. A
    /// job that is there already comes in as a copy.
    ///
    /// # Errors
    /// [`StoreError::Format`] when the file does not pass its check, [`StoreError::Fields`] when a setup does not fit
    /// what the studio has under the same ids.
    pub async fn import_job(&self, file: &JobFile) -> Result<Imported, StoreError> {
        file.check()?;
        let mut tx = self.pool.begin_with("BEGIN IMMEDIATE").await?;
        let (added, kept) = add_missing(&mut tx, &file.kit).await?;
        let all = whole_kit(&mut tx).await?;
        let copied = exists(&mut tx, "SELECT count(*) FROM job WHERE id = ?", &file.id).await?;
        let id = if copied { new_id()? } else { file.id.clone() };
        job::insert(&mut tx, &id, &file.job).await?;
        if let Some(day) = &file.day {
            crate::day::put(&mut tx, &id, day, 1).await?;
        }
        for filed in &file.setups {
            filed.setup.check(&all).map_err(StoreError::Fields)?;
            let taken = copied || exists(&mut tx, "SELECT count(*) FROM setup WHERE id = ?", &filed.id).await?;
            let setup_id = if taken { new_id()? } else { filed.id.clone() };
            setup::insert(&mut tx, &setup_id, &id, &filed.setup, &all).await?;
        }
        tx.commit().await?;
        Ok(Imported { job: Some(id), copied, added, kept })
    }

    /// Takes a kit file, all of it or nothing. What is there already under the same id stays.
    ///
    /// # Errors
    /// [`StoreError::Format`].
    pub async fn import_kit(&self, file: &KitFile) -> Result<Imported, StoreError> {
        file.check()?;
        let mut tx = self.pool.begin_with("BEGIN IMMEDIATE").await?;
        let (added, kept) = add_missing(&mut tx, &file.kit).await?;
        tx.commit().await?;
        Ok(Imported { job: None, copied: false, added, kept })
    }
}

async fn exists(tx: &mut Transaction<'_, Sqlite>, statement: &'static str, id: &Id) -> Result<bool, StoreError> {
    let count: i64 = sqlx::query_scalar(statement).bind(id.as_str()).fetch_one(&mut **tx).await?;
    Ok(count > 0)
}

/// Adds what the kit lacks; a thing that was deleted comes back as it was.
async fn add_missing(tx: &mut Transaction<'_, Sqlite>, given: &Kit) -> Result<(Vec<String>, Vec<String>), StoreError> {
    let (mut added, mut kept) = (Vec::new(), Vec::new());
    for item in &given.items {
        let name = item.name().to_string();
        if exists(tx, "SELECT count(*) FROM kit_item WHERE id = ?", item.id()).await? {
            sqlx::query("UPDATE kit_item SET deleted_at = NULL WHERE id = ?")
                .bind(item.id().as_str())
                .execute(&mut **tx)
                .await?;
            kept.push(name);
        } else {
            kit::insert(tx, item).await?;
            added.push(name);
        }
    }
    Ok((added, kept))
}

async fn whole_kit(tx: &mut Transaction<'_, Sqlite>) -> Result<Kit, StoreError> {
    let rows: Vec<(String, String)> =
        sqlx::query_as("SELECT id, body FROM kit_item WHERE deleted_at IS NULL ORDER BY position, id")
            .fetch_all(&mut **tx)
            .await?;
    let items = rows.iter().map(|(id, body)| crate::error::read(id, body)).collect::<Result<_, _>>()?;
    Ok(Kit { items })
}
