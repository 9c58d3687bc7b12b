//! Rounds that are read off frames: light adds as light does, and dials move what the trade says they move.

use super::*;
use crate::setup::{Patch, Setup};

fn total(setup: &Setup, patch: Patch) -> f64 {
    let assessment = crate::assess::assess(setup, &sample::kit(), House::default()).unwrap();
    let level = assessment.level(patch).unwrap();
    // Ambient and flash are light: they add as light does.
    (level.ambient.stops().exp2() + level.flash.map_or(0.0, |flash| flash.stops().exp2())).log2()
}

#[test]
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
