//! The API, on the running program with a real file.

#![allow(clippy::unwrap_used)]

mod common;

use common::{Tolva, demo, program, serve};
use reqwest::{Method, StatusCode};
use rstest::rstest;
use serde_json::{Value, json};
use std::process::Command;
use tempfile::TempDir;

/// The sample portrait, over the wire: the levels of the worked case.
#[tokio::test]
async fn a_plan_comes_back_with_marks_levels_and_reasons() {
    let tolva = demo();
    let setup = tolva.setup().await["setup"].clone();
    let (status, plan) = tolva.post("/api/plan", setup).await;
    assert_eq!(status, StatusCode::OK);
    let level = &plan["assessment"]["levels"][0];
    assert_eq!(level["patch"], "face");
    assert!((level["ambient"].as_f64().unwrap() + 3.0).abs() < 0.01, "{level}");
    assert!(level["total"].as_f64().unwrap().abs() < 0.34);
    let labels: Vec<&str> =
        plan["assessment"]["dials"].as_array().unwrap().iter().filter_map(|d| d["label"].as_str()).collect();
    assert_eq!(labels[..2], ["1/160", "f/7.1"]);
}

/// Small questions about colour, against CIE 15:2018 (illuminant A), Sharma's table and mired by hand; what is no light is told at
/// its field.
#[tokio::test]
async fn small_questions_about_colour() {
    let tolva = demo();
    let asked = |path: &'static str, body: Value| async { tolva.post(path, body).await };
    let (status, light) =
        asked("/api/colour/light", json!({"light": {"by": "lamp", "lamp": "incandescent"}, "films": []})).await;
    assert_eq!(status, StatusCode::OK);
    assert!(
        (light["x"].as_f64().unwrap() - 0.4476).abs() < 2e-4
            && (light["kelvin"].as_f64().unwrap() - 2856.0).abs() < 6.0
    );
    let lab = |l: f64, a: f64, b: f64| json!({"l": l, "a": a, "b": b});
    let (_, two) =
        asked("/api/colour/difference", json!({"one": lab(50.0, 2.5, 0.0), "other": lab(61.0, -5.0, 29.0)})).await;
    assert!((two["difference"].as_f64().unwrap() - 22.8977).abs() < 1e-4);
    let (_, shift) = asked("/api/colour/shift", json!({"from": 5600.0, "to": 2500.0})).await;
    assert_eq!(shift["shift"], 221.43);
    let seen = json!({"colour": lab(60.0, 0.0, 0.0), "light": {"by": "kelvin", "kelvin": 5600.0}, "kelvin": 5600.0, "tint": 0.0});
    let (_, grey) = asked("/api/colour/seen", seen).await;
    assert!(grey["lab"][1].as_f64().unwrap().abs() < 0.1 && grey["lab"][2].as_f64().unwrap().abs() < 0.1, "{grey}");
    let (status, problem) =
        asked("/api/colour/light", json!({"light": {"by": "xy", "x": 0.7, "y": 0.6}, "films": []})).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(problem["errors"][0]["field"], "/light/y");
}

