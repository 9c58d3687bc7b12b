//! The dials that can be turned at a moment, and how long each turn lasts.

use super::climb::Ambient;
use super::keep::{Keep, Levels};
use crate::house::{Following, Habits};
use crate::marks::{ApertureMark, IsoMark, Mark, ShutterMark};
use crate::quantity::Power;
use crate::setup::PerPatch;
use crate::setup::free_range;
use crate::situation::powers_of_lit;
use crate::situation::{Dials, Situation};
use crate::solve::solve_powers;
use std::collections::HashSet;

/// Which dials a change turns.
#[derive(Debug, Clone, Copy, PartialEq, Eq, PartialOrd, Ord)]
pub(super) enum Hand {
    /// The shutter alone.
    Shutter,
    /// The flash's power alone.
    Power,
    /// Shutter and power.
    ShutterAndPower,
    /// ISO, power following.
    Iso,
    /// Aperture, power following.
    Aperture,
    /// ISO and shutter, power following.
    IsoAndShutter,
    /// Aperture, ISO and shutter, power following.
    All,
}

impl Hand {
    /// The hands in the order a studio reaches for them: single dials as they follow the light, shutter and power together
    /// after the later of both, several camera dials at once last.
    pub(super) fn order(habits: &Habits) -> Vec<Hand> {
        let later = habits.place(Following::Shutter).max(habits.place(Following::Power));
        let mut order = Vec::new();
        for (place, dial) in habits.follow.iter().enumerate() {
            order.push(match dial {
                Following::Shutter => Hand::Shutter,
                Following::Power => Hand::Power,
                Following::Iso => Hand::Iso,
                Following::Aperture => Hand::Aperture,
            });
            if place == later {
                order.push(Hand::ShutterAndPower);
            }
        }
        order.extend([Hand::IsoAndShutter, Hand::All]);
        order
    }

    const fn turns_shutter(self) -> bool {
        matches!(self, Hand::Shutter | Hand::ShutterAndPower | Hand::IsoAndShutter | Hand::All)
    }

    const fn turns_iso(self) -> bool {
        matches!(self, Hand::Iso | Hand::IsoAndShutter | Hand::All)
    }

    const fn turns_aperture(self) -> bool {
        matches!(self, Hand::Aperture | Hand::All)
    }

    /// Whether it turns several camera dials at once: the last resort.
    pub(super) const fn is_combined(self) -> bool {
        matches!(self, Hand::IsoAndShutter | Hand::All)
    }

    const fn follows_with_power(self) -> bool {
        !matches!(self, Hand::Shutter)
    }
}

/// A way to set the dials, with how long it lasts.
#[derive(Debug, Clone, PartialEq)]
pub(super) struct Reach {
    pub(super) hand: Hand,
    pub(super) dials: Dials,
    /// Minutes from now until a patch strays too far.
    pub(super) lasts: usize,
    /// How far the patch that strays most is out now.
    pub(super) strays: f64,
    /// How far the camera's dials are turned, in sixths of a stop.
    turned: u16,
}

/// The clicks a hand may put each camera dial on, the nearest to where it stands first.
struct Clicks {
    shutters: Vec<ShutterMark>,
    isos: Vec<IsoMark>,
    apertures: Vec<ApertureMark>,
}

fn nearest_first<M: Mark>(mut marks: Vec<M>, now: M) -> Vec<M> {
    marks.sort_by_key(|mark| mark.sixths().abs_diff(now.sixths()));
    marks
}

impl Clicks {
    fn of(s: &Situation<'_>, now: &Dials, hand: Hand) -> Clicks {
        let camera = &s.setup.camera;
        let fastest = s.safe_sync.filter(|_| !s.past_sync).map_or(s.shutter.1, |sync| sync.min(s.shutter.1));
        let shutters = if hand.turns_shutter() {
            free_range(camera.shutter, (s.shutter.0, fastest.max(now.shutter)), s.step)
        } else {
            vec![now.shutter]
        };
        let mut isos = if hand.turns_iso() { free_range(camera.iso, s.iso, s.step) } else { vec![now.iso] };
        // ISO below base costs headroom: the ladder does not go there.
        isos.retain(|iso| *iso >= s.base.min(now.iso));
        let deep = |aperture: &ApertureMark| s.asks.depth.is_none_or(|need| aperture.stops() >= need - 0.17);
        let apertures = if hand.turns_aperture() {
            let mut open = free_range(camera.aperture, s.aperture, s.step);
            open.retain(|aperture| *aperture >= now.aperture || deep(aperture));
            open
        } else {
            vec![now.aperture]
        };
        Clicks {
            shutters: nearest_first(shutters, now.shutter),
            isos: nearest_first(isos, now.iso),
            apertures: nearest_first(apertures, now.aperture),
        }
    }
}

