//! A job's day: its place and light, setups on it, the clock and the ladder.

#![allow(clippy::unwrap_used)]

mod places;

use icalendar::{Calendar, CalendarComponent, Component};
use serde_json::Value;
use tempfile::TempDir;
use thirtyfour::prelude::*;
use tolva_journeys::Walk;

const SLIP: &str = "/jobs/job-slip-shed/day";

/// The text of the first element found by a selector.
async fn text(walk: &Walk, selector: &str) -> String {
    let script = format!("return document.querySelector({})?.textContent ?? ''", Value::from(selector));
    walk.read(&script).await.as_str().unwrap().to_owned()
}

/// The first number in a text.
fn number(text: &str) -> f64 {
    let start = text.find(|c: char| c.is_ascii_digit()).unwrap_or_else(|| panic!("no number in “{text}”"));
    let end = text[start..].find(|c: char| !c.is_ascii_digit() && c != '.').map_or(text.len(), |end| start + end);
    text[start..end].parse().unwrap()
}

/// What the forecast says of the face at the clock's minute.
async fn face(walk: &Walk) -> f64 {
    walk.sees("[data-level=Face]", "EV").await;
    number(&text(walk, "[data-level=Face] strong").await)
}

/// Minutes after midnight of a clock.
fn minutes(clock: &str) -> i64 {
    let (hours, rest) = clock.split_once(':').unwrap();
    hours.parse::<i64>().unwrap() * 60 + rest.parse::<i64>().unwrap()
}

/// Placed by keys and by pointer, a setup goes to another time; the light it gets is said anew; undo brings it back.
#[tokio::test(flavor = "multi_thread")]
async fn setups_are_placed_on_the_strip() {
    let walk = Walk::at_desk().await;
    walk.open(SLIP).await;
    let block = "[data-block=setup-doors]";
    walk.find(block).await;
    let begins = || async { walk.kept("setup-doors").await["slot"]["time"].as_str().unwrap().to_owned() };
    assert_eq!(begins().await, "18:12");
    walk.focus(block).await;
    walk.keys(Key::Right).await;
    walk.wait(
        "five minutes later",
        "return document.querySelector('[data-block=setup-doors]').ariaLabel.includes('18:17')",
    )
    .await;
    assert_eq!(begins().await, "18:17");
    walk.shifted(Key::Left).await;
    walk.wait(
        "a quarter back",
        "return document.querySelector('[data-block=setup-doors]').ariaLabel.includes('18:02')",
    )
    .await;
    walk.press_named("Undo").await;
    walk.wait("one step back", "return document.querySelector('[data-block=setup-doors]').ariaLabel.includes('18:17')")
        .await;
    // To the middle of the afternoon: that is no low sun, and it says so.
    walk.drag(block, -400, 0).await;
    walk.sees("[data-setup=setup-doors] .wrong", "it wants a low sun behind the subject").await;
    let at = minutes(&begins().await);
    assert!(at < minutes("17:00") && at % 5 == 0, "{at}");
    walk.press_named("Undo").await;
    walk.no_longer_sees("[data-setup=setup-doors] .wrong", "wants").await;
    walk.end().await;
}