/// Every kind of bad input answers with a problem, at its field, and changes nothing.
#[rstest]
#[case::negative_distance("/background/distance", json!(-1), "/background/distance", "not -1")]
#[case::a_word_for_a_number("/background/distance", json!("far"), "/background/distance", "number is needed")]
#[case::a_pane_of_no_size("/scene/panes", json!([{"id": "p", "kind": "glass", "at": {"x": 0, "y": 2, "z": 1}, "width": 0, "height": 1, "looks": 180, "daylight": null}]), "/scene/panes/0/width", "not 0")]
#[case::a_light_in_the_subject("/lights/0/at", json!({"x": 0, "y": 0, "z": 1.2}), "/lights/0/at", "inside the subject")]
#[case::a_light_in_the_wall("/lights/0/at", json!({"x": -9, "y": 0, "z": 1.2}), "/lights/0/at", "behind the left wall")]
#[case::a_camera_facing_away("/scene/camera/aim", json!({"at": "free", "pan": 180, "tilt": 0}), "/scene/camera/aim", "Turn it round")]
#[case::a_card_of_no_size("/scene/cards/0/width", json!(0.001), "/scene/cards/0/width", "0.05 to 6 m")]
#[case::nowhere("/lights/0/at/x", json!(null), "/lights/0/at/x", "number is needed")]
#[case::nothing_for_a_number("/background/sunlit", json!(null), "/background/sunlit", "number is needed")]
#[case::beyond_its_field("/background/distance", json!(9000), "/background/distance", "0.05 to 5000 m")]
#[case::zero_aperture("/camera/aperture/at", json!(-500), "/camera/aperture/at", "aperture mark")]
#[case::aperture_the_lens_lacks("/camera/aperture/at", json!(0), "/camera/aperture/at", "This lens goes from f/1.8")]
#[case::unknown_lens("/camera/lens", json!("nowhere"), "/camera/lens", "There is no lens")]
#[case::unknown_flash("/lights/0/flash", json!("nowhere"), "/lights/0/flash", "There is no flash")]
#[case::empty_name("/name", json!("  "), "/name", "A name is needed")]
#[case::endless_name("/name", json!("x".repeat(10_000)), "/name", "at most 120")]
#[case::unknown_approach("/approach", json!("magic"), "/approach", "The choices here are")]
#[case::a_time_that_is_none("/readings/0/time", json!("26:00"), "/readings/0/time", "00:00 to 23:59")]
#[case::an_ev_beyond_the_sun("/readings/0/measured/ev", json!(40), "/readings/0/measured", "-10 to 22 EV")]
#[case::a_field_of_no_meaning("/subject/mood", json!("grim"), "/subject/mood", "There is no such field")]
#[tokio::test]
async fn bad_input(#[case] at: &str, #[case] value: Value, #[case] field: &str, #[case] words: &str) {
    let tolva = demo();
    let kept = tolva.setup().await;
    let mut setup = kept["setup"].clone();
    if let Some(found) = setup.pointer_mut(at) {
        *found = value;
    } else {
        let (parent, last) = at.rsplit_once('/').unwrap();
        setup.pointer_mut(parent).unwrap()[last] = value;
    }
    for (method, path, body, prefix) in [
        (Method::POST, "/api/assess", setup.clone(), ""),
        (Method::POST, "/api/plan", setup.clone(), ""),
        (Method::PUT, "/api/setups/setup-doors", json!({"setup": setup, "version": kept["version"]}), "/setup"),
    ] {
        let (status, problem) = tolva.ask(method, path, Some(body)).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
        let errors = problem["errors"].as_array().unwrap();
        let (bare, whole) = (field.to_owned(), format!("{prefix}{field}"));
        let found = errors.iter().find(|error| error["field"] == bare.as_str() || error["field"] == whole.as_str());
        let found = found.unwrap_or_else(|| panic!("nothing said at {field}: {problem}"));
        assert!(found["detail"].as_str().unwrap().contains(words), "{found}");
    }
    assert_eq!(tolva.setup().await, kept);
}

#[rstest]
#[case::malformed("application/json", "{\"name\": ", StatusCode::BAD_REQUEST)]
#[case::not_json("text/plain", "hello", StatusCode::UNSUPPORTED_MEDIA_TYPE)]
#[case::deeply_nested("application/json", &"[".repeat(5_000), StatusCode::BAD_REQUEST)]
#[case::huge("application/json", &format!("\"{}\"", "x".repeat(600_000)), StatusCode::PAYLOAD_TOO_LARGE)]
#[tokio::test]
async fn broken_bodies(#[case] kind: &str, #[case] body: &str, #[case] status: StatusCode) {
    let tolva = demo();
    let request = tolva.client.post(format!("{}/api/plan", tolva.address)).header("content-type", kind);
    let answer = request.body(body.to_owned()).send().await.unwrap();
    assert_eq!(answer.status(), status);
    assert_eq!(answer.headers()["content-type"], "application/problem+json");
}

