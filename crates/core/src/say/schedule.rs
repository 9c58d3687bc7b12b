//! When setups are made, and which cannot be.

use crate::quantity::ShadowLength;
use std::fmt::Display;

pub(crate) const TOWARDS_CAMERA: &str = " towards the camera";
pub(crate) const AWAY_FROM_CAMERA: &str = " away from the camera";
pub(crate) const TO_THE_LEFT: &str = " to the left";
pub(crate) const TO_THE_RIGHT: &str = " to the right";

pub(crate) fn no_spot(name: impl Display) -> String {
    format!("{name} has no spot yet.")
}

pub(crate) fn spot_gone(name: impl Display) -> String {
    format!("{name}: its spot is gone from this place. Choose another.")
}

pub(crate) fn too_many(name: impl Display, most: impl Display) -> String {
    format!("{name}: only {most} setups can be ordered at once.")
}

pub(crate) fn outside_hours(name: impl Display, time: impl Display) -> String {
    format!("{name} is fixed at {time}, which is outside the hours of work.")
}

pub(crate) fn no_such_light(name: impl Display, wants: impl Display) -> String {
    format!("{name} wants {wants}: there is none within the hours of work.")
}

pub(crate) fn too_short(name: impl Display, wants: impl Display, longest: impl Display) -> String {
    format!("{name} wants {wants}: it lasts {longest} minutes at most, less than the setup takes.")
}

pub(crate) fn other_light(name: impl Display, time: impl Display, wants: impl Display) -> String {
    format!("{name} is fixed at {time} and wants {wants}: the light then is another.")
}

pub(crate) fn no_walk(name: impl Display, wants: impl Display) -> String {
    format!("{name} wants {wants}: it cannot be walked to in time from the others.")
}

pub(crate) fn clash(name: impl Display, wants: impl Display, names: impl Display) -> String {
    format!("{name} wants {wants}: that is there while {names} is made.")
}

pub(crate) fn to_spare(wait: impl Display) -> String {
    format!(" {wait} min to spare before.")
}

pub(crate) fn with_shadows(wants: impl Display, least: ShadowLength, fall: impl Display) -> String {
    let times = (least.times() * 10.0).round() / 10.0;
    format!("{wants} with shadows{fall}, at least {times} times as long as one is tall")
}
