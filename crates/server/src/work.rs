//! Where computing is done: off the threads that answer, a few at a time, the newest question of a kind first.

use crate::easel::AtWork;
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
    /// A picture developed.
    Development,
    /// A day's light.
    Day,
    /// A moment of a day.
    Moment,
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
        matches!(self, Kind::Assess | Kind::Advise | Kind::Drag | Kind::Moment | Kind::Colours | Kind::Picture)
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
        let _busy = self.at_work.begin();
        let wanted = Wanted::default();
        let _waiting = Waiting(wanted.clone());
        if let Some((word, turn)) = asker.0.clone().filter(|_| kind.only_the_newest()) {
            self.take_turn((word, kind), turn, &wanted)?;
        }
        let waited = tokio::time::timeout(CEILING, self.hands.clone().acquire_owned()).await;
        let Ok(Ok(hand)) = waited else { return Err(too_much()) };
        if !wanted.still() {
            return Err(overtaken());
        }
        let asked = wanted.clone();
        let work = tokio::task::spawn_blocking(move || {
            let answer = asked.work(question);
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
mod tests {
    use super::*;
    use std::sync::atomic::{AtomicUsize, Ordering};

    fn one_hand() -> Work {
        Work { hands: Arc::new(Semaphore::new(1)), newest: Arc::default(), at_work: AtWork::default() }
    }

    /// Of questions that wait, only the newest of its kind and asker is worked on.
    #[tokio::test]
    async fn the_newest_wins() {
        let (work, begun) = (one_hand(), Arc::new(AtomicUsize::new(0)));
        let busy = work.hands.clone().acquire_owned().await.unwrap();
        let window = Asker::read("a");
        let ask = |asker: Asker, number: usize| {
            let (work, begun) = (work.clone(), begun.clone());
            tokio::spawn(async move {
                work.answer(&asker, Kind::Assess, move || {
                    begun.fetch_add(1, Ordering::SeqCst);
                    number
                })
                .await
            })
        };
        let mut all = Vec::new();
        for number in 0..5 {
            all.push(ask(window.clone(), number));
            tokio::task::yield_now().await;
        }
        let other = ask(Asker::read("b"), 9);
        tokio::task::yield_now().await;
        drop(busy);
        let mut answers = Vec::new();
        for one in all {
            answers.push(one.await.unwrap());
        }
        let overtaken = answers.iter().filter(|answer| answer.as_ref().is_err_and(|said| said.kind == "overtaken"));
        assert_eq!(overtaken.count(), 4);
        assert_eq!(answers.last().and_then(|answer| answer.as_ref().ok()), Some(&4));
        assert_eq!(other.await.unwrap().unwrap(), 9);
        assert_eq!(begun.load(Ordering::SeqCst), 2);
    }

    /// What was asked before but comes in after is overtaken, not what was asked last.
    #[tokio::test]
    async fn a_newer_question_keeps_its_place_before_an_older_that_comes_late() {
        let work = one_hand();
        let busy = work.hands.clone().acquire_owned().await.unwrap();
        let asked = work.clone();
        let newer = tokio::spawn(async move { asked.answer(&Asker::read("a 8"), Kind::Moment, || 8).await });
        tokio::task::yield_now().await;
        let older = work.answer(&Asker::read("a 7"), Kind::Moment, || 7).await;
        assert_eq!(older.unwrap_err().kind, "overtaken");
        drop(busy);
        assert_eq!(newer.await.unwrap().unwrap(), 8);
        assert_eq!(work.answer(&Asker::read("a 9"), Kind::Moment, || 9).await.unwrap(), 9);
        // Another kind and another window have turns of their own.
        assert_eq!(work.answer(&Asker::read("a 1"), Kind::Assess, || 1).await.unwrap(), 1);
        assert_eq!(work.answer(&Asker::read("b 1"), Kind::Moment, || 1).await.unwrap(), 1);
    }

    /// A question whose asker has gone is not begun, and gives its place free.
    #[tokio::test]
    async fn nobody_works_for_one_who_left() {
        let (work, begun) = (one_hand(), Arc::new(AtomicUsize::new(0)));
        let busy = work.hands.clone().acquire_owned().await.unwrap();
        let (asked, counted) = (work.clone(), begun.clone());
        let gone = tokio::spawn(async move {
            asked.answer(&Asker(None), Kind::Plan, move || counted.fetch_add(1, Ordering::SeqCst)).await
        });
        tokio::task::yield_now().await;
        gone.abort();
        assert!(gone.await.is_err());
        drop(busy);
        assert_eq!(work.answer(&Asker(None), Kind::Plan, || 7).await.unwrap(), 7);
        assert_eq!(begun.load(Ordering::SeqCst), 0);
    }

    /// Work that looks whether it is wanted, and ends only when it is not.
    fn endless(ended: &Arc<AtomicUsize>) -> impl FnOnce() + Send + 'static {
        let ended = ended.clone();
        move || {
            while !tolva_core::given_up() {
                std::thread::sleep(Duration::from_millis(1));
            }
            ended.fetch_add(1, Ordering::SeqCst);
        }
    }

    /// What is being worked on ends when its asker leaves, and when the same asker asks anew.
    #[tokio::test]
    async fn begun_work_ends_when_nobody_waits() {
        let (work, ended) = (one_hand(), Arc::new(AtomicUsize::new(0)));
        let (asked, question) = (work.clone(), endless(&ended));
        let leaves = tokio::spawn(async move { asked.answer(&Asker(None), Kind::Plan, question).await });
        while work.hands.available_permits() > 0 {
            tokio::task::yield_now().await;
        }
        leaves.abort();
        assert_eq!(work.answer(&Asker(None), Kind::Plan, || 7).await.unwrap(), 7);
        assert_eq!(ended.load(Ordering::SeqCst), 1);

        let window = Asker::read("a");
        let (asked, again, question) = (work.clone(), window.clone(), endless(&ended));
        let before = tokio::spawn(async move { asked.answer(&again, Kind::Assess, question).await });
        while work.hands.available_permits() > 0 {
            tokio::task::yield_now().await;
        }
        assert_eq!(work.answer(&window, Kind::Assess, || 8).await.unwrap(), 8);
        assert_eq!(before.await.unwrap().unwrap_err().kind, "overtaken");
        assert_eq!(ended.load(Ordering::SeqCst), 2);
    }

    #[tokio::test]
    async fn one_that_fails_leaves_the_others_alone() {
        let work = one_hand();
        let failed = work.answer(&Asker(None), Kind::Plan, || assert!(std::hint::black_box(false), "on purpose")).await;
        assert_eq!(failed.unwrap_err().status, 500);
        assert_eq!(work.answer(&Asker(None), Kind::Plan, || 7).await.unwrap(), 7);
    }
}
