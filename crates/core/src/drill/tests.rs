//! Answers by formulas of their own, not by the code that draws the rounds.

use super::*;
use crate::marks::{ApertureMark, IsoMark, Mark, ShutterMark};
use crate::sample;
use crate::setup::{Patch, Setup};
use crate::solve::plan;
use rstest::rstest;

fn graded(kind: DrillKind, seed: u32, answer: f64) -> Graded {
    grade(kind, seed, answer, &sample::kit(), House::default()).unwrap()
}

/// The right answer, taken from the grading of any answer.
fn truth(kind: DrillKind, seed: u32) -> f64 {
    graded(kind, seed, of(kind, seed).gesture.begins()).truth
}

fn of(kind: DrillKind, seed: u32) -> Round {
    round(kind, seed, &sample::kit(), House::default()).unwrap()
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
#[rstest]
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
    assert_eq!(grade(kind, 1, answer, &sample::kit(), House::default()), None);
}

#[test]
fn an_empty_kit_has_no_frames_to_look_at() {
    let asked = |kind| round(kind, 1, &Kit::default(), House::default()).is_some();
    assert!(!asked(DrillKind::Ratio) && !asked(DrillKind::Equivalent));
    assert!(asked(DrillKind::PowerForDistance) && asked(DrillKind::GreyCard));
}

fn total(setup: &Setup, patch: Patch) -> f64 {
    let planned = plan(setup, &sample::kit(), House::default());
    let assessment = crate::assess::assess(setup, &sample::kit(), House::default()).unwrap();
    assert!(planned.is_ok());
    let level = assessment.level(patch).unwrap();
    // Ambient and flash are light: they add as light does.
    (level.ambient.stops().exp2() + level.flash.map_or(0.0, |flash| flash.stops().exp2())).log2()
}

#[rstest]
fn levels_are_what_ambient_and_flash_come_to() {
    for seed in 0..8 {
        let seen = &of(DrillKind::Ratio, seed).frames[0].setup;
        let ratio = total(seen, Patch::Background) - total(seen, Patch::Face);
        assert!((ratio - truth(DrillKind::Ratio, seed)).abs() < 1e-6);
        let seen = &of(DrillKind::LitToShadow, seed).frames[0].setup;
        let ratio = total(seen, Patch::ShadowSide) - total(seen, Patch::Face);
        assert!((ratio - truth(DrillKind::LitToShadow, seed)).abs() < 1e-6);
        assert!(ratio < -0.3, "a side light leaves a shadow side: {ratio}");
        assert!(total(seen, Patch::Face).abs() < 0.35, "the lit side is right: {}", total(seen, Patch::Face));
    }
}

/// Of the two frames just the dial asked for differs, and the levels move as the trade says: the shutter the ambient alone, the power
/// the flash alone, the aperture both.
#[test]
fn the_dial_that_was_turned_is_the_one_that_differs() {
    let mut met = [0; 3];
    for seed in 0..24 {
        let [before, after] = &of(DrillKind::WhichDial, seed).frames[..] else { panic!("two frames") };
        let (before, after) = (&before.setup, &after.setup);
        let differs = [
            before.camera.shutter != after.camera.shutter,
            before.lights[0].power != after.lights[0].power,
            before.camera.aperture != after.camera.aperture || before.camera.iso != after.camera.iso,
        ];
        let which = truth(DrillKind::WhichDial, seed) as usize;
        assert_eq!(differs, [which == 0, which == 1, which == 2], "{seed}");
        let wall = total(after, Patch::Background) - total(before, Patch::Background);
        let face = total(after, Patch::Face) - total(before, Patch::Face);
        match which {
            0 => assert!(wall.abs() > 2.0 * face.abs(), "{wall} {face}"),
            1 => assert!(face.abs() > 1.5 * wall.abs(), "{wall} {face}"),
            _ => assert!((face - wall).abs() < 0.05, "{wall} {face}"),
        }
        met[which] += 1;
    }
    assert!(met.iter().all(|count| *count > 0), "{met:?}");
}

