//! Practice: a turn of rounds, answered by keys, by touch and by pressing, with what is right and why; a sheet for paper.

#![allow(clippy::unwrap_used)]

use serde_json::Value;
use thirtyfour::prelude::*;
use tolva_journeys::Walk;

const GRADED: &str = "return document.querySelector('[data-right]') !== null";
/// Answers counted beside the kinds.
const COUNTED: &str = "return [...document.querySelectorAll('[data-standing] .count')]
    .reduce((all, one) => all + Number(one.textContent.split(' of ')[1] ?? 0), 0)";
const QUESTION: &str = "return document.querySelector('[data-kind] .ask').textContent";
const ASKED: &str =
    "return document.querySelector('[data-kind]') !== null && document.querySelector('[data-right]') === null";

/// A round that has a hand to put: by the arrow keys, to another value, which the button says.
#[tokio::test(flavor = "multi_thread")]
async fn a_level_is_put_by_keys_and_graded() {
    let walk = Walk::at_desk().await;
    walk.open("/").await;
    walk.press_named("Drills").await;
    walk.press("[data-standing=ratio] button").await;
    walk.wait("its frame", "return document.querySelector('[data-small=drill-0]') !== null").await;
    walk.accessible("a question").await;
    walk.focus("[data-kind=ratio] input[type=range]").await;
    for _ in 0..4 {
        walk.keys(Key::Left).await;
    }
    walk.press_named("It is −1⅓").await;
    walk.wait("what is right", GRADED).await;
    walk.accessible("an answer").await;
    let told = walk.read("return document.querySelector('[data-right]').textContent").await;
    assert!(told.as_str().unwrap().contains("The face stands at"), "{told}");
    // What is right stands on the scale where the frame's levels have it, and in the box of its kind.
    walk.wait("its mark", "return document.querySelector('[data-truth]') !== null").await;
    walk.sees("[data-standing=ratio]", "of 1").await;
    walk.press_named("Another of these").await;
    walk.wait("another question", ASKED).await;
    // Who goes and comes back is not asked the same again.
    const SEED: &str = "return document.querySelector('[data-seed]').dataset.seed";
    let seed = walk.read(SEED).await;
    walk.press_named("Kit").await;
    walk.sees("h1", "Kit").await;
    walk.press_named("Drills").await;
    for _ in 0..2 {
        walk.press("[data-standing=ratio] button").await;
        walk.wait("a question", ASKED).await;
        assert_ne!(walk.read(SEED).await, seed);
    }
    walk.end().await;
}

/// Ten rounds on a phone, whatever is due: every gesture is met by what it shows, and the turn ends with its count.
#[tokio::test(flavor = "multi_thread")]
async fn a_turn_of_ten_on_a_phone() {
    let walk = Walk::on_phone().await;
    walk.open("/drills").await;
    walk.press_named("Ten rounds").await;
    let mut kinds = Vec::new();
    for number in 0..10 {
        walk.wait("a question", ASKED).await;
        kinds.push(walk.read("return document.querySelector('[data-kind]').dataset.kind").await);
        let question = walk.read(QUESTION).await;
        walk.fits_across().await;
        walk.read(
            "const choice = document.querySelector('.choices button');
             const put = [...document.querySelectorAll('[data-kind] button')].find((one) => one.textContent.startsWith('It is'));
             (choice ?? put).click()",
        )
        .await;
        walk.wait("what is right", GRADED).await;
        // By then the standing has come anew: the question is still the one that was answered.
        walk.wait("how it stands now", &format!("{COUNTED} === {}", number + 1)).await;
        assert_eq!(walk.read(QUESTION).await, question);
        let next = if number < 9 { "Next" } else { "Ten more" };
        let shown = walk.read("return [...document.querySelectorAll('[data-kind] button')].at(-1).textContent").await;
        assert_eq!(shown, Value::from(next));
        if number < 9 {
            walk.press_named("Next").await;
        }
    }
    walk.sees("[data-turn-over]", "of 10 right").await;
    walk.accessible("the end of a turn").await;
    assert!(kinds.windows(2).all(|pair| pair[0] != pair[1]), "never twice in a row: {kinds:?}");
    kinds.sort_by_key(ToString::to_string);
    kinds.dedup();
    assert!(kinds.len() >= 5, "what was wrong comes back, and others between: {kinds:?}");
    walk.end().await;
}

