//! The bench, as a photographer walks through it.

#![allow(clippy::unwrap_used)]

mod keeping;

use thirtyfour::prelude::*;
use tolva_journeys::{Done, Walk};

/// From the list of jobs to dials set: open the sample setup, enter a reading, solve, read off.
#[tokio::test(flavor = "multi_thread")]
async fn from_a_reading_to_dials_set() {
    let walk = Walk::at_desk().await;
    walk.open("/").await;
    walk.press_named("Boatbuilder at the doors").await;
    walk.sees("h2", "Face and background meet at 0.").await;
    assert_eq!(walk.dial("shutter").await, "1/160");
    assert_eq!(walk.dial("aperture").await, "f/7.1");
    // A cloud: the water two stops darker. At the same dials the background falls by two stops.
    walk.type_into("Background: EV at ISO 100", "11").await;
    walk.level_is("background", "ambient", -2.0).await;
    walk.sees("h2", "Background 2 stops under its target.").await;
    walk.press_named("Solve").await;
    walk.sees("h2", "Face and background meet at 0.").await;
    // By hand: EV 11 is right at Av + Tv − Sv = 11.
    let marks = [walk.dial("shutter").await, walk.dial("aperture").await, walk.dial("iso").await];
    assert_ne!(marks[1], "f/7.1", "{marks:?}");
    walk.level_is("background", "ambient", 0.0).await;
    walk.level_is("face", "ambient", -1.0).await;
    // The face read again, as settings that were right: f/5.6, 1/125, ISO 100 is EV 12, two stops more than before.
    walk.choose("EV", "settings that were right").await;
    walk.sees("p", "EV 12, 10\u{202f}000 lx at 18:12").await;
    walk.level_is("face", "ambient", 1.0).await;
    walk.choose("1/125", "1/500").await;
    walk.level_is("face", "ambient", 3.0).await;
    walk.saved().await;
    walk.end().await;
}

/// A dome held level and turned to the low sun tells of the light there, not of the face itself: the face gets less, says the
/// line under it, and its bar falls; so little light where the sun should be is a cloud. Kept so. By night there was no sun to turn it to, and nothing is lost.
#[tokio::test(flavor = "multi_thread")]
async fn a_meter_turned_to_the_sun() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-water").await;
    walk.sees("p", "towards the bearing of the sun and not tilted up at it (10° left of where the camera looks)").await;
    walk.level_is("face", "ambient", -3.0).await;
    walk.choose("as the face is", "level to the sun").await;
    walk.sees("p", "Dome level to the sun: the face, as it is turned, gets 1½ stops less.").await;
    walk.level_is("face", "ambient", -4.5).await;
    walk.choose("dome", "flat receptor").await;
    walk.sees("p", "Flat receptor level to the sun").await;
    walk.saved().await;
    walk.open_setup("setup-water").await;
    walk.sees("p", "Flat receptor level to the sun").await;
    walk.open_setup("setup-speeches").await;
    walk.choose("as the face is", "level to the sun").await;
    walk.sees("p", "Not taken in: the sun was down then. Is the time right?").await;
    walk.saved().await;
    walk.end().await;
}

/// A flash meter on the face: entered, it moves the flash part to what it says and is offered to the kit; kept there it adds
/// nothing more, and the flash part stays. A share of nothing is refused at its field.
#[tokio::test(flavor = "multi_thread")]
async fn what_the_flash_meter_said() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.level_is("face", "ambient", -3.0).await;
    let flash = walk.level("face", "flash").await;
    walk.press_named("Add a flash reading of light A").await;
    walk.sees("p", "its numbers say. This counts for Octa 90 cm, two layers from here on").await;
    let of = "light A, flash reading on the face";
    let would = walk
        .read(
            "return [...document.querySelectorAll('button')].map((e) => [e, (e.getAttribute('aria-labelledby') ?? '')
                .split(' ').map((id) => document.getElementById(id)?.textContent ?? '').join(' ')])
                .find(([, name]) => name.includes('flash reading on the face: aperture'))?.[0].textContent.trim() ?? ''",
        )
        .await;
    let would = would.as_str().unwrap();
    // The dials ask for f/7.1 at ISO 100: the face then stands at what the meter asks for, less 7.1.
    walk.choose(would, "f/7.1").await;
    walk.level_is("face", "flash", 0.0).await;
    assert!(flash < -0.1 && would != "f/7.1", "{flash} {would}");
    walk.type_into(&format!("{of}: flash’s share in percent, empty for the flash alone"), "50").await;
    walk.level_is("face", "flash", -1.0).await;
    walk.type_into(&format!("{of}: flash’s share in percent, empty for the flash alone"), "0").await;
    walk.sees("[data-rac]", "Under 2 % of flash a meter tells nothing of it.").await;
    walk.type_into(&format!("{of}: flash’s share in percent, empty for the flash alone"), "50").await;
    walk.press_named("Keep what was read of light A in the kit").await;
    walk.sees("p", "Just what its numbers say.").await;
    walk.level_is("face", "flash", -1.0).await;
    walk.saved().await;
    // The refused request is the browser's to mention.
    walk.end_expecting("422").await;
}