/// What is said of ambient against flash is what the frames of the answer show, but for what ambient gives the face and flash the wall.
#[test]
fn the_common_errors_are_answered_by_the_frames() {
    let mut met_zero = false;
    for seed in 0..30 {
        let truth = truth(DrillKind::Against, seed);
        let frames = graded(DrillKind::Against, seed, truth).frames;
        let against = |setup: &Setup| total(setup, Patch::Background) - total(setup, Patch::Face);
        let shown = against(&frames[1].setup) - against(&frames[0].setup);
        assert!((shown - truth).abs() < 0.5, "{seed}: {shown} against {truth}");
        met_zero |= truth == 0.0;
    }
    assert!(met_zero, "the aperture does not change flash against ambient");
}

/// `N²/t·100/S` is the same before and after (ISO 2720).
#[test]
fn equivalent_exposures_are_equal() {
    for seed in 0..40 {
        let round = of(DrillKind::Equivalent, seed);
        let Gesture::Dial { marks, .. } = &round.gesture else { panic!("a dial") };
        let shutter = seconds(&marks[truth(DrillKind::Equivalent, seed) as usize]);
        let told = numbers(&round.ask.replace("1/60", "60").replace("f/", ""));
        let [n, one_over, s, new_n, new_s] = told[..] else { panic!("{told:?}") };
        let exposure = |n: f64, t: f64, s: f64| (n * n / t * 100.0 / s).log2();
        let off = exposure(n, 1.0 / one_over, s) - exposure(new_n, shutter, new_s);
        // Marks are rounded as they are printed: f/5.6, 1/125.
        assert!(off.abs() < 0.15, "{off} {}", round.ask);
    }
}

/// `P/d²` is the same before and after.
#[rstest]
#[case(DrillKind::PowerForDistance)]
#[case(DrillKind::DistanceForPower)]
fn light_falls_off_as_the_square(#[case] kind: DrillKind) {
    for seed in 0..40 {
        let round = of(kind, seed);
        let Gesture::Dial { marks, .. } = &round.gesture else { panic!("a dial") };
        let answer = &marks[truth(kind, seed) as usize];
        let said = |text: &str| -> Vec<f64> {
            text.split_whitespace()
                .map(|word| word.trim_matches([':', ',', '.', '?']))
                .filter(|word| word.contains('/'))
                .map(seconds)
                .collect()
        };
        let metres = |text: &str| -> Vec<f64> {
            let words: Vec<&str> = text.split_whitespace().collect();
            let unit = |word: &str| match word.trim_matches([':', ',', '.', '?']) {
                "m" => Some(1.0),
                "cm" => Some(0.01),
                _ => None,
            };
            words.windows(2).filter_map(|pair| Some(pair[0].parse::<f64>().ok()? * unit(pair[1])?)).collect()
        };
        let ask = &round.ask;
        let (powers, distances) = match kind {
            DrillKind::PowerForDistance => (vec![said(ask)[0], seconds(answer)], metres(ask)),
            _ => (said(ask), vec![metres(ask)[0], metres(answer)[0]]),
        };
        let off = (powers[0] / distances[0].powi(2)).log2() - (powers[1] / distances[1].powi(2)).log2();
        assert!(off.abs() < 0.1, "{off} {ask} {answer}");
    }
}

/// By hyperfocal distance (Ray, *Applied Photographic Optics*): the aperture of the answer holds the depth, two stops wider does not.
#[test]
fn the_aperture_holds_the_depth() {
    for seed in 0..40 {
        let round = of(DrillKind::Depth, seed);
        let text = round.ask.replace(" cm", "cm");
        let Gesture::Dial { marks, .. } = &round.gesture else { panic!("a dial") };
        let told = numbers(&text);
        let (f, away) = (told[0] / 1000.0, told[3]);
        let deep = if text.contains("cm behind") { told[4] / 100.0 } else { told[4] };
        let held = |n: f64| {
            let hyper = f * f / (n * 0.00003) + f;
            let near = away * (hyper - f) / (hyper + away - 2.0 * f);
            let far = away * (hyper - f) / (hyper - away);
            far - near
        };
        let at = truth(DrillKind::Depth, seed) as usize;
        let n = numbers(&marks[at])[0];
        assert!(held(n) >= deep * 0.93, "{} f/{n}: {}", round.ask, held(n));
        assert!(held(n / 2.0) < deep, "{} f/{n}", round.ask);
    }
}

