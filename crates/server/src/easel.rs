//! Pictures in the making: each setup that is looked at has one. One painter works on the one looked at last, round after round, as
//! long as somebody looks and no question is at work. Dials only develop what is there anew; what moves on the set begins another.

use crate::at_work::AtWork;
use crate::low::with_brushes;
use std::collections::VecDeque;
use std::sync::{Arc, Condvar, Mutex, MutexGuard, PoisonError, Weak};
use std::time::{Duration, Instant};
use tokio::sync::Notify;
use tolva_core::set::{Set, Shown, Still};
use tolva_render::{Developing, Frame, Known, Layers, Picture, Probe, World};

/// Setups whose pictures are kept, so that what all take stays under a limit: each may take some 50 MB.
const KEPT: usize = 3;

/// Rounds of samples after which a picture is good.
pub const ENOUGH: u32 = 64;

/// Somebody looks as long as they asked so lately.
const LOOKED_AT: Duration = Duration::from_secs(8);

/// Pixels of a picture, and of the rough one that is there first.
const PIXELS: f64 = 120_000.0;

const ROUGH: f64 = 12_000.0;

/// While a question is at work a picture waits so long between looks whether it is answered.
const WAITS: Duration = Duration::from_millis(2);

/// So long the screen of whoever was answered takes to draw it: a picture that is there gets no better meanwhile.
const DRAWS: Duration = Duration::from_millis(90);

/// From so many rounds on a picture is fair, and its getting better can wait for that.
const FAIR: u32 = 16;

/// With nothing to do the painter looks up so often, to see whether the studio was closed.
const LOOKS_UP: Duration = Duration::from_secs(1);

/// What a picture is of.
#[derive(Debug, Clone, PartialEq)]
pub struct Motif {
    /// What sends, stops and returns light.
    pub set: Set,
    /// What the camera sees.
    pub shown: Shown,
    /// Where its light is compared with what was metered.
    pub probes: Vec<Probe>,
}

/// A picture as it is by now.
#[derive(Debug, Clone)]
pub struct Sketch {
    /// What each source gives each point.
    pub layers: Arc<Layers>,
    /// Whether it is the rough one.
    pub rough: bool,
    /// What is known of how it was developed last.
    known: Arc<Mutex<Known>>,
}

impl Sketch {
    fn of(picture: &Picture, rough: bool) -> Sketch {
        Sketch { layers: Arc::new(picture.layers().clone()), rough, known: Arc::default() }
    }

    /// Develops a frame of it; what is known of those before it serves where only levels are others.
    pub fn frame(&self, developing: &Developing, still: &Still) -> Frame {
        let mut known = unpoisoned(&self.known).clone();
        let frame = developing.frame_knowing(&self.layers, still, &mut known);
        *unpoisoned(&self.known) = known;
        frame
    }

    /// How far it has come, for whoever waits for more: a rough one counts nothing.
    pub fn rounds(&self) -> u32 {
        if self.rough { 0 } else { self.layers.rounds() }
    }
}

#[derive(Debug, Default)]
struct OnEasel {
    motif: Option<Motif>,
    /// Counts the motifs, so that what is traced for one before is given up.
    turn: u64,
    sketch: Option<Sketch>,
    looked_at: Option<Instant>,
    /// What is worked on, laid aside between rounds.
    begun: Option<Picture>,
    /// The one before it, to take over from.
    before: Option<Picture>,
}

/// One setup's picture.
#[derive(Debug, Default)]
pub struct Easel {
    on: Mutex<OnEasel>,
    news: Notify,
}

#[derive(Debug, Default)]
struct Room {
    /// The one looked at last at the end.
    kept: Mutex<VecDeque<(String, Arc<Easel>)>>,
    /// The easel the painter stands before.
    front: Mutex<Option<Arc<Easel>>>,
    bell: Condvar,
    at_work: AtWork,
}

