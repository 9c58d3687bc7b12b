//! How long a day takes: its light every minute with plan and ladder, one moment of it, and an order of ten setups.

use criterion::{Criterion, criterion_group, criterion_main};
use std::hint::black_box;
use tolva_core::House;
use tolva_core::day::{DayLight, Timeline, moment};
use tolva_core::exposure::MeterConstants;
use tolva_core::format::JobFile;
use tolva_core::ladder::Ladders;
use tolva_core::outlook::outlook;
use tolva_core::quantity::{ClockTime, Id};
use tolva_core::schedule::propose;
use tolva_core::setup::LightWish;
use tolva_core::setup::Setup;

fn job() -> JobFile {
    serde_json::from_str(include_str!("../../../demo/slip-shed.json")).expect("the sample job reads")
}

fn setups(job: &JobFile) -> Vec<(Id, Setup)> {
    job.setups.iter().map(|filed| (filed.id.clone(), filed.setup.clone())).collect()
}

/// Ten setups over the whole day, each wanting some light.
fn ten(job: &JobFile) -> Vec<(Id, Setup)> {
    let wishes = [
        LightWish::Any,
        LightWish::BacklitLowSun,
        LightWish::OpenShade,
        LightWish::Golden,
        LightWish::BlueWithLamps,
        LightWish::AfterDark,
    ];
    let sample = setups(job);
    (0..10)
        .map(|number| {
            let (_, mut setup) = sample[number % sample.len()].clone();
            if let Some(slot) = setup.slot.as_mut() {
                slot.wants = wishes[number % wishes.len()];
            }
            (Id::new(&format!("setup-{number}")).expect("an id"), setup)
        })
        .collect()
}

fn day(c: &mut Criterion) {
    let job = job();
    let mut day = job.day.clone().expect("the sample job has a day");
    let date = job.job.date.as_str();
    let all = setups(&job);
    let timeline = Timeline::of(date, &day).expect("a date");
    c.bench_function("sun and sky of a day, each minute", |b| {
        b.iter(|| DayLight::of(black_box(&day), &timeline, MeterConstants::default()));
    });
    c.bench_function("a day with plan and ladder", |b| {
        b.iter(|| {
            let light = DayLight::of(black_box(&day), &timeline, MeterConstants::default());
            outlook(&light, &all, Some(&all[0].0), &job.kit, House::default(), None, &Ladders::default())
        });
    });
    c.bench_function("one moment of a day", |b| {
        b.iter(|| moment(black_box(&day), &timeline, MeterConstants::default(), 1122, Some(&all[0].1), None));
    });
    (day.from, day.until) = (ClockTime::from_minutes(6 * 60), ClockTime::from_minutes(23 * 60));
    let whole = Timeline::of(date, &day).expect("a date");
    c.bench_function("the longest ladder, six in the morning to eleven at night", |b| {
        let light = DayLight::of(&day, &whole, MeterConstants::default());
        b.iter(|| {
            tolva_core::ladder::ladder(&light, (&all[2].0, black_box(&all[2].1)), &job.kit, House::default(), 360, None)
        });
    });
    let (ten, light) = (ten(&job), DayLight::of(&day, &whole, MeterConstants::default()));
    c.bench_function("an order of ten setups", |b| b.iter(|| propose(&light, black_box(&ten))));
}

criterion_group!(benches, day);
criterion_main!(benches);
