//! Which frames teach most.

use super::hidden::kit;
use crate::house::{House, Units};
use crate::learn::{learn, session};
use crate::take::Learnable;

/// Each frame leaves less uncertain than the one before left, and says what to dial.
#[test]
fn each_frame_teaches() {
    let kit = kit();
    let learning = learn(&[], &kit, &House::default());
    let frames = session(&learning, &kit, 5, Units::Metres);
    assert_eq!(frames.len(), 5);
    for pair in frames.windows(2) {
        assert!((pair[0].after.stops() - pair[1].before.stops()).abs() < 1e-9);
    }
    for frame in &frames {
        let gain = frame.before.stops().powi(2) - frame.after.stops().powi(2);
        assert!(gain > 0.0, "{frame:?}");
        assert!(frame.dials.contains("ISO") && frame.text.starts_with("It "), "{frame:?}");
    }
    // A modifier is known worst and so is told of first, with body and flash in the same frame.
    assert!(frames[0].of.iter().any(|part| matches!(part, Learnable::Modifier { .. })), "{:?}", frames[0]);
    assert!(frames.iter().any(|frame| frame.scene.contains("Grey card")));
}

/// By hand: guide number 60 at 2 m is f/30 at ISO 100; for f/8 that is 3.8 stops less, in thirds 3 2/3: what is left is opened.
#[test]
fn a_bare_head_is_dialled_for_its_guide_number() {
    use crate::kit::{KitItem, Output};
    use crate::quantity::GuideNumber;
    let mut kit = kit();
    kit.items.retain(|item| !matches!(item, KitItem::Modifier(_)));
    let mut kept = 0;
    kit.items.retain(|item| {
        item.kind() != "flash" || {
            kept += 1;
            kept == 1
        }
    });
    for item in &mut kit.items {
        if let KitItem::Flash(flash) = item {
            flash.output = Output::GuideNumber { guide_number: GuideNumber::nearest(60.0) };
            flash.notation = crate::marks::PowerNotation::Fraction;
            flash.power_step = crate::marks::PowerStep::Thirds;
        }
    }
    let frames = session(&learn(&[], &kit, &House::default()), &kit, 8, Units::Metres);
    let lit = frames.iter().find(|frame| frame.dials.contains("power")).unwrap();
    assert!(lit.dials.contains("f/8") && lit.dials.contains("1/16"), "{}", lit.dials);
}

/// A flash with as long a name as any may have still has its frame.
#[test]
fn long_names_leave_no_frame_out() {
    use crate::kit::KitItem;
    use crate::quantity::Name;
    let mut kit = crate::sample::kit();
    for item in &mut kit.items {
        if let KitItem::Flash(flash) = item {
            flash.name = Name::new(&"ä".repeat(120)).unwrap();
        }
    }
    let frames = session(&learn(&[], &kit, &House::default()), &kit, 6, Units::Metres);
    assert!(frames.iter().all(|frame| frame.setup.is_some()));
}

/// What the session works out by guide number and distance, the set works out by its own light: a setup of each frame passes its check,
/// and by its flash the card is right at the dials, as far as clicks, a broad modifier's nearness and the kit's zoom leave it.
#[test]
fn each_frame_is_a_setup_that_comes_out_right() {
    use crate::assess::assess;
    use crate::setup::Patch;
    let kit = crate::sample::kit();
    let frames = session(&learn(&[], &kit, &House::default()), &kit, 12, Units::Metres);
    let mut lit = 0;
    for frame in &frames {
        let setup = frame.setup.as_ref().unwrap();
        assert_eq!(setup.check(&kit), Ok(()), "{}", setup.name);
        assert!(setup.note.as_str().contains(&frame.dials), "{}", setup.note);
        if setup.lights.is_empty() {
            continue;
        }
        lit += 1;
        let assessment = assess(&**setup, &kit, House::default()).unwrap();
        let face = assessment.levels.iter().find(|level| level.patch == Patch::Face).unwrap();
        let flash = face.flash.unwrap().stops();
        assert!(flash.abs() < 0.5, "{}: {flash} by {}", setup.name, frame.dials);
    }
    assert!(lit >= 3);
}