/// All easels, and their painter.
#[derive(Debug, Clone)]
pub struct Easels(Arc<Room>);

fn unpoisoned<T>(mutex: &Mutex<T>) -> MutexGuard<'_, T> {
    mutex.lock().unwrap_or_else(PoisonError::into_inner)
}

impl Easels {
    /// Easels whose painter gives way to these questions.
    pub fn beside(at_work: AtWork) -> Easels {
        let room = Arc::new(Room { at_work, ..Room::default() });
        let seen = Arc::downgrade(&room);
        std::thread::spawn(move || paints(&seen));
        Easels(room)
    }

    /// A setup's own.
    fn of(&self, setup: &str) -> Arc<Easel> {
        let mut kept = unpoisoned(&self.0.kept);
        let known = kept.iter().position(|(id, _)| id == setup).and_then(|index| kept.remove(index));
        let found = known.unwrap_or_else(|| (setup.to_owned(), Arc::default()));
        let easel = Arc::clone(&found.1);
        kept.push_back(found);
        while kept.len() > KEPT {
            kept.pop_front();
        }
        easel
    }

    /// Asks for the picture of a setup with more rounds than are known of it, and waits no longer than `patience`: what is there
    /// by then, which may be none.
    pub async fn look(&self, setup: &str, motif: Motif, more_than: Option<u32>, patience: Duration) -> Option<Sketch> {
        let end = Instant::now() + patience;
        let easel = self.of(setup);
        loop {
            let news = easel.news.notified();
            {
                let mut on = unpoisoned(&easel.on);
                on.looked_at = Some(Instant::now());
                if on.motif.as_ref() != Some(&motif) {
                    let (turn, before) = (on.turn + 1, on.begun.take().or(on.before.take()));
                    let looked_at = on.looked_at;
                    *on = OnEasel { motif: Some(motif.clone()), turn, looked_at, before, ..OnEasel::default() };
                }
                let there = on.sketch.clone();
                let enough = there.as_ref().is_some_and(|sketch| {
                    more_than.is_none_or(|known| sketch.rounds() > known || sketch.rounds() >= ENOUGH)
                });
                if enough && more_than.is_some() {
                    return there;
                }
                *unpoisoned(&self.0.front) = Some(Arc::clone(&easel));
                self.0.bell.notify_all();
                if enough {
                    return there;
                }
            }
            let left = end.saturating_duration_since(Instant::now());
            if left.is_zero() || tokio::time::timeout(left, news).await.is_err() {
                return unpoisoned(&easel.on).sketch.clone();
            }
        }
    }

    /// Asks for one to be kept, printed or measured: with more rounds than these within `patience`, else with any as long again. The
    /// rough one, a tenth as large, is none of these.
    pub async fn look_well(&self, setup: &str, motif: Motif, more_than: u32, patience: Duration) -> Option<Sketch> {
        for rounds in [more_than, 0] {
            let there = self.look(setup, motif.clone(), Some(rounds), patience).await;
            if let Some(sketch) = there.filter(|sketch| !sketch.rough) {
                return Some(sketch);
            }
        }
        None
    }
}

/// The painter: works on what stands in front, a round at a time, until nothing is left to do or nobody has these easels any more.
fn paints(room: &Weak<Room>) {
    while let Some(room) = room.upgrade() {
        let front = unpoisoned(&room.front).clone();
        let worked = front.is_some_and(|easel| easel.step(&room));
        if !worked {
            let front = unpoisoned(&room.front);
            drop(room.bell.wait_timeout(front, LOOKS_UP));
        }
    }
}

/// Whether a picture is of another motif than the one on the easel.
fn from_before(picture: &Picture, on: &OnEasel) -> bool {
    let world = picture.world();
    on.motif.as_ref().is_none_or(|motif| motif.set != world.set || motif.shown != world.shown)
}

