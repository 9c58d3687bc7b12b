//! One chain of upgrades for everything that was ever written: files, kept bodies, steps of undo, backups.
//!
//! Each step works on the JSON itself and knows only numbers of its own, so that no later change of a live type can
//! change what an old file means. A step takes a body of its version and gives one of the next.

mod v1;
mod v10;
mod v11;
mod v12;
mod v13;
mod v14;
mod v5;
mod v6;
mod v7;
mod v8;
mod v9;

use super::{FormatError, VERSION};
use crate::check::{FieldError, Problem};
use crate::say;
use serde_json::{Map, Value, json};

/// What a body is.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum BodyKind {
    /// What a job says of itself.
    Brief,
    /// A setup.
    Setup,
    /// A thing of the kit.
    KitItem,
    /// The place and sky of a day.
    Day,
    /// The studio's settings.
    Settings,
    /// A take; version 8 brought them.
    Take,
}

/// Brings a body of an earlier version up to the newest.
///
/// # Errors
/// [`FormatError::Newer`] for one of a later program, [`FormatError::Fields`] where it is not what its version says.
pub fn upgraded(kind: BodyKind, body: Value, from: u32) -> Result<Value, FormatError> {
    if from > VERSION || from == 0 {
        return Err(FormatError::Newer { found: from, newest: VERSION });
    }
    let mut body = body;
    if kind == BodyKind::Setup {
        if from < 2 {
            body = v1::setup(body).map_err(FormatError::Fields)?;
        }
        if from < 3 {
            // Version 3 brought the slot.
            set(&mut body, "slot", Value::Null);
        }
        if from < 4 {
            // Version 4 brought flash readings, and where a meter was turned: until then as its patch is.
            set(&mut body, "flash_readings", json!([]));
            for reading in body.get_mut("readings").and_then(Value::as_array_mut).into_iter().flatten() {
                set(reading, "receptor", Value::from("dome"));
                set(reading, "turned", json!({ "to": "patch" }));
            }
        }
    }
    if from < 5 {
        v5::upgrade(kind, &mut body);
    }
    if from < 6 {
        v6::upgrade(kind, &mut body);
    }
    if from < 7 {
        v7::upgrade(kind, &mut body);
    }
    if from < 8 {
        v8::upgrade(kind, &mut body);
    }
    if from < 9 {
        v9::upgrade(kind, &mut body);
    }
    if from < 10 {
        v10::upgrade(kind, &mut body);
    }
    if from < 11 {
        v11::upgrade(kind, &mut body);
    }
    if from < 12 {
        v12::upgrade(kind, &mut body);
    }
    if from < 13 {
        v13::upgrade(kind, &mut body);
    }
    if from < 14 {
        v14::upgrade(kind, &mut body);
    }
    Ok(body)
}

/// Brings a whole job file up to the newest version.
///
/// # Errors
/// As [`upgraded`], each problem at its place in the file.
pub fn upgraded_job_file(file: Value, from: u32) -> Result<Value, FormatError> {
    let mut file = file;
    if from < VERSION {
        if let Some(setups) = file.get_mut("setups").and_then(Value::as_array_mut) {
            for (index, filed) in setups.iter_mut().enumerate() {
                let Some(setup) = filed.get_mut("setup") else { continue };
                *setup = upgraded(BodyKind::Setup, setup.take(), from).map_err(|error| match error {
                    FormatError::Fields(errors) => {
                        FormatError::Fields(below(&format!("/setups/{index}/setup"), errors))
                    }
                    other => other,
                })?;
            }
        }
        if from < 3 {
            // Version 3 brought the day.
            set(&mut file, "day", Value::Null);
        }
        if let Some(job) = file.get_mut("job") {
            *job = upgraded(BodyKind::Brief, job.take(), from)?;
        }
        for item in file.pointer_mut("/kit/items").and_then(Value::as_array_mut).into_iter().flatten() {
            *item = upgraded(BodyKind::KitItem, item.take(), from)?;
        }
        set(&mut file, "version", Value::from(VERSION));
    }
    Ok(file)
}

