use super::*;
use crate::figures::Group;
use crate::layers::Falls;
use crate::part::Part;
use crate::points::Point;
use std::f64::consts::PI;

proptest! {
    #![proptest_config(ProptestConfig::with_cases(12))]
    /// The tracer and the transport of the plan are two ways to one light: straight within half a percent, off the walls of a room
    /// within four, a metre and more off them.
    #[test]
    fn as_the_plan_has_it(x in -1.0..1.0f64, y in -1.0..0.5f64, side in 0.3..1.2f64, reflectance in 0.1..0.8f64) {
        let at = DVec3::new(x, y, 1.6);
        let (middle, looks) = (DVec3::new(-1.2, -1.4, 2.2), DVec3::new(1.0, 1.2, -0.6));
        // Rays begin a fifth of a millimetre off a surface: just beside the plane of a face that counts.
        prop_assume!((at - middle).dot(looks.normalize()) > 0.15);
        let source = lamp(middle, looks, Face::Rectangle { width: m(side), height: m(side) });
        let receiver = Receiver { at, normal: DVec3::new(-0.5, -0.8, 0.2).normalize() };
        let dark = Set { still: still(open(0.0)), sources: vec![source] };
        let straight = Light::of(dark.clone()).from(receiver).gain(0).sum();
        let traced = given(&dark, receiver, 16_384)[0];
        prop_assert!((traced - straight).abs() < 0.005 * straight + 1e-4, "{traced} {straight}");
        let lit = Set { still: still(room(reflectance)), sources: vec![source] };
        let whole = Light::of(lit.clone()).from(receiver).gain(0).sum();
        let traced = given(&lit, receiver, 16_384)[0];
        prop_assert!((traced - whole).abs() < 0.04 * whole, "{traced} {whole}");
    }
}

/// A plane element under a rectangle, its normal through a corner, gets the share Howell's catalogue gives (plane element to a parallel
/// rectangle, C-11): `1/2π·[a/√(1+a²)·atan(b/√(1+a²)) + b/√(1+b²)·atan(a/√(1+b²))]` with its sides over the distance. A Lambert face of
/// intensity 1 along its axis has a luminance of 1/area, so π times the share over its area falls there.
#[rstest]
#[case::wide(1.0, 1.0, 0.5)]
#[case::as_far_as_wide(1.0, 1.0, 1.0)]
#[case::a_strip(0.3, 1.2, 0.8)]
#[case::far(0.6, 0.6, 3.0)]
fn a_plate_by_the_catalogue(#[case] width: f64, #[case] height: f64, #[case] far: f64) {
    let (a, b) = (width / far, height / far);
    let part = |a: f64, b: f64| a / (1.0 + a * a).sqrt() * (b / (1.0 + a * a).sqrt()).atan();
    let share = (part(a, b) + part(b, a)) / (2.0 * PI);
    let face = Face::Rectangle { width: m(width), height: m(height) };
    let set = Set { still: still(open(0.0)), sources: vec![lamp(DVec3::Z * (far + 0.5), DVec3::NEG_Z, face)] };
    let (right, up) = right_and_up(DVec3::NEG_Z);
    let at = right * (width / 2.0) + up * (height / 2.0) + DVec3::Z * 0.5;
    let found = given(&set, Receiver { at, normal: DVec3::Z }, 40_000)[0];
    let told = PI * share / (width * height);
    assert!((found / told - 1.0).abs() < 0.005, "{found} {told}");
}

