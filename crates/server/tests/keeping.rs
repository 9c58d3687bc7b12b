//! Many at once, other windows, other programs and other machines: what is kept stays whole.

#![allow(clippy::unwrap_used)]

mod common;

use common::{demo, program, serve};
use reqwest::{Method, StatusCode};
use rstest::rstest;
use serde_json::{Value, json};
use tempfile::TempDir;

/// Eighty things added and deleted in parallel: all answered, none with a lock.
#[tokio::test]
async fn parallel_writes_are_all_answered() {
    let tolva = std::sync::Arc::new(demo());
    let gel =
        tolva.get("/api/kit").await.as_array().unwrap().iter().find(|k| k["item"]["kind"] == "gel").unwrap()["item"]
            .clone();
    let mut all = Vec::new();
    for _ in 0..80 {
        let (tolva, gel) = (tolva.clone(), gel.clone());
        all.push(tokio::spawn(async move {
            let (added, made) = tolva.post("/api/kit", gel).await;
            let path = format!("/api/kit/{}", made["item"]["id"].as_str().unwrap_or("none"));
            (added, tolva.ask(Method::DELETE, &path, None).await.0)
        }));
    }
    for one in all {
        assert_eq!(one.await.unwrap(), (StatusCode::CREATED, StatusCode::NO_CONTENT));
    }
    assert_eq!(tolva.get("/api/deleted").await.as_array().unwrap().len(), 80);
}

