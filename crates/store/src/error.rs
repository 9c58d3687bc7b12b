use crate::aside::Aside;
use crate::settings::KeptSettings;
use crate::{Job, KeptDay, KeptItem, KeptSetup, KeptTake};
use serde::Serialize;
use tolva_core::FieldError;
use tolva_core::format::FormatError;
use tolva_core::quantity::Id;
use utoipa::ToSchema;

/// What stands in the place of something that was to be saved over: the other side of a conflict.
#[derive(Debug, Clone, PartialEq, Serialize, ToSchema)]
#[serde(tag = "what", rename_all = "snake_case")]
pub enum Newer {
    /// A setup.
    Setup {
        /// As it is kept.
        kept: Box<KeptSetup>,
    },
    /// A job.
    Job {
        /// As it is kept.
        kept: Box<Job>,
    },
    /// A day.
    Day {
        /// As it is kept.
        kept: Box<KeptDay>,
    },
    /// A thing of the kit.
    Item {
        /// As it is kept.
        kept: Box<KeptItem>,
    },
    /// A take.
    Take {
        /// As it is kept.
        kept: Box<KeptTake>,
    },
    /// The settings.
    Settings {
        /// As they are kept.
        kept: Box<KeptSettings>,
    },
}

impl Newer {
    const fn words(&self) -> &'static str {
        match self {
            Newer::Setup { .. } => "This setup was",
            Newer::Job { .. } => "This job was",
            Newer::Day { .. } => "This day was",
            Newer::Item { .. } => "This thing of the kit was",
            Newer::Take { .. } => "This take was",
            Newer::Settings { .. } => "The settings were",
        }
    }
}

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
    /// Someone else saved this in the meantime.
    #[error("{} changed in another window.", newer.words())]
    Stale {
        /// As it is kept now.
        newer: Box<Newer>,
    },
    /// A setup was moved on its day by someone else.
    #[error("“{name}” was placed elsewhere in another window.")]
    PlacedElsewhere {
        /// Which.
        name: String,
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
    /// A setup that would stand by for nothing.
    #[error("“{id}” has no setup before it that it could stand by for.")]
    NoMain {
        /// Which.
        id: Id,
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
    /// Copies of frames that cannot be put into their folder.
    #[error("The frame’s copies cannot be kept: {why}.")]
    Frames {
        /// What is wrong.
        why: String,
    },
    /// A file that cannot be taken.
    #[error(transparent)]
    Format(#[from] FormatError),
    /// An order that does not name the same setups.
    #[error("The setups of this job changed in another window.")]
    Order,
    /// What is kept does not read: damaged, or of a later program.
    #[error("The {} “{}” is set aside: {}", .0.what, .0.name, .0.why)]
    SetAside(Box<Aside>),
    /// Something of ours that cannot be written down.
    #[error("“{what}” cannot be written down.")]
    Unwritable {
        /// Which.
        what: String,
    },
    /// The studio was kept by a later program.
    #[error("This studio was kept by a later Tolva. Update this one; nothing was touched.")]
    NewerStudio,
    /// A file that is no backup of a studio.
    #[error("{why}")]
    NoBackup {
        /// Why.
        why: String,
    },
    /// SQLite says no.
    #[error("{}", trouble(.0).words())]
    Database(#[from] sqlx::Error),
    /// The schema cannot be brought up to date.
    #[error("The studio's file cannot be brought up to date. It was left as it was.")]
    Migrate(#[from] sqlx::migrate::MigrateError),
}

/// What kind of trouble the file is in.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum FileTrouble {
    /// Another process holds it.
    Held,
    /// No room.
    DiskFull,
    /// It cannot be written.
    CannotWrite,
    /// It may not be written.
    ReadOnly,
    /// It is not a studio, or damaged.
    Damaged,
    /// It cannot be opened.
    CannotOpen,
    /// Anything else.
    Other,
}

impl FileTrouble {
    const fn words(self) -> &'static str {
        match self {
            FileTrouble::Held => "Another program holds the studio's file. Nothing was changed; try again in a moment.",
            FileTrouble::DiskFull => "The disk is full. Nothing was changed; make room, then try again.",
            FileTrouble::CannotWrite => "The disk did not take it. Nothing was changed; try again.",
            FileTrouble::ReadOnly => "The studio's file may only be read. Nothing was changed.",
            FileTrouble::Damaged => "The studio's file is damaged or is no studio. Nothing was changed.",
            FileTrouble::CannotOpen => {
                "The studio's file cannot be opened. Is its folder there, and may it be written?"
            }
            FileTrouble::Other => "The studio's file cannot be used just now. Nothing was changed.",
        }
    }
}

/// What a database error means (SQLite's primary result codes).
pub(crate) fn trouble(error: &sqlx::Error) -> FileTrouble {
    if matches!(error, sqlx::Error::PoolTimedOut) {
        return FileTrouble::Held;
    }
    if let sqlx::Error::Io(error) = error {
        let full = error.kind() == std::io::ErrorKind::StorageFull;
        return if full { FileTrouble::DiskFull } else { FileTrouble::CannotOpen };
    }
    let code = error.as_database_error().and_then(|error| error.code()).and_then(|code| code.parse::<i64>().ok());
    match code.map(|code| code & 0xff) {
        Some(5 | 6) => FileTrouble::Held,
        Some(13) => FileTrouble::DiskFull,
        Some(10) => FileTrouble::CannotWrite,
        Some(8 | 3 | 23) => FileTrouble::ReadOnly,
        Some(11 | 26) => FileTrouble::Damaged,
        Some(14) => FileTrouble::CannotOpen,
        _ => FileTrouble::Other,
    }
}

pub(crate) fn is_busy(error: &sqlx::Error) -> bool {
    trouble(error) == FileTrouble::Held
}

impl StoreError {
    /// What kind of trouble the file is in, if it is the file.
    #[must_use]
    pub fn file_trouble(&self) -> Option<FileTrouble> {
        match self {
            StoreError::Database(error) => Some(trouble(error)),
            _ => None,
        }
    }

    pub(crate) fn stale(newer: Newer) -> StoreError {
        StoreError::Stale { newer: Box::new(newer) }
    }
}
