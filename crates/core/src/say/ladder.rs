//! Rungs of a ladder and what binds on it.

use std::fmt::Display;

pub(crate) const FLASH_FOLLOWS: &str = ", and the flash with it";

pub(crate) fn apart(turns: &str) -> String {
    format!(
        "The ladder begins with {turns}; the setup stands at other dials. Solve it on the bench before you go, or hold what is to stay."
    )
}

pub(crate) fn shake(clock: impl Display, shutter: impl Display, follows: impl Display, iso: impl Display) -> String {
    format!("From {clock} the hand binds: {shutter} is as slow as it holds. ISO follows{follows}, now {iso}.")
}

pub(crate) fn movement(clock: impl Display, shutter: impl Display, follows: impl Display, iso: impl Display) -> String {
    format!("From {clock} movement binds: {shutter} is as slow as freezes it. ISO follows{follows}, now {iso}.")
}

pub(crate) fn sync(clock: impl Display, shutter: impl Display, follows: impl Display) -> String {
    format!("From {clock} sync binds: {shutter} is as fast as lights the whole frame. ISO goes down{follows}.")
}

pub(crate) fn shutter(clock: impl Display, shutter: impl Display, follows: impl Display, iso: impl Display) -> String {
    format!("From {clock} the shutter binds at {shutter}. ISO follows{follows}, now {iso}.")
}

pub(crate) fn iso(clock: impl Display, iso: impl Display, follows: impl Display) -> String {
    format!("From {clock} ISO binds at {iso}. The aperture follows{follows}.")
}

pub(crate) fn too_much(clock: impl Display, name: impl Display, power: impl Display) -> String {
    format!("From {clock}: {name} gives too much even at {power}. Move it back, or add ND.")
}

pub(crate) fn too_little(clock: impl Display, name: impl Display, power: impl Display) -> String {
    format!("From {clock}: {name} gives too little even at {power}. Move it nearer, or add a light.")
}

pub(crate) fn everything(clock: impl Display) -> String {
    format!("From {clock} every dial is at its end: the picture drifts. A tripod, a wider lens or more light.")
}

pub(crate) fn contrast(clock: impl Display) -> String {
    format!("From {clock} face and background drift apart: no dial parts the two. Flash, a card, or another spot.")
}
