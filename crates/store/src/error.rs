use crate::KeptSetup;
use tolva_core::FieldError;
use tolva_core::format::FormatError;
use tolva_core::quantity::Id;

/// Why something could not be kept or found.
#[derive(Debug, thiserror::Error)]
pub enum StoreError {
    /// There is no such thing.
    #[error("There is no {kind} “{id}”.")]
    NotFound {
        /// What was looked for.
        kind: &'static str,
        /// Its id.
        id: Id,
    },
    /// Someone else saved this setup in the meantime.
    #[error("This setup was changed in another window; the newer one is shown.")]
    StaleSetup {
        /// The newer one.
        newer: Box<KeptSetup>,
    },
    /// Someone else saved this in the meantime.
    #[error("This {kind} was changed in another window. Load it again.")]
    Stale {
        /// What it is.
        kind: &'static str,
    },
    /// Nothing to undo or redo.
    #[error("There is nothing to {what}.")]
    NoHistory {
        /// Undo or redo.
        what: &'static str,
    },
    /// A thing of the kit that setups use.
    #[error("“{name}” is used by {}. Take it out there first.", setups.join(", "))]
    InUse {
        /// Its name.
        name: String,
        /// The setups, by name.
        setups: Vec<String>,
    },
    /// More than fit.
    #[error("No more fit: a {place} holds at most {most}.")]
    Full {
        /// Of what.
        place: &'static str,
        /// How many fit.
        most: usize,
    },
    /// Something wrong with the value.
    #[error("Some fields need another look.")]
    Fields(Vec<FieldError>),
    /// A file that cannot be taken.
    #[error(transparent)]
    Format(#[from] FormatError),
    /// An order that does not name the same setups.
    #[error("The order has to name each setup of the job once. Load it again.")]
    Order,
    /// What is kept does not read: the file is damaged or of a later program.
    #[error("What is kept for {what} cannot be read.")]
    Damaged {
        /// Which.
        what: String,
    },
    /// SQLite says no.
    #[error("The studio's file cannot be used: {0}")]
    Database(#[from] sqlx::Error),
    /// The schema cannot be brought up to date.
    #[error("The studio's file cannot be brought up to date: {0}")]
    Migrate(#[from] sqlx::migrate::MigrateError),
}

/// Reads a kept JSON body.
pub(crate) fn read<T: serde::de::DeserializeOwned>(what: &str, body: &str) -> Result<T, StoreError> {
    serde_json::from_str(body).map_err(|_| StoreError::Damaged { what: what.to_owned() })
}

/// Writes a JSON body.
pub(crate) fn write<T: serde::Serialize>(what: &str, value: &T) -> Result<String, StoreError> {
    serde_json::to_string(value).map_err(|_| StoreError::Damaged { what: what.to_owned() })
}

/// Reads a kept id.
pub(crate) fn read_id(id: &str) -> Result<Id, StoreError> {
    Id::new(id).map_err(|_| StoreError::Damaged { what: id.to_owned() })
}