#[tokio::test]
async fn a_stale_write_is_refused_with_the_newer() {
    let tolva = demo();
    let kept = tolva.setup().await;
    let mut mine = kept["setup"].clone();
    mine["note"] = json!("mine");
    let put = |setup: Value| {
        tolva.ask(Method::PUT, "/api/setups/setup-doors", Some(json!({"setup": setup, "version": kept["version"]})))
    };
    assert_eq!(put(mine).await.0, StatusCode::OK);
    let mut theirs = kept["setup"].clone();
    theirs["note"] = json!("theirs");
    let (status, problem) = put(theirs).await;
    assert_eq!(status, StatusCode::CONFLICT);
    assert_eq!(problem["newer"]["kept"]["setup"]["note"], "mine");
    assert_eq!(tolva.setup().await["setup"]["note"], "mine");
}

/// Out of one studio, into a fresh one, and out again: the same to the last number.
#[rstest]
#[case("job-slip-shed")]
#[case("job-tram-hall")]
#[case("job-glasshouse")]
#[tokio::test]
async fn a_job_goes_round(#[case] id: &str) {
    let path = format!("/api/jobs/{id}/export");
    let file = demo().get(&path).await;
    let fresh = serve(TempDir::new().unwrap(), false);
    let (status, taken) = fresh.post("/api/import", file.clone()).await;
    assert_eq!(status, StatusCode::OK, "{taken}");
    assert_eq!(taken["copied"], 0);
    assert_eq!(fresh.get(&path).await, file);
    // The same file again comes in as a copy and changes nothing that is there.
    let (_, again) = fresh.post("/api/import", file.clone()).await;
    assert_eq!(again["copied"], 1);
    assert_eq!(again["added"], json!([]));
    assert_eq!(fresh.get(&path).await, file);
}

#[tokio::test]
async fn the_kit_goes_round() {
    let file = demo().get("/api/kit/export").await;
    let fresh = serve(TempDir::new().unwrap(), false);
    assert_eq!(fresh.post("/api/import", file.clone()).await.0, StatusCode::OK);
    assert_eq!(fresh.get("/api/kit/export").await, file);
}

#[rstest]
#[case::newer(|file: &mut Value| file["version"] = json!(9), "version 9")]
#[case::another_format(|file: &mut Value| file["format"] = json!("other"), "not a Tolva file")]
#[case::a_number_beyond(|file: &mut Value| file["setups"][0]["setup"]["pace"]["frames"] = json!(9_000_000), "number of frames")]
#[case::a_light_twice(|file: &mut Value| {
    let light = file["setups"][0]["setup"]["lights"][0].clone();
    file["setups"][0]["setup"]["lights"].as_array_mut().unwrap().push(light);
}, "is there twice")]
#[tokio::test]
async fn files_that_cannot_be_taken_change_nothing(#[case] spoil: fn(&mut Value), #[case] words: &str) {
    let mut file = demo().get("/api/jobs/job-slip-shed/export").await;
    spoil(&mut file);
    let fresh = serve(TempDir::new().unwrap(), false);
    let (status, problem) = fresh.post("/api/import", file).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert!(problem["detail"].as_str().unwrap().contains(words), "{problem}");
    assert_eq!(fresh.get("/api/jobs").await["jobs"], json!([]));
    assert_eq!(fresh.get("/api/kit").await, json!([]));
}

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
        first.post("/api/jobs", json!({"name": "Mine", "kind": "event", "client": "", "date": "", "place": "", "purpose": {"shown": {"on": "anywhere"}, "shape": "sensor"}, "venue": {"tripod": true, "stands": true, "flash": true, "sound": true, "bounce": true}})).await;
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

