//! Test frames come in, are judged, and what they say is put into the plan; the log keeps each against its plan.

#![allow(clippy::unwrap_used)]

use std::path::PathBuf;
use tolva_frames::{Shot, Written, written};
use tolva_journeys::Walk;

/// A frame of one grey, as a camera at the doors' dials writes it, in a folder of its own.
fn frame(folder: &tempfile::TempDir, name: &str, code: u8) -> PathBuf {
    frame_at(folder, name, code, "2026:09:16 18:05:00", true)
}

/// The same at a time, in UTC, with flash or without.
fn frame_at(folder: &tempfile::TempDir, name: &str, code: u8, taken: &str, flash: bool) -> PathBuf {
    let shot = Shot {
        described: String::new(),
        body: "Full-frame body, 24 MP".to_owned(),
        lens: "Portrait 85 mm f/1.8".to_owned(),
        exposure: 1.0 / 160.0,
        f_number: 7.1,
        iso: 100.0,
        focal: 85.0,
        flash,
        taken: Some(taken.to_owned()),
    };
    let path = folder.path().join(name);
    std::fs::write(&path, written(Written::Jpeg, &vec![code; 600 * 900 * 3], (600, 900), &shot).unwrap()).unwrap();
    path
}

async fn hand_in(walk: &Walk, path: &std::path::Path) {
    let input = walk.find("input[type=file]").await;
    input.send_keys(path.to_str().unwrap()).await.unwrap();
}

async fn judge_page(walk: &Walk, id: &str) {
    walk.open(&format!("/setups/{id}/judge")).await;
    walk.sees("h1", "Judge ").await;
}

async fn take_frame(walk: &Walk, id: &str, send: bool) {
    walk.open(&format!("/setups/{id}/stand-ins")).await;
    walk.sees("[aria-label='Flash receiver']", "Ready").await;
    if send {
        walk.press_named("Send the plan’s powers").await;
        walk.no_longer_sees("[aria-label='Flash receiver']", "Not sent yet").await;
        walk.sees("[aria-label='Flash receiver']", "Ready").await;
    }
    let there = walk.figure("return document.querySelectorAll('[aria-label=Camera] li').length").await;
    walk.press_named("Take").await;
    walk.wait("the frame", &format!("return document.querySelectorAll('[aria-label=Camera] li').length > {there}"))
        .await;
}

/// A frame of the stand-in camera comes in from the watched folder; what it says goes into the plan in one press, the next frame is
/// right, and undo takes it back.
#[tokio::test(flavor = "multi_thread")]
async fn what_a_frame_says_goes_into_the_plan() {
    let walk = Walk::at_desk().await;
    take_frame(&walk, "setup-kettle", true).await;
    let before = walk.kept("setup-kettle").await;
    judge_page(&walk, "setup-kettle").await;
    walk.sees("main", "No frame of this setup yet.").await;
    walk.press_named("Watch the folder").await;
    walk.sees("[aria-label=Verdict] h2", "stop under").await;
    let level = walk.figure("return Number(document.querySelector('[data-judged=background]').dataset.level)").await;
    assert!((level + 0.44).abs() < 0.05, "{level}");
    walk.sees(".turn", "Shutter from 1/25 to 1/20").await;
    walk.wait("the marks", "return document.querySelectorAll('[data-mark]').length === 2").await;
    walk.wait("both histograms", "return document.querySelectorAll('[data-tones]').length === 2").await;
    walk.accessible("judging").await;
    walk.press_named("Put it into the plan").await;
    walk.sees("[aria-label=Notice]", "In the plan: Shutter from 1/25 to 1/20").await;
    walk.saved().await;
    let after = walk.kept("setup-kettle").await;
    let shutter = |setup: &serde_json::Value| setup["camera"]["shutter"]["at"].as_i64().unwrap();
    assert_eq!(shutter(&before) - shutter(&after), 2);
    assert!(after["readings"].as_array().unwrap().iter().any(|reading| reading["id"] == "frame-background"));
    take_frame(&walk, "setup-kettle", true).await;
    judge_page(&walk, "setup-kettle").await;
    walk.press_named("Watch the folder").await;
    walk.wait("two takes", "return document.querySelectorAll('[aria-label=\"Takes of this setup\"] li').length === 2")
        .await;
    walk.sees("[aria-label=Verdict] h2", "background as wanted").await;
    walk.sees(".turn", "Nothing to turn").await;
    walk.press_named("Undo").await;
    walk.saved().await;
    assert_eq!(shutter(&walk.kept("setup-kettle").await), shutter(&before));
    walk.end().await;
}