/// A light is put where it stands, and the answer shows it from there beside what is right.
#[tokio::test(flavor = "multi_thread")]
async fn a_light_is_put_round_the_subject() {
    let walk = Walk::at_desk().await;
    walk.open("/drills").await;
    walk.press("[data-standing=light_from] button").await;
    walk.wait("its frame", "return document.querySelector('[data-small=drill-0]') !== null").await;
    walk.focus("[data-kind=light_from] input[type=range]").await;
    for _ in 0..9 {
        walk.keys(Key::Right).await;
    }
    walk.press_named("It is 45° to the right").await;
    walk.wait("both frames", "return document.querySelectorAll('[data-small^=drill]').length === 2").await;
    walk.sees("figcaption", "°").await;
    walk.end().await;
}

#[tokio::test(flavor = "multi_thread")]
async fn a_sheet_for_paper() {
    let walk = Walk::at_desk().await;
    walk.open("/drills").await;
    walk.press_named("A sheet for paper").await;
    walk.wait("ten rounds and their key", "return document.querySelectorAll('ol li').length === 20").await;
    walk.sees("h2", "Key to sheet 1").await;
    walk.accessible("a sheet of drills").await;
    walk.press_named("Another sheet").await;
    walk.sees("h2", "Key to sheet 2").await;
    walk.end().await;
}

/// Rounds on the setups of a job: it is said which, and the answer is what that setup's light comes to.
#[tokio::test(flavor = "multi_thread")]
async fn on_ones_own_setups() {
    let walk = Walk::at_desk().await;
    walk.open("/drills").await;
    walk.choose("frames made up for each", "the setups of Slip shed").await;
    walk.press("[data-standing=ratio] button").await;
    walk.sees("[data-kind=ratio] .on", "its dials or its light elsewhere").await;
    walk.wait("its frame", "return document.querySelector('[data-small=drill-0]') !== null").await;
    walk.accessible("a question about one's own setup").await;
    walk.press_named("It is").await;
    walk.wait("what is right", GRADED).await;
    walk.sees("[data-right]", "The face stands at").await;
    // What no setup can be asked is asked of a set that is made up.
    walk.press("[data-standing=grey_card] button").await;
    walk.wait("a card", "return document.querySelectorAll('[data-kind=grey_card] .patch').length === 2").await;
    assert_eq!(walk.figure("return document.querySelectorAll('[data-kind] .on').length").await, 0.0);
    walk.end().await;
}

/// A task is drawn, waits in Judge, tells of the frame that is opened there, and is counted.
#[tokio::test(flavor = "multi_thread")]
async fn a_task_outside() {
    let walk = Walk::at_desk().await;
    walk.open("/drills").await;
    walk.press_named("A task to do outside").await;
    walk.wait("a task", "return document.querySelector('[data-task] .ask') !== null").await;
    walk.accessible("a task").await;
    const TASK: &str = "return document.querySelector('[data-task]')?.dataset.task ?? ''";
    loop {
        let text = walk.read("return document.querySelector('[data-task] .ask')?.textContent ?? ''").await;
        if text.as_str().unwrap().contains("background") {
            break;
        }
        let seed = walk.read(TASK).await;
        walk.press_named("Another task").await;
        let other = format!("const now = (() => {{ {TASK} }})(); return now !== '' && now !== {seed}");
        walk.wait("another", &other).await;
    }
    walk.press_named("Judge its frame").await;
    walk.sees("[aria-label='Task from the drills']", "mark face and background").await;
    let folder = tempfile::tempdir().unwrap();
    let path = folder.path().join("task.png");
    image::GrayImage::from_pixel(900, 600, image::Luma([118])).save(&path).unwrap();
    walk.find("input[type=file]").await.send_keys(path.to_str().unwrap()).await.unwrap();
    walk.sees("[aria-label='Task from the drills'] [data-shown]", "It is").await;
    walk.accessible("a task in judging").await;
    walk.press_named("Count it as").await;
    walk.sees("[aria-label=Notice]", "Counted among your drills").await;
    walk.wait("no task at hand", "return document.querySelector('[data-task]') === null").await;
    walk.open("/drills").await;
    walk.sees("[data-standing=outside]", "of 1").await;
    walk.end().await;
}