/// A light is moved by its distance, stays in its line, and the dials stay as they were; a distance of zero is refused at
/// its field.
#[tokio::test]
async fn a_distance_moves_the_light() {
    let tolva = demo();
    let kept = tolva.setup().await;
    let moved = |distance: f64| {
        let change = json!({"do": "move_light", "light": "octa", "face_distance": distance});
        json!({"setup": kept["setup"], "change": change})
    };
    let (_, before) =
        tolva.ask(Method::POST, "/api/layout", Some(json!({"setup": kept["setup"], "chosen": "octa"}))).await;
    let (status, answer) = tolva.ask(Method::POST, "/api/layout", Some(moved(2.4))).await;
    assert_eq!(status, StatusCode::OK, "{answer}");
    let placed = &answer["assessment"]["set"]["lights"][0];
    assert!((placed["face_distance"].as_f64().unwrap() - 2.4).abs() < 0.01);
    assert_eq!(answer["setup"]["camera"], kept["setup"]["camera"]);
    let flash = |assessment: &Value| assessment["levels"][0]["flash"].as_f64().unwrap();
    assert!(flash(&answer["assessment"]) < flash(&before["assessment"]) - 0.8);
    assert!(before["layout"]["curves"].as_array().unwrap().len() >= 3);
    let (status, answer) = tolva.ask(Method::POST, "/api/layout", Some(moved(0.0))).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(answer["errors"][0]["field"], "/change");
}

/// Every change the set offers, made by the layout: what it moves is where it should be, and the dials stay as they were
/// until solving is asked for.
#[rstest]
#[case::nearer(json!({"do": "move_light", "light": "octa", "face_distance": 1.0}), "/assessment/set/lights/0/face_distance", json!(1.0))]
#[case::from_the_background(json!({"do": "light_from_background", "light": "octa", "background_distance": 18.0}), "/assessment/set/lights/0/background_distance", json!(18.0))]
#[case::step_back(json!({"do": "step_back", "distance": 3.0}), "/assessment/set/subject_distance", json!(3.0))]
#[case::a_card_nearer(json!({"do": "move_card", "card": "card", "face_distance": 1.2}), "/assessment/set/cards/0/face_distance", json!(1.2))]
#[case::another_modifier(json!({"do": "fit", "light": "octa", "modifier": "mod-grid"}), "/setup/lights/0/modifier", json!("mod-grid"))]
#[case::bare(json!({"do": "fit", "light": "octa", "modifier": null}), "/setup/lights/0/modifier", json!(null))]
#[case::more_people(json!({"do": "people", "count": 5}), "/setup/scene/people/4/posture", json!("standing"))]
#[case::one_light_more(json!({"do": "add", "what": {"thing": "light"}}), "/setup/lights/1/on", json!(true))]
#[case::a_panel(json!({"do": "add", "what": {"thing": "card", "card": "diffusion"}}), "/setup/scene/cards/1/kind", json!("diffusion"))]
#[case::a_mirror(json!({"do": "add", "what": {"thing": "pane", "pane": "mirror"}}), "/setup/scene/panes/0/kind", json!("mirror"))]
#[case::crossed(json!({"do": "arrange", "arrangement": "cross_light"}), "/setup/lights/1/on", json!(true))]
#[case::another_approach(json!({"do": "approach", "approach": "silhouette"}), "/assessment/approach/approach", json!("silhouette"))]
#[tokio::test]
async fn changes_by_the_layout(#[case] change: Value, #[case] at: &str, #[case] expected: Value) {
    let tolva = demo();
    let mut setup = tolva.setup().await["setup"].clone();
    let card = setup["scene"]["cards"][0]["id"].clone();
    let mut change = change;
    if change["card"] == "card" {
        change["card"] = card;
    }
    let before = setup["camera"].clone();
    let (status, answer) = tolva.post("/api/layout", json!({"setup": setup, "change": change})).await;
    assert_eq!(status, StatusCode::OK, "{answer}");
    let found = answer.pointer(at).unwrap_or_else(|| panic!("nothing at {at}: {answer}"));
    match (found.as_f64(), expected.as_f64()) {
        (Some(found), Some(expected)) => assert!((found - expected).abs() < 0.01, "{found} {expected}"),
        _ => assert_eq!(found, &expected),
    }
    assert_eq!(answer["setup"]["camera"]["aperture"], before["aperture"]);
    assert_eq!(answer["setup"]["camera"]["shutter"], before["shutter"]);
    assert_eq!(answer["layout"]["curves"], json!([]), "no light was chosen");
    // What came back can be sent again, and laid out is the same.
    setup = answer["setup"].clone();
    let (_, again) = tolva.post("/api/layout", json!({"setup": setup})).await;
    assert_eq!(again["layout"], answer["layout"]);
}

