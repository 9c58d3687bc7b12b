//! Version 12 brought setups that stand by for another, and shadows that are wanted.

use super::{BodyKind, set};
use serde_json::Value;

/// Nothing stood by before, and no shadows were asked for.
pub(super) fn upgrade(kind: BodyKind, body: &mut Value) {
    if kind == BodyKind::Setup {
        set(body, "standby", Value::Null);
        if let Some(slot) = body.get_mut("slot").filter(|slot| slot.is_object()) {
            set(slot, "shadows", Value::Null);
        }
    }
}
