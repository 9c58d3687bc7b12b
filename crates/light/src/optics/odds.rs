use crate::quantity::{Seconds, Share};

/// The share of frames that are sharp at the hand-held rule's time (common practice).
const AT_THE_RULE: f64 = 0.8;

/// The odds that one frame is sharp in the hand. Shake is taken as a random walk, whose blur's variance grows as the time does:
/// `p = 1 − exp(−t₀/t)`, with `t₀` such that at the hand-held rule's time four of five are sharp.
#[must_use]
pub fn odds_of_a_sharp_frame(rule: Seconds, shutter: Seconds) -> Share {
    let whole = -(1.0 - AT_THE_RULE).ln() * rule.seconds();
    Share::nearest(1.0 - (-whole / shutter.seconds()).exp())
}

/// How many frames hold at least one that is sharp, nineteen times in twenty: `1 − (1 − p)ⁿ ≥ 0.95`. Frames of one burst are not
/// independent, so it may take more.
#[must_use]
pub fn frames_for_a_sharp_one(odds: Share) -> u32 {
    let missed = (1.0 - odds.share()).ln();
    if missed >= 0.0 { MOST } else { (SURE.ln() / missed).ceil().clamp(1.0, f64::from(MOST)) as u32 }
}

/// The odds of none that count as none.
const SURE: f64 = 0.05;
/// More frames than this nobody takes.
const MOST: u32 = 999;

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// The trade's series: ten frames at 1/250, twenty at 1/125, forty at 1/60 for one that is sharp, from odds of 0.26, 0.14 and
    /// 0.07, where t₀ is 0.3/250 s (worked case 17 of the method notes; common practice).
    #[rstest]
    #[case(250.0, 0.26, 10)]
    #[case(125.0, 0.14, 20)]
    #[case(62.5, 0.07, 40)]
    fn the_series_of_the_trade(#[case] over: f64, #[case] odds: f64, #[case] frames: u32) {
        let rule = Seconds::of(0.3 / 250.0 / -(0.2f64.ln()));
        let found = odds_of_a_sharp_frame(rule, Seconds::of(1.0 / over));
        assert!((found.share() - odds).abs() < 0.005, "{found:?}");
        assert_eq!(frames_for_a_sharp_one(found), frames);
    }

    #[test]
    fn at_the_rule_four_of_five() {
        let rule = Seconds::of(1.0 / 100.0);
        assert!((odds_of_a_sharp_frame(rule, rule).share() - 0.8).abs() < 1e-9);
        assert_eq!(frames_for_a_sharp_one(Share::nearest(0.8)), 2);
        assert_eq!(frames_for_a_sharp_one(Share::nearest(0.0)), 999);
        assert_eq!(frames_for_a_sharp_one(Share::nearest(1.0)), 1);
    }
}