/// Solving by the layout turns the same dials as solving alone; a room of another shape is filled, one that is no shape
/// changes nothing.
#[tokio::test]
async fn a_layout_solved_and_fitted() {
    let tolva = demo();
    let mut setup = tolva.setup().await["setup"].clone();
    setup["readings"][1]["measured"] = json!({"as": "ev", "ev": 11});
    let (_, plan) = tolva.post("/api/plan", setup.clone()).await;
    let (_, solved) = tolva.post("/api/layout", json!({"setup": setup, "solve": true})).await;
    assert_eq!(solved["setup"], plan["setup"]);
    assert_ne!(solved["setup"]["camera"], setup["camera"]);
    let wide = async |ratio: Value| {
        let (status, answer) = tolva.post("/api/layout", json!({"setup": setup, "ratio": ratio})).await;
        assert_eq!(status, StatusCode::OK, "{answer}");
        let y = &answer["layout"]["extent"]["y"];
        y[1].as_f64().unwrap() - y[0].as_f64().unwrap()
    };
    let plain = wide(Value::Null).await;
    assert!(wide(json!(3.0)).await > plain + 1.0);
    assert!((wide(json!(-4.0)).await - plain).abs() < 1e-9);
    assert!(wide(json!(1e300)).await < 80.0);
}

/// A job file of the first version is taken, and everything in it gets a place.
#[tokio::test]
async fn a_file_of_the_first_version_is_taken() {
    let tolva = demo();
    let file: Value = serde_json::from_str(include_str!("../../core/tests/data/job-v1.json")).unwrap();
    let (status, answer) = tolva.ask(Method::POST, "/api/import", Some(file)).await;
    assert_eq!(status, StatusCode::OK, "{answer}");
    let (_, job) = tolva.ask(Method::GET, &format!("/api/jobs/{}", answer["jobs"][0].as_str().unwrap()), None).await;
    let id = job["setups"][0]["id"].as_str().unwrap();
    let (_, kept) = tolva.ask(Method::GET, &format!("/api/setups/{id}"), None).await;
    assert!(kept["setup"]["scene"]["people"].is_array(), "{kept}");
}

const SLIP: &str = "/api/jobs/job-slip-shed";

/// The day over the wire: the light of the chosen setup, its ladder, what the clock has not come to, and the moment asked
/// for alone.
#[tokio::test]
async fn a_day_is_answered_with_light_and_ladder() {
    let tolva = demo();
    let day = tolva.get(&format!("{SLIP}/day/answer?setup=setup-doors&clock=18:30")).await;
    assert_eq!(day["minutes"], 1440);
    assert_eq!(day["setups"].as_array().unwrap().len(), 3);
    assert!(day["setups"][0]["curve"].as_array().unwrap().len() > 250);
    assert!(day["setups"][1]["curve"].as_array().unwrap().is_empty());
    let rungs = day["ladder"]["rungs"].as_array().unwrap();
    assert_eq!(rungs[0]["clock"], "18:12");
    assert!(rungs.len() > 5);
    let sunset = day["events"].as_array().unwrap().iter().find(|event| event["kind"] == "sunset").unwrap();
    assert_eq!(sunset["clock"], "19:32");
    let moment = tolva.get(&format!("{SLIP}/day/moment?setup=setup-doors&clock=18:12")).await;
    assert_eq!(moment["forecast"]["levels"][0]["ev"], 10.0);
    // Before the reading's time the model stands alone.
    let before = tolva.get(&format!("{SLIP}/day/moment?setup=setup-doors&clock=18:00")).await;
    assert_eq!(before["forecast"]["levels"][0]["reading"], Value::Null);
}

