//! Version 14 brought what is seen of a thing on the spot: a body's own meter, a flash timed and its battery's pops counted.

use super::{BodyKind, set};
use serde_json::Value;

/// Nothing of the kind was known before.
pub(super) fn upgrade(kind: BodyKind, body: &mut Value) {
    let fields: &[&str] = match (kind, body["kind"].as_str()) {
        (BodyKind::KitItem, Some("camera")) => &["own_meter"],
        (BodyKind::KitItem, Some("flash")) => &["recharge_learnt", "pops_learnt"],
        _ => &[],
    };
    for field in fields {
        set(body, field, Value::Null);
    }
}
