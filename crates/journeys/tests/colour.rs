//! Colour: lamps and flash brought together, a cool strip, the camera's index on the rule, and a grey frame.

#![allow(clippy::unwrap_used)]

use image::{Rgb, RgbImage};
use std::path::Path;
use thirtyfour::prelude::*;
use tolva_journeys::{Done, Walk};

/// The colour of one patch as the page shows it.
const LIT: &str = "return document.querySelector('[data-patch-colour=lit_side] [data-srgb]').dataset.srgb";

/// How far the lit side is from what is wanted.
const OFF: &str = "return Number(document.querySelector('[data-patch-colour=lit_side] b').textContent)";

async fn colour_of(walk: &Walk, id: &str) {
    walk.open(&format!("/setups/{id}/colour")).await;
    walk.wait("the patches", "return document.querySelectorAll('[data-patch-colour]').length >= 4").await;
}

/// Warm lamps and a flash without a gel are plainly two colours on one face; the film proposed brings them together, in one
/// step back and forth.
#[tokio::test(flavor = "multi_thread")]
async fn a_face_in_lamplight_is_gelled() {
    let walk = Walk::at_desk().await;
    colour_of(&walk, "setup-speeches").await;
    walk.press_named("Light A: Full warming −⅔, on, take it off").await;
    walk.wait("no film", "return document.querySelectorAll('[data-film]').length === 0").await;
    walk.wait("skin plainly off", &format!("{OFF} > 3")).await;
    let before = walk.read(LIT).await;
    walk.sees("[aria-label='Proposed for the wish'] li", "warming").await;
    walk.press("[aria-label='Proposed for the wish'] [data-way] button").await;
    walk.wait("a film on the rule", "return document.querySelectorAll('[data-film]').length > 0").await;
    walk.wait("other colours", &format!("{LIT} !== {before}")).await;
    walk.wait("skin as wanted", &format!("{OFF} < 3")).await;
    walk.saved().await;
    let kept = walk.kept("setup-speeches").await;
    assert!(!kept["lights"][0]["gels"]["at"].as_array().unwrap().is_empty());
    assert_eq!(kept["white_balance"]["kelvin"]["held"], true);
    walk.accessible("the colours of a setup").await;
    walk.press_named("Undo").await;
    walk.wait("no film again", "return document.querySelectorAll('[data-film]').length === 0").await;
    walk.end().await;
}

/// The strips of the hall are told by what they do alone; without them the face is what the pendants make of it.
#[tokio::test(flavor = "multi_thread")]
async fn a_cool_strip_in_the_hall() {
    let walk = Walk::at_desk().await;
    colour_of(&walk, "setup-table").await;
    walk.sees("[aria-label='The colours in words'] li", "Measured light: 4").await;
    walk.sees("[data-patch-colour=background]", "plain").await;
    walk.type_into("Light beside it 1: share on the face", "120").await;
    walk.sees("body", "can be 0 to 1, not 1.2").await;
    walk.type_into("Light beside it 1: share on the face", "40").await;
    walk.saved().await;
    assert_eq!(walk.kept("setup-table").await["beside"][0]["face"], 0.4);
    walk.press_named("Take light beside it 1 away").await;
    walk.no_longer_sees("[aria-label='The colours in words'] li", "Measured light").await;
    walk.saved().await;
    assert_eq!(walk.kept("setup-table").await["beside"].as_array().unwrap().len(), 0);
    walk.end_expecting("422").await;
}

/// The index is moved with the keys, the patches answer, and the dial on the right stands where it does.
#[tokio::test(flavor = "multi_thread")]
async fn the_index_by_keys() {
    let walk = Walk::at_desk().await;
    colour_of(&walk, "setup-doors").await;
    let index = "return Number(document.querySelector('[data-index]').getAttribute('aria-valuenow'))";
    let (set, lit) = (walk.figure(index).await, walk.read(LIT).await);
    walk.focus("[data-index]").await;
    for _ in 0..6 {
        walk.keys(Key::Right).await;
    }
    walk.wait("six hundred lower", &format!("{index} === {}", set - 600.0)).await;
    walk.wait("other colours", &format!("{LIT} !== {lit}")).await;
    walk.sees("[data-dial=kelvin] output", &format!("{} K", set - 600.0)).await;
    walk.sees("[data-dial=kelvin] button", "held").await;
    walk.saved().await;
    assert_eq!(walk.kept("setup-doors").await["white_balance"]["kelvin"]["at"], set - 600.0);
    walk.end().await;
}

