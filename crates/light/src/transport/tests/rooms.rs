use super::*;

/// In a closed room the light sent on is `ρ/(1−ρ)` times what was given, whatever its shape (energy; the integrating
/// sphere of photometry, Walsh, *Photometry*): one bounce alone misses 2.3 stops of it at 0.8.
#[rstest]
#[case::white(0.8, 2.32)]
#[case::pale(0.6, 1.32)]
#[case::dark(0.1, 0.15)]
fn a_closed_room_sends_on_what_it_must(#[case] reflectance: f64, #[case] missed: f64) {
    let found = light(room(reflectance, reflectance, reflectance), bare(DVec3::new(0.4, -0.8, 1.4), DVec3::Y));
    let flux = PI;
    let whole = found.sent_on(0);
    assert!((whole / (reflectance / (1.0 - reflectance) * flux) - 1.0).abs() < 0.02, "{whole}");
    let first = reflectance * flux;
    assert!(((whole / first).log2() - missed).abs() < 0.03, "{}", (whole / first).log2());
}

/// A room that is said to keep nothing still has an end of light, and is as bright as the whitest there is.
#[test]
fn a_room_of_pure_white_has_an_end() {
    let source = bare(DVec3::new(0.4, -0.8, 1.4), DVec3::Y);
    let at = facing(DVec3::new(0.2, 0.1, 1.4), DVec3::NEG_Y);
    let bounced =
        |reflectance: f64| light(room(reflectance, reflectance, reflectance), source).from(at).gain(0).bounced;
    let (white, whitest) = (bounced(1.0), bounced(0.98));
    assert!(white.is_finite() && (white / whitest - 1.0).abs() < 0.1, "{white} {whitest}");
}

/// In a room all alike the light off its walls is nearly even: on all sides of a point in it together as the integrating
/// sphere has it, `ρ/(1−ρ)·Φ/A`, and on no side half a stop off.
#[test]
fn a_white_cube_is_nearly_an_integrating_sphere() {
    let side = wall(1.5, 0.9);
    let walls = Walls {
        ground: Surface::of(0.9),
        beyond: Surface::of(0.0),
        reach: Walls::REACH,
        ceiling: wall(3.0, 0.9),
        left: side,
        right: side,
        rear: side,
        background: side,
    };
    let found = light(Still { walls, ..void() }, bare(DVec3::Z * 1.5, DVec3::X));
    let expected = 0.9 / 0.1 * PI / 54.0;
    let sides = [DVec3::X, DVec3::NEG_X, DVec3::Y, DVec3::NEG_Y, DVec3::Z, DVec3::NEG_Z];
    let gains = sides.map(|way| found.from(facing(DVec3::new(0.2, 0.1, 1.4), way)).gain(0).bounced / expected);
    assert!(gains.iter().all(|gain| gain.log2().abs() < 0.5), "{gains:?}");
    assert!((gains.iter().sum::<f64>() / 6.0).log2().abs() < 0.15, "{gains:?}");
}

/// Against paths followed at random, by a sequence of its own, through the same rooms: the whole of the light off the
/// room within a sixth of a stop.
#[rstest]
#[case::flash_to_the_ceiling(room(0.3, 0.8, 0.6), DVec3::new(0.5, -1.5, 1.7), DVec3::new(0.1, 0.3, 1.0))]
#[case::box_across(room(0.3, 0.8, 0.6), DVec3::new(-1.8, -1.0, 2.0), DVec3::new(1.0, 0.6, -0.2))]
#[case::white(room(0.8, 0.8, 0.8), DVec3::new(0.0, -2.0, 1.5), DVec3::Y)]
fn as_random_paths_find(#[case] still: Still, #[case] at: DVec3, #[case] looks: DVec3) {
    let looks = looks.normalize();
    let receiver = facing(DVec3::new(0.0, 0.5, 1.6), DVec3::new(0.3, -1.0, 0.1));
    let found = light(still.clone(), bare(at, looks)).from(receiver).gain(0).bounced;
    let mut state = 0x9e37_79b9_7f4a_7c15u64;
    let mut chance = move || {
        state ^= state << 13;
        state ^= state >> 7;
        state ^= state << 17;
        (state >> 11) as f64 / (1u64 << 53) as f64
    };
    let mut cosine_about = move |normal: DVec3| {
        let (right, up) = crate::geometry::right_and_up(normal);
        let (u, turn) = (chance(), 2.0 * PI * chance());
        (normal * (1.0 - u).sqrt() + (right * turn.cos() + up * turn.sin()) * u.sqrt()).normalize()
    };
    let paths = 60_000;
    let mut sum = 0.0;
    for _ in 0..paths {
        let (mut start, mut way, mut carried) = (at, cosine_about(looks), PI / f64::from(paths));
        for _ in 0..40 {
            let Some((far, plane)) = still
                .walls
                .planes()
                .filter_map(|plane| {
                    let far = (start - plane.at).dot(plane.looks) / -way.dot(plane.looks);
                    (far > 1e-6 && way.dot(plane.looks) < 0.0).then_some((far, plane))
                })
                .min_by(|a, b| a.0.total_cmp(&b.0))
            else {
                break;
            };
            start += way * far;
            carried *= plane.surface.reflectance.share();
            let to = receiver.at - start;
            let (r2, to) = (to.length_squared(), to.normalize());
            sum += carried / PI * to.dot(plane.looks).max(0.0) * (-to.dot(receiver.normal)).max(0.0) / r2.max(0.01);
            way = cosine_about(plane.looks);
        }
    }
    assert!((found / sum).log2().abs() < 1.0 / 6.0, "{found} {sum}");
}

/// Two parallel unit squares a unit apart exchange 19.98 % of their diffuse light (configuration factor of identical
/// parallel rectangles, Howell C-11; the textbook value 0.1998). The rays that end on a ceiling patch carry that share.
#[rstest]
#[case(1.0, 0.1998)]
#[case(2.0, 0.0686)]
fn rays_exchange_what_parallel_squares_do(#[case] apart: f64, #[case] factor: f64) {
    let side = Metres::nearest(1.0);
    let emitter = Emitter {
        middle: DVec3::ZERO,
        looks: DVec3::Z,
        face: Face::Rectangle { width: side, height: side },
        law: Law::Diffuse,
    };
    let target = Flat::new(DVec3::Z * apart, DVec3::NEG_Z, 1.0, 1.0);
    let arrived: f64 = emitter
        .rays(20_000)
        .filter(|(start, way, _)| target.met(*start, *way).is_some())
        .map(|(.., share)| share)
        .sum();
    // The closed form for squares of side 1: X = Y = 1/apart.
    let x = 1.0 / apart;
    let one = (1.0 + x * x).sqrt();
    let closed = 2.0 / (PI * x * x)
        * (((1.0 + x * x).powi(2) / (1.0 + 2.0 * x * x)).sqrt().ln() + 2.0 * x * one * (x / one).atan()
            - 2.0 * x * x.atan());
    assert!((closed - factor).abs() < 5e-5, "{closed}");
    assert!((arrived - closed).abs() < 0.004, "{arrived} {closed}");
}
