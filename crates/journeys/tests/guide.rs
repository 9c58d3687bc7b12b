//! First use, the guide, the tour and help; what stands by; a year of jobs.

#![allow(clippy::unwrap_used)]

use std::time::Instant;
use thirtyfour::prelude::*;
use tolva_journeys::Walk;

/// From an empty studio to a solved plan with its picture, led step by step: how many steps and how long is printed.
#[tokio::test(flavor = "multi_thread")]
async fn from_nothing_to_a_plan() {
    let walk = Walk::at_an_empty_desk().await;
    let begun = Instant::now();
    let mut steps = 0;
    let mut step = |what: &str| {
        steps += 1;
        println!("step {steps}: {what}, {:.1} s", begun.elapsed().as_secs_f64());
    };
    walk.open("/").await;
    walk.sees("[data-step=next]", "Kit").await;
    walk.accessible("an empty studio").await;
    walk.press_named("Start with the sample kit").await;
    step("kit");
    walk.sees("[data-step=next]", "A job").await;
    walk.press_named("Make a job").await;
    step("job");
    walk.sees("[data-step=next]", "A setup").await;
    walk.press_named("Date of New job: from a calendar").await;
    walk.wait("a calendar", "return document.querySelectorAll('[role=grid] td').length > 27").await;
    walk.accessible("a calendar").await;
    walk.keys(Key::Enter).await;
    step("its date");
    walk.wait(
        "its date",
        "return [...document.querySelectorAll('input')].some((i) => /^20\\d\\d-\\d\\d-\\d\\d$/.test(i.value))",
    )
    .await;
    walk.type_into("First setup: type its name", "By the window").await;
    step("setup");
    for (reading, ev) in [("Face", "9"), ("Background", "9")] {
        walk.press_named("Add a reading").await;
        walk.type_into(&format!("{reading}: EV at ISO 100"), ev).await;
        step(reading);
    }
    walk.press_named("Solve").await;
    step("solved");
    walk.wait("a plan that is met", "return document.querySelector('[data-met]')?.dataset.met === 'true'").await;
    walk.wait("its picture", "return document.querySelector('canvas[data-picture]') !== null").await;
    walk.saved().await;
    step("its picture");
    assert!(steps <= 8, "{steps} steps");
    walk.end().await;
}

/// Who would rather look first is on the bench of the sample at a press.
#[tokio::test(flavor = "multi_thread")]
async fn a_sample_to_look_at() {
    let walk = Walk::at_an_empty_desk().await;
    walk.open("/guide/stops").await;
    walk.press_named("Bring the sample job in").await;
    walk.wait("its levels", "return document.querySelector('[data-patch=face]') !== null").await;
    walk.open("/").await;
    walk.sees("article a", "Boatbuilder at the doors").await;
    walk.no_longer_sees("[aria-label='First steps']", "").await;
    // Until it was brought in, there was none.
    walk.end_expecting("404").await;
}

/// Every idea has its example; on the stop scale, what a dial moves moves and nothing else, and nothing of it is kept.
#[tokio::test(flavor = "multi_thread")]
async fn the_guide_can_be_turned() {
    let walk = Walk::at_desk().await;
    walk.open("/").await;
    walk.press_named("Guide").await;
    walk.wait("the scale", "return document.querySelector('[data-patch=face][data-part=flash]') !== null").await;
    let (ambient, flash) = (walk.level("face", "ambient").await, walk.level("face", "flash").await);
    walk.press_named("Shutter a stop slower").await;
    walk.level_is("face", "ambient", ambient + 1.0).await;
    walk.level_is("face", "flash", flash).await;
    walk.press_named("Flash a stop stronger").await;
    walk.level_is("face", "flash", flash + 1.0).await;
    walk.press_named("Aperture a stop wider").await;
    walk.level_is("face", "ambient", ambient + 2.0).await;
    walk.level_is("face", "flash", flash + 2.0).await;
    walk.press_named("As planned").await;
    walk.level_is("face", "ambient", ambient).await;
    walk.accessible("the stop scale in the guide").await;
    for (idea, shows, text) in [
        ("Approaches", ".live p", "."),
        ("What binds", ".live b", "stop"),
        ("The mired rule", ".live li", "5600 K becomes"),
        ("The ladder", ".live li", ":"),
        ("Judging a frame", ".live a", "Judge it"),
        ("The picture", ".live button", "As planned"),
    ] {
        walk.press_named(idea).await;
        walk.sees(shows, text).await;
        walk.accessible(idea).await;
    }
    walk.wait("the frame", "return document.querySelector('[data-small=guide]') !== null").await;
    // 131 mired on 3200 K is 1e6 / (312.5 + 131) = 2255 K, on 5600 K 1e6 / (178.6 + 131) = 3230 K.
    walk.press_named("The mired rule").await;
    walk.sees(".live li", "3200 K becomes 2250 K").await;
    walk.sees(".live li", "5600 K becomes 3250 K").await;
    walk.end().await;
}

