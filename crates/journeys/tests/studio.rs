//! Jobs, kit and settings, the phone, and what assistive technology finds.

#![allow(clippy::unwrap_used)]

use thirtyfour::prelude::*;
use tolva_journeys::Walk;

/// Makes, names, copies, deletes and brings back; orders setups by keys.
#[tokio::test(flavor = "multi_thread")]
async fn jobs_and_their_setups() {
    let walk = Walk::at_desk().await;
    walk.open("/").await;
    walk.sees("a", "Boatbuilder at the doors").await;
    walk.press_named("New job").await;
    walk.sees("article input", "New job").await;
    walk.type_into("Name of the job", "Rope walk at dawn").await;
    walk.sees("article input", "Rope walk at dawn").await;
    walk.pick("More for Slip shed", "Duplicate").await;
    walk.sees("article input", "Slip shed, copy").await;
    walk.pick("More for Slip shed, copy", "Delete").await;
    walk.no_longer_sees("article input", "Slip shed, copy").await;
    walk.press_named("Bring it back").await;
    walk.sees("article input", "Slip shed, copy").await;
    // A date that is no date is refused at its field.
    walk.type_into("Date", "2026-02-31").await;
    walk.sees("article [data-rac]", "A date is needed here").await;
    // The second setup of the sample job goes first.
    walk.pick("More for Hands on the plank", "Earlier").await;
    const GRID: &str = "const grid = [...document.querySelectorAll('[role=grid]')].find((g) => g.textContent.includes('Hands on the plank'));";
    let order = format!("{GRID} return [...grid.querySelectorAll('[role=row] a')].map((a) => a.textContent).join()");
    walk.wait("the new order", &format!("{order}.startsWith('Hands')")).await;
    walk.read(&format!("{GRID} grid.querySelector('[role=row] button').focus()")).await;
    walk.keys(Key::Enter).await;
    walk.wait("carrying", "return !!document.querySelector('[role=row][data-dragging]')").await;
    walk.keys(Key::Down).await;
    walk.keys(Key::Enter).await;
    walk.wait("the first order again", &format!("{order}.startsWith('Boatbuilder')")).await;
    walk.open("/").await;
    walk.wait("the order kept", &format!("{order}.startsWith('Boatbuilder')")).await;
    // A setup of one's own, solved from the kit.
    walk.type_into("New setup: type its name", "Splice by the window").await;
    walk.sees("[data-dial=shutter] output", "1/").await;
    walk.sees("p", "Nothing metered yet").await;
    walk.end_expecting("422").await;
}

/// The kit: values checked against their ranges, things added, and what is in use not deleted.
#[tokio::test(flavor = "multi_thread")]
async fn the_kit() {
    let walk = Walk::at_desk().await;
    walk.open("/kit").await;
    walk.named("[role=option]", "Hot-shoe flash").await.click().await.unwrap();
    walk.type_into("Recharge after full power", "900").await;
    walk.sees("[data-rac]", "The full recharge time can be 0.02 to 60 s, not 900.").await;
    walk.type_into("Recharge after full power", "2.1").await;
    walk.no_longer_sees("[data-rac]", "The full recharge time").await;
    walk.sees("[data-save]", "Saved").await;
    walk.press_named("Delete this flash").await;
    walk.sees("[data-said]", "is used by").await;
    walk.press_named("Add a gel").await;
    walk.sees("section input", "New gel").await;
    walk.type_into("Name", "Pale straw").await;
    walk.sees("[role=option]", "Pale straw").await;
    walk.press_named("Delete this gel").await;
    walk.no_longer_sees("[role=option]", "Pale straw").await;
    walk.press_named("Bring it back").await;
    walk.sees("[role=option]", "Pale straw").await;
    // A flash without any guide number.
    walk.press_named("Add a flash").await;
    walk.sees("section input", "New flash").await;
    walk.choose("a guide number", "a table over its zoom").await;
    walk.press_named("Delete row 1 of Zoom table").await;
    walk.press_named("Delete row 1 of Zoom table").await;
    walk.sees("[data-said]", "A flash needs a guide number").await;
    // In use, and a value that cannot be, are refused: the browser mentions both.
    let said = ["409", "422"];
    let log = walk.browser.browser_log().await.unwrap();
    let severe = log.iter().filter(|entry| entry.level == "SEVERE");
    assert!(severe.clone().all(|entry| said.iter().any(|code| entry.message.contains(code))), "{log:?}");
    walk.end().await;
}

/// Feet, halves and dusk from the settings, in force on the bench.
#[tokio::test(flavor = "multi_thread")]
async fn settings_take_effect() {
    let walk = Walk::at_desk().await;
    walk.open("/settings").await;
    walk.choose("metres", "feet").await;
    walk.choose("as each camera is set", "halves").await;
    walk.choose("as the device is set", "dusk").await;
    walk.wait("the dusk look", "return getComputedStyle(document.body).backgroundColor === 'rgb(27, 27, 27)'").await;
    walk.type_into("Meter constant C", "20").await;
    walk.sees("[data-rac]", "The incident constant C can be 240 to 540").await;
    walk.open_setup("setup-doors").await;
    walk.sees("input", "7.88").await;
    walk.sees("[data-dial=aperture] p", "in").await;
    walk.press_named("Solve").await;
    walk.wait(
        "half-stop marks",
        "return /^1\\/(125|180|90|60|45|30)$/.test(document.querySelector('[data-dial=shutter] output').textContent)",
    )
    .await;
    walk.end_expecting("422").await;
}

