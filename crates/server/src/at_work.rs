//! Whether a question is at work: the painter gives way to it.

use std::sync::Arc;
use std::sync::atomic::{AtomicUsize, Ordering};

/// Questions at work now: pictures give way to them.
#[derive(Debug, Clone, Default)]
pub struct AtWork(Arc<AtomicUsize>);

/// A question at work, until it is dropped.
#[derive(Debug)]
pub struct Busy(AtWork);

impl AtWork {
    /// Counts a question in.
    pub fn begin(&self) -> Busy {
        self.0.fetch_add(1, Ordering::SeqCst);
        Busy(self.clone())
    }

    /// Whether any is.
    pub fn is_busy(&self) -> bool {
        self.0.load(Ordering::SeqCst) > 0
    }
}

impl Drop for Busy {
    fn drop(&mut self) {
        self.0.0.fetch_sub(1, Ordering::SeqCst);
    }
}
