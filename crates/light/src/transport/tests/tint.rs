//! The colour that light takes on off walls and cards.

use super::*;

fn tinted(wall: Option<Wall>, tint: f64) -> Option<Wall> {
    wall.map(|wall| Wall { surface: Surface { tint: MiredShift::of(tint), ..wall.surface }, ..wall })
}

/// The room with all of it of one colour.
fn coloured(reflectance: f64, tint: f64) -> Still {
    let still = room(reflectance, reflectance, reflectance);
    let walls = still.walls;
    let ground = Surface { tint: MiredShift::of(tint), ..walls.ground };
    let [ceiling, left, right, rear, background] =
        [walls.ceiling, walls.left, walls.right, walls.rear, walls.background].map(|wall| tinted(wall, tint));
    Still { walls: Walls { ground, ceiling, left, right, rear, background, ..walls }, ..still }
}

/// Light that met n walls is n times as tinted, and of a closed room's light `ρⁿ` met n: on the whole `t/(1−ρ)`.
#[rstest]
#[case::dark(0.2, 20.0)]
#[case::pale(0.6, 20.0)]
#[case::cool(0.6, -15.0)]
fn a_coloured_room_tints_with_every_bounce(#[case] reflectance: f64, #[case] tint: f64) {
    let lit = light(coloured(reflectance, tint), bare(DVec3::new(0.3, -0.5, 1.5), DVec3::Y));
    let layer = &lit.layers[0];
    let spots: f64 = layer.spots.iter().map(|spot| spot.flux() * spot.tint).sum();
    let found = (spots + lit.ground.room.flux(&layer.tinted)) / lit.sent_on(0);
    let expected = tint / (1.0 - reflectance);
    assert!((found / expected - 1.0).abs() < 0.02, "{found} against {expected}");
}

/// Where it comes from says the same as how much of it comes.
#[test]
fn bounces_and_gain_tell_one_colour() {
    let lit = light(coloured(0.6, 30.0), bare(DVec3::new(0.3, -0.5, 1.5), DVec3::Z));
    let view = lit.from(facing(DVec3::new(0.2, 0.1, 1.4), DVec3::NEG_Y));
    let by_bounce: f64 = view.bounces(0).map(|bounce| bounce.tint * bounce.gain).sum();
    let gain = view.gain(0);
    assert!(gain.tinted > 0.0 && (by_bounce / gain.tinted - 1.0).abs() < 1e-9, "{by_bounce} {gain:?}");
    assert!((gain.tint().mired() - gain.tinted / gain.sum()).abs() < 1e-9);
}

/// One wall of a colour gives its colour to what it sends back, as large a part as that is of all.
#[test]
fn a_wall_gives_its_own_colour() {
    let plain = Still { walls: Walls { left: wall(2.0, 0.7), ..void().walls }, ..void() };
    let walls = Walls { left: tinted(wall(2.0, 0.7), 25.0), ..void().walls };
    let source = bare(DVec3::new(0.0, -1.0, 1.5), DVec3::new(-1.0, 0.3, 0.0).normalize());
    let at = facing(DVec3::Z * 1.5, DVec3::new(-1.0, -0.5, 0.0));
    let gain = light(Still { walls, ..void() }, source).from(at).gain(0);
    assert!((gain.tint().mired() - 25.0 * gain.bounced / gain.sum()).abs() < 1e-9, "{gain:?}");
    assert_eq!(light(plain, source).from(at).gain(0).tinted, 0.0);
}

/// A gold card warms what it sends, and nothing else.
#[test]
fn a_card_gives_its_own_colour() {
    let card = Sheet {
        flat: Flat::new(DVec3::new(0.0, -1.0, 1.5), DVec3::Y, 1.0, 1.0),
        does: Sheeting::Matt(0.9),
        tint: MiredShift::of(40.0),
    };
    let sun = Source::Parallel { way: DVec3::new(0.3, 1.0, 0.4).normalize(), walled: false };
    let gain = light(Still { sheets: vec![card], ..void() }, sun).from(facing(DVec3::Z * 1.5, DVec3::NEG_Y)).gain(0);
    assert!(gain.carded > 0.0 && (gain.tinted / gain.carded - 40.0).abs() < 1e-9, "{gain:?}");
}

/// Off ground of a colour the sky's light comes back in it, from near and from far.
#[test]
fn ground_of_a_colour_warms_from_below() {
    let surface = Surface { tint: MiredShift::of(30.0), ..Surface::of(0.3) };
    let still = Still { walls: Walls { ground: surface, beyond: surface, ..void().walls }, ..void() };
    let sky = Source::Sky(Dome { skies: [1.0, 0.0, 0.0], sun: direction(0.0, -40.0) });
    let gain = light(still, sky).from(facing(DVec3::Z * 1.6, DVec3::NEG_Y)).gain(0);
    assert!((gain.tinted / gain.bounced - 30.0).abs() < 1e-6, "{gain:?}");
}

/// Of a wall that sends nothing on no colour is told: what comes off it has none, and not one that is no number.
#[test]
fn a_black_wall_has_no_colour() {
    let black = wall(2.0, 0.0);
    let walls = Walls { left: tinted(wall(2.0, 0.7), 25.0), right: black, ..void().walls };
    let source = bare(DVec3::new(0.0, -1.0, 1.5), DVec3::NEG_X);
    let lit = light(Still { walls, ..void() }, source);
    let view = lit.from(facing(DVec3::Z * 1.5, DVec3::new(1.0, -0.2, 0.0)));
    let bounces: Vec<_> = view.bounces(0).collect();
    assert!(!bounces.is_empty());
    assert!(bounces.iter().all(|bounce| bounce.tint.is_finite() && bounce.gain.is_finite()), "{bounces:?}");
}
