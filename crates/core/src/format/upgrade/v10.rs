//! Version 10 brought how sharp takes are, what they teach of the hand, and what files call bodies and lenses.

use super::{BodyKind, set};
use serde_json::{Value, json};

/// What was so before: nobody looked at edges, a hand kept to the rule, and a frame was of the body planned.
pub(super) fn upgrade(kind: BodyKind, body: &mut Value) {
    match kind {
        BodyKind::Settings => {
            if let Some(house) = body.pointer_mut("/house") {
                set(house, "hand", Value::Null);
            }
        }
        BodyKind::Take => {
            if let Some(planned) = body.get_mut("planned") {
                set(planned, "circle", Value::Null);
                set(planned, "hand", Value::Null);
                set(planned, "by_files", json!({ "body": "not_said", "lens": "not_said" }));
            }
            for mark in body.get_mut("marks").and_then(Value::as_array_mut).into_iter().flatten() {
                if let Some(measured) = mark.get_mut("measured").filter(|measured| measured.is_object()) {
                    set(measured, "edges", Value::Null);
                }
            }
        }
        BodyKind::KitItem => {
            if matches!(body.get("kind").and_then(Value::as_str), Some("camera" | "lens")) {
                set(body, "in_files", Value::Null);
            }
        }
        BodyKind::Setup | BodyKind::Brief | BodyKind::Day => {}
    }
}
