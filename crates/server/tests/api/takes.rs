use super::*;
use tolva_frames::{Shot, Written, written};

/// A frame of one grey, as a camera at the sample's dials writes it.
pub(crate) fn frame(code: u8, exposure: f64, flash: bool) -> Vec<u8> {
    shown(code, exposure, flash, "2026:09:16 18:05:00")
}

/// The same with flash at a time, in UTC.
pub(crate) fn frame_at(code: u8, taken: &str) -> Vec<u8> {
    shown(code, 1.0 / 160.0, true, taken)
}

fn shown(code: u8, exposure: f64, flash: bool, taken: &str) -> Vec<u8> {
    let shot = Shot { taken: Some(taken.to_owned()), ..shot(exposure, flash) };
    written(Written::Jpeg, &vec![code; 900 * 600 * 3], (900, 600), &shot).unwrap()
}

/// What a camera writes of a frame at the sample's dials.
pub(crate) fn shot(exposure: f64, flash: bool) -> Shot {
    Shot {
        described: String::new(),
        body: "Full-frame body, 24 MP".to_owned(),
        lens: "Portrait 85 mm f/1.8".to_owned(),
        exposure,
        f_number: 7.1,
        iso: 100.0,
        focal: 85.0,
        flash,
        taken: Some("2026:09:16 18:05:00".to_owned()),
    }
}

pub(crate) async fn send(tolva: &Tolva, path: &str, bytes: Vec<u8>) -> (StatusCode, Value) {
    let sent = tolva.client.post(format!("{}{path}", tolva.address)).header("content-type", "application/octet-stream");
    let answer = sent.body(bytes).send().await.unwrap();
    let status = answer.status();
    (status, serde_json::from_slice(&answer.bytes().await.unwrap()).unwrap_or(Value::Null))
}

pub(crate) const TAKES: &str = "/api/setups/setup-doors/takes";

pub(crate) fn patch<'a>(told: &'a Value, patch: &str) -> &'a Value {
    let all = told["verdict"]["patches"].as_array().unwrap();
    all.iter().find(|judged| judged["patch"] == patch).unwrap()
}

/// A mid-grey frame is 0 by the light that comes from it: the background 0 as planned, the face off by its tone. It is kept once,
/// with copies; a moved mark is measured anew; a stale write is refused.
#[tokio::test]
async fn a_frame_is_taken_in_and_judged() {
    let tolva = demo();
    let (status, told) = send(&tolva, &format!("{TAKES}?name=one.jpg"), frame(118, 1.0 / 160.0, true)).await;
    assert_eq!(status, StatusCode::CREATED, "{told}");
    let background = patch(&told, "background");
    assert!(background["level"].as_f64().unwrap().abs() < 0.03, "{background}");
    assert_eq!(background["split"]["by"], "flash_as_planned");
    let take = &told["kept"]["take"];
    assert_eq!((&take["settings"]["shutter"], &take["settings"]["aperture"]), (&json!(44), &json!(34)));
    assert_eq!((&take["frame"]["width"], &told["kept"]["at"]), (&json!(900), &json!("2026-09-16 18:05:00")));
    let id = told["kept"]["id"].as_str().unwrap().to_owned();
    let (status, again) = send(&tolva, &format!("{TAKES}?name=two.jpg"), frame(118, 1.0 / 160.0, true)).await;
    assert_eq!((status, &again["kept"]["id"], &again["known"]), (StatusCode::OK, &told["kept"]["id"], &json!(true)));
    let copy = tolva.client.get(format!("{}/api/takes/{id}/frame", tolva.address)).send().await.unwrap();
    let copy = image::load_from_memory(&copy.bytes().await.unwrap()).unwrap();
    assert_eq!((copy.width(), copy.height()), (900, 600));
    assert!(
        tolva
            .client
            .get(format!("{}/api/takes/{id}/frame?crop=0", tolva.address))
            .send()
            .await
            .unwrap()
            .status()
            .is_success()
    );
    let mut marks: Vec<Value> = take["marks"].as_array().unwrap().iter().map(placed).collect();
    marks[0]["x"] = json!(0.2);
    marks.push(json!({"of": {"kind": "grey_card"}, "x": 0.7, "y": 0.7, "width": 0.05, "height": 0.05}));
    let keep = json!({"marks": marks, "note": "doors wide open", "choice": "keeper", "version": 1});
    let (status, kept) = tolva.ask(Method::PUT, &format!("/api/takes/{id}"), Some(keep.clone())).await;
    assert_eq!(status, StatusCode::OK, "{kept}");
    assert_eq!(kept["kept"]["take"]["marks"][0]["measured"]["on"], "copy");
    assert_eq!(kept["kept"]["take"]["marks"][1]["measured"]["on"], "file");
    // An even grey at the camera's own setting is that light; under it the face is as bright as the card says.
    assert!(
        (kept["verdict"]["grey"]["kelvin"].as_f64().unwrap() - take["planned"]["kelvin"].as_f64().unwrap()).abs()
            < 30.0
    );
    let (status, stale) = tolva.ask(Method::PUT, &format!("/api/takes/{id}"), Some(keep)).await;
    assert_eq!((status, &stale["newer"]["what"]), (StatusCode::CONFLICT, &json!("take")));
}

