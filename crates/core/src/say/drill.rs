//! Practice, in words.

use crate::marks::{stops_amount, stops_label};

pub(crate) const RATIO: &str = "Background against face";
pub(crate) const LIT_TO_SHADOW: &str = "Shadow side against lit side";
pub(crate) const WHICH_DIAL: &str = "Which dial was turned";
pub(crate) const AGAINST: &str = "Ambient against flash";
pub(crate) const EQUIVALENT: &str = "The same exposure";
pub(crate) const POWER_FOR_DISTANCE: &str = "Power for a distance";
pub(crate) const DISTANCE_FOR_POWER: &str = "Distance for a power";
pub(crate) const LIGHT_FROM: &str = "Where the light stands";
pub(crate) const REFLECTION: &str = "What shows in a pane";
pub(crate) const GREY_CARD: &str = "The light on a grey card";
pub(crate) const DEPTH: &str = "Aperture for a depth";
pub(crate) const SHARP_IN_HAND: &str = "Sharp in the hand";
pub(crate) const BINDS: &str = "What binds";
pub(crate) const OUTSIDE: &str = "Outside, with your own camera";

pub(crate) const SETUP: &str = "Practice";
pub(crate) const FACE: &str = "the face";
pub(crate) const LIT_SIDE: &str = "the lit side";
pub(crate) const SHADOW_SIDE: &str = "the shadow side";
pub(crate) const BACKGROUND: &str = "the background";
pub(crate) const AS_BEFORE: &str = "as before, with the face put right again";
pub(crate) const SHUTTER: &str = "Shutter";
pub(crate) const APERTURE: &str = "Aperture";
pub(crate) const POWER: &str = "Power";
pub(crate) const DISTANCE: &str = "Distance";

pub(crate) const BEFORE: &str = "Before";
pub(crate) const AFTER: &str = "After";
pub(crate) const RIGHT: &str = "Right";
pub(crate) const YOURS: &str = "Yours";
pub(crate) const THIS_FRAME: &str = "The frame";

pub(crate) const ASK_RATIO: &str = "How far is the wall behind under the face, or over it? The wall is mid-grey.";
pub(crate) const ASK_OWN_RATIO: &str = "How far is the background under the face, or over it, as the plan counts it?";
pub(crate) const ASK_LIT_TO_SHADOW: &str = "How far is the shadow side of the face under the lit side?";
pub(crate) const ASK_WHICH_DIAL: &str =
    "One dial was turned between these two frames. Look at the face and at the wall apart: which dial?";
pub(crate) const ASK_LIGHT_FROM: &str = "Where does the flash stand? The camera is at the foot of the circle.";

pub(crate) const WHICH: [&str; 3] = ["Shutter", "Power of the flash", "Aperture or ISO"];
pub(crate) const BINDING: [&str; 4] =
    ["The sync speed", "The flash’s full power", "The flash’s recharge", "Nothing: it goes"];

pub(crate) const FURTHER: &str = "The flash, bare, goes twice as far away, and nothing else is turned";
pub(crate) const WHY_SHUTTER: &str =
    "The shutter moves the ambient alone: a flash is over long before it closes. The face, which flash lights, stays.";
pub(crate) const WHY_POWER: &str =
    "Power moves the flash alone: the face goes, the wall stays, so between them it is as many stops the other way.";
pub(crate) const WHY_BOTH: &str = "Aperture, ISO and any filter move flash and ambient alike: put the face right again, and the wall is where it was. A wider aperture does not let in more ambient against flash.";
pub(crate) const WHY_DISTANCE: &str = "Twice as far is a quarter of a small flash’s light: two stops less on the face. The ambient stays, so the wall is two stops up against it.";
pub(crate) const WHY_DEPTH: &str = "What is unsharp grows with the depth and with the opening, and with the square of how near one is: half the opening for twice the depth.";
pub(crate) const CARD_AS_SHOWN: &str = "The card as the camera shows it";
pub(crate) const NEUTRAL: &str = "Neutral grey";
pub(crate) const EXACT: &str = "Right.";
pub(crate) const ANOTHER: &str = "Not that one.";

pub(crate) fn ratio(face: f64, behind: f64) -> String {
    let at = |level: f64| stops_label(level);
    format!(
        "The face stands at {}, the wall at {}. Half closed eyes help: what still shows of the wall is not far under.",
        at(face),
        at(behind)
    )
}

