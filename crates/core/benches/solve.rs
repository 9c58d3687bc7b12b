//! How long an answer takes, on the sample studio's table of twelve: three lights.

use criterion::{Criterion, criterion_group, criterion_main};
use std::hint::black_box;
use tolva_core::House;
use tolva_core::assess::{assess, assess_situation};
use tolva_core::format::{JobFile, KitFile};
use tolva_core::marks::{Mark, ShutterMark};
use tolva_core::setup::{Patch, Setup};
use tolva_core::situation::Situation;
use tolva_core::solve::{Part, Weights, assess_and_bind, best, drag, plan, plan_situation};

fn sample() -> (Setup, tolva_core::kit::Kit) {
    let kit: KitFile = serde_json::from_str(include_str!("../../../demo/kit.json")).expect("the sample kit");
    let job: JobFile = serde_json::from_str(include_str!("../../../demo/tram-hall.json")).expect("the sample job");
    let mut setup = job.setups[1].setup.clone();
    setup.lights.iter_mut().for_each(|light| light.on = true);
    assert_eq!(setup.lights.len(), 3);
    (setup, kit.kit)
}

fn answers(c: &mut Criterion) {
    let (setup, kit) = sample();
    let house = House::default();
    c.bench_function("assess after one dial, three lights", |b| b.iter(|| assess(black_box(&setup), &kit, house)));
    let situation = Situation::new(&setup, &kit, house).expect("a good setup");
    let mut turned = setup.clone();
    turned.camera.shutter.at = ShutterMark::nearest(turned.camera.shutter.at.sixths() + 2);
    c.bench_function("assess after one dial, the light of the set known", |b| {
        b.iter(|| assess_situation(&situation.after(black_box(&turned)).expect("a good setup")));
    });
    c.bench_function("solve the whole grid, three lights", |b| {
        b.iter(|| best(black_box(&situation), &Weights::default()));
    });
    c.bench_function("whole plan: solve, binds, ways out, alternatives", |b| {
        b.iter(|| plan(black_box(&setup), &kit, house));
    });
    c.bench_function("whole plan, the light of the set known as after any look at it", |b| {
        b.iter(|| plan_situation(black_box(&situation)));
    });
    c.bench_function("binds and alternatives of dials as they stand", |b| {
        b.iter(|| assess_and_bind(black_box(&setup), &kit, house));
    });
    c.bench_function("drag a part", |b| {
        let to = tolva_core::quantity::Stops::nearest(-1.0);
        b.iter(|| drag(black_box(&setup), &kit, house, Patch::Background, &Part::Ambient, to));
    });
}

/// As the server has it.
#[global_allocator]
static ALLOCATOR: mimalloc::MiMalloc = mimalloc::MiMalloc;

criterion_group!(benches, answers);
criterion_main!(benches);
