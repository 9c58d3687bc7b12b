//! What takes taught, in words.

use std::fmt::Display;

pub(crate) const CLEAR_SKY: &str = "a clear sky";
pub(crate) const BROKEN_CLOUD: &str = "broken cloud";
pub(crate) const OVERCAST: &str = "an overcast sky";
pub(crate) const BODY: &str = "body";
pub(crate) const LENS: &str = "lens";
pub(crate) const METER: &str = "meter";
pub(crate) const FORECAST: &str = "forecast under such a sky";
pub(crate) const FLASH: &str = "the flash as takes taught";
pub(crate) const MODIFIER: &str = "its modifier as takes taught";
pub(crate) const GEL: &str = "the gel as takes taught";

/// A correction on its thing's sheet.
pub(crate) fn in_force(more: impl Display, error: impl Display, takes: u32) -> String {
    format!("In force, by {}: {more}, {error}.", takes_told(takes))
}

/// A correction that is in a number.
pub(crate) fn in_it(of: &str, more: impl Display, error: impl Display, takes: u32) -> String {
    format!("The {of}, as {} taught: {more}; {error}.", takes_told(takes))
}

pub(crate) const YOUR_METER: &str = "your meter";
pub(crate) const YOUR_HAND: &str = "your hand";

pub(crate) fn hand(more: &str, error: &str, takes: u32) -> String {
    format!("Holds still {more} longer than the rule, {error}, by {}.", takes_told(takes))
}

/// So often.
fn times(seen: u32) -> String {
    match seen {
        1 => "once".to_owned(),
        2 => "twice".to_owned(),
        _ => format!("{seen} times"),
    }
}

pub(crate) fn own_meter(more: &str, error: &str, seen: u32) -> String {
    format!("Its own meter makes frames {more} against mid-grey, {error}, seen {}.", times(seen))
}

pub(crate) fn timed(found: impl Display, said: impl Display, percent: &str, seen: u32) -> String {
    format!("Ready {found} s after full power where {said} s is said, ± {percent} %, timed {}.", times(seen))
}

pub(crate) fn counted(found: &str, said: &str, percent: &str, seen: u32) -> String {
    format!("A battery gives {found} full pops where {said} are said, ± {percent} %, counted {}.", times(seen))
}

pub(crate) const NOTHING: &str =
    "No take tells anything yet: take a frame of a setup, mark face and background, and come back.";
pub(crate) const ONLY_THE_HAND: &str = "Frames tell of your hand so far; none tells of the light yet.";
pub(crate) const IN_FORCE: &str = " It is in force.";
pub(crate) const UNSURE: &str = " More takes, with other things before it, would tell it better.";
pub(crate) const SLIGHT: &str = " It changes nothing anyone sees.";

fn takes_told(takes: u32) -> String {
    if takes == 1 { "one take".to_owned() } else { format!("{takes} takes") }
}

pub(crate) fn forecast_under(sky: &str) -> String {
    format!("forecast under {sky}")
}

pub(crate) fn correction(more: &str, error: &str, takes: u32) -> String {
    format!("{more}, {error}, by {}.", takes_told(takes))
}

/// Names one after the other: a, b and c.
fn listed(names: &[String]) -> String {
    match names {
        [] => String::new(),
        [one] => one.clone(),
        [all @ .., last] => format!("{} and {last}", all.join(", ")),
    }
}

pub(crate) fn together(names: &[String], more: impl Display, error: impl Display) -> String {
    format!("{} together: {more}, {error}. Which of them it is, these takes do not tell.", listed(names))
}

pub(crate) fn headline(takes: u32, before: impl Display, after: impl Display) -> String {
    format!("{} say: plans were off by {before}; with what they teach by {after}.", super::capital(&takes_told(takes)))
}

pub(crate) const FEW_FRAMES: &str =
    "Three frames at least are needed, the same but for the shutter: five, two stops apart, teach more.";
pub(crate) const FEW_STOPS: &str =
    "The shutter differs too little between these frames: two stops at least, better six.";
pub(crate) const FEW_POINTS: &str =
    "The frames show too few even places: take something with many tones, out of focus if need be.";
pub(crate) const FALLS: &str =
    "No curve that rises all the way fits these frames: take them of a still scene with more tones.";

pub(crate) fn unsteady(off: impl Display) -> String {
    format!("The frames disagree by {off}: the light or the scene changed between them, or a flash fired.")
}

pub(crate) const CARD_IN_EVEN_LIGHT: &str =
    "Grey card in even, steady light, filling the marks; read the light on it with your meter, held before the card.";

pub(crate) fn card_before(flash: &str, modifier: Option<&str>, away: &str) -> String {
    let with = modifier.map_or_else(|| "bare".to_owned(), |modifier| format!("with the {modifier}"));
    format!("Grey card straight before the {flash}, {with}, {away} from its front, where nothing shows without flash.")
}

pub(crate) fn body_with(body: &str, lens: &str) -> String {
    format!("{body} with {lens}")
}

pub(crate) fn as_metered(with: &str, iso: &str) -> String {
    format!("{with}: the meter’s shutter and aperture at ISO {iso}")
}

pub(crate) fn dials(with: &str, [shutter, aperture, iso]: [&str; 3], power: &str) -> String {
    format!("{with}: {shutter}, {aperture}, ISO {iso}, power {power}")
}

/// What a session is called as a job.
pub(crate) const SESSION: &str = "Test frames of the kit";

/// What a frame's setup is called.
pub(crate) fn frame_of(number: usize, flash: Option<&str>) -> String {
    let lit = flash.map_or_else(|| "by the light that is there".to_owned(), |flash| format!("by the {flash}"));
    format!("{number}: card {lit}")
}

/// What is done for it.
pub(crate) fn frame_done(scene: &str, dials: &str) -> String {
    format!("{scene} {dials}. Mark the card as the grey card and as the face.")
}

pub(crate) fn teaches(names: &[String]) -> String {
    if names.is_empty() { CONFIRMS.to_owned() } else { format!("It tells of {}.", listed(names)) }
}

const CONFIRMS: &str = "It confirms what is known.";
