//! What takes teach: a body's tone curve from a bracket, corrections applied and taken back, and a kit that is drawn.

#![allow(clippy::unwrap_used)]

use thirtyfour::Key;
use tolva_journeys::Walk;

const CAMERA: &str = "[aria-label=Camera] li";

/// The light is put out, the stand-in camera takes a bracket, the log learns the body's curve from it; kept, the body's sheet draws it and
/// the next verdict is read by it; undone, it is gone.
#[tokio::test(flavor = "multi_thread")]
async fn a_bracket_is_learnt() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.press("[aria-label$=': on']").await;
    walk.saved().await;
    walk.open("/setups/setup-doors/stand-ins").await;
    walk.choose("one frame", "a bracket").await;
    walk.type_into("Camera: frames", "5").await;
    walk.type_into("Camera: step", "1.5").await;
    walk.press_named("Take").await;
    walk.wait("five frames", &format!("return document.querySelectorAll('{CAMERA}').length === 5")).await;
    walk.open("/setups/setup-doors/judge").await;
    walk.sees("h1", "Judge ").await;
    walk.press_named("Watch the folder").await;
    walk.wait("five takes", "return document.querySelectorAll('[aria-label=\"Takes of this setup\"] li').length === 5")
        .await;
    walk.open("/jobs/job-slip-shed/log").await;
    walk.wait("the rows", "return document.querySelectorAll('[role=row].take').length === 5").await;
    walk.sees("[data-series=bracket]", "A bracket of 5").await;
    walk.press_named("Select all 5").await;
    walk.sees("[aria-label='With the selected takes']", "5 selected").await;
    walk.press_named("Learn the tone curve from them").await;
    walk.sees("[aria-label='Tone curve']", "5 frames and").await;
    walk.wait("the points", "return document.querySelectorAll('[aria-label=\"Tone curve\"] svg circle').length > 100")
        .await;
    walk.accessible("a tone curve").await;
    walk.press_named("Keep it with the body").await;
    walk.sees("[aria-label=Notice]", "has its tone curve").await;
    walk.press("main a[href*='/judge/']").await;
    walk.sees("[aria-label=Verdict]", "Levels are told by this body’s tone curve").await;
    walk.open("/kit").await;
    walk.named("[role=option]", "Full-frame").await.click().await.unwrap();
    walk.wait("the learnt line", "return document.querySelectorAll('[data-line=learnt]').length === 1").await;
    walk.end().await;
}

/// Frames of two setups teach; a correction is applied from the list, shows on the thing's sheet and in the plan's own account, and is undone.
#[tokio::test(flavor = "multi_thread")]
async fn a_correction_is_applied_and_undone() {
    let walk = Walk::at_desk().await;
    walk.open("/kit/learnt").await;
    walk.sees("main", "No take tells anything yet").await;
    walk.sees("main ol", "Grey card").await;
    for setup in ["setup-doors", "setup-speeches"] {
        walk.open(&format!("/setups/{setup}/stand-ins")).await;
        walk.sees("[aria-label='Flash receiver']", "Ready").await;
        walk.press_named("Send the plan’s powers").await;
        walk.no_longer_sees("[aria-label='Flash receiver']", "Not sent yet").await;
        walk.sees("[aria-label='Flash receiver']", "Ready").await;
        let there = walk.figure(&format!("return document.querySelectorAll('{CAMERA}').length")).await;
        walk.press_named("Take").await;
        walk.wait("the frame", &format!("return document.querySelectorAll('{CAMERA}').length > {there}")).await;
        walk.open(&format!("/setups/{setup}/judge")).await;
        walk.press_named("Watch the folder").await;
        walk.sees("[aria-label=Verdict] h2", ".").await;
    }
    walk.open_setup("setup-doors").await;
    let before = walk.level("shadow_side", "flash").await;
    walk.open("/kit/learnt").await;
    walk.sees("main p", "2 takes say").await;
    walk.wait("corrections", "return document.querySelectorAll('[data-correction=apply]').length >= 1").await;
    walk.wait("residuals", "return document.querySelectorAll('[data-residual]').length >= 4").await;
    walk.accessible("what the takes teach").await;
    walk.press_named("Apply to Octa 90 cm, two layers").await;
    walk.sees("[aria-label=Notice]", "Octa 90 cm, two layers counts as the takes taught").await;
    walk.sees("[data-correction=in_force]", "It is in force").await;
    walk.open_setup("setup-doors").await;
    walk.wait(
        "the flash moved",
        &format!(
            "const bar = document.querySelector('[data-patch=shadow_side][data-part=flash]');
             return bar && Math.abs(Number(bar.getAttribute('aria-valuenow')) - ({before})) > 0.04"
        ),
    )
    .await;
    walk.open("/kit/learnt").await;
    walk.press_named("Take back from Octa 90 cm, two layers").await;
    walk.sees("[aria-label=Notice]", "counts as it is said again").await;
    walk.press_named("Undo").await;
    walk.sees("[data-correction=in_force]", "It is in force").await;
    walk.end().await;
}

