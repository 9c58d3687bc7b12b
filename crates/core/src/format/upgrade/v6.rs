//! Version 6 brought colour: several gels on a light and several kinds of light in a place, the colour of skin, things and
//! backgrounds, the tint of a setting, what a gel and a flash do beside their temperature, and the frequency of the mains.

use super::{BodyKind, set};
use serde_json::{Value, json};

/// What was so before, though nobody could say it.
pub(super) fn upgrade(kind: BodyKind, body: &mut Value) {
    match kind {
        BodyKind::Setup => setup(body),
        BodyKind::Settings => {
            if let Some(house) = body.get_mut("house") {
                set(house, "mains", json!("by_place"));
            }
        }
        BodyKind::KitItem => match body.get("kind").and_then(Value::as_str) {
            Some("camera") => set(body, "tint_step", Value::Null),
            Some("flash") => set(body, "kelvin_lowest", Value::Null),
            Some("gel") => set(body, "duv", json!(0.0)),
            _ => {}
        },
        BodyKind::Brief | BodyKind::Day | BodyKind::Take => {}
    }
}

fn setup(body: &mut Value) {
    set(body, "beside", json!([]));
    if let Some(ambient) = body.get_mut("ambient")
        && ambient.get("kind").and_then(Value::as_str) == Some("measured")
    {
        set(ambient, "duv", json!(0.0));
    }
    for light in body.get_mut("lights").and_then(Value::as_array_mut).into_iter().flatten() {
        let Some(light) = light.as_object_mut() else { continue };
        let Some(mut gel) = light.remove("gel") else { continue };
        if let Some(at) = gel.get_mut("at") {
            *at = if at.is_null() { json!([]) } else { json!([at.take()]) };
        }
        light.insert("gels".to_owned(), gel);
    }
    for person in body.pointer_mut("/scene/people").and_then(Value::as_array_mut).into_iter().flatten() {
        set(person, "colour", Value::Null);
    }
    for part in ["subject", "background"] {
        if let Some(part) = body.get_mut(part) {
            set(part, "colour", Value::Null);
        }
    }
    if let Some(balance) = body.get_mut("white_balance") {
        set(balance, "tint", json!(0.0));
    }
}
