//! What is at work: the painter gives way to all of it, and whoever looks at a frame to questions.

use std::cell::Cell;
use std::sync::Arc;
use std::sync::atomic::{AtomicU64, AtomicUsize, Ordering};
use std::time::{Duration, Instant};

#[derive(Debug)]
struct Counts {
    questions: AtomicUsize,
    frames: AtomicUsize,
    /// When these began to be counted, and how many milliseconds after that the last question was answered.
    since: Instant,
    answered: AtomicU64,
}

impl Default for Counts {
    fn default() -> Self {
        let (questions, frames) = Default::default();
        Counts { questions, frames, since: Instant::now(), answered: AtomicU64::new(NEVER) }
    }
}

/// No question was answered yet.
const NEVER: u64 = u64::MAX;

/// Questions at work now, and frames that are looked at.
#[derive(Debug, Clone, Default)]
pub struct AtWork(Arc<Counts>);

/// Something at work, until it is dropped.
#[derive(Debug)]
pub struct Busy {
    at: AtWork,
    is_frame: bool,
}

impl AtWork {
    /// Counts a question in.
    pub fn begin(&self) -> Busy {
        self.counted_in(false)
    }

    /// Counts a frame in.
    pub fn begin_frame(&self) -> Busy {
        self.counted_in(true)
    }

    fn counted_in(&self, is_frame: bool) -> Busy {
        let busy = Busy { at: self.clone(), is_frame };
        busy.count().fetch_add(1, Ordering::SeqCst);
        busy
    }

    /// Whether a question is.
    pub fn is_asked(&self) -> bool {
        self.0.questions.load(Ordering::SeqCst) > 0
    }

    /// Whether a question is, or was answered no longer ago than this: whoever asked draws the answer then.
    pub fn was_asked(&self, within: Duration) -> bool {
        let answered = self.0.answered.load(Ordering::SeqCst);
        let ago = || self.0.since.elapsed().saturating_sub(Duration::from_millis(answered));
        self.is_asked() || (answered != NEVER && ago() < within)
    }

    /// Whether anything is.
    pub fn is_busy(&self) -> bool {
        self.is_asked() || self.0.frames.load(Ordering::SeqCst) > 0
    }
}

impl Busy {
    fn count(&self) -> &AtomicUsize {
        if self.is_frame { &self.at.0.frames } else { &self.at.0.questions }
    }
}

impl Drop for Busy {
    fn drop(&mut self) {
        self.count().fetch_sub(1, Ordering::SeqCst);
        if !self.is_frame {
            let counts = &self.at.0;
            let after = u64::try_from(counts.since.elapsed().as_millis()).unwrap_or(NEVER - 1);
            counts.answered.store(after, Ordering::SeqCst);
        }
    }
}

/// How long a frame waits for questions in all: it comes in while somebody turns dials without a rest, too.
const LONGEST: Duration = Duration::from_secs(1);
/// How long it sleeps at a time.
const STEP: Duration = Duration::from_millis(1);

/// Waits while questions are at work, so long as there is patience left.
#[derive(Debug)]
pub struct GivesWay {
    at_work: AtWork,
    left: Cell<Duration>,
}

impl GivesWay {
    /// With all of its patience.
    pub const fn to(at_work: AtWork) -> GivesWay {
        GivesWay { at_work, left: Cell::new(LONGEST) }
    }

    /// Waits until no question is at work.
    pub fn wait(&self) {
        while self.at_work.is_asked() && !self.left.get().is_zero() {
            // On a thread of low priority it takes longer to come back than it slept.
            let since = Instant::now();
            std::thread::sleep(STEP);
            self.left.set(self.left.get().saturating_sub(since.elapsed()));
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// A frame is busy for the painter and no question to itself; a question is both until it is dropped.
    #[test]
    fn frames_and_questions_are_counted_apart() {
        let at_work = AtWork::default();
        let frame = at_work.begin_frame();
        assert!(at_work.is_busy() && !at_work.is_asked());
        let question = at_work.begin();
        drop(frame);
        assert!(at_work.is_busy() && at_work.is_asked());
        drop(question);
        assert!(!at_work.is_busy() && !at_work.is_asked());
    }

    /// Lately asked is what is asked now, or was not long ago; frames are not asked.
    #[test]
    fn asked_lately() {
        let (at_work, long) = (AtWork::default(), Duration::from_secs(3_600));
        drop(at_work.begin_frame());
        assert!(!at_work.was_asked(long));
        let question = at_work.begin();
        assert!(at_work.was_asked(Duration::ZERO));
        drop(question);
        assert!(at_work.was_asked(long) && !at_work.was_asked(Duration::ZERO));
    }

    /// It goes on at once where nobody asks, as soon as a question is answered, and when its patience is at an end.
    #[test]
    fn a_frame_waits_and_not_for_ever() {
        let at_work = AtWork::default();
        let way = GivesWay::to(at_work.clone());
        way.wait();
        assert_eq!(way.left.get(), LONGEST);
        let question = at_work.begin();
        let answered = std::thread::spawn(move || {
            std::thread::sleep(STEP * 5);
            drop(question);
        });
        way.wait();
        assert!(answered.join().is_ok() && way.left.get() < LONGEST && !way.left.get().is_zero());
        let _endless = at_work.begin();
        way.wait();
        assert!(way.left.get().is_zero());
        way.wait();
    }
}