/// In a closed room the walls get `Φ/(A·(1−ρ))` on the mean (the integrating sphere's equation; any closed room of one reflectance
/// has it on the whole, Jacquez & Kuppenheim 1955).
#[test]
fn a_closed_room() {
    let reflectance = 0.7;
    let set = Set {
        still: still(room(reflectance)),
        sources: vec![Source::Face(Emitter {
            middle: DVec3::new(0.0, 0.0, 1.5),
            looks: DVec3::Z,
            face: Face::Point,
            law: Law::Even,
        })],
    };
    let area = 2.0 * 16.0 + 4.0 * 12.0;
    let mut sum = 0.0;
    let steps = 8;
    let share = |k: i32| (f64::from(k) + 0.5) / f64::from(steps) * 2.0 - 1.0;
    for i in 0..steps {
        for j in 0..steps {
            let (a, b) = (share(i) * 2.0, share(j) * 2.0);
            let up = share(j) * 1.5 + 1.5;
            for (at, normal, weight) in [
                (DVec3::new(a, b, 0.0), DVec3::Z, 16.0),
                (DVec3::new(a, b, 3.0), DVec3::NEG_Z, 16.0),
                (DVec3::new(a, 2.0, up), DVec3::NEG_Y, 12.0),
                (DVec3::new(a, -2.0, up), DVec3::Y, 12.0),
                (DVec3::new(2.0, a, up), DVec3::NEG_X, 12.0),
                (DVec3::new(-2.0, a, up), DVec3::X, 12.0),
            ] {
                sum += weight * given(&set, Receiver { at, normal }, 64)[0];
            }
        }
    }
    let mean = sum / area / f64::from(steps * steps);
    // An even light of intensity 1 before its face sends out 2π.
    let expected = 2.0 * std::f64::consts::PI / area / (1.0 - reflectance);
    assert!((mean / expected - 1.0).abs() < 0.03, "{mean} {expected}");
}

/// White furnace: a convex body in even light from all round gets just that, on every side, whatever it sends back.
#[test]
fn a_convex_body_in_even_light() {
    let block = Solid::Block {
        middle: DVec3::new(0.0, 0.0, 1.5),
        right: DVec3::X * 0.2,
        front: DVec3::NEG_Y * 0.2,
        half_height: 0.2,
    };
    let set = Set { still: Still { solids: vec![block], ..still(open(0.5)) }, sources: vec![Source::About] };
    let mut picture = Picture::of(
        World::of(
            set,
            Shown {
                thing: Some(Product { kind: ProductKind::Block, finish: Finish::Matt, surface: Surface::of(0.9) }),
                ..shown(Vec::new())
            },
        ),
        (48, 32),
        &[],
    );
    (0..4).for_each(|_| assert!(picture.round(|| true)));
    let layers = picture.layers();
    let things = layers.points.iter().enumerate().filter(|(_, point)| matches!(point.part, Part::Thing(_)));
    let found: Vec<f32> = things.map(|(index, _)| layers.falls(index).next().unwrap().even).collect();
    assert!(found.len() > 50 && found.iter().all(|even| (even - 1.0).abs() < 1e-3), "{found:?}");
}

/// The edge of a card's shadow is as soft as similar triangles say: a face 1 m wide at 3 m, a card's edge at 1 m over the ground,
/// so half a metre from full light to none.
#[test]
fn a_penumbra() {
    let face = Face::Rectangle { width: m(1.0), height: m(1.0) };
    let card = Sheet {
        flat: Flat { middle: DVec3::new(-2.0, 0.0, 1.0), right: DVec3::X * 2.0, up: DVec3::Y * 4.0 },
        does: Sheeting::Black,
        tint: MiredShift::ZERO,
    };
    let source = lamp(DVec3::Z * 3.0, DVec3::NEG_Z, face);
    let with = |sheets: Vec<Sheet>| Set { still: Still { sheets, ..still(open(0.0)) }, sources: vec![source] };
    let at = |set: &Set, x: f64| given(set, Receiver { at: DVec3::new(x, 0.0, 0.0), normal: DVec3::Z }, 1_024)[0];
    let (shaded, free) = (with(vec![card]), with(Vec::new()));
    let share = |x: f64| at(&shaded, x) / at(&free, x);
    // The edge is at 0: from the far side of the face past it to the near one.
    assert_eq!(share(-0.26), 0.0);
    assert!(share(-0.22) > 0.0 && share(0.22) < 1.0);
    assert!((share(0.26) - 1.0).abs() < 1e-6);
    assert!((share(0.0) - 0.5).abs() < 0.02, "{}", share(0.0));
}

