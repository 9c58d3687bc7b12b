//! Whatever can be kept can be exported and read back; a studio goes into one file and comes back out of it.

#![allow(clippy::unwrap_used)]

mod common;

use common::{DOORS, JOB, Kept, id, job_file, kit_file, noted, open, sample};
use proptest::prelude::*;
use rstest::rstest;
use tempfile::TempDir;
use tolva_core::format::{TolvaFile, read_file};
use tolva_core::kit::KitItem;
use tolva_core::quantity::limits::{KIT_ITEMS, SETUPS};
use tolva_core::quantity::{Id, Millimetres};
use tolva_store::{FrameCopy, StoreError, Studio};

/// Exports a job, takes it into an empty studio, and compares.
async fn comes_back(studio: &Studio, job: &Id) {
    let file = studio.export_job(job).await.unwrap();
    let text = serde_json::to_string_pretty(&file).unwrap();
    let TolvaFile::Job(read) = read_file(serde_json::from_str(&text).unwrap()).unwrap() else { panic!("not a job") };
    assert_eq!(*read, file);
    let folder = TempDir::new().unwrap();
    let other = open(&folder).await;
    let taken = other.import_job(&read).await.unwrap();
    assert_eq!(other.export_job(&taken.jobs[0]).await.unwrap(), file);
}

/// What a studio may go through, one step after the other.
#[derive(Debug, Clone, Copy)]
enum Step {
    Note(u8),
    NarrowLens,
    DeleteLights,
    DeleteGels,
    DeleteSetup(u8),
    RestoreAll,
    Duplicate(u8),
    Undo(u8),
    Redo(u8),
    Import,
}

fn step() -> impl Strategy<Value = Step> {
    prop_oneof![
        any::<u8>().prop_map(Step::Note),
        Just(Step::NarrowLens),
        Just(Step::DeleteLights),
        Just(Step::DeleteGels),
        any::<u8>().prop_map(Step::DeleteSetup),
        Just(Step::RestoreAll),
        any::<u8>().prop_map(Step::Duplicate),
        any::<u8>().prop_map(Step::Undo),
        any::<u8>().prop_map(Step::Redo),
        Just(Step::Import),
    ]
}

async fn take(studio: &Studio, step: Step) {
    let job = studio.job(&id(JOB)).await.unwrap();
    let one = |at: u8| (!job.setups.is_empty()).then(|| job.setups[at as usize % job.setups.len()].id.clone());
    // A step that is refused changes nothing, and that is all right.
    match step {
        Step::Note(at) => {
            let Some(setup) = one(at) else { return };
            let kept = studio.setup(&setup).await.unwrap();
            // Never refused, whatever the kit allows by now.
            studio.keep_setup(&setup, &noted(&kept.setup, &format!("note {at}")), kept.version).await.unwrap();
        }
        Step::NarrowLens => {
            for kept in studio.kit_items().await.unwrap() {
                if let KitItem::Lens(mut lens) = kept.item {
                    lens.focal_shortest = lens.focal_longest;
                    let _ = studio.keep_kit_item(KitItem::Lens(lens), kept.version).await;
                }
            }
        }
        Step::DeleteLights => {
            let Some(setup) = one(0) else { return };
            let kept = studio.setup(&setup).await.unwrap();
            let mut dark = kept.setup.clone();
            dark.lights.clear();
            let _ = studio.keep_setup(&setup, &dark, kept.version).await;
        }
        Step::DeleteGels => {
            for gel in studio.kit().await.unwrap().gels() {
                let _ = studio.delete_kit_item(&gel.id).await;
            }
        }
        Step::DeleteSetup(at) => {
            let Some(setup) = one(at) else { return };
            studio.delete_setup(&setup).await.unwrap();
        }
        Step::RestoreAll => {
            for one in studio.deleted().await.unwrap() {
                let _ = studio.restore_setup(&one.id).await;
            }
        }
        Step::Duplicate(at) => {
            let Some(setup) = one(at) else { return };
            studio.duplicate_setup(&setup).await.unwrap();
        }
        Step::Undo(at) | Step::Redo(at) => {
            let Some(setup) = one(at) else { return };
            let kept = studio.setup(&setup).await.unwrap();
            let back = matches!(step, Step::Undo(_));
            let far = if back { kept.history.undo } else { kept.history.redo };
            let done =
                if back { studio.undo(&setup, kept.version).await } else { studio.redo(&setup, kept.version).await };
            assert_eq!(done.is_ok(), far > 0, "a step of the history that is there can be gone to");
        }
        Step::Import => drop(studio.import_job(&job_file()).await.unwrap()),
    }
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]

    #[test]
    fn whatever_can_be_kept_can_be_exported_and_read_back(steps in prop::collection::vec(step(), 1..14)) {
        let runtime = tokio::runtime::Builder::new_current_thread().enable_all().build().unwrap();
        runtime.block_on(async {
            let Kept { studio, folder } = common::sample().await;
            for step in steps {
                take(&studio, step).await;
            }
            comes_back(&studio, &id(JOB)).await;
            assert_eq!(studio.kept().await.unwrap().set_aside(), []);
            drop(folder);
        });
    }
}

