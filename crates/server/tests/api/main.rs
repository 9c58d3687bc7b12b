//! The API, on the running program with a real file.

#![allow(clippy::unwrap_used)]

mod by_clock;
mod day;
mod field;
mod known_levels;
mod layout;
mod learnt;
mod program;
mod sharp;
mod stand_ins;
mod takes;

#[path = "../common/mod.rs"]
mod common;

use common::{Tolva, demo, program, serve};
use reqwest::{Method, StatusCode};
use rstest::rstest;
use serde_json::{Value, json};
use std::process::Command;
use tempfile::TempDir;
use tolva_core::format::VERSION;

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
#[case::newer(|file: &mut Value| file["version"] = json!(VERSION + 1), "is of version")]
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
    // In its own light a flash is all there is, and in the ambient there is none; the tones are those of the levels.
    assert!(flash[5 * pixels + at] > 250 && ambient[5 * pixels..].iter().all(|share| *share == 0));
    let counted: u64 = told["tones"]["all"].as_array().unwrap().iter().map(|count| count.as_u64().unwrap()).sum();
    let lit = both[4 * pixels..5 * pixels].iter().filter(|level| ![0, 255].contains(*level)).count();
    let share = lit as f64 / pixels as f64 * 10_000.0;
    assert!((counted as f64 - share).abs() < 80.0, "{counted} {share}");
    let body = json!({"setup": setup, "lit": {"light": "one", "of": "none"}});
    let (status, problem) = tolva.ask(Method::POST, "/api/picture", Some(body)).await;
    assert_eq!((status, problem["errors"][0]["field"].as_str()), (StatusCode::UNPROCESSABLE_ENTITY, Some("/lit/of")));
}

/// The picture as a file: a name of its own, what the camera stands at in it, and the picture as large as on the bench.
#[rstest]
#[case::jpeg("jpg", "image/jpeg")]
#[case::png("png", "image/png")]
#[tokio::test]
async fn a_picture_is_kept_as_a_file(#[case] ending: &str, #[case] media: &str) {
    let tolva = demo();
    let setup = tolva.setup().await["setup"].clone();
    let address = |ending: &str| format!("{}/api/setups/setup-doors/picture.{ending}", tolva.address);
    let answer = tolva.client.get(address(ending)).send().await.unwrap();
    assert_eq!(answer.status(), StatusCode::OK);
    assert_eq!(answer.headers()["content-type"], media);
    let named = answer.headers()["content-disposition"].to_str().unwrap().to_owned();
    assert!(named.starts_with("attachment") && named.contains(&format!(".{ending}\"")), "{named}");
    let bytes = answer.bytes().await.unwrap();
    let head = tolva_frames::head(&bytes).unwrap();
    let (told, _) = pictured(&tolva, &setup, json!({"light": "both"}), None).await;
    assert_eq!((told["width"].as_u64(), told["height"].as_u64()), (Some(head.width.into()), Some(head.height.into())));
    let says = |word: &[u8]| bytes.windows(word.len()).any(|at| at == word);
    assert!(says(b"Tolva") && says(b"simulated"));
    let other = tolva.client.get(address("bmp")).send().await.unwrap();
    assert_eq!(other.status(), StatusCode::NOT_FOUND);
}