/// What a mirror throws is the same in the picture as in the plan: a patch of sun, a wide face's image, the image of a bare head.
#[rstest]
#[case::sun(Source::Parallel { way: DVec3::new(-1.0, 0.0, 1.0).normalize(), walled: false }, DVec3::new(1.0, -0.9, 0.5))]
#[case::wide(lamp(DVec3::new(0.5, -1.0, 1.7), DVec3::new(0.8, 0.5, 0.0).normalize(), Face::Disc { diameter: m(0.8) }), DVec3::new(0.2, -0.8, 1.4))]
#[case::bare(lamp(DVec3::new(0.5, -1.0, 1.7), DVec3::new(0.8, 0.5, 0.0).normalize(), Face::Point), DVec3::new(0.2, -0.8, 1.4))]
fn thrown_by_a_mirror(#[case] source: Source, #[case] at: DVec3) {
    let flat = Flat::new(DVec3::new(2.0, -0.9, 1.5), DVec3::NEG_X, 0.9, 1.1);
    let set =
        Set { still: Still { panes: vec![Glazing { flat, mirror: true }], ..still(open(0.0)) }, sources: vec![source] };
    let receiver = Receiver { at, normal: DVec3::X };
    let planned = Light::of(set.clone()).from(receiver).gain(0).direct;
    let pictured = given(&set, receiver, 4_096)[0];
    assert!(planned > 0.0 && (pictured / planned).log2().abs() < 0.05, "{pictured} {planned}");
    let without = Set { still: still(open(0.0)), ..set };
    assert_eq!(given(&without, receiver, 64)[0], 0.0);
}

/// What a rough coat sends to the camera of a wide face, sampled both ways at once, is the integral over the face; and of light from
/// all round it is what the lobe holds.
#[rstest]
#[case::skin_off_the_mirror(Group::Skin, 0.4)]
#[case::skin_in_the_mirror(Group::Skin, 0.0)]
#[case::lips(Group::Lips, 0.1)]
#[case::strap(Group::Leather, 1.2)]
fn a_coat_under_a_wide_face(#[case] group: Group, #[case] aside: f64) {
    let part = Part::Person(0, group);
    let coat = crate::gloss::Coat::of(part).unwrap();
    let way = crate::V::new(0.6, 0.0, -0.8);
    let middle = DVec3::new(0.75 + aside, 0.2, 1.0);
    let source = lamp(middle, -middle.normalize(), Face::Rectangle { width: m(0.8), height: m(0.6) });
    let of = |source: Source| {
        let set = Set { still: still(Walls { ground: Surface::of(0.0), ..open(0.0) }), sources: vec![source] };
        let world = World::of(set.clone(), shown(Vec::new()));
        let at = crate::V::new(0.0, 0.0, 0.01);
        let point = Point {
            at,
            normal: crate::V::Z,
            flat: crate::V::Z,
            way,
            depth: 1.0,
            part,
            over: None,
            shade: 1.0,
            gloss: 1.0,
            stands: crate::points::Stands::Still,
            pixel: 0,
            coverage: 1.0,
            covers: 1.0,
        };
        let sources = Sources::of(&set.sources);
        let mut sums = vec![Falls::default()];
        for round in 0..8_192 {
            crate::trace::sample(
                &world,
                &sources,
                &point,
                &[true],
                crate::sequence::Sequence::of((3, 0), 0, round),
                &mut sums,
            );
        }
        f64::from(sums[0].gloss) / 8_192.0
    };
    let Source::Face(emitter) = source else { panic!() };
    let (flat, n) = (emitter.flat(), 400);
    let mut expected = 0.0;
    for i in 0..n {
        for j in 0..n {
            let share = |k: i32| (f64::from(k) + 0.5) / f64::from(n) * 2.0 - 1.0;
            let to = flat.at(share(i), share(j)) - DVec3::new(0.0, 0.0, 0.01);
            let (r2, to) = (to.length_squared(), to.normalize());
            let falls = (-to.dot(emitter.looks)).max(0.0) * to.z.max(0.0) / r2;
            let sends = coat.sends(crate::V::Z, crate::v(to), -way);
            expected += falls * PI * f64::from(sends) / f64::from(n * n);
        }
    }
    let got = of(source);
    assert!((got - expected).abs() < 0.02 * expected, "{got} {expected}");
    // In the open under even light it is the whole lobe.
    let mut lobe = 0.0;
    for i in 0..n {
        for j in 0..n {
            let (z, turn) = ((f64::from(i) + 0.5) / f64::from(n), (f64::from(j) + 0.5) / f64::from(n) * 2.0 * PI);
            let r = (1.0 - z * z).sqrt();
            let to = crate::v(DVec3::new(r * turn.cos(), r * turn.sin(), z));
            lobe += f64::from(coat.sends(crate::V::Z, to, -way)) * z * 2.0 * PI / f64::from(n * n);
        }
    }
    let even = of(Source::About);
    assert!((even - lobe).abs() < 0.02 * lobe, "{even} {lobe}");
}
