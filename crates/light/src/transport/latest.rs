use std::sync::{Mutex, PoisonError};

/// How many are kept: some for each patch, each face of a group, and the edges.
const KEPT: usize = 64;

/// What was asked for last, kept so that it is not worked out again.
#[derive(Debug)]
pub(super) struct Latest<K, V>(Mutex<Vec<(K, V)>>);

impl<K, V> Default for Latest<K, V> {
    fn default() -> Self {
        Latest(Mutex::default())
    }
}

impl<K: PartialEq, V: Clone> Latest<K, V> {
    /// What is kept for a key, or else what `find` finds, kept from now on in place of the oldest.
    pub(super) fn get(&self, key: K, find: impl FnOnce() -> V) -> V {
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
        let latest = Latest::default();
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
