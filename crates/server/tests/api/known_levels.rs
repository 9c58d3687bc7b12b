//! Frames of known light as the stand-in camera makes them: its sensor's noise, its eased highlights, its file. What is told of them
//! is what fell on them.

use super::learnt::keep_curve;
use super::takes::{TAKES, patch, send, shot};
use super::*;
use tolva_frames::{Written, written};
use tolva_render::{Frame, Seed, Sensor};

const SIZE: (u32, u32) = (960, 600);
/// Stops from mid-grey to where the sensor clips.
const HEADROOM: f64 = 3.0;

/// A frame of even columns of so many stops over mid-grey each.
fn columns(levels: &[f64], longer: f64, over_base: f64, flash: bool, frame: u64) -> Vec<u8> {
    let sensor = Sensor { megapixels: 24.0, size: (36.0, 24.0), over_base };
    let width = SIZE.0 as usize;
    let column = |x: usize| [levels[x * levels.len() / width].exp2() as f32; 3];
    let row: Vec<_> = (0..width).map(column).collect();
    let light = row.repeat(SIZE.1 as usize);
    let together = 24e6 / light.len() as f64;
    let linear = sensor.exposes(&light, HEADROOM, together, Seed::of("known levels").and(frame));
    let (flash_of, depths) = (vec![0.0; light.len()], vec![2.0; light.len()]);
    let taken = Frame { size: SIZE, linear, flash: flash_of, depths, headroom: HEADROOM };
    let shot = shot(longer.exp2() / 160.0, flash);
    written(Written::Jpeg, &taken.shown(), SIZE, &shot).unwrap()
}

async fn taken(tolva: &Tolva, name: &str, bytes: Vec<u8>) -> String {
    let (status, told) = send(tolva, &format!("{TAKES}?name={name}.jpg"), bytes).await;
    assert_eq!(status, StatusCode::CREATED, "{told}");
    told["kept"]["id"].as_str().unwrap().to_owned()
}

/// The background of a take as it is judged, beside another where one is given, marked in one of so many columns.
async fn judged(tolva: &Tolva, take: &str, column: usize, of: usize, without: Option<&str>) -> Value {
    let beside = without.map_or_else(String::new, |other| format!("?without={other}"));
    let version = tolva.get(&format!("/api/takes/{take}")).await["kept"]["version"].clone();
    let x = (column as f64 + 0.5) / of as f64;
    let mark = json!({"of": {"kind": "patch", "patch": "background"}, "x": x, "y": 0.5, "width": 0.05, "height": 0.08});
    let keep = json!({"marks": [mark], "note": "", "choice": "open", "version": version});
    let (status, told) = tolva.ask(Method::PUT, &format!("/api/takes/{take}{beside}"), Some(keep)).await;
    assert_eq!(status, StatusCode::OK, "{told}");
    patch(&told, "background").clone()
}

/// Teaches the body its tone curve from a bracket.
async fn with_a_curve(tolva: &Tolva) {
    let tones: Vec<f64> = (0..40).map(|tone| f64::from(tone) / 6.0 - 4.5).collect();
    let mut ids = Vec::new();
    for (index, longer) in [-2.0, -1.0, 0.0, 1.0, 2.0].into_iter().enumerate() {
        let brighter: Vec<f64> = tones.iter().map(|tone| tone + longer).collect();
        let frame = columns(&brighter, longer, 0.0, false, index as u64);
        ids.push(taken(tolva, &format!("bracket-{index}"), frame).await);
    }
    let (status, told) = tolva.ask(Method::POST, "/api/takes/bracket", Some(json!({"takes": ids}))).await;
    assert_eq!(status, StatusCode::OK, "{told}");
    keep_curve(tolva, &told["curve"]).await;
}

/// Levels from three stops under mid-grey to two over it are told within a twentieth of a stop, at base sensitivity and five stops
/// over it.
#[rstest]
#[case::at_base(0.0)]
#[case::five_stops_over(5.0)]
#[tokio::test]
async fn levels_within_a_twentieth(#[case] over_base: f64) {
    let tolva = demo();
    with_a_curve(&tolva).await;
    let levels: Vec<f64> = (0..11).map(|half| f64::from(half) / 2.0 - 3.0).collect();
    let take = taken(&tolva, "levels", columns(&levels, 0.0, over_base, false, 77)).await;
    for (column, level) in levels.iter().enumerate() {
        let told = judged(&tolva, &take, column, levels.len(), None).await;
        let off = told["level"].as_f64().unwrap() - level;
        assert!(off.abs() < 0.05, "{level}: {off:+.3}, {told}");
        assert!(off.abs() < 2.0 * told["error"].as_f64().unwrap(), "{level}: {off:+.3}, {told}");
    }
}

/// Told apart by a pair, ambient and flash are each within a tenth of a stop where each is over a tenth of their sum.
#[rstest]
#[case::in_the_shade(-2.0)]
#[case::in_the_middle(0.0)]
#[case::bright(1.0)]
#[tokio::test]
async fn parts_within_a_tenth(#[case] total: f64) {
    let tolva = demo();
    with_a_curve(&tolva).await;
    let shares = [0.12, 0.2, 0.35, 0.5, 0.65, 0.8, 0.88];
    let ambient = shares.map(|flash: f64| total + (1.0 - flash).log2());
    let with = taken(&tolva, "with", columns(&[total; 7], 0.0, 0.0, true, 88)).await;
    let without = taken(&tolva, "without", columns(&ambient, 0.0, 0.0, false, 99)).await;
    for (column, share) in shares.iter().enumerate() {
        judged(&tolva, &without, column, shares.len(), None).await;
        let told = judged(&tolva, &with, column, shares.len(), Some(&without)).await;
        assert_eq!(told["split"]["by"], "pair", "{told}");
        let parts = [("ambient", 1.0 - share), ("flash", *share)];
        for (of, part) in parts {
            let off = told["split"][of].as_f64().unwrap() - total - part.log2();
            assert!(off.abs() < 0.1, "{of} of {share}: {off:+.3}, {told}");
        }
    }
}
