//! Sharpness at the marks, what it teaches of the hand, and which body of the kit a file means.

use super::takes::{TAKES, send};
use super::*;
use tolva_frames::{Shot, Written, written};

const SIZE: (u32, u32) = (900, 600);

/// A chequered frame, each point of it drawn out so many pixels across, by a body of this name.
fn chequered(drawn: usize, body: &str, exposure: f64) -> Vec<u8> {
    let shot = Shot {
        described: String::new(),
        body: body.to_owned(),
        lens: "Portrait 85 mm f/1.8".to_owned(),
        exposure,
        f_number: 7.1,
        iso: 100.0,
        focal: 85.0,
        flash: false,
        taken: Some("2026:09:16 18:05:00".to_owned()),
    };
    let light = |x: usize, y: usize| if (x / 70 + y / 70).is_multiple_of(2) { 0.02 } else { 0.4 };
    let stored = |light: f64| {
        let encoded = if light <= 0.003_130_8 { 12.92 * light } else { 1.055 * light.powf(1.0 / 2.4) - 0.055 };
        (255.0 * encoded).round() as u8
    };
    let (width, height) = (SIZE.0 as usize, SIZE.1 as usize);
    let mut bytes = Vec::with_capacity(width * height * 3);
    for y in 0..height {
        for x in 0..width {
            let mean = (0..drawn).map(|step| light(x + step, y)).sum::<f64>() / drawn as f64;
            bytes.extend([stored(mean); 3]);
        }
    }
    written(Written::Jpeg, &bytes, SIZE, &shot).unwrap()
}

const BODY: &str = "Full-frame body, 24 MP";

/// A frame as its pixels are is sharp; one drawn out 30 pixels across says so. Both tell of the hand, which is put in force.
#[tokio::test]
async fn sharp_frames_tell_of_the_hand() {
    let tolva = demo();
    for (drawn, wanted) in [(1, "sharp"), (30, "drawn_across")] {
        let path = format!("{TAKES}?name=f{drawn}.jpg");
        let (status, told) = send(&tolva, &path, chequered(drawn, BODY, 4.0)).await;
        assert_eq!(status, StatusCode::CREATED, "{told}");
        let sharp = &told["verdict"]["sharp"];
        assert_eq!(sharp["sharp"]["is"], wanted, "{sharp}");
        let blur = sharp["sharp"]["blur"].as_f64().unwrap();
        // A line of 30 pixels has a deviation of 30/√12, and a disc four times that; a compressed file tells it to within a factor of two
        // or so.
        let drawn_out = 4.0 * 30.0 / 12f64.sqrt();
        assert!(if drawn == 1 { blur < 5.0 } else { blur > 0.4 * drawn_out && blur < 1.8 * drawn_out }, "{blur}");
    }
    let (_, learnt) = tolva.ask(Method::GET, "/api/learnt", None).await;
    let all = learnt["learning"]["corrections"].as_array().unwrap();
    let hand = all.iter().find(|correction| correction["of"]["part"] == "hand").unwrap();
    assert_eq!(hand["learnt"]["takes"], 2, "{hand}");
    let put = json!({"corrections": [{"of": {"part": "hand"}, "learnt": {"more": -2.0, "spread": 0.4, "takes": 2}}]});
    assert_eq!(tolva.ask(Method::PUT, "/api/learnt", Some(put)).await.0, StatusCode::OK);
    let (_, settings) = tolva.ask(Method::GET, "/api/settings", None).await;
    assert_eq!(settings["settings"]["house"]["hand"]["more"], -2.0);
}

/// A body the kit does not know by that name is taken to be the planned one, and said; once the kit knows what files call it, the frame
/// is of the body they mean.
#[tokio::test]
async fn a_file_means_a_body() {
    let tolva = demo();
    let (_, told) = send(&tolva, &format!("{TAKES}?name=a.jpg"), chequered(1, "QX-61", 0.01)).await;
    let noted = told["verdict"]["noted"].as_array().unwrap();
    assert!(noted.iter().any(|said| said["noted"] == json!({"what": "body_unknown", "called": "QX-61"})), "{noted:?}");
    assert_eq!(told["kept"]["take"]["planned"]["body"], "cam-hall");
    let (_, kit) = tolva.ask(Method::GET, "/api/kit", None).await;
    let fine = kit.as_array().unwrap().iter().find(|kept| kept["item"]["id"] == "cam-fine").unwrap();
    let mut item = fine["item"].clone();
    item["in_files"] = json!("qx 61");
    let put = json!({"item": item, "version": fine["version"]});
    let (status, put) = tolva.ask(Method::PUT, "/api/kit/cam-fine", Some(put)).await;
    assert_eq!(status, StatusCode::OK, "{put}");
    let (_, told) = send(&tolva, &format!("{TAKES}?name=b.jpg"), chequered(3, "QX-61", 0.01)).await;
    let planned = &told["kept"]["take"]["planned"];
    assert_eq!((&planned["body"], &planned["by_files"]["body"]), (&json!("cam-fine"), &json!("other")), "{planned}");
    let noted = told["verdict"]["noted"].as_array().unwrap();
    assert!(noted.iter().any(|said| said["noted"]["what"] == "other_kit"), "{noted:?}");
}
