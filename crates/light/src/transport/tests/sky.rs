use super::*;
use crate::sky::sky_on_upright_face;

/// An even sky: the sun far down.
fn even() -> Source {
    sky([1.0, 0.0, 0.0], -40.0)
}

fn sky(skies: [f64; 3], sun: f64) -> Source {
    Source::Sky(Dome { skies, sun: direction(0.0, sun) })
}

/// Ground that sends this much back, near and far.
fn ground(reflectance: f64) -> Still {
    let surface = Surface::of(reflectance);
    Still { walls: Walls { ground: surface, beyond: surface, ..void().walls }, ..void() }
}

fn face(still: Still, source: Source, way: DVec3) -> Gain {
    light(still, source).from(facing(DVec3::Z * 1.6, way)).gain(0)
}

/// An upright face gets half of an even sky and half of what ground without end sends back, a level one the whole sky
/// (view factors of a half space, any text on daylight).
#[rstest]
#[case::upright(DVec3::NEG_Y, 0.5, 0.2)]
#[case::up(DVec3::Z, 1.0, 0.0)]
#[case::down(DVec3::NEG_Z, 0.0, 0.4)]
#[case::tilted_up(DVec3::new(0.0, -1.0, 1.0), 0.8536, 0.0586)]
fn an_even_sky_over_even_ground(#[case] way: DVec3, #[case] straight: f64, #[case] back: f64) {
    let gain = face(ground(0.4), even(), way);
    assert!((gain.direct - straight).abs() < 1e-4, "{gain:?}");
    assert!((gain.bounced - back).abs() < 0.012, "{gain:?}");
}

/// The directions against the finer integral of the same skies, whichever way a face is turned to the sun.
#[rstest]
fn as_the_finer_integral_has_it(
    #[values([1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0], [0.3, 0.3, 0.4])] skies: [f64; 3],
    #[values(-9.0, 5.0, 30.0, 65.0)] sun: f64,
    #[values(0.0, 60.0, 130.0, 180.0)] turn: f64,
) {
    let found = face(void(), sky(skies, sun), direction(turn, 0.0)).direct;
    let fine = sky_on_upright_face(skies, sun, turn);
    assert!((found / fine).log2().abs() < 0.05, "{found} {fine}");
}

/// Level ground gets what the sky is counted by, whatever the sky.
#[rstest]
fn a_sky_gives_level_ground_one(
    #[values([1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0])] skies: [f64; 3],
    #[values(-30.0, 0.0, 30.0, 65.0)] sun: f64,
) {
    let found = face(void(), sky(skies, sun), DVec3::Z).direct;
    assert!((found - 1.0).abs() < 0.03, "{found}");
}

/// Under a wide roof whose straight edge stands so high before it, an upright face gets `½·sin α` of an even sky (crossed
/// strings, Hottel & Sarofim, *Radiative Transfer*).
#[rstest]
#[case(20.0)]
#[case(45.0)]
#[case(70.0)]
fn a_roof_takes_the_sky_above_its_edge(#[case] edge: f64) {
    let out = 1.4 / f64::to_radians(edge).tan();
    // From thirty metres behind the face to its edge before it.
    let (near, far) = (-out, 30.0);
    let flat = Flat::new(DVec3::new(0.0, (near + far) / 2.0, 3.0), DVec3::NEG_Z, 400.0, far - near);
    let still = Still { sheets: vec![Sheet { flat, does: Sheeting::Black, tint: MiredShift::ZERO }], ..void() };
    let found = face(still, even(), DVec3::NEG_Y).direct;
    assert!((found - 0.5 * edge.to_radians().sin()).abs() < 0.01, "{found}");
}

/// A closed room is dark but for what its windows are themselves; with one side open the sky comes in there, and off the
/// walls to who looks the other way.
#[test]
fn a_room_lets_the_sky_in_where_it_is_open() {
    let mut still = room(0.3, 0.3, 0.3);
    still.panes = vec![Glazing { flat: Flat::new(DVec3::new(0.0, 3.0, 1.5), DVec3::NEG_Y, 2.0, 2.0), mirror: false }];
    assert_eq!(face(still.clone(), even(), DVec3::Y).sum(), 0.0);
    still.walls.background = None;
    let (out, back) = (face(still.clone(), even(), DVec3::Y), face(still, even(), DVec3::NEG_Y));
    assert!(out.direct > 0.02 && out.direct < 0.25, "{out:?}");
    assert!(back.direct == 0.0 && back.bounced > 0.0 && back.bounced < 0.1, "{back:?}");
}

/// The sun shines through an open side and not through a wall; where a person said that it shines on the set, it does.
#[rstest]
#[case::in_at_the_open_side(0.0, 10.0, true, true)]
#[case::through_a_wall(90.0, 20.0, true, false)]
#[case::through_the_ceiling(0.0, 70.0, true, false)]
#[case::said_to_shine(90.0, 20.0, false, true)]
fn walls_keep_the_sun_off(#[case] bearing: f64, #[case] height: f64, #[case] walled: bool, #[case] shines: bool) {
    let mut still = room(0.3, 0.3, 0.3);
    still.walls.background = None;
    let way = direction(bearing, height);
    assert_eq!(face(still, Source::Parallel { way, walled }, way).direct > 0.0, shines);
}

