//! As it is done on location: what the pictures are for and what the venue forbids, tones in one frame, standing to the sun,
//! and what shows in glass.

#![allow(clippy::unwrap_used)]

use thirtyfour::prelude::*;
use tolva_journeys::Walk;

/// A print of no size is refused where it is typed; what the venue forbids is planned without, and who may hold the light
/// instead is a way out.
#[tokio::test(flavor = "multi_thread")]
async fn a_venue_without_stands() {
    let walk = Walk::at_desk().await;
    walk.open("/").await;
    walk.sees("[data-job=job-slip-shed]", "wide, seen from").await;
    walk.type_into("Long side of the print", "0.01").await;
    walk.sees("[data-job=job-slip-shed]", "The long side of the print can be 0.05 to 12 m, not 0.01").await;
    walk.type_into("Long side of the print", "0.9").await;
    walk.no_longer_sees("[data-job=job-slip-shed]", "The long side of the print can be").await;
    walk.press_named("Forbidden at the venue of Slip shed: nothing").await;
    walk.press_named("stands").await;
    walk.keys(Key::Escape).await;
    walk.sees("[data-job=job-slip-shed]", "forbidden there").await;
    walk.named("button", "Forbidden at the venue of Slip shed: stands").await;
    walk.accessible("jobs, and what a venue forbids").await;
    walk.open_setup("setup-doors").await;
    walk.sees("p", "for a print of 90 cm, seen from 72 cm").await;
    walk.sees("p", "No stands here: this light does not fire until it is held").await;
    walk.sees(".bind p", "No stands here: light A does not fire.").await;
    walk.press_named("Have an assistant hold the light").await;
    walk.no_longer_sees("p", "No stands here").await;
    let fires = "return document.querySelector('[data-patch=face][data-part=flash]') !== null";
    walk.wait("the octa to fire again", fires).await;
    walk.saved().await;
    assert_eq!(walk.kept("setup-doors").await["lights"][0]["held_by"], "assistant");
    walk.accessible("a bench under a venue's rules").await;
    walk.end_expecting("422").await;
}

/// In a group each is told by their own tone; the lightest is the limit, and who stands nearer the key is said.
#[tokio::test(flavor = "multi_thread")]
async fn tones_in_one_frame() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-table").await;
    walk.sees("p", "Person 3, very light").await;
    walk.sees("p", "Person 6, very dark").await;
    walk.open_set("setup-table").await;
    walk.press("[data-thing='people/2'][data-side=plan]").await;
    walk.sees("p", "Person 3, very light").await;
    walk.choose("very light", "dark").await;
    walk.sees("p", "Person 3, dark").await;
    walk.saved().await;
    assert_eq!(walk.kept("setup-table").await["scene"]["people"][2]["tone"], "dark");
    walk.end().await;
}

/// Back to the sun with the camera aside, as it is offered with how long it holds; undone in one step.
#[tokio::test(flavor = "multi_thread")]
async fn back_to_the_sun() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-water").await;
    let ways = "[aria-label='Standing to the sun']";
    walk.sees(ways, "until the sun goes").await;
    walk.sees(ways, "contrast").await;
    let before = walk.kept("setup-water").await;
    walk.press_named("Back to the sun, the camera 45° off at the right of the face").await;
    walk.no_longer_sees(ways, "Back to the sun").await;
    walk.saved().await;
    let after = walk.kept("setup-water").await;
    assert_ne!(before["scene"]["camera"]["at"], after["scene"]["camera"]["at"]);
    assert!(after["scene"]["people"][0]["looks"].is_number());
    walk.press_named("Undo").await;
    walk.sees(ways, "Back to the sun").await;
    walk.end().await;
}

/// A flash on the camera says how far it carries, and where that is too short, stepping in is the way out.
#[tokio::test(flavor = "multi_thread")]
async fn a_flash_on_the_camera_steps_in() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.choose("Battery head, 400 Ws", "Small on-camera flash").await;
    walk.choose("Octa 90 cm, two layers", "nothing before it").await;
    walk.choose("on a stand", "on the camera").await;
    walk.type_into("Background: EV at ISO 100", "15").await;
    walk.type_into("Face: EV at ISO 100", "12").await;
    walk.type_into("Distance from the camera", "6").await;
    walk.press_named("Solve").await;
    walk.sees("p", "On the camera it carries to").await;
    walk.saved().await;
    assert_eq!(walk.kept("setup-doors").await["lights"][0]["held_by"], "camera");
    walk.number_is("Distance from the camera", "n === 6").await;
    walk.press_named("Step in to").await;
    walk.number_is("Distance from the camera", "n < 6").await;
    walk.press_named("Undo").await;
    walk.number_is("Distance from the camera", "n === 6").await;
    walk.end().await;
}

/// A sunset is told by both schools, with the click between them.
#[tokio::test(flavor = "multi_thread")]
async fn a_sunset_by_both_schools() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-water").await;
    walk.sees("p", "one click past where the highlight warning goes: the cautious choice").await;
    walk.press_named("Turn the shutter there").await;
    walk.sees("p", "The highlight warning has just gone in the sky").await;
    walk.end().await;
}

/// What shows in glass is told by how loud it is; marked as wanted it is no trouble any more, and is kept so.
#[tokio::test(flavor = "multi_thread")]
async fn a_reflection_that_is_wanted() {
    let walk = Walk::at_desk().await;
    walk.open_set("setup-table").await;
    walk.sees(".trouble", "brighter than what the glass shows there").await;
    walk.sees(".well", "too faint to mind").await;
    let loud = "return document.querySelectorAll('[aria-label=\"What the set says\"] .trouble').length";
    let before = walk.figure(loud).await;
    walk.press(".trouble label[data-rac], .trouble button[aria-pressed=false]").await;
    walk.wait("one trouble less", &format!("{loud} === {}", before - 1.0)).await;
    walk.saved().await;
    assert_eq!(walk.kept("setup-table").await["wanted_reflections"].as_array().unwrap().len(), 1);
    walk.accessible("a set with a wanted reflection").await;
    walk.end().await;
}

/// A studio's own starting dials, in Settings, are where a plan begins.
#[tokio::test(flavor = "multi_thread")]
async fn dials_of_our_own() {
    let walk = Walk::at_desk().await;
    walk.open("/settings").await;
    walk.choose("as the light asks", "from an ISO and a shutter of our own").await;
    walk.choose("shutter", "ISO").await;
    walk.saved().await;
    walk.accessible("settings with dials of our own").await;
    walk.open_setup("setup-doors").await;
    walk.press_named("Solve").await;
    walk.sees("[data-dial=iso] output", "400").await;
    walk.end().await;
}
