//! The open file formats: a job and a kit as documented JSON.

mod brief;
mod decode;
mod upgrade;

use crate::check::{Check, FieldError, Problem};
use crate::day::Day;
use crate::house::House;
use crate::kit::{Kit, KitItem};
use crate::quantity::limits::SETUPS;
use crate::quantity::{Id, Name, Note};
use crate::setup::Setup;
use crate::take::FiledTake;
use crate::terms::{Purpose, Terms, Venue};
pub use decode::{decode, decode_kept, decode_kit_item};
use serde::{Deserialize, Serialize};
use serde_json::Value;
pub use upgrade::{BodyKind, upgraded};

pub use brief::{Brief, JobKind};

/// The version of both formats that this program writes, and the newest it reads.
pub const VERSION: u32 = 14;

/// The name of the job format.
pub const JOB_FORMAT: &str = "tolva-job";

/// The name of the kit format.
pub const KIT_FORMAT: &str = "tolva-kit";

/// A setup in a file.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct FiledSetup {
    /// Its id.
    pub id: Id,
    /// The setup.
    pub setup: Setup,
}

/// A job as a file: the job, its setups in shooting order, and the kit they use.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct JobFile {
    /// `tolva-job`.
    pub format: String,
    /// The version of the format.
    pub version: u32,
    /// The job's id.
    pub id: Id,
    /// The job.
    pub job: Brief,
    /// Its setups, in shooting order.
    pub setups: Vec<FiledSetup>,
    /// What of the kit they use.
    pub kit: Kit,
    /// The place and the sky of its day, if it has one.
    pub day: Option<Day>,
}

/// The kit as a file.
#[derive(Debug, Clone, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct KitFile {
    /// `tolva-kit`.
    pub format: String,
    /// The version of the format.
    pub version: u32,
    /// The kit.
    pub kit: Kit,
}

/// Why a file cannot be read.
#[derive(Debug, Clone, PartialEq, thiserror::Error)]
pub enum FormatError {
    /// Not one of ours.
    #[error("This is not a Tolva file of that kind: its format says “{found}”, not “{expected}”.")]
    NotOurs {
        /// What it says.
        found: String,
        /// What it should say.
        expected: &'static str,
    },
    /// From a later program.
    #[error("This file is of version {found}; this program reads up to version {newest}. Update it first.")]
    Newer {
        /// Its version.
        found: u32,
        /// The newest that can be read.
        newest: u32,
    },
    /// Something in it is wrong.
    #[error("The file cannot be taken: {}", words(.0))]
    Fields(Vec<FieldError>),
}

fn words(errors: &[FieldError]) -> String {
    errors.iter().take(3).map(ToString::to_string).collect::<Vec<_>>().join(" ")
}

/// A file of ours, of any version.
#[derive(Debug, Clone, PartialEq)]
pub enum TolvaFile {
    /// A job.
    Job(Box<JobFile>),
    /// The kit.
    Kit(KitFile),
}

impl TolvaFile {
    /// The job, if it is one.
    #[must_use]
    pub fn as_job(&self) -> Option<&JobFile> {
        match self {
            TolvaFile::Job(file) => Some(file),
            TolvaFile::Kit(_) => None,
        }
    }

    /// The kit, if it is one.
    #[must_use]
    pub const fn as_kit(&self) -> Option<&KitFile> {
        match self {
            TolvaFile::Kit(file) => Some(file),
            TolvaFile::Job(_) => None,
        }
    }
}

/// Reads a file: which kind it is and whether it is too new is looked at before anything else.
///
/// # Errors
/// [`FormatError`].
pub fn read_file(value: Value) -> Result<TolvaFile, FormatError> {
    if value.get("format").and_then(Value::as_str) != Some(KIT_FORMAT) {
        return read_job_file(value).map(|file| TolvaFile::Job(Box::new(file)));
    }
    let version = header(&value, KIT_FORMAT)?;
    let mut value = value;
    value["version"] = Value::from(VERSION);
    if let Some(items) = value.get_mut("kit").and_then(|kit| kit.get_mut("items")).and_then(Value::as_array_mut) {
        for item in items {
            *item = upgraded(BodyKind::KitItem, item.take(), version)?;
        }
    }
    let kit = read_items(&value)?;
    let shell: KitFile = decode(without_items(value), "").map_err(FormatError::Fields)?;
    Ok(TolvaFile::Kit(KitFile { kit, ..shell }))
}

/// Reads a job file of any version.
///
/// # Errors
/// [`FormatError`].
pub fn read_job_file(value: Value) -> Result<JobFile, FormatError> {
    let version = header(&value, JOB_FORMAT)?;
    let value = upgrade::upgraded_job_file(value, version)?;
    let kit = read_items(&value)?;
    let shell: JobFile = decode(without_items(value), "").map_err(FormatError::Fields)?;
    Ok(JobFile { kit, ..shell })
}

/// The version in which takes were first written down, without saying so.
const FIRST_TAKES: u32 = 8;

