//! What takes teach: the takes to learn from, and corrections put in force.

use crate::body::{Row, read_id};
use crate::{Changed, KeptTake, StoreError, Studio, kit, settings, setup, take};
use serde::{Deserialize, Serialize};
use sqlx::SqliteConnection;
use tolva_core::format::BodyKind;
use tolva_core::learn::{is_of_frames, shifted};
use tolva_core::quantity::{Id, Learnt, Stops};
use tolva_core::take::Learnable;
use utoipa::ToSchema;

/// A correction to put in force, or to take back.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize, ToSchema)]
#[serde(deny_unknown_fields)]
pub struct LearntPut {
    /// Of what.
    pub of: Learnable,
    /// What is learnt; none takes it back.
    pub learnt: Option<Learnt>,
}

/// Corrections put in force at once.
const MOST_AT_ONCE: usize = 100;

impl Studio {
    /// The newest takes of all jobs that are there, the newest first; what is set aside is not among them.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn taught(&self, most: i64) -> Result<Vec<KeptTake>, StoreError> {
        let mut connection = self.readers().acquire().await?;
        let rows = sqlx::query!(
            r#"SELECT id, job_id, setup_id, at, body, schema, version FROM take
               WHERE deleted_at IS NULL
                 AND EXISTS (SELECT 1 FROM job WHERE job.id = take.job_id AND job.deleted_at IS NULL)
               ORDER BY at DESC, id DESC LIMIT ?"#,
            most
        )
        .fetch_all(&mut *connection)
        .await?;
        kit::readable(rows.into_iter().map(|row| {
            Ok(KeptTake {
                take: take::read(&row.id, row.schema, &row.body)?,
                id: read_id(&row.id)?,
                job: read_id(&row.job_id)?,
                setup: read_id(&row.setup_id)?,
                at: row.at,
                version: row.version,
            })
        }))
    }

    /// Puts corrections in force, all of them or none, and gives what was in force before. Setups that go by what frames told are moved
    /// with their body and lens.
    ///
    /// # Errors
    /// [`StoreError::Fields`], [`StoreError::NotFound`] for what is not in the kit, [`StoreError::Full`] where there are too many.
    pub async fn put_learnt(&self, put: &[LearntPut]) -> Result<Vec<LearntPut>, StoreError> {
        if put.len() > MOST_AT_ONCE {
            return Err(StoreError::Full { place: "change", most: MOST_AT_ONCE });
        }
        let mut writing = self.begin().await?;
        let done = put_all(writing.on()?, put).await;
        self.end(writing, done, |_| Changed::All).await
    }
}

async fn put_all(connection: &mut SqliteConnection, put: &[LearntPut]) -> Result<Vec<LearntPut>, StoreError> {
    let mut before = Vec::with_capacity(put.len());
    for LearntPut { of, learnt } in put {
        let was = match of.id() {
            Some(id) => put_on_thing(&mut *connection, of, id, *learnt).await?,
            None => settings::put_learnt(&mut *connection, of, *learnt).await?,
        };
        let by = Stops::of(Learnt::more_of(*learnt) - Learnt::more_of(was));
        if matches!(of, Learnable::Body { .. } | Learnable::Lens { .. }) && by.stops() != 0.0 {
            shift(&mut *connection, of, by).await?;
        }
        before.push(LearntPut { of: of.clone(), learnt: was });
    }
    Ok(before)
}

/// Puts a correction on a thing of the kit, and gives what was there.
async fn put_on_thing(
    connection: &mut SqliteConnection,
    of: &Learnable,
    id: &Id,
    learnt: Option<Learnt>,
) -> Result<Option<Learnt>, StoreError> {
    let items = kit::items(&mut *connection).await?;
    let kept = items.into_iter().find(|kept| kept.item.id() == id && part_of(of) == kept.item.kind());
    let Some(kept) = kept else { return Err(StoreError::NotFound { kind: part_of(of), id: id.clone() }) };
    let was = kept.item.learnt(of.learns());
    let item = kept.item.with_learnt(of.learns(), learnt);
    item.check().map_err(StoreError::Fields)?;
    kit::keep(connection, item, kept.version).await?;
    Ok(was)
}

/// The kind of thing a part is, as the kit has it.
const fn part_of(of: &Learnable) -> &'static str {
    match of {
        Learnable::Body { .. } | Learnable::OwnMeter { .. } => "camera",
        Learnable::Lens { .. } => "lens",
        Learnable::Flash { .. } | Learnable::Recharge { .. } | Learnable::Pops { .. } => "flash",
        Learnable::Modifier { .. } => "modifier",
        Learnable::Gel { .. } => "gel",
        Learnable::Meter | Learnable::Hand | Learnable::Forecast { .. } => "setting",
    }
}

/// Moves what frames told in every setup with this body or lens, deleted ones too, as they may come back.
async fn shift(connection: &mut SqliteConnection, of: &Learnable, by: Stops) -> Result<(), StoreError> {
    let Some(key) = of.id().map(Id::as_str) else { return Ok(()) };
    let rows = sqlx::query!(
        "SELECT id, name, schema, body FROM setup JOIN setup_kit ON setup_kit.setup_id = setup.id WHERE setup_kit.kit_id = ?",
        key
    )
    .fetch_all(&mut *connection)
    .await?;
    let all = kit::whole(&mut *connection).await?;
    let read = rows.into_iter().map(|row| {
        let setup = Row { kind: BodyKind::Setup, id: &row.id, name: &row.name, schema: row.schema }.read(&row.body)?;
        Ok((read_id(&row.id)?, setup))
    });
    for (id, stands) in kit::readable(read)? {
        if is_of_frames(of, &stands)
            && let Some(moved) = shifted(&stands, by)
        {
            setup::revise(&mut *connection, &id, &moved, &all).await?;
        }
    }
    Ok(())
}