pub(crate) fn lit_to_shadow(stops: f64) -> String {
    format!(
        "The lit side has {} more than the shadow side, {:.1} to 1. What fills the shadows lights both sides.",
        stops_amount(stops),
        stops.exp2()
    )
}

pub(crate) fn which_dial(which: usize) -> String {
    match which {
        0 => "The wall went and the face stayed nearly: the shutter, which moves the ambient alone.",
        1 => "The face went and the wall stayed: the power, which moves the flash alone.",
        _ => "Face and wall went together: aperture or ISO, which move flash and ambient alike.",
    }
    .to_owned()
}

fn by(stops: f64) -> String {
    stops_amount(stops.abs())
}

pub(crate) fn after_turning(which: usize, stops: f64) -> String {
    let more = if stops > 0.0 { "brighter" } else { "darker" };
    let dial = ["Shutter", "Power", "Aperture"][which.min(2)];
    format!("{dial}, {} {more}", by(stops))
}

fn side(degrees: f64) -> &'static str {
    if degrees > 0.0 { "right" } else { "left" }
}

/// A direction as it is said: 60° to the left.
pub(crate) fn direction(degrees: f64) -> String {
    match degrees.abs() {
        away if away < 0.5 => "at the camera".to_owned(),
        away if away > 179.5 => "right behind".to_owned(),
        away => format!("{away:.0}° to the {}", side(degrees)),
    }
}

pub(crate) fn from(degrees: f64) -> String {
    super::capital(&direction(degrees))
}

pub(crate) fn yours_from(degrees: f64) -> String {
    format!("Yours: {}", direction(degrees))
}

pub(crate) fn light_from(degrees: f64) -> String {
    let shows = match degrees.abs() {
        away if away < 15.0 => "No shadow side, and the shadow of the nose falls straight down",
        away if away < 75.0 => "The shadow of the nose falls away from it, and most of the face is lit",
        away if away < 100.0 => "Half the face is lit, and the line runs down the nose",
        _ => "It draws an edge, and the front of the face has none of it",
    };
    format!("{shows}: {}.", direction(degrees))
}

pub(crate) fn against(change: &str) -> String {
    format!("Flash lights the face, ambient the wall. {change}. Then the face is put right again: where is the wall?")
}

pub(crate) fn slower(stops: f64) -> String {
    format!("The shutter is set {} slower", by(stops))
}

pub(crate) fn stronger(stops: f64) -> String {
    format!("The flash is turned up {}", by(stops))
}

pub(crate) fn weaker(stops: f64) -> String {
    format!("The flash is turned down {}", by(stops))
}

pub(crate) fn opened(stops: f64) -> String {
    format!("The aperture is opened {}", by(stops))
}

pub(crate) fn iso_up(stops: f64) -> String {
    format!("ISO goes up {}", by(stops))
}

pub(crate) fn closed(stops: f64) -> String {
    format!("The aperture is closed {}", by(stops))
}

pub(crate) fn equivalent(old: &(String, String), shutter: &str, new: &(String, String)) -> String {
    format!(
        "{}, {shutter}, ISO {} is right, without flash. At {} and ISO {}: which shutter?",
        old.0, old.1, new.0, new.1
    )
}

pub(crate) fn why_equivalent(closed: f64, faster: f64) -> String {
    let aperture =
        format!("{} {}", by(closed), if closed > 0.0 { "less by the aperture" } else { "more by the aperture" });
    let iso = if faster == 0.0 { "none by ISO".to_owned() } else { format!("{} more by ISO", by(faster)) };
    let left = faster - closed;
    let turn = if left > 0.0 { "faster" } else { "slower" };
    format!("{aperture}, {iso}: the shutter goes {} {turn}.", by(left))
}

pub(crate) fn power_for_distance(power: &str, from: &str, to: &str) -> String {
    format!("A small flash is right at {power} from {from}. It goes to {to}: which power?")
}

pub(crate) fn distance_for_power(power: &str, from: &str, new: &str) -> String {
    format!("A small flash is right at {power} from {from}. It is to be at {new}: how far away?")
}

pub(crate) fn why_distance(times: f64, stops: f64) -> String {
    let further = if stops > 0.0 { "less" } else { "more" };
    format!(
        "{times:.1} times as far is {} {further} light on the subject, as the square of the distance: √2 is a stop. A large soft light falls off less near by.",
        by(stops)
    )
}

pub(crate) fn background(ev: i32, under: i32, aperture: &str) -> String {
    let wanted = if under == 0 { "right".to_owned() } else { format!("{} under", by(f64::from(under))) };
    format!(
        "ISO 100 is the lowest, {aperture} for its depth. The background meters EV {ev} and is wanted {wanted}; the body syncs up to 1/250"
    )
}

