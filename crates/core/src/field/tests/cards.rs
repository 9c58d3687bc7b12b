use super::*;

/// A white card from far: `ρ·E·A·cosθ₁·cosθ₂/(π·d²)`; from near it is less than that.
#[rstest]
#[case::far(3.0, 0.02)]
#[case::near(0.5, 0.5)]
fn card_fill_by_the_far_form(#[case] distance: f64, #[case] band: f64) {
    let mut setup = void();
    let face = setup.main_face().at;
    // The card straight before the face, the light far off beside it, so that it is lit evenly.
    setup.scene.cards = vec![card(CardKind::White, face - DVec3::Y * distance, 0.3, Aim::Subject)];
    setup.lights[0].modifier = None;
    setup.lights[0].at = Position::nearest(face + DVec3::new(-9.0, 9.0, 0.0));
    setup.lights[0].aim = Aim::along(DVec3::new(9.0, -9.0 - distance, 0.0));
    let kit = sample::kit();
    let s = Situation::new(&setup, &kit, House::default()).unwrap();
    let arrives = s.lights[0].emitter.gain(face - DVec3::Y * distance, DVec3::Y);
    let receiver = s.field.receivers.patches[Patch::Face][0];
    let cosine = (DVec3::NEG_Y).dot(receiver.normal);
    let far = 0.9 * arrives * 0.09 * cosine / (PI * distance * distance);
    let found = s.field.lights[0].patches[Patch::Face].unwrap().carded;
    assert!(found <= far * 1.02 && found > far * (1.0 - band), "{found} {far}");
}

/// What each kind of card sends to the shadow side: silver more than white where it mirrors the key, black nothing.
#[test]
fn kinds_of_card() {
    let given = |kind: CardKind| {
        let mut setup = void();
        let face = setup.main_face().at;
        sample::round_face(&mut setup, 0, 60.0, 0.0, 1.5);
        let at = face + direction(180.0 - 80.0, 0.0) * 0.9;
        // Turned half-way between light and face, as a mirror would be.
        let to = |point: DVec3| (point - at).normalize();
        let aim = Aim::along(to(setup.lights[0].at.point()) + to(face));
        setup.scene.cards = vec![card(kind, at, 0.8, aim)];
        field_of(&setup).lights[0].patches[Patch::ShadowSide].unwrap().carded
    };
    assert!(given(CardKind::Silver) > 1.5 * given(CardKind::White));
    assert!(given(CardKind::White) > 0.0);
    assert_eq!(given(CardKind::Black), 0.0);
}

/// Nearer a card, more fill; and in sun it lifts the ambient of the shadow side.
#[test]
fn a_card_in_the_sun_lifts_the_shadow_side() {
    let shadow = |distance: Option<f64>| {
        let mut setup = sample::outdoors();
        let face = setup.main_face().at;
        setup.scene.sun = Some(crate::scene::Sun {
            bearing: Degrees::nearest(-30.0),
            elevation: Degrees::nearest(30.0),
            level: Ev100::nearest(15.0),
        });
        let at = |d: f64| face + DVec3::new(0.5, -0.86, -0.1) * d;
        setup.scene.cards = distance.map(|d| card(CardKind::White, at(d), 1.0, Aim::Subject)).into_iter().collect();
        let report = crate::assess::assess(&setup, &sample::kit(), House::default()).unwrap();
        report.level(Patch::ShadowSide).unwrap().ambient.stops()
    };
    let (without, far, near) = (shadow(None), shadow(Some(2.0)), shadow(Some(0.8)));
    assert!(far > without + 0.05 && near > far + 0.3, "{without} {far} {near}");
}
