//! Answers to rounds of practice.

use crate::{Changed, StoreError, Studio};
use tolva_core::drill::{Answered, DatedAnswer, DrillKind};

/// So many of the latest count: what was wrong longer ago is long since asked again.
const LATEST: i64 = 5_000;

fn word(kind: DrillKind) -> Result<String, StoreError> {
    let word = serde_json::to_value(kind).ok().and_then(|value| value.as_str().map(str::to_owned));
    word.ok_or_else(|| StoreError::Unwritable { what: "the drill".to_owned() })
}

/// A kind by its word; a later program's is none of ours.
fn kind(word: &str) -> Option<DrillKind> {
    serde_json::from_value(serde_json::Value::from(word)).ok()
}

impl Studio {
    /// The latest answers, the oldest first.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn drill_answers(&self) -> Result<Vec<DatedAnswer>, StoreError> {
        let rows = sqlx::query!(
            "SELECT kind, good, off, date(at) AS \"date!: String\" FROM drill_answer ORDER BY number DESC LIMIT ?",
            LATEST
        )
        .fetch_all(self.readers())
        .await?;
        let answers = rows.into_iter().rev().filter_map(|row| {
            let answered = Answered { kind: kind(&row.kind)?, right: row.good != 0 };
            Some(DatedAnswer { answered, off: row.off, date: row.date })
        });
        Ok(answers.collect())
    }

    /// Whether a round was answered before.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn drill_was_asked(&self, of: DrillKind, seed: u32) -> Result<bool, StoreError> {
        let (kind, seed) = (word(of)?, i64::from(seed));
        let found = sqlx::query!("SELECT 1 AS there FROM drill_answer WHERE kind = ? AND seed = ? LIMIT 1", kind, seed)
            .fetch_optional(self.readers())
            .await?;
        Ok(found.is_some())
    }

    /// Keeps an answer.
    ///
    /// # Errors
    /// [`StoreError::Database`].
    pub async fn add_drill_answer(
        &self,
        of: Answered,
        seed: u32,
        answer: f64,
        off: Option<f64>,
    ) -> Result<(), StoreError> {
        let (kind, seed, good) = (word(of.kind)?, i64::from(seed), i64::from(of.right));
        let mut writing = self.begin().await?;
        let done = sqlx::query!(
            "INSERT INTO drill_answer (kind, seed, answer, good, off) VALUES (?, ?, ?, ?, ?)",
            kind,
            seed,
            answer,
            good,
            off
        )
        .execute(writing.on()?)
        .await;
        let done = done.map(|_| ()).map_err(StoreError::from);
        self.end(writing, done, |()| Changed::Drills).await
    }
}
