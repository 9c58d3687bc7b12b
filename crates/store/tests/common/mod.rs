//! What the tests of the store share: the sample studio, on a real file.

#![allow(dead_code, clippy::unwrap_used)]

use rstest::fixture;
use sqlx::SqlitePool;
use sqlx::sqlite::SqliteConnectOptions;
use std::path::PathBuf;
use tempfile::TempDir;
use tolva_core::format::{JobFile, KitFile};
use tolva_core::house::House;
use tolva_core::kit::Kit;
use tolva_core::quantity::{Id, Name, Note, Share};
use tolva_core::setup::Setup;
use tolva_core::situation::{Dials, Situation};
use tolva_core::take::{CameraSaid, Choice, FrameSeen, Planned, Take};
use tolva_store::{Studio, frame_hash};

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

/// A take of the sample's first setup, with a frame of such contents.
pub fn take(name: &str, contents: &str) -> Take {
    let file = job_file();
    let kit = Kit { items: kit_file().kit.items };
    let setup = &file.setups[0].setup;
    let s = Situation::new(setup, &kit, House::default()).unwrap();
    let none = Share::nearest(0.0);
    Take {
        settings: CameraSaid { body: Some("Körper Ⅱ".to_owned()), ..CameraSaid::default() },
        planned: Planned::of(&s, &Dials::of(setup), true),
        frame: Some(FrameSeen {
            name: Name::new(name).unwrap(),
            hash: frame_hash(contents.as_bytes()),
            width: 6_000,
            height: 4_000,
            profile: None,
            clipped: [none; 3],
            tones: std::iter::empty().collect(),
            crops: Vec::new(),
        }),
        marks: Vec::new(),
        note: Note::new("").unwrap(),
        choice: Choice::Open,
    }
}