#[rstest]
#[case::no_time("clock=7pm", "/clock", "hours and minutes")]
#[case::no_such_time("clock=24:00", "/clock", "hours and minutes")]
#[tokio::test]
async fn a_clock_that_is_none_is_said_at_its_field(#[case] query: &str, #[case] field: &str, #[case] words: &str) {
    let (status, problem) = demo().ask(Method::GET, &format!("{SLIP}/day/answer?{query}"), None).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(problem["errors"][0]["field"], field);
    assert!(problem["errors"][0]["detail"].as_str().unwrap().contains(words), "{problem}");
}

/// Every way a day can be wrong is refused at its field, and what was kept stays.
#[rstest]
#[case::latitude(|day: &mut Value| day["place"]["latitude"] = json!(91), "/day/place/latitude", "latitude can be -90 to 90")]
#[case::zone(|day: &mut Value| day["place"]["zone"] = json!("Mars/Olympus"), "/day/place/zone", "no time zone called")]
#[case::one_point(|day: &mut Value| day["place"]["horizon"] = json!([{"bearing": 0, "altitude": 3}]), "/place/horizon", "can be 2 to 72; here it is 1")]
#[case::ten_thousand(|day: &mut Value| day["place"]["horizon"] = json!(vec![json!({"bearing": 1, "altitude": 3}); 4_000]), "/place/horizon", "here it is 4000")]
#[case::cover(|day: &mut Value| day["clouds"] = json!([1.2]), "/day/clouds/0", "share can be 0 to 1")]
#[case::tolerance(|day: &mut Value| day["tolerance"] = json!(3), "/tolerance", "tolerance can be 0.1 to 1")]
#[case::a_window_too_far(|day: &mut Value| day["place"]["spots"][1]["surroundings"]["distance"] = json!(500), "/place/spots/1/surroundings/distance", "0.1 to 60 m")]
#[case::a_spot_twice(|day: &mut Value| day["place"]["spots"][1]["id"] = json!("doors"), "/place/spots/1/id", "is there twice")]
#[case::time(|day: &mut Value| day["from"] = json!("25:00"), "/day/from", "hours and minutes")]
#[tokio::test]
async fn a_bad_day_is_refused_at_its_field(#[case] spoil: fn(&mut Value), #[case] field: &str, #[case] words: &str) {
    let tolva = demo();
    let mut kept = tolva.get(&format!("{SLIP}/day")).await;
    spoil(&mut kept["day"]);
    let (status, problem) = tolva.ask(Method::PUT, &format!("{SLIP}/day"), Some(kept)).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
    assert_eq!(problem["errors"][0]["field"], field, "{problem}");
    assert!(problem["errors"][0]["detail"].as_str().unwrap().contains(words), "{problem}");
    assert_eq!(tolva.get(&format!("{SLIP}/day")).await["version"], 1);
}

#[tokio::test]
async fn slots_that_cannot_be_are_refused_at_theirs() {
    let tolva = demo();
    let slot = tolva.setup().await["setup"]["slot"].clone();
    let put = |slot: Value| json!([{ "setup": "setup-doors", "slot": slot }]);
    let spoiled = |field: &str, value: Value| {
        let mut slot = slot.clone();
        slot[field] = value;
        put(slot)
    };
    for (body, field) in [
        (spoiled("spot", json!("nowhere")), "/0/slot/spot"),
        (spoiled("minutes", json!(2)), "/0/slot/minutes"),
        (spoiled("time", json!("26:00")), "/0/slot/time"),
    ] {
        let (status, problem) = tolva.ask(Method::PUT, &format!("{SLIP}/slots"), Some(body)).await;
        assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
        assert_eq!(problem["errors"][0]["field"], field, "{problem}");
    }
    assert_eq!(tolva.setup().await["setup"]["slot"], slot);
}