fn placed(mark: &Value) -> Value {
    json!({"of": mark["of"], "x": mark["x"], "y": mark["y"], "width": mark["width"], "height": mark["height"]})
}

/// Half the light that was planned on the background is a stop slower at the shutter; the setup itself is not touched.
#[tokio::test]
async fn what_to_turn_for_it() {
    let tolva = demo();
    let (_, told) = send(&tolva, &format!("{TAKES}?name=dark.jpg"), frame(85, 1.0 / 160.0, true)).await;
    let off = patch(&told, "background")["level"].as_f64().unwrap();
    // sRGB: code 85 is 0.0908 linear, 0.987 stop under 0.18.
    assert!((off + 0.987).abs() < 0.03, "{off}");
    let path = format!("/api/takes/{}/mended", told["kept"]["id"].as_str().unwrap());
    let (status, mended) = tolva.ask(Method::POST, &path, None).await;
    assert_eq!(status, StatusCode::OK, "{mended}");
    let before = tolva.setup().await["setup"].clone();
    let shutter = |setup: &Value| setup["camera"]["shutter"]["at"].as_i64().unwrap();
    assert_eq!(shutter(&mended["setup"]) - shutter(&before), -6, "{}", mended["text"]);
    assert!(mended["text"].as_str().unwrap().starts_with("Shutter from 1/160 to 1/80"), "{}", mended["text"]);
    let readings = mended["setup"]["readings"].as_array().unwrap();
    assert!(readings.iter().any(|reading| reading["id"] == "frame-background"), "{readings:?}");
}

/// With a frame without flash each part is told for itself; without one it is said what is assumed.
#[tokio::test]
async fn a_pair() {
    let tolva = demo();
    let (_, with) = send(&tolva, &format!("{TAKES}?name=with.jpg"), frame(118, 1.0 / 160.0, true)).await;
    let (_, without) = send(&tolva, &format!("{TAKES}?name=without.jpg"), frame(85, 1.0 / 160.0, false)).await;
    assert_eq!(patch(&with, "face")["split"]["by"], "ambient_as_planned");
    let ids = [&with, &without].map(|told| told["kept"]["id"].as_str().unwrap().to_owned());
    let pair = tolva.get(&format!("/api/takes/{}?without={}", ids[0], ids[1])).await;
    let face = patch(&pair, "face");
    assert_eq!(face["split"]["by"], "pair");
    // Grey 118 is 0.1812, grey 85 0.0908: half of it flash, so both parts a stop under the whole.
    let part = |of: &str| face["split"][of].as_f64().unwrap() - face["level"].as_f64().unwrap();
    assert!((part("ambient") + 1.0).abs() < 0.03 && (part("flash") + 1.0).abs() < 0.03, "{face}");
}

