//! Bodies as they are kept: JSON of the version it says, brought up to date as it is read.

use crate::StoreError;
use crate::aside::Aside;
use serde::Serialize;
use serde::de::DeserializeOwned;
use tolva_core::format::{BodyKind, FormatError, VERSION, decode_kept, upgraded};
use tolva_core::kit::KitItem;
use tolva_core::quantity::Id;

/// The version bodies are written in.
pub(crate) const SCHEMA: i64 = VERSION as i64;

/// What is read, for the words when it cannot be.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Row<'a> {
    pub(crate) kind: BodyKind,
    pub(crate) id: &'a str,
    pub(crate) name: &'a str,
    pub(crate) schema: i64,
}

impl Row<'_> {
    /// Reads a body.
    pub(crate) fn read<T: DeserializeOwned>(self, body: &str) -> Result<T, StoreError> {
        let value = self.newest(body)?;
        decode_kept(&value, "").map_err(|errors| self.aside(&FormatError::Fields(errors)))
    }

    /// Reads a thing of the kit.
    pub(crate) fn read_item(self, body: &str) -> Result<KitItem, StoreError> {
        self.read(body)
    }

    fn newest(self, body: &str) -> Result<serde_json::Value, StoreError> {
        let value = serde_json::from_str(body).map_err(|_| self.aside(&FormatError::Fields(Vec::new())))?;
        let schema = u32::try_from(self.schema).unwrap_or(0);
        upgraded(self.kind, value, schema).map_err(|error| self.aside(&error))
    }

    fn aside(self, error: &FormatError) -> StoreError {
        StoreError::SetAside(Box::new(Aside::of(self, error)))
    }
}

/// Writes a body.
pub(crate) fn write<T: Serialize>(what: &str, value: &T) -> Result<String, StoreError> {
    serde_json::to_string(value).map_err(|_| StoreError::Unwritable { what: what.to_owned() })
}

/// Reads a kept id.
pub(crate) fn read_id(id: &str) -> Result<Id, StoreError> {
    Id::new(id).map_err(|_| StoreError::Unwritable { what: id.to_owned() })
}