/// Asked as a kept setup, it is answered in the light of its day; asked as any setup, by its readings alone.
#[tokio::test]
async fn a_setup_is_assessed_in_the_light_of_its_day() {
    let tolva = demo();
    let mut setup = tolva.setup().await["setup"].clone();
    setup["slot"]["time"] = json!("19:12");
    let (_, alone) = tolva.post("/api/assess", setup.clone()).await;
    assert_eq!(alone["levels"][0]["source"]["from"], "metered");
    let (_, there) = tolva.post("/api/assess?of=setup-doors", setup.clone()).await;
    let source = &there["levels"][0]["source"];
    assert_eq!(
        (&source["from"], &source["time"], &source["reading"]),
        (&json!("forecast"), &json!("19:12"), &json!("face-1812"))
    );
    assert!(there["levels"][0]["ambient"].as_f64() < alone["levels"][0]["ambient"].as_f64());
    // Put at that time it is solved for that light, and the kind of light is told.
    let body = json!({ "setup": setup, "slot": setup["slot"] });
    let (status, put) = tolva.post("/api/setups/setup-doors/moment", body).await;
    assert_eq!(status, StatusCode::OK, "{put}");
    assert_ne!(put["camera"], setup["camera"]);
    assert_eq!(put["ambient"]["kind"], "low_sun");
}

#[tokio::test]
async fn without_a_place_or_a_date_there_is_no_light_and_it_says_what_to_do() {
    let tolva = demo();
    let new = json!({ "name": "New", "kind": "portrait", "client": "", "date": "", "place": "", "purpose": {"shown": {"on": "anywhere"}, "shape": "sensor"}, "venue": {"tripod": true, "stands": true, "flash": true, "sound": true, "bounce": true} });
    let (_, job) = tolva.post("/api/jobs", new).await;
    let path = format!("/api/jobs/{}", job["id"].as_str().unwrap());
    let (status, problem) = tolva.ask(Method::GET, &format!("{path}/day/answer"), None).await;
    assert_eq!((status, &problem["type"]), (StatusCode::CONFLICT, &json!("no-place")));
    assert_eq!(tolva.get(&format!("{path}/light")).await, json!([]));
    let day = tolva.get(&format!("{SLIP}/day")).await["day"].clone();
    let (status, _) = tolva.ask(Method::PUT, &format!("{path}/day"), Some(json!({ "day": day, "version": 0 }))).await;
    assert_eq!(status, StatusCode::OK);
    let (status, problem) = tolva.ask(Method::GET, &format!("{path}/day/answer"), None).await;
    assert_eq!((status, &problem["type"]), (StatusCode::CONFLICT, &json!("no-date")));
}

#[rstest]
#[case::hours("hour,cover\n12,20\n14:00,60 %", Ok(15))]
#[case::words("12,20\nnoon,30", Err("Line 2 cannot be read"))]
#[case::nothing("", Err("There is no hour in the file"))]
#[tokio::test]
async fn cloud_is_read_from_a_table(#[case] text: &'static str, #[case] want: Result<usize, &str>) {
    let tolva = demo();
    let answer = tolva.client.post(format!("{}/api/clouds/read", tolva.address)).body(text).send().await.unwrap();
    let body: Value = answer.json().await.unwrap();
    match want {
        Ok(hours) => {
            assert_eq!(body.as_array().unwrap().len(), hours);
            assert_eq!(body[13], 0.4);
        }
        Err(words) => assert!(body["detail"].as_str().unwrap().contains(words), "{body}"),
    }
    // The simulated service gives the same day for the same seed.
    let day = tolva.get("/api/clouds/simulated?seed=7").await;
    assert_eq!(day, tolva.get("/api/clouds/simulated?seed=7").await);
    assert_ne!(day, tolva.get("/api/clouds/simulated?seed=8").await);
}

