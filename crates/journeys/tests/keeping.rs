//! What a person saw acknowledged is there afterwards, and what stands on the screen is what is kept.

#![allow(clippy::unwrap_used)]

use rstest::rstest;
use serde_json::Value;
use tolva_journeys::Walk;

/// An undone value does not come back by being looked at.
#[tokio::test(flavor = "multi_thread")]
async fn a_number_shows_what_is_kept_after_undo() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.type_into("Note", "before").await;
    walk.saved().await;
    let before = walk.number("Distance from the camera").await;
    walk.type_into("Distance from the camera", "3,1").await;
    walk.number_is("Distance from the camera", "Math.abs(n - 3.1) < 0.011").await;
    walk.saved().await;
    walk.press_named("Undo").await;
    walk.number_is("Distance from the camera", &format!("Math.abs(n - {before}) < 1e-6")).await;
    let kept = walk.kept("setup-doors").await;
    // In and out of the field changes nothing.
    walk.named("input", "Distance from the camera").await.click().await.unwrap();
    walk.named("input", "Note").await.click().await.unwrap();
    walk.saved().await;
    assert_eq!(walk.kept("setup-doors").await, kept);
    walk.end().await;
}

/// A value beyond its field is not part of what is kept, stops nothing, and is what undo takes back first.
#[tokio::test(flavor = "multi_thread")]
async fn a_refused_value_stops_nothing() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.type_into("Note", "the last good edit").await;
    walk.saved().await;
    walk.type_into("Distance behind the subject", "9999").await;
    walk.sees("[data-rac]", "not 9999").await;
    walk.sees("[data-save]", "Saved, but for what is marked").await;
    // It is no part of what is kept, and undo takes it back before anything else.
    walk.press_named("Undo").await;
    walk.no_longer_sees("[data-rac]", "not 9999").await;
    walk.saved().await;
    assert_eq!(walk.kept("setup-doors").await["note"], "the last good edit");
    walk.type_into("Distance behind the subject", "9999").await;
    walk.sees("[data-rac]", "not 9999").await;
    walk.type_into("Name of the setup", "Kept all the same").await;
    walk.sees("a", "Slip shed").await;
    walk.press_named("Setup after").await;
    walk.press_named("Setup before").await;
    walk.sees("h1 input", "Kept all the same").await;
    assert_eq!(walk.kept("setup-doors").await["name"], "Kept all the same");
    walk.end_expecting("422").await;
}

/// What the core changes counts, whatever is edited while it works; pressed twice it counts twice.
#[tokio::test(flavor = "multi_thread")]
async fn quick_hands_lose_nothing() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    let lights = walk.kept("setup-doors").await["lights"].as_array().unwrap().len();
    walk.read(
        "const add = [...document.querySelectorAll('button')].find((b) => b.textContent.trim() === 'Add a light');
         add.click(); add.click();",
    )
    .await;
    walk.wait(
        "two lights more",
        &format!("return document.querySelectorAll('[data-dial^=power]').length === {}", lights + 2),
    )
    .await;
    walk.type_into("Distance from the camera", "5").await;
    walk.click_dial("iso", true).await;
    walk.saved().await;
    let kept = walk.kept("setup-doors").await;
    assert_eq!(kept["lights"].as_array().unwrap().len(), lights + 2);
    assert_eq!(kept["camera"]["iso"]["at"], 2);
    let y = kept["scene"]["camera"]["at"]["y"].as_f64().unwrap();
    assert!((y + 5.0).abs() < 0.2, "the camera stands at {y}");
    walk.end().await;
}

/// Cut off and there again: it tries by itself, and everything is kept.
#[tokio::test(flavor = "multi_thread")]
async fn it_goes_on_when_the_studio_answers_again() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.cut_off(true).await;
    walk.type_into("Note", "typed while it was away").await;
    walk.sees("[data-save]", "trying again").await;
    walk.cut_off(false).await;
    walk.saved().await;
    assert_eq!(walk.kept("setup-doors").await["note"], "typed while it was away");
    walk.end_expecting("Failed to load resource").await;
}

/// A page that is closed before it could keep everything offers it again.
#[tokio::test(flavor = "multi_thread")]
async fn a_closed_page_offers_its_draft() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.cut_off(true).await;
    walk.type_into("Note", "left behind").await;
    walk.sees("[data-save]", "trying again").await;
    let left = walk.browser.window().await.unwrap();
    let fresh = walk.browser.new_tab().await.unwrap();
    walk.browser.switch_to_window(left).await.unwrap();
    walk.browser.close_window().await.unwrap();
    walk.browser.switch_to_window(fresh).await.unwrap();
    walk.open("/setups/setup-doors").await;
    walk.sees("[data-said]", "not saved when the page was closed").await;
    walk.press_named("Take them up").await;
    walk.sees("input", "left behind").await;
    walk.saved().await;
    assert_eq!(walk.kept("setup-doors").await["note"], "left behind");
    walk.end_expecting("Failed to load resource").await;
}

