//! By what picture sharpness and noise are judged.

use std::fmt::Display;

pub(crate) fn judged_by(purpose: impl Display, circle: impl Display) -> String {
    format!(
        "Sharpness, shake and noise are judged {purpose}: a blur of {circle:.0} µm on the sensor passes for a point."
    )
}

pub(crate) fn moves_by(text: impl Display, step: impl Display, movement: impl Display, far: impl Display) -> String {
    format!("{text} At {step} what the ambient lights of {movement} moves by {far}.")
}

pub(crate) const UNDER_A_PIXEL: &str = "less than a pixel of it";

pub(crate) fn pixels(count: impl Display) -> String {
    format!("about {count} pixels of it")
}

pub(crate) const ANYWHERE: &str = "for a picture seen whole";
pub(crate) const SCREEN: &str = "for a picture seen whole, on a screen or a page";
pub(crate) const PIXEL_BY_PIXEL: &str = "pixel by pixel";

pub(crate) fn web(pixels: impl Display) -> String {
    format!("for the web, {pixels} pixels wide")
}

pub(crate) fn print(side: impl Display, from: impl Display) -> String {
    format!("for a print of {side}, seen from {from}")
}

pub(crate) fn square(seen: impl Display) -> String {
    format!("{seen}, cut to a square")
}