/// With a frame without flash ambient and flash are told apart; until then it is said what is taken for granted.
#[tokio::test(flavor = "multi_thread")]
async fn a_pair() {
    let walk = Walk::at_desk().await;
    take_frame(&walk, "setup-doors", true).await;
    walk.press_named("Octa 90 cm, two layers hears the trigger").await;
    walk.sees("[aria-label='Flash receiver']", "Does not hear the trigger").await;
    let there = walk.figure("return document.querySelectorAll('[aria-label=Camera] li').length").await;
    walk.press_named("Take").await;
    walk.wait("the second", &format!("return document.querySelectorAll('[aria-label=Camera] li').length > {there}"))
        .await;
    judge_page(&walk, "setup-doors").await;
    walk.press_named("Watch the folder").await;
    walk.wait("two takes", "return document.querySelectorAll('[aria-label=\"Takes of this setup\"] li').length === 2")
        .await;
    walk.sees("[aria-label=Verdict]", "No flash fired, though one was planned").await;
    // The one with flash is the earlier.
    walk.press("[aria-label='Takes of this setup'] li:last-child a").await;
    walk.sees("[aria-label=Verdict]", "if the ambient is as planned").await;
    walk.choose("by itself", "with frame").await;
    walk.sees("[aria-label=Verdict]", "told apart by the frame without flash").await;
    walk.sees("[data-apart] figcaption", "Flash alone: ").await;
    // The stand-in’s files still lie in its folder.
    walk.sees("[data-apart] figcaption", "on the files in the folder").await;
    let lit =
        "return [...document.querySelectorAll('[data-apart] img')].every((i) => i.complete && i.naturalWidth > 200)";
    walk.wait("the flash alone and its share", lit).await;
    walk.end().await;
}

/// A file that is none is refused in words and holds up nothing; a mark is moved by keys and measured anew; a card is marked; a take is
/// noted, kept, found in the log, deleted with others and brought back.
#[tokio::test(flavor = "multi_thread")]
async fn from_file_to_log() {
    let walk = Walk::at_desk().await;
    let folder = tempfile::TempDir::new().unwrap();
    let spoilt = folder.path().join("spoilt.jpg");
    std::fs::write(&spoilt, b"\xff\xd8\xff not a picture").unwrap();
    judge_page(&walk, "setup-doors").await;
    hand_in(&walk, &spoilt).await;
    walk.sees("main", "spoilt.jpg: The file is damaged").await;
    hand_in(&walk, &frame(&folder, "grey.jpg", 118)).await;
    walk.sees("[aria-label=Verdict] h2", "background as wanted").await;
    let mark = walk.find("[data-mark=background]").await;
    let place = "return Number(document.querySelector('[data-mark=background]').getAttribute('aria-valuenow'))";
    let at = walk.figure(place).await;
    mark.focus().await.unwrap();
    for _ in 0..4 {
        walk.keys(thirtyfour::Key::Right + "").await;
    }
    walk.wait("the mark moved", &format!("{place} >= {} + 2", at)).await;
    walk.choose("something else", "the grey card").await;
    walk.sees("[aria-label=Verdict]", "The grey card says").await;
    walk.type_into("Note of the take", "doors half open").await;
    walk.press_named("Keeper").await;
    hand_in(&walk, &frame(&folder, "dark.jpg", 60)).await;
    walk.sees("[aria-label=Verdict] h2", "stops under").await;
    walk.press_named("Log").await;
    walk.sees("h1", "Log of Slip shed").await;
    walk.wait("two takes", "return document.querySelectorAll('[role=row]').length === 2").await;
    walk.sees("[role=row]", "doors half open").await;
    walk.accessible("the log").await;
    walk.press_named("Keepers").await;
    walk.wait("the keeper", "return document.querySelectorAll('[role=row]').length === 1").await;
    walk.sees("[role=row]", "grey.jpg").await;
    walk.press_named("All").await;
    walk.wait("both again", "return document.querySelectorAll('[role=row]').length === 2").await;
    walk.type_into("Search the log", "half dark").await;
    walk.sees("main", "No take is like that.").await;
    walk.type_into("Search the log", "half").await;
    walk.wait("the noted one", "return document.querySelectorAll('[role=row]').length === 1").await;
    walk.type_into("Search the log", " ").await;
    walk.wait("both once more", "return document.querySelectorAll('[role=row]').length === 2").await;
    for row in [1, 2] {
        walk.press(&format!("[role=row]:nth-child({row}) label")).await;
    }
    walk.sees("main", "2 selected").await;
    walk.press_named("Put them out").await;
    walk.sees("[role=row]", "✕ Out.").await;
    walk.press_named("Delete them").await;
    walk.sees("main", "No take yet.").await;
    walk.press_named("Bring them back").await;
    walk.wait("both are back", "return document.querySelectorAll('[role=row]').length === 2").await;
    walk.open("/settings").await;
    walk.sees("[data-room]", "Copies of 2 frames take").await;
    walk.end_expecting("422").await;
}

