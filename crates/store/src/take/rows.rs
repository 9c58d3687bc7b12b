//! Takes as rows: how one is read, and what of it is searched.

use super::*;

/// Reads one take that is not deleted, of a setup that is not either.
pub(super) async fn find(connection: &mut SqliteConnection, id: &Id) -> Result<KeptTake, StoreError> {
    let key = id.as_str();
    let row = sqlx::query!(
        "SELECT job_id, setup_id, at, body, schema, version FROM take WHERE id = ? AND deleted_at IS NULL",
        key
    )
    .fetch_optional(connection)
    .await?;
    let Some(row) = row else { return Err(StoreError::NotFound { kind: "take", id: id.clone() }) };
    Ok(KeptTake {
        id: id.clone(),
        job: read_id(&row.job_id)?,
        setup: read_id(&row.setup_id)?,
        at: row.at,
        take: read(key, row.schema, &row.body)?,
        version: row.version,
    })
}

/// Reads a kept take.
pub(crate) fn read(id: &str, schema: i64, body: &str) -> Result<Take, StoreError> {
    Row { kind: BodyKind::Take, id, name: id, schema }.read(body)
}

/// A choice as rows have it.
pub(super) const fn word_of(choice: Choice) -> &'static str {
    match choice {
        Choice::Open => "open",
        Choice::Keeper => "keeper",
        Choice::Out => "out",
    }
}

/// The words that are looked for, all of which have to be there, in any order; of more than four the first four.
pub(super) fn all_words(words: &str) -> [String; 4] {
    let words = words.to_lowercase();
    let mut words = words.split_whitespace().map(str::to_owned);
    // Nothing is found everywhere.
    [(); 4].map(|()| words.next().unwrap_or_default())
}

/// What of a take is searched.
pub(super) fn told(take: &Take, setup: &str) -> String {
    let (frame, settings) = (take.frame.as_ref().map(|frame| frame.name.as_str()), &take.settings);
    let words = [frame, Some(take.note.as_str()), settings.body.as_deref(), settings.lens.as_deref(), Some(setup)];
    words.into_iter().flatten().collect::<Vec<_>>().join(" ").to_lowercase()
}
