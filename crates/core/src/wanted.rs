//! Whether anybody still waits for an answer: long work looks now and then, and ends early when nobody does.

use std::cell::RefCell;
use std::sync::Arc;
use std::sync::atomic::{AtomicBool, Ordering};

/// An answer somebody waits for, until it is given up. Clones are the same answer.
#[derive(Debug, Clone, Default)]
pub struct Wanted(Arc<AtomicBool>);

thread_local! {
    static NOW: RefCell<Option<Wanted>> = const { RefCell::new(None) };
}

impl Wanted {
    /// Nobody waits any more.
    pub fn give_up(&self) {
        self.0.store(true, Ordering::Relaxed);
    }

    /// Whether somebody still waits.
    #[must_use]
    pub fn still(&self) -> bool {
        !self.0.load(Ordering::Relaxed)
    }

    /// Works on the answer on this thread. Given up in the middle, the work ends soon, with what it has by then: valid,
    /// and not the best. Whoever gave it up throws that away.
    pub fn work<T>(&self, question: impl FnOnce() -> T) -> T {
        let before = NOW.replace(Some(self.clone()));
        let _after = After(before);
        question()
    }
}

/// Puts back what was worked on before, also when the work panics.
struct After(Option<Wanted>);

impl Drop for After {
    fn drop(&mut self) {
        NOW.replace(self.0.take());
    }
}

/// Whether the answer this thread works on was given up. Work that nobody wrapped is always wanted.
#[must_use]
pub fn given_up() -> bool {
    NOW.with_borrow(|now| now.as_ref().is_some_and(|wanted| !wanted.still()))
}

#[cfg(test)]
mod tests {
    use super::*;

    #[test]
    fn only_what_was_wrapped_can_be_given_up() {
        let wanted = Wanted::default();
        assert!(!given_up());
        wanted.work(|| {
            assert!(!given_up());
            Wanted::default().work(|| assert!(!given_up()));
            wanted.give_up();
            assert!(given_up());
        });
        assert!(!given_up());
    }

    #[test]
    fn a_panic_leaves_nothing_behind() {
        let wanted = Wanted::default();
        wanted.give_up();
        let _ = std::panic::catch_unwind(std::panic::AssertUnwindSafe(|| wanted.work(|| panic!("on purpose"))));
        assert!(!given_up());
    }
}