/// What every light at full power gives each patch together, at a gain of 0 and the slowest shutter: no set of powers
/// gives more.
fn most_flash(s: &Situation<'_>) -> PerPatch<f64> {
    let full = s.full_power_levels(0, s.shutter.0);
    PerPatch::of(|patch| full.iter().filter_map(|levels| levels[patch]).map(f64::exp2).sum())
}

/// The powers that give the face its light at this ambient with these dials; held ones stay.
fn with_powers(s: &Situation<'_>, ambient: &Ambient, dials: &mut Dials) {
    let offset = s.ambient_gain(dials.gain(), dials.shutter);
    let full = s.full_power_levels(dials.gain(), dials.shutter);
    let mut powers = Vec::new();
    solve_powers(s, &ambient.map(|ev| ev.map(|ev| ev + offset)), &full, &mut powers);
    for (lit, below) in s.lights.iter().zip(&powers) {
        dials.turn(lit.index, Power::nearest(*below));
    }
}

/// The ways a hand has from `now` on, at the ambients of the minutes to come: the one that lasts longest, or where none
/// lasts at all, the one that strays least. Of several dials at once only ways that last are looked for.
pub(super) fn reach(s: &Situation<'_>, keep: &Keep, ahead: &[Ambient], now: &Dials, hand: Hand) -> Option<Reach> {
    let first = ahead.first()?;
    if s.lights.is_empty() && hand == Hand::Power {
        return None;
    }
    let clicks = Clicks::of(s, now, hand);
    let most = most_flash(s);
    // Levels depend on ISO, aperture and ND through their sum alone: of equal sums the nearest was looked at first.
    let mut seen = HashSet::new();
    let mut best: Option<Reach> = None;
    for shutter in &clicks.shutters {
        for iso in &clicks.isos {
            for aperture in &clicks.apertures {
                let gain = iso.sixths() - aperture.sixths() - now.nd.sixths();
                let offset = s.ambient_gain(gain, *shutter);
                let brightest = f64::from(gain) / 6.0;
                if hand.is_combined() {
                    let hopeless = !keep.can_hold(first, offset, &most.map(|light| light * brightest.exp2()));
                    if hopeless || !seen.insert((gain, *shutter)) {
                        continue;
                    }
                }
                let mut dials = Dials { shutter: *shutter, iso: *iso, aperture: *aperture, ..now.clone() };
                if !keep.steady(s, &dials) {
                    continue;
                }
                if hand.follows_with_power() {
                    with_powers(s, first, &mut dials);
                }
                let powers = powers_of_lit(s, &dials);
                let levels = Levels::of(s, &dials, &powers);
                let strays = keep.strays(&levels.at(first));
                let lasts = ahead.iter().take_while(|ambient| keep.within(&levels.at(ambient))).count();
                let found = Reach { hand, lasts, strays, turned: turned(now, &dials), dials };
                if best.as_ref().is_none_or(|best| found.is_better(best)) {
                    best = Some(found);
                }
            }
        }
    }
    best
}

/// How far the camera's dials are turned in all, in sixths of a stop.
fn turned(from: &Dials, to: &Dials) -> u16 {
    let by = |a: i16, b: i16| a.abs_diff(b);
    by(from.iso.sixths(), to.iso.sixths())
        + by(from.shutter.sixths(), to.shutter.sixths())
        + by(from.aperture.sixths(), to.aperture.sixths())
}

impl Reach {
    /// Lasting longer is better; with several dials at once, lasting nearly as long with less turned; where nothing
    /// lasts, straying less.
    fn is_better(&self, than: &Reach) -> bool {
        let score = |reach: &Reach| {
            // A combined turn wanders over the whole range for a minute more: it has to be worth its turns.
            let turns = if reach.hand.is_combined() { f64::from(reach.turned) * 0.25 } else { 0.0 };
            reach.lasts as f64 - turns
        };
        match (self.lasts > 0, than.lasts > 0) {
            (true, true) if (score(self) - score(than)).abs() < 1e-9 => self.turned < than.turned,
            (true, true) => score(self) > score(than),
            (false, false) => self.strays < than.strays - 1e-9,
            (lasts, _) => lasts,
        }
    }
}
