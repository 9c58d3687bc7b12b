mod rows;

use crate::body::{Row, SCHEMA, read_id, write};
use crate::error::Newer;
use crate::studio::new_id;
use crate::{Changed, StoreError, Studio, day, kit, setup};
use serde::Serialize;
use sqlx::SqliteConnection;
use tolva_core::format::{BodyKind, Brief};
use tolva_core::quantity::{Id, Name};
use tolva_core::setup::Standby;
use utoipa::ToSchema;

use rows::{brief, summary, told};
pub(crate) use rows::{find, insert, one_row, summaries};

/// A setup in a list.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct SetupSummary {
    /// Its id.
    pub id: Id,
    /// Its name.
    pub name: String,
    /// When it is made in place of the one before it; none where it is made anyway.
    pub standby: Option<Standby>,
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

/// When a job is.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, ToSchema)]
pub struct JobDate {
    /// Its id.
    pub id: Id,
    /// Its name.
    pub name: String,
    /// Its date.
    pub date: String,
}

/// A page of the list of jobs.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct JobPage {
    /// The jobs, the newest made first.
    pub jobs: Vec<JobSummary>,
    /// Where the next page begins; none after the last.
    pub next: Option<i64>,
}

/// Which jobs are wanted.
#[derive(Debug, Clone, Default, PartialEq, Eq)]
pub struct Sought {
    /// Words of name, client, place or date; all jobs without.
    pub words: String,
    /// Where the page begins: the `next` of the page before.
    pub from: Option<i64>,
    /// How many at most.
    pub most: i64,
}

impl Studio {
    /// A page of jobs, the newest made first; what is set aside is not among them.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn jobs(&self, sought: &Sought) -> Result<JobPage, StoreError> {
        let mut connection = self.readers().acquire().await?;
        let (from, most) = (sought.from.unwrap_or(i64::MAX), sought.most.clamp(1, 200));
        let one_more = most + 1;
        // Every word has to be there, in any order.
        let words: Vec<String> = sought.words.to_lowercase().split_whitespace().take(8).map(str::to_owned).collect();
        let words = write("the search", &words)?;
        let mut rows = sqlx::query!(
            r#"SELECT id, name, body, schema, version, position FROM job
               WHERE deleted_at IS NULL AND position < ?
                 AND NOT EXISTS (SELECT 1 FROM json_each(?) AS word WHERE instr(job.told, word.value) = 0)
               ORDER BY position DESC LIMIT ?"#,
            from,
            words,
            one_more
        )
        .fetch_all(&mut *connection)
        .await?;
        let next = (rows.len() as i64 > most).then(|| {
            rows.truncate(most as usize);
            rows.last().map(|row| row.position)
        });
        let ids = write("the list", &rows.iter().map(|row| row.id.as_str()).collect::<Vec<_>>())?;
        let setups = sqlx::query!(
            r#"SELECT job_id, id, name, json_extract(body, '$.standby') AS "standby?: String" FROM setup
               WHERE deleted_at IS NULL AND job_id IN (SELECT value FROM json_each(?)) ORDER BY position, id"#,
            ids
        )
        .fetch_all(&mut *connection)
        .await?;
        let jobs = rows.into_iter().map(|row| {
            let own = setups.iter().filter(|setup| setup.job_id == row.id);
            let setups = own.map(|one| summary(&one.id, &one.name, one.standby.as_deref()));
            Ok(JobSummary {
                job: brief(&row.id, &row.name, row.schema, &row.body)?,
                id: read_id(&row.id)?,
                version: row.version,
                setups: setups.collect::<Result<_, StoreError>>()?,
            })
        });
        Ok(JobPage { jobs: kit::readable(jobs)?, next: next.flatten() })
    }

    /// One job with its setups.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], [`StoreError::SetAside`].
    pub async fn job(&self, id: &Id) -> Result<JobSummary, StoreError> {
        let mut connection = self.readers().acquire().await?;
        let Job { id, job, version } = find(&mut connection, id).await?;
        let setups = summaries(&mut connection, &id).await?;
        Ok(JobSummary { id, job, version, setups })
    }

    /// The job that comes next: the earliest of a day, as YYYY-MM-DD, or later; none where nothing comes.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn next_job(&self, on: &str) -> Result<Option<JobSummary>, StoreError> {
        let mut connection = self.readers().acquire().await?;
        let row = sqlx::query!(
            "SELECT id FROM job WHERE deleted_at IS NULL AND json_extract(body, '$.date') >= ?
             ORDER BY json_extract(body, '$.date'), position LIMIT 1",
            on
        )
        .fetch_optional(&mut *connection)
        .await?;
        drop(connection);
        match row {
            Some(row) => self.job(&read_id(&row.id)?).await.map(Some),
            None => Ok(None),
        }
    }

    /// Every job that has a date, by its date.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn job_dates(&self) -> Result<Vec<JobDate>, StoreError> {
        let mut connection = self.readers().acquire().await?;
        let rows = sqlx::query!(
            r#"SELECT id, name, json_extract(body, '$.date') AS "date!: String" FROM job
               WHERE deleted_at IS NULL AND coalesce(json_extract(body, '$.date'), '') <> ''
               ORDER BY json_extract(body, '$.date'), position"#
        )
        .fetch_all(&mut *connection)
        .await?;
        rows.into_iter().map(|row| Ok(JobDate { id: read_id(&row.id)?, name: row.name, date: row.date })).collect()
    }

    /// Makes a job.
    ///
    /// # Errors
    /// [`StoreError::Fields`].
    pub async fn add_job(&self, job: Brief) -> Result<Job, StoreError> {
        job.check().map_err(StoreError::Fields)?;
        let id = new_id()?;
        let mut writing = self.begin().await?;
        let done = insert(writing.on()?, &id, &job).await.map(|()| Job { id, job, version: 1 });
        self.end(writing, done, |made| Changed::Job { id: made.id.clone() }).await
    }

    /// Saves a changed job, if nobody changed it since `version`.
    ///
    /// # Errors
    /// [`StoreError::Fields`], [`StoreError::Stale`] with the newer one, [`StoreError::NotFound`].
    pub async fn keep_job(&self, id: &Id, job: Brief, version: i64) -> Result<Job, StoreError> {
        job.check().map_err(StoreError::Fields)?;
        let mut writing = self.begin().await?;
        let done = keep(writing.on()?, id, job, version).await;
        self.end(writing, done, |kept| Changed::Job { id: kept.id.clone() }).await
    }

    /// Deletes a job with its setups. It can be brought back.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub async fn delete_job(&self, id: &Id) -> Result<(), StoreError> {
        let key = id.as_str();
        let mut writing = self.begin().await?;
        let done = sqlx::query!("UPDATE job SET deleted_at = datetime('now') WHERE id = ? AND deleted_at IS NULL", key)
            .execute(writing.on()?)
            .await;
        let done = one_row(done, "job", id);
        self.end(writing, done, |()| Changed::Job { id: id.clone() }).await
    }

    /// Brings a deleted job back.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not among the deleted.
    pub async fn restore_job(&self, id: &Id) -> Result<(), StoreError> {
        let key = id.as_str();
        let mut writing = self.begin().await?;
        let done = sqlx::query!("UPDATE job SET deleted_at = NULL WHERE id = ? AND deleted_at IS NOT NULL", key)
            .execute(writing.on()?)
            .await;
        let done = one_row(done, "deleted job", id);
        self.end(writing, done, |()| Changed::Job { id: id.clone() }).await
    }

    /// Copies a job with its setups under new ids.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub async fn duplicate_job(&self, id: &Id) -> Result<Job, StoreError> {
        let mut writing = self.begin().await?;
        let done = duplicate(writing.on()?, id).await;
        self.end(writing, done, |made| Changed::Job { id: made.id.clone() }).await
    }

    /// Puts the setups of a job into another order.
    ///
    /// # Errors
    /// [`StoreError::Order`] unless each setup is named once, and unless the order is still `from`, where that is said.
    pub async fn order_setups(&self, id: &Id, order: &[Id], from: Option<&[Id]>) -> Result<(), StoreError> {
        let mut writing = self.begin().await?;
        let done = put_in_order(writing.on()?, id, order, from).await;
        self.end(writing, done, |()| Changed::Job { id: id.clone() }).await
    }
}