/// Worked case 8 of the method notes: 85 mm unstabilised, by the school of the studio.
#[test]
fn the_rule_of_the_hand() {
    let mut met = 0;
    for seed in 0..200 {
        let round = of(DrillKind::SharpInHand, seed);
        if !(round.ask.starts_with("85 mm") && round.ask.contains("no stabiliser")) {
            continue;
        }
        let Gesture::Dial { marks, .. } = &round.gesture else { panic!("a dial") };
        let mark = &marks[truth(DrillKind::SharpInHand, seed) as usize];
        let school = House::default().shake;
        assert_eq!(mark, if school == crate::optics::ShakeSchool::Cautious { "1/200" } else { "1/100" });
        met += 1;
    }
    assert!(met > 0);
}

/// The direction a mirror shows, by reflecting the line of sight at its normal.
#[test]
fn a_mirror_reflects() {
    for seed in 0..20 {
        let turned = of(DrillKind::Reflection, seed).pane.unwrap().to_radians();
        let (normal, sight) = ((turned.sin(), -turned.cos()), (0.0, 1.0));
        let along = sight.0 * normal.0 + sight.1 * normal.1;
        let back: (f64, f64) = (sight.0 - 2.0 * along * normal.0, sight.1 - 2.0 * along * normal.1);
        let degrees = back.0.atan2(-back.1).to_degrees();
        assert!((degrees - truth(DrillKind::Reflection, seed)).abs() < 1e-9);
    }
}

/// A card in warmer light than the setting shows more red than blue, in cooler light less; the two patches are told apart.
#[test]
fn a_grey_card_shows_its_light() {
    for seed in 0..30 {
        let round = of(DrillKind::GreyCard, seed);
        let Gesture::Rule { begins } = round.gesture else { panic!("the rule") };
        let part = |hex: &str, at: usize| i64::from_str_radix(&hex[at..at + 2], 16).unwrap();
        let warmth = |hex: &str| part(hex, 1) - part(hex, 5);
        let (shown, neutral) = (&round.swatches[0].srgb, &round.swatches[1].srgb);
        assert!(warmth(neutral).abs() <= 1, "{neutral}");
        let warmer = truth(DrillKind::GreyCard, seed) < begins;
        assert!(if warmer { warmth(shown) > 10 } else { warmth(shown) < -10 }, "{shown}");
    }
}

/// Each limit by its own formula: EV − Av against the sync speed, GN/N against the distance, recharge at that power against the pace.
#[test]
fn what_binds_is_what_the_numbers_say() {
    let mut met = [0; 4];
    for seed in 0..120 {
        let round = of(DrillKind::Binds, seed);
        let told = numbers(&round.ask.replace("1/250", "250").replace("½", "").replace("⅓", ""));
        let under = if round.ask.contains("wanted right;") { 0.0 } else { told[3] };
        let rest = if under == 0.0 { &told[3..] } else { &told[4..] };
        let (n, ev) = (told[1], told[2]);
        let [_sync, guide, away, recharge, interval] = rest[..] else { panic!("{rest:?} {}", round.ask) };
        let shutter = n * n / 2f64.powf(ev + under);
        let share = (n * away / guide).powi(2);
        let bound = [shutter < 1.0 / 250.0 * 0.8, share > 1.0, share <= 1.0 && recharge * share > interval];
        let expected = bound.iter().position(|binds| *binds).unwrap_or(3);
        assert_eq!(truth(DrillKind::Binds, seed) as usize, expected, "{}", round.ask);
        met[expected] += 1;
    }
    assert!(met.iter().all(|count| *count > 3), "{met:?}");
}

/// Marks of the dials are those of the trade.
#[test]
fn dials_have_the_marks_of_the_trade() {
    let step = crate::marks::StepSize::Thirds;
    let (aperture, shutter, iso) = super::pictured::BEGINS;
    assert_eq!(ApertureMark::nearest(aperture).label(step), "f/5.6");
    assert_eq!(ShutterMark::nearest(shutter).label(step), "1/60");
    assert_eq!(IsoMark::nearest(iso).label(step), "100");
}
