//! A setup on its day.

use std::fmt::Display;

pub(crate) const DUSK: &str = "dusk, the sun is down";

pub(crate) fn window_light(height: impl Display) -> String {
    format!("window light, sun {height:.0}° high")
}

pub(crate) fn cloud(height: impl Display) -> String {
    format!("cloud, sun {height:.0}° high")
}

pub(crate) fn on_face(low: impl Display, height: impl Display) -> String {
    format!("{low} on the face, {height:.0}° high")
}

pub(crate) fn behind_subject(low: impl Display, height: impl Display) -> String {
    format!("{low} behind the subject, {height:.0}° high")
}

pub(crate) fn open_shade(height: impl Display) -> String {
    format!("open shade, sun {height:.0}° high")
}

pub(crate) const BEHIND_SKYLINE: &str = "open shade, the sun is behind the skyline";
pub(crate) const NOT_PLACED: &str = "not placed on the day yet";
pub(crate) const SPOT_GONE: &str = "its spot is gone from this place";
