use super::*;
use crate::picture::probed;
use crate::trace::Sources;
use proptest::prelude::*;
use rstest::rstest;
use tolva_light::colour::{Spectrum, Surface as Paint, White};
use tolva_light::emitter::{Emitter, Face, Law};
use tolva_light::geometry::{DVec3, Flat, right_and_up};
use tolva_light::quantity::{Duv, Kelvin, Metres, MiredShift};
use tolva_light::set::{
    Figure, Finish, FlashReach, On, Paints, Product, ProductKind, Set, Sheet, Sheeting, Shown, Solid, Source, Still,
    Surface, View, Wall, Walls,
};
use tolva_light::transport::{Light, Receiver};

fn m(value: f64) -> Metres {
    Metres::new(value).unwrap()
}

fn wall(distance: f64, reflectance: f64) -> Option<Wall> {
    Some(Wall { distance: m(distance), surface: Surface::of(reflectance) })
}

/// A room without walls over ground that sends this much back.
fn open(ground: f64) -> Walls {
    Walls {
        ground: Surface::of(ground),
        beyond: Surface::of(ground),
        ceiling: None,
        left: None,
        right: None,
        rear: None,
        background: None,
        reach: Walls::REACH,
    }
}

/// A room of four by four metres, three high.
fn room(reflectance: f64) -> Walls {
    let wall = |distance| wall(distance, reflectance);
    Walls {
        ceiling: wall(3.0),
        left: wall(2.0),
        right: wall(2.0),
        rear: wall(2.0),
        background: wall(2.0),
        ..open(reflectance)
    }
}

fn still(walls: Walls) -> Still {
    Still { walls, solids: Vec::new(), sheets: Vec::new(), panes: Vec::new() }
}

fn lamp(middle: DVec3, looks: DVec3, face: Face) -> Source {
    Source::Face(Emitter { middle, looks: looks.normalize(), face, law: Law::Diffuse })
}

fn view_from(eye: DVec3, to: DVec3) -> View {
    let looks = (to - eye).normalize();
    let (right, up) = right_and_up(looks);
    View { eye, looks, right, up, half_width: 0.3, half_height: 0.2 }
}

fn shown(people: Vec<Figure>) -> Shown {
    Shown { view: view_from(DVec3::new(0.0, -1.9, 1.5), DVec3::new(0.0, 0.0, 1.5)), people, thing: None, table: None }
}

fn figure(x: f64) -> Figure {
    Figure {
        eyes: DVec3::new(x, 0.0, 1.62),
        gaze: DVec3::NEG_Y,
        body: DVec3::NEG_Y,
        stature: 1.75,
        seated: false,
        skin: Surface::of(0.3),
        cloth: Surface::of(0.3),
    }
}

/// What each source gives a receiver, by so many samples.
fn given(set: &Set, receiver: Receiver, samples: u32) -> Vec<f64> {
    let world = World::of(set.clone(), shown(Vec::new()));
    let found = probed(&world, &Sources::of(&set.sources), &Probe { receiver, of_person: None }, samples);
    found.into_iter().map(|falls| f64::from(falls.even)).collect()
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(12))]
    /// The tracer and the transport of the plan are two ways to one light: straight within half a percent, off the walls of a room
    /// within four.
    #[test]
    fn as_the_plan_has_it(x in -1.5..1.5f64, y in -1.5..0.5f64, side in 0.3..1.2f64, reflectance in 0.1..0.8f64) {
        let at = DVec3::new(x, y, 1.6);
        let source = lamp(DVec3::new(-1.2, -1.4, 2.2), DVec3::new(1.0, 1.2, -0.6), Face::Rectangle { width: m(side), height: m(side) });
        let receiver = Receiver { at, normal: DVec3::new(-0.5, -0.8, 0.2).normalize() };
        let dark = Set { still: still(open(0.0)), sources: vec![source] };
        let straight = Light::of(dark.clone()).from(receiver).gain(0).sum();
        let traced = given(&dark, receiver, 4_096)[0];
        prop_assert!((traced - straight).abs() < 0.005 * straight + 1e-4, "{traced} {straight}");
        let lit = Set { still: still(room(reflectance)), sources: vec![source] };
        let whole = Light::of(lit.clone()).from(receiver).gain(0).sum();
        let traced = given(&lit, receiver, 16_384)[0];
        prop_assert!((traced - whole).abs() < 0.04 * whole, "{traced} {whole}");
    }
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

