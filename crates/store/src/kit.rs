use crate::error::{read, write};
use crate::studio::new_id;
use crate::{StoreError, Studio};
use serde::Serialize;
use sqlx::{Sqlite, Transaction};
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
    /// Everything in the kit, in order.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn kit(&self) -> Result<Kit, StoreError> {
        Ok(Kit { items: self.kit_items().await?.into_iter().map(|kept| kept.item).collect() })
    }

    /// Everything in the kit with its versions.
    ///
    /// # Errors
    /// [`StoreError`].
    pub async fn kit_items(&self) -> Result<Vec<KeptItem>, StoreError> {
        let rows: Vec<(String, String, i64)> =
            sqlx::query_as("SELECT id, body, version FROM kit_item WHERE deleted_at IS NULL ORDER BY position, id")
                .fetch_all(&self.pool)
                .await?;
        rows.into_iter().map(|(id, body, version)| Ok(KeptItem { item: read(&id, &body)?, version })).collect()
    }

    /// Adds a thing under a new id.
    ///
    /// # Errors
    /// [`StoreError::Fields`] when it does not pass its check, [`StoreError::Full`] when no more fit.
    pub async fn add_kit_item(&self, item: KitItem) -> Result<KeptItem, StoreError> {
        item.check().map_err(StoreError::Fields)?;
        let item = item.with_id(new_id()?);
        let mut tx = self.pool.begin().await?;
        let count: i64 =
            sqlx::query_scalar("SELECT count(*) FROM kit_item WHERE deleted_at IS NULL").fetch_one(&mut *tx).await?;
        if count as f64 >= KIT_ITEMS.max {
            return Err(StoreError::Full { place: "kit", most: KIT_ITEMS.max as usize });
        }
        insert(&mut tx, &item).await?;
        tx.commit().await?;
        Ok(KeptItem { item, version: 1 })
    }

    /// Saves a changed thing, if nobody changed it since `version`.
    ///
    /// # Errors
    /// [`StoreError::Fields`], [`StoreError::Stale`], [`StoreError::NotFound`].
    pub async fn keep_kit_item(&self, item: KitItem, version: i64) -> Result<KeptItem, StoreError> {
        item.check().map_err(StoreError::Fields)?;
        let id = item.id().clone();
        let kept: Option<(i64, String)> =
            sqlx::query_as("SELECT version, kind FROM kit_item WHERE id = ? AND deleted_at IS NULL")
                .bind(id.as_str())
                .fetch_optional(&self.pool)
                .await?;
        let Some((_, kind)) = kept else { return Err(StoreError::NotFound { kind: item.kind(), id }) };
        if kind != item.kind() {
            return Err(StoreError::NotFound { kind: item.kind(), id });
        }
        let done = sqlx::query("UPDATE kit_item SET body = ?, version = version + 1 WHERE id = ? AND version = ?")
            .bind(write(id.as_str(), &item)?)
            .bind(id.as_str())
            .bind(version)
            .execute(&self.pool)
            .await?;
        if done.rows_affected() == 0 {
            return Err(StoreError::Stale { kind: item.kind() });
        }
        Ok(KeptItem { item, version: version + 1 })
    }

    /// Deletes a thing that no setup uses. It can be brought back.
    ///
    /// # Errors
    /// [`StoreError::InUse`] with the setups' names, [`StoreError::NotFound`].
    pub async fn delete_kit_item(&self, id: &Id) -> Result<(), StoreError> {
        let mut tx = self.pool.begin().await?;
        let body: Option<String> = sqlx::query_scalar("SELECT body FROM kit_item WHERE id = ? AND deleted_at IS NULL")
            .bind(id.as_str())
            .fetch_optional(&mut *tx)
            .await?;
        let Some(body) = body else { return Err(StoreError::NotFound { kind: "thing in the kit", id: id.clone() }) };
        let setups: Vec<String> = sqlx::query_scalar(
            "SELECT json_extract(setup.body, '$.name') FROM setup_kit JOIN setup ON setup.id = setup_id
             WHERE kit_id = ? AND setup.deleted_at IS NULL ORDER BY 1 LIMIT 5",
        )
        .bind(id.as_str())
        .fetch_all(&mut *tx)
        .await?;
        if !setups.is_empty() {
            let item: KitItem = read(id.as_str(), &body)?;
            return Err(StoreError::InUse { name: item.name().to_string(), setups });
        }
        sqlx::query("UPDATE kit_item SET deleted_at = datetime('now') WHERE id = ?")
            .bind(id.as_str())
            .execute(&mut *tx)
            .await?;
        tx.commit().await?;
        Ok(())
    }

    /// Brings a deleted thing back.
    ///
    /// # Errors
    /// [`StoreError::NotFound`] when it is not among the deleted.
    pub async fn restore_kit_item(&self, id: &Id) -> Result<(), StoreError> {
        let done = sqlx::query("UPDATE kit_item SET deleted_at = NULL WHERE id = ? AND deleted_at IS NOT NULL")
            .bind(id.as_str())
            .execute(&self.pool)
            .await?;
        if done.rows_affected() == 0 {
            return Err(StoreError::NotFound { kind: "deleted thing", id: id.clone() });
        }
        Ok(())
    }
}

/// Adds a thing under its own id at the end of the list.
pub(crate) async fn insert(tx: &mut Transaction<'_, Sqlite>, item: &KitItem) -> Result<(), StoreError> {
    sqlx::query(
        "INSERT INTO kit_item (id, kind, body, position)
         VALUES (?, ?, ?, (SELECT coalesce(max(position), 0) + 1 FROM kit_item))",
    )
    .bind(item.id().as_str())
    .bind(item.kind())
    .bind(write(item.id().as_str(), item)?)
    .execute(&mut **tx)
    .await?;
    Ok(())
}
