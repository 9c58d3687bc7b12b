use super::*;

/// The same seed gives the same picture on any number of cores.
#[test]
fn the_same_on_any_number_of_cores() {
    let on = |threads: usize| {
        let pool = rayon::ThreadPoolBuilder::new().num_threads(threads).build().unwrap();
        pool.install(|| {
            let source = lamp(DVec3::new(-1.0, -1.2, 2.2), DVec3::new(1.0, 1.2, -0.6), Face::Disc { diameter: m(0.9) });
            let set = Set { still: still(room(0.5)), sources: vec![source, Source::About] };
            let mut picture = Picture::of(World::of(set, shown(vec![figure(0.0)])), (120, 80), &[]);
            assert!(picture.round(|| true) && picture.round(|| true));
            picture.layers().sums.clone()
        })
    };
    assert_eq!(on(1), on(3));
}

/// A light that is moved is traced again, the others are taken over; and it all is as if nothing had been known before.
#[test]
fn one_light_moved() {
    let source = |x: f64| lamp(DVec3::new(x, -1.2, 2.2), DVec3::new(-x, 1.2, -0.6), Face::Disc { diameter: m(0.5) });
    let of = |x: f64| {
        let set = Set { still: still(room(0.5)), sources: vec![source(x), source(1.1), Source::About] };
        Picture::of(World::of(set, shown(vec![figure(0.0)])), (60, 40), &[])
    };
    let traced = |mut picture: Picture, rounds: u32| {
        (0..rounds).for_each(|_| assert!(picture.round(|| true)));
        picture
    };
    let before = traced(of(-1.0), 3);
    let known = of(-0.8).knowing(&before);
    assert_eq!(known.layers().rounds, [0, 3, 3]);
    let (known, fresh) = (traced(known, 3), traced(of(-0.8), 3));
    assert_eq!(known.layers().rounds, [3, 3, 3]);
    assert_eq!(known.layers().sums, fresh.layers().sums);
    // Another set is another picture.
    let other = Picture::of(World::of(before.world().set.clone(), shown(vec![figure(0.3)])), (60, 40), &[]);
    assert_eq!(other.knowing(&before).layers().rounds(), 0);
}

/// A round that is given up leaves nothing behind.
#[test]
fn given_up() {
    let set = Set { still: still(room(0.5)), sources: vec![Source::About] };
    let mut picture = Picture::of(World::of(set, shown(vec![figure(0.0)])), (60, 40), &[]);
    assert!(!picture.round(|| false));
    assert_eq!(picture.layers().rounds(), 0);
    assert!(picture.layers().sums.iter().all(|sum| *sum == Falls::default()));
}

/// Whatever the set, there is a picture: no light at all, a light in a head, a camera in a wall, two dozen people and eight lights.
#[rstest]
#[case::no_light(Vec::new(), 1, 0.0)]
#[case::a_light_in_a_head(vec![lamp(DVec3::new(0.0, 0.0, 1.62), DVec3::NEG_Y, Face::Point)], 1, 0.0)]
#[case::a_camera_in_a_wall(vec![Source::About], 1, -0.2)]
#[case::a_crowd((0..8).map(|n| lamp(DVec3::new(f64::from(n) * 0.4 - 1.6, -1.5, 2.5), DVec3::new(0.0, 1.0, -0.5), Face::Disc { diameter: m(0.6) })).collect(), 24, 0.0)]
fn whatever_the_set(#[case] sources: Vec<Source>, #[case] people: u32, #[case] back: f64) {
    let figures = (0..people).map(|n| figure(f64::from(n) * 0.15 - 0.075 * f64::from(people - 1))).collect();
    let mut shown = shown(figures);
    shown.view.eye.y += back;
    let count = sources.len();
    let mut picture = Picture::of(World::of(Set { still: still(room(0.5)), sources }, shown), (60, 40), &[]);
    assert!(picture.round(|| true));
    let layers = picture.layers();
    assert!(!layers.points.is_empty() && layers.sources == count);
    assert!(layers.sums.iter().all(|sum| sum.even.is_finite() && sum.gloss.is_finite() && sum.even >= 0.0));
    let whole: f32 = layers.points.iter().map(|point| point.coverage).sum();
    assert!((whole - 60.0 * 40.0).abs() < 1.0);
}
