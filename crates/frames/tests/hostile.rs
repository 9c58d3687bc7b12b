//! Every reader of frames against bytes spoilt by chance, for as long as is said: `HOSTILE_SECONDS=300 cargo test -p tolva-frames
//! --test hostile -- --ignored --nocapture`. What ran is told in docs/testing.md.

#![allow(clippy::unwrap_used)]

use fastrand::Rng;
use std::time::{Duration, Instant};
use tolva_frames::{Mark, Shot, apart, bracket, described, head, look, patch, told};

const SEEDS: [&[u8]; 6] = [
    include_bytes!("foreign/tool_big.jpg"),
    include_bytes!("foreign/tool_little.jpg"),
    include_bytes!("foreign/magick.tif"),
    include_bytes!("foreign/pillow.jpg"),
    include_bytes!("foreign/pillow.png"),
    include_bytes!("foreign/apex.jpg"),
];
const MARK: Mark = Mark { x: 0.5, y: 0.5, width: 0.3, height: 0.3 };

fn shot() -> Shot {
    Shot {
        described: "A frame.".to_owned(),
        body: "Body".to_owned(),
        lens: "Lens".to_owned(),
        exposure: 0.01,
        f_number: 4.0,
        iso: 100.0,
        focal: 50.0,
        flash: false,
        taken: None,
    }
}

/// Numbers that readers trip over.
const EDGES: [u32; 8] = [0, 1, 0x7f, 0xff, 0x7fff, 0xffff, 0x7fff_ffff, 0xffff_ffff];

/// A file with a few things done to it: bytes changed, numbers put at an edge, parts cut out, doubled, or from another file.
fn spoilt(chance: &mut Rng) -> Vec<u8> {
    let mut bytes = SEEDS[chance.usize(..SEEDS.len())].to_vec();
    for _ in 0..=chance.usize(..8) {
        let (at, length) = (chance.usize(..bytes.len()), chance.usize(..64) + 1);
        let end = (at + length).min(bytes.len());
        match chance.usize(..6) {
            0 => bytes[at..end].iter_mut().for_each(|byte| *byte ^= 1 << (length % 8)),
            1 => {
                let edge = EDGES[chance.usize(..EDGES.len())];
                let number = if chance.usize(..2) == 0 { edge.to_be_bytes() } else { edge.to_le_bytes() };
                bytes.iter_mut().skip(at).zip(number).for_each(|(byte, with)| *byte = with);
            }
            2 => drop(bytes.drain(at..end)),
            3 => {
                let part = bytes[at..end].to_vec();
                drop(bytes.splice(at..at, part));
            }
            4 => {
                let other = SEEDS[chance.usize(..SEEDS.len())];
                let from = chance.usize(..other.len());
                let part = other[from..(from + length).min(other.len())].to_vec();
                drop(bytes.splice(at..end, part));
            }
            _ => bytes.truncate(at.max(1)),
        }
        if bytes.is_empty() {
            bytes.push(0);
        }
    }
    bytes
}

#[test]
#[ignore = "runs for as long as is said"]
fn nothing_panics_whatever_the_bytes() {
    let seconds = std::env::var("HOSTILE_SECONDS").ok().and_then(|said| said.parse().ok()).unwrap_or(60);
    let (start, mut chance) = (Instant::now(), Rng::with_seed(1));
    let (mut tried, mut read, mut slowest) = (0u64, 0u64, Duration::ZERO);
    while start.elapsed() < Duration::from_secs(seconds) {
        let (bytes, other) = (spoilt(&mut chance), spoilt(&mut chance));
        let one = Instant::now();
        let _ = (head(&bytes), told(&bytes), patch(&bytes, MARK), bracket(&[bytes.clone(), other.clone()]));
        let _ = (apart(&bytes, &other, 1.0), described(bytes.clone(), &shot()));
        match look(&bytes, &[MARK], &|| ()) {
            Ok(_) => read += 1,
            Err(error) => assert!(error.to_string().ends_with('.'), "{error}"),
        }
        slowest = slowest.max(one.elapsed());
        tried += 1;
    }
    println!("{tried} spoilt files in {seconds} s, {read} of them still read whole; the slowest took {slowest:?}");
    assert!(tried > 0 && read < tried);
}
