//! Rounds on setups of one's own: the sample jobs', answered by formulas of their own.

use super::*;
use crate::setup::{Patch, Setup};
use crate::situation::Situation;

fn asked(kind: DrillKind, seed: u32, own: &Setup) -> Option<(Round, f64)> {
    let kit = sample::kit();
    let ground = DrillGround { kit: &kit, house: House::default(), own: Some(own) };
    let round = round(kind, seed, ground)?;
    let graded = grade(kind, seed, round.gesture.begins(), ground).unwrap();
    let right = grade(kind, seed, graded.truth, ground).unwrap();
    assert!(right.right && !right.why.is_empty(), "{kind:?} {seed} {}: {}", own.name, right.said);
    Some((round, graded.truth))
}

fn light(setup: &Setup, patch: Patch) -> f64 {
    let assessment = crate::assess::assess(setup, &sample::kit(), House::default()).unwrap();
    let level = assessment.level(patch).unwrap();
    (level.ambient.stops().exp2() + level.flash.map_or(0.0, |flash| flash.stops().exp2())).log2()
}

/// Every kind finds a setup among the sample jobs', none asks of what a setup has not, and what is right is what the light comes to.
#[test]
fn the_sample_setups_give_rounds() {
    let mut met = std::collections::BTreeMap::new();
    for own in sample::setups() {
        for kind in kinds(true) {
            for seed in 0..6 {
                let Some((round, truth)) = asked(*kind, seed, &own) else { continue };
                *met.entry(*kind).or_insert(0) += 1;
                assert!(round.pane.is_none() && round.swatches.is_empty());
                for frame in &round.frames {
                    // Every frame can be taken, and none has a band that flash does not reach.
                    assert_eq!(frame.setup.check(&sample::kit()), Ok(()), "{kind:?} {seed} {}", own.name);
                    let kit = sample::kit();
                    let s = Situation::new(&*frame.setup, &kit, House::default()).unwrap();
                    assert_eq!(s.past(frame.setup.camera.shutter.at), None, "{kind:?} {seed} {}", own.name);
                }
                match kind {
                    DrillKind::Ratio | DrillKind::LitToShadow => {
                        let other = if *kind == DrillKind::Ratio { Patch::Background } else { Patch::ShadowSide };
                        let seen = &round.frames[0].setup;
                        let is = light(seen, other) - light(seen, Patch::Face);
                        assert!((is - truth).abs() < 1e-6, "{} {is} {truth}", own.name);
                    }
                    DrillKind::WhichDial => {
                        let [before, after] = [&round.frames[0].setup.camera, &round.frames[1].setup.camera];
                        let differs = [before.shutter != after.shutter, before.aperture != after.aperture];
                        let expected = [truth as usize == 0, truth as usize == 2];
                        assert_eq!(differs, expected, "{}", own.name);
                    }
                    DrillKind::LightFrom => {
                        let seen = &round.frames[0].setup;
                        let (face, eye) = (seen.main_face().at, seen.scene.camera.at.point());
                        let firing: Vec<_> = seen.lights.iter().filter(|light| light.on).collect();
                        assert_eq!(firing.len(), 1, "{}", own.name);
                        let mut alone = own.clone();
                        alone.lights.retain(|light| light.id == firing[0].id);
                        let level = crate::assess::assess(&alone, &sample::kit(), House::default()).unwrap();
                        let share = level.level(Patch::Face).unwrap().flash_share.share();
                        assert!(share >= 0.25, "{}: nobody sees from where {share} comes", own.name);
                        let to = firing[0].at.point() - face;
                        let ahead = eye - face;
                        // Counted from the camera, to its right above zero: the cross product's sign, seen from above.
                        let turned = (ahead.x * to.y - ahead.y * to.x).atan2(ahead.x * to.x + ahead.y * to.y);
                        assert!((turned.to_degrees() - truth).abs() < 0.5, "{} {turned} {truth}", own.name);
                    }
                    _ => {}
                }
            }
        }
    }
    for kind in kinds(true) {
        assert!(met.get(kind).copied().unwrap_or(0) >= 6, "{kind:?} {met:?}");
    }
}

/// Aperture and ISO move flash and ambient alike, a slower shutter the background up, more power it down: on one's own set too, where
/// flash and ambient light both.
#[test]
fn dials_move_ones_own_background_as_the_trade_says() {
    let mut met = [0; 3];
    for own in sample::setups() {
        for seed in 0..30 {
            let Some((round, truth)) = asked(DrillKind::Against, seed, &own) else { continue };
            let ask = round.ask.to_lowercase();
            let which = if ask.contains("shutter") {
                assert!(truth > 0.0 && truth < 2.01, "{ask} {truth}");
                0
            } else if ask.contains("flash is turned") {
                assert!(truth.abs() < 2.01, "{ask} {truth}");
                1
            } else {
                assert!(truth.abs() < 1e-6, "{ask} {truth}");
                2
            };
            met[which] += 1;
        }
    }
    assert!(met.iter().all(|count| *count > 0), "{met:?}");
}

/// A body with half the frame has half the circle: the same picture asks for a smaller opening.
#[test]
fn depth_is_asked_for_ones_own_frame() {
    let own = sample::portrait();
    let (round, truth) = (0..20).find_map(|seed| asked(DrillKind::Depth, seed, &own)).unwrap();
    let Gesture::Dial { marks, .. } = &round.gesture else { panic!("a dial") };
    let told = numbers(&round.ask.replace(" cm", "cm"));
    let f = told[0] / 1000.0;
    assert!((f * 1000.0 - own.camera.focal.millimetres()).abs() < 1.0, "{}", round.ask);
    let away = own.subject_distance().metres();
    let deep = told[2] / if round.ask.contains("cm behind") { 100.0 } else { 1.0 };
    // Two equal circles about the best focus: N = deep·f² / (2·c·away²), near enough for a portrait.
    let n = deep * f * f / (2.0 * 0.00003 * away * away);
    let mark = numbers(&marks[truth as usize])[0];
    assert!(mark >= n * 0.9 && mark <= n * 2.3, "{} f/{mark}, by hand f/{n}", round.ask);
}
