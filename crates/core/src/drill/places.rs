//! Rounds about where things stand.

use super::{Chance, Drawn, Gesture};
use crate::say::drill as words;

/// Right within so many degrees.
const TOLERANCE: f64 = 12.0;

/// A pane that is turned: from where does a light show in it?
pub(super) fn reflection(chance: &mut Chance) -> Drawn {
    let side = if chance.yes() { 1.0 } else { -1.0 };
    let turned = side * chance.whole(2, 9) as f64 * 5.0;
    let mut drawn = Drawn::asking(words::reflection(turned), Gesture::Turn { most: 120.0 }, 2.0 * turned, TOLERANCE);
    drawn.pane = Some(turned);
    drawn.why = words::why_reflection(turned);
    drawn
}
