//! Over a way that delays, drops and repeats, with pages closed and the studio killed at random: what was acknowledged is
//! there, and what is shown is what is kept.
//!
//! `ROUNDS` and `SEED` make it longer and another: `ROUNDS=200 SEED=5 cargo test -p tolva-journeys --test chance`.

#![allow(clippy::unwrap_used)]

use rand::{Rng, SeedableRng};
use rand_chacha::ChaCha8Rng;
use thirtyfour::Key;
use tolva_journeys::{Proxy, Walk};

const SETUP: &str = "setup-doors";
const NOTE: &str = "Note";
const EV: &str = "Background: EV at ISO 100";

fn told<T: std::str::FromStr>(name: &str, otherwise: T) -> T {
    std::env::var(name).ok().and_then(|text| text.parse().ok()).unwrap_or(otherwise)
}

/// What has to be there, as far as it can be said.
#[derive(Debug, Default)]
struct Hoped {
    note: Option<String>,
    ev: Option<f64>,
    /// Whether a page was closed that had not kept everything: what it left goes over what was done since, when it is
    /// taken up.
    left: bool,
}

/// Opens the setup again, however often that takes, and takes up what a closed page left.
async fn open_again(walk: &Walk) {
    walk.browser.goto("about:blank").await.unwrap();
    walk.open(&format!("/setups/{SETUP}")).await;
    walk.wait(
        "the dials, or what they wait for",
        "const again = [...document.querySelectorAll('button')].find((b) => /^(Try again|Load it again)$/.test(b.textContent.trim()));
         again?.click();
         return document.querySelectorAll('[data-dial]').length >= 5",
    )
    .await;
}

/// Takes up a draft if one is offered: it is offered once the setup is there.
async fn take_up(walk: &Walk) {
    walk.read("[...document.querySelectorAll('button')].find((b) => b.textContent.trim() === 'Take them up')?.click()")
        .await;
}

/// Whether everything was said to be kept when the page was closed.
async fn said_saved(walk: &Walk) -> bool {
    walk.read("return document.querySelector('[data-save]')?.dataset.save === 'saved'").await == true
}

/// Does one thing as chance will have it.
async fn act(walk: &mut Walk, proxy: &Proxy, chance: &mut ChaCha8Rng, hoped: &mut Hoped, round: usize) -> &'static str {
    match chance.random_range(0..9) {
        0 | 1 => {
            let note = format!("round {round}");
            walk.type_into(NOTE, &note).await;
            hoped.note = Some(note);
            "a note"
        }
        2 | 3 => {
            let ev = f64::from(chance.random_range(80..150)) / 10.0;
            walk.type_into(EV, &ev.to_string()).await;
            hoped.ev = Some(ev);
            "a reading"
        }
        4 | 5 => {
            walk.focus("[data-dial=aperture] [role=slider]").await;
            walk.keys(if chance.random() { Key::Left } else { Key::Right }).await;
            "a dial"
        }
        6 => {
            walk.read("[...document.querySelectorAll('button')].find((b) => b.textContent.trim() === 'Undo' && !b.disabled)?.click()").await;
            // What was taken back is for the studio to say.
            *hoped = Hoped { left: hoped.left, ..Hoped::default() };
            "undo"
        }
        7 => {
            // What nobody was told is kept may be lost with the page, if its draft was not written yet either.
            if !said_saved(walk).await {
                *hoped = Hoped { left: true, ..Hoped::default() };
            }
            open_again(walk).await;
            "the page closed"
        }
        _ => {
            let address = walk.kill_and_restart();
            proxy.point_at(&address);
            "the studio killed"
        }
    }
}

/// With the way honest again everything is kept, and what is shown is what is kept.
async fn settled(walk: &Walk, hoped: &mut Hoped, what: &str) {
    if hoped.left {
        take_up(walk).await;
        *hoped = Hoped::default();
    }
    walk.saved().await;
    let kept = walk.kept(SETUP).await;
    if let Some(note) = &hoped.note {
        assert_eq!(kept["note"], note.as_str(), "{what}");
    }
    let ev = kept["readings"].as_array().unwrap().iter().find(|reading| reading["patch"] == "background").unwrap();
    let ev = ev["measured"]["ev"].as_f64().unwrap();
    assert!(hoped.ev.is_none_or(|hoped| (hoped - ev).abs() < 1e-9), "{what}: {ev} is kept of {hoped:?}");
    walk.number_is(EV, &format!("Math.abs(n - {ev}) < 0.011")).await;
    let note = kept["note"].as_str().unwrap();
    walk.wait(
        "the note that is kept",
        &format!("return [...document.querySelectorAll('input')].some((field) => field.value === {note:?})"),
    )
    .await;
    let aperture = kept["camera"]["aperture"]["at"].as_i64().unwrap();
    let shown = format!("f/{:.1}", 2f64.powf(aperture as f64 / 12.0));
    let shown = shown.trim_start_matches("f/").parse::<f64>().unwrap();
    walk.wait(
        "the aperture that is kept",
        &format!(
            "const said = Number(document.querySelector('[data-dial=aperture] output').textContent.replace('f/', ''));
             return Math.abs(Math.log2(said / {shown})) < 0.09"
        ),
    )
    .await;
}

#[tokio::test(flavor = "multi_thread")]
async fn whatever_happens_on_the_way() {
    let (rounds, seed) = (told("ROUNDS", 12), told("SEED", 3));
    let (mut walk, proxy) = Walk::over_a_bad_way(seed).await;
    let mut chance = ChaCha8Rng::seed_from_u64(seed);
    let mut hoped = Hoped::default();
    walk.open_setup(SETUP).await;
    for round in 0..rounds {
        proxy.wake(true);
        let mut done = Vec::new();
        for _ in 0..chance.random_range(1..5) {
            done.push(act(&mut walk, &proxy, &mut chance, &mut hoped, round).await);
        }
        proxy.wake(false);
        println!("round {round}: {done:?}");
        settled(&walk, &mut hoped, &format!("round {round} of seed {seed}: {done:?}")).await;
    }
    println!("{rounds} rounds, seed {seed}: mischief was done to {} requests", proxy.done());
    assert!(proxy.done() > 0, "the way was honest all along");
    walk.end_expecting("Failed to load resource").await;
}
