//! The picture with the scale and the set: the line from a mark to its bar, frames of a burst, the ridge behind, everything moved
//! together.

#![allow(clippy::unwrap_used)]

use serde_json::Value;
use thirtyfour::prelude::*;
use tolva_journeys::Walk;

/// A bar in the keyboard's hand, and a ring under the pointer, show where the patch is measured: by a line between the two.
#[tokio::test(flavor = "multi_thread")]
async fn from_the_mark_to_its_bar() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.wait("the picture", "return document.querySelector('[data-patch-place=face]') !== null").await;
    // However rough the picture still is, its marks are as large as its words are read.
    let high = walk
        .figure("return document.querySelector('[data-patch-place=face] rect').getBoundingClientRect().height")
        .await;
    assert!((10.0..=20.0).contains(&high), "{high}");
    const DRAWN: &str = "return document.querySelector('[data-mark-line=face] path') !== null";
    assert_eq!(walk.read(DRAWN).await, Value::Bool(false));
    walk.focus("[data-patch=face][data-part]").await;
    walk.wait("a line to the face", DRAWN).await;
    // It begins at the ring and ends at the number.
    const ENDS: &str = "
        const line = document.querySelector('[data-mark-line=face] path').getBoundingClientRect();
        const ring = document.querySelector('[data-patch-place=face] circle').getBoundingClientRect();
        const told = document.querySelector('[data-total=face]').getBoundingClientRect();
        return Math.abs(line.left - ring.right) < 6 && Math.abs(line.right - told.left) < 14";
    assert_eq!(walk.read(ENDS).await, Value::Bool(true));
    walk.focus("[data-dial=shutter] [role=slider]").await;
    walk.wait("no line", "return document.querySelector('[data-mark-line] path') === null").await;
    const TO_BACKGROUND: &str = "return document.querySelector('[data-mark-line=background] path') !== null";
    walk.points_at("[data-patch-place=background] rect", "a line to the background", TO_BACKGROUND).await;
    // The cross that tells the level follows the pointer, and does not come between it and the mark.
    const TOLD: &str = "
        const cross = document.querySelector('[data-pointer]').getBoundingClientRect();
        const mark = document.querySelector('[data-patch-place=background] rect').getBoundingClientRect();
        const [x, y] = [cross.x + cross.width / 2, cross.y + cross.height / 2];
        return x > mark.left && x < mark.right && y > mark.top && y < mark.bottom";
    walk.points_at("[data-patch-place=background] rect", "the cross on the mark", TOLD).await;
    let mark = walk.find("[data-patch-place=background] rect").await;
    let over = walk.browser.action_chain().move_to_element_center(&mark).move_by_offset(2, 1);
    over.move_by_offset(2, 1).perform().await.unwrap();
    assert_eq!(walk.read(TO_BACKGROUND).await, Value::Bool(true));
    walk.accessible("a line from mark to bar").await;
    walk.end().await;
}

/// Faster than the flash comes back, the picture can be seen as a burst has it, and the face is darker there.
#[tokio::test(flavor = "multi_thread")]
async fn frames_of_a_burst() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.wait("the picture", "return document.querySelector('canvas[data-picture]') !== null").await;
    const BUTTON: &str = "return document.querySelector('[aria-label^=\"as in a burst\"]') !== null";
    assert_eq!(walk.read(BUTTON).await, Value::Bool(false));
    const FACE: &str = "
        const canvas = document.querySelector('canvas[data-picture]');
        const [w, h] = [canvas.width, canvas.height];
        const data = canvas.getContext('2d').getImageData(0.46 * w - 4, 0.26 * h - 4, 9, 9).data;
        let sum = 0; for (let i = 0; i < data.length; i += 4) sum += data[i + 1];
        return sum / (data.length / 4)";
    let planned = walk.figure(FACE).await;
    // Two stops more power, which is not back between two frames.
    walk.focus("[data-dial=power-octa] [role=slider]").await;
    for _ in 0..6 {
        walk.keys(Key::Left).await;
    }
    let now = FACE.replace("return ", "const now = ");
    walk.wait("a brighter face", &format!("{now}; return now > {}", planned + 20.0)).await;
    walk.type_into("Time between frames", "0.05").await;
    walk.wait("the way to see it", BUTTON).await;
    walk.saved().await;
    let whole = walk.figure(FACE).await;
    walk.press("[aria-label^=\"as in a burst\"]").await;
    walk.wait("a darker face", &format!("{now}; return now < {}", whole - 8.0)).await;
    walk.press_named("all light").await;
    walk.wait("the face again", &format!("{now}; return now > {}", whole - 5.0)).await;
    walk.end().await;
}

/// With everything moved together, an arrow on the camera takes light and subject along, and turning it turns all about the subject.
#[tokio::test(flavor = "multi_thread")]
async fn all_together() {
    let walk = Walk::at_desk().await;
    walk.open_set("setup-doors").await;
    let before = walk.kept("setup-doors").await;
    walk.press_named("All together").await;
    walk.focus("[data-thing=camera][data-side=plan]").await;
    walk.keys(Key::Right).await;
    walk.saved().await;
    let after = walk.kept("setup-doors").await;
    let place = |setup: &Value, at: &str| {
        let part = setup.pointer(at).unwrap();
        (part["x"].as_f64().unwrap(), part["y"].as_f64().unwrap())
    };
    let all = ["/scene/camera/at", "/lights/0/at", "/scene/people/0"];
    let moved: Vec<(f64, f64)> = all
        .iter()
        .map(|at| {
            let (from, to) = (place(&before, at), place(&after, at));
            (to.0 - from.0, to.1 - from.1)
        })
        .collect();
    assert!(moved[0].0.hypot(moved[0].1) > 0.02, "{moved:?}");
    for way in &moved {
        assert!((way.0 - moved[0].0).abs() < 0.03 && (way.1 - moved[0].1).abs() < 0.03, "{moved:?}");
    }
    // Turned, the subject stays and keeps its distances.
    walk.focus("[data-turn=camera][data-side=plan]").await;
    walk.shifted(Key::Right).await;
    walk.saved().await;
    let turned = walk.kept("setup-doors").await;
    assert_eq!(place(&turned, "/scene/people/0"), place(&after, "/scene/people/0"));
    let far = |setup: &Value, at: &str| {
        let (a, b) = (place(setup, at), place(setup, "/scene/people/0"));
        (a.0 - b.0).hypot(a.1 - b.1)
    };
    for at in &all[..2] {
        assert!((far(&turned, at) - far(&after, at)).abs() < 0.01, "{at}");
        assert!(place(&turned, at) != place(&after, at), "{at}");
    }
    walk.accessible("all moved together").await;
    walk.end().await;
}