/// Takes of one setup lie over the strip of its day, by the clocks of the place: the light each told over the forecast, and how far
/// each was off. A take of another day is not on it, and is said.
#[tokio::test(flavor = "multi_thread")]
async fn over_the_day() {
    let walk = Walk::at_desk().await;
    let folder = tempfile::TempDir::new().unwrap();
    judge_page(&walk, "setup-doors").await;
    // Two hours behind the clocks of the place; the second is twice as bright.
    for (name, code, taken, flash) in [
        ("one.jpg", 118, "2026:09:17 16:05:00", true),
        ("two.jpg", 160, "2026:09:17 16:25:00", true),
        ("bare.jpg", 117, "2026:09:17 16:15:00", false),
        ("before.jpg", 116, "2026:09:16 16:15:00", true),
    ] {
        hand_in(&walk, &frame_at(&folder, name, code, taken, flash)).await;
        walk.sees("main", name).await;
    }
    walk.press_named("Log").await;
    walk.sees("h1", "Log of Slip shed").await;
    walk.sees("[data-by-clock]", "background as planned, by 3 takes").await;
    walk.sees("[data-by-clock]", "1 take is of another day, or without a time.").await;
    walk.sees("[role=row]", "18:25").await;
    let heights = "
        const boxes = [...document.querySelectorAll('[data-of=background] rect')].map((rect) => rect.getBoundingClientRect());
        boxes.sort((a, b) => a.x - b.x);
        return boxes.length === 3 && Math.abs(boxes[0].y - boxes[1].y) < 3 && boxes[2].y < boxes[1].y - 8";
    walk.wait("the last take higher than the two before", heights).await;
    // The face is told by the frame without flash alone.
    walk.wait("the face once", "return document.querySelectorAll('[data-of=face] circle').length === 1").await;
    walk.wait("the ladder", "return Number(document.querySelector('[data-rungs]').dataset.rungs) > 0").await;
    walk.accessible("takes over their day").await;
    // Those that are sought stand in their order.
    walk.type_into("Search the log", "jpg").await;
    walk.wait("no strip", "return document.querySelector('[data-by-clock]') === null").await;
    walk.wait("their order", "return document.querySelectorAll('[data-drift]').length === 4").await;
    walk.end().await;
}

