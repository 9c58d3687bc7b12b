use super::*;
use crate::sky::Heights;

fn on_dome(still: Still, source: Source, way: DVec3) -> Gain {
    light(still, source).on_dome(facing(DVec3::Z * 1.6, way))[0]
}

/// One light from so many degrees beside where it was turned: −1.0 stop on a flat receptor and −0.42 on a dome at 60°, nothing
/// and −2 at 120° (worked by hand from the two laws).
#[rstest]
#[case::before_it(0.0, Some(0.0), 0.0)]
#[case::beside_it(60.0, Some(-1.0), -0.415)]
#[case::behind_it(120.0, None, -2.0)]
fn one_light(#[case] off: f64, #[case] flat: Option<f64>, #[case] dome: f64) {
    let sun = Source::Parallel { way: DVec3::Y, walled: false };
    let lamp = Source::Face(Emitter {
        middle: DVec3::new(0.0, 4.0, 1.6),
        looks: DVec3::NEG_Y,
        face: Face::Point,
        law: Law::Even,
    });
    for source in [sun, lamp] {
        let way = direction(off, 0.0);
        let straight = on_dome(void(), source, DVec3::Y).direct;
        let found = (on_dome(void(), source, way).direct / straight).log2();
        assert!((found - dome).abs() < 0.01, "{found}");
        let on_flat = face(source, way) / face(source, DVec3::Y);
        match flat {
            Some(stops) => assert!((on_flat.log2() - stops).abs() < 0.01),
            None => assert_eq!(on_flat, 0.0),
        }
    }
}

fn face(source: Source, way: DVec3) -> f64 {
    light(void(), source).from(facing(DVec3::Z * 1.6, way)).gain(0).direct
}

/// The skies of the standard against the sum over all directions, sun and glow to any side.
#[rstest]
fn a_sky_as_the_sum_over_all_directions_has_it(
    #[values([1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0])] skies: [f64; 3],
    #[values(20.0, 65.0)] sun: f64,
    #[values(DVec3::Y, DVec3::X, DVec3::Z)] way: DVec3,
) {
    let dome = Dome { skies, sun: direction(30.0, sun) };
    let found = on_dome(void(), Source::Sky(dome), way).direct;
    let (mut whole, brightness, steps) = (0.0, dome.brightness(), 180);
    for up in 0..steps {
        let height = (f64::from(up) + 0.5) / f64::from(steps);
        for turn in 0..steps * 2 {
            let to = f64::from(turn) * PI / f64::from(steps);
            let flat = (1.0 - height * height).sqrt();
            let from = DVec3::new(flat * to.cos(), flat * to.sin(), height);
            let seen = brightness.luminance(from, &Heights::of(from));
            whole += seen * (1.0 + from.dot(way)) / 2.0 * PI / f64::from(steps) / f64::from(steps);
        }
    }
    assert!((found / whole).log2().abs() < 0.12, "{found} {whole}");
}

/// Under an even sky over ground that sends 0.4 back: half of what a whole sphere gets upright, and by halves more or less
/// turned up or down (by hand: an even half space gives a sphere `2πL` and a flat receptor `πL`).
#[rstest]
#[case::upright(DVec3::NEG_Y, 1.0, 0.4)]
#[case::up(DVec3::Z, 1.5, 0.2)]
#[case::down(DVec3::NEG_Z, 0.5, 0.6)]
fn an_even_sky_over_even_ground(#[case] way: DVec3, #[case] straight: f64, #[case] back: f64) {
    let surface = Surface::of(0.4);
    let still = Still { walls: Walls { ground: surface, beyond: surface, ..void().walls }, ..void() };
    let gain = on_dome(still, Source::Sky(Dome { skies: [1.0, 0.0, 0.0], sun: direction(0.0, -40.0) }), way);
    assert!((gain.direct - straight).abs() < 0.01 && (gain.bounced - back).abs() < 0.02, "{gain:?}");
}

/// What is metered where it is, is what it was metered as.
#[test]
fn lamps_about_are_as_they_were_metered() {
    assert_eq!(on_dome(void(), Source::About, DVec3::Y), Gain { direct: 1.0, ..Gain::default() });
}

/// Light from a side against a fine sum over all directions, on a flat surface and on a dome.
#[rstest]
#[case::facing(0.0)]
#[case::a_cheek(45.0)]
#[case::square_to_it(90.0)]
#[case::the_other_cheek(135.0)]
fn light_from_a_side(#[case] off: f64) {
    let way = DVec3::X;
    let normal = crate::geometry::direction(90.0 + off, 0.0);
    let (n, m) = (600, 600);
    let (mut flat, mut dome) = (0.0, 0.0);
    for i in 0..n {
        for j in 0..m {
            let z: f64 = (f64::from(i) + 0.5) / f64::from(n) * 2.0 - 1.0;
            let (sine, cosine) = ((f64::from(j) + 0.5) / f64::from(m) * 2.0 * PI).sin_cos();
            let from = DVec3::new((1.0 - z * z).sqrt() * cosine, (1.0 - z * z).sqrt() * sine, z);
            let light = Source::SIDE / PI * from.dot(way).max(0.0) * 4.0 * PI / f64::from(n * m);
            flat += light * from.dot(normal).max(0.0);
            dome += light * (1.0 + from.dot(normal)) / 2.0;
        }
    }
    assert!((crate::set::from_side(way, normal) - flat).abs() < 1e-4, "{flat}");
    assert!((on_dome(void(), Source::Side { way }, normal).direct - dome).abs() < 1e-4, "{dome}");
}