/// The day's light goes through a first reading; a second one, an hour on and darker than forecast, bends it again.
#[tokio::test(flavor = "multi_thread")]
async fn two_readings_bend_the_curve() {
    let walk = Walk::at_desk().await;
    walk.open(&format!("{SLIP}?setup=setup-doors&at=18:12")).await;
    assert!((face(&walk).await - 10.0).abs() < 0.06);
    walk.type_into("It is", "19:10").await;
    walk.sees("[aria-label='Sun and light at this minute'] p", "19:10").await;
    let before = face(&walk).await;
    let curve = walk.read("return document.querySelector('[data-curve=face]').getAttribute('d')").await;
    walk.open_setup("setup-doors").await;
    walk.press_named("Add a reading").await;
    walk.saved().await;
    walk.wait(
        "a third reading",
        "return [...document.querySelectorAll('input')].filter((i) => i.placeholder === 'time').length === 3",
    )
    .await;
    let id = "setup-doors";
    // The new line stands last: it is of the shadow side until said otherwise.
    walk.type_into("Shadow side: EV at ISO 100", &format!("{:.1}", before - 1.5)).await;
    walk.type_into("Shadow side: time of the reading", "19:05").await;
    walk.saved().await;
    let patch = |kept: &Value| kept["readings"][2]["patch"].as_str().unwrap().to_owned();
    assert_eq!(patch(&walk.kept(id).await), "shadow_side");
    walk.read("[...document.querySelectorAll('button')].filter((b) => b.textContent.trim() === 'Shadow side')[0].scrollIntoView()").await;
    walk.press_named("Shadow side Where").await;
    walk.named("[role=option]", "Face").await.click().await.unwrap();
    walk.saved().await;
    assert_eq!(patch(&walk.kept(id).await), "face");
    walk.open(&format!("{SLIP}?setup=setup-doors&at=19:10")).await;
    walk.sees("[data-level=Face]", "a reading 5 min away").await;
    let after = face(&walk).await;
    assert!(after < before - 1.0, "{before} bends to {after}");
    let bent = walk.read("return document.querySelector('[data-curve=face]').getAttribute('d')").await;
    assert_ne!(curve, bent);
    // Before its time it is not known: by the clock of 18:30 the curve is the old one.
    walk.type_into("It is", "18:30").await;
    walk.sees(".caution", "19:05 is still to come by the clock").await;
    walk.end().await;
}

/// The clock goes forward, by typing and by key; what is to be turned next follows, and what binds stands by it.
#[tokio::test(flavor = "multi_thread")]
async fn set_the_clock_forward_and_follow_the_ladder() {
    let walk = Walk::at_desk().await;
    walk.open(&format!("{SLIP}?setup=setup-doors")).await;
    walk.sees("[aria-label=Ladder] [data-state=now]", "18:12").await;
    let next = || async { text(&walk, "[data-next] strong").await };
    let first = next().await;
    assert!(minutes(&first) > minutes("18:12"), "{first}");
    walk.sees("[data-next] .turns", "shutter").await;
    walk.sees("section.ladder p", "the hand binds").await;
    // A key goes from change to change.
    walk.read("document.activeElement.blur()").await;
    walk.keys("n").await;
    walk.sees("[aria-label=Ladder] [data-state=now] time", &first).await;
    let second = next().await;
    assert!(minutes(&second) > minutes(&first), "{first} {second}");
    walk.type_into("It is", "19:30").await;
    walk.sees("[data-next] .turns", "ISO").await;
    walk.sees("[data-next] .turns", "Octa").await;
    // The ruler turns it too, a minute a key.
    walk.focus("[type=range]").await;
    walk.keys(Key::Right + Key::Right).await;
    walk.sees("[aria-label='Sun and light at this minute'] p", "19:32").await;
    assert!(face(&walk).await < 9.0);
    // What is done can be looked at again.
    walk.no_longer_sees("[aria-label=Ladder] li", "18:12").await;
    walk.press_named("The ").await;
    walk.sees("[aria-label=Ladder] [data-state=past]", "18:12").await;
    walk.accessible("the day").await;
    walk.end().await;
}

/// An order is proposed, taken in one step, and undone in one.
#[tokio::test(flavor = "multi_thread")]
async fn an_order_is_proposed_taken_and_undone() {
    let walk = Walk::at_desk().await;
    walk.open(SLIP).await;
    walk.press_named("Propose an order").await;
    walk.sees("[aria-label='Proposed order'] li", "a low sun behind the subject").await;
    let proposed = text(&walk, "[aria-label='Proposed order'] li").await;
    assert!(proposed.starts_with("Hands on the plank: 16:30"), "{proposed}");
    walk.press_named("Take these times").await;
    walk.wait(
        "the plank first",
        "return document.querySelector('[data-block=setup-hands]').ariaLabel.includes('16:30')",
    )
    .await;
    walk.no_longer_sees("[role=region]", "Hands").await;
    assert_eq!(walk.kept("setup-hands").await["slot"]["time"], "16:30");
    walk.press_named("Undo").await;
    walk.wait("back again", "return document.querySelector('[data-block=setup-hands]').ariaLabel.includes('17:15')")
        .await;
    // Fixed after dark, the portrait cannot have its low sun.
    walk.type_into("Boatbuilder at the doors: begins at", "20:00").await;
    walk.press_named("Boatbuilder at the doors: fixed time").await;
    walk.wait("fixed", "return document.querySelector('[data-block=setup-doors]').ariaLabel.includes('fixed')").await;
    walk.press_named("Propose an order").await;
    walk.sees("[aria-label='Proposed order'] .wrong", "Boatbuilder at the doors is fixed at 20:00").await;
    walk.end().await;
}

