//! Answers worked out last, kept by all they were worked out from.

use std::sync::{Mutex, PoisonError};

/// What was asked for last, so many of it, kept so that it is not worked out again.
#[derive(Debug)]
pub struct Latest<K, V, const KEPT: usize>(Mutex<Vec<(K, V)>>);

impl<K, V, const KEPT: usize> Default for Latest<K, V, KEPT> {
    fn default() -> Self {
        Latest::new()
    }
}

impl<K, V, const KEPT: usize> Latest<K, V, KEPT> {
    /// Nothing kept yet.
    pub const fn new() -> Self {
        Latest(Mutex::new(Vec::new()))
    }
}

impl<K: PartialEq, V: Clone, const KEPT: usize> Latest<K, V, KEPT> {
    /// What is kept for a key, or else what `find` finds, kept from now on in place of the oldest.
    pub fn get(&self, key: K, find: impl FnOnce() -> V) -> V {
        let lock = || self.0.lock().unwrap_or_else(PoisonError::into_inner);
        if let Some((_, known)) = lock().iter().find(|(known, _)| *known == key) {
            return known.clone();
        }
        let found = find();
        let mut kept = lock();
        if kept.len() == KEPT {
            kept.remove(0);
        }
        kept.push((key, found.clone()));
        found
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn what_is_known_is_not_worked_out_again_and_the_oldest_goes() {
        const KEPT: usize = 64;
        let latest: Latest<usize, usize, KEPT> = Latest::default();
        let mut asked = 0;
        let mut get = |key: usize| {
            latest.get(key, || {
                asked += 1;
                key * 10
            })
        };
        assert_eq!((get(1), get(1), get(2)), (10, 10, 20));
        for key in 3..=KEPT + 1 {
            get(key);
        }
        assert_eq!((get(2), get(1)), (20, 10));
        assert_eq!(asked, KEPT + 2);
    }
}
