mod rows;
mod writing;

use crate::body::{Row, SCHEMA, read_id, write};
use crate::error::Newer;
use crate::studio::new_id;
use crate::{Changed, StoreError, Studio, kit, setup};
use serde::Serialize;
use sqlx::SqliteConnection;
use tolva_core::FieldError;
use tolva_core::format::BodyKind;
use tolva_core::quantity::{Id, Note};
use tolva_core::take::{Choice, FiledTake, Take};
use utoipa::ToSchema;

pub(crate) use rows::read;
use rows::{all_words, find, told, word_of};
pub(crate) use writing::take_in;
use writing::{add, change, keep};

/// A take as it is kept.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct KeptTake {
    /// Its id.
    pub id: Id,
    /// Its job.
    pub job: Id,
    /// Its setup.
    pub setup: Id,
    /// When it was taken by the camera's clock, or else put down: `2026-09-17 18:05:00`.
    pub at: String,
    /// The take.
    pub take: Take,
    /// Goes up with every save.
    pub version: i64,
}

/// Which takes of a job are wanted.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct SoughtTakes {
    /// Of this setup alone.
    pub setup: Option<Id>,
    /// With this choice alone.
    pub choice: Option<Choice>,
    /// Words of its file, note, body, lens or setup; all takes without.
    pub words: String,
    /// Where the page begins: the `next` of the page before.
    pub from: Option<String>,
    /// How many at most.
    pub most: i64,
}

/// A page of the log.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct TakePage {
    /// The takes, the latest first.
    pub takes: Vec<KeptTake>,
    /// Where the next page begins; none after the last.
    pub next: Option<String>,
    /// How many the job has in all.
    pub all: i64,
}

/// A change of many takes at once.
#[derive(Debug, Clone, PartialEq)]
pub enum Many {
    /// Gone, until they are brought back.
    Delete,
    /// Back again.
    Restore,
    /// A choice for all.
    Choose(Choice),
    /// A note for all.
    Note(Note),
}

/// Takes changed at once.
const MOST_AT_ONCE: usize = 2_000;

impl Studio {
    /// Puts down a take of a setup. `at` is when it was taken, or else now.
    ///
    /// # Errors
    /// [`StoreError::Fields`], [`StoreError::NotFound`] without such a setup.
    pub async fn add_take(&self, of: &Id, at: &str, take: &Take) -> Result<KeptTake, StoreError> {
        take.check().map_err(StoreError::Fields)?;
        let mut writing = self.begin().await?;
        let done = add(writing.on()?, of, at, take).await;
        self.end(writing, done, changed).await
    }

    /// One take.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], [`StoreError::SetAside`].
    pub async fn take(&self, id: &Id) -> Result<KeptTake, StoreError> {
        let mut connection = self.readers().acquire().await?;
        find(&mut connection, id).await
    }

