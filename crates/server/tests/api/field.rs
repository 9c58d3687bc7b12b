//! In the field and for practice: ticks, lines of one's own, drills.

use super::common::demo;
use reqwest::{Method, StatusCode};
use serde_json::{Value, json};

const TICKS: &str = "/api/jobs/job-slip-shed/ticks";
const CARD: &str = "/api/jobs/job-slip-shed/card";

#[tokio::test]
async fn ticks_are_kept_and_taken_away() {
    let tolva = demo();
    assert_eq!(tolva.get(TICKS).await["lines"], json!([]));
    let put = |ticks: Value| tolva.ask(Method::PUT, TICKS, Some(json!({ "ticks": ticks })));
    let two = json!([{ "line": "pack/b", "ticked": true }, { "line": "pack/a", "ticked": true }]);
    assert_eq!(put(two).await.1["lines"], json!(["pack/a", "pack/b"]));
    let again = json!([{ "line": "pack/a", "ticked": true }, { "line": "pack/b", "ticked": false }]);
    assert_eq!(put(again).await.1["lines"], json!(["pack/a"]));
    // Of what is too long nothing is kept, and nothing beside it.
    let long = json!([{ "line": "pack/c", "ticked": true }, { "line": "x".repeat(300), "ticked": true }]);
    assert!(put(long).await.0.is_client_error());
    assert_eq!(tolva.get(TICKS).await["lines"], json!(["pack/a"]));
    let (status, _) = tolva.ask(Method::GET, "/api/jobs/nobody/ticks", None).await;
    assert_eq!(status, StatusCode::NOT_FOUND);
    assert_eq!(tolva.get("/api/jobs/job-tram-hall/ticks").await["lines"], json!([]), "each job has its own");
}

fn texts(card: &Value, list: &str) -> Vec<String> {
    card[list].as_array().unwrap().iter().map(|line| line["text"].as_str().unwrap().to_owned()).collect()
}

/// Lines of the job, and of the studio for every job of its kind, stand on the card after what the plan asks for.
#[tokio::test]
async fn own_lines_stand_on_the_card() {
    let tolva = demo();
    let card = tolva.get(CARD).await;
    let pack = texts(&card, "packing");
    assert_eq!(pack.last().unwrap(), "The boatbuilder’s other apron, dry");
    assert_eq!(texts(&card, "there"), ["Ask the boatbuilder when the tide reaches the slip"]);
    let kept = tolva.get("/api/settings").await;
    let mut settings = kept["settings"].clone();
    settings["lists"]["portrait"] = json!([{ "id": "mat", "on": "pack", "text": "Kneeling mat" }]);
    settings["lists"]["event"] = json!([{ "id": "ear", "on": "pack", "text": "Ear plugs" }]);
    let body = json!({ "settings": settings, "version": kept["version"] });
    assert_eq!(tolva.ask(Method::PUT, "/api/settings", Some(body)).await.0, StatusCode::OK);
    let pack = texts(&tolva.get(CARD).await, "packing");
    assert_eq!(pack[pack.len() - 2..], ["Kneeling mat", "The boatbuilder’s other apron, dry"]);
    assert!(!pack.contains(&"Ear plugs".to_owned()));
    // Twice the same is told at its field.
    let kept = tolva.get("/api/settings").await;
    let mut settings = kept["settings"].clone();
    settings["lists"]["event"] =
        json!([{ "id": "a", "on": "pack", "text": "One" }, { "id": "a", "on": "there", "text": "Two" }]);
    let body = json!({ "settings": settings, "version": kept["version"] });
    let (status, problem) = tolva.ask(Method::PUT, "/api/settings", Some(body)).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(problem["errors"][0]["field"], "/settings/lists/event/1/id");
}

