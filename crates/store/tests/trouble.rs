//! Trouble with the file: what was acknowledged is there afterwards, and nothing else.

#![allow(clippy::unwrap_used)]

mod common;

use common::{DOORS, JOB, Kept, id, kit_file, noted, sample};
use rstest::rstest;
use std::sync::Arc;
use tolva_store::{FileTrouble, Sought, StoreError, Studio};

/// After a write that fails SQLite may end the transaction by itself. What is acknowledged later has to last all the same.
#[rstest]
#[case::sqlite_ends_it_by_itself("ROLLBACK")]
#[case::the_statement_fails("ABORT")]
#[case::half_of_it_stays("FAIL")]
#[tokio::test]
async fn what_is_acknowledged_after_a_failed_write_lasts(#[future(awt)] sample: Kept, #[case] how: &str) {
    let raw = sample.raw().await;
    let trigger = format!("CREATE TRIGGER broken BEFORE INSERT ON setup_kit BEGIN SELECT RAISE({how}, 'no room'); END");
    sqlx::query(sqlx::AssertSqlSafe(trigger)).execute(&raw).await.unwrap();
    let setup = sample.studio.setup(&id(DOORS)).await.unwrap().setup;
    for _ in 0..3 {
        let refused = sample.studio.keep_setup(&id(DOORS), &noted(&setup, "lost"), 1).await;
        assert!(matches!(refused, Err(StoreError::Database(_))), "{refused:?}");
    }
    sqlx::query("DROP TRIGGER broken").execute(&raw).await.unwrap();
    for version in 1..6 {
        let kept = sample.studio.keep_setup(&id(DOORS), &noted(&setup, &format!("kept {version}")), version).await;
        assert_eq!(kept.unwrap().version, version + 1);
        let after = sample.after_a_kill().await;
        let found = after.studio.setup(&id(DOORS)).await.unwrap();
        assert_eq!((found.setup.note.as_str(), found.version), (format!("kept {version}").as_str(), version + 1));
    }
    // And at a clean stop.
    let Kept { studio, folder } = sample;
    studio.close().await;
    let again = common::open(&folder).await;
    assert_eq!(again.setup(&id(DOORS)).await.unwrap().setup.note.as_str(), "kept 5");
}

/// Nobody waits for a write any more: it is there whole or not at all, and the next one works.
#[rstest]
#[tokio::test]
async fn a_write_that_nobody_waits_for_leaves_nothing_half_done(#[future(awt)] sample: Kept) {
    let setup = sample.studio.setup(&id(DOORS)).await.unwrap().setup;
    // A commit that was on its way when it was given up may still land, whole, in a later round.
    let mut whole = vec![setup.clone()];
    for round in 0..60_u64 {
        let version = sample.studio.setup(&id(DOORS)).await.unwrap().version;
        let changed = noted(&setup, &format!("round {round}"));
        whole.push(changed.clone());
        let doors = id(DOORS);
        let write = sample.studio.keep_setup(&doors, &changed, version);
        // Given up at any moment of its way.
        let _ = tokio::time::timeout(std::time::Duration::from_micros(round * 40), write).await;
        let kept = sample.studio.setup(&id(DOORS)).await.unwrap();
        assert!(whole.contains(&kept.setup), "{}", kept.setup.note);
        assert!(kept.history.undo <= kept.version);
    }
    loop {
        let version = sample.studio.setup(&id(DOORS)).await.unwrap().version;
        match sample.studio.keep_setup(&id(DOORS), &noted(&setup, "last"), version).await {
            Ok(_) => break,
            Err(StoreError::Stale { .. }) => {}
            Err(other) => panic!("{other}"),
        }
    }
    assert_eq!(sample.after_a_kill().await.studio.setup(&id(DOORS)).await.unwrap().setup.note.as_str(), "last");
}

/// Every kind of write at once, many of each: all are answered, none for a lock.
#[rstest]
#[tokio::test(flavor = "multi_thread", worker_threads = 4)]
async fn writes_of_every_kind_at_once_are_all_answered(#[future(awt)] sample: Kept) {
    let (studio, job) = (Arc::new(sample.studio.clone()), id(JOB));
    let item = kit_file().kit.items[0].clone();
    let (setup, brief) = (studio.setup(&id(DOORS)).await.unwrap().setup, studio.job(&job).await.unwrap().job);
    let day = studio.day(&job).await.unwrap().day.unwrap();
    let mut all = Vec::new();
    for number in 0..20 {
        let (studio, job, item, setup, brief, day) =
            (studio.clone(), job.clone(), item.clone(), setup.clone(), brief.clone(), day.clone());
        all.push(tokio::spawn(async move {
            let mut answers: Vec<Result<(), StoreError>> = vec![
                studio.add_kit_item(item).await.map(drop),
                studio.keep_setup(&id(DOORS), &noted(&setup, &number.to_string()), number).await.map(drop),
                studio.duplicate_setup(&id(DOORS)).await.map(drop),
                studio.keep_job(&job, brief.clone(), number).await.map(drop),
                studio.keep_day(&job, day, number).await.map(drop),
                studio.undo(&id(DOORS), number).await.map(drop),
                studio.keep_settings(&tolva_store::Settings::default(), number).await.map(drop),
            ];
            let made = studio.add_job(brief).await;
            if let Ok(made) = &made {
                answers.push(studio.delete_job(&made.id).await);
                answers.push(studio.restore_job(&made.id).await);
                answers.push(studio.duplicate_job(&made.id).await.map(drop));
            }
            answers.push(made.map(drop));
            answers
        }));
    }
    for one in all {
        for answer in one.await.unwrap() {
            assert!(!matches!(answer, Err(StoreError::Database(_))), "{answer:?}");
        }
    }
    let page = studio.jobs(&Sought { most: 200, ..Sought::default() }).await.unwrap();
    assert_eq!(page.jobs.len(), 41);
    assert_eq!(studio.kit().await.unwrap().items.len(), kit_file().kit.items.len() + 20);
}

