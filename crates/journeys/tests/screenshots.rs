//! One picture of each main view, from the sample studio. Run by `make screenshots`.

#![allow(clippy::unwrap_used)]

use std::path::PathBuf;
use tolva_journeys::{Walk, root};

fn file(name: &str) -> PathBuf {
    let folder = root().join("docs/screenshots");
    std::fs::create_dir_all(&folder).unwrap();
    folder.join(format!("{name}.png"))
}

/// Waits until the picture on the bench is as fine as it gets.
async fn finely(walk: &Walk) {
    let rounds = "return Number(document.querySelector('canvas[data-picture]')?.dataset.rounds ?? 0)";
    walk.wait("a fine picture", &format!("{rounds} >= 24")).await;
}

#[tokio::test(flavor = "multi_thread")]
#[ignore = "writes into docs/screenshots"]
async fn at_a_desk() {
    let walk = Walk::at_desk().await;
    takes_of_the_doors(&walk).await;
    walk.open("/jobs/job-slip-shed/log").await;
    walk.sees("[data-by-clock]", "as planned").await;
    walk.wait("the takes", "return [...document.querySelectorAll('[role=row] img')].every((i) => i.complete)").await;
    walk.sees("[role=row]", "Boatbuilder").await;
    walk.picture(&file("log")).await;
    walk.open("/?at=2026-09-18T16:40").await;
    walk.sees(".light", "low sun behind the subject").await;
    walk.pick("More for Hands on the plank", "Let it stand by for Boatbuilder").await;
    walk.named("button", "Swap in for Boatbuilder at the doors").await;
    walk.sees("[data-next] a", "Packed").await;
    walk.read("document.activeElement.blur(); window.scrollTo(0, 0)").await;
    walk.picture(&file("jobs")).await;
    walk.open("/guide/picture").await;
    walk.press_named("Flash a stop stronger").await;
    walk.wait("the frame, turned so", "return document.querySelector('[data-small=guide]:not([data-rough])') !== null")
        .await;
    walk.picture(&file("guide")).await;
    walk.open_setup("setup-doors").await;
    walk.sees("h2", "Other plans").await;
    finely(&walk).await;
    walk.picture(&file("bench")).await;
    walk.press_named("ND filter: free").await;
    walk.type_into("Background: EV at ISO 100", "15").await;
    walk.read("document.querySelector('[data-dial=aperture] [role=slider]').focus()").await;
    for mark in ["f/6.3", "f/5.6", "f/5", "f/4.5", "f/4", "f/3.5", "f/3.2", "f/2.8"] {
        walk.keys(thirtyfour::Key::Left).await;
        walk.sees("[data-dial=aperture] output", mark).await;
    }
    walk.press_named("Aperture: free").await;
    walk.press_named("Solve").await;
    walk.sees("[aria-label='What binds'] p", "Sync binds").await;
    walk.saved().await;
    walk.read("window.scrollTo(0, 0); document.activeElement.blur()").await;
    finely(&walk).await;
    walk.picture(&file("bench-binds")).await;
    walk.open("/kit").await;
    walk.named("[role=option]", "Battery head").await.click().await.unwrap();
    walk.sees("section", "After full power").await;
    walk.wait("its curves", "return document.querySelectorAll('section figure').length >= 4").await;
    walk.picture(&file("kit")).await;
    walk.open_set("setup-water").await;
    walk.picture(&file("set")).await;
    walk.open("/drills").await;
    walk.press("[data-standing=ratio] button").await;
    walk.wait("its frame", "return document.querySelector('[data-small=drill-0]:not([data-rough])') !== null").await;
    walk.focus("[data-kind=ratio] input[type=range]").await;
    for _ in 0..5 {
        walk.keys(thirtyfour::Key::Left).await;
    }
    walk.press_named("It is").await;
    walk.wait("what is right", "return document.querySelector('[data-right]') !== null").await;
    walk.wait("its frame again", "return document.querySelector('[data-small=drill-0]:not([data-rough])') !== null")
        .await;
    walk.picture(&file("drills")).await;
    walk.open("/jobs/job-slip-shed/day?setup=setup-doors&at=18:40").await;
    walk.sees("[data-next]", "Next at").await;
    walk.sees("[data-level=Face]", "EV").await;
    walk.picture(&file("day")).await;
    walk.open("/jobs/job-slip-shed/day?view=place").await;
    walk.sees("section", "Skyline").await;
    walk.picture(&file("day-place")).await;
    walk.open("/setups/setup-kettle/stand-ins").await;
    walk.sees("[aria-label='Flash receiver']", "Ready").await;
    walk.press_named("Send the plan’s powers").await;
    walk.no_longer_sees("[aria-label='Flash receiver']", "Not sent yet").await;
    walk.sees("[aria-label='Flash receiver']", "Ready").await;
    let frames =
        |count: u32| format!("return document.querySelectorAll('[aria-label=Camera] li img').length === {count}");
    walk.press_named("Take").await;
    walk.wait("a frame", &frames(1)).await;
    walk.press_named("Strip softbox 30 × 120 cm, two layers hears the trigger").await;
    walk.sees("[aria-label='Flash receiver']", "Does not hear the trigger").await;
    walk.press_named("Take").await;
    walk.wait("two frames", &frames(2)).await;
    walk.open("/setups/setup-kettle/judge").await;
    walk.press_named("Watch the folder").await;
    walk.wait("two takes", "return document.querySelectorAll('[aria-label=\"Takes of this setup\"] li').length === 2")
        .await;
    walk.press("[aria-label='Takes of this setup'] li:last-child a").await;
    walk.sees(".turn", "Shutter").await;
    walk.wait("both histograms", "return document.querySelectorAll('[data-tones]').length === 2").await;
    walk.press_named("Watching the folder").await;
    walk.read("window.scrollTo(0, 0); document.activeElement.blur()").await;
    walk.picture(&file("judge")).await;
    walk.open("/kit/learnt").await;
    walk.wait("corrections", "return document.querySelectorAll('[data-correction]').length > 3").await;
    walk.picture(&file("learnt")).await;
    walk.open("/").await;
    walk.press_named("Dusk").await;
    walk.named("button", "Daylight").await;
    walk.open_setup("setup-table").await;
    walk.sees("h2", "Other plans").await;
    finely(&walk).await;
    walk.picture(&file("bench-dusk")).await;
    walk.open_set("setup-table").await;
    walk.sees("[aria-label='What the set says'] p", "shows in the glass").await;
    walk.picture(&file("set-glass-dusk")).await;
    walk.press_named("Daylight").await;
    walk.open("/setups/setup-table/colour").await;
    walk.sees("[aria-label='Proposed for the wish'] li", "warming").await;
    walk.picture(&file("colour")).await;
    walk.end().await;
}

