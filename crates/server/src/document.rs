//! The API document as it is: made from the code, then completed with what the code's descriptions leave out.

use serde_json::{Map, Value, json};

const PROBLEM: &str = "#/components/schemas/Problem";

/// Completes a document: problems as they are sent, and tagged choices that something can satisfy.
pub fn completed(document: &utoipa::openapi::OpenApi) -> Value {
    let mut value = serde_json::to_value(document).unwrap_or(Value::Null);
    let schemas = value.pointer("/components/schemas").and_then(Value::as_object).cloned().unwrap_or_default();
    if let Some(all) = value.pointer_mut("/components/schemas") {
        open_tagged(all, &schemas);
    }
    if let Some(paths) = value.get_mut("paths").and_then(Value::as_object_mut) {
        for operations in paths.values_mut().filter_map(Value::as_object_mut) {
            for operation in operations.values_mut() {
                tell_problems(operation);
            }
        }
    }
    value
}

/// A tagged choice is described as "all of: the thing, and its tag"; but the thing allows no further field, so that
/// nothing satisfies both. Here the tag becomes one of the thing's own fields.
fn open_tagged(at: &mut Value, schemas: &Map<String, Value>) {
    match at {
        Value::Object(object) => {
            for value in object.values_mut() {
                open_tagged(value, schemas);
            }
            let Some(parts) = object.get("allOf").and_then(Value::as_array).filter(|parts| parts.len() == 2) else {
                return;
            };
            let named = parts[0].get("$ref").and_then(Value::as_str).and_then(|name| name.rsplit('/').next());
            let (Some(mut merged), Some(tag)) =
                (named.and_then(|name| schemas.get(name)).cloned(), parts[1].as_object())
            else {
                return;
            };
            if let (Some(fields), Some(Value::Object(own))) =
                (merged.get_mut("properties").and_then(Value::as_object_mut), tag.get("properties"))
            {
                fields.extend(own.clone());
            } else {
                return;
            }
            if let (Some(needed), Some(Value::Array(own))) =
                (merged.get_mut("required").and_then(Value::as_array_mut), tag.get("required"))
            {
                needed.extend(own.clone());
            }
            *at = merged;
        }
        Value::Array(all) => all.iter_mut().for_each(|value| open_tagged(value, schemas)),
        _ => {}
    }
}

/// Problems come as problem+json, and every question can meet some.
fn tell_problems(operation: &mut Value) {
    let (takes, asks) = (operation.get("requestBody").is_some(), operation.get("parameters").is_some());
    let Some(answers) = operation.get_mut("responses").and_then(Value::as_object_mut) else { return };
    let problem = || json!({"application/problem+json": {"schema": {"$ref": PROBLEM}}});
    for answer in answers.values_mut() {
        if answer.pointer("/content/application~1json/schema/$ref").and_then(Value::as_str) == Some(PROBLEM) {
            answer["content"] = problem();
        }
    }
    let mut can = |status: &str, words: &str| {
        answers.entry(status).or_insert_with(|| json!({"description": words, "content": problem()}));
    };
    if takes || asks {
        can("400", "Not understood.");
    }
    if asks {
        can("404", "Not there.");
    }
    if takes || asks {
        can("409", "Not as things stand: changed elsewhere, or overtaken by a newer question.");
    }
    if takes {
        can("408", "It did not come in whole.");
        can("413", "Too large.");
        can("415", "Not of the kind that is needed.");
        can("422", "Some fields need another look.");
    }
    can("403", "From elsewhere.");
    can("503", "Not just now: too much at once, or the studio's file is held.");
    can("507", "The disk is full.");
}