/// On the bench: where there is no reading of the minute the forecast stands, with its error; “it is 18:48” plans again.
#[tokio::test(flavor = "multi_thread")]
async fn it_is_later_and_the_bench_plans_again() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.level_is("background", "ambient", 0.0).await;
    // Face and background were read at this very minute.
    walk.no_longer_sees("[data-forecast]", "face ±").await;
    walk.no_longer_sees("[data-forecast]", "background ±").await;
    let before = walk.dial("aperture").await;
    walk.type_into("It is", "19:00").await;
    walk.sees("[data-forecast]", "Forecast for 19:00, in stops: face ± 0.").await;
    walk.sees("[data-forecast]", "bent by a reading 48 min away").await;
    walk.saved().await;
    assert_ne!(walk.dial("aperture").await, before);
    assert_eq!(walk.kept("setup-doors").await["slot"]["time"], "19:00");
    walk.type_into("It is", "25:00").await;
    walk.sees("section", "A time is needed here").await;
    walk.press_named("Undo").await;
    walk.wait(
        "as before",
        &format!("return document.querySelector('[data-dial=aperture] output').textContent === '{before}'"),
    )
    .await;
    walk.end_expecting("the server responded with a status of 422").await;
}

/// Under a dark sky the phone shows first what to turn next; everything fits its width.
#[tokio::test(flavor = "multi_thread")]
async fn on_a_phone_at_dusk() {
    let walk = Walk::on_phone().await;
    walk.open("/").await;
    walk.sees(".light", "18:12: low sun behind the subject, 11° high").await;
    walk.press_named("Dusk").await;
    walk.named("button", "Daylight").await;
    walk.open(&format!("{SLIP}?setup=setup-water&at=19:36")).await;
    walk.sees("[data-next]", "Next at").await;
    let top = walk.figure("return document.querySelector('[data-next]').getBoundingClientRect().bottom").await;
    assert!(top < 420.0, "the next change stands {top} pixels down");
    let large = walk.figure("return parseFloat(getComputedStyle(document.querySelector('.turns')).fontSize)").await;
    assert!(large >= 24.0, "{large}");
    walk.fits_across().await;
    walk.accessible("the day on a phone at dusk").await;
    walk.open(&format!("{SLIP}?view=place")).await;
    walk.sees("section", "Foot of the slip").await;
    walk.fits_across().await;
    walk.end().await;
}

/// The calendar of the day, downloaded and read by a parser: windows, setups and the changes of their ladders.
#[tokio::test(flavor = "multi_thread")]
async fn the_calendar_is_exported_and_read_back() {
    let walk = Walk::at_desk().await;
    let folder = TempDir::new().unwrap();
    walk.download_into(folder.path()).await;
    walk.open(SLIP).await;
    walk.press_named("Calendar").await;
    let file = folder.path().join("slip-shed.ics");
    let start = std::time::Instant::now();
    let written = || std::fs::read_to_string(&file).unwrap_or_default();
    while !written().contains("END:VCALENDAR") && start.elapsed().as_secs() < 20 {
        tokio::task::yield_now().await;
    }
    let calendar: Calendar = written().parse().unwrap();
    let events: Vec<_> = calendar
        .components
        .iter()
        .filter_map(|component| match component {
            CalendarComponent::Event(event) => Some(event),
            _ => None,
        })
        .collect();
    let of = |name: &str| events.iter().find(|event| event.get_summary() == Some(name));
    let portrait = of("Boatbuilder at the doors").unwrap();
    // 18:12 on clocks two hours ahead of UTC.
    assert_eq!(portrait.property_value("DTSTART"), Some("20260917T161200Z"));
    assert_eq!(portrait.property_value("DTEND"), Some("20260917T163700Z"));
    assert!(of("Golden light").is_some() && of("Blue light").is_some());
    let rungs = events
        .iter()
        .filter(|event| event.get_summary().is_some_and(|s| s.starts_with("Against the water, sun gone low: ")));
    assert!(rungs.count() >= 2);
    walk.end().await;
}
