//! How long a picture takes: a head and shoulders in a room with four flashes and even ambient.

mod studio;

use criterion::{Criterion, criterion_group, criterion_main};
use std::hint::black_box;
use studio::{developing, world};
use tolva_light::set::Blur;
use tolva_render::{Known, Picture};

fn pictures(c: &mut Criterion) {
    let still = world(1).set.still.clone();
    c.bench_function("a rough picture from nothing: 12 000 pixels, four flashes and ambient", |b| {
        b.iter(|| {
            let mut picture = Picture::of(world(1), (90, 133), &[]);
            picture.round(|| true)
        });
    });
    c.bench_function("a round of samples: 120 000 pixels", |b| {
        let mut picture = Picture::of(world(1), (286, 420), &[]);
        b.iter(|| picture.round(|| true));
    });
    for people in [8, 24] {
        c.bench_function(&format!("a round of samples: 120 000 pixels, {people} people"), |b| {
            let mut picture = Picture::of(world(people), (424, 283), &[]);
            b.iter(|| picture.round(|| true));
        });
    }
    let mut picture = Picture::of(world(1), (416, 615), &[]);
    picture.round(|| true);
    c.bench_function("developed: 256 000 pixels", |b| {
        b.iter(|| developing().frame(black_box(picture.layers()), &still).shown());
    });
    c.bench_function("developed with its colours known: 256 000 pixels", |b| {
        let mut known = Known::default();
        b.iter(|| developing().frame_knowing(black_box(picture.layers()), &still, &mut known).shown());
    });
    let frame = developing().frame(picture.layers(), &still);
    c.bench_function("and out of focus", |b| {
        b.iter(|| black_box(&frame).blurred_light(Blur { focus: 2.3, infinity: 0.04 }));
    });
}

criterion_group!(benches, pictures);
criterion_main!(benches);
