//! Tasks done outside, in words.

use crate::marks::{stops_amount, stops_label};

pub(crate) const MARK_FACE_AND_BACKGROUND: &str = "face and background";
pub(crate) const MARK_BOTH_SIDES: &str = "face and shadow side";
pub(crate) const MARK_FACE_AND_SKY: &str = "face and sky";
pub(crate) const MARK_GREY_CARD: &str = "the grey card";
pub(crate) const MARK_FACE: &str = "the face, with lashes or hair in it";
pub(crate) const TASK_SKY: &str =
    "A face before the sky in one frame: the sky keeps its detail, and the face is no more than a stop dark.";
pub(crate) const TASK_GREY: &str = "A grey card in the light there is, white balance set by hand: no cast.";

pub(crate) fn task_background(stops: f64) -> String {
    match stops {
        stops if stops < 0.0 => {
            format!("A face and what is behind it: the background {} over the face.", stops_amount(-stops))
        }
        0.0 => "A face and what is behind it, both as bright as each other.".to_owned(),
        stops => format!("A face and what is behind it: the background {} under the face.", stops_amount(stops)),
    }
}

pub(crate) fn task_shadow(stops: f64) -> String {
    format!("A face lit from one side: the shadow side {} under the lit one.", stops_amount(stops))
}

pub(crate) fn task_sharp(shutter: &str) -> String {
    format!("A face, sharp, from the hand at {shutter} or slower.")
}

pub(crate) fn not_marked(marks: &str) -> String {
    format!("Mark {marks} in the frame, and it can be told.")
}

pub(crate) fn under_is(is: f64, off: &str, done: bool) -> String {
    let at = match stops_label(is).as_str() {
        "0" => "It is as bright".to_owned(),
        _ if is > 0.0 => format!("It is {} under", stops_amount(is)),
        _ => format!("It is {} over", stops_amount(-is)),
    };
    if done { format!("{at}: done.") } else { format!("{at}, {off} off.") }
}

pub(crate) const GREY_NEUTRAL: &str = "The card is neutral: done.";

pub(crate) fn grey_warm(warm: f64) -> String {
    let way = if warm > 0.0 { "warmer" } else { "cooler" };
    format!("The light is {:.0} mired {way} than the camera was set to.", warm.abs())
}

pub(crate) fn grey_aside(aside: f64) -> String {
    let side = if aside > 0.0 { "green" } else { "magenta" };
    format!("As warm as set, and {:.3} Duv to the {side} side: a step of tint.", aside.abs())
}

pub(crate) const fn sky_is(burnt: bool, dark: bool) -> &'static str {
    match (burnt, dark) {
        (false, false) => "Sky kept, face bright enough: done.",
        (true, false) => "The sky is burnt out.",
        (false, true) => "The sky is kept; the face is darker than a stop under.",
        (true, true) => "The sky is burnt out and the face is dark: it takes flash, or another direction.",
    }
}

pub(crate) const fn sharp_is(sharp: bool, slow: bool) -> &'static str {
    match (sharp, slow) {
        (true, true) => "Sharp, and slow enough: done.",
        (false, true) => "Slow enough, not sharp: brace, breathe out, take a series.",
        (true, false) => "Sharp, but at a faster time than asked.",
        (false, false) => "Neither sharp nor as slow as asked.",
    }
}
