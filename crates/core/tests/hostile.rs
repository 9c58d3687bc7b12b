//! Job and kit files of every version with values put elsewhere by chance, for as long as is said: `HOSTILE_SECONDS=300 cargo test -p
//! tolva-core --test hostile -- --ignored --nocapture`. What is taken is assessed and solved: what passes the checks may stop nothing.

#![allow(clippy::unwrap_used)]

use fastrand::Rng;
use serde_json::{Value, json};
use std::panic::{AssertUnwindSafe, catch_unwind};
use std::time::{Duration, Instant};
use tolva_core::assess::assess;
use tolva_core::format::{TolvaFile, read_file};
use tolva_core::house::House;
use tolva_core::solve::solve;

const SEEDS: [&str; 8] = [
    include_str!("../../../demo/slip-shed.json"),
    include_str!("../../../demo/tram-hall.json"),
    include_str!("../../../demo/glasshouse.json"),
    include_str!("../../../demo/kit.json"),
    include_str!("data/job-v1.json"),
    include_str!("data/job-v5.json"),
    include_str!("data/job-v9.json"),
    include_str!("data/job-v13.json"),
];

fn count(value: &Value) -> usize {
    1 + match value {
        Value::Array(all) => all.iter().map(count).sum(),
        Value::Object(all) => all.values().map(count).sum::<usize>(),
        _ => 0,
    }
}

/// The value that stands at a place, counted through.
fn at(value: &mut Value, place: usize) -> &mut Value {
    if place == 0 {
        return value;
    }
    let mut left = place - 1;
    let inside: Vec<&mut Value> = match value {
        Value::Array(all) => all.iter_mut().collect(),
        Value::Object(all) => all.values_mut().collect(),
        _ => Vec::new(),
    };
    for one in inside {
        let size = count(one);
        if left < size {
            return at(one, left);
        }
        left -= size;
    }
    unreachable!("there are so many")
}

/// One value another: a number beside or far from what it was, another kind of thing, or what stands elsewhere in the file.
fn spoil(chance: &mut Rng, file: &mut Value) {
    let size = count(file);
    let elsewhere = at(file, chance.usize(..size)).clone();
    let place = at(file, chance.usize(..size));
    let number = place.as_f64();
    *place = match (number, chance.usize(..10)) {
        (Some(number), 0) => json!(-number),
        (Some(number), 1) => json!(number * 1e6),
        (Some(number), 2) => json!(number * 1e-6),
        (Some(number), 3) => json!(number + [-1.0, 1.0, 0.5][chance.usize(..3)]),
        (Some(number), 4) => json!((number * [0.1, 0.5, 2.0, 10.0][chance.usize(..4)]).round()),
        (Some(_), 5) => [json!(0), json!(1e308), json!(-1e308), json!(5e-324)][chance.usize(..4)].clone(),
        (_, 6) => elsewhere,
        (None, 7) => Value::Null,
        (None, 8) => {
            [json!(""), json!([]), json!({}), json!(true), json!("x".repeat(5_000))][chance.usize(..5)].clone()
        }
        _ => return,
    };
}

/// Assesses and solves all of a file that passes its checks; tells how many setups that were.
fn answered(file: &TolvaFile) -> usize {
    let TolvaFile::Job(file) = file else { return 0 };
    if file.check().is_err() {
        return 0;
    }
    let done = file.setups.iter().filter(|filed| {
        let assessed = assess(&filed.setup, &file.kit, House::default());
        if let Ok(told) = &assessed {
            assert!(told.levels.iter().all(|level| level.total.stops().is_finite()));
        }
        assessed.is_ok() && solve(&filed.setup, &file.kit, House::default()).is_ok()
    });
    done.count()
}

#[test]
#[ignore = "runs for as long as is said"]
fn nothing_panics_whatever_the_file() {
    let seconds = std::env::var("HOSTILE_SECONDS").ok().and_then(|said| said.parse().ok()).unwrap_or(60);
    let seeds: Vec<Value> = SEEDS.iter().map(|text| serde_json::from_str(text).unwrap()).collect();
    let (start, mut chance) = (Instant::now(), Rng::with_seed(1));
    let (mut tried, mut taken, mut solved, mut slowest) = (0u64, 0u64, 0usize, Duration::ZERO);
    while start.elapsed() < Duration::from_secs(seconds) {
        let mut value = seeds[chance.usize(..seeds.len())].clone();
        for _ in 0..=chance.usize(..3) {
            spoil(&mut chance, &mut value);
        }
        let one = Instant::now();
        let done = catch_unwind(AssertUnwindSafe(|| read_file(value.clone()).map(|file| answered(&file))));
        match done {
            Ok(Ok(setups)) => (taken, solved) = (taken + 1, solved + setups),
            Ok(Err(error)) => assert!(!error.to_string().is_empty()),
            Err(_) => panic!("it stopped at {value}"),
        }
        slowest = slowest.max(one.elapsed());
        tried += 1;
    }
    println!(
        "{tried} spoilt files in {seconds} s, {taken} taken, {solved} setups solved; the slowest took {slowest:?}"
    );
    assert!(taken > 0 && taken < tried);
}
