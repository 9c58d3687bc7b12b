//! The field card, in words.

use std::fmt::Display;

pub(crate) const TEST_BOTH: &str = "Both together: look at face against background, the histogram and the highlight warning, not at how bright the screen is.";
pub(crate) const TEST_ONE_THING: &str = "Then change one thing at a time, and take a frame after each.";
pub(crate) const TEST_EACH_LIGHT: &str =
    "Then each light alone, and all together; change one thing at a time, and take a frame after each.";
pub(crate) const MANUAL: &str = "Camera in manual; ISO not automatic.";
pub(crate) const NOT_MANUAL: &str = "One automatic dial at most: the other two set by hand.";
pub(crate) const FIXED_BALANCE: &str = "White balance at the number on this card, not automatic.";
pub(crate) const RAW: &str = "Raw files.";
pub(crate) const JPEG: &str = "JPEG, with a neutral picture style.";
pub(crate) const HIGHLIGHT_WARNING: &str = "Highlight warning on, screen at its usual brightness.";
pub(crate) const STABILISER_OFF: &str = "Stabiliser off on the tripod, unless its maker says otherwise.";
pub(crate) const STABILISER_ON: &str = "Stabiliser on.";
pub(crate) const RELEASE: &str = "Remote release or self-timer.";
pub(crate) const SILENT_OFF: &str = "Silent shutter off: flash needs the mechanical one.";
pub(crate) const REAR_CURTAIN: &str = "Flash at the rear curtain.";
pub(crate) const HIGH_SPEED_SYNC: &str = "High-speed sync on, at trigger and flash.";
pub(crate) const WIDEST_ZOOM: &str = "Zoom head at its widest, so that the whole panel fills.";
pub(crate) const MANUAL_POWER: &str = "Flashes in manual, not automatic.";
pub(crate) const TRIGGER: &str = "Trigger and flashes on one channel; a pop of each.";
pub(crate) const FOCUS_BEFORE_ND: &str = "Focus before the filter goes on, or check that the body still focuses.";
pub(crate) const LOUPE: &str = "A loupe or a dark cloth for the screen outdoors.";
pub(crate) const STEAM: &str = "Warm the lens before steam reaches it; keep steam off flash and mains.";
pub(crate) const REHEARSE: &str = "Rehearse the movement once before it counts.";
pub(crate) const LENS_CLEAN: &str = "Lens clean, front and back.";
pub(crate) const MARK_THE_SPOT: &str = "Mark where the subject stands, with tape or chalk.";
pub(crate) const WAYS_CLEAR: &str =
    "Cables taped, exits and aisles clear; the tallest leg of each stand under its load.";
pub(crate) const BATTERY_GUESS: &str = "By the frames planned; cold and idling take more.";
pub(crate) const STAND: &str = "Light stand";
pub(crate) const BOOM: &str = "Boom with its counterweight";
pub(crate) const CLAMP: &str = "Clamp with a safety line";
pub(crate) const POLE: &str = "Pole for the assistant";
pub(crate) const TRIPOD: &str = "Tripod with its plate";
pub(crate) const ND: &str = "Neutral density filters, with rings that fit the lens";
pub(crate) const TARGET: &str = "Grey card or two-tone target";
pub(crate) const STORAGE: &str = "Memory cards, empty, and a spare";
pub(crate) const CLOTH: &str = "Lens cloth";
pub(crate) const TRIGGERS: &str = "Trigger, receivers, their batteries";
pub(crate) const TAPE: &str = "Gaffer tape and clips";

pub(crate) const REVIEW_SLOWEST_FIRST: &str = "For one that is sharp, nineteen times in twenty, by the hand as it is known; frames of one burst shake alike, so take them in several. Look at the slowest first.";

pub(crate) fn frames_at(frames: u32, shutter: &str, seconds: f64) -> String {
    let count = if frames == 1 { "One frame".to_owned() } else { format!("{frames} frames") };
    format!("{count} at {shutter}{}", time_of(seconds))
}

/// How long frames take, where that is felt.
fn time_of(seconds: f64) -> String {
    if seconds < 2.0 { String::new() } else { format!(", {seconds:.0} s of them") }
}

