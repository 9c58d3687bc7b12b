use super::*;

/// In lamplight a warming film and a setting for lamps are proposed, each proposal no better than the one before; the schools stand
/// beside; and where the kit has no such film, it is named for the packing list.
#[test]
fn proposals_for_lamplight() {
    let mut setup = lit_by(AmbientColour::WarmLamps, 5_600.0);
    setup.white_balance.kelvin.held = false;
    let kit = sample::kit();
    let found = colours(&Situation::new(&setup, &kit, House::default()).unwrap());
    assert_eq!(found.proposals.len(), 3);
    assert!(found.proposals[0].text.contains("warming"), "{}", found.proposals[0].text);
    assert!(found.proposals[0].kelvin.kelvin() < 3_300.0);
    assert!(found.lacking.is_empty(), "{:?}", found.lacking);
    assert!(found.schools.iter().any(|way| way.text.starts_with("Flash preset") && way.kelvin.kelvin() == 5_600.0));
    let off =
        |way: &crate::solve::ColourWay| way.patches.iter().find(|p| p.kind == PatchKind::LitSide).unwrap().together.off;
    assert!(off(&found.proposals[0]) < 3.0, "{:?}", found.proposals[0]);
    // With as much flash as ambient the lit side forgives a flash preset; the shadow side does not.
    let shadow = found.schools[0].patches.iter().find(|p| p.kind == PatchKind::ShadowSide).unwrap().together.off;
    assert!(shadow > 4.0, "{shadow}");
    let mut bare = kit.clone();
    bare.items.retain(|item| !matches!(item, KitItem::Gel(_)));
    setup.lights[0].gels.at.clear();
    let lacking = colours(&Situation::new(&setup, &bare, House::default()).unwrap()).lacking;
    assert!(lacking[0].text.starts_with("A full warming film on"), "{lacking:?}");
    assert!(lacking[0].leaves < lacking[0].left - 100.0);
}

/// A room of warm wood warms the flash itself, so that less film is wanted before it.
#[test]
fn a_warm_room_needs_less_film() {
    let kit = sample::kit();
    let shift = |tint: f64| {
        let mut setup = lit_by(AmbientColour::Cloud, 5_600.0);
        setup.ambient = AmbientColour::Measured { kelvin: Kelvin::of(9_000.0), duv: Duv::of(0.0) };
        tint_the_room(&mut setup, tint);
        setup.white_balance.wish = ColourWish::CoolEvening;
        (setup.white_balance.kelvin.held, setup.lights[0].gels.held) = (false, false);
        let solved = solve(&setup, &kit, House::default()).unwrap();
        solved.lights[0].gels.at.iter().map(|gel| kit.gel(gel).unwrap().shift.mired()).sum::<f64>()
    };
    let (plain, wood) = (shift(0.0), shift(60.0));
    assert!(wood < plain && wood > 0.0, "{plain} {wood}");
}

/// A setup solved for a wish in light of one temperature, with a flash of 5 600 K: the camera's setting and the gels.
fn solved_for(wish: ColourWish, ambient: f64, flash: bool) -> (f64, Vec<String>) {
    let mut kit = sample::kit();
    for item in &mut kit.items {
        if let KitItem::Flash(flash) = item {
            flash.kelvin = Kelvin::of(5_600.0);
        }
    }
    let light = AmbientColour::Measured { kelvin: Kelvin::of(ambient), duv: Duv::of(0.0) };
    let mut setup = lit_by(light, 5_600.0);
    tint_the_room(&mut setup, 0.0);
    setup.white_balance.kelvin.held = false;
    setup.white_balance.wish = wish;
    setup.lights[0].gels.held = false;
    setup.lights[0].on = flash;
    let solved = solve(&setup, &kit, House::default()).unwrap();
    let gels = solved.lights[0].gels.at.iter().map(|gel| gel.as_str().to_owned()).collect();
    (solved.white_balance.kelvin.at.kelvin(), gels)
}

/// Worked case 11 of the method notes: between 2 500 and 5 600 K lie 3 500 K, to the hundred; skin under the flash asks for the
/// flash's own, and without flash on the face for the lamp's; none of it wants a gel.
#[rstest]
#[case::half_way(ColourWish::Between, true, 3_500.0)]
#[case::skin_under_flash(ColourWish::AmbientAsItIs, true, 5_600.0)]
#[case::no_flash_on_the_face(ColourWish::AmbientAsItIs, false, 2_500.0)]
fn settings_for_a_wish(#[case] wish: ColourWish, #[case] flash: bool, #[case] kelvin: f64) {
    let (found, gels) = solved_for(wish, 2_500.0, flash);
    assert_eq!((found, gels.len()), (kelvin, 0));
}

