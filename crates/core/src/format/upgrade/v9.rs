//! Version 9 brought what is learnt from takes: corrections of kit, meter and forecast, tone curves, and what a take's plan was made of.

use super::{BodyKind, set};
use serde_json::{Value, json};

/// What was so before: nothing was learnt yet, and a take does not tell what its plan was made of.
pub(super) fn upgrade(kind: BodyKind, body: &mut Value) {
    match kind {
        BodyKind::KitItem => {
            let of = body.get("kind").and_then(Value::as_str).unwrap_or_default();
            let (camera, filter) = (of == "camera", of == "filter");
            if camera {
                set(body, "curve", Value::Null);
            }
            if !filter {
                set(body, "learnt", Value::Null);
            }
        }
        BodyKind::Settings => {
            if let Some(house) = body.pointer_mut("/house") {
                set(house, "skies", json!({ "clear": null, "broken": null, "overcast": null }));
            }
            if let Some(meter) = body.pointer_mut("/house/meter") {
                set(meter, "learnt", Value::Null);
            }
        }
        BodyKind::Take => {
            let Some(planned) = body.get_mut("planned") else { return };
            set(planned, "body", Value::Null);
            set(planned, "lens", Value::Null);
            set(planned, "taken_for", json!([]));
            for level in planned.get_mut("levels").and_then(Value::as_array_mut).into_iter().flatten() {
                set(level, "ambient_by", json!({ "by": "guess" }));
                for part in level.get_mut("parts").and_then(Value::as_array_mut).into_iter().flatten() {
                    set(part, "flash", Value::Null);
                    set(part, "gels", json!([]));
                    set(part, "read", json!(0.0));
                }
            }
        }
        BodyKind::Setup | BodyKind::Brief | BodyKind::Day => {}
    }
}
