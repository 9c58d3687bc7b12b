//! How long a card of twelve setups takes to be set.

use criterion::{Criterion, criterion_group, criterion_main};
use std::hint::black_box;
use tolva_paper::{Block, DialShown, Figure, Made, PaperDocument, PaperShape, TickLine, set};

const DRAWING: &str = r##"<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 560 300"><path d="M0 0L560 300M20 280L400 10" stroke="#333"/><text x="40" y="60">A: octa, 1.6 m</text></svg>"##;

fn setup(number: usize) -> Vec<Block> {
    let dial = |name: &str| DialShown { name: name.to_owned(), value: "1/125".to_owned(), also: "held".to_owned() };
    let line = |of: usize| TickLine {
        text: format!("Line {of} to be ticked before the frame"),
        why: String::new(),
        ticked: false,
    };
    vec![
        Block::NewPage,
        Block::Heading { level: 2, text: format!("{number}. Boatbuilder at the doors") },
        Block::Dials { dials: ["Shutter", "Aperture", "ISO", "White balance", "Octa"].map(dial).to_vec() },
        Block::Rows {
            caption: String::new(),
            rows: (0..16).map(|rung| vec![format!("18:{rung:02}"), "shutter 1/60, ISO 200".to_owned()]).collect(),
        },
        Block::Figures { figures: vec![Figure { alt: "The set".to_owned(), made: Made::Svg(DRAWING.to_owned()) }] },
        Block::Ticks { lines: (0..25).map(line).collect() },
        Block::Points {
            points: (0..8).map(|of| format!("Caution {of}: shade the lens, or let it on purpose.")).collect(),
        },
    ]
}

fn benches(c: &mut Criterion) {
    let document = PaperDocument { title: "Twelve".to_owned(), blocks: (1..=12).flat_map(setup).collect() };
    for shape in [PaperShape::A4, PaperShape::Pocket] {
        c.bench_function(&format!("twelve setups on {shape:?}"), |b| {
            b.iter(|| set(black_box(&document), shape).map(|pdf| pdf.len()));
        });
    }
}

criterion_group!(all, benches);
criterion_main!(all);
