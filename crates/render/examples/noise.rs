//! How fine a picture is after so many seconds: the noise of the sum at the dials and of each layer alone, as RMS in stops over blocks of
//! 8 × 8 pixels of the face, against one of many more rounds. Unfiltered.

#[path = "../benches/studio/mod.rs"]
mod studio;

use std::time::{Duration, Instant};
use studio::{developing, world};
use tolva_render::{Developing, Layers, Picture};

const SIZE: (u32, u32) = (284, 418);
const BLOCK: usize = 8;
const CONVERGED: u32 = 1_500;

/// The light of each block of the face, averaged.
fn blocks(layers: &Layers, developing: &Developing, still: &tolva_light::set::Still) -> Vec<f64> {
    let frame = developing.frame(layers, still);
    let (wide, high) = (SIZE.0 as usize, SIZE.1 as usize);
    let luminance = |pixel: usize| frame.linear[pixel].iter().map(|part| f64::from(*part)).sum::<f64>();
    // The face fills the middle of the frame.
    let (columns, rows) = (wide * 2 / 5 / BLOCK..wide * 3 / 5 / BLOCK, high / 4 / BLOCK..high * 2 / 5 / BLOCK);
    let of = |(row, column): (usize, usize)| {
        let inside = (0..BLOCK * BLOCK).map(|n| (row * BLOCK + n / BLOCK) * wide + column * BLOCK + n % BLOCK);
        inside.map(luminance).sum::<f64>() / (BLOCK * BLOCK) as f64
    };
    rows.flat_map(|row| columns.clone().map(move |column| (row, column))).map(of).collect()
}

fn rms(got: &[f64], expected: &[f64]) -> f64 {
    let off = got.iter().zip(expected).map(|(got, expected)| (got / expected).log2().powi(2));
    (off.sum::<f64>() / got.len() as f64).sqrt()
}

#[expect(clippy::print_stdout, reason = "it is what it is for")]
fn main() {
    let all = developing();
    let ways: Vec<(String, Developing)> = std::iter::once(("the sum".to_owned(), developing()))
        .chain((0..all.shining.len()).map(|index| {
            let one = Developing { shining: vec![all.shining[index]], ..developing() };
            (format!("source {index} alone"), one)
        }))
        .collect();
    let still = world(1).set.still.clone();
    let mut picture = Picture::of(world(1), SIZE, &[]);
    let (begun, mut rounds) = (Instant::now(), 0);
    while begun.elapsed() < Duration::from_secs(5) {
        picture.round(|| true);
        rounds += 1;
    }
    let early: Vec<Vec<f64>> = ways.iter().map(|(_, way)| blocks(picture.layers(), way, &still)).collect();
    while picture.layers().rounds() < CONVERGED {
        picture.round(|| true);
    }
    println!("{rounds} rounds in 5 s");
    for ((name, way), early) in ways.iter().zip(&early) {
        println!("{name}: {:.4} stops", rms(early, &blocks(picture.layers(), way, &still)));
    }
}