#[tokio::test]
async fn towns_and_zones_are_found_without_a_network() {
    let tolva = demo();
    let found = tolva.get("/api/towns?typed=flens").await;
    assert_eq!(found["towns"][0]["name"], "Flensburg");
    assert_eq!(found["towns"][0]["zone"], "Europe/Berlin");
    assert!(found["credit"].as_str().unwrap().contains("CC BY 4.0"));
    assert_eq!(tolva.get("/api/zone?latitude=27.7&longitude=85.3").await["zone"], "Asia/Kathmandu");
    let (status, problem) = tolva.ask(Method::GET, "/api/zone?latitude=95&longitude=0", None).await;
    assert_eq!((status, &problem["errors"][0]["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("/latitude")));
}

#[tokio::test]
async fn readings_and_ladder_are_exported_as_tables() {
    let tolva = demo();
    let read = async |path: &str| {
        let answer = tolva.client.get(format!("{}{path}", tolva.address)).send().await.unwrap();
        assert_eq!(answer.headers()["content-type"], "text/csv; charset=utf-8");
        assert!(answer.headers()["content-disposition"].to_str().unwrap().contains(".csv"));
        let text = answer.text().await.unwrap();
        csv::Reader::from_reader(text.as_bytes()).records().map(Result::unwrap).collect::<Vec<_>>()
    };
    let readings = read(&format!("{SLIP}/readings.csv")).await;
    assert_eq!(readings.len(), 6);
    assert_eq!(&readings[0][1], "18:12");
    assert_eq!(&readings[0][5], "10.00");
    let ladder = read("/api/setups/setup-doors/ladder.csv").await;
    assert_eq!((&ladder[0][0], &ladder[0][1]), ("18:12", "ISO"));
    assert!(ladder.iter().any(|row| &row[1] == "shutter" && &row[2] == "1/160"));
}

/// A picture as it comes: what it says of itself, and the planes behind.
async fn pictured(tolva: &Tolva, setup: &Value, lit: Value, more_than: Option<u32>) -> (Value, Vec<u8>) {
    let body = json!({"setup": setup, "lit": lit, "more_than": more_than});
    let request = tolva.client.post(format!("{}/api/picture?of=setup-doors", tolva.address)).json(&body);
    let answer = request.send().await.unwrap();
    assert_eq!(answer.status(), StatusCode::OK);
    let bytes = answer.bytes().await.unwrap();
    let length = u32::from_le_bytes(bytes[..4].try_into().unwrap()) as usize;
    (serde_json::from_slice(&bytes[4..4 + length]).unwrap(), bytes[4 + length..].to_vec())
}

/// A picture comes rough, then finer; it can be seen in some of its light; a light that is none is refused at its field.
#[tokio::test]
async fn a_picture_is_made() {
    let tolva = demo();
    let setup = tolva.setup().await["setup"].clone();
    let (rough, _) = pictured(&tolva, &setup, json!({"light": "both"}), None).await;
    let known = u32::try_from(rough["rounds"].as_u64().unwrap()).unwrap();
    let (told, both) = pictured(&tolva, &setup, json!({"light": "both"}), Some(known)).await;
    assert!(told["rounds"].as_u64().unwrap() > u64::from(known), "{told}");
    let pixels = usize::try_from(told["width"].as_u64().unwrap() * told["height"].as_u64().unwrap()).unwrap();
    assert_eq!(both.len(), pixels * 6);
    let place = told["patches"].as_array().unwrap().iter().find(|place| place["patch"] == "face").unwrap();
    let wide = told["width"].as_f64().unwrap();
    let row = (place["y"].as_f64().unwrap() * told["height"].as_f64().unwrap()).floor();
    let at = (row * wide + place["x"].as_f64().unwrap() * wide) as usize;
    let light = setup["lights"][0]["id"].clone();
    let (_, ambient) = pictured(&tolva, &setup, json!({"light": "ambient"}), None).await;
    let (_, flash) = pictured(&tolva, &setup, json!({"light": "one", "of": light}), None).await;
    // On the face the flash leads; the levels are a byte each behind the pixels, the flash's share another.
    let level = |planes: &[u8]| planes[4 * pixels + at];
    assert!(
        level(&flash) > level(&ambient) && level(&both) >= level(&flash),
        "{} {} {}",
        level(&both),
        level(&flash),
        level(&ambient)
    );
    assert!(both[5 * pixels + at] > 128);
    let body = json!({"setup": setup, "lit": {"light": "one", "of": "none"}});
    let (status, problem) = tolva.ask(Method::POST, "/api/picture", Some(body)).await;
    assert_eq!((status, problem["errors"][0]["field"].as_str()), (StatusCode::UNPROCESSABLE_ENTITY, Some("/lit/of")));
}
