//! The field card: in the hand, by the clock, ticked, and as a file that needs nothing else.

#![allow(clippy::unwrap_used)]

use rstest::rstest;
use tolva_journeys::{Walk, downloaded};

const AT: &str = "/jobs/job-slip-shed/card?at=2026-09-17T18:36:20";
/// Where the shutter of the first setup stands on its card.
const SHUTTER: &str = "return document.querySelector('#setup-doors [data-dial=shutter] [data-at]').textContent";

#[rstest]
#[case::at_the_desk(false)]
#[case::on_a_phone(true)]
#[tokio::test(flavor = "multi_thread")]
async fn a_card_goes_by_the_clock(#[case] phone: bool) {
    let walk = if phone { Walk::on_phone().await } else { Walk::at_desk().await };
    walk.open("/").await;
    walk.press_named("Card of Slip shed").await;
    walk.sees("#setup-doors h2", "Boatbuilder at the doors").await;
    walk.sees("#setup-doors .now", "The ladder runs on 17 September 2026").await;
    assert_eq!(walk.read(SHUTTER).await, "1/160");
    // At 18:36 the ladder has been turned at 18:35.
    walk.open(AT).await;
    walk.sees("#setup-doors .now", "Next in 15 min").await;
    assert_eq!(walk.read(SHUTTER).await, "1/100");
    walk.sees("#setup-doors [aria-current=step]", "shutter 1/100").await;
    walk.sees("#setup-water .now", "Begins in 28 min").await;
    walk.sees("#setup-doors .stands", "1.6 m from the face, 45° round to the left").await;
    walk.sees("#pack", "Octa 90 cm, two layers").await;
    walk.accessible("the field card").await;
    walk.fits_across().await;
    // A tick is there again after the page was left.
    let boxes = "document.querySelector('input[data-tick=\"pack/kit-mod-octa-90\"]')";
    walk.read(&format!("{boxes}.closest('label').click()")).await;
    walk.open("/kit").await;
    walk.open(AT).await;
    walk.wait("the tick", &format!("const box = {boxes}; return box !== null && box.checked")).await;
    walk.end().await;
}

/// The file is opened with the network cut off: dials, ladder by the clock, drawing, picture and lists are all in it.
#[tokio::test(flavor = "multi_thread")]
async fn a_card_is_one_file() {
    let walk = Walk::at_desk().await;
    let folder = tempfile::tempdir().unwrap();
    walk.download_into(folder.path()).await;
    walk.open("/jobs/job-slip-shed/card").await;
    walk.wait(
        "its pictures",
        "const all = [...document.querySelectorAll('.seen img')];
         return all.length === 3 && all.every((one) => one.complete && one.naturalWidth > 0)",
    )
    .await;
    walk.press_named("Save as one file").await;
    let bytes = downloaded(folder.path(), "Slip shed card.html").await;
    let text = String::from_utf8(bytes).unwrap();
    assert!(text.len() < 3_000_000, "{}", text.len());
    // Whole where no script runs: times as a table, boxes of the browser's own.
    let before_script = text.split("<script>").next().unwrap();
    assert!(before_script.contains("<th scope=\"row\">18:35</th>") && before_script.contains("type=\"checkbox\""));
    assert!(before_script.matches("data:image/jpeg;base64,").count() == 3);
    assert!(!text.contains("http://127") && !text.contains("src=\"/"), "it asks for nothing");
    walk.cut_off(true).await;
    let file = folder.path().join("Slip shed card.html");
    let asked = "?at=2026-09-17T18:36:20";
    walk.open_file(&file, asked).await;
    walk.sees("#setup-doors .now", "Next in 15 min").await;
    assert_eq!(walk.read(SHUTTER).await, "1/100");
    // A rough one has some 12 000 pixels.
    let seen = "return [...document.images].every((one) => one.naturalWidth * one.naturalHeight > 100_000) && document.querySelectorAll('svg').length === 3";
    walk.wait("pictures and drawings", seen).await;
    walk.read("document.querySelector('input[data-tick=\"setup-doors/lens\"]').click()").await;
    walk.open_file(&file, asked).await;
    walk.wait("the tick", "return document.querySelector('input[data-tick=\"setup-doors/lens\"]').checked").await;
    walk.cut_off(false).await;
    walk.end().await;
}

