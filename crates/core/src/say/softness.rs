//! How soft a light is.

use std::fmt::Display;

pub(crate) const DOME: &str =
    "A dome is no softer than the bare head: it is as small. Only near white walls does it fill.";

pub(crate) fn hard(nose: impl Display, sun: impl Display) -> String {
    format!("Hard: a half-shadow of {nose} mm behind the nose; the sun's is {sun} mm.")
}

pub(crate) fn half_shadow(nose: impl Display, bare: impl Display, sun: impl Display) -> String {
    format!("A half-shadow of {nose} mm behind the nose: {bare} times the bare head's, {sun} times the sun's.")
}

pub(crate) fn wide(text: impl Display, apparent: impl Display) -> String {
    format!("{text} It is {apparent}° wide as the subject sees it, the sun half a degree.")
}

pub(crate) fn edge(text: impl Display, width: impl Display) -> String {
    format!("{text} On the wall behind, the edge of a shadow is {width} wide.")
}
