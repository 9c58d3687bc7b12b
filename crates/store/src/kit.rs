use crate::body::{Row, SCHEMA, read_id, write};
use crate::error::Newer;
use crate::studio::new_id;
use crate::{Changed, StoreError, Studio};
use serde::Serialize;
use sqlx::SqliteConnection;
use tolva_core::format::BodyKind;
use tolva_core::kit::{Kit, KitItem};
use tolva_core::quantity::Id;
use tolva_core::quantity::limits::KIT_ITEMS;
use utoipa::ToSchema;

/// A thing of the kit as it is kept.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
pub struct KeptItem {
    /// The thing.
    pub item: KitItem,
    /// Goes up with every save.
    pub version: i64,
}

impl Studio {
    /// Everything in the kit, in order; what is set aside is not among it.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn kit(&self) -> Result<Kit, StoreError> {
        Ok(Kit { items: self.kit_items().await?.into_iter().map(|kept| kept.item).collect() })
    }

    /// Everything in the kit with its versions; what is set aside is not among it.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn kit_items(&self) -> Result<Vec<KeptItem>, StoreError> {
        let mut connection = self.readers().acquire().await?;
        items(&mut connection).await
    }

    /// Adds a thing under a new id.
    ///
    /// # Errors
    /// [`StoreError::Fields`] when it does not pass its check, [`StoreError::Full`] when no more fit.
    pub async fn add_kit_item(&self, item: KitItem) -> Result<KeptItem, StoreError> {
        item.check().map_err(StoreError::Fields)?;
        let item = item.with_id(new_id()?);
        let mut writing = self.begin().await?;
        let done = match room(writing.on()?, 1).await {
            Ok(()) => insert(writing.on()?, &item).await,
            Err(full) => Err(full),
        };
        self.end(writing, done.map(|()| KeptItem { item, version: 1 }), |_| Changed::Kit).await
    }

    /// Saves a changed thing, if nobody changed it since `version`. Setups that it no longer fits are kept as they are.
    ///
    /// # Errors
    /// [`StoreError::Fields`], [`StoreError::Stale`] with the newer one, [`StoreError::NotFound`].
    pub async fn keep_kit_item(&self, item: KitItem, version: i64) -> Result<KeptItem, StoreError> {
        item.check().map_err(StoreError::Fields)?;
        let mut writing = self.begin().await?;
        let done = keep(writing.on()?, item, version).await;
        self.end(writing, done, |_| Changed::Kit).await
    }

    /// Deletes a thing that no setup uses. It can be brought back.
    ///
    /// # Errors
    /// [`StoreError::InUse`] with the setups' names, [`StoreError::NotFound`].
    pub async fn delete_kit_item(&self, id: &Id) -> Result<(), StoreError> {
        let mut writing = self.begin().await?;
        let done = delete(writing.on()?, id).await;
        self.end(writing, done, |()| Changed::Kit).await
    }

    /// Brings a deleted thing back.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not among the deleted, [`StoreError::Full`].
    pub async fn restore_kit_item(&self, id: &Id) -> Result<(), StoreError> {
        let mut writing = self.begin().await?;
        let done = restore(writing.on()?, id).await;
        self.end(writing, done, |()| Changed::Kit).await
    }
}

/// The things of the kit that read.
pub(crate) async fn items(connection: &mut SqliteConnection) -> Result<Vec<KeptItem>, StoreError> {
    let rows = sqlx::query!(
        "SELECT id, name, schema, body, version FROM kit_item WHERE deleted_at IS NULL ORDER BY position, id"
    )
    .fetch_all(connection)
    .await?;
    let read = rows.into_iter().map(|row| {
        let item =
            Row { kind: BodyKind::KitItem, id: &row.id, name: &row.name, schema: row.schema }.read_item(&row.body)?;
        Ok(KeptItem { item, version: row.version })
    });
    readable(read)
}

/// What reads of a list; what is set aside is left out, any other trouble is told.
pub(crate) fn readable<T>(all: impl Iterator<Item = Result<T, StoreError>>) -> Result<Vec<T>, StoreError> {
    all.filter(|one| !matches!(one, Err(StoreError::SetAside(_)))).collect()
}

/// The kit as it stands inside a transaction.
pub(crate) async fn whole(connection: &mut SqliteConnection) -> Result<Kit, StoreError> {
    Ok(Kit { items: items(connection).await?.into_iter().map(|kept| kept.item).collect() })
}

/// Whether so many more things fit.
pub(crate) async fn room(connection: &mut SqliteConnection, more: usize) -> Result<(), StoreError> {
    let row =
        sqlx::query!("SELECT count(*) AS count FROM kit_item WHERE deleted_at IS NULL").fetch_one(connection).await?;
    if row.count as f64 + more as f64 > KIT_ITEMS.max {
        return Err(StoreError::Full { place: "kit", most: KIT_ITEMS.max as usize });
    }
    Ok(())
}