#[tokio::test]
async fn drills_are_asked_answered_and_remembered() {
    let tolva = demo();
    let told = tolva.get("/api/drills").await;
    assert_eq!(told["standing"].as_array().unwrap().len(), 14, "thirteen kinds, and tasks outside");
    assert_eq!(told["weeks"], json!([]));
    let round = tolva.get("/api/drills/round").await;
    assert!(round["ask"].as_str().unwrap().len() > 20);
    let again =
        tolva.get(&format!("/api/drills/round?kind={}&seed={}", round["kind"].as_str().unwrap(), round["seed"])).await;
    assert_eq!(again, round, "the same round when it is asked for");
    // f/5.6 to f/8 at the same ISO, and so on: by its own count of stops in the core's tests; here that right and wrong are kept.
    let answer = |answer: f64| json!({ "kind": "power_for_distance", "seed": 5, "answer": answer });
    let (_, wrong) = tolva.post("/api/drills/answers", answer(0.0)).await;
    let truth = wrong["truth"].as_f64().unwrap();
    let (status, right) = tolva.post("/api/drills/answers", answer(truth)).await;
    assert_eq!((status, &right["right"]), (StatusCode::OK, &json!(true)));
    let told = tolva.get("/api/drills").await;
    let standing = told["standing"].as_array().unwrap();
    let one = standing.iter().find(|one| one["kind"] == "power_for_distance").unwrap();
    let expected = if truth == 0.0 { 2 } else { 1 };
    assert_eq!(
        (&one["asked"], &one["right"], &one["in_box"]),
        (&json!(2), &json!(expected), &json!(if expected == 2 { 3 } else { 2 }))
    );
    assert_eq!(told["weeks"].as_array().unwrap().len(), 1);
    for nonsense in [answer(99.0), json!({ "kind": "flying", "seed": 5, "answer": 0.0 })] {
        assert!(tolva.post("/api/drills/answers", nonsense).await.0.is_client_error());
    }
}

/// Frames of a round are pictures like any other, and as wide for their height as their place was held.
#[tokio::test]
async fn frames_of_a_round_fill_their_place() {
    let tolva = demo();
    let ratio = tolva.get("/api/drills/round?kind=ratio&seed=3").await;
    let body = json!({ "setup": ratio["frames"][0]["setup"], "side": 200 });
    let made = tolva.client.post(format!("{}/api/picture/small", tolva.address)).json(&body).send().await.unwrap();
    assert_eq!(made.status(), StatusCode::OK);
    let frame = image::load_from_memory(&made.bytes().await.unwrap()).unwrap();
    let shape = f64::from(frame.width()) / f64::from(frame.height());
    assert!((shape - ratio["shape"].as_f64().unwrap()).abs() < 0.01, "{shape} {}", ratio["shape"]);
}

/// The round after another is drawn before that is answered, and is of another kind.
#[tokio::test]
async fn the_next_round_is_drawn_ahead() {
    let tolva = demo();
    for _ in 0..6 {
        assert_ne!(tolva.get("/api/drills/round?after=depth").await["kind"], "depth");
    }
    let (status, _) = tolva.ask(Method::GET, "/api/drills/round?after=flying", None).await;
    assert!(status.is_client_error());
}

#[tokio::test]
async fn a_sheet_has_ten_rounds_and_their_key() {
    let tolva = demo();
    let sheet = tolva.get("/api/drills/sheet?seed=4").await;
    let (rounds, key) = (sheet["rounds"].as_array().unwrap(), sheet["key"].as_array().unwrap());
    assert_eq!((rounds.len(), key.len()), (10, 10));
    assert_eq!(tolva.get("/api/drills/sheet?seed=4").await, sheet);
    assert_ne!(tolva.get("/api/drills/sheet?seed=5").await["key"], sheet["key"]);
    // Looking at a key answers nothing.
    assert_eq!(tolva.get("/api/drills").await["weeks"], json!([]));
}

/// The earliest of the day or later comes next; deleted, the one after it does; after all of them, none.
#[tokio::test]
async fn what_comes_next_is_by_its_date() {
    let tolva = demo();
    let next = async |on: &str| tolva.get(&format!("/api/jobs/next?on={on}")).await["job"].clone();
    let dates = |job: &Value| job["job"]["date"].as_str().map(str::to_owned);
    let first = next("2026-01-01").await;
    let date = dates(&first).unwrap();
    assert_eq!(next(&date).await["id"], first["id"], "on the day itself it still comes");
    assert!(!first["setups"].as_array().unwrap().is_empty());
    let path = format!("/api/jobs/{}", first["id"].as_str().unwrap());
    assert!(tolva.ask(Method::DELETE, &path, None).await.0.is_success());
    let second = next("2026-01-01").await;
    assert!(second["id"] != first["id"] && dates(&second).unwrap() >= date, "{second}");
    assert_eq!(next("2027-01-01").await, Value::Null);
}

