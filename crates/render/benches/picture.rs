//! How long a picture takes: one person lit by four flashes in a room, in light from all round.

use criterion::{Criterion, criterion_group, criterion_main};
use std::hint::black_box;
use tolva_light::colour::{Spectrum, Surface as Paint, White};
use tolva_light::emitter::{Emitter, Face, Law};
use tolva_light::geometry::{DVec3, right_and_up};
use tolva_light::quantity::{Duv, Kelvin, Metres};
use tolva_light::set::{
    Blur, Figure, FlashReach, On, Paints, Set, Shown, Skyline, Source, Still, Surface, Trail, View, Wall, Walls,
};
use tolva_render::{Developing, Picture, Shining, World};

fn world() -> World {
    let wall = |distance: f64| Some(Wall { distance: Metres::nearest(distance), surface: Surface::of(0.6) });
    let eyes = DVec3::new(0.0, 0.0, 1.63);
    let flash = |x: f64| {
        let middle = DVec3::new(x, -1.3, 2.1);
        let face = Face::Disc { diameter: Metres::nearest(0.9) };
        Source::Face(Emitter { middle, looks: (eyes - middle).normalize(), face, law: Law::Diffuse })
    };
    let walls = Walls {
        ground: Surface::of(0.3),
        beyond: Surface::of(0.3),
        reach: Walls::REACH,
        ceiling: wall(3.0),
        left: wall(3.0),
        right: wall(3.0),
        rear: wall(4.0),
        background: wall(3.0),
    };
    let still = Still { walls, solids: Vec::new(), sheets: Vec::new(), panes: Vec::new() };
    let sources = [-1.4, -0.6, 0.6, 1.4].into_iter().map(flash).chain([Source::About]).collect();
    let eye = DVec3::new(0.0, -2.4, 1.6);
    let looks = (DVec3::new(0.0, 0.0, 1.5) - eye).normalize();
    let (right, up) = right_and_up(looks);
    let view = View { eye, looks, right, up, half_width: 0.15, half_height: 0.22 };
    let surface = Surface::of(0.3);
    let person = Figure {
        eyes,
        gaze: DVec3::NEG_Y,
        body: DVec3::NEG_Y,
        stature: 1.74,
        seated: false,
        skin: surface,
        cloth: surface,
    };
    World::of(
        Set { still, sources },
        Shown {
            view,
            people: vec![person],
            thing: None,
            moves: false,
            table: None,
            skyline: Skyline::default(),
            gear: Vec::new(),
        },
    )
}

fn developing() -> Developing {
    let shining = |source: usize| Shining {
        source,
        light: Spectrum::named(Kelvin::of(5_500.0)),
        level: -1.0,
        on: On { subject: 1.0, background: 1.0, sky: 1.0 },
        flash: source < 4,
    };
    let paint = Paint::grey(0.3);
    Developing {
        shining: (0..5).map(shining).collect(),
        eye: White::set_to(Kelvin::of(5_500.0), Duv::of(0.0)).eye(),
        white: 2.67,
        paints: Paints { skins: vec![paint], cloths: vec![paint], thing: paint, background: paint },
        headroom: 3.0,
        reach: FlashReach::WHOLE,
        trail: Trail::NONE,
    }
}

fn pictures(c: &mut Criterion) {
    let still = world().set.still.clone();
    c.bench_function("a rough picture from nothing: 12 000 pixels, four flashes and ambient", |b| {
        b.iter(|| {
            let mut picture = Picture::of(world(), (90, 133), &[]);
            picture.round(|| true)
        });
    });
    c.bench_function("a round of samples: 120 000 pixels", |b| {
        let mut picture = Picture::of(world(), (286, 420), &[]);
        b.iter(|| picture.round(|| true));
    });
    let mut picture = Picture::of(world(), (416, 615), &[]);
    picture.round(|| true);
    c.bench_function("developed: 256 000 pixels", |b| {
        b.iter(|| developing().frame(black_box(picture.layers()), &still).shown());
    });
    let frame = developing().frame(picture.layers(), &still);
    c.bench_function("and out of focus", |b| {
        b.iter(|| black_box(&frame).blurred(Blur { focus: 2.3, infinity: 0.04 }));
    });
}

criterion_group!(benches, pictures);
criterion_main!(benches);