/// Three values of a grey card tell its light, which is kept as measured; what is no grey is refused in words, and nothing is lost.
#[tokio::test(flavor = "multi_thread")]
async fn a_grey_frame() {
    let walk = Walk::at_desk().await;
    colour_of(&walk, "setup-hands").await;
    let before = walk.kept("setup-hands").await;
    walk.type_into("Grey card: red", "255").await;
    walk.press_named("What light is it?").await;
    walk.sees("[aria-label='From a grey frame']", "The value of a grey patch").await;
    assert_eq!(walk.kept("setup-hands").await, before);
    walk.type_into("Grey card: red", "96").await;
    walk.type_into("Grey card: blue", "140").await;
    walk.press_named("What light is it?").await;
    walk.sees("[aria-label='From a grey frame']", "cooler than the setting").await;
    walk.press_named("Keep it as the ambient").await;
    walk.saved().await;
    let kept = walk.kept("setup-hands").await;
    assert_eq!(kept["ambient"]["kind"], "measured");
    assert!(kept["ambient"]["kelvin"].as_f64().unwrap() > 6_500.0, "{}", kept["ambient"]);
    walk.sees("[aria-label='The colours in words'] li", "Measured light: ").await;
    walk.end_expecting("422").await;
}

/// A frame of a grey card is opened, its card marked with the keys, and its light kept; a spoilt file is refused in words, and the
/// frame in hand, its mark and the setup stay as they were.
#[tokio::test(flavor = "multi_thread")]
async fn a_card_marked_in_a_frame() {
    let walk = Walk::at_desk().await;
    colour_of(&walk, "setup-hands").await;
    let folder = tempfile::tempdir().unwrap();
    // A warm card at the left of a blue frame.
    let picture = RgbImage::from_fn(120, 80, |x, _| if x < 40 { Rgb([150, 118, 80]) } else { Rgb([30, 60, 190]) });
    let file = folder.path().join("card.png");
    picture.save(&file).unwrap();
    let spoilt = folder.path().join("spoilt.png");
    std::fs::write(&spoilt, &std::fs::read(&file).unwrap()[..70]).unwrap();
    let hand_in = async |file: &Path| {
        walk.find("[aria-label='From a grey frame'] input[type=file]")
            .await
            .send_keys(file.to_str().unwrap())
            .await
            .unwrap();
    };
    hand_in(&file).await;
    walk.sees("[aria-label='From a grey frame']", "made at").await;
    walk.press_named("What light is on it?").await;
    walk.sees("[aria-label='From a grey frame']", "A grey patch").await;
    walk.focus("[data-mark]").await;
    for _ in 0..7 {
        walk.shifted(Key::Left).await;
    }
    walk.wait(
        "the mark at the left",
        "return document.querySelector('[data-mark]').getAttribute('aria-valuetext').startsWith('15 %')",
    )
    .await;
    walk.press_named("What light is on it?").await;
    walk.sees("[aria-label='From a grey frame']", "card.png, no profile, taken as sRGB").await;
    walk.sees("[aria-label='From a grey frame']", "warmer than the setting").await;
    walk.accessible("a frame with a mark").await;
    let before = walk.kept("setup-hands").await;
    hand_in(&spoilt).await;
    walk.sees("[aria-label='From a grey frame']", "The file is damaged").await;
    walk.wait(
        "the frame is still there",
        "return document.querySelector('[data-mark]').getAttribute('aria-valuetext').startsWith('15 %')",
    )
    .await;
    assert_eq!(walk.kept("setup-hands").await, before);
    walk.press_named("What light is on it?").await;
    walk.sees("[aria-label='From a grey frame']", "warmer than the setting").await;
    walk.press_named("Keep it as the ambient").await;
    walk.saved().await;
    let kept = walk.kept("setup-hands").await;
    assert!(kept["ambient"]["kelvin"].as_f64().unwrap() < 4_800.0, "{}", kept["ambient"]);
    walk.end_expecting("422").await;
}

