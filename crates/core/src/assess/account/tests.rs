use super::*;
use crate::assess::assess;
use crate::house::House;
use crate::kit::{KitItem, Output};
use crate::quantity::{Ev100, GuideNumber};
use crate::sample;
use crate::setup::{Measured, Setup};
use rstest::rstest;

fn assessed(setup: &Setup) -> crate::assess::Assessment {
    assess(setup, &sample::kit(), House::default()).unwrap()
}

fn texts(account: &Account) -> Vec<String> {
    account.told().map(|ground| ground.text).collect()
}

/// The face of the boatbuilder: metered, and an octa known by a guess from its watt-seconds and its usual loss, √(⅔² + ½²).
#[test]
fn a_level_says_what_it_is_made_of() {
    let found = assessed(&sample::portrait());
    let face = &found.levels[0].account;
    assert_eq!(face.number, "0");
    assert_eq!(texts(face)[0], "Ambient on the face at −3: metered at 18:12; ± 0.15 stop.");
    assert_eq!(face.grounds[0].origin(), Origin::Metered);
    let octa = &texts(face)[1];
    assert!(octa.starts_with("Octa 90 cm, two layers: "), "{octa}");
    assert!(octa.contains("the usual loss of its modifier ± ½ stop"), "{octa}");
    // What nobody metered on the shadow side is worked out, and known less well.
    let shadow = &found.levels[1].account;
    assert_eq!(shadow.grounds[0].origin(), Origin::WorkedOut);
    assert!(texts(shadow)[0].contains("from the face by what is usual between the two"), "{:?}", texts(shadow));
}

/// Each way a level can be known has its own word, and its own error.
#[rstest]
#[case::read(|_: &mut Setup| (), Origin::Metered, "metered at 18:12")]
#[case::undated(|s: &mut Setup| s.readings.iter_mut().for_each(|r| r.time = None), Origin::Metered, "metered;")]
#[case::not_read(|s: &mut Setup| s.readings.clear(), Origin::Usual, "not read; ± 2 stops")]
fn where_the_ambient_is_from(#[case] change: fn(&mut Setup), #[case] origin: Origin, #[case] said: &str) {
    let mut setup = sample::portrait();
    change(&mut setup);
    let face = assessed(&setup).levels[0].account.clone();
    assert_eq!(face.grounds[0].origin(), origin);
    assert!(texts(&face)[0].contains(said), "{:?}", texts(&face));
}

/// By hand: two sides lit by one light alone differ by nothing that light is unsure of; sides lit by the ambient alone by
/// both readings, in squares.
#[test]
fn what_two_sides_share_cancels() {
    let kit = sample::kit();
    let error = |setup: &Setup| {
        let s = Situation::new(setup, &kit, House::default()).unwrap();
        let dials = crate::situation::Dials::of(setup);
        ratio_error(&s, &Facts::of(&s, &dials), [Patch::Face, Patch::ShadowSide])
    };
    let mut dark = sample::portrait();
    dark.scene.cards.clear();
    dark.readings.truncate(1);
    dark.readings[0].measured = Measured::Ev { ev: Ev100::new(-6.0).unwrap() };
    // What reaches the shadow side comes off the room, whose own error is all that is left.
    assert!(error(&dark) < 0.5, "{}", error(&dark));
    let mut unlit = sample::portrait();
    unlit.lights.iter_mut().for_each(|light| light.on = false);
    let s = Situation::new(&unlit, &kit, House::default()).unwrap();
    let each = [Patch::Face, Patch::ShadowSide].map(|patch| s.ambient[patch].as_ref().unwrap().error.stops());
    assert!((error(&unlit) - each[0].hypot(each[1])).abs() < 1e-9, "{}", error(&unlit));
}

/// A ratio is said no finer than both sides are known: with metered light and a shadow side by custom, in halves at best.
#[test]
fn the_ratio_is_no_finer_than_it_is_known() {
    let found = assessed(&sample::portrait());
    let ratio = found.lit_to_shadow.unwrap();
    let number = ratio.number.strip_suffix(":1").unwrap();
    assert!(number.parse::<f64>().unwrap() >= 1.0);
    assert!(!number.contains('.') || number.ends_with(".5"), "{number}");
    assert!(ratio.grounds.len() >= 3, "{:?}", texts(&ratio));
}

/// Each dial tells of itself and of the figures beside it.
#[rstest]
#[case(DialKind::Shutter, "Sync", Origin::Maker)]
#[case(DialKind::Aperture, "Sharpness", Origin::WorkedOut)]
#[case(DialKind::Iso, "Base", Origin::Maker)]
#[case(DialKind::Power, "Frames a battery", Origin::Maker)]
#[case(DialKind::Kelvin, "The ambient’s", Origin::Usual)]
fn a_dial_says_what_it_goes_by(#[case] dial: DialKind, #[case] said: &str, #[case] origin: Origin) {
    let mut setup = sample::portrait();
    setup.camera.shutter.held = true;
    let found = assessed(&setup);
    let report = found.dials.iter().find(|report| report.id.dial == dial).unwrap();
    assert_eq!(
        (report.account.number.as_str(), report.account.error.as_str()),
        (report.label.as_str(), "exact: a click of the dial")
    );
    let held = if dial == DialKind::Shutter { "Held" } else { "Free" };
    assert!(texts(&report.account)[0].starts_with(held));
    let ground = report.account.told().find(|ground| ground.text.contains(said)).unwrap();
    assert_eq!(ground.origin, origin);
}

/// A guide number in the kit is the maker's; its error is a third and the modifier's a half: together 0.6.
#[test]
fn a_maker_s_guide_number() {
    let (mut kit, setup) = (sample::kit(), sample::portrait());
    for item in &mut kit.items {
        if let KitItem::Flash(flash) = item {
            flash.output = Output::GuideNumber { guide_number: GuideNumber::nearest(50.0) };
        }
    }
    let found = assess(&setup, &kit, House::default()).unwrap();
    let octa = &texts(&found.levels[0].account)[1];
    assert!(octa.contains("the maker’s guide number ± ⅓ stop"), "{octa}");
    assert!(octa.ends_with("together ± ⅔ stop."), "{octa}");
}
