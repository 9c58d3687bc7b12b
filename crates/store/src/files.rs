use crate::body::SCHEMA;
use crate::studio::new_id;
use crate::{Changed, StoreError, Studio, day, job, kit, setup};
use serde::Serialize;
use sqlx::SqliteConnection;
use tolva_core::format::{FiledSetup, JOB_FORMAT, JobFile, KitFile, kit_for};
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
    /// Setups that this studio's kit does not allow as they stand, by name.
    pub misfits: Vec<String>,
}

impl Studio {
    /// A job as a file.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub async fn export_job(&self, id: &Id) -> Result<JobFile, StoreError> {
        let snapshot = self.snapshot_of_job(id).await?;
        let setups: Vec<_> = snapshot.setups.into_iter().map(|(id, setup)| FiledSetup { id, setup }).collect();
        let kit = kit_for(&setups, &snapshot.kit);
        Ok(JobFile {
            format: JOB_FORMAT.to_owned(),
            version: SCHEMA as u32,
            id: id.clone(),
            job: snapshot.job,
            setups,
            kit,
            day: snapshot.day,
        })
    }

    /// The kit as a file.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn export_kit(&self) -> Result<KitFile, StoreError> {
        Ok(KitFile::new(self.kit().await?))
    }

    /// Takes a job file, all of it or nothing. What the kit lacks is added; what it has under the same id stays. A
    /// job that is there already comes in as a copy. What this kit does not allow is kept and told.
    ///
    /// # Errors
    /// [`StoreError::Format`] when the file does not pass its check, [`StoreError::Full`] when the kit would not hold it.
    pub async fn import_job(&self, file: &JobFile) -> Result<Imported, StoreError> {
        file.check()?;
        let mut writing = self.begin().await?;
        let done = take(writing.on()?, file).await;
        self.end(writing, done, |_| Changed::All).await
    }

    /// Takes a kit file, all of it or nothing. What is there already under the same id stays.
    ///
    /// # Errors
    /// [`StoreError::Format`], [`StoreError::Full`].
    pub async fn import_kit(&self, file: &KitFile) -> Result<Imported, StoreError> {
        file.check()?;
        let mut writing = self.begin().await?;
        let done = kit::add_missing(writing.on()?, &file.kit).await;
        let done = done.map(|(added, kept)| Imported { job: None, copied: false, added, kept, misfits: Vec::new() });
        self.end(writing, done, |_| Changed::All).await
    }
}

async fn take(connection: &mut SqliteConnection, file: &JobFile) -> Result<Imported, StoreError> {
    let (added, kept) = kit::add_missing(&mut *connection, &file.kit).await?;
    let all = kit::whole(&mut *connection).await?;
    let (key, mut misfits) = (file.id.as_str(), Vec::new());
    let copied =
        sqlx::query!("SELECT 1 AS there FROM job WHERE id = ?", key).fetch_optional(&mut *connection).await?.is_some();
    let id = if copied { new_id()? } else { file.id.clone() };
    job::insert(&mut *connection, &id, &file.job).await?;
    if let Some(day) = &file.day {
        day::put(&mut *connection, &id, day, 1).await?;
    }
    for filed in &file.setups {
        if !filed.setup.misfits(&all).is_empty() {
            misfits.push(filed.setup.name.to_string());
        }
        let key = filed.id.as_str();
        let there =
            sqlx::query!("SELECT 1 AS there FROM setup WHERE id = ?", key).fetch_optional(&mut *connection).await?;
        let setup_id = if there.is_some() { new_id()? } else { filed.id.clone() };
        setup::insert(&mut *connection, &setup_id, &id, &filed.setup, &all).await?;
    }
    Ok(Imported { job: Some(id), copied, added, kept, misfits })
}
