//! How long the light of a set takes: a room of four walls with six people, four boxes, two cards and a mirror.

use criterion::{Criterion, criterion_group, criterion_main};
use std::hint::black_box;
use tolva_light::emitter::{Emitter, Face, Law};
use tolva_light::geometry::{DVec3, Flat};
use tolva_light::quantity::{Metres, MiredShift};
use tolva_light::set::{Glazing, Set, Sheet, Sheeting, Solid, Source, Still, Surface, Wall, Walls};
use tolva_light::transport::{Light, Receiver, Room};

fn source(x: f64) -> Source {
    let middle = DVec3::new(x, -2.0, 2.2);
    let face = Face::Disc { diameter: Metres::nearest(0.9) };
    Source::Face(Emitter { middle, looks: (DVec3::Z * 1.5 - middle).normalize(), face, law: Law::Diffuse })
}

fn set() -> Set {
    let wall = |distance: f64, reflectance: f64| {
        Some(Wall { distance: Metres::nearest(distance), surface: Surface::of(reflectance) })
    };
    let person =
        |x: f64| Solid::Figure { foot: DVec3::new(x, 0.0, 0.0), radius: 0.19, shoulders: 1.45, head: (1.64, 0.11) };
    let sheet = |x: f64| Sheet {
        flat: Flat::new(DVec3::new(x, -1.0, 1.2), DVec3::X * -x, 0.8, 1.2),
        does: Sheeting::Matt(0.9),
        tint: MiredShift::ZERO,
    };
    Set {
        still: Still {
            walls: Walls {
                ground: Surface::of(0.3),
                beyond: Surface::of(0.0),
                reach: Walls::REACH,
                ceiling: wall(3.0, 0.8),
                left: wall(4.0, 0.6),
                right: wall(4.0, 0.6),
                rear: wall(5.0, 0.6),
                background: wall(3.0, 0.5),
            },
            solids: [-1.5, -0.9, -0.3, 0.3, 0.9, 1.5].into_iter().map(person).collect(),
            sheets: vec![sheet(-2.2), sheet(2.2)],
            panes: vec![Glazing { flat: Flat::new(DVec3::new(3.98, 0.0, 1.6), DVec3::NEG_X, 1.0, 2.0), mirror: true }],
        },
        sources: [-2.5, -0.8, 0.8, 2.5].map(source).to_vec(),
    }
}

fn transport(c: &mut Criterion) {
    let whole = set();
    c.bench_function("how the walls of a room see each other", |b| b.iter(|| Room::of(black_box(whole.still.walls))));
    c.bench_function("the light of a set, four sources", |b| b.iter(|| Light::of(black_box(whole.clone()))));
    let light = Light::of(whole.clone());
    let mut moved = whole.clone();
    moved.sources[0] = source(-2.4);
    c.bench_function("the same after one source moved", |b| b.iter(|| light.after(black_box(moved.clone()))));
    let receiver = Receiver { at: DVec3::new(0.3, 0.0, 1.64), normal: DVec3::NEG_Y };
    c.bench_function("four sources at one point", |b| {
        b.iter(|| {
            let view = light.from(black_box(receiver));
            (0..4).map(|source| view.gain(source).sum()).sum::<f64>()
        });
    });
}

criterion_group!(benches, transport);
criterion_main!(benches);
