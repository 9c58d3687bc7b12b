//! Version 13 brought film, and several exposures in one frame.

use super::{BodyKind, set};
use serde_json::Value;

/// Every body had a sensor before, and no frame was made of more than one exposure.
pub(super) fn upgrade(kind: BodyKind, body: &mut Value) {
    match kind {
        BodyKind::KitItem if body["kind"] == "camera" => {
            set(body, "film", Value::Null);
            set(body, "exposures_in_one", Value::from(1));
        }
        BodyKind::Setup => {
            if let Some(camera) = body.get_mut("camera").filter(|camera| camera.is_object()) {
                set(camera, "multiple", Value::Null);
            }
        }
        _ => {}
    }
}