/// A setup stands by for the one before it, is swapped in, and the card numbers it so; the first has nothing to stand by for.
#[tokio::test]
async fn what_stands_by_is_swapped_in() {
    let tolva = demo();
    let ids = async || -> Vec<String> {
        let job = tolva.get("/api/jobs/job-slip-shed").await;
        job["setups"].as_array().unwrap().iter().map(|one| one["id"].as_str().unwrap().to_owned()).collect()
    };
    let before = ids().await;
    let put = async |id: &str, standby: Value| {
        let body = Some(json!({ "standby": standby }));
        tolva.ask(Method::PUT, &format!("/api/setups/{id}/standby"), body).await.0
    };
    assert_eq!(put(&before[0], json!("rain")).await, StatusCode::CONFLICT);
    assert_eq!(put(&before[1], json!("snow")).await, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(put(&before[1], json!("rain")).await, StatusCode::NO_CONTENT);
    let swap = format!("/api/setups/{}/swap", before[1]);
    assert_eq!(tolva.ask(Method::POST, &swap, None).await.0, StatusCode::NO_CONTENT);
    let after = ids().await;
    assert_eq!((&after[0], &after[1]), (&before[1], &before[0]));
    let card = tolva.get(CARD).await;
    assert_eq!(card["setups"][1]["setup"]["standby"], "rain");
    let (status, problem) = tolva.ask(Method::POST, &swap, None).await;
    assert_eq!((status, &problem["type"]), (StatusCode::CONFLICT, &json!("no-main")));
}

/// The sample job comes into a studio once, and back where it was deleted.
#[tokio::test]
async fn the_sample_job_is_brought_in_once() {
    let tolva = super::common::serve(tempfile::TempDir::new().unwrap(), false);
    let count = async || tolva.get("/api/jobs").await["jobs"].as_array().unwrap().len();
    assert_eq!(count().await, 0);
    for _ in 0..2 {
        let (status, told) = tolva.post("/api/jobs/sample", Value::Null).await;
        assert_eq!((status, &told["setup"]), (StatusCode::OK, &json!("setup-doors")));
        assert_eq!(count().await, 1);
    }
    // The setup that is shown comes back into a job that is there.
    tolva.ask(Method::DELETE, "/api/setups/setup-doors", None).await;
    tolva.post("/api/jobs/sample", Value::Null).await;
    assert!(tolva.setup().await["setup"].is_object());
    tolva.ask(Method::DELETE, "/api/jobs/job-slip-shed", None).await;
    assert_eq!(count().await, 0);
    tolva.post("/api/jobs/sample", Value::Null).await;
    assert_eq!(count().await, 1);
    assert_eq!(tolva.get("/api/jobs/dates").await[0]["date"], "2026-09-17");
}

/// A card is set on paper; what cannot be is refused at its field or in a sentence.
#[tokio::test]
async fn a_card_is_set_on_paper() {
    let tolva = demo();
    let ask = async |shape: &str, body: Value| {
        let url = format!("{}/api/paper?shape={shape}", tolva.address);
        tolva.client.post(url).json(&body).send().await.unwrap()
    };
    let body = json!({ "title": "Slip shed", "blocks": [{ "is": "heading", "level": 1, "text": "Slip shed" }] });
    for shape in ["a4", "letter", "pocket"] {
        let answer = ask(shape, body.clone()).await;
        assert_eq!(
            (answer.status(), &answer.headers()["content-type"]),
            (StatusCode::OK, &"application/pdf".parse().unwrap())
        );
        assert!(answer.headers()["content-disposition"].to_str().unwrap().contains("slip-shed-card.pdf"));
        assert!(answer.bytes().await.unwrap().starts_with(b"%PDF-"));
    }
    assert_eq!(ask("scroll", body).await.status(), StatusCode::BAD_REQUEST);
    let odd = ask("a4", json!({ "title": "x", "blocks": [{ "is": "dance" }] })).await;
    assert_eq!(odd.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let figure = json!({ "alt": "x", "made": { "as": "svg", "data": "<svg" } });
    let unread = ask("a4", json!({ "title": "x", "blocks": [{ "is": "figures", "figures": [figure] }] })).await;
    assert_eq!(unread.status(), StatusCode::UNPROCESSABLE_ENTITY);
    let told: Value = unread.json().await.unwrap();
    assert!(told["detail"].as_str().unwrap().starts_with("A figure cannot be read"), "{told}");
}

/// Rounds on a job's own setups: of a setup of that job, graded as it stood; a setup that changed since is not graded, and what no setup
/// can be asked is asked of a made-up set.
#[tokio::test]
async fn drills_on_ones_own_setups() {
    let tolva = demo();
    let mut met = std::collections::HashSet::new();
    for seed in 0..4 {
        let round = tolva.get(&format!("/api/drills/round?job=job-slip-shed&kind=ratio&seed={seed}")).await;
        let on = &round["on"];
        assert!(["setup-doors", "setup-hands", "setup-water"].contains(&on["id"].as_str().unwrap()), "{on}");
        met.insert(on["id"].as_str().unwrap().to_owned());
        let name = tolva.get(&format!("/api/setups/{}", on["id"].as_str().unwrap())).await["setup"]["name"].clone();
        assert_eq!((&round["on_name"], &round["frames"][0]["setup"]["name"]), (&name, &name));
        let answer = json!({ "kind": "ratio", "seed": seed, "answer": 0.0, "on": on });
        let (status, graded) = tolva.post("/api/drills/answers", answer).await;
        assert_eq!(status, StatusCode::OK, "{graded}");
        let right = json!({ "kind": "ratio", "seed": seed, "answer": graded["truth"], "on": on });
        assert_eq!(tolva.post("/api/drills/answers", right).await.1["right"], true);
    }
    assert!(met.len() > 1, "{met:?}");
    let due = tolva.get("/api/drills/round?job=job-slip-shed").await;
    assert!(due["on"]["id"].is_string(), "{due}");
    let stale = json!({ "kind": "ratio", "seed": 0, "answer": 0.0, "on": { "id": "setup-doors", "version": 99 } });
    let (status, problem) = tolva.post("/api/drills/answers", stale).await;
    assert_eq!((status, problem["detail"].as_str().unwrap().contains("changed since")), (StatusCode::CONFLICT, true));
    let grey = tolva.get("/api/drills/round?job=job-slip-shed&kind=grey_card").await;
    assert!(grey["on"].is_null() && grey["swatches"].as_array().unwrap().len() == 2, "{grey}");
    // An empty job has nothing to be asked about.
    let (_, job) = tolva.post("/api/jobs", tolva.get("/api/jobs").await["jobs"][0]["job"].clone()).await;
    let path = format!("/api/drills/round?job={}", job["id"].as_str().unwrap());
    assert_eq!(tolva.ask(Method::GET, &path, None).await.0, StatusCode::UNPROCESSABLE_ENTITY);
}

/// A task is drawn, a frame of any setup is worth something for it once its marks tell, and it is counted once it is said so.
#[tokio::test]
async fn a_task_outside_is_judged_by_its_frame() {
    let tolva = demo();
    let mut seed = 0;
    let task = loop {
        let task = tolva.get(&format!("/api/drills/task?seed={seed}")).await;
        if task["of"]["what"] == "background_under" {
            break task;
        }
        seed += 1;
    };
    assert!(task["text"].as_str().unwrap().contains("background") || task["of"]["stops"] == 0.0, "{task}");
    let sent = super::takes::frame(118, 1.0 / 160.0, true);
    let (status, told) = super::takes::send(&tolva, &format!("{}?name=task.jpg", super::takes::TAKES), sent).await;
    assert_eq!(status, StatusCode::CREATED, "{told}");
    let take = told["kept"]["id"].as_str().unwrap();
    let shown = tolva.get(&format!("/api/drills/task/shown?seed={seed}&take={take}")).await;
    let level = |of: &str| super::takes::patch(&told, of)["level"].as_f64().unwrap();
    let off = level("face") - level("background") - task["of"]["stops"].as_f64().unwrap();
    assert!((shown["off"].as_f64().unwrap() - off).abs() < 1e-6, "{shown} {off}");
    assert_eq!(shown["done"], off.abs() <= 0.34);
    let outside = async || {
        let told = tolva.get("/api/drills").await;
        told["standing"].as_array().unwrap().iter().find(|one| one["kind"] == "outside").unwrap()["asked"].clone()
    };
    assert_eq!(outside().await, 0, "looking counts nothing");
    let (status, counted) = tolva.post("/api/drills/task", json!({ "seed": seed, "take": take })).await;
    assert_eq!((status, &counted), (StatusCode::OK, &shown));
    assert_eq!(outside().await, 1);
    let nobody = format!("/api/drills/task/shown?seed={seed}&take=nobody");
    assert_eq!(tolva.ask(Method::GET, &nobody, None).await.0, StatusCode::NOT_FOUND);
}