/// The frames that would tell most become a job by one press, and the first of them stands on the bench with what to dial.
#[tokio::test(flavor = "multi_thread")]
async fn a_session_is_set_up() {
    let walk = Walk::at_desk().await;
    walk.open("/kit/learnt").await;
    let dials = walk.read("return new Promise((done) => { const look = () => { const found = document.querySelector('ol .dials'); found ? done(found.textContent) : setTimeout(look, 50) }; look() })").await;
    let power = dials.as_str().unwrap().rsplit_once("power ").unwrap().1.to_owned();
    walk.press_named("Make a job of these 5 frames").await;
    walk.sees("[aria-label=Notice]", "The frames are setups of a job now").await;
    walk.wait("the bench", "return document.querySelector('[data-dial^=power]') !== null").await;
    let there = walk.read("return document.querySelector('[data-dial^=power]').textContent").await;
    assert!(there.as_str().unwrap().contains(power.trim()), "{there} has {power}");
    walk.open("/").await;
    walk.sees("main", "Test frames of the kit").await;
    walk.end().await;
}

/// A thing is told in sentences beside its drawing; what is typed as photographers write it is taken, and the drawing follows.
#[tokio::test(flavor = "multi_thread")]
async fn a_sheet_follows_what_is_typed() {
    let walk = Walk::at_desk().await;
    walk.open("/kit").await;
    walk.named("[role=option]", "Battery head").await.click().await.unwrap();
    walk.sees("section[aria-label^='Battery head']", "After full power it is ready again in").await;
    walk.wait("its curves", "return document.querySelectorAll('section figure').length >= 4").await;
    let said = |part: &str| {
        format!(
            "return [...document.querySelectorAll('section figure svg')].some((svg) => svg.getAttribute('aria-label').includes('{part}'))"
        )
    };
    walk.wait("ready after 1.2 s", &said("ready again 1.2 s")).await;
    walk.type_into("Recharge after full power", "1/2").await;
    walk.wait("ready sooner", &said("ready again 0.5 s")).await;
    walk.type_into("Duration (t0.1), row 1: Time", "1/400").await;
    walk.wait("shorter", &said("lights for 1/400 s")).await;
    walk.sees("[data-save]", "Saved").await;
    walk.accessible("a flash’s sheet").await;
    walk.named("[role=option]", "Octa 90").await.click().await.unwrap();
    walk.wait("how soft it is", &said("28 mm with it 1 m away")).await;
    walk.named("[role=option]", "Full warming").await.click().await.unwrap();
    walk.wait(
        "what it does to skin",
        "return document.querySelectorAll('[aria-label^=\"What it does to skin\"] i').length === 8",
    )
    .await;
    walk.accessible("a film’s sheet").await;
    walk.end().await;
}

/// A flash nobody knows anything of is metered once, from four metres at full power: f/5.6. From there every plan has it: f/11 on a
/// face two metres away, by the inverse square law.
#[tokio::test(flavor = "multi_thread")]
async fn a_new_flash_by_one_reading() {
    let walk = Walk::at_desk().await;
    walk.open("/kit").await;
    walk.sees("[role=option]", "Battery head").await;
    let began = std::time::Instant::now();
    walk.press_named("Meter a new flash").await;
    walk.wait(
        "the reading in hand",
        "return document.activeElement.labels?.[0]?.textContent.startsWith('Metered from') === true",
    )
    .await;
    walk.keys("4").await;
    walk.keys(Key::Tab + "").await;
    walk.choose("f/11 The meter said", "f/5.6").await;
    walk.sees("[data-save]", "Saved").await;
    println!("metered, told and kept in {:.1} s of a browser's hands", began.elapsed().as_secs_f64());
    let said = "return [...document.querySelectorAll('section figure svg')].some((svg) => svg.getAttribute('aria-label').includes('f/11'))";
    walk.wait("f/11 two metres away", said).await;
    walk.accessible("a flash that was metered").await;
    walk.end().await;
}

/// What the body's own meter shows is told on the card, on a phone, and the compensation follows; a flash is timed on its sheet; both
/// stand among what is learnt and are taken back.
#[tokio::test]
async fn what_is_seen_on_the_spot() {
    let walk = Walk::on_phone().await;
    walk.open("/jobs/job-slip-shed/card?only=setup-doors").await;
    walk.sees("[data-own-meter]", "its meter shows").await;
    let set = walk.read("return document.querySelector('table.cheat th').textContent").await;
    let set = set.as_str().unwrap().to_owned();
    walk.sees(".quiet", "Of this body’s own meter nothing is known").await;
    walk.type_into("What its meter shows", "9").await;
    walk.press_named("Learn from it").await;
    walk.sees("[data-own-meter]", "can be -6 to 6 stops").await;
    // A stop and a third under what the simulated frame says.
    walk.type_into("What its meter shows", "-1").await;
    walk.press_named("Learn from it").await;
    walk.sees(".quiet", "seen once. It is reckoned in.").await;
    walk.wait(
        "another compensation",
        &format!("return document.querySelector('table.cheat th').textContent !== '{set}'"),
    )
    .await;
    walk.accessible("the card with what its meter showed").await;
    walk.press_named("Undo").await;
    walk.sees(".quiet", "Of this body’s own meter nothing is known").await;
    walk.sees("table.cheat th", &set).await;

    walk.open("/kit").await;
    walk.press("[role=option][data-key='flash-shoe']").await;
    walk.sees("h3", "Watch it at work").await;
    walk.type_into("Ready after", "3").await;
    walk.sees("[data-learnt]", "where 2.4 s is said").await;
    walk.press_named("It fires now").await;
    walk.press_named("Now it is ready").await;
    walk.sees("[aria-labelledby=watched]", "too far from what is known").await;
    walk.accessible("a flash watched at work").await;
    walk.open("/kit/learnt").await;
    walk.sees("[data-correction] small", "ready again").await;
    walk.press_named("Take back from").await;
    walk.no_longer_sees("[data-correction] small", "ready again").await;
    walk.end_expecting("/api/learnt/seen").await;
}
