//! Setups as rows: how one is read, kept with its revisions, and put down anew.

use super::*;

pub(super) async fn job_of(connection: &mut SqliteConnection, id: &Id) -> Result<Id, StoreError> {
    let key = id.as_str();
    let row = sqlx::query!("SELECT job_id FROM setup WHERE id = ?", key).fetch_optional(connection).await?;
    row.map_or_else(|| Err(StoreError::NotFound { kind: "setup", id: id.clone() }), |row| read_id(&row.job_id))
}

/// Reads one setup that is not deleted.
pub(crate) async fn find(connection: &mut SqliteConnection, id: &Id) -> Result<KeptSetup, StoreError> {
    let key = id.as_str();
    let row = sqlx::query!(
        r#"SELECT job_id, name, body, schema, version,
                  (SELECT count(*) FROM setup_revision AS r WHERE r.setup_id = setup.id AND r.revision < setup.revision) AS "undo!: i64",
                  (SELECT count(*) FROM setup_revision AS r WHERE r.setup_id = setup.id AND r.revision > setup.revision) AS "redo!: i64"
           FROM setup
           WHERE id = ? AND deleted_at IS NULL AND EXISTS (SELECT 1 FROM job WHERE job.id = job_id AND deleted_at IS NULL)"#,
        key
    )
    .fetch_optional(connection)
    .await?;
    let Some(row) = row else { return Err(StoreError::NotFound { kind: "setup", id: id.clone() }) };
    Ok(KeptSetup {
        id: id.clone(),
        job_id: read_id(&row.job_id)?,
        setup: read(key, &row.name, row.schema, &row.body)?,
        version: row.version,
        history: History { undo: row.undo, redo: row.redo },
    })
}

/// Reads a state of a setup.
pub(crate) fn read(id: &str, name: &str, schema: i64, body: &str) -> Result<Setup, StoreError> {
    Row { kind: BodyKind::Setup, id, name, schema }.read(body)
}

/// The setups of a job that read, in shooting order.
pub(crate) async fn of_job(connection: &mut SqliteConnection, job: &Id) -> Result<Vec<(Id, Setup)>, StoreError> {
    let key = job.as_str();
    let rows = sqlx::query!(
        "SELECT id, name, schema, body FROM setup WHERE job_id = ? AND deleted_at IS NULL ORDER BY position, id",
        key
    )
    .fetch_all(connection)
    .await?;
    kit::readable(rows.into_iter().map(|row| Ok((read_id(&row.id)?, read(&row.id, &row.name, row.schema, &row.body)?))))
}

/// Saves a new state after the one in force. What could be redone is gone then.
pub(crate) async fn revise(
    connection: &mut SqliteConnection,
    id: &Id,
    setup: &Setup,
    kit: &Kit,
) -> Result<(), StoreError> {
    let key = id.as_str();
    let revision =
        sqlx::query!("SELECT revision FROM setup WHERE id = ?", key).fetch_one(&mut *connection).await?.revision;
    let (oldest, next) = (revision - REVISIONS, revision + 1);
    sqlx::query!(
        "DELETE FROM setup_revision WHERE setup_id = ? AND (revision > ? OR revision <= ?)",
        key,
        revision,
        oldest
    )
    .execute(&mut *connection)
    .await?;
    let body = write(key, setup)?;
    sqlx::query!(
        "INSERT INTO setup_revision (setup_id, revision, body, schema) VALUES (?, ?, ?, ?)",
        key,
        next,
        body,
        SCHEMA
    )
    .execute(&mut *connection)
    .await?;
    put(connection, id, setup, next, kit).await
}

/// Puts a state in force.
pub(super) async fn put(
    connection: &mut SqliteConnection,
    id: &Id,
    setup: &Setup,
    revision: i64,
    kit: &Kit,
) -> Result<(), StoreError> {
    let (key, name) = (id.as_str(), setup.name.as_str());
    let body = write(key, setup)?;
    sqlx::query!(
        "UPDATE setup SET body = ?, name = ?, schema = ?, version = version + 1, revision = ? WHERE id = ?",
        body,
        name,
        SCHEMA,
        revision,
        key
    )
    .execute(&mut *connection)
    .await?;
    note_kit(connection, id, setup, kit).await
}

/// Adds a setup under this id at the end of a job, with its first state.
pub(crate) async fn insert(
    connection: &mut SqliteConnection,
    id: &Id,
    job: &Id,
    setup: &Setup,
    kit: &Kit,
) -> Result<(), StoreError> {
    let (key, of, name) = (id.as_str(), job.as_str(), setup.name.as_str());
    let body = write(key, setup)?;
    sqlx::query!(
        "INSERT INTO setup (id, job_id, name, position, body, schema)
         VALUES (?, ?, ?, (SELECT coalesce(max(position), 0) + 1 FROM setup WHERE job_id = ?), ?, ?)",
        key,
        of,
        name,
        of,
        body,
        SCHEMA
    )
    .execute(&mut *connection)
    .await?;
    sqlx::query!(
        "INSERT INTO setup_revision (setup_id, revision, body, schema) VALUES (?, 0, ?, ?)",
        key,
        body,
        SCHEMA
    )
    .execute(&mut *connection)
    .await?;
    note_kit(connection, id, setup, kit).await
}

/// Notes what of the kit a setup uses.
pub(super) async fn note_kit(
    connection: &mut SqliteConnection,
    id: &Id,
    setup: &Setup,
    kit: &Kit,
) -> Result<(), StoreError> {
    let key = id.as_str();
    sqlx::query!("DELETE FROM setup_kit WHERE setup_id = ?", key).execute(&mut *connection).await?;
    for used in kit_used(setup, kit) {
        let item = used.as_str();
        // What the kit has no longer, or never had, is not in use: it does not fit, and that is shown.
        sqlx::query!(
            "INSERT INTO setup_kit (setup_id, kit_id) SELECT ?, id FROM kit_item WHERE id = ? AND deleted_at IS NULL",
            key,
            item
        )
        .execute(&mut *connection)
        .await?;
    }
    Ok(())
}
