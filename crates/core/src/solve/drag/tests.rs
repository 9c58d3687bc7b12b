use super::*;
use crate::house::House;
use crate::sample;
use crate::solve::plan;
use proptest::prelude::*;
use rstest::rstest;

fn at(setup: &Setup, patch: Patch) -> (f64, Option<f64>) {
    let level = crate::assess::assess(setup, &sample::kit(), House::default()).unwrap();
    let level = level.level(patch).cloned().unwrap();
    (level.ambient.stops(), level.flash.map(Stops::stops))
}

fn dragged(setup: &Setup, patch: Patch, part: &Part, to: f64) -> Dragged {
    drag(setup, &sample::kit(), House::default(), patch, part, Stops::nearest(to)).unwrap()
}

fn solved() -> Setup {
    plan(&sample::portrait(), &sample::kit(), House::default()).unwrap().setup
}

#[test]
fn ambient_goes_by_the_shutter_and_leaves_the_flash() {
    let setup = solved();
    let (ambient, flash) = at(&setup, Patch::Face);
    let drag = dragged(&setup, Patch::Face, &Part::Ambient, ambient + 1.0);
    assert_eq!(drag.turned, vec![DialId::camera(DialKind::Shutter)]);
    assert_eq!(drag.stopped, None);
    let (now, flash_now) = at(&drag.setup, Patch::Face);
    assert!((now - ambient - 1.0).abs() < 1e-9);
    assert_eq!(flash_now, flash);
}

#[test]
fn past_sync_other_dials_take_over_and_the_flash_stays() {
    let setup = solved();
    let (ambient, flash) = at(&setup, Patch::Background);
    let drag = dragged(&setup, Patch::Background, &Part::Ambient, ambient - 2.0);
    assert!(drag.turned.len() > 1, "{:?}", drag.turned);
    let (now, flash_now) = at(&drag.setup, Patch::Background);
    assert!((now - ambient + 2.0).abs() < 0.34, "{now}");
    assert!((flash_now.unwrap() - flash.unwrap()).abs() < 0.34);
}

#[test]
fn flash_goes_by_power_until_it_binds() {
    let setup = solved();
    let light = Part::Light { light: setup.lights[0].id.clone() };
    let (ambient, flash) = at(&setup, Patch::Face);
    let drag = dragged(&setup, Patch::Face, &light, flash.unwrap() - 1.0);
    assert_eq!(drag.stopped, None);
    assert_eq!(at(&drag.setup, Patch::Face).0, ambient);
    assert!((drag.reached.unwrap().stops() - flash.unwrap() + 1.0).abs() < 0.17);
    let far = dragged(&setup, Patch::Face, &light, 15.0);
    assert!(far.stopped.unwrap().starts_with("Full power binds"));
}

#[rstest]
#[case::held(Patch::Face, Part::Flash, "held")]
#[case::nothing_reaches(Patch::Sky, Part::Flash, "No flash")]
fn says_what_stops_it(#[case] patch: Patch, #[case] part: Part, #[case] word: &str) {
    let mut setup = solved();
    setup.lights[0].power.held = true;
    let said = dragged(&setup, patch, &part, 1.0).stopped.unwrap();
    assert!(said.contains(word), "{said}");
}

proptest! {
    /// Wherever it is dragged, the result is a setup that passes its own check.
    #[test]
    fn never_leaves_the_dials(to in -15.0f64..15.0, patch in 0usize..4, flash in any::<bool>()) {
        let part = if flash { Part::Flash } else { Part::Ambient };
        let drag = dragged(&sample::portrait(), Patch::ALL[patch], &part, to);
        prop_assert_eq!(drag.setup.check(&sample::kit()), Ok(()));
    }
}
