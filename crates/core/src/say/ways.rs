//! Ways out, what they cost, and other plans.

use std::fmt::Display;

pub(crate) const LEAST_FLASH: &str = "Least flash power";

pub(crate) fn feather(name: impl Display, by: impl Display, way: impl Display) -> String {
    format!("Feather the {name} {by:.0}° to its {way}")
}

pub(crate) fn take_back(name: impl Display, far: impl Display) -> String {
    format!("Take the {name} back to {far}")
}

pub(crate) fn depth_short(stops: impl Display) -> String {
    format!("{stops} too open for the depth asked")
}

pub(crate) fn blur(stops: impl Display) -> String {
    format!("{stops} too slow to be sure of sharpness")
}

pub(crate) fn nd(stops: impl Display) -> String {
    format!("{stops} more of ND, dimmer finder")
}

pub(crate) fn less_nd(stops: impl Display) -> String {
    format!("{stops} less of ND")
}

pub(crate) fn more_power(stops: impl Display, ready: impl Display) -> String {
    format!("flash works {stops} harder, {ready}")
}

pub(crate) fn less_power(stops: impl Display, ready: impl Display) -> String {
    format!("flash works {stops} less, {ready}")
}

/// From so many seconds on, a flash is waited for.
const AT_ONCE: f64 = 0.05;

/// When a flash is ready again, in seconds.
pub(crate) fn ready(seconds: f64) -> String {
    if seconds < AT_ONCE { "ready at once".to_owned() } else { format!("ready after {seconds:.1} s") }
}

pub(crate) const NOTHING: &str = "Nothing else changes.";
pub(crate) const NONE: &str = "No spill on the background.";
pub(crate) const HARDLY_ANY: &str = "Hardly any spill on the background.";

pub(crate) fn under_face(under: impl Display) -> String {
    format!("Spill {under} under the face.")
}

pub(crate) fn over_face(under: impl Display) -> String {
    format!("Spill {under} over the face.")
}

pub(crate) fn feathered(by: impl Display, way: impl Display) -> String {
    format!("Feathered {by:.0}° to its {way}")
}