/// What develops a wall of this grey in light of this level.
fn developing(level: f64) -> Developing {
    let shining = Shining {
        source: 0,
        light: Spectrum::named(Kelvin::of(5_500.0)),
        level,
        on: On { subject: 1.0, background: 1.0, sky: 1.0 },
        flash: false,
    };
    Developing {
        shining: vec![shining],
        eye: White::set_to(Kelvin::of(5_500.0), Duv::of(0.0)).eye(),
        white: 6.366f64.log2(),
        paints: Paints {
            skins: Vec::new(),
            cloths: Vec::new(),
            thing: Paint::grey(0.2),
            background: Paint::grey(0.157),
        },
        headroom: 3.0,
        reach: FlashReach::WHOLE,
    }
}

/// A mid-grey wall in the right light is mid-grey on the screen, a stop more is a stop lighter, and over its headroom it clips. A dial
/// only multiplies: nothing is traced.
#[test]
fn levels_on_the_screen() {
    let set = Set { still: still(Walls { background: wall(2.0, 0.157), ..open(0.2) }), sources: vec![Source::About] };
    let mut picture = Picture::of(World::of(set.clone(), shown(Vec::new())), (30, 20), &[]);
    assert!(picture.round(|| true));
    let frame = |level: f64| developing(level).frame(picture.layers(), &set.still);
    let middle = 10 * 30 + 15;
    for (level, shown) in [(0.0, 118i32), (-1.0, 85), (1.0, 161)] {
        let frame = frame(level);
        assert!((frame.level(middle).unwrap() - level).abs() < 0.02, "{:?}", frame.level(middle));
        let pixel = &frame.shown()[middle * 3..middle * 3 + 3];
        // Neutral within what a white balance by the daylight locus leaves.
        assert!(pixel.iter().all(|part| (i32::from(*part) - shown).abs() <= 4), "{level} {pixel:?}");
    }
    assert!(!frame(2.9).clips(middle) && frame(3.1).clips(middle));
    assert!(frame(3.1).clipped() > 0.3);
}

/// The flash's share of each pixel comes out of the same pass: a room in equal parts of both is half flash, without any it is none.
#[test]
fn what_of_it_is_flash() {
    let set = Set {
        still: still(Walls { background: wall(2.0, 0.157), ..open(0.2) }),
        sources: vec![Source::About, Source::About],
    };
    let mut picture = Picture::of(World::of(set.clone(), shown(Vec::new())), (30, 20), &[]);
    assert!(picture.round(|| true));
    let middle = 10 * 30 + 15;
    let share = |level: f64| {
        let mut both = developing(0.0);
        let flash = Shining { source: 1, level, flash: true, ..both.shining[0].clone() };
        both.shining.push(flash);
        let frame = both.frame(picture.layers(), &set.still);
        let tones = frame.tones();
        assert!(tones.all.iter().map(|count| u32::from(*count)).sum::<u32>() > 5_000);
        frame.flash_share(middle).unwrap()
    };
    assert!((share(0.0) - 0.5).abs() < 0.02, "{}", share(0.0));
    assert!((share(1.0) - 2.0 / 3.0).abs() < 0.02, "{}", share(1.0));
    assert_eq!(developing(0.0).frame(picture.layers(), &set.still).flash_share(middle), Some(0.0));
    // Past sync the second curtain hides the flash from one edge, and leaves the ambient.
    let mut past = developing(0.0);
    past.shining.push(Shining { source: 1, flash: true, ..past.shining[0].clone() });
    past.reach = FlashReach { share: 0.8, across: false };
    let frame = past.frame(picture.layers(), &set.still);
    let (above, below) = (middle, 18 * 30 + 15);
    assert!((frame.flash_share(above).unwrap() - 0.5).abs() < 0.02);
    assert_eq!(frame.flash_share(below), Some(0.0));
    assert!(frame.level(below).is_some());
}