async fn keep(connection: &mut SqliteConnection, id: &Id, job: Brief, version: i64) -> Result<Job, StoreError> {
    let kept = find(&mut *connection, id).await?;
    if kept.version != version {
        return Err(StoreError::stale(Newer::Job { kept: Box::new(kept) }));
    }
    let (key, name, told) = (id.as_str(), job.name.as_str(), told(&job));
    let (body, next) = (write(key, &job)?, version + 1);
    sqlx::query!(
        "UPDATE job SET body = ?, name = ?, told = ?, schema = ?, version = ? WHERE id = ?",
        body,
        name,
        told,
        SCHEMA,
        next,
        key
    )
    .execute(connection)
    .await?;
    Ok(Job { id: id.clone(), job, version: next })
}

async fn duplicate(connection: &mut SqliteConnection, id: &Id) -> Result<Job, StoreError> {
    let source = find(&mut *connection, id).await?;
    let job = Brief { name: copied(&source.job.name)?, ..source.job };
    let copy = new_id()?;
    let kit = kit::whole(&mut *connection).await?;
    insert(&mut *connection, &copy, &job).await?;
    if let Some(day) = day::find(&mut *connection, id).await?.day {
        day::put(&mut *connection, &copy, &day, 1).await?;
    }
    for (_, setup) in setup::of_job(&mut *connection, id).await? {
        setup::insert(&mut *connection, &new_id()?, &copy, &setup, &kit).await?;
    }
    Ok(Job { id: copy, job, version: 1 })
}

async fn put_in_order(
    connection: &mut SqliteConnection,
    id: &Id,
    order: &[Id],
    from: Option<&[Id]>,
) -> Result<(), StoreError> {
    find(&mut *connection, id).await?;
    let there: Vec<Id> = summaries(&mut *connection, id).await?.into_iter().map(|setup| setup.id).collect();
    let sorted = |ids: &[Id]| {
        let mut ids = ids.to_vec();
        ids.sort();
        ids
    };
    if sorted(&there) != sorted(order) || from.is_some_and(|from| from != there) {
        return Err(StoreError::Order);
    }
    put_positions(connection, order).await
}

/// Gives setups their places, one after the other.
pub(crate) async fn put_positions(connection: &mut SqliteConnection, order: &[Id]) -> Result<(), StoreError> {
    for (index, setup) in order.iter().enumerate() {
        let (position, key) = (index as i64 + 1, setup.as_str());
        sqlx::query!("UPDATE setup SET position = ? WHERE id = ?", position, key).execute(&mut *connection).await?;
    }
    Ok(())
}

/// The name of a copy, cut where it would not fit.
pub(crate) fn copied(name: &Name) -> Result<Name, StoreError> {
    let start: String = name.as_str().chars().take(113).collect();
    Name::new(&format!("{start}, copy")).map_err(|_| StoreError::Unwritable { what: start })
}