/// Help says what a screen is for and lists its keys; the tour goes from screen to screen and can be left.
#[tokio::test(flavor = "multi_thread")]
async fn help_and_the_tour() {
    let walk = Walk::at_desk().await;
    walk.open_setup("setup-doors").await;
    walk.press_named("Help of this screen").await;
    walk.sees("[role=dialog]", "hold what must stay").await;
    walk.accessible("help of a screen").await;
    walk.press_named("The idea behind it").await;
    walk.wait("its idea", "return document.querySelector('[data-idea=stops]') !== null").await;
    walk.press_named("Tour of the program").await;
    for stop in 1..=8 {
        walk.wait("the stop", &format!("return document.querySelector('[data-tour]')?.dataset.tour === '{stop}'"))
            .await;
        if stop == 2 {
            walk.wait("the bench", "return document.querySelectorAll('[data-dial]').length >= 5").await;
            walk.accessible("a bench on the tour").await;
        }
        walk.press_named(if stop == 8 { "Done" } else { "Next stop" }).await;
    }
    walk.wait("the tour over", "return document.querySelector('[data-tour]') === null").await;
    walk.sees("h1", "Drills").await;
    walk.open("/guide").await;
    walk.press_named("Tour of the program").await;
    walk.press_named("Leave the tour").await;
    walk.wait("the tour left", "return document.querySelector('[data-tour]') === null").await;
    walk.end().await;
}

/// On a phone the bar for the thumb leaves the way on within reach.
#[tokio::test(flavor = "multi_thread")]
async fn the_tour_on_a_phone() {
    let walk = Walk::on_phone().await;
    walk.open("/guide").await;
    walk.press_named("Tour of the program").await;
    for stop in 1..=7 {
        walk.wait("the stop", &format!("return document.querySelector('[data-tour]')?.dataset.tour === '{stop}'"))
            .await;
        walk.fits_across().await;
        walk.press_named("Next stop").await;
    }
    walk.press_named("Done").await;
    walk.wait("the tour over", "return document.querySelector('[data-tour]') === null").await;
    walk.end().await;
}

/// A setup stands by for the one before it in rain; one press puts it in the other's place, and another back.
#[tokio::test(flavor = "multi_thread")]
async fn plan_b() {
    let walk = Walk::at_desk().await;
    walk.open("/").await;
    walk.pick("More for Hands on the plank", "Let it stand by for Boatbuilder at the doors").await;
    walk.press_named("Swap in for Boatbuilder at the doors: Hands on the plank").await;
    walk.named("button", "Swap in for Hands on the plank: Boatbuilder at the doors").await;
    walk.choose("if it rains", "if the sun stays away").await;
    walk.sees("[data-standby=no_sun]", "if the sun stays away").await;
    walk.accessible("jobs with a setup that stands by").await;
    walk.open("/jobs/job-slip-shed/card").await;
    walk.sees("h2", "1b. Boatbuilder at the doors").await;
    walk.sees(".when", "if the sun stays away").await;
    // The day numbers it under the one it stands by for, and the bench says what it is.
    walk.open("/jobs/job-slip-shed/day").await;
    walk.sees("[data-setup=setup-doors] .number", "1b").await;
    walk.sees("[data-setup=setup-doors]", "if the sun stays away").await;
    walk.open_setup("setup-doors").await;
    walk.sees("h1", "if the sun stays away").await;
    walk.open("/").await;
    walk.press_named("Swap in for Hands on the plank: Boatbuilder at the doors").await;
    walk.named("button", "Swap in for Boatbuilder at the doors: Hands on the plank").await;
    walk.choose("if the sun stays away", "it is made anyway").await;
    walk.wait("both made", "return document.querySelector('[data-standby]') === null").await;
    walk.end().await;
}

/// A year of jobs: what is past stands apart, a month pressed shows its jobs alone.
#[tokio::test(flavor = "multi_thread")]
async fn a_year_of_jobs() {
    let walk = Walk::at_desk().await;
    walk.open("/?at=2026-09-18T12:00").await;
    walk.sees("h2", "Past").await;
    walk.wait(
        "the coming before the past",
        "const jobs = [...document.querySelectorAll('[data-job]')].map((job) => job.dataset.job);
         return jobs.length === 3 && jobs[0] === 'job-tram-hall'",
    )
    .await;
    walk.press_named("May 2026: 1 job").await;
    walk.wait("the jobs of May", "return document.querySelectorAll('[data-job]').length === 1").await;
    walk.sees("[data-job] a", "Kettle").await;
    walk.accessible("a month of jobs").await;
    walk.press_named("May 2026: 1 job").await;
    walk.wait("all jobs", "return document.querySelectorAll('[data-job]').length === 3").await;
    walk.end().await;
}

/// Shadows that are wanted: the light of a setup's minute says whether they are there.
#[tokio::test(flavor = "multi_thread")]
async fn shadows_are_asked_for() {
    let walk = Walk::at_desk().await;
    walk.open("/jobs/job-slip-shed/day?setup=setup-doors&at=18:12").await;
    walk.press_named("Ask for shadows: Boatbuilder at the doors").await;
    // Under a sun 11° high they are five times as long as one is tall.
    walk.type_into("Boatbuilder at the doors: shadows, times one's height", "3").await;
    walk.wait("they are there", "return document.querySelector('[data-setup=setup-doors] .wrong') === null").await;
    walk.type_into("Boatbuilder at the doors: shadows, times one's height", "15").await;
    walk.sees("[data-setup=setup-doors] .wrong", "at least 15 times as long as one is tall").await;
    walk.press_named("Undo").await;
    walk.no_longer_sees("[data-setup=setup-doors] .wrong", "15 times").await;
    walk.accessible("a day with shadows asked for").await;
    walk.end().await;
}
