//! What the takes teach, put in force and taken back.

use super::takes::{TAKES, frame, patch, send, shot};
use super::*;
use tolva_frames::{Written, written};

fn correction<'a>(told: &'a Value, id: &str) -> &'a Value {
    let all = told["learning"]["corrections"].as_array().unwrap();
    all.iter().find(|one| one["of"]["id"] == id).unwrap()
}

fn level_of(answer: &Value, patch: &str) -> f64 {
    let levels = answer["levels"].as_array().unwrap();
    levels.iter().find(|level| level["patch"] == patch).unwrap()["ambient"].as_f64().unwrap()
}

async fn assessed(tolva: &Tolva) -> Value {
    let setup = tolva.setup().await["setup"].clone();
    tolva.ask(Method::POST, "/api/assess?of=setup-doors", Some(setup)).await.1
}

/// Four frames in which all comes out brighter than planned: body and lens are told to be off together. Applied, every level of the plan
/// moves by it and says so; what frames told moves the other way, so that the plan stays where a frame put it; put back, all is as before.
#[tokio::test]
async fn a_correction_is_applied_and_taken_back() {
    let tolva = demo();
    let before = assessed(&tolva).await;
    let (_, nothing) = tolva.ask(Method::GET, "/api/learnt", None).await;
    assert_eq!((nothing["learning"]["takes"].as_i64(), nothing["session"].as_array().unwrap().len()), (Some(0), 5));
    for code in [144, 145, 146, 147] {
        let (status, _) = send(&tolva, &format!("{TAKES}?name={code}.jpg"), frame(code, 1.0 / 160.0, false)).await;
        assert_eq!(status, StatusCode::CREATED);
    }
    let (_, told) = tolva.ask(Method::GET, "/api/learnt", None).await;
    let body = correction(&told, "cam-hall");
    let learnt = body["learnt"].clone();
    assert!(learnt["more"].as_f64().unwrap() > 0.1 && learnt["takes"] == 4, "{body}");
    assert_eq!(
        (&body["in_force"], told["learning"]["residuals"].as_array().unwrap().is_empty()),
        (&Value::Null, false)
    );
    // Nothing is applied by itself.
    assert_eq!(assessed(&tolva).await["levels"], before["levels"]);

    let more = 0.3;
    let put = json!({"corrections": [{"of": body["of"], "learnt": {"more": more, "spread": 0.1, "takes": 4}}]});
    let (status, was) = tolva.ask(Method::PUT, "/api/learnt", Some(put)).await;
    assert_eq!((status, &was["corrections"][0]["learnt"]), (StatusCode::OK, &Value::Null), "{was}");
    let after = assessed(&tolva).await;
    for of in ["face", "background"] {
        assert!((level_of(&after, of) - level_of(&before, of) - more).abs() < 1e-9, "{of}");
    }
    let grounds = after["levels"][0]["account"]["grounds"].to_string();
    assert!(grounds.contains("learnt") && grounds.contains("4 takes taught: +0.3"), "{grounds}");
    let (_, told) = tolva.ask(Method::GET, "/api/learnt", None).await;
    assert!((correction(&told, "cam-hall")["in_force"]["more"].as_f64().unwrap() - more).abs() < 1e-9);
    let (_, kit) = tolva.ask(Method::GET, "/api/kit", None).await;
    let item = kit.as_array().unwrap().iter().find(|kept| kept["item"]["id"] == "cam-hall").unwrap()["item"].clone();
    let (_, sheet) = tolva.ask(Method::POST, "/api/kit/sheet", Some(item)).await;
    assert!(sheet["learnt"][0].as_str().unwrap().contains("+0.3"), "{}", sheet["learnt"]);

    let (status, now) = tolva.ask(Method::PUT, "/api/learnt", Some(was)).await;
    assert_eq!((status, &now["corrections"][0]["learnt"]["more"]), (StatusCode::OK, &json!(more)));
    assert_eq!(assessed(&tolva).await["levels"], before["levels"]);
}

