//! Against independent solvers: scipy's least squares on made-up takes, and the published method of a tone curve solved whole.

use crate::kit::Channel;
use crate::learn::least::Least;
use crate::learn::rows::{LightSaid, Own, Row, Rows};
use crate::learn::{Bracket, fitted};
use crate::setup::Patch;
use crate::take::Learnable;
use serde_json::Value;

fn reference() -> Value {
    serde_json::from_str(include_str!("../../../tests/data/learnt_reference.json")).unwrap()
}

fn numbers(value: &Value) -> Vec<f64> {
    value.as_array().unwrap().iter().map(|one| one.as_f64().unwrap()).collect()
}

fn place(value: &Value) -> Option<usize> {
    value.as_u64().map(|at| at as usize)
}

/// The same corrections to a thousandth of a stop, an outlier among the takes.
#[test]
fn scipy_finds_the_same_corrections() {
    let reference = reference();
    let row = |value: &Value| Row {
        take: 0,
        patch: Patch::Face,
        level: value["level"].as_f64().unwrap(),
        error: value["error"].as_f64().unwrap(),
        ambient: value["ambient"].as_f64().unwrap(),
        ambient_part: place(&value["ambient_part"]),
        ambient_in_frame: value["ambient_in_frame"].as_bool().unwrap(),
        lights: value["lights"]
            .as_array()
            .unwrap()
            .iter()
            .map(|light| LightSaid {
                level: light["level"].as_f64().unwrap(),
                parts: light["parts"].as_array().unwrap().iter().filter_map(place).collect(),
            })
            .collect(),
        frame: vec![0, 1],
        group: place(&value["group"]).unwrap(),
        own: Own { ambient: place(&value["own_ambient"]).unwrap(), tone: place(&value["own_tone"]) },
    };
    let priors = numbers(&reference["priors"]);
    let rows = Rows {
        parts: vec![Learnable::Meter; priors.len()],
        priors,
        rows: reference["rows"].as_array().unwrap().iter().map(row).collect(),
        groups: reference["groups"].as_array().unwrap().iter().map(numbers).collect(),
    };
    let least = Least::of(&rows).unwrap();
    for (found, wanted) in least.found.iter().zip(numbers(&reference["found"])) {
        assert!((found - wanted).abs() < 1e-3, "{} {:?}", least.found, reference["found"]);
    }
    assert!(least.weights[17] < 0.5 && least.weights.iter().filter(|weight| **weight < 0.5).count() < 6);
}

/// The published sum solved with every light among its unknowns gives the curve that is found here with them taken out.
#[test]
fn the_published_method_gives_the_same_curve() {
    let reference = reference();
    let samples: Vec<Vec<[f64; 3]>> = reference["codes"]
        .as_array()
        .unwrap()
        .iter()
        .map(|point| numbers(point).into_iter().map(|code| [code; 3]).collect())
        .collect();
    let found = fitted(&Bracket { times: numbers(&reference["times"]), samples }).unwrap();
    for (code, level) in reference["curve"].as_object().unwrap() {
        let code: f64 = code.parse().unwrap();
        let ours = found.curve.level(Channel::Blue, code).unwrap();
        assert!((ours - level.as_f64().unwrap()).abs() < 0.005, "{code}: {ours} {level}");
    }
}
