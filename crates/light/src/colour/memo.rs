use rustc_hash::FxHashMap;
use std::hash::Hash;

/// How many things are remembered before all are forgotten: more than a kit's films, a setup's surfaces or a body's whites.
const MOST: usize = 2_000;

/// What was worked out before, for what is asked for again and again: so few things that a quick hash does.
#[derive(Debug)]
pub(super) struct Memo<K, V>(FxHashMap<K, V>);

impl<K, V> Default for Memo<K, V> {
    fn default() -> Self {
        Memo(FxHashMap::default())
    }
}

impl<K: Eq + Hash, V: Copy> Memo<K, V> {
    /// What is remembered under a key, or worked out now.
    pub(super) fn or_made(&mut self, key: K, make: impl FnOnce() -> V) -> V {
        if self.0.len() > MOST {
            self.0.clear();
        }
        *self.0.entry(key).or_insert_with(make)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn made_once_and_not_without_end() {
        let (mut memo, mut made) = (Memo::default(), 0);
        for round in 0..3 {
            let found = memo.or_made(7, || {
                made += 1;
                round
            });
            assert_eq!(found, 0);
        }
        assert_eq!(made, 1);
        for key in 0..10 * MOST {
            memo.or_made(key, || 0);
        }
        assert!(memo.0.len() <= MOST + 1);
    }
}