pub(crate) async fn keep(
    connection: &mut SqliteConnection,
    item: KitItem,
    version: i64,
) -> Result<KeptItem, StoreError> {
    let id = item.id().as_str();
    let row =
        sqlx::query!("SELECT version, kind, name, schema, body FROM kit_item WHERE id = ? AND deleted_at IS NULL", id)
            .fetch_optional(&mut *connection)
            .await?
            .filter(|row| row.kind == item.kind());
    let Some(row) = row else { return Err(StoreError::NotFound { kind: item.kind(), id: item.id().clone() }) };
    if row.version != version {
        let newer = Row { kind: BodyKind::KitItem, id, name: &row.name, schema: row.schema }.read_item(&row.body)?;
        return Err(StoreError::stale(Newer::Item { kept: Box::new(KeptItem { item: newer, version: row.version }) }));
    }
    let before = Row { kind: BodyKind::KitItem, id, name: &row.name, schema: row.schema }.read_item(&row.body)?;
    let item = item.clone().changed_from(&before);
    let (body, name, next) = (write(id, &item)?, item.name().as_str(), version + 1);
    sqlx::query!(
        "UPDATE kit_item SET body = ?, name = ?, schema = ?, version = ? WHERE id = ?",
        body,
        name,
        SCHEMA,
        next,
        id
    )
    .execute(connection)
    .await?;
    Ok(KeptItem { item, version: next })
}

async fn delete(connection: &mut SqliteConnection, id: &Id) -> Result<(), StoreError> {
    let key = id.as_str();
    let row = sqlx::query!("SELECT name FROM kit_item WHERE id = ? AND deleted_at IS NULL", key)
        .fetch_optional(&mut *connection)
        .await?;
    let Some(row) = row else { return Err(StoreError::NotFound { kind: "thing in the kit", id: id.clone() }) };
    let users = sqlx::query!(
        "SELECT setup.name FROM setup_kit JOIN setup ON setup.id = setup_id JOIN job ON job.id = setup.job_id
         WHERE kit_id = ? AND setup.deleted_at IS NULL AND job.deleted_at IS NULL ORDER BY 1 LIMIT 5",
        key
    )
    .fetch_all(&mut *connection)
    .await?;
    if !users.is_empty() {
        return Err(StoreError::InUse { name: row.name, setups: users.into_iter().map(|user| user.name).collect() });
    }
    sqlx::query!("UPDATE kit_item SET deleted_at = datetime('now') WHERE id = ?", key).execute(connection).await?;
    Ok(())
}

async fn restore(connection: &mut SqliteConnection, id: &Id) -> Result<(), StoreError> {
    room(&mut *connection, 1).await?;
    let key = id.as_str();
    let done = sqlx::query!("UPDATE kit_item SET deleted_at = NULL WHERE id = ? AND deleted_at IS NOT NULL", key)
        .execute(connection)
        .await?;
    if done.rows_affected() == 0 {
        return Err(StoreError::NotFound { kind: "deleted thing", id: id.clone() });
    }
    Ok(())
}

/// Adds a thing under its own id at the end of the list.
pub(crate) async fn insert(connection: &mut SqliteConnection, item: &KitItem) -> Result<(), StoreError> {
    let (id, kind, name) = (item.id().as_str(), item.kind(), item.name().as_str());
    let body = write(id, item)?;
    sqlx::query!(
        "INSERT INTO kit_item (id, kind, name, body, schema, position)
         VALUES (?, ?, ?, ?, ?, (SELECT coalesce(max(position), 0) + 1 FROM kit_item))",
        id,
        kind,
        name,
        body,
        SCHEMA
    )
    .execute(connection)
    .await?;
    Ok(())
}

/// Adds what the kit lacks; a thing that was deleted comes back as it was. Names of what was added and what was there.
pub(crate) async fn add_missing(
    connection: &mut SqliteConnection,
    given: &Kit,
) -> Result<(Vec<String>, Vec<String>), StoreError> {
    let (mut added, mut kept) = (Vec::new(), Vec::new());
    for item in &given.items {
        let (id, name) = (item.id().as_str(), item.name().to_string());
        let there =
            sqlx::query!("SELECT deleted_at FROM kit_item WHERE id = ?", id).fetch_optional(&mut *connection).await?;
        match there {
            None => {
                room(&mut *connection, 1).await?;
                insert(&mut *connection, item).await?;
                added.push(name);
            }
            Some(row) => {
                if row.deleted_at.is_some() {
                    restore(&mut *connection, &read_id(id)?).await?;
                }
                kept.push(name);
            }
        }
    }
    Ok((added, kept))
}
