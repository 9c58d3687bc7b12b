//! How long a frame of 24 megapixels takes: looked at with three marks as it comes in, and taken from another.

use criterion::{Criterion, criterion_group, criterion_main};
use image::codecs::jpeg::JpegEncoder;
use image::{ExtendedColorType, ImageEncoder};
use std::hint::black_box;
use tolva_frames::{Mark, apart, look};

const SIZE: (u32, u32) = (6_000, 4_000);

/// A frame with something in it: slopes, edges and grain of its own, so that it takes as long to decode as a real one; moved by a
/// few pixels, and with so much light more from the left.
fn frame(moved: u32, more: u32) -> Vec<u8> {
    let mut state = 0x2545_f491_u32 + moved;
    let mut pixels = Vec::with_capacity(SIZE.0 as usize * SIZE.1 as usize * 3);
    for y in 0..SIZE.1 {
        for x in 0..SIZE.0 {
            state ^= state << 13;
            state ^= state >> 17;
            state ^= state << 5;
            let grain = state % 12;
            let (x, y) = (x + moved, y + moved);
            let edge = if (x / 300 + y / 200) % 2 == 0 { 40 } else { 100 };
            let more = more * (2 * SIZE.0).saturating_sub(x) / (2 * SIZE.0);
            pixels.extend([x * 90 / SIZE.0, y * 60 / SIZE.1, 40].map(|slope| (edge + slope + grain + more) as u8));
        }
    }
    let mut bytes = Vec::new();
    let encoder = JpegEncoder::new_with_quality(&mut bytes, 92);
    let written = encoder.write_image(&pixels, SIZE.0, SIZE.1, ExtendedColorType::Rgb8);
    assert!(written.is_ok(), "a frame that can be written");
    bytes
}

fn looked_at(criterion: &mut Criterion) {
    let (bytes, other) = (frame(0, 30), frame(7, 0));
    let mark = |x: f64| Mark { x, y: 0.5, width: 0.03, height: 0.045 };
    let marks = [mark(0.2), mark(0.5), mark(0.8)];
    let mut group = criterion.benchmark_group("a frame of 24 megapixels");
    group.sample_size(10);
    group.bench_function("looked at whole", |bencher| bencher.iter(|| look(black_box(&bytes), &marks, &|| ())));
    group.bench_function("taken from another", |bencher| bencher.iter(|| apart(black_box(&bytes), &other, 1.0)));
    group.finish();
}

criterion_group!(benches, looked_at);
criterion_main!(benches);
