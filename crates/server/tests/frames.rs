//! Frames sent to the running program.

#![allow(clippy::unwrap_used)]

mod common;

use common::{Tolva, demo};
use image::codecs::png::PngEncoder;
use image::{ExtendedColorType, ImageEncoder};
use reqwest::StatusCode;
use rstest::rstest;
use serde_json::{Value, json};

const SIDE: u32 = 40;

/// A frame of one colour with a card of another in its middle.
fn frame(card: [u8; 3]) -> Vec<u8> {
    let pixel = |at: u32| {
        let inside = |place: u32| (SIDE / 4..SIDE * 3 / 4).contains(&place);
        if inside(at % SIDE) && inside(at / SIDE) { card } else { [20, 90, 200] }
    };
    let pixels: Vec<u8> = (0..SIDE * SIDE).flat_map(pixel).collect();
    let mut bytes = Vec::new();
    PngEncoder::new(&mut bytes).write_image(&pixels, SIDE, SIDE, ExtendedColorType::Rgb8).unwrap();
    bytes
}

async fn ask(tolva: &Tolva, query: &str, body: Vec<u8>) -> (StatusCode, Value) {
    let address = format!("{}/api/colour/grey/frame?{query}", tolva.address);
    let sent = tolva.client.post(address).header("content-type", "application/octet-stream").body(body).send();
    let answer = sent.await.unwrap();
    let status = answer.status();
    (status, serde_json::from_slice(&answer.bytes().await.unwrap()).unwrap_or(Value::Null))
}

const MIDDLE: &str = "x=0.5&y=0.5&width=0.3&height=0.3&kelvin=5600&tint=0";

/// A card in a frame tells the same light as its three values do, and nothing about it counts.
#[tokio::test]
async fn a_card_in_a_frame() {
    let tolva = demo();
    let (status, told) = ask(&tolva, MIDDLE, frame([131, 118, 96])).await;
    assert_eq!(status, StatusCode::OK, "{told}");
    let values = json!({"values": [131.0, 118.0, 96.0], "linear": false, "kelvin": 5600.0, "tint": 0.0});
    let (_, same) = tolva.post("/api/colour/grey", values).await;
    assert_eq!(told["light"], same);
    assert_eq!(told["profile"], Value::Null);
}

#[rstest]
#[case::no_frame(MIDDLE, b"II*\0 a raw file".to_vec(), "/frame", "no full-size JPEG")]
#[case::broken_off(MIDDLE, frame([131, 118, 96])[..60].to_vec(), "/frame", "damaged")]
#[case::nothing(MIDDLE, Vec::new(), "/frame", "empty")]
#[case::beside("x=1.9&y=0.5&width=0.3&height=0.3&kelvin=5600&tint=0", frame([90; 3]), "/mark", "lie in the picture")]
#[case::burnt_out(MIDDLE, frame([255, 240, 230]), "/mark", "100 % of the patch is burnt out")]
#[case::a_blue_thing("x=0.1&y=0.1&width=0.15&height=0.15&kelvin=5600&tint=0", frame([90; 3]), "/values", "A grey patch")]
#[case::no_setting("x=0.5&y=0.5&width=0.3&height=0.3&kelvin=99&tint=0", frame([90; 3]), "/kelvin", "2000 to 12000")]
#[tokio::test]
async fn what_tells_no_light_is_refused(
    #[case] query: &str,
    #[case] body: Vec<u8>,
    #[case] field: &str,
    #[case] words: &str,
) {
    let tolva = demo();
    let (status, problem) = ask(&tolva, query, body).await;
    assert_eq!(status, StatusCode::UNPROCESSABLE_ENTITY, "{problem}");
    assert_eq!(problem["errors"][0]["field"], field);
    assert!(problem["errors"][0]["detail"].as_str().unwrap().contains(words), "{problem}");
}

/// More than the limit is refused while it comes in.
#[tokio::test]
async fn a_flood_is_stopped() {
    let tolva = demo();
    let (status, problem) = ask(&tolva, MIDDLE, vec![0xff; 200_000_001]).await;
    assert_eq!((status, problem["type"].as_str()), (StatusCode::PAYLOAD_TOO_LARGE, Some("too-large")), "{problem}");
}
