mod day;
mod leaves;

use super::*;
use crate::forecast::Seen;
use crate::house::House;
use crate::marks::{Mark, ShutterMark};
use crate::sample;
use crate::set::Source;
use crate::setup::Patch;
use crate::setup::Setup;
use crate::transport::Light;

/// What the transport makes of a picture's sources at a patch, as a level in stops: flash and ambient.
fn levels(seen: Seen<'_>, patch: Patch) -> (f64, f64) {
    let kit = sample::kit();
    let s = Situation::new(seen, &kit, House::default()).unwrap();
    let picturing = picturing(&s);
    let light = Light::of(picturing.set.clone());
    let points = &s.field.receivers.patches[patch];
    let at = points.iter().map(|point| light.from(*point).gains());
    let gains = crate::field::on_the_whole(at, picturing.set.sources.len());
    let on = |on: On| if patch.is_of_subject() { on.subject } else { on.background };
    // Light from all round is as it was metered: what a card takes of it and what it sends back of it are both in that.
    let all_round = |source: usize| matches!(picturing.set.sources[source], Source::About | Source::Side { .. });
    let gain = |source: usize| if all_round(source) { gains[source].direct } else { gains[source].sum() };
    let sum = |flash: bool| {
        let shines = picturing.shines.iter().filter(|shines| shines.flash == flash);
        shines.map(|shines| gain(shines.source) * shines.level.exp2() * on(shines.on)).sum::<f64>().log2()
    };
    (sum(true) + s.bases.over_incident[patch], sum(false) + s.bases.over_incident[patch])
}

/// The sources of a picture give the patches what the stop scale says of them, flash and ambient.
#[test]
fn sources_and_scale_agree() {
    for setup in [sample::portrait(), sample::outdoors()] {
        let kit = sample::kit();
        let assessed = crate::assess::assess(&setup, &kit, House::default()).unwrap();
        for level in &assessed.levels {
            // An open background is seen as land and sky, and lies on no wall.
            let walled = setup.background.kind == BackgroundKind::Wall;
            let looked_at = match level.patch {
                Patch::Face | Patch::ShadowSide => true,
                Patch::Background => walled,
                Patch::Edge | Patch::Legs | Patch::Sky => false,
            };
            if !looked_at {
                continue;
            }
            let (flash, ambient) = levels((&setup).into(), level.patch);
            assert!((ambient - level.ambient.stops()).abs() < 0.03, "{:?} {ambient} {:?}", level.patch, level.ambient);
            if let Some(told) = level.flash {
                assert!((flash - told.stops()).abs() < 0.03, "{:?} {flash} {told:?}", level.patch);
            }
        }
    }
}

/// A dial moves what it moves: the shutter the ambient, a power its flash, and nothing else.
#[test]
fn dials_move_their_own() {
    let setup = sample::portrait();
    let before = levels((&setup).into(), Patch::Face);
    let mut slower = setup.clone();
    slower.camera.shutter.at = ShutterMark::nearest(setup.camera.shutter.at.sixths() - 6);
    let after = levels((&slower).into(), Patch::Face);
    assert!((after.0 - before.0).abs() < 1e-9 && (after.1 - before.1 - 1.0).abs() < 1e-9, "{before:?} {after:?}");
    let mut weaker = setup.clone();
    weaker.lights[0].power.at = crate::quantity::Power::of(setup.lights[0].power.at.stops_below_full() + 1.0);
    let after = levels((&weaker).into(), Patch::Face);
    assert!((after.0 - before.0 + 1.0).abs() < 1e-9 && (after.1 - before.1).abs() < 1e-9, "{before:?} {after:?}");
}

/// What the camera really exposes goes with a picture: in aperture priority with flash the shutter opens no longer than its floor.
#[test]
fn the_exposure_is_the_cameras_own() {
    let mut setup = sample::portrait();
    setup.camera.shutter.at = ShutterMark::nearest(18);
    let exposure =
        |setup: &Setup| picturing(&Situation::new(setup, &sample::kit(), House::default()).unwrap()).exposure.seconds();
    assert!((exposure(&setup) - 0.125).abs() < 1e-9, "{}", exposure(&setup));
    setup.camera.mode = crate::setup::ExposureMode::AperturePriority;
    assert!(exposure(&setup) < 0.05, "{}", exposure(&setup));
    setup.lights.clear();
    assert!((exposure(&setup) - 0.125).abs() < 1e-9, "{}", exposure(&setup));
}

/// Who runs draws a trail as long as the shutter is open, and who poses none; with the flash at the end it lies behind them.
#[test]
fn trails() {
    let mut setup = sample::portrait();
    let trail = |setup: &Setup| picturing(&Situation::new(setup, &sample::kit(), House::default()).unwrap()).trail;
    setup.camera.shutter.at = ShutterMark::nearest(24);
    assert_eq!(trail(&setup).share, 0.0);
    setup.subject.movement = crate::optics::Movement::Running;
    let short = trail(&setup);
    setup.camera.shutter.at = ShutterMark::nearest(18);
    setup.camera.rear_curtain = true;
    let long = trail(&setup);
    assert!((long.share / short.share - 2.0).abs() < 1e-9 && short.share > 0.01, "{short:?} {long:?}");
    assert!(long.flash_at_end && !short.flash_at_end);
}

/// In a burst faster than it recharges a flash gives only what came back, or stays dark where it refuses; one that keeps up is as
/// before.
#[test]
fn a_burst_uses_the_charge_up() {
    let mut setup = sample::portrait();
    let in_burst = |setup: &Setup, kind: BeforeReady| {
        let mut kit = sample::kit();
        for item in &mut kit.items {
            if let crate::kit::KitItem::Flash(flash) = item {
                flash.before_ready = kind;
                flash.recharge = Seconds::nearest(2.0);
            }
        }
        let s = Situation::new(setup, &kit, House::default()).unwrap();
        let picturing = picturing(&s);
        (picturing.shines.iter().find(|shines| shines.flash).unwrap().in_burst, picturing.burst_differs())
    };
    setup.lights[0].power.at = crate::quantity::Power::of(1.0);
    setup.pace.interval = Seconds::nearest(0.5);
    // Half power is back after a second: at two frames a second there is half of it.
    let (short, differs) = in_burst(&setup, BeforeReady::FiresShort);
    assert!((short.unwrap() - 1.0).abs() < 1e-9 && differs, "{short:?}");
    assert_eq!(in_burst(&setup, BeforeReady::Refuses), (None, true));
    setup.pace.interval = Seconds::nearest(1.0);
    for kind in [BeforeReady::FiresShort, BeforeReady::Refuses] {
        assert_eq!(in_burst(&setup, kind), (Some(0.0), false));
    }
}

/// Slower than the rule for the hand the odds are said, on a tripod not.
#[test]
fn the_hands_odds_are_said() {
    let mut setup = sample::portrait();
    let said = |setup: &Setup| {
        let hand = picturing(&Situation::new(setup, &sample::kit(), House::default()).unwrap()).hand;
        hand.and_then(InHand::words)
    };
    setup.camera.support = crate::optics::Support::Hand;
    setup.camera.shutter.at = ShutterMark::nearest(42);
    assert_eq!(said(&setup), None);
    setup.camera.shutter.at = ShutterMark::nearest(12);
    let text = said(&setup).unwrap();
    assert!(text.contains("of 10 frames"), "{text}");
    setup.camera.support = crate::optics::Support::Tripod;
    assert_eq!(said(&setup), None);
}
