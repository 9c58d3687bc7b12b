//! Why a dial stands where it does.

use std::fmt::Display;

pub(crate) fn shutter_floor(slow_sync_floor: impl Display, floored: impl Display) -> String {
    format!("Aperture priority stops at {slow_sync_floor} with flash: the ambient falls by {floored}.")
}

pub(crate) fn past_sync(lit: impl Display) -> String {
    format!("Past sync: flash reaches only {lit:.0} % of the frame.")
}

pub(crate) fn too_slow(movement_short: impl Display, movement: impl Display) -> String {
    format!("{movement_short} too slow for {movement}.")
}

pub(crate) fn too_slow_hand(needed: impl Display) -> String {
    format!("Too slow for the hand: {needed} holds it, or a tripod.")
}

pub(crate) fn high_speed_sync(loss: impl Display) -> String {
    format!("High-speed sync: the flash loses {loss}.")
}

pub(crate) fn edge_of_sync(sync: impl Display, safe: impl Display) -> String {
    format!("At the edge of sync ({sync}); {safe} is safe.")
}

pub(crate) const SAFE_CLICK: &str = "The safe click below sync. Moves the ambient only.";

pub(crate) fn below_safe_click(room: impl Display) -> String {
    format!("{room} below the safe sync click. Moves the ambient only.")
}

pub(crate) const NO_FLASH: &str = "No flash fires: moves everything.";
pub(crate) const LEAF_SHUTTER: &str = "A leaf shutter syncs at every time. Moves the ambient only.";

pub(crate) fn nowhere_sharp(times: impl Display) -> String {
    format!("Nowhere as sharp as asked: diffraction alone is {times}.")
}

pub(crate) fn none_holds(depth: impl Display, f_number: impl Display) -> String {
    format!("No aperture holds {depth} sharp here; {f_number} comes nearest. Step back, or take several frames.")
}

pub(crate) fn too_open(depth_short: impl Display, depth: impl Display) -> String {
    format!("{depth_short} too open to hold {depth} sharp.")
}

pub(crate) fn diffraction_softens(f_number: impl Display) -> String {
    format!("Diffraction softens from {f_number} on.")
}

pub(crate) fn sharp_to_infinity(focus: impl Display) -> String {
    format!("Sharp from the subject to infinity.{focus}")
}

pub(crate) fn just_sharp(total: impl Display, focus: impl Display) -> String {
    format!("Sharp through {total}, just what is asked.{focus}")
}

pub(crate) fn sharp_to_spare(total: impl Display, spare: impl Display, focus: impl Display) -> String {
    format!("Sharp through {total}: {spare} to spare.{focus}")
}

pub(crate) fn times_the_blur(ratio: impl Display) -> String {
    format!("{ratio:.1} times the blur allowed")
}

pub(crate) const ON_EYES: &str = ", on the eyes of the nearest face";
pub(crate) const ON_EAR: &str = ", on the ear of the nearest face";

pub(crate) fn off_nearest(behind: impl Display, way: impl Display) -> String {
    format!(", {behind} {way} the nearest face")
}

pub(crate) fn below_base(above: impl Display) -> String {
    format!("Below base: highlights clip {above} sooner.")
}

pub(crate) const FILM_SPEED: &str = "What the film in the camera is rated at.";
pub(crate) const BASE: &str = "Base: the cleanest there is.";

pub(crate) fn above_base(above: impl Display) -> String {
    format!("{above} above base: more noise, the flash reaches further.")
}

pub(crate) const NO_FILTER: &str = "No filter: nothing taken from either.";

pub(crate) fn filter(stops: impl Display) -> String {
    format!("Takes {stops} from ambient and flash alike.")
}

pub(crate) fn not_ready(ready: impl Display, asked: impl Display) -> String {
    format!("Ready after {ready:.1} s, but a frame is wanted every {asked:.1} s.")
}

pub(crate) fn frames_a_battery(ready: impl Display, pops: impl Display) -> String {
    format!("{ready}; about {pops} frames a battery.")
}

pub(crate) const ALIKE: &str = "Flash and ambient look alike.";

pub(crate) fn as_alike_as_told(words: impl Display) -> String {
    format!("{words} and the flash as alike as can be told")
}

pub(crate) fn mired_apart(words: impl Display, apart: impl Display, way: impl Display) -> String {
    format!("{words} about {apart} mired {way} than the flash")
}

pub(crate) const PLAIN_TO_SEE: &str = ": plain to see.";

pub(crate) fn flash_lit_skin(skin: impl Display) -> String {
    format!(" Flash-lit skin {skin}.")
}

pub(crate) fn set_for(ambient: impl Display) -> String {
    format!("Set for {ambient}.")
}

pub(crate) fn looks(ambient: impl Display, cast: impl Display) -> String {
    format!("{ambient} looks {cast}.")
}

pub(crate) fn focus_at(distance: impl Display, on: impl Display) -> String {
    format!(" Focus at {distance}{on}.")
}

pub(crate) const BEHIND: &str = "behind";
pub(crate) const BEFORE: &str = "before";
pub(crate) const WARMER: &str = "warmer";
pub(crate) const COOLER: &str = "cooler";
pub(crate) const SMALL: &str = ": small.";
pub(crate) const AS_WANTED: &str = ", as wanted.";
pub(crate) const SHOWS: &str = ": it shows.";