fn set(body: &mut Value, key: &str, value: Value) {
    if let Some(object) = body.as_object_mut() {
        object
            .entry(key)
            .and_modify(|old| {
                if key == "version" {
                    *old = value.clone();
                }
            })
            .or_insert(value);
    }
}

/// Errors of a part, told from the whole.
pub(super) fn below(prefix: &str, errors: Vec<FieldError>) -> Vec<FieldError> {
    errors.into_iter().map(|error| FieldError { field: format!("{prefix}{}", error.field), ..error }).collect()
}

fn object(value: Value, at: &str) -> Result<Map<String, Value>, Vec<FieldError>> {
    match value {
        Value::Object(map) => Ok(map),
        _ => Err(vec![FieldError { field: at.to_owned(), problem: Problem::Needs { what: say::fields::FIELDS } }]),
    }
}

#[cfg(test)]
mod tests {
    use crate::format::read_job_file;
    use rstest::rstest;
    use serde_json::Value;

    const V1: &str = include_str!("../../../tests/data/job-v1.json");
    const V2: &str = include_str!("../../../tests/data/job-v2.json");
    const V3: &str = include_str!("../../../tests/data/job-v3.json");
    const V4: &str = include_str!("../../../tests/data/job-v4.json");
    const V5: &str = include_str!("../../../tests/data/job-v5.json");
    const V6: &str = include_str!("../../../tests/data/job-v6.json");
    const V7: &str = include_str!("../../../tests/data/job-v7.json");
    const V8: &str = include_str!("../../../tests/data/job-v8.json");
    const V9: &str = include_str!("../../../tests/data/job-v9.json");
    const V11: &str = include_str!("../../../tests/data/job-v11.json");
    const V12: &str = include_str!("../../../tests/data/job-v12.json");
    const V13: &str = include_str!("../../../tests/data/job-v13.json");
    const V10: &str = include_str!("../../../tests/data/job-v10.json");

    /// A file of every version ever written, as the program then wrote it, reads whole and passes its check.
    #[rstest]
    #[case::first(V1)]
    #[case::with_places(V2)]
    #[case::with_a_day(V3)]
    #[case::with_meters_turned(V4)]
    #[case::with_a_purpose(V5)]
    #[case::with_colour(V6)]
    #[case::with_presets(V7)]
    #[case::with_things(V8)]
    #[case::with_what_takes_teach(V9)]
    #[case::with_sharpness(V10)]
    #[case::with_own_lines(V11)]
    #[case::with_what_stands_by(V12)]
    #[case::with_film(V13)]
    fn every_version_reads(#[case] text: &str) {
        let file = read_job_file(serde_json::from_str(text).unwrap()).unwrap();
        assert_eq!(file.check(), Ok(()));
        assert!(file.setups.len() >= 2);
        assert_eq!(file.version, crate::format::VERSION);
    }

    /// What a file of the first version meant when it was first upgraded is what it means for good.
    #[test]
    fn the_first_version_means_what_it_meant() {
        let file = read_job_file(serde_json::from_str(V1).unwrap()).unwrap();
        let kept: Value = serde_json::from_str(include_str!("../../../tests/data/job-v1-upgraded.json")).unwrap();
        assert_eq!(file, read_job_file(kept).unwrap());
    }

    #[rstest]
    #[case::no_subject("/setups/0/setup/subject")]
    #[case::no_distance("/setups/0/setup/background/distance")]
    #[case::no_direction("/setups/0/setup/lights/0/direction")]
    fn a_damaged_old_file_says_where(#[case] gone: &str) {
        let mut value: Value = serde_json::from_str(V1).unwrap();
        let (parent, key) = gone.rsplit_once('/').unwrap();
        value.pointer_mut(parent).unwrap().as_object_mut().unwrap().remove(key);
        let Err(crate::format::FormatError::Fields(errors)) = read_job_file(value) else { panic!("it was taken") };
        assert_eq!(errors[0].field, gone);
    }
}
