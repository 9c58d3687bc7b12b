//! Takes written down, one or many, within one transaction.

use super::*;

pub(super) async fn add(
    connection: &mut SqliteConnection,
    of: &Id,
    at: &str,
    take: &Take,
) -> Result<KeptTake, StoreError> {
    let found = setup::find(&mut *connection, of).await?;
    let id = new_id()?;
    let (key, job, of) = (id.as_str(), found.job_id.as_str(), of.as_str());
    let (choice, told, hash) = (
        word_of(take.choice),
        told(take, found.setup.name.as_str()),
        take.frame.as_ref().map(|frame| frame.hash.as_str()),
    );
    let body = write(key, take)?;
    sqlx::query!(
        "INSERT INTO take (id, job_id, setup_id, at, choice, told, hash, body, schema) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)",
        key,
        job,
        of,
        at,
        choice,
        told,
        hash,
        body,
        SCHEMA
    )
    .execute(&mut *connection)
    .await?;
    find(connection, &id).await
}

pub(crate) async fn take_in(
    connection: &mut SqliteConnection,
    job: &Id,
    takes: &[FiledTake],
) -> Result<u64, StoreError> {
    let mut count = 0;
    // Files have the latest first: put down from their end, takes of one moment stay in their order.
    for (line, filed) in takes.iter().enumerate().rev() {
        let at = |error: FieldError| FieldError { field: format!("/{line}{}", error.field), ..error };
        filed.check().map_err(|errors| StoreError::Fields(errors.into_iter().map(at).collect()))?;
        if setup::find(&mut *connection, &filed.setup).await?.job_id != *job {
            return Err(StoreError::NotFound { kind: "setup of this job", id: filed.setup.clone() });
        }
        let (of, hash) = (filed.setup.as_str(), filed.take.frame.as_ref().map(|frame| frame.hash.as_str()));
        let there = sqlx::query!("SELECT 1 AS there FROM take WHERE hash = ? AND setup_id = ? LIMIT 1", hash, of)
            .fetch_optional(&mut *connection)
            .await?;
        if there.is_none() {
            add(&mut *connection, &filed.setup, &filed.at, &filed.take).await?;
            count += 1;
        }
    }
    Ok(count)
}

pub(super) async fn keep(
    connection: &mut SqliteConnection,
    id: &Id,
    take: &Take,
    version: i64,
) -> Result<KeptTake, StoreError> {
    let newer = find(&mut *connection, id).await?;
    if newer.version != version {
        return Err(StoreError::stale(Newer::Take { kept: Box::new(newer) }));
    }
    put(&mut *connection, &newer, take).await?;
    find(connection, id).await
}

/// Writes a take in the place of what was kept.
async fn put(connection: &mut SqliteConnection, newer: &KeptTake, take: &Take) -> Result<(), StoreError> {
    let key = newer.id.as_str();
    let name = setup::find(&mut *connection, &newer.setup).await?.setup.name;
    let (choice, told, body) = (word_of(take.choice), told(take, name.as_str()), write(key, take)?);
    sqlx::query!(
        "UPDATE take SET body = ?, schema = ?, choice = ?, told = ?, version = version + 1 WHERE id = ?",
        body,
        SCHEMA,
        choice,
        told,
        key
    )
    .execute(connection)
    .await?;
    Ok(())
}

pub(super) async fn change(
    connection: &mut SqliteConnection,
    job: &Id,
    ids: &[Id],
    many: &Many,
) -> Result<u64, StoreError> {
    let (key, list) = (job.as_str(), write("the list", &ids.iter().map(Id::as_str).collect::<Vec<_>>())?);
    let done = match many {
        Many::Delete => {
            sqlx::query!(
                "UPDATE take SET deleted_at = datetime('now')
                 WHERE job_id = ? AND deleted_at IS NULL AND id IN (SELECT value FROM json_each(?))",
                key,
                list
            )
            .execute(connection)
            .await?
        }
        Many::Restore => {
            sqlx::query!(
                "UPDATE take SET deleted_at = NULL
                 WHERE job_id = ? AND deleted_at IS NOT NULL AND id IN (SELECT value FROM json_each(?))",
                key,
                list
            )
            .execute(connection)
            .await?
        }
        Many::Choose(_) | Many::Note(_) => {
            let mut count = 0;
            for id in ids {
                let kept = match find(&mut *connection, id).await {
                    Ok(kept) if kept.job == *job => kept,
                    Ok(_) | Err(StoreError::NotFound { .. }) => continue,
                    Err(error) => return Err(error),
                };
                let mut take = kept.take.clone();
                match many {
                    Many::Choose(choice) => take.choice = *choice,
                    Many::Note(note) => take.note = note.clone(),
                    Many::Delete | Many::Restore => {}
                }
                put(&mut *connection, &kept, &take).await?;
                count += 1;
            }
            return Ok(count);
        }
    };
    Ok(done.rows_affected())
}
