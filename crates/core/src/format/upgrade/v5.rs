//! Version 5 brought what a job's pictures are for, its venue's rules, who holds a light, a tone for each person, how much there
//! is to see in a background, which reflections are wanted,
//! what of movement is to be seen, how a studio
//! turns its dials, what is put on a lens, and the darkest light a body focuses in.

use super::{BodyKind, set};
use serde_json::{Value, json};

/// What was so before, though nobody could say it.
pub(super) fn upgrade(kind: BodyKind, body: &mut Value) {
    match kind {
        BodyKind::Brief => {
            set(body, "purpose", json!({ "shown": { "on": "anywhere" }, "shape": "sensor" }));
            set(body, "venue", json!({ "tripod": true, "stands": true, "flash": true, "sound": true, "bounce": true }));
        }
        BodyKind::Setup => setup(body),
        BodyKind::Settings => {
            if let Some(house) = body.get_mut("house") {
                let follow = json!(["shutter", "power", "iso", "aperture"]);
                set(house, "sport", json!("usual"));
                set(house, "habits", json!({ "start": { "from": "light" }, "follow": follow }));
            }
        }
        BodyKind::KitItem => {
            if body.get("kind").and_then(Value::as_str) == Some("camera") {
                set(body, "focus_limit", Value::Null);
            }
        }
        BodyKind::Day | BodyKind::Take => {}
    }
}

fn setup(body: &mut Value) {
    set(body, "wanted_reflections", json!([]));
    for light in body.get_mut("lights").and_then(Value::as_array_mut).into_iter().flatten() {
        let Some(light) = light.as_object_mut() else { continue };
        let on_camera = light.remove("on_camera").is_some_and(|on| on == Value::Bool(true));
        light.entry("held_by").or_insert_with(|| json!(if on_camera { "camera" } else { "stand" }));
    }
    for person in body.pointer_mut("/scene/people").and_then(Value::as_array_mut).into_iter().flatten() {
        set(person, "tone", Value::Null);
    }
    if let Some(camera) = body.get_mut("camera") {
        set(camera, "rig", json!({ "with": "nothing" }));
    }
    if let Some(subject) = body.get_mut("subject") {
        set(subject, "trace", json!("frozen"));
    }
    if let Some(background) = body.get_mut("background") {
        set(background, "detail", Value::Null);
    }
}