/// What a frame told of the light was told by its body: with the body known to show more, there was less light, and the plan of what the
/// frame showed stays.
#[tokio::test]
async fn what_a_frame_told_stays_where_it_was() {
    let tolva = demo();
    let (_, told) = send(&tolva, &format!("{TAKES}?name=dark.jpg"), frame(85, 1.0 / 160.0, true)).await;
    let path = format!("/api/takes/{}/mended", told["kept"]["id"].as_str().unwrap());
    let (_, mended) = tolva.ask(Method::POST, &path, None).await;
    let keep = json!({"setup": mended["setup"], "version": tolva.setup().await["version"]});
    let (status, _) = tolva.ask(Method::PUT, "/api/setups/setup-doors", Some(keep)).await;
    assert_eq!(status, StatusCode::OK);
    let before = assessed(&tolva).await;
    let body = json!({"part": "body", "id": "cam-hall"});
    let put = json!({"corrections": [{"of": body, "learnt": {"more": 0.4, "spread": 0.1, "takes": 4}}]});
    assert_eq!(tolva.ask(Method::PUT, "/api/learnt", Some(put)).await.0, StatusCode::OK);
    let after = assessed(&tolva).await;
    assert!((level_of(&after, "background") - level_of(&before, "background")).abs() < 1e-6);
    // The ambient on the face was taken to be as the meter said: there the body counts.
    let elsewhere = level_of(&after, "face") - level_of(&before, "face");
    assert!((elsewhere - 0.4).abs() < 1e-6, "{elsewhere}");
}

/// What is not in the kit, and what is beyond any reason, is refused at its place, and nothing of the rest is applied.
#[tokio::test]
async fn all_of_them_or_none() {
    let tolva = demo();
    let good = json!({"of": {"part": "meter"}, "learnt": {"more": 0.1, "spread": 0.05, "takes": 3}});
    let cases = [
        (json!({"part": "lens", "id": "sold-it"}), 0.1, StatusCode::NOT_FOUND),
        (json!({"part": "flash", "id": "cam-hall"}), 0.1, StatusCode::NOT_FOUND),
        (json!({"part": "body", "id": "cam-hall"}), 9.0, StatusCode::UNPROCESSABLE_ENTITY),
    ];
    for (of, more, wanted) in cases {
        let bad = json!({"of": of, "learnt": {"more": more, "spread": 0.1, "takes": 1}});
        let put = json!({"corrections": [good, bad]});
        assert_eq!(tolva.ask(Method::PUT, "/api/learnt", Some(put)).await.0, wanted);
        let (_, settings) = tolva.ask(Method::GET, "/api/settings", None).await;
        assert_eq!(settings["settings"]["house"]["meter"]["learnt"], Value::Null);
    }
    let put = json!({"corrections": [good, {"of": {"part": "forecast", "sky": "broken"}, "learnt": good["learnt"]}]});
    assert_eq!(tolva.ask(Method::PUT, "/api/learnt", Some(put)).await.0, StatusCode::OK);
    let (_, settings) = tolva.ask(Method::GET, "/api/settings", None).await;
    assert_eq!(settings["settings"]["house"]["meter"]["learnt"]["takes"], 3);
    assert_eq!(settings["settings"]["house"]["skies"]["broken"]["more"], 0.1);
}

/// Even columns of forty tones, as a camera whose highlights are eased stores them, exposed so many stops longer.
fn columns(longer: f64, flash: bool) -> Vec<u8> {
    let shot = shot(longer.exp2() / 160.0, flash);
    let stored = |light: f64| {
        let eased = if light > 0.36 { 0.36 + (light - 0.36) / (1.0 + 0.6 * (light - 0.36)) } else { light };
        let encoded = if eased <= 0.003_130_8 { 12.92 * eased } else { 1.055 * eased.powf(1.0 / 2.4) - 0.055 };
        (255.0 * encoded.min(1.0)).round() as u8
    };
    let row: Vec<u8> =
        (0..960u32).flat_map(|x| [stored(0.006 * (f64::from(x / 24) / 6.0 + longer).exp2()); 3]).collect();
    written(Written::Jpeg, &row.repeat(600), (960, 600), &shot).unwrap()
}

/// Keeps a tone curve with the hall's body.
pub(crate) async fn keep_curve(tolva: &Tolva, curve: &Value) {
    let (_, kit) = tolva.ask(Method::GET, "/api/kit", None).await;
    let kept = kit.as_array().unwrap().iter().find(|kept| kept["item"]["id"] == "cam-hall").unwrap();
    let mut item = kept["item"].clone();
    item["curve"] = curve.clone();
    let keep = json!({"item": item, "version": kept["version"]});
    assert_eq!(tolva.ask(Method::PUT, "/api/kit/cam-hall", Some(keep)).await.0, StatusCode::OK);
}

