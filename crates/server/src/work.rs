//! Where computing is done: off the threads that answer, a few at a time, the newest question of a kind first.

use crate::at_work::AtWork;
use crate::low::with_the_loupe;
use crate::problem::Problem;
use actix_web::dev::Payload;
use actix_web::http::StatusCode;
use actix_web::{FromRequest, HttpRequest};
use std::collections::HashMap;
use std::future::{Ready, ready};
use std::sync::{Arc, Mutex, MutexGuard, PoisonError};
use std::time::Duration;
use tokio::sync::Semaphore;
use tolva_core::Wanted;

/// How long an answer is waited for.
const CEILING: Duration = Duration::from_secs(20);
/// Askers remembered; past that the oldest are forgotten, and only lose the right to overtake themselves.
const ASKERS: usize = 512;

/// What kind of question it is: a newer one of the same kind by the same asker takes the place of one before it.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub enum Kind {
    /// What the dials make of the light.
    Assess,
    /// Binds and ways out.
    Advise,
    /// The set drawn.
    Layout,
    /// The dials solved.
    Plan,
    /// A level dragged.
    Drag,
    /// Colours, and what could be set and worn.
    Colours,
    /// What a picture is made of.
    Picture,
    /// A closer look at one.
    Closer,
    /// A small one, of a strip.
    Small,
    /// A picture developed.
    Development,
    /// A day's light.
    Day,
    /// A moment of a day.
    Moment,
    /// A job's field card.
    Card,
    /// A round of practice.
    Drill,
    /// An order of setups.
    Schedule,
    /// A frame looked at.
    Frame,
    /// A file to take along, or one taken in.
    File,
    /// What of the studio cannot be read.
    Aside,
}

impl Kind {
    /// Whether a newer question takes the place of one before it: its answer would be thrown away anyway.
    const fn only_the_newest(self) -> bool {
        matches!(
            self,
            Kind::Assess | Kind::Advise | Kind::Drag | Kind::Moment | Kind::Colours | Kind::Picture | Kind::Closer
        )
    }
}

/// Who asks: a word a window makes for itself, so that it can overtake itself and nobody else, and which of its questions it is.
#[derive(Debug, Clone)]
pub struct Asker(Option<(String, u64)>);

impl Asker {
    /// From "word" or "word turn"; without a turn questions count in the order they come in.
    fn read(text: &str) -> Asker {
        let (word, turn) = text.split_once(' ').unwrap_or((text, "0"));
        Asker(Some((word.chars().take(40).collect(), turn.parse().unwrap_or(0))))
    }
}

impl FromRequest for Asker {
    type Error = Problem;
    type Future = Ready<Result<Asker, Problem>>;

    fn from_request(request: &HttpRequest, _: &mut Payload) -> Self::Future {
        let word = request.headers().get("x-asker").and_then(|word| word.to_str().ok());
        ready(Ok(word.map_or(Asker(None), Asker::read)))
    }
}

/// The newest question of each asker and kind, with its turn.
type Newest = HashMap<(String, Kind), (u64, Wanted)>;

/// The place where computing is done.
#[derive(Debug, Clone)]
pub struct Work {
    hands: Arc<Semaphore>,
    /// One more for what a picture is made of and for developing it: what is looked at does not wait for what is thought about beside it.
    develops: Arc<Semaphore>,
    /// One more that only looks at frames: each takes a second and more, and nothing else waits for it.
    looks: Arc<Semaphore>,
    newest: Arc<Mutex<Newest>>,
    at_work: AtWork,
}

/// Held by whoever waits: when they leave, for whatever reason, the question is given up.
struct Waiting(Wanted);

impl Drop for Waiting {
    fn drop(&mut self) {
        self.0.give_up();
    }
}

impl Default for Work {
    fn default() -> Self {
        // One hand is left to those that answer.
        let cores = std::thread::available_parallelism().map_or(1, usize::from);
        Work {
            hands: Arc::new(Semaphore::new(cores.saturating_sub(1).max(1))),
            develops: Arc::new(Semaphore::new(1)),
            looks: Arc::new(Semaphore::new(1)),
            newest: Arc::default(),
            at_work: AtWork::default(),
        }
    }
}

impl Work {
    /// Questions at work now.
    pub const fn at_work(&self) -> &AtWork {
        &self.at_work
    }

    fn newest(&self) -> MutexGuard<'_, Newest> {
        self.newest.lock().unwrap_or_else(PoisonError::into_inner)
    }

    /// Answers a question in its turn. One that nobody waits for any more, for the asker left or asked anew or the ceiling
    /// was reached, is not begun, and ends early where it was begun.
    ///
    /// # Errors
    /// `overtaken` where a newer one of the same asker took its place, `too-much` where it takes too long.
    pub async fn answer<T: Send + 'static>(
        &self,
        asker: &Asker,
        kind: Kind,
        question: impl FnOnce() -> T + Send + 'static,
    ) -> Result<T, Problem> {
        let _busy = if kind == Kind::Frame { self.at_work.begin_frame() } else { self.at_work.begin() };
        let wanted = Wanted::default();
        let _waiting = Waiting(wanted.clone());
        if let Some((word, turn)) = asker.0.clone().filter(|_| kind.only_the_newest()) {
            self.take_turn((word, kind), turn, &wanted)?;
        }
        let hands = match kind {
            Kind::Picture | Kind::Development => &self.develops,
            Kind::Frame => &self.looks,
            _ => &self.hands,
        };
        let waited = tokio::time::timeout(CEILING, Arc::clone(hands).acquire_owned()).await;
        let Ok(Ok(hand)) = waited else { return Err(too_much()) };
        if !wanted.still() {
            return Err(overtaken());
        }
        let asked = wanted.clone();
        let work = tokio::task::spawn_blocking(move || {
            let answer = match kind {
                Kind::Frame => with_the_loupe(|| asked.work(question)),
                _ => asked.work(question),
            };
            drop(hand);
            answer
        });
        match tokio::time::timeout(CEILING, work).await {
            Ok(Ok(_)) if !wanted.still() => Err(overtaken()),
            Ok(Ok(answer)) => Ok(answer),
            Ok(Err(_)) => {
                let detail = "That could not be worked out. Nothing was changed.";
                Err(Problem::new(StatusCode::INTERNAL_SERVER_ERROR, "work", "Not worked out", detail))
            }
            Err(_) => Err(too_much()),
        }
    }

    /// Makes it the newest of its asker and kind; the one before is given up. Questions may come in another order than they
    /// were asked in: one that comes after a newer is overtaken itself.
    fn take_turn(&self, key: (String, Kind), turn: u64, wanted: &Wanted) -> Result<(), Problem> {
        let mut newest = self.newest();
        if newest.get(&key).is_some_and(|(before, _)| *before > turn) {
            return Err(overtaken());
        }
        if newest.len() >= ASKERS && !newest.contains_key(&key) {
            newest.clear();
        }
        if let Some((_, before)) = newest.insert(key, (turn, wanted.clone())) {
            before.give_up();
        }
        Ok(())
    }
}

fn overtaken() -> Problem {
    Problem::new(StatusCode::CONFLICT, "overtaken", "Overtaken", "A newer question took its place.")
}

fn too_much() -> Problem {
    let detail = "This is too much to work out at once. Try again, or hold some dials.";
    Problem::new(StatusCode::SERVICE_UNAVAILABLE, "too-much", "Too much at once", detail)
}

#[cfg(test)]
mod tests;
