//! A studio kept by an earlier program opens with everything in it, its history too.

#![allow(clippy::unwrap_used)]

mod common;

use common::{Kept, id, kit_file, open};
use rstest::rstest;
use serde_json::Value;
use sqlx::SqlitePool;
use sqlx::migrate::Migrator;
use sqlx::sqlite::SqliteConnectOptions;
use tempfile::TempDir;

const JOBS: [(&str, &str); 3] = [
    ("1", include_str!("../../core/tests/data/job-v1.json")),
    ("2", include_str!("../../core/tests/data/job-v2.json")),
    ("3", include_str!("../../core/tests/data/job-v3.json")),
];

/// A studio as programs before versions were noted kept it: setups of three formats side by side.
async fn old_studio(folder: &TempDir) {
    let file = SqliteConnectOptions::new().filename(folder.path().join("studio.sqlite")).create_if_missing(true);
    let pool = SqlitePool::connect_with(file).await.unwrap();
    let mut migrations = Migrator::new(std::path::Path::new("migrations")).await.unwrap();
    migrations.migrations.to_mut().retain(|migration| migration.version < 3);
    migrations.run(&pool).await.unwrap();
    for (position, item) in kit_file().kit.items.iter().enumerate() {
        sqlx::query("INSERT INTO kit_item (id, kind, body, position) VALUES (?, ?, ?, ?)")
            .bind(item.id().as_str())
            .bind(item.kind())
            .bind(serde_json::to_string(item).unwrap())
            .bind(position as i64)
            .execute(&pool)
            .await
            .unwrap();
    }
    for (position, (version, text)) in JOBS.iter().enumerate() {
        let file: Value = serde_json::from_str(text).unwrap();
        let job = format!("job-{version}");
        sqlx::query("INSERT INTO job (id, body, position) VALUES (?, ?, ?)")
            .bind(&job)
            .bind(file["job"].to_string())
            .bind(position as i64)
            .execute(&pool)
            .await
            .unwrap();
        for (position, filed) in file["setups"].as_array().unwrap().iter().enumerate() {
            let id = format!("{version}-{}", filed["id"].as_str().unwrap());
            let mut first = filed["setup"].clone();
            first["note"] = Value::from("as it was first");
            sqlx::query("INSERT INTO setup (id, job_id, position, body, revision) VALUES (?, ?, ?, ?, 1)")
                .bind(&id)
                .bind(&job)
                .bind(position as i64)
                .bind(filed["setup"].to_string())
                .execute(&pool)
                .await
                .unwrap();
            for (revision, body) in [(0, &first), (1, &filed["setup"])] {
                sqlx::query("INSERT INTO setup_revision (setup_id, revision, body) VALUES (?, ?, ?)")
                    .bind(&id)
                    .bind(revision)
                    .bind(body.to_string())
                    .execute(&pool)
                    .await
                    .unwrap();
            }
        }
    }
    pool.close().await;
}

#[rstest]
#[tokio::test]
async fn setups_of_every_version_open_and_so_does_their_history() {
    let folder = TempDir::new().unwrap();
    old_studio(&folder).await;
    let kept = Kept { studio: open(&folder).await, folder };
    assert_eq!(kept.studio.kept().await.unwrap().set_aside(), []);
    let mut setups = 0;
    for (version, _) in JOBS {
        let job = kept.studio.job(&id(&format!("job-{version}"))).await.unwrap();
        for summary in job.setups {
            setups += 1;
            let now = kept.studio.setup(&summary.id).await.unwrap();
            assert_eq!(summary.name, now.setup.name.as_str());
            let first = kept.studio.undo(&summary.id, now.version).await.unwrap();
            assert_eq!(first.setup.note.as_str(), "as it was first");
            assert_eq!(kept.studio.redo(&summary.id, first.version).await.unwrap().setup, now.setup);
        }
    }
    assert!(setups >= 7, "{setups}");
}
