use super::keep::{Keep, Levels};
use super::reach::{Hand, Reach, reach};
use crate::setup::PerPatch;
use crate::situation::powers_of_lit;
use crate::situation::{Dials, Situation};
use crate::wanted::given_up;

/// The exposure value of each patch.
pub type Ambient = PerPatch<Option<f64>>;

/// Dials from a minute on.
#[derive(Debug, Clone, PartialEq)]
pub struct Climb {
    /// The minute, counted from the first ambient given.
    pub minute: usize,
    /// The dials from then on.
    pub dials: Dials,
    /// Whether they keep the tolerance at that minute.
    pub kept: bool,
}

/// A hand is taken before those after it when it lasts at least this part of what the best of them does.
const LONG_ENOUGH: f64 = 0.45;
/// Out of tolerance, coming this near to the best in stops is as good.
const NEARLY: f64 = 0.15;
/// Out of tolerance, a change has to bring the picture nearer by this many stops to be worth a turn.
const WORTH: f64 = 0.5;
/// Out of tolerance, a way back is looked for after so many minutes, then after twice as many, up to the most.
const LOOK_AGAIN: usize = 3;
const MOST_WAIT: usize = 24;

/// The hand to use: the first that lasts nearly as long as any.
fn choose(s: &Situation<'_>, keep: &Keep, ahead: &[Ambient], now: &Dials) -> Option<Reach> {
    let mut found: Vec<Reach> = Vec::new();
    for hand in Hand::order(&s.terms.house.habits) {
        if hand.is_combined() && found.iter().any(|reach| reach.lasts > 0) {
            break;
        }
        found.extend(reach(s, keep, ahead, now, hand));
    }
    let longest = found.iter().map(|reach| reach.lasts).max()?;
    if longest == 0 {
        // Out of reach: the first hand that comes nearly as near as any.
        let nearest = found.iter().map(|reach| reach.strays).fold(f64::INFINITY, f64::min);
        return found.into_iter().find(|reach| reach.strays <= nearest + NEARLY);
    }
    found.into_iter().find(|reach| reach.lasts as f64 >= LONG_ENOUGH * longest as f64)
}

/// Goes through the minutes from dials that are right at the first: where they stop keeping the tolerance, they are
/// turned. The first entry is the start; none of the minutes are left out.
#[must_use]
pub fn climb(s: &Situation<'_>, ambients: &[Ambient], start: &Dials, tolerance: f64) -> Vec<Climb> {
    let Some(first) = ambients.first() else { return Vec::new() };
    let keep = Keep::of(s, first, start, tolerance);
    let levels = |dials: &Dials| Levels::of(s, dials, &powers_of_lit(s, dials));
    let mut now = start.clone();
    let mut makes = levels(&now);
    let lasts = ambients.iter().take_while(|ambient| keep.within(&makes.at(ambient))).count();
    if lasts < ambients.len() {
        // The first rung sets every dial anyway: where the plan begins at the edge of the tolerance, it may as well reach.
        let reach = choose(s, &keep, ambients, start).filter(|reach| reach.lasts > 2 * lasts);
        if let Some(reach) = reach {
            now = reach.dials;
            makes = levels(&now);
        }
    }
    let mut kept = keep.within(&makes.at(first));
    let mut climbed = vec![Climb { minute: 0, dials: now.clone(), kept }];
    // When a way back is looked for next, and after how many minutes then.
    let (mut again, mut wait) = (0, LOOK_AGAIN);
    for (minute, ambient) in ambients.iter().enumerate().skip(1) {
        if given_up() {
            break;
        }
        let total = makes.at(ambient);
        let was_kept = kept;
        if keep.within(&total) {
            // Also where the light came back into reach by itself.
            kept = true;
            (again, wait) = (0, LOOK_AGAIN);
        } else if kept || minute >= again {
            kept = false;
            again = minute + wait;
            wait = (2 * wait).min(MOST_WAIT);
            let out = keep.strays(&total);
            let reach = choose(s, &keep, &ambients[minute..], &now);
            if let Some(reach) = reach.filter(|reach| reach.lasts > 0 || reach.strays < out - WORTH) {
                kept = reach.lasts > 0;
                if kept {
                    wait = LOOK_AGAIN;
                }
                now = reach.dials;
                makes = levels(&now);
                climbed.push(Climb { minute, dials: now.clone(), kept });
                continue;
            }
        }
        if kept != was_kept {
            climbed.push(Climb { minute, dials: now.clone(), kept });
        }
    }
    climbed
}
