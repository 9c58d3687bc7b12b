use super::*;

/// The photographer before a mirror with another mirror behind shows in both, and the words say by which way.
#[test]
fn two_mirrors_facing_show_it_twice() {
    let mut setup = before_glass(DVec3::new(-1.0, -2.0, 1.8), Aim::Subject);
    setup.lights.clear();
    setup.scene.people[0].x = crate::quantity::Coordinate::nearest(1.4);
    setup.scene.camera.aim = Aim::Free { pan: Degrees::nearest(0.0), tilt: Degrees::nearest(0.0) };
    setup.scene.panes[0].kind = PaneKind::Mirror;
    setup.scene.panes.push(Pane {
        id: Id::new("behind").unwrap(),
        at: Position::nearest(DVec3::new(0.4, -4.0, 1.3)),
        looks: Degrees::nearest(0.0),
        ..setup.scene.panes[0].clone()
    });
    let found = seen(&setup);
    let shown: Vec<&Reflection> = found.iter().filter(|reflection| reflection.seen == Seen::Photographer).collect();
    let ways: Vec<_> = shown.iter().map(|reflection| reflection.by.as_ref().map(Id::as_str)).collect();
    assert_eq!(ways, [None, Some("behind")]);
    assert!(
        shown[1].text.starts_with("The photographer shows in the mirror by way of the mirror, "),
        "{}",
        shown[1].text
    );
    assert!(shown[1].size < shown[0].size, "further off is smaller");
}

/// People and cards show in the glass at night, as the window behind a table does; they are told and not cautioned about.
#[test]
fn people_and_cards_show_too() {
    let mut setup = before_glass(DVec3::new(-1.0, -2.0, 1.8), Aim::Subject);
    setup.scene.people[0].x = crate::quantity::Coordinate::nearest(0.6);
    setup.scene.camera.aim = Aim::Free { pan: Degrees::nearest(0.0), tilt: Degrees::nearest(0.0) };
    setup.scene.cards = vec![crate::scene::Card {
        id: Id::new("card").unwrap(),
        kind: crate::scene::CardKind::White,
        at: Position::nearest(DVec3::new(-0.7, 0.2, 1.4)),
        aim: Aim::Background,
        width: Metres::nearest(0.6),
        height: Metres::nearest(0.9),
    }];
    let found = seen(&setup);
    assert!(found.iter().any(|r| r.seen == Seen::People), "{found:?}");
    assert!(found.iter().any(|r| matches!(&r.seen, Seen::Card { card } if card.as_str() == "card")), "{found:?}");
    setup.scene.panes[0].daylight = Some(crate::quantity::Ev100::nearest(12.0));
    assert!(!seen(&setup).iter().any(|r| matches!(r.seen, Seen::People | Seen::Card { .. })));
}

/// What a flash turned at the wall behind the camera lights up shows in the pane, as a part of the room.
#[test]
fn a_lit_wall_shows_in_the_glass() {
    let mut setup = in_a_room(0.4, -1.6, 1.8);
    let wall = crate::scene::Wall { distance: Metres::nearest(5.0), surface: crate::scene::Surface::pale() };
    setup.scene.room.rear = Some(wall);
    setup.lights[0].aim = Aim::Free { pan: Degrees::nearest(180.0), tilt: Degrees::nearest(35.0) };
    setup.lights[0].modifier = None;
    setup.scene.camera.aim = Aim::Free { pan: Degrees::nearest(0.0), tilt: Degrees::nearest(0.0) };
    assert!(setup.bounces(&setup.lights[0]));
    let shows = |setup: &Setup| seen(setup).iter().any(|reflection| matches!(reflection.seen, Seen::Bounce { .. }));
    assert!(shows(&setup), "{:?}", seen(&setup));
    setup.scene.room.rear = None;
    setup.scene.room.ceiling = None;
    assert!(!shows(&setup), "nothing there to be lit");
}

/// A reflection that is wanted disturbs nobody, is not cured, and no cure of another takes it out.
#[test]
fn what_is_wanted_stays_in() {
    let mut setup = before_glass(DVec3::new(-1.2, -2.2, 1.7), Aim::Subject);
    setup.scene.people[0].x = crate::quantity::Coordinate::nearest(1.0);
    setup.scene.camera.aim = Aim::Free { pan: Degrees::nearest(0.0), tilt: Degrees::nearest(0.0) };
    let kit = sample::kit();
    let of_photographer = seen(&setup).into_iter().find(|found| found.seen == Seen::Photographer).unwrap();
    let wanted = crate::setup::WantedReflection { pane: of_photographer.pane.clone(), seen: Seen::Photographer };
    setup.wanted_reflections.push(wanted);
    let found = seen(&setup);
    let marked = found.iter().find(|found| found.seen == Seen::Photographer).unwrap();
    assert!(marked.wanted && !marked.disturbs());
    let cured = cures(&setup, &kit, House::default().into(), &found);
    assert!(!cured.iter().any(|cure| cure.seen == Seen::Photographer));
    let changes: Vec<_> = cured.iter().filter_map(|cure| cure.change.as_ref()).collect();
    assert!(!changes.is_empty());
    for change in changes {
        let left = seen(&apply(&setup, &kit, change));
        assert!(left.iter().any(|found| found.seen == Seen::Photographer), "{change:?}");
    }
}

/// By what it brightens the glass: the same box is louder where the ambient is turned down, and a dim one is faint.
#[test]
fn darker_glass_makes_it_louder() {
    let kit = sample::kit();
    let setup = before_glass(DVec3::new(-1.2, -2.2, 1.7), Aim::Subject);
    let loud = |change: fn(&mut Setup)| {
        let mut setup = setup.clone();
        change(&mut setup);
        let report = crate::assess::assess(&setup, &kit, House::default()).unwrap().set.reflections;
        let light = report.into_iter().find(|found| matches!(found.seen, Seen::Light { .. })).unwrap();
        (light.over.unwrap().stops(), light.faint)
    };
    let plain = loud(|_| ());
    let darker = loud(|setup| {
        let at = setup.camera.shutter.at;
        setup.camera.shutter.at = crate::marks::Mark::nearest(crate::marks::Mark::sixths(at) + 12);
    });
    let dim = loud(|setup| setup.lights[0].power.at = crate::quantity::Power::nearest(8.0));
    assert!(darker.0 > plain.0 + 1.0, "{darker:?} {plain:?}");
    assert!(dim.0 < plain.0 - 1.0 && !plain.1, "{dim:?} {plain:?}");
}