#[tokio::test(flavor = "multi_thread")]
#[ignore = "writes into docs/screenshots"]
async fn on_a_phone() {
    let walk = Walk::on_phone().await;
    walk.open("/").await;
    walk.sees("a", "Boatbuilder at the doors").await;
    walk.open_setup("setup-doors").await;
    walk.picture(&file("phone-dials")).await;
    walk.press_named("Picture").await;
    finely(&walk).await;
    walk.picture(&file("phone-picture")).await;
    walk.open("/jobs/job-slip-shed/card?at=2026-09-17T18:36:20").await;
    walk.sees("#setup-doors .now", "Next in").await;
    walk.picture(&file("phone-card")).await;
    walk.open("/").await;
    walk.press_named("Dusk").await;
    walk.named("button", "Daylight").await;
    walk.open("/jobs/job-slip-shed/day?setup=setup-water&at=19:36").await;
    walk.sees("[data-next]", "Next at").await;
    walk.wait("its small frames", "return document.querySelectorAll('canvas[data-small]').length >= 6").await;
    walk.picture(&file("phone-day-dusk")).await;
    walk.end().await;
}

/// Frames of the doors over their evening, with and without flash: the stand-in camera's, with the minute a camera there would have
/// written into them, two hours behind the place.
async fn takes_of_the_doors(walk: &Walk) {
    const HANDED_IN: &str = "
        const [clock, done] = arguments;
        (async () => {
            const images = [...document.querySelectorAll('[aria-label=Camera] li img')].map((image) => image.src);
            const newest = images.sort().at(-1);
            const bytes = new Uint8Array(await (await fetch(newest)).arrayBuffer());
            const text = Array.from(bytes, (byte) => String.fromCharCode(byte)).join('');
            const dated = text.replace(/20\\d\\d:\\d\\d:\\d\\d \\d\\d:\\d\\d:\\d\\d/g, `2026:09:17 ${clock}`);
            const body = Uint8Array.from(dated, (letter) => letter.charCodeAt(0));
            const headers = { 'content-type': 'application/octet-stream' };
            const answer = await fetch(`/api/setups/setup-doors/takes?name=doors-${clock.slice(0, 2)}${clock.slice(3, 5)}.jpg`, {
                method: 'POST', headers, body,
            });
            done(answer.status);
        })();";
    walk.open("/setups/setup-doors/stand-ins").await;
    walk.press_named("Send the plan’s powers").await;
    walk.no_longer_sees("[aria-label='Flash receiver']", "Not sent yet").await;
    walk.sees("[aria-label='Flash receiver']", "Ready").await;
    let mut hears = true;
    let mut there = walk.figure("return document.querySelectorAll('[aria-label=Camera] li img').length").await;
    for (clock, fires) in
        [("16:04:00", true), ("16:12:00", true), ("16:12:20", false), ("16:21:00", true), ("16:29:00", false)]
    {
        if fires != hears {
            walk.press_named("Octa 90 cm, two layers hears the trigger").await;
            hears = fires;
        }
        walk.sees("[aria-label='Flash receiver']", if fires { "Ready" } else { "Does not hear the trigger" }).await;
        walk.press_named("Take").await;
        there += 1.0;
        walk.wait(
            "a frame",
            &format!("return document.querySelectorAll('[aria-label=Camera] li img').length === {there}"),
        )
        .await;
        let told = walk.browser.execute_async(HANDED_IN, vec![clock.into()]).await.unwrap();
        assert_eq!(told.json(), &serde_json::json!(201), "{clock}");
    }
    walk.press_named("Empty the folder").await;
    walk.wait("no frame", "return document.querySelector('[aria-label=Camera] li img') === null").await;
}
