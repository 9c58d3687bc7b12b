//! Answers worked out lately, shared by all who ask for the same.

use crate::wanted::given_up;
use lru::LruCache;
use serde::Serialize;
use std::num::NonZeroUsize;
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};

/// Answers remembered of a kind.
const MOST: NonZeroUsize = NonZeroUsize::new(64).unwrap();

/// Answers of a kind, each known by all it was worked out from, so that none is stale. Clones share.
#[derive(Debug, Clone)]
pub(crate) struct Remembered<V>(Arc<Mutex<LruCache<Vec<u8>, V>>>);

impl<V> Default for Remembered<V> {
    fn default() -> Self {
        Remembered(Arc::new(Mutex::new(LruCache::new(MOST))))
    }
}

impl<V: Clone> Remembered<V> {
    fn known(&self) -> MutexGuard<'_, LruCache<Vec<u8>, V>> {
        self.0.lock().unwrap_or_else(PoisonError::into_inner)
    }

    /// How many are remembered.
    #[cfg(test)]
    pub(crate) fn count(&self) -> usize {
        self.known().len()
    }

    /// What is remembered of these, or else what `find` finds, remembered from now on if it was not given up in the middle.
    pub(crate) fn of<E>(&self, from: &impl Serialize, find: impl FnOnce() -> Result<V, E>) -> Result<V, E> {
        let Ok(key) = serde_json::to_vec(from) else { return find() };
        if let Some(known) = self.known().get(&key) {
            return Ok(known.clone());
        }
        let found = find()?;
        if !given_up() {
            self.known().put(key, found.clone());
        }
        Ok(found)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use std::convert::Infallible;

    #[test]
    fn the_same_is_worked_out_once_and_failures_never_stay() {
        let remembered: Remembered<usize> = Remembered::default();
        let mut worked = 0;
        let mut ask = |from: usize| {
            let found: Result<usize, Infallible> = remembered.of(&from, || {
                worked += 1;
                Ok(from * 2)
            });
            found.unwrap()
        };
        assert_eq!((ask(1), ask(1), ask(2), ask(1)), (2, 2, 4, 2));
        assert_eq!(worked, 2);
        assert_eq!(remembered.clone().of(&2, || Err("not asked")), Ok(4));
        assert_eq!(remembered.of(&3, || Err("no")), Err("no"));
        assert_eq!(remembered.of(&3, || Ok::<_, &str>(6)), Ok(6));
    }

    /// What was given up in the middle is not the best, and is not remembered.
    #[test]
    fn what_is_given_up_is_forgotten() {
        let remembered: Remembered<usize> = Remembered::default();
        let wanted = crate::Wanted::default();
        wanted.give_up();
        assert_eq!(wanted.work(|| remembered.of(&1, || Ok::<_, ()>(1))), Ok(1));
        assert_eq!(remembered.of(&1, || Ok::<_, ()>(2)), Ok(2));
    }
}