impl Easel {
    fn is_wanted(self: &Arc<Self>, turn: u64, room: &Room) -> bool {
        let in_front = unpoisoned(&room.front).as_ref().is_some_and(|front| Arc::ptr_eq(front, self));
        let on = unpoisoned(&self.on);
        in_front && on.turn == turn && on.looked_at.is_some_and(|at| at.elapsed() < LOOKED_AT)
    }

    /// Whether it is wanted still, once no question is at work.
    fn goes_on(self: &Arc<Self>, turn: u64, room: &Room) -> bool {
        while room.at_work.is_busy() && self.is_wanted(turn, room) {
            std::thread::sleep(WAITS);
        }
        self.is_wanted(turn, room)
    }

    /// The same once whoever asked last has drawn the answer as well, so long as there is patience left for that.
    fn goes_on_later(self: &Arc<Self>, turn: u64, room: &Room, patience: &Mutex<Duration>) -> bool {
        while room.at_work.was_asked(DRAWS) && !unpoisoned(patience).is_zero() && self.is_wanted(turn, room) {
            let since = Instant::now();
            std::thread::sleep(WAITS);
            let mut left = unpoisoned(patience);
            *left = left.saturating_sub(since.elapsed());
        }
        self.goes_on(turn, room)
    }

    /// Puts down what there is by now; says whether it was still asked for.
    fn publish(&self, turn: u64, picture: &Picture, rough: bool) {
        let mut on = unpoisoned(&self.on);
        if on.turn == turn {
            on.sketch = Some(Sketch::of(picture, rough));
            drop(on);
            self.news.notify_waiters();
        }
    }

    /// Works on it for a while; says whether there was something to do.
    fn step(self: &Arc<Self>, room: &Room) -> bool {
        let (turn, motif, begun, before) = {
            let mut on = unpoisoned(&self.on);
            let Some(motif) = on.motif.clone() else { return false };
            let done = on.begun.as_ref().is_some_and(|picture| picture.layers().rounds() >= ENOUGH);
            let looked_at = on.looked_at.is_some_and(|at| at.elapsed() < LOOKED_AT);
            if done || !looked_at {
                return false;
            }
            let begun = on.begun.take();
            let before = if begun.is_none() { on.before.take() } else { None };
            (on.turn, motif, begun, before)
        };
        let wanted = || self.goes_on(turn, room);
        let left = with_brushes(|| match begun {
            Some(mut picture) => {
                let patience = Mutex::new(if picture.layers().rounds() < FAIR { Duration::ZERO } else { DRAWS });
                if picture.round(|| self.goes_on_later(turn, room, &patience)) {
                    let rounds = picture.layers().rounds();
                    // Often while it changes much, seldom later.
                    if rounds <= 4 || rounds.is_multiple_of(4) {
                        self.publish(turn, &picture, false);
                    }
                }
                Some(picture)
            }
            None => {
                if !wanted() {
                    return before;
                }
                let view = motif.shown.view;
                let size = |pixels: f64| {
                    let aspect = (view.half_width / view.half_height).clamp(0.2, 5.0);
                    let side = |pixels: f64| pixels.sqrt().round().max(8.0) as u32;
                    (side(pixels * aspect), side(pixels / aspect))
                };
                let world = World::of(motif.set, motif.shown);
                let mut rough = Picture::of(world, size(ROUGH), &motif.probes);
                if rough.round(wanted) {
                    self.publish(turn, &rough, true);
                }
                if !wanted() {
                    return before;
                }
                let picture = rough.again(size(PIXELS));
                Some(match before {
                    Some(before) => picture.knowing(&before),
                    None => picture,
                })
            }
        });
        let mut on = unpoisoned(&self.on);
        match left {
            Some(picture) if on.turn == turn && !from_before(&picture, &on) => on.begun = Some(picture),
            // Given up on the way: what it knows may serve the next.
            left => on.before = left.or(on.before.take()),
        }
        true
    }
}

#[cfg(test)]
mod tests;
