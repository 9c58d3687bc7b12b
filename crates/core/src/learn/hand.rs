//! How long a hand holds still, from frames that are sharp and frames that are drawn out.

use super::Taught;
use super::prior::HAND;
use crate::judge::{Sharpness, sharp};
use crate::optics::odds_of_a_sharp_frame;
use crate::picture::flash_freezes;
use crate::quantity::{Learnt, Seconds, Stops, no_finer};
use crate::setup::Patch;
use crate::take::Take;

/// A frame in the hand: how much longer it was exposed than the time at which by the hand-held rule it would show in it, in stops, and
/// whether it is sharp.
#[derive(Debug, Clone, Copy, PartialEq)]
struct Held {
    longer: f64,
    sharp: bool,
}

/// Steps the hand's odds are looked through at, and how far, in stops.
const STEP: f64 = 0.02;
const REACH: f64 = 4.0;

/// What a take tells of the hand; nothing on a tripod, by flash, of movers, or where the focus is elsewhere.
fn held(take: &Take) -> Option<Held> {
    let rule = take.planned.hand?;
    let shutter = take.settings.shutter.filter(|_| take.says_its_settings())?;
    let face = take.planned.level(Patch::Face)?;
    let flash = face.flash().map_or(0.0, |flash| (flash - face.total()).exp2());
    let seen = sharp(take, Patch::Face)?;
    let sharp = match seen.is {
        Sharpness::Sharp => true,
        Sharpness::DrawnAcross | Sharpness::DrawnDown => false,
        Sharpness::Soft | Sharpness::Unclear => return None,
    };
    let longer = (shutter.time().seconds() / rule.seconds()).log2() - seen.shown_later();
    (!flash_freezes(flash)).then_some(Held { longer, sharp })
}

/// The likeliest hand: stops longer than the rule, with a prior about it, from sharp frames and others. Weighed over all hands that
/// might be, as odds near nought and one are far from a parabola.
fn likeliest(frames: &[Held]) -> (f64, f64) {
    let odds = |hand: f64, frame: &Held| {
        let sharp = odds_of_a_sharp_frame(Seconds::of(hand.exp2()), Seconds::of(frame.longer.exp2())).share();
        (if frame.sharp { sharp } else { 1.0 - sharp }).max(1e-12).ln()
    };
    let count = (2.0 * REACH / STEP) as usize;
    let hands = (0..=count).map(|at| at as f64 * STEP - REACH);
    let weighed: Vec<(f64, f64)> = hands
        .map(|hand| (hand, frames.iter().map(|frame| odds(hand, frame)).sum::<f64>() - 0.5 * (hand / HAND).powi(2)))
        .collect();
    let most = weighed.iter().map(|(_, weight)| *weight).fold(f64::MIN, f64::max);
    let weight = |log: &f64| (log - most).exp();
    let all: f64 = weighed.iter().map(|(_, log)| weight(log)).sum();
    let mean = weighed.iter().map(|(hand, log)| hand * weight(log)).sum::<f64>() / all;
    let spread = (weighed.iter().map(|(hand, log)| (hand - mean).powi(2) * weight(log)).sum::<f64>() / all).sqrt();
    (mean, spread)
}

/// What takes tell of the hand; none where no frame does.
pub(super) fn hand(takes: &[Taught<'_>]) -> Option<Learnt> {
    let frames: Vec<Held> = takes.iter().filter_map(|taught| held(taught.take)).collect();
    let (more, spread) = (!frames.is_empty()).then(|| likeliest(&frames))?;
    let takes = u32::try_from(frames.len()).unwrap_or(u32::MAX);
    Some(Learnt { more: Stops::of(no_finer(more, 0.1)), spread: Stops::of(no_finer(spread, 0.01)), takes })
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    fn frames(longer: f64, sharp: u32, of: u32) -> Vec<Held> {
        (0..of).map(|frame| Held { longer, sharp: frame < sharp }).collect()
    }

    /// By the law p = 1 − exp(−t₀/t) with t₀ = ln 5 of the rule's time: at two stops over the rule, 1 − 5^(−1/4) = 0.331 are sharp, so
    /// a hand of which 331 of 1 000 are there keeps to the rule; one with 1 − 5^(−1/2) = 0.553 of them holds twice as long.
    #[rstest]
    #[case::by_the_rule(331, 0.0)]
    #[case::twice_as_long(553, 1.0)]
    #[case::half_as_long(182, -1.0)]
    fn hands_are_told(#[case] sharp: u32, #[case] wanted: f64) {
        let (found, spread) = likeliest(&frames(2.0, sharp, 1_000));
        assert!((found - wanted).abs() < 0.03 && spread < 0.12, "{found} ± {spread}");
    }

    /// Ten sharp frames of ten say little: the hand is steadier, nobody knows how much.
    #[test]
    fn few_frames_leave_it_open() {
        let (found, spread) = likeliest(&frames(1.0, 3, 3));
        assert!(found > 0.2 && found < 1.5 && spread > 0.5, "{found} ± {spread}");
        let (none, wide) = likeliest(&[]);
        assert!(none.abs() < 1e-9 && (wide - HAND).abs() < 0.01);
    }
}