pub(crate) fn as_many_as_there_is_time(shutter: &str) -> String {
    format!("As many as there is time for at {shutter}")
}

pub(crate) fn test_ambient([shutter, aperture, iso]: &[String; 3], lit: bool) -> String {
    let off = if lit { "Ambient alone, flashes off" } else { "The light that is there" };
    format!("{off}: {shutter}, {aperture}, ISO {iso}. The background is to be right in it.")
}

pub(crate) fn test_flash(shutter: &str, darker: &str) -> String {
    format!("Flash alone: shutter at {shutter}, which takes {darker} of ambient away and no flash.")
}

pub(crate) fn second_frame(aperture: &str) -> String {
    format!(
        "Two frames, for what shows in the glass: one as planned, one without flash. Same camera place, focus, {aperture} and white balance: nothing moves between them."
    )
}

pub(crate) fn put_up(name: &str, power: &str, gels: &[&str]) -> String {
    let gels = if gels.is_empty() { String::new() } else { format!(", {} before it", gels.join(" and ")) };
    format!("{name} at {power}{gels}")
}

pub(crate) fn from_the_face(away: &str) -> String {
    format!("{away} from its front to the face.")
}

pub(crate) fn camera_at(lens: &str, focal: f64, away: &str, tripod: bool) -> String {
    let held = if tripod { "on the tripod" } else { "in the hand" };
    format!("Camera {held}, {lens} at {focal:.0} mm, {away} from the subject")
}

pub(crate) fn bag(name: &str, kilograms: f64) -> String {
    format!("{kilograms:.0} kg on the stand of the {name}")
}

pub(crate) fn card(number: usize, kind: &str) -> String {
    format!("Card {number}, {kind}, where the drawing has it")
}

pub(crate) fn count(name: &str, count: usize) -> String {
    if count > 1 { format!("{count} × {name}") } else { name.to_owned() }
}

pub(crate) fn gel(name: &str, count: usize) -> String {
    let pieces = if count == 1 { "a piece".to_owned() } else { format!("{count} pieces") };
    format!("{name}: {pieces}, cut to the heads")
}

pub(crate) fn batteries(flash: &str, sets: usize) -> String {
    let of = if sets == 1 { "a charged battery".to_owned() } else { format!("{sets} charged batteries") };
    format!("{flash}: {of}")
}

pub(crate) fn bags(count: usize, kilograms: f64) -> String {
    let bags = if count == 1 { "A bag".to_owned() } else { format!("{count} bags") };
    format!("{bags} of {kilograms:.0} kg for the stands")
}

pub(crate) const FROM_NEAR_TO_FAR: &str =
    "From the nearest point on; aperture, light and white balance stay, and nothing is touched between frames.";

pub(crate) fn focus_steps(frames: f64, step: &str, seconds: f64) -> String {
    format!("{frames:.0} frames through the depth, focus {step} further each time{}", time_of(seconds))
}

pub(crate) fn second_exposure(darker: f64) -> String {
    let stops = crate::marks::stops_amount(darker);
    format!("One frame more, {stops} darker by the shutter, for what clips in the first")
}

pub(crate) fn more_than_a_battery(pops: u32) -> String {
    format!("All of them are more than the {pops} pops of a battery.")
}

pub(crate) const FILM_SHOWS_LATER: &str = "Film shows nothing until it is developed.";
pub(crate) const NO_GAIN_OF_ITS_OWN: &str =
    "The plan counts what they give together: leave the body’s own correction off.";

pub(crate) fn test_for_film(iso: impl Display) -> String {
    format!("Test with a digital body or a meter set to ISO {iso}, same dials")
}

pub(crate) fn exposures_added(exposures: u32) -> String {
    format!("Multiple exposure on: {exposures} in one frame, added")
}

pub(crate) fn exposures_averaged(exposures: u32) -> String {
    format!("Multiple exposure on: {exposures} in one frame, averaged")
}

pub(crate) fn film(kind: impl Display, iso: impl Display, frames: u32) -> String {
    format!("Film: {kind}, ISO {iso}, for {frames} frames")
}
