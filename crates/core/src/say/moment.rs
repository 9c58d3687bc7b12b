//! Where the sun stands.

use std::fmt::Display;

pub(crate) fn high(height: impl Display, point: impl Display) -> String {
    format!("the sun stands {height:.0}° high in the {point}")
}

pub(crate) fn behind_skyline(point: impl Display, height: impl Display) -> String {
    format!("the sun is behind the skyline in the {point}, {height:.0}° high")
}

pub(crate) fn below_horizon(height: impl Display, point: impl Display) -> String {
    format!("the sun is {height:.0}° below the horizon in the {point}")
}