/// The first sentence of the trade: the shutter moves the ambient only, the aperture moves both.
#[tokio::test(flavor = "multi_thread")]
async fn the_shutter_moves_ambient_only_the_aperture_both() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.level_is("face", "ambient", -3.0).await;
    let (ambient, flash) = (walk.level("face", "ambient").await, walk.level("face", "flash").await);
    for _ in 0..3 {
        walk.click_dial("shutter", false).await;
    }
    walk.sees("[data-dial=shutter] output", "1/80").await;
    walk.level_is("face", "ambient", ambient + 1.0).await;
    assert_eq!(walk.level("face", "flash").await, flash, "the shutter moved the flash");
    assert_eq!(walk.dial("aperture").await, "f/7.1", "another dial moved");
    for _ in 0..3 {
        walk.click_dial("aperture", true).await;
    }
    walk.sees("[data-dial=aperture] output", "f/10").await;
    walk.level_is("face", "ambient", ambient).await;
    walk.level_is("face", "flash", flash - 1.0).await;
    walk.end().await;
}

/// Dragging a part asks for the dial change that puts it there: by pointer, and by keys.
#[tokio::test(flavor = "multi_thread")]
async fn drag_a_part() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.level_is("face", "ambient", -3.0).await;
    let flash = walk.level("face", "flash").await;
    // By keys: two thirds up, by the shutter alone.
    walk.read("document.querySelector('[data-patch=face][data-part=ambient]').focus()").await;
    walk.keys(Key::Up).await;
    walk.level_is("face", "ambient", -2.667).await;
    walk.keys(Key::Up).await;
    walk.level_is("face", "ambient", -2.333).await;
    assert_eq!(walk.dial("shutter").await, "1/100");
    assert_eq!(walk.level("face", "flash").await, flash);
    // By pointer: the flash down by about two stops, by its power alone.
    let power = walk.dial("power-octa").await;
    let part = walk.find("[data-patch=face][data-part=flash]").await;
    let down = walk
        .read("const svg = document.querySelector('figure svg').getBoundingClientRect(); return Math.round(svg.height / 430 * 380 / 11 * 2)")
        .await
        .as_i64()
        .unwrap();
    walk.browser
        .action_chain()
        .move_to_element_center(&part)
        .click_and_hold()
        .move_by_offset(0, down / 2)
        .move_by_offset(0, down - down / 2)
        .release()
        .perform()
        .await
        .unwrap();
    walk.wait(
        "the flash lower",
        &format!(
            "return Math.abs(Number(document.querySelector('[data-patch=face][data-part=flash]').getAttribute('aria-valuenow')) - ({flash} - 2)) < 0.25"
        ),
    )
    .await;
    assert_ne!(walk.dial("power-octa").await, power);
    walk.level_is("face", "ambient", -2.333).await;
    walk.end().await;
}

/// f/2.8 held in sun: it says what binds, and taking a way out puts it right.
#[tokio::test(flavor = "multi_thread")]
async fn hit_a_bind_and_take_the_way_out() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.type_into("Background: EV at ISO 100", "15").await;
    walk.type_into("Face: EV at ISO 100", "12").await;
    walk.sees("[data-dial=aperture] output", "f/7.1").await;
    walk.read("document.querySelector('[data-dial=aperture] [role=slider]').focus()").await;
    for mark in ["f/6.3", "f/5.6", "f/5", "f/4.5", "f/4", "f/3.5", "f/3.2", "f/2.8"] {
        walk.keys(Key::Left).await;
        walk.sees("[data-dial=aperture] output", mark).await;
    }
    walk.press_named("Aperture: free").await;
    walk.press_named("ND filter: free").await;
    let power = walk.dial("power-octa").await;
    walk.press_named("Solve").await;
    walk.wait(
        "the power solved",
        &format!("return document.querySelector('[data-dial=power-octa] output').textContent !== '{power}'"),
    )
    .await;
    walk.sees("[aria-label='What binds'] p", "Sync binds by").await;
    walk.sees("[aria-label='What binds'] p", "The held ND filter binds by").await;
    walk.wait("a target missed", "return document.querySelector('h2[data-met]').dataset.met === 'false'").await;
    walk.press_named("Release the ND filter").await;
    walk.wait("all targets met", "return document.querySelector('h2[data-met]').dataset.met === 'true'").await;
    assert_eq!(walk.dial("aperture").await, "f/2.8");
    assert_ne!(walk.dial("nd").await, "none");
    walk.wait("nothing more to say of what binds", "return !document.querySelector(\"[aria-label='What binds'] h2\")")
        .await;
    walk.end().await;
}

