use super::*;

/// Inverse square from far: twice as far from a small window, a quarter of its light.
#[test]
fn window_light_falls_off() {
    let at = |distance: f64| {
        let (width, height, distance) = (metres(0.5), metres(0.5), metres(distance));
        let light = model(Surroundings::Window { width, height, distance }, 180.0, 30.0, 0.0).face;
        assert_eq!(light.sky, light.lux());
        light.lux()
    };
    assert!((at(4.0) / at(8.0) - 4.0).abs() < 0.3, "{}", at(4.0) / at(8.0));
    // Close by, less than that: 1/(1+(R/d)²) of METHODS' discs.
    assert!(at(0.5) / at(1.0) < 3.7);
}

/// A window passes eight tenths of the sky and ground it frames, half and half: a face square before the middle of it gets
/// `π·L·F` of that, with the closed form of a rectangle on its axis (Howell, plane element to rectangle).
#[test]
fn a_window_by_hand() {
    let spot = spot(Surroundings::Window { width: metres(2.0), height: metres(1.5), distance: metres(2.0) });
    let mut setup = person(BackgroundKind::Open);
    setup.scene.room.ground = Surface::of(0.0);
    // The face looks straight out of the window.
    let found = under(&spot, 180.0, 40.0, 1.0, |around| {
        let light = modelled(&Standing::of(&setup, &spot), around).brighter.lux();
        let out = spot.subject_faces.degrees();
        let luminance =
            0.8 * (around.sky_luminance(20.0, out) + 0.2 * around.open_ground() / std::f64::consts::PI) / 2.0;
        (light, luminance)
    });
    let leg = |half: f64| {
        // Its light begins six centimetres before its pane.
        let x = half / 1.94;
        (x, (1.0 + x * x).sqrt())
    };
    let ((a, ra), (b, rb)) = (leg(1.0), leg(0.75));
    let factor = 4.0 / (2.0 * std::f64::consts::PI) * (a / ra * (b / ra).atan() + b / rb * (a / rb).atan());
    let square = std::f64::consts::PI * found.1 * factor;
    assert!((found.0 / square - 1.0).abs() < 0.02, "{} {square}", found.0);
}

/// The panes of a set are its windows; the spot's own stands in where it shows none. One of them in another place gives
/// another light, and a mirror none.
#[test]
fn the_set_s_own_windows_count() {
    let spot = spot(Surroundings::Window { width: metres(2.0), height: metres(1.5), distance: metres(2.0) });
    let face = |setup: &Setup| {
        under(&spot, 180.0, 30.0, 0.0, |around| modelled(&Standing::of(setup, &spot), around)).face.lux()
    };
    let mut setup = person(BackgroundKind::Open);
    let spots_own = face(&setup);
    let pane = |kind, distance: f64| crate::scene::Pane {
        id: Id::new("pane").unwrap(),
        kind,
        at: Position::nearest(crate::geometry::DVec3::new(0.0, -distance, 1.62)),
        width: metres(2.0),
        height: metres(1.5),
        looks: Degrees::nearest(0.0),
        daylight: None,
    };
    setup.scene.panes = vec![pane(crate::scene::PaneKind::Glass, 2.0)];
    assert!((face(&setup) / spots_own).log2().abs() < 0.1, "{} {spots_own}", face(&setup));
    setup.scene.panes = vec![pane(crate::scene::PaneKind::Glass, 4.0)];
    assert!(face(&setup) < 0.5 * spots_own);
    setup.scene.panes = vec![pane(crate::scene::PaneKind::Mirror, 2.0)];
    assert!((face(&setup) / spots_own).log2().abs() < 0.1);
}

/// What stands on the set is in the light: a black card over the face takes sky, a white one beside it adds to what is told
/// without it, a wall beside it takes half the sky there.
#[test]
fn the_set_is_in_the_light() {
    let spot = spot(Surroundings::Shade);
    let see = |setup: &Setup| under(&spot, 270.0, 40.0, 0.0, |around| modelled(&Standing::of(setup, &spot), around));
    let card = |kind, y: f64| Card {
        id: Id::new("card").unwrap(),
        kind,
        at: Position::nearest(crate::geometry::DVec3::new(0.0, y, 1.6)),
        aim: Aim::Subject,
        width: metres(1.5),
        height: metres(1.5),
    };
    let bare = person(BackgroundKind::Open);
    let mut black = bare.clone();
    black.scene.cards = vec![card(CardKind::Black, -0.8)];
    let mut white = bare.clone();
    white.scene.cards = vec![card(CardKind::White, -0.8)];
    let mut walled = bare.clone();
    walled.scene.room.left = Some(Wall { distance: metres(1.0), surface: Surface::of(0.0) });
    walled.scene.room.right = walled.scene.room.left;
    let (bare, black, white, walled) = (see(&bare), see(&black), see(&white), see(&walled));
    assert!(black.ev(Patch::Face).unwrap() < bare.ev(Patch::Face).unwrap() - 0.4, "{black:?}");
    assert_eq!(black.cards(Patch::Face), 0.0);
    assert!((white.ev(Patch::Face).unwrap() - black.ev(Patch::Face).unwrap()).abs() < 1e-9);
    assert!(white.cards(Patch::Face) > 0.1, "{white:?}");
    assert!(walled.face.sky < 0.8 * bare.face.sky, "{walled:?}");
}

/// A flash says which side of the face is the lit one: with the sun on the other, the two sides change places.
#[test]
fn the_key_says_which_side_is_lit() {
    let mut setup = sample::outdoors();
    setup.background.kind = BackgroundKind::Open;
    setup.lights.truncate(1);
    let spot = spot(Surroundings::Open);
    let sides = |x: f64, sun: f64| {
        let mut setup = setup.clone();
        setup.lights[0].at = Position::nearest(crate::geometry::DVec3::new(x, -1.5, 1.8));
        let found = under(&spot, sun, 30.0, 0.0, |around| modelled(&Standing::of(&setup, &spot), around));
        found.ev(Patch::Face).unwrap() - found.ev(Patch::ShadowSide).unwrap()
    };
    // The subject faces east; the sun in the south-east is on its right hand, which is the camera's left.
    assert!(sides(-1.5, 140.0) > 0.5 && sides(1.5, 140.0) < -0.5, "{} {}", sides(-1.5, 140.0), sides(1.5, 140.0));
}

#[test]
fn lamps_stay_when_the_day_goes() {
    let (setup, mut room) = (person(BackgroundKind::Open), spot(Surroundings::Room));
    let face = |room: &Spot| under(room, 0.0, -20.0, 0.0, |around| modelled(&Standing::of(&setup, room), around)).face;
    assert_eq!(face(&room).lux(), 0.0);
    room.lamps = Some(Lamps { level: Ev100::new(6.0).unwrap(), kelvin: Kelvin::new(2_700.0).unwrap() });
    assert!((ev(face(&room)) - 6.0).abs() < 1e-9);
    let kelvin = under(&room, 0.0, -20.0, 0.0, |around| around.colour(face(&room)).unwrap().kelvin.kelvin());
    assert!((kelvin - 2_700.0).abs() < 25.0, "{kelvin}");
}
