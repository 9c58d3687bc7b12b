//! Version 11 brought lines of one's own on the lists of the field card.

use super::{BodyKind, set};
use serde_json::{Value, json};

/// Nobody had any before.
pub(super) fn upgrade(kind: BodyKind, body: &mut Value) {
    match kind {
        BodyKind::Brief => set(body, "lines", json!([])),
        BodyKind::Settings => set(body, "lists", json!({ "portrait": [], "event": [], "product": [] })),
        BodyKind::Setup | BodyKind::Day | BodyKind::KitItem | BodyKind::Take => {}
    }
}
