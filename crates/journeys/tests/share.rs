//! A second device in the room: let in by a code, turning the bench the desk looks at, and put out.

#![allow(clippy::unwrap_used)]

use serde_json::Value;
use thirtyfour::prelude::*;
use tolva_journeys::Walk;

#[tokio::test(flavor = "multi_thread")]
async fn two_hands_on_one_setup() {
    let walk = Walk::at_a_shared_desk().await;
    walk.open("/settings").await;
    walk.sees("[data-shared]", "Nothing is encrypted").await;
    walk.press_named("Let a device in").await;
    walk.wait("the code", "return document.querySelector('[data-invitation] .code') !== null").await;
    walk.accessible("a code on the desk’s screen").await;
    let code = walk.read("return document.querySelector('.code').textContent.replace(' ', '')").await;
    let way = walk.read("return document.querySelector('[data-invitation] b').textContent").await;
    walk.open_setup("setup-doors").await;
    let desk = walk.browser.window().await.unwrap();

    // The other device: a browser page of its own on the other listener.
    let phone = walk.browser.new_tab().await.unwrap();
    walk.browser.switch_to_window(phone.clone()).await.unwrap();
    walk.resize(390, 844, true).await;
    let way = way.as_str().unwrap();
    walk.browser.goto(way).await.unwrap();
    walk.type_into("Code", "000000").await;
    walk.press("button").await;
    walk.sees("[role=alert]", "not right").await;
    walk.type_into("Code", code.as_str().unwrap()).await;
    walk.press("button").await;
    walk.wait("the jobs", "return document.querySelectorAll('article').length === 3").await;
    let room = way.trim_end_matches("/join");
    walk.browser.goto(format!("{room}/setups/setup-doors")).await.unwrap();
    walk.wait("the dials", "return document.querySelectorAll('[data-dial]').length >= 5").await;
    let turned = "document.querySelector('[data-dial=shutter] [role=slider]').getAttribute('aria-valuetext')";
    let before = walk.read(&format!("return {turned}")).await;
    walk.focus("[data-dial=shutter] [role=slider]").await;
    walk.keys(Key::Right).await;
    walk.saved().await;
    let after = walk.read(&format!("return {turned}")).await;
    assert_ne!(before, after);
    // The phone sees nothing of how it is shared, and nothing of the whole studio.
    walk.browser.goto(format!("{room}/settings")).await.unwrap();
    walk.sees("h2", "Lines of the field card").await;
    assert_eq!(walk.read("return document.body.textContent.includes('Back up')").await, Value::Bool(false));

    // The desk has it by itself; then it puts the phone out.
    walk.browser.switch_to_window(desk).await.unwrap();
    walk.wait("the turn at the desk", &format!("return {turned} === {after}")).await;
    walk.open("/settings").await;
    walk.sees("[data-device]", "in since").await;
    walk.press_named("Put out").await;
    walk.wait("nobody in", "return document.querySelector('[data-device]') === null").await;
    walk.browser.switch_to_window(phone).await.unwrap();
    walk.browser.goto(format!("{room}/")).await.unwrap();
    walk.sees("h1", "Come in").await;

    // Ended and begun again at the switch.
    walk.open("/settings").await;
    walk.press_named("End sharing").await;
    walk.press_named("Share in this room").await;
    walk.sees("[data-shared]", "Shared at").await;
    // The wrong code was refused, and what the phone asked once it was out.
    walk.end_expecting("responded with a status of 40").await;
}