/// The whole studio goes out as files and comes back, into a fresh studio as it was and into its own as copies.
#[tokio::test]
async fn all_of_a_studio_goes_round_as_files() {
    let (tolva, fresh) = (demo(), serve(TempDir::new().unwrap(), false));
    let archive = tolva.client.get(format!("{}/api/export", tolva.address)).send().await.unwrap();
    assert_eq!(archive.headers()["content-type"], "application/zip");
    let bytes = archive.bytes().await.unwrap();
    for (studio, copied) in [(&fresh, 0), (&tolva, 3)] {
        let sent =
            studio.client.post(format!("{}/api/import", studio.address)).body(bytes.clone()).send().await.unwrap();
        assert_eq!(sent.status(), StatusCode::OK);
        let taken: Value = sent.json().await.unwrap();
        assert_eq!((taken["jobs"].as_array().unwrap().len(), &taken["copied"]), (3, &json!(copied)));
    }
    for path in ["/api/kit/export", "/api/jobs/job-slip-shed/export", "/api/jobs/job-tram-hall/export"] {
        assert_eq!(fresh.get(path).await, tolva.get(path).await, "{path}");
    }
    let order = |jobs: Value| jobs["jobs"].as_array().unwrap().iter().map(|job| job["id"].clone()).collect::<Vec<_>>();
    assert_eq!(order(fresh.get("/api/jobs").await), order(demo().get("/api/jobs").await));
    let broken = bytes.slice(..bytes.len() / 2);
    let sent = fresh.client.post(format!("{}/api/import", fresh.address)).body(broken).send().await.unwrap();
    assert_eq!(sent.status(), StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(fresh.get("/api/jobs").await["jobs"].as_array().unwrap().len(), 3);
}

/// A change is told to whoever listens, as it is kept.
#[tokio::test]
async fn other_windows_hear_of_a_change() {
    let tolva = demo();
    let mut listening = tolva.client.get(format!("{}/api/events", tolva.address)).send().await.unwrap();
    assert_eq!(listening.headers()["content-type"], "text/event-stream");
    let first = listening.chunk().await.unwrap().unwrap();
    assert!(String::from_utf8_lossy(&first).contains("listening"));
    let kept = tolva.setup().await;
    let mut setup = kept["setup"].clone();
    setup["note"] = json!("told");
    tolva.ask(Method::PUT, "/api/setups/setup-doors", Some(json!({"setup": setup, "version": 1}))).await;
    let told = String::from_utf8(listening.chunk().await.unwrap().unwrap().to_vec()).unwrap();
    assert_eq!(told, "data: {\"what\":\"setup\",\"id\":\"setup-doors\",\"job\":\"job-slip-shed\",\"version\":2}\n\n");
}

/// It stops within its five seconds though someone listens.
#[tokio::test]
async fn a_listener_does_not_keep_it_from_stopping() {
    let mut tolva = demo();
    let mut listening = tolva.client.get(format!("{}/api/events", tolva.address)).send().await.unwrap();
    listening.chunk().await.unwrap().unwrap();
    std::process::Command::new("kill").arg("-TERM").arg(tolva.server.id().to_string()).status().unwrap();
    assert!(tolva.server.wait().unwrap().success());
    // Its one file is the studio.
    assert!(!tolva.folder.path().join("studio.sqlite-wal").exists());
}

#[rstest]
#[case::everywhere("0.0.0.0:0")]
#[case::an_address("192.0.2.7:4310")]
fn beyond_this_machine_only_when_it_is_said(#[case] listen: &str) {
    let folder = TempDir::new().unwrap();
    let output = program().args(["serve", "--listen", listen, "--data"]).arg(folder.path()).output().unwrap();
    let said = String::from_utf8(output.stderr).unwrap();
    assert!(!output.status.success());
    assert!(said.contains("nothing keeps others out") && said.contains("--anyone-may-come-in"), "{said}");
}

#[tokio::test]
async fn a_second_server_on_one_folder_is_told() {
    let tolva = demo();
    let output =
        program().args(["serve", "--listen", "127.0.0.1:0", "--data"]).arg(tolva.folder.path()).output().unwrap();
    let said = String::from_utf8(output.stderr).unwrap();
    assert!(!output.status.success() && said.contains("Another Tolva is using the studio"), "{said}");
}

/// A backup by command and by button, both while it is in use; a restore is refused while it is.
#[tokio::test]
async fn a_studio_is_backed_up_and_restored() {
    let mut tolva = demo();
    let backup = TempDir::new().unwrap();
    let (by_command, by_button) = (backup.path().join("a.sqlite"), backup.path().join("b.sqlite"));
    let run = |args: &[&std::ffi::OsStr]| {
        let output = program().args(args).output().unwrap();
        (
            output.status.success(),
            String::from_utf8(output.stdout).unwrap() + &String::from_utf8(output.stderr).unwrap(),
        )
    };
    let data = tolva.folder.path().as_os_str().to_owned();
    let (done, said) = run(&["backup".as_ref(), by_command.as_os_str(), "--data".as_ref(), &data]);
    assert!(done && said.contains("3 jobs"), "{said}");
    let bytes = tolva.client.get(format!("{}/api/backup", tolva.address)).send().await.unwrap().bytes().await.unwrap();
    std::fs::write(&by_button, &bytes).unwrap();
    let (done, said) = run(&["restore".as_ref(), by_button.as_os_str(), "--data".as_ref(), &data]);
    assert!(!done && said.contains("Another Tolva"), "{said}");
    tolva.ask(Method::DELETE, "/api/jobs/job-slip-shed", None).await;
    let folder = tolva.stop();
    for file in [&by_command, &by_button] {
        let (done, said) = run(&["restore".as_ref(), file.as_os_str(), "--data".as_ref(), folder.path().as_os_str()]);
        assert!(done && said.contains("3 jobs"), "{said}");
    }
    assert!(folder.path().join("studio.sqlite.before-restore").exists());
    let (done, said) = run(&[
        "restore".as_ref(),
        folder.path().join("in-use").as_os_str(),
        "--data".as_ref(),
        folder.path().as_os_str(),
    ]);
    assert!(!done && said.contains("no backup"), "{said}");
    let again = serve(folder, false);
    assert_eq!(again.get("/api/jobs").await["jobs"].as_array().unwrap().len(), 3);
}

#[rstest]
#[case::a_question("GET", "/api/jobs", StatusCode::FORBIDDEN)]
#[case::computing("GET", "/api/jobs/job-slip-shed/day/answer", StatusCode::FORBIDDEN)]
#[case::a_change("POST", "/api/kit/sample", StatusCode::FORBIDDEN)]
#[case::a_link_followed("GET", "/", StatusCode::OK)]
#[tokio::test]
async fn another_site_gets_nothing(#[case] method: &str, #[case] path: &str, #[case] status: StatusCode) {
    let tolva = demo();
    let request = tolva.client.request(method.parse().unwrap(), format!("{}{path}", tolva.address));
    assert_eq!(request.header("sec-fetch-site", "cross-site").send().await.unwrap().status(), status);
}

#[rstest]
#[case::a_field_it_does_not_know("/api/jobs?colour=red", "There is no such field in this address: colour.")]
#[case::not_of_its_kind("/api/zone?latitude=north&longitude=2", "is not of the kind")]
#[case::missing("/api/zone?latitude=1", "longitude is missing")]
#[tokio::test]
async fn an_address_not_understood_is_told_in_words(#[case] path: &str, #[case] words: &str) {
    let tolva = demo();
    let answer = tolva.client.get(format!("{}{path}", tolva.address)).send().await.unwrap();
    assert_eq!(answer.status(), StatusCode::BAD_REQUEST);
    assert_eq!(answer.headers()["content-type"], "application/problem+json");
    assert_eq!(
        (&answer.headers()["cache-control"], &answer.headers()["x-content-type-options"]),
        (&"no-store".parse().unwrap(), &"nosniff".parse().unwrap())
    );
    let problem: Value = serde_json::from_slice(&answer.bytes().await.unwrap()).unwrap();
    assert!(problem["detail"].as_str().unwrap().contains(words), "{problem}");
}

/// The page has its look from the first byte on.
#[tokio::test]
async fn the_page_comes_in_its_look() {
    let tolva = demo();
    let kept = tolva.get("/api/settings").await;
    let mut settings = kept["settings"].clone();
    settings["theme"] = json!("dusk");
    let (status, _) =
        tolva.ask(Method::PUT, "/api/settings", Some(json!({"settings": settings, "version": kept["version"]}))).await;
    assert_eq!(status, StatusCode::OK);
    let page = tolva.client.get(&tolva.address).send().await.unwrap().text().await.unwrap();
    assert!(page.contains("data-look=\"dusk\""), "{page}");
}