/// A blue evening is turned bluer by a half warming film on the flash, and a setting for what that makes of it.
#[test]
fn a_cool_evening_warms_the_flash() {
    let (kelvin, gels) = solved_for(ColourWish::CoolEvening, 9_000.0, true);
    assert_eq!(gels, ["gel-warm-half"]);
    assert!((3_200.0..=3_900.0).contains(&kelvin), "{kelvin}");
}

/// A silhouette keeps the colour of its sky: daylight is set for the usual wishes, and only the wish for white neutralises it.
#[rstest]
#[case(ColourWish::Together, 5_200.0)]
#[case(ColourWish::AmbientAsItIs, 5_200.0)]
#[case(ColourWish::Deepen, 7_500.0)]
#[case(ColourWish::Calm, 3_800.0)]
#[case(ColourWish::Neutral, 3_600.0)]
fn a_silhouette_keeps_its_colour(#[case] wish: ColourWish, #[case] kelvin: f64) {
    let mut setup = lit_by(AmbientColour::LowSun, 5_600.0);
    setup.white_balance.kelvin.held = false;
    setup.white_balance.wish = wish;
    setup.approach = Some(crate::approach::Approach::Silhouette);
    let solved = solve(&setup, &sample::kit(), House::default()).unwrap();
    assert!(
        (solved.white_balance.kelvin.at.kelvin() - kelvin).abs() <= 150.0,
        "{}",
        solved.white_balance.kelvin.at.kelvin()
    );
}

/// Under tubes a shutter of whole pulses is chosen; held between them it binds, and the nearest that does not swing is a way out.
#[test]
fn the_solver_knows_lamps_that_pulse() {
    let mut setup = lit_by(AmbientColour::StripLights, 4_200.0);
    setup.lights.clear();
    let kit = sample::kit();
    let swings = |setup: &Setup| {
        let s = Situation::new(setup, &kit, House::default()).unwrap();
        swings_at_most(&s, setup.camera.shutter.at)
    };
    let free = solve(&setup, &kit, House::default()).unwrap();
    let mut steady = setup.clone();
    steady.ambient = AmbientColour::Measured { kelvin: Kelvin::of(4_200.0), duv: Duv::of(0.0) };
    steady = solve(&steady, &kit, House::default()).unwrap();
    steady.ambient = AmbientColour::StripLights;
    assert!(swings(&free) < swings(&steady), "{} {}", swings(&free), swings(&steady));
    setup.camera.shutter = Dial::held(crate::marks::ShutterMark::nearest(46));
    let held = plan(&setup, &kit, House::default()).unwrap();
    let bind = held.binds.iter().find(|bind| bind.bound == Bound::Pulse).unwrap();
    assert!(bind.text.contains("The lamps pulse"), "{}", bind.text);
    assert!(bind.ways_out.iter().any(|way| way.text == "Turn the shutter to 1/100"), "{:?}", bind.ways_out);
    let quiet = report(&setup).pulse.unwrap();
    assert_eq!((quiet.quiet_label.as_str(), quiet.mains), ("1/100", 50.0));
    assert!((quiet.swing.stops() - 0.654).abs() < 0.05, "{quiet:?}");
}

/// A flash whose colour drifts is told at the power it stands at.
#[test]
fn a_flash_may_drift() {
    let mut kit = sample::kit();
    for item in &mut kit.items {
        if let KitItem::Flash(flash) = item {
            flash.kelvin_lowest = Some(Kelvin::of(6_400.0));
        }
    }
    let mut setup = lit_by(AmbientColour::Cloud, 5_600.0);
    setup.lights[0].held_by = Holder::Stand;
    let at = |setup: &Setup| {
        let report = of(&Situation::new(setup, &kit, House::default()).unwrap());
        report.lights.last().unwrap().kelvin.kelvin()
    };
    setup.lights[0].power.at = crate::quantity::Power::of(0.0);
    let full = at(&setup);
    let lowest = kit.flash(&setup.lights[0].flash).unwrap().lowest_power;
    setup.lights[0].power.at = lowest;
    assert!((at(&setup) - 6_400.0).abs() < 40.0 && (full - 5_500.0).abs() < 150.0, "{full} {}", at(&setup));
}
