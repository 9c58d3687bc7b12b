//! Learning: corrections from two thousand takes, the frames that would tell most, a tone curve.

use criterion::{Criterion, criterion_group, criterion_main};
use std::hint::black_box;
use tolva_core::House;
use tolva_core::format::{JobFile, KitFile};
use tolva_core::learn::{Bracket, Taught, fitted, learn, session};
use tolva_core::quantity::{Id, Note, Share, Stops};
use tolva_core::situation::{Dials, Situation};
use tolva_core::take::{CameraSaid, Choice, MarkOf, MarkShows, MeasuredOn, Planned, Take, TakeMark};

const JOBS: [&str; 3] = [
    include_str!("../../../demo/slip-shed.json"),
    include_str!("../../../demo/tram-hall.json"),
    include_str!("../../../demo/glasshouse.json"),
];
const TAKES: usize = 2_000;

fn takes(kit: &KitFile) -> Vec<(Id, Take)> {
    let jobs = JOBS.iter().map(|text| serde_json::from_str::<JobFile>(text).expect("the sample job reads"));
    let plans: Vec<(Id, Planned)> = jobs
        .flat_map(|job| job.setups)
        .map(|filed| {
            let s = Situation::new(&filed.setup, &kit.kit, House::default()).expect("the sample setup fits");
            (filed.id, Planned::of(&s, &Dials::of(&filed.setup), true))
        })
        .collect();
    let none = Share::nearest(0.0);
    let take = |index: usize| {
        let (setup, planned) = &plans[index % plans.len()];
        let marks = planned.levels.iter().map(|level| {
            let off = ((index * 37 + 11) % 19) as f64 / 19.0 - 0.5;
            let linear = [0.18 * (level.total() + level.to_picture.stops() + off).exp2().min(5.0); 3];
            let shows = MarkShows {
                linear,
                spread: Stops::of(0.1),
                burnt: none,
                black: none,
                pixels: 900,
                on: MeasuredOn::File,
                edges: None,
            };
            let of = MarkOf::Patch { patch: level.patch };
            TakeMark { of, x: 0.5, y: 0.5, width: 0.05, height: 0.05, measured: Some(shows) }
        });
        let take = Take {
            settings: CameraSaid {
                shutter: Some(planned.shutter),
                aperture: Some(planned.aperture),
                iso: Some(planned.iso),
                ..CameraSaid::default()
            },
            marks: marks.collect(),
            planned: planned.clone(),
            frame: None,
            note: Note::new("").expect("an empty note"),
            choice: Choice::Open,
        };
        (setup.clone(), take)
    };
    (0..TAKES).map(take).collect()
}

fn corrections(c: &mut Criterion) {
    let kit: KitFile = serde_json::from_str(include_str!("../../../demo/kit.json")).expect("the sample kit reads");
    let takes = takes(&kit);
    let taught: Vec<Taught<'_>> =
        takes.iter().map(|(setup, take)| Taught { id: setup, setup, at: "2026-09-17 18:05:00", take }).collect();
    let house = House::default();
    c.bench_function("corrections from 2000 takes", |b| b.iter(|| learn(black_box(&taught), &kit.kit, &house)));
    let learning = learn(&taught, &kit.kit, &house);
    c.bench_function("the five frames that tell most", |b| {
        b.iter(|| session(black_box(&learning), &kit.kit, 5, tolva_core::Units::Metres))
    });
    let times: Vec<f64> = (-2..=2).map(f64::from).collect();
    let samples = (0..240)
        .map(|point| times.iter().map(|time| [(f64::from(point) + 30.0 * time).clamp(0.0, 255.0); 3]).collect())
        .collect();
    let bracket = Bracket { times, samples };
    c.bench_function("a tone curve from five frames", |b| b.iter(|| fitted(black_box(&bracket))));
}

criterion_group!(benches, corrections);
criterion_main!(benches);