/// On a phone a frame comes from the camera roll; the verdict stands under it, and nothing is cut off.
#[tokio::test(flavor = "multi_thread")]
async fn in_the_hand() {
    let walk = Walk::on_phone().await;
    let folder = tempfile::TempDir::new().unwrap();
    judge_page(&walk, "setup-doors").await;
    hand_in(&walk, &frame(&folder, "roll.jpg", 85)).await;
    walk.sees("[aria-label=Verdict] h2", "background 1 stop under").await;
    walk.sees(".turn", "Shutter from 1/160 to 1/80").await;
    let order = "const top = (s) => document.querySelector(s).getBoundingClientRect().top;
        return top('img[alt^=\"The frame\"]') < top('[aria-label=Verdict]')
            && top('[aria-label=Verdict]') < top('canvas[aria-label=\"The plan’s picture\"]')";
    walk.wait("the verdict before what it is compared with", order).await;
    walk.fits_across().await;
    walk.accessible("judging in the hand").await;
    walk.open("/jobs/job-slip-shed/log").await;
    walk.wait("the take", "return document.querySelectorAll('[role=row]').length === 1").await;
    walk.fits_across().await;
    walk.accessible("the log in the hand").await;
    walk.end().await;
}

/// A take without a file is put down by hand, at other dials than planned: it stands in the log and says so, and undo is one deletion away.
#[tokio::test(flavor = "multi_thread")]
async fn a_take_by_hand() {
    let walk = Walk::at_desk().await;
    walk.open("/jobs/job-slip-shed/log").await;
    walk.sees("main", "No take yet").await;
    walk.press_named("Put one down by hand").await;
    walk.press_named("as planned By hand: shutter").await;
    walk.named("[role=option]", "1/80").await.click().await.unwrap();
    walk.press_named("By hand: with flash").await;
    walk.sees("[aria-label='A take by hand']", "without flash").await;
    walk.type_into("By hand: note", "film back, no card").await;
    walk.accessible("a take by hand").await;
    walk.press_named("Put it down").await;
    walk.sees("[aria-label=Notice]", "The take is put down").await;
    walk.sees("[role=row]", "put down by hand").await;
    walk.sees("[role=row]", "film back, no card").await;
    walk.sees("[data-drifted=hand]", "shutter 1/80 for 1/160").await;
    walk.end().await;
}

/// The light is put at three distances, a frame taken and handed in at each, and one without flash: drawn over the distance they say how
/// fast it falls and how strong it is.
#[tokio::test(flavor = "multi_thread")]
async fn flash_over_the_distance() {
    let walk = Walk::at_desk().await;
    let folder = tempfile::TempDir::new().unwrap();
    // Two stops darker for each doubling: so does the grey go down on the face, from frame to frame.
    for (name, distance, code, flash) in [
        ("near.jpg", "1.2", 160, true),
        ("middle.jpg", "1.7", 118, true),
        ("far.jpg", "2.4", 92, true),
        ("bare.jpg", "2.4", 42, false),
    ] {
        walk.open_setup("setup-doors").await;
        walk.type_into("Light A: distance to the face", distance).await;
        walk.saved().await;
        judge_page(&walk, "setup-doors").await;
        hand_in(&walk, &frame_at(&folder, name, code, "2026:09:17 16:05:00", flash)).await;
        walk.sees("main", name).await;
        walk.sees("[aria-label=Verdict] h2", "ace").await;
    }
    walk.press_named("Log").await;
    walk.wait("four takes", "return document.querySelectorAll('[role=row]').length === 4").await;
    for row in [1, 2] {
        walk.press(&format!("[role=row]:nth-child({row}) label")).await;
    }
    walk.sees("main", "2 selected").await;
    for row in [3, 4] {
        walk.press(&format!("[role=row]:nth-child({row}) label")).await;
    }
    walk.press_named("Draw their flash over the distance").await;
    walk.sees("[data-over-distance]", "stops less for each doubling of the distance").await;
    walk.sees("[aria-label='Over the distance']", "as measured").await;
    walk.accessible("flash over the distance").await;
    walk.press_named("Close the curve").await;
    walk.wait("no curve", "return document.querySelector('[data-over-distance]') === null").await;
    walk.end().await;
}
