//! What binds a plan.

use std::fmt::Display;

pub(crate) fn sync(by: impl Display) -> String {
    format!("Sync binds by {by}: past it the flash lights only part of the frame.")
}

pub(crate) fn base_iso(by: impl Display) -> String {
    format!("Base ISO binds by {by}: it goes no lower.")
}

pub(crate) fn top_iso(by: impl Display) -> String {
    format!("The highest ISO binds by {by}.")
}

pub(crate) fn widest_aperture(by: impl Display) -> String {
    format!("The lens binds by {by}: it opens no wider.")
}

pub(crate) fn smallest_aperture(by: impl Display) -> String {
    format!("The lens binds by {by}: it closes no further.")
}

pub(crate) fn fastest_shutter(by: impl Display) -> String {
    format!("The fastest shutter binds by {by}.")
}

pub(crate) fn top_power(light: impl Display, by: impl Display) -> String {
    format!("{light}: full power binds by {by}.")
}

pub(crate) fn lowest_power(light: impl Display, by: impl Display) -> String {
    format!("{light}: lowest power binds, still {by} too bright.")
}

pub(crate) fn recharge(light: impl Display, by: impl Display) -> String {
    format!("{light}: recharge binds by {by} at this pace.")
}

pub(crate) fn depth(by: impl Display) -> String {
    format!("Depth binds: {by} too open to hold the subject sharp.")
}

pub(crate) fn shake(by: impl Display) -> String {
    format!("The hand binds: {by} too slow to hold.")
}

pub(crate) fn movement(by: impl Display) -> String {
    format!("Movement binds: {by} too slow to freeze.")
}

pub(crate) fn pulse(by: impl Display) -> String {
    format!("The lamps pulse: frames differ by up to {by}.")
}

pub(crate) fn venue(rule: impl Display, light: impl Display) -> String {
    format!("{rule}: {light} does not fire.")
}

pub(crate) fn clipping(patch: impl Display, by: impl Display) -> String {
    format!("The {patch} clips by {by}.")
}

pub(crate) fn held(dial: impl Display, by: impl Display) -> String {
    format!("The held {dial} binds by {by}.")
}

pub(crate) fn contrast(target: impl Display, by: impl Display) -> String {
    format!("{target} misses by {by}: the light itself is as it is, no dial can part the two.")
}