/// A lens corrected so that a kept setup is outside it: the setup is kept, exported, noted, and mended; only what a
/// change itself brings is refused.
#[rstest]
#[tokio::test]
async fn a_setup_its_kit_no_longer_allows_is_kept_and_mended(#[future(awt)] sample: Kept) {
    let studio = sample.studio;
    let kept = studio.setup(&id(DOORS)).await.unwrap();
    let items = studio.kit_items().await.unwrap();
    let lens = items.into_iter().find(|one| *one.item.id() == kept.setup.camera.lens).unwrap();
    let KitItem::Lens(mut narrowed) = lens.item else { panic!("no lens") };
    let before = narrowed.clone();
    narrowed.focal_shortest = Millimetres::new(300.0).unwrap();
    narrowed.focal_longest = Millimetres::new(300.0).unwrap();
    studio.keep_kit_item(KitItem::Lens(narrowed), lens.version).await.unwrap();
    comes_back(&studio, &id(JOB)).await;
    let noted = studio.keep_setup(&id(DOORS), &noted(&kept.setup, "still kept"), kept.version).await.unwrap();
    let mut worse = noted.setup.clone();
    worse.lights[0].flash = id("nowhere");
    assert!(matches!(studio.keep_setup(&id(DOORS), &worse, noted.version).await, Err(StoreError::Fields(_))));
    let mut mended = noted.setup.clone();
    mended.camera.focal = Millimetres::new(300.0).unwrap();
    assert!(before.focal_longest.millimetres() < 300.0);
    studio.keep_setup(&id(DOORS), &mended, noted.version).await.unwrap();
}

#[rstest]
#[tokio::test]
async fn a_job_never_grows_past_its_limit(#[future(awt)] sample: Kept) {
    let studio = sample.studio;
    studio.delete_setup(&id(DOORS)).await.unwrap();
    while (studio.job(&id(JOB)).await.unwrap().setups.len() as f64) < SETUPS.max {
        studio.duplicate_setup(&id("setup-water")).await.unwrap();
    }
    assert!(matches!(studio.duplicate_setup(&id("setup-water")).await, Err(StoreError::Full { .. })));
    assert!(matches!(studio.restore_setup(&id(DOORS)).await, Err(StoreError::Full { .. })));
    comes_back(&studio, &id(JOB)).await;
}

#[rstest]
#[tokio::test]
async fn a_kit_never_grows_past_its_limit_by_imports(#[future(awt)] sample: Kept) {
    let studio = sample.studio;
    let mut file = kit_file();
    let one = file.kit.items[0].clone();
    for round in 0..2 {
        file.kit.items = (0..300).map(|number| one.clone().with_id(id(&format!("more-{round}-{number}")))).collect();
        let taken = studio.import_kit(&file).await;
        assert_eq!(taken.is_ok(), round == 0);
    }
    let kit = studio.export_kit().await.unwrap();
    assert!(kit.kit.items.len() as f64 <= KIT_ITEMS.max);
    assert_eq!(read_file(serde_json::to_value(&kit).unwrap()).unwrap(), TolvaFile::Kit(kit));
}