/// What is ticked on one device is ticked on the other by itself; all of it is taken away and put back.
#[tokio::test(flavor = "multi_thread")]
async fn ticks_are_seen_by_everybody() {
    let walk = Walk::at_desk().await;
    walk.open(AT).await;
    let cloth = "document.querySelector('input[data-tick=\"pack/pack-cloth\"]')";
    walk.wait("the card", &format!("return {cloth} !== null")).await;
    let here = walk.browser.window().await.unwrap();
    let there = walk.browser.new_tab().await.unwrap();
    walk.browser.switch_to_window(there.clone()).await.unwrap();
    walk.open(AT).await;
    walk.wait("the card", &format!("return {cloth} !== null")).await;
    walk.read(&format!("{cloth}.closest('label').click()")).await;
    walk.browser.switch_to_window(here).await.unwrap();
    walk.wait("the tick", &format!("return {cloth}.checked")).await;
    walk.press_named("Untick all").await;
    walk.wait("no tick", &format!("return !{cloth}.checked")).await;
    walk.press_named("Put them back").await;
    walk.browser.switch_to_window(there).await.unwrap();
    walk.wait("the tick again", &format!("return {cloth}.checked")).await;
    walk.end().await;
}

/// A line is added where it is read, stands on the card and on every card of its kind where Settings has it, and is put back.
#[tokio::test(flavor = "multi_thread")]
async fn lines_of_ones_own() {
    let walk = Walk::at_desk().await;
    walk.open("/settings").await;
    walk.type_into("One more for portraits, packed", "Kneeling mat").await;
    walk.sees("[data-list=portrait-pack]", "Kneeling mat").await;
    walk.accessible("settings with a list").await;
    walk.open(AT).await;
    walk.sees("#pack", "Kneeling mat").await;
    walk.type_into("One more to pack", "Thermos").await;
    walk.sees("#pack", "Thermos").await;
    walk.press_named("Take off: Thermos").await;
    walk.wait("it gone", "return !document.querySelector('#pack').textContent.includes('Thermos')").await;
    walk.press_named("Put it back").await;
    walk.sees("#pack", "Thermos").await;
    walk.read("window.scrollTo(0, document.body.scrollHeight)").await;
    walk.accessible("a card with lines of one's own").await;
    walk.end().await;
}

/// On paper it says what it says on the screen: read back by a general library, as whole sheets and folded for the pocket.
#[tokio::test(flavor = "multi_thread")]
async fn a_card_on_paper() {
    let walk = Walk::at_desk().await;
    let folder = tempfile::tempdir().unwrap();
    walk.download_into(folder.path()).await;
    walk.open("/jobs/job-slip-shed/card").await;
    walk.wait("a picture", "return document.querySelector('.seen img') !== null").await;
    walk.press("[data-tick^='pack/']").await;
    let shutter = walk.read(SHUTTER).await;
    for (shape, least) in [(1, 4), (3, 1)] {
        walk.press_named("PDF").await;
        walk.press(&format!("[role=menuitem]:nth-of-type({shape})")).await;
        let bytes = downloaded(folder.path(), "Slip shed card.pdf").await;
        std::fs::remove_file(folder.path().join("Slip shed card.pdf")).unwrap();
        assert!(bytes.len() < 3_000_000, "{}", bytes.len());
        let pdf = lopdf::Document::load_mem(&bytes).unwrap();
        let pages: Vec<u32> = pdf.get_pages().keys().copied().collect();
        assert!(pages.len() >= least && pages.len() <= 14, "{} pages", pages.len());
        let said = pdf.extract_text(&pages).unwrap().split_whitespace().collect::<Vec<_>>().join(" ");
        let shutter = shutter.as_str().unwrap();
        for wanted in [shutter, "1. Boatbuilder at the doors", "18:35", "Light stand", "Test in this order"] {
            assert!(said.contains(wanted), "{wanted} is not in: {said}");
        }
    }
    walk.accessible("a card with its ways onto paper").await;
    walk.end().await;
}

/// From the bench one comes to the card of that setup alone, and on to that of the whole job.
#[tokio::test(flavor = "multi_thread")]
async fn the_card_of_one_setup() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-hands").await;
    walk.press_named("Card").await;
    walk.sees(".plate h2", "Hands on the plank").await;
    walk.wait("that alone", "return document.querySelectorAll('.plate').length === 1").await;
    walk.accessible("the card of one setup").await;
    walk.press_named("The whole job").await;
    walk.wait("all of it", "return document.querySelectorAll('.plate').length === 4").await;
    walk.end().await;
}