/// Reads a take of a file of takes, of any version.
///
/// # Errors
/// [`FormatError`].
pub fn read_filed_take(mut value: Value) -> Result<FiledTake, FormatError> {
    let version = value.get("version").map_or(Some(u64::from(FIRST_TAKES)), Value::as_u64).unwrap_or(0);
    let version = u32::try_from(version).unwrap_or(u32::MAX);
    if let Some(take) = value.get_mut("take") {
        *take = upgraded(BodyKind::Take, take.take(), version)?;
    }
    if let Some(filed) = value.as_object_mut() {
        filed.insert("version".to_owned(), Value::from(VERSION));
    }
    decode(value, "").map_err(FormatError::Fields)
}

fn header(value: &Value, expected: &'static str) -> Result<u32, FormatError> {
    let format = value.get("format").and_then(Value::as_str).unwrap_or("nothing");
    let version = value.get("version").and_then(Value::as_u64).map_or(0, |version| version.min(9_999) as u32);
    check_header(format, version, expected)?;
    Ok(version)
}

/// The things of the kit in a file, each read by its kind.
fn read_items(file: &Value) -> Result<Kit, FormatError> {
    let items = file.pointer("/kit/items").and_then(Value::as_array).map_or(&[][..], Vec::as_slice);
    let item = |(index, item): (usize, &Value)| decode_kit_item(item.clone(), &format!("/kit/items/{index}"));
    let items = items.iter().enumerate().map(item).collect::<Result<_, _>>().map_err(FormatError::Fields)?;
    Ok(Kit { items })
}

fn without_items(mut file: Value) -> Value {
    if let Some(items) = file.pointer_mut("/kit/items").filter(|items| items.is_array()) {
        *items = Value::Array(Vec::new());
    }
    file
}

/// Checks format name and version before anything else is read of a file.
///
/// # Errors
/// [`FormatError::NotOurs`] or [`FormatError::Newer`].
pub fn check_header(format: &str, version: u32, expected: &'static str) -> Result<(), FormatError> {
    if format != expected {
        return Err(FormatError::NotOurs { found: format.chars().take(40).collect(), expected });
    }
    if version > VERSION || version == 0 {
        return Err(FormatError::Newer { found: version, newest: VERSION });
    }
    Ok(())
}

impl JobFile {
    /// Checks all of it: header, brief, kit, and every setup. What the kit no longer allows a setup is no reason to
    /// refuse a file: it is kept, shown and mended.
    ///
    /// # Errors
    /// [`FormatError`], for broken references too.
    pub fn check(&self) -> Result<(), FormatError> {
        check_header(&self.format, self.version, JOB_FORMAT)?;
        let mut check = Check::default();
        let mut inside = |prefix: String, errors: Vec<FieldError>| {
            for error in errors {
                check.problem(format_args!("{prefix}{}", error.field), error.problem);
            }
        };
        inside("/job".into(), self.job.check().err().unwrap_or_default());
        inside("/kit".into(), self.kit.check().err().unwrap_or_default());
        for (index, filed) in self.setups.iter().enumerate() {
            inside(format!("/setups/{index}/setup"), filed.setup.check_alone().err().unwrap_or_default());
        }
        inside("/day".into(), self.day.as_ref().and_then(|day| day.check().err()).unwrap_or_default());
        check.count("/setups", SETUPS, self.setups.len());
        check.distinct("/setups", self.setups.iter().map(|filed| &filed.id));
        check.done().map_err(FormatError::Fields)
    }
}

impl KitFile {
    /// Wraps a kit.
    #[must_use]
    pub fn new(kit: Kit) -> KitFile {
        KitFile { format: KIT_FORMAT.to_owned(), version: VERSION, kit }
    }

    /// Checks all of it.
    ///
    /// # Errors
    /// [`FormatError`].
    pub fn check(&self) -> Result<(), FormatError> {
        check_header(&self.format, self.version, KIT_FORMAT)?;
        self.kit.check().map_err(|errors| {
            let below = |error: FieldError| FieldError { field: format!("/kit{}", error.field), ..error };
            FormatError::Fields(errors.into_iter().map(below).collect())
        })
    }
}

/// The ids of the kit a setup uses. Filters are not named by a setup: those that give its ND count.
#[must_use]
pub fn kit_used(setup: &Setup, kit: &Kit) -> Vec<Id> {
    let mut used = vec![setup.camera.body.clone(), setup.camera.lens.clone()];
    for light in &setup.lights {
        used.push(light.flash.clone());
        used.extend(light.modifier.clone());
        used.extend(light.gels.at.iter().cloned());
    }
    let nd = setup.camera.nd.at;
    if nd != crate::marks::NdMark::NONE {
        let filters = kit.filters().filter(|filter| (filter.weakest..=filter.strongest).contains(&nd));
        used.extend(filters.map(|filter| filter.id.clone()));
    }
    used.sort();
    used.dedup();
    used
}

/// The part of a kit these setups use, in the kit's own order.
#[must_use]
pub fn kit_for(setups: &[FiledSetup], kit: &Kit) -> Kit {
    let used: Vec<Id> = setups.iter().flat_map(|filed| kit_used(&filed.setup, kit)).collect();
    let items: Vec<KitItem> = kit.items.iter().filter(|item| used.contains(item.id())).cloned().collect();
    Kit { items }
}

#[cfg(test)]
mod tests;