/// A backup made while the studio is in use holds everything; what is put back is all of it.
#[rstest]
#[tokio::test]
async fn a_studio_goes_into_one_file_and_comes_back(#[future(awt)] sample: Kept) {
    let kept = sample.studio.setup(&id(DOORS)).await.unwrap();
    sample.studio.keep_setup(&id(DOORS), &noted(&kept.setup, "in the backup"), 1).await.unwrap();
    let backup = sample.folder.path().join("backup.sqlite");
    // A frame of a take, and one no take is of any more by the time it is put back.
    let hash = tolva_store::frame_hash(b"a frame");
    sample.studio.keep_copies(&hash, &[(FrameCopy::Working, b"its copy"), (FrameCopy::Crop(1), b"a crop")]).unwrap();
    sample.studio.add_take(&id(DOORS), "2026-09-17 18:05:00", &common::take("a.jpg", "a frame")).await.unwrap();
    let gone = tolva_store::frame_hash(b"another");
    sample.studio.keep_copies(&gone, &[(FrameCopy::Working, b"of no take")]).unwrap();
    assert_eq!(sample.studio.back_up(&backup).await.unwrap(), 1);
    std::fs::remove_dir_all(sample.folder.path().join("frames")).unwrap();
    let later = tolva_store::frame_hash(b"later");
    sample.studio.keep_copies(&later, &[(FrameCopy::Working, b"since then")]).unwrap();
    sample.studio.add_take(&id(DOORS), "2026-09-17 19:05:00", &common::take("b.jpg", "later")).await.unwrap();
    assert!(matches!(sample.studio.back_up(&backup).await, Err(StoreError::NoBackup { .. })));
    sample.studio.keep_setup(&id(DOORS), &noted(&kept.setup, "after it"), 2).await.unwrap();
    let file = sample.file();
    let Kept { studio, folder } = sample;
    studio.close().await;
    // One file is the studio once it is closed.
    assert!(!folder.path().join("studio.sqlite-wal").exists());
    let elsewhere = TempDir::new().unwrap();
    std::fs::copy(&file, elsewhere.path().join("studio.sqlite")).unwrap();
    assert_eq!(open(&elsewhere).await.setup(&id(DOORS)).await.unwrap().setup.note.as_str(), "after it");
    assert_eq!(tolva_store::restore(&backup, &file).await.unwrap(), 1);
    let studio = open(&folder).await;
    let back = studio.setup(&id(DOORS)).await.unwrap();
    assert_eq!((back.setup.note.as_str(), back.history.undo), ("in the backup", 1));
    // Copies of frames came with it; those of what was there are beside them.
    assert_eq!(studio.copy_of(&hash, FrameCopy::Working).as_deref(), Some(&b"its copy"[..]));
    assert_eq!(studio.copy_of(&hash, FrameCopy::Crop(1)).as_deref(), Some(&b"a crop"[..]));
    assert_eq!(studio.copy_of(&gone, FrameCopy::Working), None);
    let kept = folder.path().join("frames.before-restore").join(&later[..2]).join(format!("{later}.jpg"));
    assert_eq!(std::fs::read(kept).unwrap(), b"since then");
    // What is put back is a studio like any other, with nothing of the backup's own in it.
    let again = folder.path().join("again.sqlite");
    assert_eq!(studio.back_up(&again).await.unwrap(), 1);
}

#[rstest]
#[tokio::test]
async fn a_damaged_backup_changes_nothing(#[future(awt)] sample: Kept) {
    let backup = sample.folder.path().join("backup.sqlite");
    sample.studio.back_up(&backup).await.unwrap();
    let bytes = std::fs::read(&backup).unwrap();
    let file = sample.file();
    let Kept { studio, folder } = sample;
    studio.close().await;
    let before = std::fs::read(&file).unwrap();
    for length in [0, 100, bytes.len() / 2, bytes.len() - 4096] {
        std::fs::write(&backup, &bytes[..length]).unwrap();
        let refused = tolva_store::restore(&backup, &file).await;
        assert!(matches!(refused, Err(StoreError::NoBackup { .. })), "{length}: {refused:?}");
        assert_eq!(std::fs::read(&file).unwrap(), before);
    }
    drop(folder);
}
