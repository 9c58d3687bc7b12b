//! What a frame says of the light, and what to turn.

use std::fmt::Display;

pub(crate) const NOTHING_MARKED: &str = "Mark the face or the background to judge this frame.";
pub(crate) const BY_PAIR: &str = ", told apart by the frame without flash";
pub(crate) const AMBIENT_AS_PLANNED: &str = ", if the ambient is as planned";
pub(crate) const FLASH_AS_PLANNED: &str = ", if the flash is as planned";
pub(crate) const BOTH_ALIKE: &str = ", if both are off alike";
pub(crate) const PANELS_RIGHT: &str = "White and black lie equally far from their ends: the exposure is right.";
pub(crate) const CURVE_UNKNOWN: &str = "This body’s tone curve is not known: its picture style may bend levels by a third of a stop in the middle, more near white.";
pub(crate) const CURVE_KNOWN: &str =
    "Levels are told by this body’s tone curve, as its bracket taught: a file developed otherwise has another.";
pub(crate) const SETTINGS_UNKNOWN: &str =
    "The file does not say all it was taken with: what is missing is taken to be as planned.";
pub(crate) const OTHER_DIALS: &str =
    "It was taken at other dials than planned, and is judged at those it was taken with.";
pub(crate) const OTHER_KIT: &str =
    "By its file it was taken with another body or lens of the kit than planned, and is judged by that.";

pub(crate) fn kit_unknown(what: &str, called: &str) -> String {
    format!("The file calls its {what} “{called}”, which is nothing of the kit: it is taken to be the one planned.")
}

pub(crate) const NO_FLASH: &str =
    "No flash fired, though one was planned. Is the trigger on its channel, and the flash ready?";
pub(crate) const COMPENSATED: &str =
    "The camera had an exposure compensation set: in manual it may do nothing, else it moves the dials.";
pub(crate) const AUTO_WHITE: &str =
    "The camera chose its own white balance: what a grey card says of the light then holds for no other frame.";
pub(crate) const PAIR_HAS_FLASH: &str =
    "The frame it is compared with had flash too: what is told apart is what changed between them.";
pub(crate) const NOTHING_TO_TURN: &str = "Nothing to turn: the dials are where this light wants them.";
pub(crate) const NO_DIAL_LEFT: &str = "No free dial mends it: free one that is held, or move a light.";

pub(crate) fn beyond_curve(name: &str) -> String {
    format!("The {name} is beyond what this body’s bracket showed: take one with darker and lighter frames.")
}

pub(crate) fn is_sharp(name: &str, passes: f64) -> String {
    format!("The {name} is sharp: its finest edges are within the {passes} pixels that pass for a point.")
}

pub(crate) fn is_soft(name: &str, blur: f64, passes: f64) -> String {
    format!(
        "The {name} is soft, {blur} pixels both ways where {passes} pass: the focus lies before or behind it. Focus again, or stop down."
    )
}

pub(crate) fn is_drawn_out(name: &str, blur: f64, passes: f64, across: bool) -> String {
    let way = if across { "from side to side" } else { "up and down" };
    format!(
        "The {name} is drawn out {way}, {blur} pixels where {passes} pass: hand or subject moved. A faster shutter, more flash, or a tripod."
    )
}

pub(crate) fn is_unsharp(name: &str, blur: f64, passes: f64) -> String {
    format!(
        "The {name} is not sharp, {blur} pixels where {passes} pass; its edges run one way only, so focus is not told from movement."
    )
}

pub(crate) fn cannot_say(name: &str) -> String {
    format!("{name} cannot be judged")
}

pub(crate) fn right(name: &str) -> String {
    format!("{name} as wanted")
}

pub(crate) fn off(name: &str, by: impl Display, over: bool) -> String {
    format!("{name} {by} {}", if over { "over" } else { "under" })
}

pub(crate) fn stands_at(name: &str, level: impl Display) -> String {
    format!("{name} at {level}")
}

pub(crate) fn level(name: &str, level: impl Display, planned: impl Display) -> String {
    format!("{name} at {level}, planned {planned}")
}

pub(crate) fn parts(ambient: impl Display, flash: impl Display) -> String {
    format!(": ambient {ambient}, flash {flash}")
}

pub(crate) fn burnt(name: &str, per_cent: f64) -> String {
    format!(
        "{:.0} % of the {name} is burnt out: it is brighter than can be told. Expose less, or mark another place.",
        per_cent.ceil()
    )
}

pub(crate) fn black(name: &str, per_cent: f64) -> String {
    format!("{:.0} % of the {name} is black: it is darker than can be told.", per_cent.ceil())
}

pub(crate) fn uneven(name: &str, spread: impl Display) -> String {
    format!("The {name} spreads by {spread} inside its mark: make the mark smaller, or move it to an even place.")
}

pub(crate) fn unmeasured(name: &str) -> String {
    format!("The {name} was not measured: its mark has to lie in the frame.")
}

pub(crate) fn frame_burnt(per_cent: f64) -> String {
    let share = if per_cent < 1.0 { format!("{per_cent:.1}") } else { format!("{per_cent:.0}") };
    format!(
        "{share} % of the frame is burnt out in some colour. One click under its warning is still about a third hot."
    )
}

pub(crate) fn panels(by: impl Display, tenths: impl Display, over: bool) -> String {
    format!(
        "White and black lie {} by {tenths} stop: about {by}.",
        if over { "to the right, over" } else { "to the left, under" }
    )
}

pub(crate) fn turn(name: &str, from: &str, to: &str) -> String {
    format!("{name} from {from} to {to}")
}

pub(crate) fn then(levels: &str) -> String {
    if levels.is_empty() { String::new() } else { format!("Then {levels}.") }
}

pub(crate) fn taken_apart(share: f64, moved: f64, shift: impl Display, with_flash: bool, full_size: bool) -> String {
    let on = if full_size { "on the files in the folder" } else { "on the copies in the studio" };
    let what = if with_flash { "Flash alone" } else { "What changed, alone" };
    let moved = if moved < 0.01 {
        String::new()
    } else {
        format!(" {:.0} % of it moved between the two and is left out.", moved * 100.0)
    };
    format!(
        "{what}: {:.0} % of the frame’s light. The other frame was laid on it, moved by {shift} pixels, {on}.{moved}",
        share * 100.0
    )
}

pub(crate) const A_PAIR: &str = "A pair, with flash and without";

pub(crate) fn burst(count: usize) -> String {
    format!("A burst of {count}")
}

pub(crate) fn bracket(count: usize) -> String {
    format!("A bracket of {count}")
}

pub(crate) fn series(count: usize) -> String {
    format!("{count} without a pause")
}

pub(crate) fn dial_for(name: &str, at: &str, wanted: &str) -> String {
    format!("{name} {at} for {wanted}")
}

pub(crate) fn by_hand(dials: &str) -> String {
    format!("By hand: {dials}.")
}

pub(crate) fn amount_off(amount: impl Display, over: bool) -> String {
    format!("{amount} {}", if over { "over" } else { "under" })
}

pub(crate) fn by_kit(off: &str) -> String {
    format!("By the kit: {off} its plan, as the takes beside it.")
}

pub(crate) fn by_light(off: &str) -> String {
    format!("By the light: {off} its plan, unlike the takes beside it.")
}
