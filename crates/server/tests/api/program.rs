use super::*;

#[rstest]
#[case::foreign_host("host", "evil.example", StatusCode::FORBIDDEN)]
#[case::foreign_origin("origin", "https://evil.example", StatusCode::FORBIDDEN)]
#[case::null_origin("origin", "null", StatusCode::FORBIDDEN)]
#[tokio::test]
async fn other_sites_stay_out(#[case] header: &str, #[case] value: &str, #[case] status: StatusCode) {
    let tolva = demo();
    let answer = tolva.client.get(format!("{}/api/jobs", tolva.address)).header(header, value).send().await.unwrap();
    assert_eq!(answer.status(), status);
}

#[tokio::test]
async fn the_page_has_a_fresh_nonce_and_a_strict_policy() {
    let tolva = demo();
    let mut policies = Vec::new();
    for _ in 0..2 {
        let answer = tolva.client.get(format!("{}/", tolva.address)).send().await.unwrap();
        let policy = answer.headers()["content-security-policy"].to_str().unwrap().to_owned();
        assert!(policy.starts_with("default-src 'none'"), "{policy}");
        assert!(!policy.contains("unsafe"), "{policy}");
        let nonce = policy.split("'nonce-").nth(1).unwrap().split('\'').next().unwrap().to_owned();
        let page = answer.text().await.unwrap();
        assert!(page.contains(&nonce) && !page.contains("TOLVA-NONCE"));
        policies.push(policy);
    }
    assert_ne!(policies[0], policies[1]);
}

#[tokio::test]
async fn scripts_come_compressed() {
    let tolva = demo();
    let page = tolva.client.get(format!("{}/", tolva.address)).send().await.unwrap().text().await.unwrap();
    let script = page.split("src=\"").nth(1).unwrap().split('"').next().unwrap();
    let sizes = ["identity", "gzip", "br"].map(|coding| {
        let request = tolva.client.get(format!("{}{script}", tolva.address)).header("accept-encoding", coding);
        async { request.send().await.unwrap() }
    });
    let [plain, gzip, brotli] = sizes;
    let (plain, gzip, brotli) = (plain.await, gzip.await, brotli.await);
    assert_eq!(gzip.headers()["content-encoding"], "gzip");
    assert_eq!(brotli.headers()["content-encoding"], "br");
    let sizes = [plain, gzip, brotli].map(|answer| async { answer.bytes().await.unwrap().len() });
    let [plain, gzip, brotli] = sizes;
    let (plain, gzip, brotli) = (plain.await, gzip.await, brotli.await);
    assert!(brotli < gzip && gzip < plain / 2, "{plain} {gzip} {brotli}");
    assert!(gzip < 300_000, "first load is {gzip} bytes of gzipped script");
}

/// A demo never goes over what a user has.
#[tokio::test]
async fn the_sample_studio_leaves_a_used_one_alone() {
    let mut first = serve(TempDir::new().unwrap(), false);
    let (status, _) =
        first.post("/api/jobs", json!({"name": "Mine", "kind": "event", "client": "", "date": "", "place": "", "purpose": {"shown": {"on": "anywhere"}, "shape": "sensor"}, "venue": {"tripod": true, "stands": true, "flash": true, "sound": true, "bounce": true}, "lines": []})).await;
    assert_eq!(status, StatusCode::CREATED);
    let second = serve(first.stop(), true);
    let jobs = second.get("/api/jobs").await["jobs"].clone();
    assert_eq!(jobs.as_array().unwrap().len(), 1);
    assert_eq!(jobs[0]["job"]["name"], "Mine");
}

/// The command line: a file in, the same file out; a port that is taken says so and what to do.
#[tokio::test]
async fn the_command_line() {
    let folder = TempDir::new().unwrap();
    let file = concat!(env!("CARGO_MANIFEST_DIR"), "/../../demo/glasshouse.json");
    let run = |args: &[&str]| {
        let output = program().args(args).arg("--data").arg(folder.path()).output().unwrap();
        (output.status.success(), String::from_utf8(output.stdout).unwrap(), String::from_utf8(output.stderr).unwrap())
    };
    let (done, said, _) = run(&["import", file]);
    assert!(done && said.contains("Job job-glasshouse taken"), "{said}");
    let (_, written, _) = run(&["export", "job-glasshouse"]);
    let (written, given): (Value, Value) = (
        serde_json::from_str(&written).unwrap(),
        serde_json::from_str(&std::fs::read_to_string(file).unwrap()).unwrap(),
    );
    assert_eq!(written, given);
    let (done, _, said) = run(&["export", "job-nowhere"]);
    assert!(!done && said.contains("There is no job"), "{said}");
    let tolva = demo();
    let taken = tolva.address.trim_start_matches("http://");
    let (done, _, said) = run(&["serve", "--listen", taken]);
    assert!(!done && said.contains("is taken") && said.contains("--listen 127.0.0.1:"), "{said}");
}

/// Told to stop, it ends by itself and leaves a whole file.
#[tokio::test]
async fn it_stops_gracefully() {
    let mut tolva = demo();
    tolva.setup().await;
    let asked = Command::new("kill").arg("-TERM").arg(tolva.server.id().to_string()).status().unwrap();
    assert!(asked.success());
    assert!(tolva.server.wait().unwrap().success());
    let again = serve(std::mem::replace(&mut tolva.folder, TempDir::new().unwrap()), false);
    assert_eq!(again.get("/api/jobs").await["jobs"].as_array().unwrap().len(), 3);
}

/// A crowd of two hundred is refused in words, and nothing else is done to the setup.
#[tokio::test]
async fn a_crowd_is_refused() {
    let tolva = demo();
    let kept = tolva.setup().await;
    let change = json!({"setup": kept["setup"], "change": {"do": "people", "count": 200}});
    let (status, answer) = tolva.ask(Method::POST, "/api/layout", Some(change)).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{answer}");
    assert_eq!(answer["errors"][0]["field"], "/change");
}