pub(crate) fn flash_there(guide: &str, away: &str) -> String {
    format!("the flash has a guide number of {guide} and stands {away} away, wanted right by itself")
}

pub(crate) fn pace(recharge: f64, interval: f64) -> String {
    format!("it takes {recharge:.0} s to be ready after full power, with a frame every {interval} s")
}

pub(crate) fn binds(background: &str, flash: &str, pace: &str) -> String {
    format!("{background}. In it {flash}; {pace}. What binds?")
}

pub(crate) fn why_binds(shutter: &str, below: f64, ready: f64, interval: f64) -> String {
    let flash = if below < 0.0 {
        format!("The flash would have to give {} more than it has.", by(below))
    } else {
        format!(
            "The flash stands {} under full power, {}; a frame comes every {interval} s.",
            by(below),
            super::ways::ready(ready)
        )
    };
    format!("The background asks for {shutter}. {flash}")
}

pub(crate) fn against_own(change: &str) -> String {
    format!("{change}. Then the face is put right again: how far is the background from where it was against it?")
}

pub(crate) fn own_depth(focal: f64, away: &str, deep: &str) -> String {
    format!(
        "Your {focal:.0} mm, focused at {away}. Two faces, one {deep} behind the other, are both to be sharp in a picture looked at whole: what is the widest aperture?"
    )
}

pub(crate) fn depth(focal: f64, away: &str, deep: &str) -> String {
    format!(
        "{focal:.0} mm on 24 × 36 mm, focused at {away}. Two faces, one {deep} behind the other, are both to be sharp in a picture looked at whole: what is the widest aperture?"
    )
}

pub(crate) fn sharp_in_hand(focal: f64, stabilised: f64) -> String {
    let held =
        if stabilised > 0.0 { format!("a stabiliser of {}", by(stabilised)) } else { "no stabiliser".to_owned() };
    format!("{focal:.0} mm on 24 × 36 mm in the hand, {held}: what is the slowest time by the rule?")
}

pub(crate) fn why_sharp(focal: f64, stabilised: f64, halved: bool, mark: &str) -> String {
    let rule = if halved { "One over twice the focal length" } else { "One over the focal length" };
    let longer =
        if stabilised > 0.0 { format!(", {} longer by the stabiliser", by(stabilised)) } else { String::new() };
    format!("{rule} of {focal:.0} mm{longer}: {mark}. It holds for most frames, not for all.")
}

pub(crate) fn grey_card(set: f64) -> String {
    format!("The camera is set to {set:.0} K. What is the temperature of the light on this grey card?")
}

pub(crate) fn why_grey_card(mired: f64, light: f64) -> String {
    let (shows, than) = if mired > 0.0 { ("orange", "warmer") } else { ("blue", "cooler") };
    format!(
        "The card shows {shows}: its light is {:.0} mired {than} than the setting. Set to {light:.0} K it is grey.",
        mired.abs()
    )
}

pub(crate) fn reflection(turned: f64) -> String {
    format!(
        "A pane stands where the subject is, turned {:.0}° to the {} away from the camera. From which direction does a light show in it?",
        turned.abs(),
        side(turned)
    )
}

pub(crate) fn why_reflection(turned: f64) -> String {
    format!(
        "What a mirror shows lies as far on the other side of its own direction as one looks from: turned {:.0}°, it shows what is {:.0}° round.",
        turned.abs(),
        2.0 * turned.abs()
    )
}

pub(crate) fn mired_off(off: f64) -> String {
    format!("{:.0} mired too {}.", off.abs(), if off > 0.0 { "warm" } else { "cool" })
}

pub(crate) fn degrees_off(off: f64) -> String {
    format!("{:.0}° too far to the {}.", off.abs(), side(off))
}

pub(crate) fn stops_off(amount: &str) -> String {
    format!("{amount} off.")
}

pub(crate) fn near(far: &str) -> String {
    format!("Near enough: {far}")
}

pub(crate) fn on_scale(stops: f64) -> String {
    match stops_label(stops).as_str() {
        "0" => "0".to_owned(),
        label => format!("{label} {}", if stops.abs() < 1.01 { "stop" } else { "stops" }),
    }
}

pub(crate) fn kelvin(kelvin: f64) -> String {
    format!("{:.0} K", (kelvin / 10.0).round() * 10.0)
}