/// A flash is taken along the rule with the keys: it wears the films that bring it there, and gives them back.
#[tokio::test(flavor = "multi_thread")]
async fn a_flash_moved_along_the_rule() {
    let walk = Walk::at_desk().await;
    colour_of(&walk, "setup-doors").await;
    walk.wait("a flash to take hold of", "return document.querySelector('[data-flash]') !== null").await;
    let said = "return document.querySelector('[data-flash]').getAttribute('aria-valuetext')";
    walk.wait("no film", &format!("{said}.includes('no film')")).await;
    let lit = walk.read(LIT).await;
    walk.focus("[data-flash]").await;
    walk.keys(Key::Right).await;
    walk.wait("an eighth", &format!("{said}.includes('Eighth warming')")).await;
    walk.wait("other colours", &format!("{LIT} !== {lit}")).await;
    walk.keys(Key::Right).await;
    walk.wait("a quarter", &format!("{said}.includes('Quarter warming')")).await;
    walk.saved().await;
    let worn = walk.kept("setup-doors").await["lights"][0]["gels"].clone();
    assert_eq!((worn["at"][0].as_str(), worn["held"].as_bool()), (Some("gel-warm-quarter"), Some(true)));
    walk.drag("[data-flash]", 240, 0).await;
    walk.wait("further by hand", &format!("{said}.includes('Full warming')")).await;
    walk.undo_until("no film again", &format!("{said}.includes('no film')")).await;
    walk.end().await;
}

/// A body's presets are entered with the kit and set from the colours; a light beside the main one counts as it was read.
#[tokio::test(flavor = "multi_thread")]
async fn presets_and_readings() {
    let walk = Walk::at_desk().await;
    colour_of(&walk, "setup-table").await;
    walk.choose("none of its presets", "shade preset, 7500 K").await;
    walk.sees("[data-dial=kelvin] output", "7500 K").await;
    let lit = walk.read(LIT).await;
    walk.press_named("Light beside it 1: metered alone on the face").await;
    walk.type_into("Light beside it 1: reading on the face", "3.5").await;
    walk.wait("other colours", &format!("{LIT} !== {lit}")).await;
    walk.saved().await;
    let kept = walk.kept("setup-table").await;
    assert_eq!(kept["beside"][0]["read"]["face"], 3.5);
    assert_eq!(kept["white_balance"]["kelvin"]["at"].as_f64(), Some(7_500.0));
    walk.end().await;
}

/// Measured, not asserted: from a press of a key on the index to the patches drawn anew.
#[tokio::test(flavor = "multi_thread")]
async fn how_long_the_index_takes() {
    let walk = Walk::at_desk().await;
    colour_of(&walk, "setup-table").await;
    let done = Done {
        with: "const index = document.querySelector('[data-index]');",
        act: "index.dispatchEvent(new KeyboardEvent('keydown', { key: took.length % 2 ? 'ArrowRight' : 'ArrowLeft', bubbles: true }));",
        after: "",
    };
    let part = ("[data-patch-colour=lit_side] [data-srgb]", "data-srgb");
    walk.print_how_long("index to patches redrawn", part, done).await;
    walk.end().await;
}

/// On a phone the rule, the patches and the films are reached with a thumb.
#[tokio::test(flavor = "multi_thread")]
async fn colours_on_a_phone() {
    let walk = Walk::on_phone().await;
    colour_of(&walk, "setup-doors").await;
    walk.fits_across().await;
    walk.accessible("the colours on a phone").await;
    walk.end().await;
}