/// One thumb at 390 × 844: nothing runs off the side, targets are big enough, the dials turn.
#[tokio::test(flavor = "multi_thread")]
async fn on_a_phone() {
    let walk = Walk::on_phone().await;
    walk.open("/").await;
    walk.sees("a", "Boatbuilder at the doors").await;
    const RUNS_OFF: &str = "return document.documentElement.scrollWidth > window.innerWidth";
    assert_eq!(walk.read(RUNS_OFF).await, false, "the jobs run off the side");
    walk.press_named("Boatbuilder at the doors").await;
    walk.sees("[data-dial=shutter] output", "1/160").await;
    assert_eq!(walk.read(RUNS_OFF).await, false, "the bench runs off the side");
    walk.click_dial("shutter", false).await;
    walk.sees("[data-dial=shutter] output", "1/125").await;
    let small = walk
        .read(
            "return [...document.querySelectorAll('button, [role=slider], a, input:not([type=checkbox])')]
                .filter((e) => e.getClientRects().length > 0 && !e.closest('svg') && !e.closest('h1'))
                .map((e) => [e.getBoundingClientRect(), e.outerHTML.slice(0, 90)])
                .filter(([box]) => box.height > 2 && (box.height < 24 || box.width < 24)).map(([, html]) => html)",
        )
        .await;
    assert_eq!(small.as_array().unwrap().len(), 0, "too small for a thumb: {small}");
    walk.press_named("Brief").await;
    walk.sees("h2", "What the meter said").await;
    assert_eq!(walk.read(RUNS_OFF).await, false, "the brief runs off the side");
    walk.accessible("the brief on a phone").await;
    walk.press_named("Plan").await;
    walk.named("h2", "Other plans").await;
    walk.accessible("the plan on a phone").await;
    walk.end().await;
}

/// The page comes with a strict policy and a nonce of its own, and still works.
#[tokio::test(flavor = "multi_thread")]
async fn the_policy_does_not_blank_the_page() {
    let walk = Walk::at_desk().await;
    walk.open("/").await;
    walk.sees("h1", "Jobs").await;
    // A script without the nonce does not run.
    walk.read(
        "const s = document.createElement('script'); s.textContent = 'window.smuggled = true'; document.body.append(s)",
    )
    .await;
    assert_eq!(walk.read("return window.smuggled ?? false").await, false);
    assert_eq!(walk.read("return getComputedStyle(document.querySelector('nav')).display").await, "flex");
    walk.end_expecting("Content Security Policy").await;
}

/// The keyboard gets past the rail in one step, and each page has a name of its own.
#[tokio::test(flavor = "multi_thread")]
async fn pages_are_named_and_the_rail_is_skipped() {
    let walk = Walk::at_desk().await;
    for (path, title) in [
        ("/", "Jobs · Tolva"),
        ("/kit", "Kit · Tolva"),
        ("/settings", "Settings · Tolva"),
        ("/jobs/job-slip-shed/day", "Day of Slip shed · Tolva"),
        ("/setups/setup-doors", "Boatbuilder at the doors · Tolva"),
    ] {
        walk.open(path).await;
        walk.wait(title, &format!("return document.title === '{title}'")).await;
    }
    // Where another page comes, the focus goes with it.
    walk.open("/").await;
    walk.sees("h1", "Jobs").await;
    walk.named("a", "Kit").await.click().await.unwrap();
    walk.sees("h1", "Kit").await;
    walk.wait("the focus on the page", "return document.activeElement.localName === 'main'").await;
    // One place says what changes by itself.
    let voices = walk.read("return document.querySelectorAll('[role=status], [role=alert], [aria-live]').length").await;
    assert_eq!(voices, 1);
    walk.open("/settings").await;
    walk.sees("h1", "Settings").await;
    walk.keys(Key::Tab).await;
    walk.wait("the way past the rail", "return document.activeElement.textContent === 'Skip to the page'").await;
    walk.keys(Key::Enter).await;
    walk.wait("the page", "return document.activeElement.localName === 'main'").await;
    walk.keys(Key::Tab).await;
    walk.wait("its first control", "return document.activeElement.closest('main') !== null").await;
    walk.end().await;
}

/// The next job stands first, with its countdown, its setups by the clock and what of it is packed.
#[tokio::test(flavor = "multi_thread")]
async fn the_next_job_stands_first() {
    let walk = Walk::at_desk().await;
    walk.open("/?at=2026-09-16T12:00").await;
    walk.sees("[data-next=job-slip-shed] h2", "Slip shed, tomorrow").await;
    walk.sees("[data-next] li", "Boatbuilder at the doors").await;
    walk.sees("[data-next] time", ":").await;
    walk.sees("[data-next] a", "Packed: 0 of").await;
    walk.sees("[data-lacking]", "Not packed yet: High-resolution body").await;
    walk.sees("[data-lacking]", "and 16 more.").await;
    walk.accessible("jobs with the next one").await;
    walk.press_named("Packed").await;
    let cloth = "document.querySelector('input[data-tick=\"pack/pack-cloth\"]')";
    walk.wait("the card", &format!("return {cloth} !== null")).await;
    walk.read(&format!("{cloth}.closest('label').click()")).await;
    walk.open("/?at=2026-09-17T17:45").await;
    walk.sees("[data-next] a", "Packed: 1 of").await;
    walk.sees("[data-lacking]", "and 15 more.").await;
    walk.sees("[data-next] h2", "min").await;
    // After it the next one comes; after all of them nothing stands there.
    walk.open("/?at=2026-09-18T12:00").await;
    walk.sees("[data-next=job-tram-hall] h2", "tomorrow").await;
    walk.open("/?at=2027-01-01T12:00").await;
    walk.wait("the jobs", "return document.querySelectorAll('article').length === 3").await;
    walk.wait("nothing next", "return document.querySelector('[data-next]') === null").await;
    walk.end().await;
}
