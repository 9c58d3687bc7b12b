use crate::body::{Row, SCHEMA, write};
use crate::error::Newer;
use crate::{Changed, StoreError, Studio, job, kit, setup};
use serde::{Deserialize, Serialize};
use sqlx::SqliteConnection;
use tolva_core::FieldError;
use tolva_core::day::{Day, check_slot};
use tolva_core::format::BodyKind;
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
    /// The slot it is moved from; where it is another by now, nothing is moved. Any, without it.
    #[serde(default, skip_serializing_if = "Option::is_none", with = "told")]
    #[schema(value_type = Option<Slot>)]
    pub from: Option<Option<Slot>>,
}

/// A field that may be absent, or there and null.
mod told {
    use serde::{Deserialize, Deserializer, Serialize, Serializer};

    pub(super) fn serialize<T: Serialize, S: Serializer>(value: &Option<Option<T>>, to: S) -> Result<S::Ok, S::Error> {
        value.as_ref().and_then(Option::as_ref).serialize(to)
    }

    pub(super) fn deserialize<'de, T, D>(from: D) -> Result<Option<Option<T>>, D::Error>
    where
        T: Deserialize<'de>,
        D: Deserializer<'de>,
    {
        Option::<T>::deserialize(from).map(Some)
    }
}

impl Studio {
    /// The day of a job.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] without such a job.
    pub async fn day(&self, id: &Id) -> Result<KeptDay, StoreError> {
        let mut connection = self.readers().acquire().await?;
        job::find(&mut connection, id).await?;
        find(&mut connection, id).await
    }

    /// Saves a job's day, if nobody changed it since `version`.
    ///
    /// # Errors
    /// [`StoreError::Fields`], [`StoreError::Stale`] with the newer one, [`StoreError::NotFound`].
    pub async fn keep_day(&self, id: &Id, day: Day, version: i64) -> Result<KeptDay, StoreError> {
        day.check().map_err(StoreError::Fields)?;
        let mut writing = self.begin().await?;
        let done = keep(writing.on()?, id, day, version).await;
        self.end(writing, done, |_| Changed::Day { id: id.clone() }).await
    }

    /// Places setups on their day, all of them or none; each is a step of its setup's own history. Gives what they were
    /// before, so that it can be undone.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] for a setup that is not the job's; [`StoreError::Fields`];
    /// [`StoreError::PlacedElsewhere`] where one no longer stands where it is moved from.
    pub async fn place_setups(&self, id: &Id, placed: &[PlacedSetup]) -> Result<Vec<PlacedSetup>, StoreError> {
        let mut writing = self.begin().await?;
        let done = place(writing.on()?, id, placed).await;
        self.end(writing, done, |_| Changed::Day { id: id.clone() }).await
    }
}

async fn keep(connection: &mut SqliteConnection, id: &Id, day: Day, version: i64) -> Result<KeptDay, StoreError> {
    job::find(&mut *connection, id).await?;
    let kept = find(&mut *connection, id).await?;
    if kept.version != version {
        return Err(StoreError::stale(Newer::Day { kept: Box::new(kept) }));
    }
    put(connection, id, &day, version + 1).await?;
    Ok(KeptDay { day: Some(day), version: version + 1 })
}

async fn place(
    connection: &mut SqliteConnection,
    id: &Id,
    placed: &[PlacedSetup],
) -> Result<Vec<PlacedSetup>, StoreError> {
    let of = job::find(&mut *connection, id).await?;
    let day = find(&mut *connection, id).await?.day;
    let kit = kit::whole(&mut *connection).await?;
    let mut before = Vec::new();
    for (index, one) in placed.iter().enumerate() {
        let kept = setup::find(&mut *connection, &one.setup).await?;
        if kept.job_id != *id {
            return Err(StoreError::NotFound { kind: "setup", id: one.setup.clone() });
        }
        if one.from.as_ref().is_some_and(|from| *from != kept.setup.slot) {
            return Err(StoreError::PlacedElsewhere { name: kept.setup.name.to_string() });
        }
        before.push(PlacedSetup {
            setup: one.setup.clone(),
            slot: kept.setup.slot.clone(),
            from: Some(one.slot.clone()),
        });
        let setup = Setup { slot: one.slot.clone(), ..kept.setup.clone() };
        if setup == kept.setup {
            continue;
        }
        check_slot(&setup, of.job.date.as_str(), day.as_ref())
            .and_then(|()| setup.check_alone())
            .map_err(|errors| StoreError::Fields(at_slot(index, errors)))?;
        setup::revise(&mut *connection, &one.setup, &setup, &kit).await?;
    }
    Ok(before)
}

/// Problems of a setup, where its slot stands in the list that was sent.
fn at_slot(index: usize, errors: Vec<FieldError>) -> Vec<FieldError> {
    let moved = |error: FieldError| FieldError { field: format!("/{index}{}", error.field), ..error };
    errors.into_iter().map(moved).collect()
}

/// The day of a job; without one where none was chosen.
pub(crate) async fn find(connection: &mut SqliteConnection, job: &Id) -> Result<KeptDay, StoreError> {
    let key = job.as_str();
    let row = sqlx::query!(
        "SELECT job.name, day.body, day.schema, day.version FROM day JOIN job ON job.id = job_id WHERE job_id = ?",
        key
    )
    .fetch_optional(connection)
    .await?;
    let Some(row) = row else { return Ok(KeptDay { day: None, version: 0 }) };
    let day = read(key, &row.name, row.schema, &row.body)?;
    Ok(KeptDay { day: Some(day), version: row.version })
}

/// Reads a kept day.
pub(crate) fn read(job: &str, name: &str, schema: i64, body: &str) -> Result<Day, StoreError> {
    Row { kind: BodyKind::Day, id: job, name, schema }.read(body)
}

pub(crate) async fn put(
    connection: &mut SqliteConnection,
    job: &Id,
    day: &Day,
    version: i64,
) -> Result<(), StoreError> {
    let key = job.as_str();
    let body = write(key, day)?;
    sqlx::query!(
        "INSERT INTO day (job_id, body, schema, version) VALUES (?, ?, ?, ?)
         ON CONFLICT (job_id) DO UPDATE SET body = excluded.body, schema = excluded.schema, version = excluded.version",
        key,
        body,
        SCHEMA,
        version
    )
    .execute(connection)
    .await?;
    Ok(())
}
