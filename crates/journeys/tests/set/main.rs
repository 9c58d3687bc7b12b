//! The set: lights in space, moved by hand in plan and elevation.

#![allow(clippy::unwrap_used)]

mod everywhere;
mod sheets;

use base64::Engine as _;
use rstest::rstest;
use serde_json::Value;
use thirtyfour::prelude::*;
use tolva_journeys::{Done, Walk, downloaded};

const A: &str = "[data-thing='lights/0'][data-side=plan]";

/// Moved nearer by hand, with everything solved on the way: its power drops and its spill leaves the background darker;
/// let go, it is one step to undo.
#[tokio::test(flavor = "multi_thread")]
async fn nearer_is_weaker_and_darkens_the_background() {
    let walk = Walk::at_desk().await;
    walk.open_set("setup-table").await;
    walk.press("label[data-rac]").await;
    walk.saved().await;
    walk.wait("solved", "return document.querySelector('[data-save]').dataset.save === 'saved'").await;
    let before = walk.number("Light A: distance to the face").await;
    let (power, spill) = (walk.dial("power-key").await, walk.level("background", "flash").await);
    // Along its line to the face: 1.4 m of 3.8, so that the light on the subject rises by well over a stop.
    let kept = walk.kept("setup-table").await;
    let at = &kept["lights"][0]["at"];
    let scale = walk.scale().await * 0.36;
    let by = |axis: &str| -at[axis].as_f64().unwrap() * scale;
    walk.drag(A, by("y") as i64, by("x") as i64).await;
    let after = walk.number_is("Light A: distance to the face", &format!("n < {before} - 1")).await;
    walk.wait(
        "another power",
        &format!("return document.querySelector('[data-dial=power-key] output').textContent !== '{power}'"),
    )
    .await;
    walk.saved().await;
    assert!(ten_stop(&walk.dial("power-key").await) < ten_stop(&power), "{power}");
    let darker = walk.level("background", "flash").await;
    assert!(darker < spill - 0.1, "{spill} {darker} at {after} m");
    // Put down to a round hand measure.
    let at = walk.kept("setup-table").await["lights"][0]["at"].clone();
    for axis in ["x", "y"] {
        let steps = at[axis].as_f64().unwrap() / 0.05;
        assert!((steps - steps.round()).abs() < 1e-6, "{at}");
    }
    // One way of the hand is one step.
    walk.press_named("Undo").await;
    walk.number_is("Light A: distance to the face", &format!("Math.abs(n - {before}) < 0.01")).await;
    walk.end().await;
}

/// A power on the ten-stop scale.
fn ten_stop(label: &str) -> f64 {
    label.parse().unwrap_or_else(|_| panic!("{label} is not on the ten-stop scale"))
}

/// A group lit from its side is uneven, and says who is darkest; turned across it by hand it evens out, and so it does by
/// the way that is offered.
#[tokio::test(flavor = "multi_thread")]
async fn feather_it_and_the_group_evens_out() {
    let walk = Walk::at_desk().await;
    walk.open_set("setup-table").await;
    walk.sees("[aria-label='What the set says'] p", "Uneven over the group by").await;
    const SPREAD: &str = "return document.querySelector('[data-spread=face]').getBBox().height";
    let before = walk.figure(SPREAD).await;
    // By hand: the handle before the light, 15° a key, across the group and past it.
    walk.focus("[data-turn='lights/0'][data-side=plan]").await;
    const TURNED: &str =
        "return Number(document.querySelector('[data-turn][data-side=plan]').getAttribute('aria-valuenow'))";
    let start = walk.figure(TURNED).await;
    let back = format!("{TURNED} === {start}");
    for off in [15.0, 30.0, 45.0] {
        walk.shifted(Key::Right).await;
        walk.wait("the light turned", &format!("{TURNED} > {}", start + off - 4.0)).await;
    }
    walk.saved().await;
    let by_hand = walk.figure(SPREAD).await;
    assert!(by_hand < before * 0.75, "turned by hand: {before} {by_hand}");
    walk.undo_until("the way back", &back).await;
    // By pointer the knob goes where the hand takes it: square to its arm by the arm's length is a turn of 45°.
    let arm = walk
        .read(
            "const d = document.querySelector('[data-turn][data-side=plan] path').getAttribute('d').slice(1).split(/[L ]/).map(Number);
             return [d[2] - d[0], d[3] - d[1]]",
        )
        .await;
    let (dx, dy) = (arm[0].as_f64().unwrap(), arm[1].as_f64().unwrap());
    walk.drag("[data-turn='lights/0'][data-side=plan] .knob", -dy as i64, dx as i64).await;
    walk.wait(
        "the knob turned",
        &format!("return Math.abs({} - {start} - 45) <= 4", TURNED.trim_start_matches("return ")),
    )
    .await;
    walk.saved().await;
    walk.undo_until("the way back", &back).await;
    // By what is offered.
    walk.press_named("Feather the Umbrella").await;
    walk.wait("a smaller spread", &format!("{SPREAD} < {}", before * 0.75)).await;
    walk.saved().await;
    walk.end().await;
}

