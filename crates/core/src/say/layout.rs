//! Where things stand on a set.

use std::fmt::Display;

pub(crate) const IN_LINE: &str = "in line with the camera";
pub(crate) const BEHIND: &str = "straight behind the face";

pub(crate) fn round(off: impl Display, side: impl Display) -> String {
    format!("{off:.0}° round to the {side}")
}

pub(crate) const AT_FACE: &str = "turned at the face";
pub(crate) const AT_BACKGROUND: &str = "turned at the background";

pub(crate) fn off_face(off: impl Display, up: impl Display) -> String {
    format!("turned {off:.0}° off the face{up}")
}

pub(crate) fn on_camera(aim: impl Display) -> String {
    format!("on the camera, {aim}")
}

pub(crate) fn light(far: impl Display, round: impl Display, height: impl Display, aim: impl Display) -> String {
    format!("{far} from the face, {round}, {height} high, {aim}")
}

pub(crate) fn card(size: impl Display, far: impl Display, round: impl Display, height: impl Display) -> String {
    format!("{size}, {far} from the face, {round}, middle {height} high")
}

pub(crate) fn daylight(level: impl Display) -> String {
    format!(", daylight reads EV {level:.1}")
}

pub(crate) fn pane(size: impl Display, far: impl Display, bright: impl Display) -> String {
    format!("{size}, its middle {far} from the face{bright}")
}

pub(crate) const LOOKS_AT_CAMERA: &str = "looks at the camera";

pub(crate) fn looks_off(off: impl Display) -> String {
    format!("looks {off:.0}° off the camera")
}

pub(crate) fn body_off(off: impl Display) -> String {
    format!(", shoulders {off:.0}° off that")
}

pub(crate) fn on_table(table: impl Display) -> String {
    format!("on a table of {table}")
}

pub(crate) const ON_GROUND: &str = "on the ground";

pub(crate) fn camera(far: impl Display, height: impl Display, focal: impl Display, held: impl Display) -> String {
    format!("{far} from the subject, {height} high, {focal:.0} mm, held {held}")
}

pub(crate) fn wall(distance: impl Display, share: impl Display, colour: impl Display) -> String {
    format!("{distance} off, sends back {share:.0} %{colour}")
}
