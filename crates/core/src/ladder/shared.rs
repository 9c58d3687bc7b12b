use super::{Ladder, ladder};
use crate::check::FieldError;
use crate::day::DayLight;
use crate::kit::Kit;
use crate::quantity::Id;
use crate::setup::Setup;
use crate::terms::Terms;
use crate::wanted::given_up;
use lru::LruCache;
use std::num::NonZeroUsize;
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};

/// Ladders remembered.
const MOST: NonZeroUsize = NonZeroUsize::new(64).unwrap();

/// Ladders worked out lately, shared by all who ask for the same: a day, its calendar and its tables. Each is known by all
/// it was worked out from, so that none is stale. Clones share.
#[derive(Debug, Clone)]
pub struct Ladders(Arc<Mutex<LruCache<Vec<u8>, Ladder>>>);

impl Default for Ladders {
    fn default() -> Self {
        Ladders(Arc::new(Mutex::new(LruCache::new(MOST))))
    }
}

impl Ladders {
    fn known(&self) -> MutexGuard<'_, LruCache<Vec<u8>, Ladder>> {
        self.0.lock().unwrap_or_else(PoisonError::into_inner)
    }

    /// The same as [`ladder`], remembered.
    ///
    /// # Errors
    /// Every problem of the setup, each at its field.
    pub fn ladder(
        &self,
        day: &DayLight<'_>,
        (id, setup): (&Id, &Setup),
        kit: &Kit,
        terms: impl Into<Terms>,
        from: usize,
        known_until: Option<f64>,
    ) -> Result<Ladder, Vec<FieldError>> {
        let terms = terms.into();
        let all = (day.day, day.timeline.date().to_string(), id, setup, kit, terms, from, known_until);
        let Ok(key) = serde_json::to_vec(&all) else { return ladder(day, (id, setup), kit, terms, from, known_until) };
        if let Some(known) = self.known().get(&key) {
            return Ok(known.clone());
        }
        let found = ladder(day, (id, setup), kit, terms, from, known_until)?;
        if !given_up() {
            self.known().put(key, found.clone());
        }
        Ok(found)
    }
}
