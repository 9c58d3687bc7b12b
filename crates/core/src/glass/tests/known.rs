use super::*;
use crate::format::{JobFile, KitFile};
use serde_json::Value;

/// Where the numbers and switches of a document stand.
fn places(value: &Value, at: &str, found: &mut Vec<String>) {
    match value {
        Value::Object(fields) => fields.iter().for_each(|(name, value)| places(value, &format!("{at}/{name}"), found)),
        Value::Array(all) => {
            all.iter().enumerate().for_each(|(index, value)| places(value, &format!("{at}/{index}"), found));
        }
        Value::Number(_) | Value::Bool(_) => found.push(at.to_owned()),
        Value::Null | Value::String(_) => {}
    }
}

/// Whatever is changed in a setup, what is known of what was seen before is never taken for what is seen now.
#[test]
fn what_is_known_is_what_is_seen() {
    let kit = serde_json::from_str::<KitFile>(include_str!("../../../../../demo/kit.json")).unwrap().kit;
    let job: JobFile = serde_json::from_str(include_str!("../../../../../demo/tram-hall.json")).unwrap();
    let mut table = job.setups[1].setup.clone();
    table.lights.iter_mut().for_each(|light| light.on = true);
    let looks = |setup: &Setup| {
        let body = kit.camera(&setup.camera.body).unwrap();
        let stage = Stage::new(setup, Purpose::default(), body);
        let lights = shown(setup, &kit, crate::situation::covering(setup, body));
        (looked::at(&stage, &lights), looked::anew(&stage, &looked::mirrored(setup, &lights)))
    };
    let document = serde_json::to_value(&table).unwrap();
    let mut all = Vec::new();
    places(&document, "", &mut all);
    let mut seen_otherwise = 0;
    for place in all {
        let mut changed = document.clone();
        let value = changed.pointer_mut(&place).unwrap();
        *value = match &*value {
            Value::Bool(on) => Value::Bool(!on),
            number => {
                number.as_i64().map_or_else(|| (number.as_f64().unwrap() + 0.25).into(), |whole| (whole + 1).into())
            }
        };
        let Ok(setup) = serde_json::from_value::<Setup>(changed) else { continue };
        let before = looks(&table).0;
        let (known, anew) = looks(&setup);
        assert_eq!(known, anew, "{place}");
        seen_otherwise += usize::from(known != before);
    }
    assert!(seen_otherwise > 30, "{seen_otherwise}");
}
