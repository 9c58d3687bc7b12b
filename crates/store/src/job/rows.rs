//! Jobs as rows.

use super::*;

/// That one row was found.
pub(crate) fn one_row(
    done: Result<sqlx::sqlite::SqliteQueryResult, sqlx::Error>,
    kind: &'static str,
    id: &Id,
) -> Result<(), StoreError> {
    if done?.rows_affected() == 0 { Err(StoreError::NotFound { kind, id: id.clone() }) } else { Ok(()) }
}

pub(super) fn brief(id: &str, name: &str, schema: i64, body: &str) -> Result<Brief, StoreError> {
    Row { kind: BodyKind::Brief, id, name, schema }.read(body)
}

/// One job that is not deleted.
pub(crate) async fn find(connection: &mut SqliteConnection, id: &Id) -> Result<Job, StoreError> {
    let key = id.as_str();
    let row = sqlx::query!("SELECT name, body, schema, version FROM job WHERE id = ? AND deleted_at IS NULL", key)
        .fetch_optional(connection)
        .await?;
    let Some(row) = row else { return Err(StoreError::NotFound { kind: "job", id: id.clone() }) };
    Ok(Job { id: id.clone(), job: brief(key, &row.name, row.schema, &row.body)?, version: row.version })
}

/// A setup in a list. What it stands by for is told from its body as it lies: none in a body that knows nothing of it yet.
pub(super) fn summary(id: &str, name: &str, standby: Option<&str>) -> Result<SetupSummary, StoreError> {
    let standby = standby.and_then(|word| serde_json::from_value(word.into()).ok());
    Ok(SetupSummary { id: read_id(id)?, name: name.to_owned(), standby })
}

/// The setups of a job, in shooting order.
pub(crate) async fn summaries(connection: &mut SqliteConnection, id: &Id) -> Result<Vec<SetupSummary>, StoreError> {
    let key = id.as_str();
    let rows = sqlx::query!(
        r#"SELECT id, name, json_extract(body, '$.standby') AS "standby?: String" FROM setup
               WHERE job_id = ? AND deleted_at IS NULL ORDER BY position, id"#,
        key
    )
    .fetch_all(connection)
    .await?;
    rows.iter().map(|row| summary(&row.id, &row.name, row.standby.as_deref())).collect()
}

/// What a search looks in.
pub(super) fn told(job: &Brief) -> String {
    [job.name.as_str(), job.client.as_str(), job.place.as_str(), job.date.as_str()].join(" ").to_lowercase()
}

/// Adds a job under this id, the newest.
pub(crate) async fn insert(connection: &mut SqliteConnection, id: &Id, job: &Brief) -> Result<(), StoreError> {
    let (key, name, told) = (id.as_str(), job.name.as_str(), told(job));
    let body = write(key, job)?;
    sqlx::query!(
        "INSERT INTO job (id, name, told, body, schema, position)
         VALUES (?, ?, ?, ?, ?, (SELECT coalesce(max(position), 0) + 1 FROM job))",
        key,
        name,
        told,
        body,
        SCHEMA
    )
    .execute(connection)
    .await?;
    Ok(())
}
