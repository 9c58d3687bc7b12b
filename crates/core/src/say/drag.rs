//! What stops a part of a level on its way.

use std::fmt::Display;

pub(crate) const NO_AMBIENT: &str = "No ambient is known here.";

pub(crate) fn shutter_held(by: impl Display) -> String {
    format!("The shutter is held; {by} short. Release it to go on.")
}

pub(crate) fn sync(mark: impl Display, by: impl Display) -> String {
    format!("Sync binds at {mark}; {by} short. ND, high-speed sync or a smaller aperture go on.")
}

pub(crate) fn ends(by: impl Display) -> String {
    format!("The dials are at their ends; {by} short.")
}

pub(crate) const NO_FLASH: &str = "No flash reaches here.";

pub(crate) fn held(dial: impl Display) -> String {
    format!("The {dial} is held. Release it to go on.")
}

pub(crate) fn full_power(left: impl Display) -> String {
    format!("Full power binds; {left} short. Move it nearer, or open up.")
}

pub(crate) fn lowest_power(left: impl Display) -> String {
    format!("Lowest power binds; still {left} over. Move it back, or add ND.")
}
