//! Keeps a studio in one SQLite file: kit, jobs, setups with their history, settings.
//!
//! Nothing above this crate knows SQL. A setup is saved whole, in one transaction, with a version; a stale write is
//! refused with the newer one. Deleting marks; what is marked can be brought back until it is purged.

mod day;
mod error;
mod files;
mod job;
mod kit;
mod settings;
mod setup;
mod studio;

pub use day::{KeptDay, PlacedSetup};
pub use error::StoreError;
pub use files::Imported;
pub use job::{Job, JobSummary, SetupSummary};
pub use kit::KeptItem;
pub use settings::{Clock, Settings, Theme};
pub use setup::{History, KeptSetup};
pub use studio::Studio;