/// The day is never behind the bench, and its undo leaves the bench's work alone.
#[tokio::test(flavor = "multi_thread")]
async fn the_day_follows_the_bench() {
    let walk = Walk::at_desk().await;
    walk.open("/jobs/job-slip-shed/day?setup=setup-doors").await;
    walk.type_into("Boatbuilder at the doors: begins at", "6:20 pm").await;
    walk.wait("the time", "return [...document.querySelectorAll('input')].some((i) => i.value === '18:20')").await;
    walk.press("[data-setup=setup-doors] a.name").await;
    walk.sees("[data-save]", "Saved").await;
    walk.type_into("It is", "18:31").await;
    walk.saved().await;
    walk.wait("kept", "return [...document.querySelectorAll('input')].some((i) => i.value === '18:31')").await;
    walk.browser.back().await.unwrap();
    walk.wait(
        "the bench's time on the day",
        "return [...document.querySelectorAll('input')].some((i) => i.value === '18:31')",
    )
    .await;
    walk.end().await;
}

/// Two things deleted one after the other: both can be brought back, however long ago.
#[tokio::test(flavor = "multi_thread")]
async fn both_of_two_deletions_come_back() {
    let walk = Walk::at_desk().await;
    walk.open("/").await;
    walk.pick("More for Hands on the plank", "Delete").await;
    walk.no_longer_sees("[role=grid] a", "Hands on the plank").await;
    walk.pick("More for Enamel in the glasshouse", "Delete").await;
    walk.wait("a list of both", "return document.querySelector('summary')?.textContent.endsWith('days: 2')").await;
    walk.press("summary").await;
    walk.accessible("the list of what was deleted").await;
    walk.press_named("Bring back Hands on the plank").await;
    walk.sees("[role=grid] a", "Hands on the plank").await;
    walk.press_named("Bring back Enamel in the glasshouse").await;
    walk.sees("article input", "Enamel in the glasshouse").await;
    walk.end().await;
}

/// A part of the program that cannot be fetched any more is told, with the way on.
#[tokio::test(flavor = "multi_thread")]
async fn a_part_that_is_gone_does_not_blank_the_page() {
    let walk = Walk::at_desk().await;
    walk.open("/").await;
    walk.sees("h1", "Jobs").await;
    let browser = walk.browser.cdp();
    browser.send_raw("Network.enable", serde_json::json!({})).await.unwrap();
    browser.send_raw("Network.setBlockedURLs", serde_json::json!({ "urls": ["*/assets/KitPage*"] })).await.unwrap();
    walk.press_named("Kit").await;
    walk.sees("h1", "Tolva was brought up to date").await;
    walk.accessible("the error screen").await;
    browser.send_raw("Network.setBlockedURLs", serde_json::json!({ "urls": [] })).await.unwrap();
    walk.press_named("Load it again").await;
    walk.sees("h1", "Kit").await;
    // The browser itself tells of the part it could not fetch.
    walk.end_expecting("KitPage").await;
}

/// A clock in the address that is none is passed over, and so is one of twelve hours read right.
#[rstest]
#[case::evening("6%3A40%20pm", "18:40")]
#[case::none("tea%20time", ":")]
#[tokio::test(flavor = "multi_thread")]
async fn a_time_in_the_address(#[case] typed: &str, #[case] shown: &str) {
    let walk = Walk::at_desk().await;
    walk.open(&format!("/jobs/job-slip-shed/day?setup=setup-doors&at={typed}")).await;
    let field = walk.named("input", "It is").await;
    let value = field.value().await.unwrap().unwrap();
    assert!(value.contains(shown), "{value}");
    walk.end().await;
}

/// What another program kept, or a later one, is named; the rest works.
#[tokio::test(flavor = "multi_thread")]
async fn the_other_window_hears_of_everything() {
    let walk = Walk::at_desk().await;
    walk.open("/").await;
    walk.sees("article input", "Slip shed").await;
    let call = "const done = arguments[arguments.length - 1];
        fetch('/api/jobs', {method: 'POST', headers: {'Content-Type': 'application/json'},
            body: JSON.stringify({name: 'Made elsewhere', kind: 'event', client: '', date: '', place: '',
                purpose: {shown: {on: 'anywhere'}, shape: 'sensor'},
                venue: {tripod: true, stands: true, flash: true, sound: true, bounce: true}, lines: []})}).then(() => done(1))";
    walk.browser.execute_async(call, Vec::<Value>::new()).await.unwrap();
    walk.sees("article input", "Made elsewhere").await;
    walk.end().await;
}
