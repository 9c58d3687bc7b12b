use super::*;

/// The whole way without a pointer: to the set, along the list, moved from above and from the side, turned, solved,
/// undone.
#[tokio::test(flavor = "multi_thread")]
async fn by_keyboard_alone() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.keys("g").await;
    // Words follow a moment after the drawing.
    walk.find("[aria-label='On the set'] [role=option][aria-selected=true]").await;
    walk.keys("l").await;
    walk.wait("the list in focus", "return document.activeElement.getAttribute('role') === 'option'").await;
    walk.keys(Key::Right).await;
    walk.keys(Key::Enter).await;
    walk.sees("[data-sheet] h2", "White card").await;
    walk.keys(Key::Left).await;
    walk.keys(Key::Enter).await;
    walk.sees("[data-sheet] h2", "Octa 90 cm").await;
    let flash = walk.level("face", "flash").await;
    let (along, high) = (walk.number("Light A: along").await, walk.number("Light A: height").await);
    walk.keys("m").await;
    walk.wait("the light in focus", "return document.activeElement.dataset.side === 'plan'").await;
    // Towards the camera, further from the face: 25 cm, and the flash on the face falls.
    walk.shifted(Key::Left).await;
    walk.number_is("Light A: along", &format!("n > {along} + 0.2")).await;
    walk.wait(
        "less flash",
        &format!(
            "return Number(document.querySelector('[data-patch=face][data-part=flash]').getAttribute('aria-valuenow')) < {flash} - 0.1"
        ),
    )
    .await;
    walk.keys("e").await;
    walk.wait("the light in focus", "return document.activeElement.dataset.side === 'elevation'").await;
    walk.keys(Key::Down).await;
    walk.number_is("Light A: height", &format!("n < {high}")).await;
    walk.keys("t").await;
    walk.wait("its handle in focus", "return document.activeElement.dataset.turn === 'lights/0'").await;
    walk.keys(Key::Right).await;
    walk.sees("h2 .place", "off the face").await;
    walk.saved().await;
    walk.keys("s").await;
    walk.saved().await;
    let undo = walk.named("button", "Undo").await;
    while undo.is_enabled().await.unwrap() {
        let before = walk.read("return document.body.innerText").await;
        walk.keys("z").await;
        walk.wait("the step back", &format!("return document.body.innerText !== {before}")).await;
        walk.saved().await;
    }
    walk.number_is("Light A: height", &format!("Math.abs(n - {high}) < 0.001")).await;
    walk.keys("?").await;
    walk.sees("[role=dialog]", "Move the chosen thing, seen from above, with the arrow keys").await;
    walk.end().await;
}

/// On a phone the scale stays in sight above the drawing; a light is dragged with the finger's place.
#[tokio::test(flavor = "multi_thread")]
async fn on_a_phone() {
    let walk = Walk::on_phone().await;
    walk.open_setup("setup-doors").await;
    walk.named("[role=radio]", "Set").await.click().await.unwrap();
    walk.find("[data-drawing=plan]").await;
    walk.fits_across().await;
    walk.accessible("the set on a phone").await;
    let distance = walk.number("Light A: distance to the face").await;
    walk.drag(A, -30, 0).await;
    walk.number_is("Light A: distance to the face", &format!("n > {distance} + 0.1")).await;
    let seen = walk
        .read("const r = document.querySelector('figure svg').getBoundingClientRect(); return r.top >= 0 && r.bottom < innerHeight * 0.5")
        .await;
    assert_eq!(seen, true, "the scale is out of sight: {}", walk.read("const r = document.querySelector('figure svg').getBoundingClientRect(); return [r.top, r.bottom, innerHeight, scrollY].join()").await);
    walk.named("[role=radio]", "Dials").await.click().await.unwrap();
    walk.wait("the dials", "return document.querySelector('[data-dial=shutter]').getClientRects().length > 0").await;
    walk.end().await;
}

/// On a tablet held upright drawing and scale stand beside each other, and nothing is wider than the screen.
#[tokio::test(flavor = "multi_thread")]
async fn on_a_tablet() {
    let walk = Walk::on_tablet().await;
    for setup in ["setup-water", "setup-table"] {
        walk.open_set(setup).await;
        walk.fits_across().await;
        let beside = walk
            .read(
                "const box = (s) => document.querySelector(s).getBoundingClientRect();
                 const [drawing, scale] = [box('[data-drawing=elevation]'), box('figure svg')];
                 return drawing.right <= scale.left && drawing.width > 400 && scale.bottom < innerHeight",
            )
            .await;
        assert_eq!(beside, true, "{setup}");
    }
    walk.end().await;
}

/// Both looks, and what is at rest, against WCAG.
#[rstest]
#[case::daylight("daylight")]
#[case::dusk("dusk")]
#[tokio::test(flavor = "multi_thread")]
async fn accessible_in_both_looks(#[case] look: &str) {
    let walk = Walk::at_desk().await;
    walk.open("/").await;
    if look == "dusk" {
        walk.press_named("Dusk").await;
        walk.named("button", "Daylight").await;
    }
    walk.open_set("setup-table").await;
    walk.accessible(&format!("the set by {look}")).await;
    walk.press_named("Start from").await;
    walk.named("[role=menuitem]", "Cross light").await;
    walk.accessible(&format!("the arrangements by {look}")).await;
    walk.keys(Key::Escape).await;
    for thing in ["camera", "people/0", "panes/0", "room", "weather"] {
        walk.press(&format!("[role=option][data-key='{thing}']")).await;
        walk.find(&format!("[data-sheet='{thing}'] input")).await;
    }
    walk.accessible(&format!("sun and wind by {look}")).await;
    walk.end().await;
}
