use super::*;

/// What is bounced off a tinted ceiling is tinted by it.
#[test]
fn a_bounce_takes_the_ceilings_tint() {
    let mut setup = sample::setups()
        .into_iter()
        .find(|setup| setup.scene.room.ceiling.is_some() && !setup.lights.is_empty())
        .unwrap();
    setup.lights.truncate(1);
    setup.lights[0].modifier = None;
    setup.lights[0].aim = Aim::Free { pan: Degrees::nearest(180.0), tilt: Degrees::nearest(80.0) };
    assert!(setup.bounces(&setup.lights[0]), "{}", setup.name);
    let bounced = |setup: &Setup| {
        let report = report(setup);
        report.lights.iter().find(|light| matches!(light.id, LightId::Flash { .. })).unwrap().worn.mired()
    };
    setup.scene.room.ceiling.as_mut().unwrap().surface.tint = MiredShift::ZERO;
    let white = bounced(&setup);
    setup.scene.room.ceiling.as_mut().unwrap().surface.tint = MiredShift::of(40.0);
    let warm = bounced(&setup);
    assert!((warm - white - 40.0).abs() < 8.0, "{warm} {white}");
}

/// How yellow a patch looks under one light alone.
fn yellow_under(report: &ColourReport, kind: PatchKind, light: &LightId) -> f64 {
    let of = |under: &&PatchColour| under.under.as_ref() == Some(light);
    patch(report, kind).under.iter().find(of).unwrap().seen.lab[2]
}

/// Daylight that comes off a warm floor is warm, most where most of it comes off the floor; a plain floor leaves it as it is.
#[test]
fn a_window_takes_the_floors_tint() {
    let lit_by_window = |setup: &Setup| setup.scene.panes.iter().any(|pane| pane.daylight.is_some());
    let mut setup = sample::setups().into_iter().find(lit_by_window).unwrap();
    setup.readings.clear();
    let ambient = LightId::Ambient { index: 0 };
    let mut yellow = |tint: f64| {
        setup.scene.room.ground.tint = MiredShift::of(tint);
        let report = report(&setup);
        [PatchKind::LitSide, PatchKind::ShadowSide].map(|kind| yellow_under(&report, kind, &ambient))
    };
    let (plain, warm, cool) = (yellow(0.0), yellow(40.0), yellow(-40.0));
    assert!(warm[0] > plain[0] + 1.0 && cool[0] < plain[0] - 1.0, "{plain:?} {warm:?} {cool:?}");
    // The side turned to the window gets next to nothing off the floor.
    assert_eq!((warm[1], cool[1]), (plain[1], plain[1]));
}

/// A gold card warms the flash on the side it fills, and leaves the other as it was.
#[test]
fn a_gold_card_warms_what_it_fills() {
    let mut setup = sample::portrait();
    setup.scene.cards.clear();
    sample::round_face(&mut setup, 0, 45.0, 10.0, 1.2);
    let light = setup.lights[0].id.clone();
    setup.lights.truncate(1);
    let face = setup.main_face().at;
    let mut with = |kind: CardKind| {
        setup.scene.cards = vec![Card {
            id: Id::new("card").unwrap(),
            kind,
            at: Position::nearest(face + DVec3::new(0.45, -0.25, 0.0)),
            aim: Aim::Subject,
            width: Metres::of(0.8),
            height: Metres::of(1.0),
        }];
        let report = report(&setup);
        let flash = LightId::Flash { light: light.clone() };
        [PatchKind::LitSide, PatchKind::ShadowSide].map(|kind| yellow_under(&report, kind, &flash))
    };
    let (silver, gold) = (with(CardKind::Silver), with(CardKind::Gold));
    assert!(gold[1] > silver[1] + 1.0, "{silver:?} {gold:?}");
    assert!((gold[0] - silver[0]).abs() < 0.5, "{silver:?} {gold:?}");
}
