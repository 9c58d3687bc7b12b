//! The store, on real SQLite files.

#![allow(clippy::unwrap_used)]

mod jobs;
mod takes;

#[path = "../common/mod.rs"]
mod common;

use common::{DOORS, Kept, id, job_file, noted, open, sample};
use rstest::rstest;
use tempfile::TempDir;
use tolva_core::format::KitFile;
use tolva_core::kit::KitItem;
use tolva_core::quantity::{Id, Name, Stops};
use tolva_core::setup::Setup;
use tolva_store::{Newer, Settings, Sought, StoreError, Theme};

#[rstest]
#[tokio::test]
async fn saved_equals_loaded_after_closing(#[future(awt)] sample: Kept) {
    let file = job_file();
    let Kept { studio, folder } = sample;
    let changed = noted(&file.setups[0].setup, "Wärme & 木 “quoted”\nsecond line");
    studio.keep_setup(&id(DOORS), &changed, 1).await.unwrap();
    studio.close().await;
    let studio = open(&folder).await;
    let kept = studio.setup(&id(DOORS)).await.unwrap();
    assert_eq!(kept.setup, changed);
    assert_eq!(kept.version, 2);
    for (filed, summary) in file.setups.iter().zip(studio.job(&file.id).await.unwrap().setups) {
        assert_eq!(filed.id, summary.id);
        if filed.id.as_str() != DOORS {
            assert_eq!(studio.setup(&filed.id).await.unwrap().setup, filed.setup);
        }
    }
}

/// A setup kept before things had a place gets one when it is read, and is kept so from then on.
#[rstest]
#[tokio::test]
async fn a_setup_of_the_first_version_gets_its_place(#[future(awt)] sample: Kept) {
    let Kept { studio, folder } = sample;
    studio.close().await;
    let old: serde_json::Value = serde_json::from_str(include_str!("../../../core/tests/data/job-v1.json")).unwrap();
    let old = &old["setups"][0]["setup"];
    let file = sqlx::sqlite::SqliteConnectOptions::new().filename(folder.path().join("studio.sqlite"));
    let pool = sqlx::SqlitePool::connect_with(file).await.unwrap();
    sqlx::query("UPDATE setup SET body = ?, schema = 1 WHERE id = ?")
        .bind(old.to_string())
        .bind(DOORS)
        .execute(&pool)
        .await
        .unwrap();
    pool.close().await;
    let studio = open(&folder).await;
    let kept = studio.setup(&id(DOORS)).await.unwrap();
    let distance = kept.setup.face_distance(&kept.setup.lights[0]).metres();
    assert!((distance - old["lights"][0]["face_distance"].as_f64().unwrap()).abs() < 0.01, "{distance}");
    let again = studio.keep_setup(&id(DOORS), &noted(&kept.setup, "in its place"), kept.version).await.unwrap();
    assert_eq!(again.setup.lights, kept.setup.lights);
}

#[rstest]
#[tokio::test]
async fn a_stale_write_changes_nothing(#[future(awt)] sample: Kept) {
    let studio = sample.studio;
    let setup = studio.setup(&id(DOORS)).await.unwrap().setup;
    studio.keep_setup(&id(DOORS), &noted(&setup, "first"), 1).await.unwrap();
    let refused = studio.keep_setup(&id(DOORS), &noted(&setup, "second"), 1).await.unwrap_err();
    let StoreError::Stale { newer } = refused else { panic!("{refused}") };
    let Newer::Setup { kept } = *newer else { panic!("{newer:?}") };
    assert_eq!(kept.setup.note.as_str(), "first");
    assert_eq!(studio.setup(&id(DOORS)).await.unwrap().setup.note.as_str(), "first");
}

#[rstest]
#[tokio::test]
async fn two_at_once_never_both_win(#[future(awt)] sample: Kept) {
    let studio = sample.studio;
    let setup = studio.setup(&id(DOORS)).await.unwrap().setup;
    let (a, b) = (noted(&setup, "a"), noted(&setup, "b"));
    let doors = id(DOORS);
    let (one, two) = tokio::join!(studio.keep_setup(&doors, &a, 1), studio.keep_setup(&doors, &b, 1));
    assert_eq!(usize::from(one.is_ok()) + usize::from(two.is_ok()), 1);
}

#[rstest]
#[tokio::test]
async fn undo_and_redo_walk_the_history(#[future(awt)] sample: Kept) {
    let studio = sample.studio;
    let first = studio.setup(&id(DOORS)).await.unwrap();
    for (version, note) in (1..).zip(["one", "two", "three"]) {
        studio.keep_setup(&id(DOORS), &noted(&first.setup, note), version).await.unwrap();
    }
    let back = studio.undo(&id(DOORS), 4).await.unwrap();
    assert_eq!(back.setup.note.as_str(), "two");
    assert_eq!((back.history.undo, back.history.redo), (2, 1));
    let back = studio.undo(&id(DOORS), 5).await.unwrap();
    let back = studio.undo(&id(DOORS), back.version).await.unwrap();
    assert_eq!(back.setup, first.setup);
    assert!(matches!(studio.undo(&id(DOORS), back.version).await, Err(StoreError::NoHistory { .. })));
    let forward = studio.redo(&id(DOORS), back.version).await.unwrap();
    assert_eq!(forward.setup.note.as_str(), "one");
    // A new edit takes the place of what could be redone.
    let edited = studio.keep_setup(&id(DOORS), &noted(&first.setup, "other"), forward.version).await.unwrap();
    assert_eq!((edited.history.undo, edited.history.redo), (2, 0));
    assert!(matches!(studio.undo(&id(DOORS), 1).await, Err(StoreError::Stale { .. })));
}