#[rstest]
#[tokio::test]
async fn one_row_that_cannot_be_read_is_set_aside_and_the_rest_works(#[future(awt)] sample: Kept) {
    let raw = sample.raw().await;
    sample.studio.add_take(&id(DOORS), "2026-09-17 18:05:00", &common::take("a.jpg", "a")).await.unwrap();
    let damaged = sample.studio.add_take(&id(DOORS), "2026-09-17 18:06:00", &common::take("b.jpg", "b")).await.unwrap();
    let spoil = "UPDATE take SET body = json_set(body, '$.planned.iso', 'fast') WHERE id = ?";
    sqlx::query(spoil).bind(damaged.id.as_str()).execute(&raw).await.unwrap();
    for statement in [
        "UPDATE setup SET body = json_set(body, '$.pace.frames', -1) WHERE id = 'setup-doors'",
        "UPDATE kit_item SET body = json_set(body, '$.colour', 'red') WHERE id = 'mod-dish'",
        "INSERT INTO settings (one, body, schema) VALUES (1, '{}', 99)",
    ] {
        sqlx::query(statement).execute(&raw).await.unwrap();
    }
    let studio = &sample.studio;
    assert_eq!(studio.kit().await.unwrap().items.len(), kit_file().kit.items.len() - 1);
    assert_eq!(studio.settings().await.unwrap().settings, tolva_store::Settings::default());
    assert_eq!(studio.export_job(&id(JOB)).await.unwrap().setups.len(), common::job_file().setups.len() - 1);
    let refused = studio.setup(&id(DOORS)).await.unwrap_err();
    assert!(refused.to_string().contains("A whole number, 0 or more, is needed here."), "{refused}");
    let mut aside = studio.kept().await.unwrap().set_aside();
    aside.sort_by_key(|one| one.what);
    let told: Vec<_> = aside.iter().map(|one| (one.what, one.name.as_str(), one.field.as_str())).collect();
    assert_eq!(
        told,
        [
            ("settings", "settings", ""),
            ("setup", "Boatbuilder at the doors", "/pace/frames"),
            ("thing of the kit", "Beauty dish 55 cm", "/colour")
        ]
    );
    assert!(aside[0].why.contains("later Tolva"));
    let takes = studio.kept_takes(10).await.unwrap().set_aside();
    assert_eq!(
        takes.iter().map(|one| (one.what, one.name.as_str())).collect::<Vec<_>>(),
        [("take", "2026-09-17 18:06:00")]
    );
}

/// A studio of a later program is refused in words and left as it is, byte for byte.
#[rstest]
#[tokio::test]
async fn a_newer_studio_is_left_untouched(#[future(awt)] sample: Kept) {
    let raw = sample.raw().await;
    sqlx::query(
        "INSERT INTO _sqlx_migrations (version, description, success, checksum, execution_time) VALUES (9999, 'later', 1, x'00', 0)",
    )
    .execute(&raw)
    .await
    .unwrap();
    raw.close().await;
    let file = sample.file();
    let Kept { studio, folder } = sample;
    studio.close().await;
    let before = std::fs::read(&file).unwrap();
    let refused = Studio::open(&file).await.unwrap_err();
    assert!(matches!(refused, StoreError::NewerStudio), "{refused}");
    assert_eq!(std::fs::read(&file).unwrap(), before);
    drop(folder);
}

#[tokio::test]
async fn a_file_that_is_no_studio_is_refused_in_words() {
    let folder = tempfile::TempDir::new().unwrap();
    let file = folder.path().join("studio.sqlite");
    std::fs::write(&file, "a shopping list, long enough to look like something, and then some more of it").unwrap();
    let refused = Studio::open(&file).await.unwrap_err();
    assert_eq!(refused.file_trouble(), Some(FileTrouble::Damaged), "{refused}");
    assert!(!refused.to_string().contains("code"), "{refused}");
}

#[cfg(unix)]
#[tokio::test]
async fn only_its_owner_reads_a_studio() {
    use std::os::unix::fs::PermissionsExt;
    let folder = tempfile::TempDir::new().unwrap();
    let studio = common::open(&folder).await;
    for name in ["studio.sqlite", "studio.sqlite-wal"] {
        let mode = std::fs::metadata(folder.path().join(name)).unwrap().permissions().mode();
        assert_eq!(mode & 0o777, 0o600, "{name}");
    }
    studio.close().await;
}
