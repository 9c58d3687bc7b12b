//! What a thing of the kit does, in words.

use std::fmt::Display;

pub(crate) const AS_SAID: &str = "as said";
pub(crate) const AS_LEARNT: &str = "as takes taught";
pub(crate) const AS_TIMED: &str = "as timed";
pub(crate) const METERED: &str = "metered";
pub(crate) const DURATION: &str = "How long it lights (t0.1)";
pub(crate) const READY: &str = "Ready again after";
pub(crate) const COLOUR: &str = "Its colour";
pub(crate) const OPENINGS: &str = "Openings";
pub(crate) const WIDEST: &str = "widest";
pub(crate) const SMALLEST: &str = "smallest";
pub(crate) const CLOSE_UP: &str = "Stops lost close up";
pub(crate) const CLOSEST: &str = "closest";
pub(crate) const CURVE: &str = "How it stores light: code by stops from mid-grey";
pub(crate) const PLAIN_CURVE: &str = "sRGB without a style";
pub(crate) const NO_CURVE: &str =
    "Its tone curve is not known: take a bracket of a still scene, and let it teach the curve.";
pub(crate) const HOLDS: &str = "What it holds, in stops from mid-grey, by ISO";
pub(crate) const RAW_CLIPS: &str = "raw clips";
pub(crate) const JPEG_CLIPS: &str = "JPEG clips";
pub(crate) const SHADOWS_END: &str = "shadows end";
pub(crate) const BASE: &str = "base";
pub(crate) const SYNC: &str = "How much of the frame flash lights";
pub(crate) const LONG_EXPOSURES: &str = "What long exposures lose, in stops";
pub(crate) const PASSES: &str = "What it lets through";
pub(crate) const CARD: &str = "grey card";
pub(crate) const NOSE_SHADOW: &str = "Edge of a nose’s shadow, by distance";

pub(crate) fn gives_face(away: &str) -> String {
    format!("Aperture on a face {away} away, bare, ISO 100")
}

pub(crate) fn flash_gives(aperture: &str, away: &str) -> String {
    format!(
        "At full power it asks for {aperture} on a face {away} away, bare, at ISO 100; a stop less for each stop below."
    )
}

pub(crate) fn lights_for(full: &str, least: &str) -> String {
    format!("It lights for {full} at full power and {least} at its lowest.")
}

pub(crate) fn ready_again(full: &str) -> String {
    format!("It is ready again {full} after a full pop, in half of that after half of one, and so on.")
}

pub(crate) fn drifts(full: impl Display, least: impl Display) -> String {
    format!("Its colour goes from {full} K at full power to {least} K at its lowest.")
}

pub(crate) fn head_beam(angle: impl Display) -> String {
    format!("Its bare head sends half its light at half of {angle}°, set for a normal lens.")
}

pub(crate) fn beam(angle: impl Display) -> String {
    format!("Half its light goes at half of {angle}°.")
}

pub(crate) fn softness([(near, at_near), (far, at_far)]: [(String, impl Display); 2]) -> String {
    format!("A nose’s shadow has an edge of {at_near} mm with it {near} away, and {at_far} mm from {far}.")
}

pub(crate) fn opens(short: &str, long: &str) -> String {
    if short == long {
        format!("It opens to {short} at every focal length.")
    } else {
        format!("It opens to {short} at its short end and {long} at its long one.")
    }
}

pub(crate) fn loses(near: &str, lost: &str) -> String {
    format!("Focused as close as it goes, {near}, it loses {lost}.")
}

pub(crate) fn curve_of(frames: u32, error: impl Display) -> String {
    format!("Its tone curve, taught by {frames} frames; {error}.")
}

pub(crate) fn holds(above: &str, below: &str, base: &str) -> String {
    format!(
        "At ISO {base} raw files hold {above} above mid-grey and {below} below; each stop of ISO costs a stop of shadow."
    )
}

pub(crate) fn syncs(sync: &str) -> String {
    format!("Flash lights the whole frame up to {sync}; beyond it a band stays dark.")
}

pub(crate) fn film(shift: impl Display, loss: &str) -> String {
    format!("It moves a flash by {shift} mired and takes {loss}.")
}

pub(crate) fn long_exposures(lost: impl Display, at: impl Display) -> String {
    format!("Up to a second it loses nothing; an exposure of {at} stores {lost} less.")
}