/// After dark the windows are mirrors: what shows says where, the drawing shows the way it takes, and the smallest cure
/// takes it out.
#[tokio::test(flavor = "multi_thread")]
async fn a_light_in_the_glass_is_cured() {
    let walk = Walk::at_desk().await;
    walk.open_set("setup-table").await;
    const SAYS: &str = "[aria-label='What the set says'] p";
    walk.sees(SAYS, "Umbrella 100 cm, shot through shows in the glass, at the upper left of the picture, ").await;
    const IMAGES: &str = "return document.querySelectorAll('[data-drawing=plan] [data-mirror-image]').length";
    let before = walk.figure(IMAGES).await;
    assert!(before >= 2.0, "the drawing shows {before} mirror images");
    // Seen in the picture before it is taken, it changes nothing yet.
    walk.press_named("See it first").await;
    walk.wait(
        "the frame after",
        "return document.querySelector('[data-small][aria-label^=\"The frame after\"]') !== null",
    )
    .await;
    assert_eq!(walk.figure(IMAGES).await, before);
    walk.press("[aria-label='Cures, the smallest move first'] button").await;
    walk.no_longer_sees(SAYS, "Umbrella 100 cm, shot through shows in the glass").await;
    assert!(walk.figure(IMAGES).await < before);
    walk.saved().await;
    // Put back by hand it shows again.
    walk.choose("by hand", "at the subject").await;
    walk.sees(SAYS, "Umbrella 100 cm, shot through shows in the glass").await;
    walk.end().await;
}

/// A card fills more the nearer it comes, until it is in the picture; then it goes back to where it is clear.
#[tokio::test(flavor = "multi_thread")]
async fn a_card_comes_nearer_until_it_is_in_the_picture() {
    let walk = Walk::at_desk().await;
    walk.open_set("setup-doors").await;
    walk.sees("[aria-label='What the set says'] p", "Nothing stands in the picture").await;
    let shadow = walk.level("shadow_side", "flash").await;
    let from = walk.kept("setup-doors").await["scene"]["cards"][0]["at"].clone();
    // By keys first, 5 cm at a time: up the page is to the left, towards the face.
    walk.press("[data-thing='cards/0'][data-side=plan]").await;
    walk.sees("[data-sheet='cards/0'] h2", "White card").await;
    // What it adds says where that number comes from.
    walk.press("[data-sheet='cards/0'] [data-told]").await;
    walk.sees("[role=dialog] li", "What walls and cards send back, set by eye; ±").await;
    walk.keys(Key::Escape).await;
    walk.wait("closed", "return !document.querySelector('[role=dialog]')").await;
    walk.press("[data-thing='cards/0'][data-side=plan]").await;
    let across = walk.number("Card 1: across").await;
    walk.keys(Key::Up).await;
    let nearer = walk.number_is("Card 1: across", &format!("n < {across}")).await;
    assert!((nearer * 20.0 - (nearer * 20.0).round()).abs() < 1e-6, "{nearer} is no round hand measure");
    walk.wait(
        "more fill",
        &format!(
            "return Number(document.querySelector('[data-patch=shadow_side][data-part=flash]').getAttribute('aria-valuenow')) > {shadow}"
        ),
    )
    .await;
    // By hand, 30 cm at once: into the picture.
    let up = (walk.scale().await * 0.3) as i64;
    walk.drag("[data-thing='cards/0'][data-side=plan]", 0, -up).await;
    walk.sees("[aria-label='What the set says'] p", "The white card is in the picture.").await;
    walk.press_named("Put it where it is clear").await;
    walk.sees("[aria-label='What the set says'] p", "Nothing stands in the picture").await;
    walk.saved().await;
    let to = walk.kept("setup-doors").await["scene"]["cards"][0]["at"].clone();
    assert_ne!(from, to);
    walk.end().await;
}

/// From a pointer moved to the light redrawn; printed, not judged.
#[tokio::test(flavor = "multi_thread")]
async fn how_fast_a_light_follows_the_hand() {
    let walk = Walk::at_desk().await;
    walk.open_set("setup-table").await;
    let done = Done {
        with: "const light = document.querySelector(\"[data-thing='lights/0'][data-side=plan]\");
             const box = light.getBoundingClientRect();
             const at = { clientX: box.x + box.width / 2, clientY: box.y + box.height / 2 };
             const send = (type, target) => target.dispatchEvent(new PointerEvent(type, {
                bubbles: true, pointerId: 7, pointerType: 'mouse', button: 0, buttons: 1,
                clientX: at.clientX, clientY: at.clientY, pageX: at.clientX, pageY: at.clientY }));
             send('pointerdown', light);",
        act: "at.clientX += took.length % 2 ? -9 : 9; send('pointermove', window);",
        after: "send('pointerup', window)",
    };
    let part = ("[data-patch=face][data-part=flash]", "aria-valuenow");
    walk.print_how_long("light moved to levels redrawn", part, done).await;
    walk.end().await;
}
