//! Keeps jobs, setups with their history, days, takes, the kit and settings in one SQLite file, and copies of frames beside it.
//!
//! Nothing above this crate knows SQL. A setup is saved whole, in one transaction, with a version; a stale write is
//! refused with the newer one. Deleting marks; what is marked can be brought back until it is purged. What is
//! acknowledged is on the disk. What cannot be read is set aside and named, and the rest works.

mod aside;
mod backup;
mod body;
mod changes;
mod connection;
mod day;
mod deleted;
mod drills;
mod error;
mod files;
mod frames;
mod job;
mod kept;
mod kit;
mod learnt;
mod settings;
mod setup;
mod snapshot;
mod studio;
mod take;
mod ticks;

pub use aside::Aside;
pub use backup::{checked, restore};
pub use changes::{Changed, Ear};
pub use day::{KeptDay, PlacedSetup};
pub use deleted::{Deleted, DeletedKind};
pub use error::{FileTrouble, Newer, StoreError};
pub use files::{FiledLog, Imported};
pub use frames::{CopiesRoom, FrameCopy, frame_hash};
pub use job::{Job, JobDate, JobPage, JobSummary, SetupSummary, Sought};
pub use kept::Kept;
pub use kit::KeptItem;
pub use learnt::LearntPut;
pub use settings::{Clock, KeptSettings, Settings, Theme};
pub use setup::{History, KeptSetup};
pub use snapshot::{Ground, JobSnapshot};
pub use studio::{KEPT_DAYS, Studio};
pub use take::{KeptTake, Many, SoughtTakes, TakePage};
pub use ticks::Tick;
