//! What the tests of the store share: the sample studio, on a real file.

#![allow(dead_code, clippy::unwrap_used)]

use rstest::fixture;
use sqlx::SqlitePool;
use sqlx::sqlite::SqliteConnectOptions;
use std::path::PathBuf;
use tempfile::TempDir;
use tolva_core::format::{JobFile, KitFile};
use tolva_core::quantity::{Id, Note};
use tolva_core::setup::Setup;
use tolva_store::Studio;

pub const DOORS: &str = "setup-doors";
pub const JOB: &str = "job-slip-shed";

pub struct Kept {
    pub studio: Studio,
    pub folder: TempDir,
}

impl Kept {
    pub fn file(&self) -> PathBuf {
        self.folder.path().join("studio.sqlite")
    }

    /// The studio as it would be found after the program was killed now: a copy of its files, opened anew.
    pub async fn after_a_kill(&self) -> Kept {
        let folder = TempDir::new().unwrap();
        for name in ["studio.sqlite", "studio.sqlite-wal"] {
            std::fs::copy(self.folder.path().join(name), folder.path().join(name)).unwrap();
        }
        let studio = Studio::open(&folder.path().join("studio.sqlite")).await.unwrap();
        Kept { studio, folder }
    }

    /// The file without the store around it.
    pub async fn raw(&self) -> SqlitePool {
        SqlitePool::connect_with(SqliteConnectOptions::new().filename(self.file())).await.unwrap()
    }
}

pub async fn open(folder: &TempDir) -> Studio {
    Studio::open(&folder.path().join("studio.sqlite")).await.unwrap()
}

pub fn job_file() -> JobFile {
    serde_json::from_str(include_str!("../../../../demo/slip-shed.json")).unwrap()
}

pub fn kit_file() -> KitFile {
    serde_json::from_str(include_str!("../../../../demo/kit.json")).unwrap()
}

#[fixture]
pub async fn sample() -> Kept {
    let folder = TempDir::new().unwrap();
    let studio = open(&folder).await;
    studio.import_kit(&kit_file()).await.unwrap();
    studio.import_job(&job_file()).await.unwrap();
    Kept { studio, folder }
}

pub fn id(text: &str) -> Id {
    Id::new(text).unwrap()
}

pub fn noted(setup: &Setup, note: &str) -> Setup {
    Setup { note: Note::new(note).unwrap(), ..setup.clone() }
}
