//! How long a frame takes that comes in: 24 megapixels, with three marks.

use criterion::{Criterion, criterion_group, criterion_main};
use image::codecs::jpeg::JpegEncoder;
use image::{ExtendedColorType, ImageEncoder};
use std::hint::black_box;
use tolva_frames::{Mark, look};

const SIZE: (u32, u32) = (6_000, 4_000);

/// A frame with something in it: slopes, edges and grain, so that it takes as long to decode as a real one.
fn frame() -> Vec<u8> {
    let mut state = 0x2545_f491_u32;
    let mut pixels = Vec::with_capacity(SIZE.0 as usize * SIZE.1 as usize * 3);
    for y in 0..SIZE.1 {
        for x in 0..SIZE.0 {
            state ^= state << 13;
            state ^= state >> 17;
            state ^= state << 5;
            let grain = state % 12;
            let edge = if (x / 300 + y / 200) % 2 == 0 { 60 } else { 130 };
            pixels.extend([x * 90 / SIZE.0, y * 60 / SIZE.1, 40].map(|slope| (edge + slope + grain) as u8));
        }
    }
    let mut bytes = Vec::new();
    let encoder = JpegEncoder::new_with_quality(&mut bytes, 92);
    let written = encoder.write_image(&pixels, SIZE.0, SIZE.1, ExtendedColorType::Rgb8);
    assert!(written.is_ok(), "a frame that can be written");
    bytes
}

fn looked_at(criterion: &mut Criterion) {
    let bytes = frame();
    let mark = |x: f64| Mark { x, y: 0.5, width: 0.03, height: 0.045 };
    let marks = [mark(0.2), mark(0.5), mark(0.8)];
    let mut group = criterion.benchmark_group("a frame of 24 megapixels");
    group.sample_size(10);
    group.bench_function("looked at whole", |bencher| bencher.iter(|| look(black_box(&bytes), &marks)));
    group.finish();
}

criterion_group!(benches, looked_at);
criterion_main!(benches);