/// One frame taken from another: half the light is flash; at another shutter the second is brought to the first's.
#[tokio::test]
async fn one_frame_from_another() {
    let tolva = demo();
    let (_, with) = send(&tolva, &format!("{TAKES}?name=with.jpg"), frame(118, 1.0 / 160.0, true)).await;
    let (_, without) = send(&tolva, &format!("{TAKES}?name=without.jpg"), frame(85, 1.0 / 160.0, false)).await;
    // A stop slower the same ambient comes out twice as bright.
    let (_, slower) = send(&tolva, &format!("{TAKES}?name=slower.jpg"), frame(117, 1.0 / 80.0, false)).await;
    let id = |told: &Value| told["kept"]["id"].as_str().unwrap().to_owned();
    for other in [&without, &slower] {
        let found = tolva.get(&format!("/api/takes/{}/apart?without={}", id(&with), id(other))).await;
        assert!((found["share"].as_f64().unwrap() - 0.5).abs() < 0.02, "{} {}", found["share"], found["text"]);
        assert!(found["text"].as_str().unwrap().starts_with("Flash alone: 5"), "{}", found["text"]);
        assert!(found["alone"].as_str().unwrap().starts_with("data:image/jpeg;base64,/9j/"));
    }
    let (status, problem) = tolva.ask(Method::GET, &format!("/api/takes/{}/apart", id(&with)), None).await;
    assert_eq!((status, &problem["errors"][0]["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("/without")));
}

/// A pair whose files still lie in the watched folder as they came is taken apart on the files, larger than their copies; on the
/// copies where one of them was changed.
#[tokio::test]
async fn a_pair_at_full_size() {
    let tolva = demo();
    let folder = std::path::PathBuf::from(tolva.get("/api/frames-in").await["folder"].as_str().unwrap());
    // Lines seven pixels apart, moved by 40: a copy of 2 000 pixels has that as 33⅓.
    let lines = |code: u8, moved: usize, flash| {
        let dark = |x: usize, y: usize| ((x + moved) * 7 / 90 + (y * 5 / 70) * ((x + moved) / 211)).is_multiple_of(2);
        let codes = (0..400usize).flat_map(|y| (0..2_400usize).map(move |x| (x, y)));
        let pixels: Vec<u8> = codes.flat_map(|(x, y)| [if dark(x, y) { code / 2 } else { code }; 3]).collect();
        written(Written::Jpeg, &pixels, (2_400, 400), &shot(1.0 / 160.0, flash)).unwrap()
    };
    let mut ids = Vec::new();
    for (name, bytes) in [("with.jpg", lines(118, 0, true)), ("without.jpg", lines(85, 40, false))] {
        std::fs::write(folder.join(name), &bytes).unwrap();
        let (status, told) = send(&tolva, &format!("{TAKES}?name={name}"), bytes).await;
        assert_eq!(status, StatusCode::CREATED, "{told}");
        ids.push(told["kept"]["id"].as_str().unwrap().to_owned());
    }
    let apart = format!("/api/takes/{}/apart?without={}", ids[0], ids[1]);
    let moved = |found: &Value| found["shift"][0].as_f64().unwrap().hypot(found["shift"][1].as_f64().unwrap());
    let found = tolva.get(&apart).await;
    assert_eq!(found["full_size"], true, "{}", found["text"]);
    assert!((moved(&found) - 40.0).abs() < 1.0, "{}", found["shift"]);
    assert!(found["text"].as_str().unwrap().contains("on the files in the folder"), "{}", found["text"]);
    std::fs::write(folder.join("without.jpg"), lines(90, 0, false)).unwrap();
    let found = tolva.get(&apart).await;
    assert_eq!(found["full_size"], false, "{}", found["text"]);
    assert!((moved(&found) - 40.0 * 2_000.0 / 2_400.0).abs() < 1.0, "{}", found["shift"]);
    assert!(found["text"].as_str().unwrap().contains("on the copies in the studio"), "{}", found["text"]);
}

/// The log: a page at a time, searched, changed many at once and brought back, as a table; and what was put down by hand.
#[tokio::test]
async fn the_log() {
    let tolva = demo();
    let mut ids = Vec::new();
    for (at, code) in [100u8, 110, 120].into_iter().enumerate() {
        let (_, told) = send(&tolva, &format!("{TAKES}?name=frame-{at}.jpg"), frame(code, 1.0 / 160.0, true)).await;
        ids.push(told["kept"]["id"].clone());
    }
    let by_hand = json!({"shutter": 36, "aperture": null, "iso": null, "flash": false, "at": "2026-09-17 18:40:00", "note": "felt soft"});
    let (status, told) = tolva.post("/api/setups/setup-doors/takes/by-hand", by_hand).await;
    assert_eq!(
        (status, &told["verdict"]["noted"][0]["noted"]["what"]),
        (StatusCode::CREATED, &json!("no_flash")),
        "{told}"
    );
    let log = "/api/jobs/job-slip-shed/takes";
    let page = tolva.get(&format!("{log}?most=2")).await;
    assert_eq!((&page["all"], page["takes"].as_array().unwrap().len()), (&json!(4), 2));
    assert_eq!((&page["takes"][0]["note"], &page["takes"][0]["file"]), (&json!("felt soft"), &Value::Null));
    assert_eq!(page["takes"][0]["settings"], "1/60 · f/7.1 · ISO 100");
    let next = page["next"].as_str().unwrap().replace(' ', "%20");
    assert_eq!(tolva.get(&format!("{log}?from={next}")).await["takes"].as_array().unwrap().len(), 2);
    assert_eq!(tolva.get(&format!("{log}?words=frame-1")).await["takes"][0]["file"], "frame-1.jpg");
    let change = |done: Value| json!({"ids": ids, "done": done});
    let (_, done) = tolva.post(&format!("{log}/change"), change(json!({"what": "choose", "choice": "out"}))).await;
    assert_eq!(done["count"], 3);
    assert_eq!(tolva.get(&format!("{log}?choice=out")).await["takes"].as_array().unwrap().len(), 3);
    tolva.post(&format!("{log}/change"), change(json!({"what": "delete"}))).await;
    assert_eq!(tolva.get(log).await["all"], 1);
    tolva.post(&format!("{log}/change"), change(json!({"what": "restore"}))).await;
    let table = tolva.client.get(format!("{}/api/jobs/job-slip-shed/takes.csv", tolva.address)).send().await.unwrap();
    let table = table.text().await.unwrap();
    assert_eq!(table.lines().count(), 5, "{table}");
    assert!(table.lines().any(|line| line.contains("frame-2.jpg") && line.contains(",out,")), "{table}");
}

/// Lines of JSON go out and come in again elsewhere, all or none; a frame that is there already does not come twice.
#[tokio::test]
async fn takes_as_lines() {
    let tolva = demo();
    for code in [100u8, 120] {
        send(&tolva, &format!("{TAKES}?name=frame-{code}.jpg"), frame(code, 1.0 / 160.0, true)).await;
    }
    let room = tolva.get("/api/frames/room").await;
    assert_eq!(room["frames"], 2);
    let lines = tolva.client.get(format!("{}/api/jobs/job-slip-shed/takes.jsonl", tolva.address)).send().await.unwrap();
    let lines = lines.text().await.unwrap();
    assert_eq!(lines.lines().count(), 2);
    let import = "/api/jobs/job-slip-shed/takes/import";
    assert_eq!(send(&tolva, import, lines.clone().into_bytes()).await.1["count"], 0);
    let elsewhere = demo();
    let spoilt = lines.replacen("\"choice\":\"open\"", "\"choice\":\"perhaps\"", 2);
    let spoilt = format!("{}\n{}", lines.lines().next().unwrap(), spoilt.lines().nth(1).unwrap());
    let (status, problem) = send(&elsewhere, import, spoilt.into_bytes()).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
    assert!(problem["detail"].as_str().unwrap().starts_with("Line 2: "), "{problem}");
    assert_eq!(elsewhere.get("/api/jobs/job-slip-shed/takes").await["all"], 0);
    assert_eq!(send(&elsewhere, import, lines.clone().into_bytes()).await.1["count"], 2);
    let (here, there) =
        (tolva.get("/api/jobs/job-slip-shed/takes").await, elsewhere.get("/api/jobs/job-slip-shed/takes").await);
    let told = |page: &Value| -> Vec<Value> {
        page["takes"]
            .as_array()
            .unwrap()
            .iter()
            .map(|row| json!([row["file"], row["headline"], row["levels"]]))
            .collect()
    };
    assert_eq!(told(&here), told(&there));
    let (status, _) = send(&elsewhere, "/api/jobs/job-tram-hall/takes/import", lines.into_bytes()).await;
    assert_eq!(status, StatusCode::NOT_FOUND);
}

/// Judged without being kept, nothing is put down; what is no frame, or of no setup, is refused at its field.
#[tokio::test]
async fn judged_and_refused() {
    let tolva = demo();
    let (status, told) = send(&tolva, "/api/setups/setup-doors/frames/judged?name=a.jpg", frame(118, 0.01, true)).await;
    assert_eq!(status, StatusCode::OK, "{told}");
    let noted = told["verdict"]["noted"].as_array().unwrap();
    assert!(noted.iter().any(|said| said["noted"]["what"] == "other_dials"), "{noted:?}");
    assert_eq!(tolva.get("/api/jobs/job-slip-shed/takes").await["all"], 0);
    let whole = frame(118, 0.01, true);
    for (bytes, said) in [
        (b"not a frame".to_vec(), "no JPEG, PNG or TIFF"),
        (Vec::new(), "empty"),
        (whole[..40].to_vec(), "damaged"),
        (b"\0\0\0\x18ftypheic\0\0\0\0".to_vec(), "HEIC"),
    ] {
        let (status, problem) = send(&tolva, &format!("{TAKES}?name=x"), bytes).await;
        assert_eq!(
            (status, &problem["errors"][0]["field"]),
            (StatusCode::UNPROCESSABLE_ENTITY, &json!("/frame")),
            "{problem}"
        );
        assert!(problem["errors"][0]["detail"].as_str().unwrap().contains(said), "{problem}");
    }
    let (status, _) = send(&tolva, "/api/setups/nowhere/takes?name=x", whole).await;
    assert_eq!(status, StatusCode::NOT_FOUND);
    let (status, _) = tolva.ask(Method::POST, "/api/setups/setup-doors/takes/watched/..%2Fstudio.sqlite", None).await;
    assert_eq!(status, StatusCode::NOT_FOUND);
}

/// Files that are put into the watched folder are told once they are whole, and taken in by name; they stay where they are.
#[tokio::test]
async fn a_watched_folder() {
    let tolva = demo();
    let folder = tolva.get("/api/frames-in").await["folder"].as_str().unwrap().to_owned();
    std::fs::write(format!("{folder}/IMG 1.JPG"), frame(118, 1.0 / 160.0, true)).unwrap();
    std::fs::write(format!("{folder}/notes.txt"), "no frame").unwrap();
    let mut frames = Value::Null;
    for _ in 0..40 {
        frames = tolva.get("/api/frames-in").await["frames"].clone();
        if frames != json!([]) {
            break;
        }
        tokio::time::sleep(std::time::Duration::from_millis(100)).await;
    }
    assert_eq!(frames, json!(["IMG 1.JPG"]));
    let path = "/api/setups/setup-doors/takes/watched/IMG%201.JPG";
    let (status, told) = tolva.ask(Method::POST, path, None).await;
    assert_eq!((status, &told["kept"]["take"]["frame"]["name"]), (StatusCode::CREATED, &json!("IMG 1.JPG")), "{told}");
    assert_eq!(tolva.ask(Method::POST, path, None).await.0, StatusCode::NO_CONTENT);
    // Watched for another setup it is still the first one's; deleted it stays so, until it is handed in by a person.
    let elsewhere = path.replace("setup-doors", "setup-hands");
    assert_eq!(tolva.ask(Method::POST, &elsewhere, None).await.0, StatusCode::NO_CONTENT);
    let gone = json!({"ids": [told["kept"]["id"]], "done": {"what": "delete"}});
    tolva.post("/api/jobs/job-slip-shed/takes/change", gone).await;
    assert_eq!(tolva.ask(Method::POST, path, None).await.0, StatusCode::NO_CONTENT);
    assert_eq!(tolva.get("/api/jobs/job-slip-shed/takes").await["all"], 0);
    let (status, back) = send(&tolva, &format!("{TAKES}?name=again.jpg"), frame(118, 1.0 / 160.0, true)).await;
    assert_eq!((status, &back["kept"]["id"]), (StatusCode::OK, &told["kept"]["id"]));
    assert!(std::path::Path::new(&folder).join("IMG 1.JPG").exists());
}

/// A job goes out as one archive with its takes and frames and comes in elsewhere with all of them, under ids of its own where those are
/// taken; a spoilt one changes nothing.
#[tokio::test]
async fn a_job_goes_elsewhere_with_its_takes() {
    let tolva = demo();
    let (_, told) = send(&tolva, &format!("{TAKES}?name=one.jpg"), frame(118, 1.0 / 160.0, true)).await;
    let hash = told["kept"]["take"]["frame"]["hash"].as_str().unwrap().to_owned();
    let out = tolva.client.get(format!("{}/api/jobs/job-slip-shed/export?frames=true", tolva.address));
    let archive = out.send().await.unwrap().bytes().await.unwrap().to_vec();
    assert!(archive.starts_with(b"PK"));

    let other = demo();
    let mut spoilt = archive.clone();
    let at = spoilt.windows(10).position(|part| part == b"frame_seen").unwrap_or(spoilt.len() / 2);
    spoilt.truncate(at);
    let (status, _) = send(&other, "/api/import", spoilt).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert_eq!(other.ask(Method::GET, "/api/jobs", None).await.1["jobs"].as_array().unwrap().len(), 3);

    let (status, taken) = send(&other, "/api/import", archive).await;
    assert_eq!((status, &taken["takes"], &taken["copied"]), (StatusCode::OK, &json!(1), &json!(1)), "{taken}");
    let job = taken["jobs"][0].as_str().unwrap();
    let (_, log) = other.ask(Method::GET, &format!("/api/jobs/{job}/takes"), None).await;
    let row = &log["takes"][0];
    assert_eq!((&row["file"], &row["setup_name"]), (&json!("one.jpg"), &json!("Boatbuilder at the doors")));
    assert_ne!(row["setup"], "setup-doors");
    let path = format!("/api/takes/{}", row["id"].as_str().unwrap());
    let (_, there) = other.ask(Method::GET, &path, None).await;
    assert_eq!(there["kept"]["take"]["frame"]["hash"], hash);
    assert_eq!(there["verdict"], told["verdict"]);
    let copy = other.client.get(format!("{}{path}/frame", other.address)).send().await.unwrap();
    assert_eq!(image::load_from_memory(&copy.bytes().await.unwrap()).unwrap().width(), 900);
}

/// Lines of the first version, which did not say so, are read as they are.
#[tokio::test]
async fn lines_of_the_first_version_are_read() {
    let tolva = demo();
    let (_, told) = send(&tolva, &format!("{TAKES}?name=one.jpg"), frame(118, 1.0 / 160.0, true)).await;
    let mut take = told["kept"]["take"].clone();
    let planned = take["planned"].as_object_mut().unwrap();
    for brought in ["body", "lens", "taken_for"] {
        planned.remove(brought);
    }
    for level in planned["levels"].as_array_mut().unwrap() {
        level.as_object_mut().unwrap().remove("ambient_by");
        for part in level["parts"].as_array_mut().unwrap() {
            for brought in ["flash", "gels", "read"] {
                part.as_object_mut().unwrap().remove(brought);
            }
        }
    }
    take["frame"]["hash"] = json!("0".repeat(64));
    let line = json!({"setup": "setup-doors", "at": "2026-09-16 18:05:00", "take": take}).to_string();
    let (status, count) = send(&tolva, "/api/jobs/job-slip-shed/takes/import", line.clone().into_bytes()).await;
    assert_eq!((status, &count["count"]), (StatusCode::OK, &json!(1)), "{count}");
    let newer = line.replacen('{', "{\"version\": 99,", 1);
    let (status, refused) = send(&tolva, "/api/jobs/job-slip-shed/takes/import", newer.into_bytes()).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert!(refused["detail"].as_str().unwrap().contains("version 99"), "{refused}");
}

/// Frames that came without a pause stand together, and one unlike the others says what made it so.
#[tokio::test]
async fn the_log_groups_and_says_why() {
    let tolva = demo();
    for (code, flash) in [(118, true), (119, true), (120, true), (150, true), (121, false)] {
        let (status, _) = send(&tolva, &format!("{TAKES}?name={code}.jpg"), frame(code, 1.0 / 160.0, flash)).await;
        assert_eq!(status, StatusCode::CREATED);
    }
    send(&tolva, &format!("{TAKES}?name=slow.jpg"), frame(118, 1.0 / 80.0, true)).await;
    let (_, log) = tolva.ask(Method::GET, "/api/jobs/job-slip-shed/takes", None).await;
    // All of one moment: six without a pause, at more than one setting.
    assert_eq!((&log["series"][0]["kind"], log["series"].as_array().unwrap().len()), (&json!("series"), 1));
    assert_eq!(log["series"][0]["takes"].as_array().unwrap().len(), 6);
    let by = |name: &str| {
        let row = log["takes"].as_array().unwrap().iter().find(|row| row["file"] == name).unwrap();
        row["drift"]["by"].clone()
    };
    assert_eq!((by("150.jpg"), by("slow.jpg")), (json!("light"), json!("hand")));
    assert_eq!(by("119.jpg"), by("118.jpg"));
}

/// A copy to be saved has the verdict in it, in words and with how it was taken, and is a file to be saved.
#[tokio::test]
async fn a_copy_with_the_verdict_in_it() {
    let tolva = demo();
    let (_, told) = send(&tolva, &format!("{TAKES}?name=one.jpg"), frame(118, 1.0 / 160.0, true)).await;
    let path = format!("{}/api/takes/{}/frame?described=true", tolva.address, told["kept"]["id"].as_str().unwrap());
    let answer = tolva.client.get(path).send().await.unwrap();
    assert!(answer.headers()["content-disposition"].to_str().unwrap().contains("one.jpg"));
    let bytes = answer.bytes().await.unwrap();
    let text = String::from_utf8_lossy(&bytes);
    let sentence = patch(&told, "background")["sentence"].as_str().unwrap().to_owned();
    assert!(sentence.starts_with("Background at 0") && text.contains(&sentence), "{sentence}");
    let read = tolva_frames::told(&bytes);
    assert!((read.f_number.unwrap() - 7.127).abs() < 0.01, "{read:?}");
    assert_eq!((read.flash, read.body.as_deref()), (Some(true), Some("Full-frame body, 24 MP")));
}
