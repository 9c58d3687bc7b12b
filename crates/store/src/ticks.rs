//! What is ticked on a job's field card.

use crate::job;
use crate::{Changed, StoreError, Studio};
use serde::{Deserialize, Serialize};
use sqlx::SqliteConnection;
use tolva_core::FieldError;
use tolva_core::quantity::Id;
use tolva_core::quantity::limits::TICK_LINE;
use utoipa::ToSchema;

/// Ticks a card holds: lines of a setup that is gone stay among them.
const MOST: usize = 4_000;

/// A line that is to be ticked, or not any more.
#[derive(Debug, Clone, PartialEq, Eq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct Tick {
    /// The line, as the card names it.
    pub line: String,
    /// Whether it is ticked.
    pub ticked: bool,
}

impl Studio {
    /// Lines that are ticked on a job's card.
    ///
    /// # Errors
    /// [`StoreError::NotFound`].
    pub async fn ticks(&self, id: &Id) -> Result<Vec<String>, StoreError> {
        let mut connection = self.readers().acquire().await?;
        job::find(&mut connection, id).await?;
        ticked(&mut connection, id).await
    }

    /// Ticks lines and takes ticks away, all of it or nothing; what is ticked then.
    ///
    /// # Errors
    /// [`StoreError::NotFound`], [`StoreError::Full`].
    pub async fn tick(&self, id: &Id, ticks: &[Tick]) -> Result<Vec<String>, StoreError> {
        let mut writing = self.begin().await?;
        let done = put(writing.on()?, id, ticks).await;
        self.end(writing, done, |_| Changed::Ticks { job: id.clone() }).await
    }
}

async fn ticked(connection: &mut SqliteConnection, id: &Id) -> Result<Vec<String>, StoreError> {
    let key = id.as_str();
    Ok(sqlx::query_scalar!("SELECT line FROM tick WHERE job_id = ? ORDER BY line", key).fetch_all(connection).await?)
}

async fn put(connection: &mut SqliteConnection, id: &Id, ticks: &[Tick]) -> Result<Vec<String>, StoreError> {
    job::find(&mut *connection, id).await?;
    let key = id.as_str();
    let wrong = ticks.iter().enumerate().filter_map(|(index, tick)| {
        let error = TICK_LINE.check(tick.line.len() as f64).err()?;
        Some(FieldError { field: format!("/ticks/{index}/line"), problem: error.into() })
    });
    let wrong: Vec<FieldError> = wrong.collect();
    if !wrong.is_empty() {
        return Err(StoreError::Fields(wrong));
    }
    for tick in ticks {
        let line = tick.line.as_str();
        if tick.ticked {
            sqlx::query!("INSERT INTO tick (job_id, line) VALUES (?, ?) ON CONFLICT DO NOTHING", key, line)
                .execute(&mut *connection)
                .await?;
        } else {
            sqlx::query!("DELETE FROM tick WHERE job_id = ? AND line = ?", key, line).execute(&mut *connection).await?;
        }
    }
    let now = ticked(connection, id).await?;
    if now.len() > MOST {
        return Err(StoreError::Full { place: "field card", most: MOST });
    }
    Ok(now)
}