/// As the sun sinks into an open side, the light it sends off the floor changes in small steps: the edge of its patch wanders.
#[test]
fn a_patch_of_sun_wanders() {
    let mut still = room(0.5, 0.0, 0.0);
    still.walls.background = None;
    let light = Light::of(Set { still: still.clone(), sources: Vec::new() });
    let face = facing(DVec3::Z * 1.6, DVec3::NEG_Y);
    let back = |height: f64| {
        let sources = vec![Source::Parallel { way: direction(0.0, height), walled: true }];
        light.after(Set { still: still.clone(), sources }).from(face).gain(0).bounced
    };
    let heights: Vec<f64> = (0..400).map(|step| back(12.0 + f64::from(step) * 0.1)).collect();
    assert!(heights[0] > 0.01, "{heights:?}");
    let most = heights.iter().copied().fold(0.0, f64::max);
    let step = heights.windows(2).map(|pair| (pair[0] - pair[1]).abs()).fold(0.0, f64::max);
    // One point of sixteen at a time, in the patches that give most.
    assert!(step < 1.2 / 16.0 * most, "{step} of {most}");
}

/// A white card lying under an even sky sends nine tenths of it up, by the closed form of plane element to rectangle (Howell
/// B-3 by fours); lit from both sides it gives to both.
#[rstest]
#[case::from_above(2.5, DVec3::NEG_Z, 1.0)]
#[case::from_below(0.5, DVec3::Z, 0.0)]
fn a_card_under_the_sky(#[case] height: f64, #[case] way: DVec3, #[case] falls: f64) {
    let sheet = Sheet {
        flat: Flat::new(DVec3::Z * 1.5, DVec3::Z, 1.0, 1.0),
        does: Sheeting::Matt(0.9),
        tint: MiredShift::ZERO,
    };
    let found = light(Still { sheets: vec![sheet], ..void() }, even()).from(facing(DVec3::Z * height, way)).gain(0);
    let root = (1.0f64 + 0.25).sqrt();
    let factor = 4.0 / (2.0 * PI) * 2.0 * (0.5 / root * (0.5 / root).atan());
    assert!((found.carded - 0.9 * falls * factor).abs() < 0.004, "{found:?}");
}

/// Lamps all about were metered on the set: they light every side alike, and a card adds to them.
#[test]
fn lamps_all_about() {
    let card = Sheet {
        flat: Flat::new(DVec3::new(0.0, -0.8, 1.6), DVec3::Y, 1.0, 1.0),
        does: Sheeting::Matt(0.9),
        tint: MiredShift::ZERO,
    };
    let found = face(Still { sheets: vec![card], ..room(0.3, 0.3, 0.3) }, Source::About, DVec3::NEG_Y);
    assert_eq!((found.direct, found.bounced), (1.0, 0.0));
    assert!(found.carded > 0.1, "{found:?}");
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(32))]

    /// Whatever stands on a set only takes from the straight light of the sky, and no side gets more than an even sky and
    /// white ground could give it.
    #[test]
    fn what_stands_about_takes_from_the_sky(x in -2.0f64..2.0, y in -2.0f64..2.0, bearing in -180.0f64..180.0, tilt in -60.0f64..60.0) {
        let way = direction(bearing, tilt);
        let person = Solid::Figure { foot: DVec3::new(x, y, 0.0), radius: 0.2, shoulders: 1.45, head: (1.62, 0.11) };
        let open = face(void(), even(), way);
        let stood = face(Still { solids: vec![person], ..void() }, even(), way);
        prop_assert!(stood.direct <= open.direct + 1e-12);
        let whole = face(ground(0.9), even(), way).sum();
        prop_assert!(whole <= 1.0, "{whole}");
    }
}

/// A light under a sky is that of the set with the sky in it, asked for once or again.
#[test]
fn under_a_sky() {
    let sky = Dome { skies: [0.7, 0.3, 0.0], sun: direction(40.0, 25.0) };
    let still = room(0.3, 0.0, 0.5);
    let still = Still { walls: Walls { ceiling: None, ..still.walls }, ..still };
    let lamp = bare(DVec3::new(0.4, -0.8, 1.4), DVec3::Y);
    let whole = Light::of(Set { still: still.clone(), sources: vec![lamp, Source::Sky(sky)] });
    let plain = Light::of(Set { still, sources: vec![lamp] });
    let at = facing(DVec3::new(0.2, 0.1, 1.4), DVec3::NEG_Y);
    for under in [plain.under(sky), plain.under(sky)] {
        assert_eq!(under, whole);
        assert_eq!(under.from(at).gains(), whole.from(at).gains());
    }
    assert_eq!(plain.from(at).gains().len(), 1);
}