    /// The take a setup has of a frame with these contents, and whether it is deleted.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn take_of_frame(&self, of: &Id, hash: &str) -> Result<Option<(Id, bool)>, StoreError> {
        let key = of.as_str();
        let row = sqlx::query!(
            "SELECT id, deleted_at FROM take WHERE hash = ? AND setup_id = ? ORDER BY deleted_at IS NOT NULL LIMIT 1",
            hash,
            key
        )
        .fetch_optional(self.readers())
        .await?;
        row.map(|row| Ok((read_id(&row.id)?, row.deleted_at.is_some()))).transpose()
    }

    /// Whether any setup has or had a take of a frame with these contents, deleted ones counted until they are gone for good.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn knows_frame(&self, hash: &str) -> Result<bool, StoreError> {
        let row = sqlx::query!("SELECT 1 AS there FROM take WHERE hash = ? LIMIT 1", hash)
            .fetch_optional(self.readers())
            .await?;
        Ok(row.is_some())
    }

    /// Saves a changed take, if nobody changed it since `version`.
    ///
    /// # Errors
    /// [`StoreError::Fields`], [`StoreError::Stale`] with the newer one, [`StoreError::NotFound`].
    pub async fn keep_take(&self, id: &Id, take: &Take, version: i64) -> Result<KeptTake, StoreError> {
        take.check().map_err(StoreError::Fields)?;
        let mut writing = self.begin().await?;
        let done = keep(writing.on()?, id, take, version).await;
        self.end(writing, done, changed).await
    }

    /// A page of a job's log, the latest first; what is set aside is not in it.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn takes(&self, job: &Id, sought: &SoughtTakes) -> Result<TakePage, StoreError> {
        let mut connection = self.readers().acquire().await?;
        let (key, setup) = (job.as_str(), sought.setup.as_ref().map(Id::as_str));
        let choice = sought.choice.map(word_of);
        let words = all_words(&sought.words);
        // After everything there is, where no page was before.
        let from = sought.from.as_deref().and_then(|from| from.split_once('~')).unwrap_or(("~", "~"));
        let most = sought.most.clamp(1, 200);
        let one_more = most + 1;
        let mut rows = sqlx::query!(
            r#"SELECT id, job_id, setup_id, at, body, schema, version FROM take
               WHERE deleted_at IS NULL AND job_id = ?1 AND (at, id) < (?2, ?3)
                 AND (?4 IS NULL OR setup_id = ?4) AND (?5 IS NULL OR choice = ?5)
                 AND instr(told, ?6) > 0 AND instr(told, ?7) > 0 AND instr(told, ?8) > 0 AND instr(told, ?9) > 0
               ORDER BY at DESC, id DESC LIMIT ?10"#,
            key,
            from.0,
            from.1,
            setup,
            choice,
            words[0],
            words[1],
            words[2],
            words[3],
            one_more
        )
        .fetch_all(&mut *connection)
        .await?;
        let next = (rows.len() as i64 > most).then(|| {
            rows.truncate(most as usize);
            rows.last().map(|row| format!("{}~{}", row.at, row.id))
        });
        let all = sqlx::query!("SELECT count(*) AS count FROM take WHERE job_id = ? AND deleted_at IS NULL", key)
            .fetch_one(&mut *connection)
            .await?
            .count;
        let takes = rows.into_iter().map(|row| {
            Ok(KeptTake {
                take: read(&row.id, row.schema, &row.body)?,
                id: read_id(&row.id)?,
                job: read_id(&row.job_id)?,
                setup: read_id(&row.setup_id)?,
                at: row.at,
                version: row.version,
            })
        });
        Ok(TakePage { takes: kit::readable(takes)?, next: next.flatten(), all })
    }

    /// Takes in takes of a job's setups, all of them or none; a frame that a setup has already is left out. Gives how many came in.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] for a setup that is not the job's, [`StoreError::Fields`].
    pub async fn import_takes(&self, job: &Id, takes: &[FiledTake]) -> Result<u64, StoreError> {
        let mut writing = self.begin().await?;
        let done = take_in(writing.on()?, job, takes).await;
        self.end(writing, done, |_| Changed::Takes { job: job.clone() }).await
    }

    /// Changes many takes of a job, all of them or none; those that are not there are left out. Gives how many.
    ///
    /// # Errors
    /// [`StoreError::Full`] where there are too many at once, [`StoreError`].
    pub async fn change_takes(&self, job: &Id, ids: &[Id], many: &Many) -> Result<u64, StoreError> {
        if ids.len() > MOST_AT_ONCE {
            return Err(StoreError::Full { place: "change", most: MOST_AT_ONCE });
        }
        let mut writing = self.begin().await?;
        let done = change(writing.on()?, job, ids, many).await;
        self.end(writing, done, |_| Changed::Takes { job: job.clone() }).await
    }
}

fn changed(kept: &KeptTake) -> Changed {
    Changed::Takes { job: kept.job.clone() }
}