#[rstest]
#[tokio::test]
async fn history_is_bounded(#[future(awt)] sample: Kept) {
    let studio = sample.studio;
    let mut kept = studio.setup(&id(DOORS)).await.unwrap();
    for step in 0..230 {
        let changed = noted(&kept.setup, &step.to_string());
        kept = studio.keep_setup(&id(DOORS), &changed, kept.version).await.unwrap();
    }
    assert!((190..=201).contains(&kept.history.undo), "{:?}", kept.history);
}

#[rstest]
#[tokio::test]
async fn what_does_not_pass_its_check_is_not_kept(#[future(awt)] sample: Kept) {
    let studio = sample.studio;
    let kept = studio.setup(&id(DOORS)).await.unwrap();
    let mut setup = kept.setup.clone();
    setup.camera.lens = id("nowhere");
    let refused = studio.keep_setup(&id(DOORS), &setup, 1).await.unwrap_err();
    assert!(matches!(refused, StoreError::Fields(errors) if errors[0].field == "/camera/lens"));
    assert_eq!(studio.setup(&id(DOORS)).await.unwrap(), kept);
}

#[rstest]
#[tokio::test]
async fn a_thing_in_use_stays_and_others_come_back(#[future(awt)] sample: Kept) {
    let studio = sample.studio;
    let refused = studio.delete_kit_item(&id("mod-octa-90")).await.unwrap_err();
    assert!(refused.to_string().contains("Boatbuilder at the doors"), "{refused}");
    studio.delete_kit_item(&id("mod-dish")).await.unwrap();
    assert!(studio.kit().await.unwrap().modifier(&id("mod-dish")).is_none());
    studio.restore_kit_item(&id("mod-dish")).await.unwrap();
    assert!(studio.kit().await.unwrap().modifier(&id("mod-dish")).is_some());
}

#[rstest]
#[tokio::test]
async fn kit_values_are_checked_and_versioned(#[future(awt)] sample: Kept) {
    let studio = sample.studio;
    let gel = studio.kit().await.unwrap().gels().next().unwrap().clone();
    let mut bad = gel.clone();
    bad.loss = Stops::new(9.0).unwrap();
    assert!(matches!(studio.keep_kit_item(KitItem::Gel(bad), 1).await, Err(StoreError::Fields(_))));
    let mut good = gel.clone();
    good.name = Name::new("Straw").unwrap();
    assert_eq!(studio.keep_kit_item(KitItem::Gel(good.clone()), 1).await.unwrap().version, 2);
    assert!(matches!(studio.keep_kit_item(KitItem::Gel(good), 1).await, Err(StoreError::Stale { .. })));
}

#[rstest]
#[tokio::test]
async fn settings_are_kept(#[future(awt)] sample: Kept) {
    let Kept { studio, folder } = sample;
    let kept = studio.settings().await.unwrap();
    assert_eq!((kept.settings, kept.version), (Settings::default(), 0));
    let dusk = Settings { theme: Theme::Dusk, ..Settings::default() };
    assert_eq!(studio.keep_settings(&dusk, 0).await.unwrap().version, 1);
    assert!(matches!(studio.keep_settings(&Settings::default(), 0).await, Err(StoreError::Stale { .. })));
    studio.close().await;
    assert_eq!(open(&folder).await.settings().await.unwrap().settings, dusk);
}

#[tokio::test]
async fn the_file_uses_a_write_ahead_log_and_foreign_keys() {
    let folder = TempDir::new().unwrap();
    let studio = open(&folder).await;
    assert!(studio.is_fresh().await.unwrap());
    assert!(folder.path().join("studio.sqlite-wal").exists());
    // A setup without its job cannot be kept.
    let setup = &job_file().setups[0].setup;
    let kit: KitFile = serde_json::from_str(include_str!("../../../../demo/kit.json")).unwrap();
    studio.import_kit(&kit).await.unwrap();
    assert!(matches!(studio.add_setup(&id("job-nowhere"), setup).await, Err(StoreError::NotFound { .. })));
}

#[rstest]
#[tokio::test]
async fn what_changes_is_told(#[future(awt)] sample: Kept) {
    use tolva_store::Changed;
    let studio = sample.studio;
    let mut ear = studio.listen();
    let kept = studio.setup(&id(DOORS)).await.unwrap();
    studio.keep_setup(&id(DOORS), &noted(&kept.setup, "told"), 1).await.unwrap();
    // What is refused is not told.
    assert!(studio.keep_setup(&id(DOORS), &kept.setup, 1).await.is_err());
    studio.delete_kit_item(&id("mod-dish")).await.unwrap();
    assert_eq!(ear.next().await, Some(Changed::Setup { id: id(DOORS), job: id("job-slip-shed"), version: 2 }));
    assert_eq!(ear.next().await, Some(Changed::Kit));
}
