//! Version 8 brought what a thing looks like, bodies turned apart from heads, sync to the second curtain, and what a flash does before it
//! is ready.

use super::{BodyKind, set};
use serde_json::{Value, json};

/// What was so before, though nobody could say it.
pub(super) fn upgrade(kind: BodyKind, body: &mut Value) {
    match kind {
        BodyKind::Setup => {
            if let Some(thing) = body.pointer_mut("/scene/thing") {
                set(thing, "kind", json!("block"));
                set(thing, "finish", json!("matt"));
            }
            if let Some(camera) = body.get_mut("camera") {
                set(camera, "rear_curtain", json!(false));
            }
            for person in body.pointer_mut("/scene/people").and_then(Value::as_array_mut).into_iter().flatten() {
                set(person, "body", Value::Null);
            }
        }
        BodyKind::KitItem if body.get("kind").and_then(Value::as_str) == Some("flash") => {
            set(body, "before_ready", json!("fires_short"));
        }
        BodyKind::KitItem | BodyKind::Brief | BodyKind::Day | BodyKind::Settings | BodyKind::Take => {}
    }
}
