//! Version 7 brought a body's own presets, and what a meter showed of a light beside the main one.

use super::{BodyKind, set};
use serde_json::{Value, json};

/// What was so before, though nobody could say it.
pub(super) fn upgrade(kind: BodyKind, body: &mut Value) {
    match kind {
        BodyKind::Setup => {
            for beside in body.get_mut("beside").and_then(Value::as_array_mut).into_iter().flatten() {
                set(beside, "read", json!({ "face": null, "shadow_side": null, "background": null }));
            }
        }
        BodyKind::KitItem if body.get("kind").and_then(Value::as_str) == Some("camera") => {
            set(body, "presets", json!([]));
        }
        BodyKind::KitItem | BodyKind::Brief | BodyKind::Day | BodyKind::Settings | BodyKind::Take => {}
    }
}
