//! Whether a cloud stood before the sun when something was read.

use super::{Fit, Observed};

/// What a cloud before the sun takes from its beam, in stops: all of it, for the eye (the program's own choice).
pub const HIDDEN: f64 = 8.0;
/// Readings this close in time are of one state of the sky, in minutes.
const TOGETHER: f64 = 5.0;
/// A cloud has moved on by this many minutes, to 1/e (the program's own choice).
const STAYS: f64 = 20.0;
/// A sky told clear may still have a cloud, and an overcast one a gap, so likely at least.
const NEVER_SURE: f64 = 0.02;
/// A sun of less than this share of a reading is not told by it.
const TOLD: f64 = 0.1;

/// A moment that was read, and whether a cloud stood before the sun.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Sky {
    /// When, in minutes.
    pub minute: f64,
    /// Whether it did.
    pub hidden: bool,
}

/// When a cloud stands before the sun, as the readings tell.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Clouded {
    /// The sun among the sources.
    pub sun: Option<usize>,
    /// The moments read, in order of time.
    pub skies: Vec<Sky>,
}

impl Clouded {
    /// How much of a cloud stands there, 0 to 1: as at the moments read, gone a while after and before them.
    fn there(&self, minute: f64) -> f64 {
        let after = self.skies.partition_point(|sky| sky.minute <= minute);
        let (last, next) = (after.checked_sub(1).map(|n| &self.skies[n]), self.skies.get(after));
        let between = last.zip(next).map(|(last, next)| (next.minute - last.minute - 2.0 * TOGETHER).max(f64::EPSILON));
        let each = [last, next].into_iter().flatten().filter(|sky| sky.hidden).map(|sky| {
            let away = ((minute - sky.minute).abs() - TOGETHER).max(0.0);
            (-away / STAYS).exp() * between.map_or(1.0, |between| (1.0 - away / between).max(0.0))
        });
        each.sum::<f64>().min(1.0)
    }

    /// Whether it was read that a cloud stood there at a minute.
    #[must_use]
    pub fn hides(&self, minute: f64) -> bool {
        self.skies.iter().any(|sky| sky.hidden && near(sky.minute, minute))
    }

    /// What it takes from the sun then, in stops: 0 or less.
    pub(super) fn shade(&self, minute: f64) -> f64 {
        let there = self.there(minute);
        (1.0 - there + there * (-HIDDEN).exp2()).log2()
    }

    /// How far the sun may be off for not knowing whether the cloud has gone, in stops.
    pub(super) fn unsure(&self, minute: f64) -> f64 {
        let there = self.there(minute);
        4.0 * there * (1.0 - there)
    }

    /// What sources give with the sun shaded as it was then.
    pub(super) fn dimmed(&self, minute: f64, parts: &[f64]) -> Vec<f64> {
        let mut parts = parts.to_vec();
        if let Some(part) = self.sun.and_then(|sun| parts.get_mut(sun)) {
            *part *= self.shade(minute).exp2();
        }
        parts
    }

    /// How unlikely these states of the sky are by the cover told, as squares of errors count.
    pub(super) fn unlikely(&self, observed: &[Observed]) -> f64 {
        let of = |sky: &Sky| {
            let cover = observed.iter().find(|read| near(read.minute, sky.minute)).map_or(0.5, |read| read.cover);
            let hidden = cover.clamp(NEVER_SURE, 1.0 - NEVER_SURE);
            -2.0 * if sky.hidden { hidden } else { 1.0 - hidden }.ln()
        };
        self.skies.iter().map(of).sum()
    }
}

fn near(a: f64, b: f64) -> bool {
    (a - b).abs() <= TOGETHER
}

/// The moments at which readings tell of the sun, behind cloud wherever it can be: a cloud before the sun makes nothing
/// brighter.
fn skies(observed: &[Observed], sun: usize) -> Vec<Sky> {
    let whole = |read: &Observed| read.parts.iter().sum::<f64>();
    let tells = |read: &&Observed| read.parts.get(sun).is_some_and(|sun| *sun > TOLD * whole(read));
    let mut telling: Vec<&Observed> = observed.iter().filter(tells).collect();
    telling.sort_by(|a, b| a.minute.total_cmp(&b.minute));
    let mut skies: Vec<Sky> = Vec::new();
    let mut off: Vec<f64> = Vec::new();
    for read in telling {
        let brighter = read.level - whole(read).log2();
        match skies.last() {
            Some(sky) if near(sky.minute, read.minute) => off[skies.len() - 1] += brighter,
            _ => {
                skies.push(Sky { minute: read.minute, hidden: false });
                off.push(brighter);
            }
        }
    }
    skies.iter_mut().zip(off).for_each(|(sky, brighter)| sky.hidden = brighter < 0.0);
    skies
}

/// The fit of the states of the sky that agree best: from sun all day and from cloud all day, each moment is turned to the
/// other as long as that helps.
pub(super) fn better(observed: &[Observed], sun: Option<usize>, fit: impl Fn(Clouded) -> Fit) -> Fit {
    let Some(sun) = sun else { return fit(Clouded::default()) };
    let all = skies(observed, sun);
    let could: Vec<usize> = (0..all.len()).filter(|index| all[*index].hidden).collect();
    let from = |hidden: bool| {
        let as_started = |sky: &Sky| Sky { hidden: hidden && sky.hidden, ..*sky };
        let mut best = fit(Clouded { sun: Some(sun), skies: all.iter().map(as_started).collect() });
        loop {
            let turned = could.iter().map(|index| {
                let mut tried = best.clouded().clone();
                tried.skies[*index].hidden = !tried.skies[*index].hidden;
                fit(tried)
            });
            let turned = turned.min_by(|a, b| a.cost().total_cmp(&b.cost()));
            match turned.filter(|turned| turned.cost() < best.cost()) {
                Some(turned) => best = turned,
                None => return best,
            }
        }
    };
    let (shining, hidden) = (from(false), from(true));
    if hidden.cost() < shining.cost() { hidden } else { shining }
}
