use crate::body::SCHEMA;
use crate::studio::new_id;
use crate::take::take_in;
use crate::{Changed, StoreError, Studio, day, job, kit, setup};
use serde::Serialize;
use sqlx::SqliteConnection;
use std::collections::HashMap;
use tolva_core::day::Day;
use tolva_core::format::{Brief, FiledSetup, JOB_FORMAT, JobFile, KitFile, TolvaFile, kit_for};
use tolva_core::kit::Kit;
use tolva_core::quantity::Id;
use tolva_core::setup::Setup;
use tolva_core::take::FiledTake;
use utoipa::ToSchema;

/// What an import brought.
#[derive(Debug, Clone, PartialEq, Eq, Default, Serialize, ToSchema)]
pub struct Imported {
    /// The jobs it made.
    pub jobs: Vec<Id>,
    /// How many of them were there already, so that a copy was made under a new id.
    pub copied: usize,
    /// Things added to the kit.
    pub added: Vec<String>,
    /// Things the kit had already under the same id; the studio's own were kept.
    pub kept: Vec<String>,
    /// Setups that this studio's kit does not allow as they stand, by name.
    pub misfits: Vec<String>,
    /// How many takes came with them.
    pub takes: u64,
}

/// The log of a job in an archive.
#[derive(Debug, Clone, PartialEq)]
pub struct FiledLog {
    /// The job, as its file has it.
    pub job: Id,
    /// Its takes.
    pub takes: Vec<FiledTake>,
}

impl Studio {
    /// A job as a file.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub async fn export_job(&self, id: &Id) -> Result<JobFile, StoreError> {
        let snapshot = self.snapshot_of_job(id).await?;
        Ok(job_file(id.clone(), snapshot.job, snapshot.setups, snapshot.day, &snapshot.kit))
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
        self.import_whole(&[], &[file], &[]).await
    }

    /// Takes a kit file, all of it or nothing. What is there already under the same id stays.
    ///
    /// # Errors
    /// [`StoreError::Format`], [`StoreError::Full`].
    pub async fn import_kit(&self, file: &KitFile) -> Result<Imported, StoreError> {
        self.import_whole(&[file], &[], &[]).await
    }

    /// Takes files, all of them or nothing, kits first; each as it would be taken alone, jobs with the takes of their logs.
    ///
    /// # Errors
    /// [`StoreError::Format`], [`StoreError::Full`], [`StoreError::NotFound`] for a take of a setup that is not in its job's file.
    pub async fn import_all(&self, files: &[TolvaFile], logs: &[FiledLog]) -> Result<Imported, StoreError> {
        let kits: Vec<&KitFile> = files.iter().filter_map(TolvaFile::as_kit).collect();
        let jobs: Vec<&JobFile> = files.iter().filter_map(TolvaFile::as_job).collect();
        self.import_whole(&kits, &jobs, logs).await
    }

    async fn import_whole(
        &self,
        kits: &[&KitFile],
        jobs: &[&JobFile],
        logs: &[FiledLog],
    ) -> Result<Imported, StoreError> {
        kits.iter().try_for_each(|file| file.check())?;
        jobs.iter().try_for_each(|file| file.check())?;
        let mut writing = self.begin().await?;
        let done = take_all(writing.on()?, kits, jobs, logs).await;
        self.end(writing, done, |_| Changed::All).await
    }
}

/// A job with the part of the kit its setups use.
pub(crate) fn job_file(id: Id, job: Brief, setups: Vec<(Id, Setup)>, day: Option<Day>, kit: &Kit) -> JobFile {
    let setups: Vec<_> = setups.into_iter().map(|(id, setup)| FiledSetup { id, setup }).collect();
    let kit = kit_for(&setups, kit);
    JobFile { format: JOB_FORMAT.to_owned(), version: SCHEMA as u32, id, job, setups, kit, day }
}

async fn take_all(
    connection: &mut SqliteConnection,
    kits: &[&KitFile],
    jobs: &[&JobFile],
    logs: &[FiledLog],
) -> Result<Imported, StoreError> {
    let mut taken = Imported::default();
    for file in kits {
        let (added, kept) = kit::add_missing(&mut *connection, &file.kit).await?;
        taken.added.extend(added);
        taken.kept.extend(kept);
    }
    for file in jobs {
        let (job, setups) = take(&mut *connection, file, &mut taken).await?;
        for log in logs.iter().filter(|log| log.job == file.id) {
            // Under the ids its setups have here.
            let here = |filed: &FiledTake| FiledTake {
                setup: setups.get(&filed.setup).unwrap_or(&filed.setup).clone(),
                ..filed.clone()
            };
            let takes: Vec<FiledTake> = log.takes.iter().map(here).collect();
            taken.takes += take_in(&mut *connection, &job, &takes).await?;
        }
    }
    taken.kept.sort();
    taken.kept.dedup();
    Ok(taken)
}

/// Takes a job; gives its id here, and that of each of its setups.
async fn take(
    connection: &mut SqliteConnection,
    file: &JobFile,
    taken: &mut Imported,
) -> Result<(Id, HashMap<Id, Id>), StoreError> {
    let mut setups = HashMap::new();
    let (added, kept) = kit::add_missing(&mut *connection, &file.kit).await?;
    taken.added.extend(added);
    taken.kept.extend(kept);
    let all = kit::whole(&mut *connection).await?;
    let key = file.id.as_str();
    let copied =
        sqlx::query!("SELECT 1 AS there FROM job WHERE id = ?", key).fetch_optional(&mut *connection).await?.is_some();
    let id = if copied { new_id()? } else { file.id.clone() };
    job::insert(&mut *connection, &id, &file.job).await?;
    if let Some(day) = &file.day {
        day::put(&mut *connection, &id, day, 1).await?;
    }
    for filed in &file.setups {
        if !filed.setup.misfits(&all).is_empty() {
            taken.misfits.push(filed.setup.name.to_string());
        }
        let key = filed.id.as_str();
        let there =
            sqlx::query!("SELECT 1 AS there FROM setup WHERE id = ?", key).fetch_optional(&mut *connection).await?;
        let setup_id = if there.is_some() { new_id()? } else { filed.id.clone() };
        setup::insert(&mut *connection, &setup_id, &id, &filed.setup, &all).await?;
        setups.insert(filed.id.clone(), setup_id);
    }
    taken.jobs.push(id.clone());
    taken.copied += usize::from(copied);
    Ok((id, setups))
}
