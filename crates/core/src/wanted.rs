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
        on(Some(self.clone()), question)
    }
}

/// Works on two parts of the answer this thread works on beside each other, each given up with it.
pub(crate) fn beside<A: Send, B: Send>(a: impl FnOnce() -> A + Send, b: impl FnOnce() -> B + Send) -> (A, B) {
    let now = NOW.with_borrow(Clone::clone);
    let (one, other) = (now.clone(), now);
    rayon::join(|| on(one, a), || on(other, b))
}

/// Works on each of many parts of the answer this thread works on, beside each other, each given up with it; in their order.
pub fn each_beside<T: Sync, R: Send>(all: &[T], of: &(impl Fn(&T) -> R + Sync)) -> Vec<R> {
    match all {
        [] => Vec::new(),
        [one] => vec![of(one)],
        _ => {
            let (first, rest) = all.split_at(all.len() / 2);
            let (mut done, more) = beside(|| each_beside(first, of), || each_beside(rest, of));
            done.extend(more);
            done
        }
    }
}

fn on<T>(wanted: Option<Wanted>, part: impl FnOnce() -> T) -> T {
    let _after = After(NOW.replace(wanted));
    part()
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

    /// Each part is done once, in its order, and knows whether it is still wanted.
    #[test]
    fn each_part_is_done_in_its_order() {
        let wanted = Wanted::default();
        let all: Vec<usize> = (0..37).collect();
        let done = wanted.work(|| each_beside(&all, &|one| (one * 2, given_up())));
        assert_eq!(done, all.iter().map(|one| (one * 2, false)).collect::<Vec<_>>());
        wanted.give_up();
        assert!(wanted.work(|| each_beside(&all, &|_| given_up())).into_iter().all(|given_up| given_up));
    }

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

    /// Both parts belong to the answer, on whichever thread they are worked on; what runs after them there does not.
    #[test]
    fn parts_are_given_up_with_the_whole() {
        let wanted = Wanted::default();
        assert_eq!(wanted.work(|| beside(given_up, given_up)), (false, false));
        wanted.give_up();
        assert_eq!(wanted.work(|| beside(given_up, given_up)), (true, true));
        assert_eq!(beside(given_up, given_up), (false, false));
    }

    #[test]
    fn a_panic_leaves_nothing_behind() {
        let wanted = Wanted::default();
        wanted.give_up();
        let _ = std::panic::catch_unwind(std::panic::AssertUnwindSafe(|| wanted.work(|| panic!("on purpose"))));
        assert!(!given_up());
    }
}