/// Switching to another plan and back.
#[tokio::test(flavor = "multi_thread")]
async fn another_plan_and_back() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.press_named("Switch to: Shallowest depth").await;
    walk.sees("[data-dial=aperture] output", "f/1.8").await;
    walk.sees("[data-dial=aperture] p", "too open").await;
    walk.saved().await;
    walk.press_named("Undo").await;
    walk.sees("[data-dial=aperture] output", "f/7.1").await;
    walk.end().await;
}

/// The whole way without a pointer.
#[tokio::test(flavor = "multi_thread")]
async fn by_keyboard_alone() {
    let walk = Walk::at_desk().await;
    walk.open("/").await;
    walk.sees("a", "Boatbuilder at the doors").await;
    walk.keys("b").await;
    walk.sees("[data-dial=shutter] output", "1/160").await;
    walk.keys("?").await;
    walk.sees("[role=dialog]", "Solve the free dials").await;
    walk.accessible("the list of keys").await;
    walk.keys(Key::Escape).await;
    walk.wait("the list closed", "return !document.querySelector('[role=dialog]')").await;
    walk.keys("1").await;
    walk.wait("the shutter in focus", "return document.activeElement.getAttribute('aria-label') === 'Shutter'").await;
    walk.keys(Key::PageDown).await;
    walk.sees("[data-dial=shutter] output", "1/80").await;
    walk.keys("h").await;
    walk.sees("[data-dial=shutter] button", "held").await;
    walk.keys("s").await;
    walk.sees("h2", "Face and background meet at 0.").await;
    assert_eq!(walk.dial("shutter").await, "1/80");
    walk.saved().await;
    walk.keys("z").await;
    walk.sees("[data-dial=aperture] output", "f/7.1").await;
    walk.keys(".").await;
    walk.sees("input", "Hands on the plank").await;
    // Every control can be reached with Tab, and shows that it has the focus.
    walk.wait("the dials", "return document.querySelectorAll('[data-dial]').length >= 5").await;
    walk.keys(Key::Tab).await;
    let outlined = walk
        .read("const s = getComputedStyle(document.activeElement); return document.activeElement !== document.body && (s.outlineStyle !== 'none' || s.boxShadow !== 'none')")
        .await;
    assert_eq!(outlined, true);
    walk.end().await;
}

/// From a dial turned to the scale redrawn; printed, not judged.
#[tokio::test(flavor = "multi_thread")]
async fn how_fast_a_dial_answers() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-table").await;
    let done = Done {
        with: "const dial = document.querySelector('[data-dial=shutter] [role=slider]');",
        act: "dial.dispatchEvent(new KeyboardEvent('keydown', { key: took.length % 2 ? 'ArrowRight' : 'ArrowLeft', bubbles: true }));",
        after: "",
    };
    let part = ("[data-patch=face][data-part=ambient]", "aria-valuenow");
    walk.print_how_long("dial turned to scale redrawn", part, done).await;
    walk.end().await;
}

/// What a number is made of is told where it is pressed, by hand or by keys, and goes again without a trace.
#[tokio::test]
async fn ask_a_number_where_it_comes_from() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.press("g[data-told]").await;
    walk.sees("[role=dialog] h2", "face’s level 0").await;
    walk.sees("[role=dialog] li", "Ambient on the face at −3: metered at 18:12; ± 0.15 stop.").await;
    walk.sees("[role=dialog] li", "the usual loss of its modifier ± ½ stop").await;
    walk.accessible("a number asked where it comes from").await;
    walk.keys(Key::Escape).await;
    walk.wait("closed", "return !document.querySelector('[role=dialog]')").await;
    // It goes with what is typed.
    walk.type_into("Face: EV at ISO 100", "9").await;
    walk.press("g[data-told]").await;
    walk.sees("[role=dialog] li", "Ambient on the face at −4").await;
    walk.keys(Key::Escape).await;
    walk.wait("closed", "return !document.querySelector('[role=dialog]')").await;
    // By keys alone, on a dial's own number.
    walk.focus("[data-dial=power] output button, [data-dial^='power'] output button").await;
    walk.keys(Key::Enter).await;
    walk.sees("[role=dialog] h2", "exact: a click of the dial").await;
    walk.sees("[role=dialog] li", "Frames a battery by its maker’s count").await;
    walk.keys(Key::Escape).await;
    walk.wait("back on the number", "return document.activeElement.matches('output button')").await;
    walk.end().await;
}
