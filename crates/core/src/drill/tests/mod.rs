//! Answers by formulas of their own, not by the code that draws the rounds.

mod own;
mod pictured;
mod reckoned;
mod task;

use super::*;
use crate::sample;
use rstest::rstest;

fn ground(kit: &Kit) -> DrillGround<'_> {
    DrillGround { kit, house: House::default(), own: None }
}

fn graded(kind: DrillKind, seed: u32, answer: f64) -> Graded {
    grade(kind, seed, answer, ground(&sample::kit())).unwrap()
}

/// The right answer, taken from the grading of any answer.
fn truth(kind: DrillKind, seed: u32) -> f64 {
    graded(kind, seed, of(kind, seed).gesture.begins()).truth
}

fn of(kind: DrillKind, seed: u32) -> Round {
    round(kind, seed, ground(&sample::kit())).unwrap()
}

/// Numbers in a text, in their order: 1/60 is two.
fn numbers(text: &str) -> Vec<f64> {
    let cleaned: String = text.chars().map(|c| if c.is_ascii_digit() || c == '.' { c } else { ' ' }).collect();
    cleaned.split_whitespace().filter_map(|word| word.trim_matches('.').parse().ok()).collect()
}

fn seconds(mark: &str) -> f64 {
    match mark.split_once('/') {
        Some((one, of)) => one.parse::<f64>().unwrap() / of.parse::<f64>().unwrap(),
        None => numbers(mark)[0],
    }
}

/// Every kind has rounds, the same for the same seed and another for another; the right answer is right, one far off is not, and both
/// say why.
#[test]
fn every_kind_can_be_answered() {
    for kind in DrillKind::ALL {
        let rounds: Vec<Round> = (0..12).map(|seed| of(kind, seed)).collect();
        assert_eq!(rounds[3], of(kind, 3));
        assert!(
            rounds.iter().any(|round| round.ask != rounds[0].ask
                || round.frames != rounds[0].frames
                || round.swatches != rounds[0].swatches),
            "{kind:?}"
        );
        for seed in 0..12 {
            let right = truth(kind, seed);
            let good = graded(kind, seed, right);
            assert!(good.right && !good.why.is_empty() && !good.written.is_empty(), "{kind:?} {seed} {good:?}");
            let far = match of(kind, seed).gesture {
                Gesture::Stops { from, to, .. } => {
                    if right - from > to - right {
                        from
                    } else {
                        to
                    }
                }
                Gesture::Dial { marks, .. } => {
                    if right > 3.5 {
                        0.0
                    } else {
                        marks.len() as f64 - 1.0
                    }
                }
                Gesture::Rule { .. } => {
                    if right > 5000.0 {
                        2500.0
                    } else {
                        12_000.0
                    }
                }
                Gesture::Turn { most } => {
                    if right > 0.0 {
                        -most.min(100.0)
                    } else {
                        most.min(100.0)
                    }
                }
                Gesture::Choice { options } => (right + 1.0).rem_euclid(options.len() as f64),
            };
            let bad = graded(kind, seed, far);
            assert!(!bad.right && bad.said != good.said, "{kind:?} {seed} {far} {bad:?}");
            assert_eq!(bad.truth, right);
        }
    }
}

/// No setup of a round is one the studio would refuse.
#[test]
fn frames_are_setups_like_any_other() {
    let kit = sample::kit();
    for kind in DrillKind::ALL {
        for seed in 0..6 {
            let after = graded(kind, seed, truth(kind, seed)).frames;
            for seen in of(kind, seed).frames.iter().chain(&after) {
                assert_eq!(seen.setup.check(&kit), Ok(()), "{kind:?} {seed}");
            }
        }
    }
}

#[rstest]
#[case::off_the_scale(DrillKind::Ratio, 40.0)]
#[case::no_such_mark(DrillKind::Depth, 99.0)]
#[case::between_marks(DrillKind::Depth, 1.5)]
#[case::below(DrillKind::Binds, -1.0)]
#[case::not_a_number(DrillKind::LightFrom, f64::NAN)]
fn what_is_no_answer_is_not_graded(#[case] kind: DrillKind, #[case] answer: f64) {
    assert_eq!(grade(kind, 1, answer, ground(&sample::kit())), None);
}

#[test]
fn an_empty_kit_has_no_frames_to_look_at() {
    let asked = |kind| round(kind, 1, ground(&Kit::default())).is_some();
    assert!(!asked(DrillKind::Ratio) && !asked(DrillKind::Equivalent));
    assert!(asked(DrillKind::PowerForDistance) && asked(DrillKind::GreyCard));
}
