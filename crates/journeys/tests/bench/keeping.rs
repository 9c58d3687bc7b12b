use super::*;

/// A dial that is held stays where it is when the others are solved; undo and reload find all of it.
#[tokio::test(flavor = "multi_thread")]
async fn hold_solve_undo_and_reload() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.sees("[data-dial=aperture] output", "f/7.1").await;
    for _ in 0..3 {
        walk.click_dial("aperture", true).await;
    }
    walk.sees("[data-dial=aperture] output", "f/10").await;
    walk.press_named("Aperture: free").await;
    walk.sees("[data-dial=aperture] button", "held").await;
    walk.press_named("Solve").await;
    walk.sees("h2", "Face and background meet at 0.").await;
    assert_eq!(walk.dial("aperture").await, "f/10");
    let solved = [walk.dial("shutter").await, walk.dial("iso").await];
    walk.saved().await;
    walk.open_setup("setup-doors").await;
    walk.sees("[data-dial=aperture] output", "f/10").await;
    walk.sees("[data-dial=aperture] button", "held").await;
    assert_eq!([walk.dial("shutter").await, walk.dial("iso").await], solved);
    // Back to where it began, and forward again.
    walk.wait(
        "something to undo",
        "return ![...document.querySelectorAll('button')].find((b) => b.textContent === 'Undo').disabled",
    )
    .await;
    while walk
        .read("return [...document.querySelectorAll('button')].find((b) => b.textContent === 'Undo').disabled")
        .await
        == false
    {
        let before = walk.read("return document.body.innerText").await;
        walk.press_named("Undo").await;
        walk.wait("the step back", &format!("return document.body.innerText !== {before}")).await;
        walk.saved().await;
    }
    walk.sees("[data-dial=aperture] output", "f/7.1").await;
    walk.press_named("Redo").await;
    walk.no_longer_sees("[data-dial=aperture] output", "f/7.1").await;
    walk.end().await;
}

/// A number that cannot be stays in its field, with the words beside it, and nothing is saved until it is put right.
#[tokio::test(flavor = "multi_thread")]
async fn bad_input_at_its_field() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.type_into("Distance from the camera", "-3").await;
    walk.sees("[data-rac]", "The length can be 0.0001 to 10000 m, not -3.").await;
    walk.sees("[data-save]", "Saved, but for what is marked").await;
    walk.sees("input", "-3").await;
    walk.type_into("Distance from the camera", "0.4").await;
    walk.sees("[data-rac]", "This lens focuses no nearer than 0.8 m.").await;
    walk.type_into("Background: time of the reading", "25:99").await;
    walk.sees("[data-rac]", "A time is needed here, like 18:30 or 6:30 pm.").await;
    walk.type_into("Background: time of the reading", "18:20").await;
    walk.type_into("Distance from the camera", "3").await;
    walk.no_longer_sees("[data-rac]", "This lens focuses").await;
    walk.saved().await;
    walk.open_setup("setup-doors").await;
    walk.sees("input", "18:20").await;
    // The refused requests are the browser's to mention.
    walk.end_expecting("422").await;
}

/// Two windows on one setup: what one keeps shows in the other by itself; where both changed the same while one could not
/// reach the studio, both sides are shown and neither is lost.
#[tokio::test(flavor = "multi_thread")]
async fn two_windows() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    let first = walk.browser.window().await.unwrap();
    let second = walk.browser.new_tab().await.unwrap();
    walk.browser.switch_to_window(second).await.unwrap();
    walk.open_setup("setup-doors").await;
    walk.type_into("Note", "from the second window").await;
    walk.saved().await;
    walk.browser.switch_to_window(first).await.unwrap();
    walk.sees("input", "from the second window").await;
    walk.cut_off(true).await;
    walk.type_into("Note", "from the first window").await;
    walk.sees("[data-save]", "trying again").await;
    let first = walk.browser.window().await.unwrap();
    let second = walk.browser.windows().await.unwrap().into_iter().find(|window| *window != first).unwrap();
    walk.browser.switch_to_window(second).await.unwrap();
    walk.type_into("Note", "again from the second").await;
    walk.saved().await;
    walk.browser.switch_to_window(first).await.unwrap();
    walk.cut_off(false).await;
    walk.sees("[data-said]", "Another window changed the same").await;
    walk.sees("[data-said] li", "yours “from the first window”, the other “again from the second”").await;
    walk.accessible("both sides of a conflict").await;
    walk.type_into("Name of the setup", "Named while the bar stood").await;
    walk.press_named("Put mine over it").await;
    walk.saved().await;
    walk.sees("input", "from the first window").await;
    walk.sees("input", "Named while the bar stood").await;
    // Each of the two is taken back by itself.
    walk.press_named("Undo").await;
    walk.no_longer_sees("input", "Named while the bar stood").await;
    walk.sees("input", "from the first window").await;
    walk.press_named("Undo").await;
    walk.sees("input", "again from the second").await;
    walk.end_expecting("Failed to load resource").await;
}
