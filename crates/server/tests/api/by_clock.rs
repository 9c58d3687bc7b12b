use super::takes::{TAKES, frame_at, send};
use super::*;

const BY_CLOCK: &str = "/api/jobs/job-slip-shed/takes/by-clock?setup=setup-doors";

/// Takes of the day by the clocks of its place, the earliest first; others are counted.
#[tokio::test]
async fn takes_lie_over_their_day() {
    let tolva = demo();
    let empty = tolva.get(BY_CLOCK).await;
    assert_eq!((&empty["takes"], &empty["elsewhere"]), (&json!([]), &json!(0)));
    // In UTC, two hours behind the place.
    for (name, code, taken) in [
        ("late.jpg", 160, "2026:09:17 16:25:00"),
        ("early.jpg", 118, "2026:09:17 16:05:40"),
        ("other.jpg", 117, "2026:09:16 16:05:00"),
    ] {
        let (status, told) = send(&tolva, &format!("{TAKES}?name={name}"), frame_at(code, taken)).await;
        assert_eq!(status, StatusCode::CREATED, "{told}");
    }
    let told = tolva.get(BY_CLOCK).await;
    let takes = told["takes"].as_array().unwrap();
    let minutes: Vec<i64> = takes.iter().map(|take| take["minute"].as_i64().unwrap()).collect();
    assert_eq!(minutes, [18 * 60 + 5, 18 * 60 + 25]);
    assert_eq!((&told["elsewhere"], &told["earlier"]), (&json!(1), &json!(false)));
    let background = |take: &Value| {
        let patches = take["patches"].as_array().unwrap();
        patches.iter().find(|told| told["patch"] == "background").unwrap()["ambient"]["ev"].as_f64().unwrap()
    };
    // Code 160 of sRGB is 0.352 of white, 118 is 0.181: 0.96 of a stop, by the ambient which leads there.
    let more = background(&takes[1]) - background(&takes[0]);
    assert!((0.9..1.1).contains(&more), "{more}");
    // The log says the same times.
    let log = tolva.get("/api/jobs/job-slip-shed/takes").await;
    assert_eq!(log["takes"][0]["at"], "2026-09-17 18:25:00");
}