/// A bracket teaches the body's curve; kept with the body, the next verdict is read by it and no longer says that it is not known.
#[tokio::test]
async fn a_bracket_teaches_a_curve() {
    let tolva = demo();
    let mut ids = Vec::new();
    for (index, longer) in [-2.0, -1.0, 0.0, 1.0, 2.0].into_iter().enumerate() {
        let (status, told) = send(&tolva, &format!("{TAKES}?name=b{index}.jpg"), columns(longer, false)).await;
        assert_eq!(status, StatusCode::CREATED, "{told}");
        ids.push(told["kept"]["id"].clone());
    }
    let bracket = |ids: &[Value]| json!({"takes": ids});
    let (status, told) = tolva.ask(Method::POST, "/api/takes/bracket", Some(bracket(&ids))).await;
    assert_eq!((status, &told["body"]), (StatusCode::OK, &json!("cam-hall")), "{told}");
    assert!(
        told["curve"]["error"].as_f64().unwrap() < 0.05 && told["places"].as_i64().unwrap() > 60,
        "{}",
        told["curve"]
    );
    // Twice what white is without easing, 0.72, is stored as 0.36 + 0.36/(1 + 0.6·0.36) = 0.656, code 212: two stops over mid-grey.
    let green = told["curve"]["green"].as_array().unwrap();
    let near = green.iter().min_by_key(|point| (point["code"].as_f64().unwrap() - 212.0).abs() as i64).unwrap();
    assert!((near["level"].as_f64().unwrap() - 2.0).abs() < 0.12, "{near}");

    let few = tolva.ask(Method::POST, "/api/takes/bracket", Some(bracket(&ids[..2]))).await;
    assert_eq!((few.0, &few.1["errors"][0]["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("/takes")));
    let (_, lit) = send(&tolva, &format!("{TAKES}?name=lit.jpg"), columns(0.5, true)).await;
    let lit = [ids[0].clone(), ids[2].clone(), lit["kept"]["id"].clone()];
    let (status, refused) = tolva.ask(Method::POST, "/api/takes/bracket", Some(bracket(&lit))).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY);
    assert!(refused["detail"].as_str().unwrap().contains("A flash fired"), "{refused}");

    keep_curve(&tolva, &told["curve"]).await;
    let (_, read) = send(&tolva, &format!("{TAKES}?name=after.jpg"), frame(212, 1.0 / 160.0, true)).await;
    let level = patch(&read, "background")["level"].as_f64().unwrap();
    assert!((level - 2.0).abs() < 0.12, "{level}");
    let noted = read["verdict"]["noted"].to_string();
    assert!(noted.contains("curve_known") && !noted.contains("curve_unknown"), "{noted}");
    assert!(patch(&read, "background")["error"].as_f64().unwrap() < 0.1);
}

/// What was learnt of a modifier was learnt against what was said of it: with another loss said, it is gone.
#[tokio::test]
async fn what_is_said_anew_is_learnt_anew() {
    let tolva = demo();
    let learnt = json!({"more": 0.3, "spread": 0.1, "takes": 5});
    let put = json!({"corrections": [{"of": {"part": "modifier", "id": "mod-octa-90"}, "learnt": learnt}]});
    assert_eq!(tolva.ask(Method::PUT, "/api/learnt", Some(put)).await.0, StatusCode::OK);
    let kept = || async {
        let (_, kit) = tolva.ask(Method::GET, "/api/kit", None).await;
        kit.as_array().unwrap().iter().find(|kept| kept["item"]["id"] == "mod-octa-90").unwrap().clone()
    };
    for (field, value, wanted) in [("name", json!("My octa"), learnt.clone()), ("loss", json!(1.4), Value::Null)] {
        let mut now = kept().await;
        now["item"][field] = value;
        let keep = json!({"item": now["item"], "version": now["version"]});
        let (status, told) = tolva.ask(Method::PUT, "/api/kit/mod-octa-90", Some(keep)).await;
        assert_eq!((status, &told["item"]["learnt"]), (StatusCode::OK, &wanted), "{field}");
        assert_eq!(kept().await["item"]["learnt"], wanted);
    }
}

/// The frames of a session become a job of as many setups, each with its card, its flash and its dials, which are right by their own
/// assessment; the second time it is another job.
#[tokio::test]
async fn a_session_is_made_a_job() {
    let tolva = demo();
    let (status, made) = tolva.ask(Method::POST, "/api/learnt/session?frames=4", None).await;
    assert_eq!(status, StatusCode::CREATED, "{made}");
    let job = made["jobs"][0].as_str().unwrap();
    let (_, told) = tolva.ask(Method::GET, &format!("/api/jobs/{job}"), None).await;
    assert_eq!(told["setups"].as_array().map(Vec::len), Some(4), "{told}");
    let (_, learnt) = tolva.ask(Method::GET, "/api/learnt?frames=4", None).await;
    for (setup, frame) in told["setups"].as_array().unwrap().iter().zip(learnt["session"].as_array().unwrap()) {
        let path = format!("/api/setups/{}", setup["id"].as_str().unwrap());
        let (_, kept) = tolva.ask(Method::GET, &path, None).await;
        let note = kept["setup"]["note"].as_str().unwrap();
        assert!(note.contains(frame["dials"].as_str().unwrap()), "{note}");
    }
    let (_, again) = tolva.ask(Method::POST, "/api/learnt/session?frames=4", None).await;
    assert_ne!(again["jobs"][0].as_str(), Some(job));
}

/// What a body's own meter shows, seen against the simulated frame, moves every compensation the other way; put back, all is as before.
#[tokio::test]
async fn what_is_seen_on_the_spot_counts() {
    let tolva = demo();
    let modes = async || tolva.ask(Method::GET, "/api/setups/setup-doors/modes", None).await.1;
    let before = modes().await;
    let reads = before["compensations"][0]["reads"].as_f64().unwrap();
    assert_eq!(before["compensations"][0]["stops"].as_f64(), Some(reads));
    let look = |shown: f64| json!({"seen": "own_meter", "setup": "setup-doors", "metering": "average", "shown": shown});
    let (status, told) = tolva.ask(Method::POST, "/api/learnt/seen", Some(look(reads - 0.5))).await;
    assert_eq!(status, StatusCode::OK, "{told}");
    assert!(told["text"].as_str().unwrap().contains("seen once"), "{told}");
    let after = modes().await;
    // Half a stop, weighed against the third that is usual: 0.5 · (1/9) / (1/9 + 0.09).
    let moved = reads - after["compensations"][0]["stops"].as_f64().unwrap();
    assert!((moved - 0.5 / 9.0 / (1.0 / 9.0 + 0.09)).abs() < 0.05, "{moved}");
    assert!(after["own_meter"].as_str().unwrap().contains("reckoned in"), "{}", after["own_meter"]);
    assert_eq!(tolva.ask(Method::PUT, "/api/learnt", Some(told["before"].clone())).await.0, StatusCode::OK);
    assert_eq!(modes().await["own_meter"], before["own_meter"]);

    let (status, told) = tolva.ask(Method::POST, "/api/learnt/seen", Some(look(7.0))).await;
    assert_eq!((status, &told["errors"][0]["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("/shown")), "{told}");
    let (status, told) = tolva.ask(Method::POST, "/api/learnt/seen", Some(look(reads - 5.0))).await;
    assert_eq!((status, &told["errors"][0]["field"]), (StatusCode::UNPROCESSABLE_ENTITY, &json!("/shown")), "{told}");

    let watched = |flash: &str| json!({"seen": "ready", "flash": flash, "power": 0.0, "seconds": 2.8});
    let (status, told) = tolva.ask(Method::POST, "/api/learnt/seen", Some(watched("flash-shoe"))).await;
    assert_eq!(status, StatusCode::OK, "{told}");
    assert!(told["text"].as_str().unwrap().contains("where 2.4 s is said"), "{told}");
    assert_eq!(tolva.ask(Method::POST, "/api/learnt/seen", Some(watched("nobody"))).await.0, StatusCode::NOT_FOUND);
    let (_, listed) = tolva.ask(Method::GET, "/api/learnt", None).await;
    let of = &listed["learning"]["corrections"][0]["of"];
    assert_eq!(of, &json!({"part": "recharge", "id": "flash-shoe"}), "{listed}");
}
