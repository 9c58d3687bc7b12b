use super::*;

/// Every cure offered was tried; taking it leaves the light unseen, and they are ranked by how far something moves.
#[test]
fn cures_cure() {
    let kit = sample::kit();
    let setup = before_glass(DVec3::new(-1.2, -2.2, 1.7), Aim::Subject);
    assert!(shows_light(&setup));
    let found = cures(&setup, &kit, House::default().into(), &seen(&setup));
    let of_light: Vec<&Cure> = found.iter().filter(|cure| matches!(cure.seen, Seen::Light { .. })).collect();
    assert!(of_light.len() >= 3, "{found:?}");
    let mut last = 0.0;
    for cure in &of_light {
        if let (Some(change), Some(moved)) = (&cure.change, cure.moved) {
            assert!(!shows_light(&apply(&setup, &kit, change)), "{}", cure.text);
            assert!(moved.metres() >= last);
            last = moved.metres();
        }
    }
    assert!(of_light.last().unwrap().text.contains("second frame"));
}

/// A small pane over the shoulder, and the box at the left.
fn before_small_glass() -> Setup {
    let mut setup = before_glass(DVec3::new(-2.0, -2.4, 1.9), Aim::Subject);
    let pane = &mut setup.scene.panes[0];
    pane.at = Position::nearest(DVec3::new(-0.7, 1.5, 2.0));
    (pane.width, pane.height) = (Metres::nearest(0.5), Metres::nearest(0.5));
    setup
}

/// Each cure is found where it helps.
#[rstest]
#[case::feather(in_a_room(-1.2, -2.2, 1.7), "Feather it 70° to its right")]
#[case::bounce(in_a_room(-1.2, -2.2, 1.7), "Turn it up and bounce it off the ceiling")]
#[case::move_it(in_a_room(-1.2, -2.2, 1.7), "Move it 1.3 m to its right, as it looks")]
#[case::raise(in_a_room(0.9, -1.8, 2.0), "Raise it by 90 cm")]
#[case::lower(before_small_glass(), "Shoot lower, by 40 cm")]
#[case::longer(before_small_glass(), "Take 49 mm from 1.2 m further back")]
fn every_cure_is_found(#[case] setup: Setup, #[case] text: &str) {
    let found = cures(&setup, &sample::kit(), House::default().into(), &seen(&setup));
    assert!(
        found.iter().any(|cure| cure.text == text),
        "{:?}",
        found.iter().map(|cure| &cure.text).collect::<Vec<_>>()
    );
}

/// A cure that would put the light through the ceiling is none, nor one that brings something else into the glass.
#[test]
fn a_cure_leaves_a_set_that_stands() {
    let raised = |ceiling: f64| {
        let mut setup = in_a_room(0.9, -1.8, 2.0);
        setup.scene.room.ceiling.as_mut().unwrap().distance = Metres::nearest(ceiling);
        let found = cures(&setup, &sample::kit(), House::default().into(), &seen(&setup));
        for cure in found.iter().filter_map(|cure| cure.change.as_ref()) {
            let cured = apply(&setup, &sample::kit(), cure);
            assert_eq!(cured.check(&sample::kit()), Ok(()), "{cure:?}");
            assert!(seen(&cured).len() < seen(&setup).len(), "{cure:?}");
        }
        found.iter().any(|cure| cure.text.starts_with("Raise it"))
    };
    assert!(raised(3.0) && !raised(2.6));
}
