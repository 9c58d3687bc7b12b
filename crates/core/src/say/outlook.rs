//! Remarks on the light of a day.

use std::fmt::Display;

pub(crate) fn haze_spread(sky: impl Display, sunlit: impl Display) -> String {
    format!(
        "Haze is set by eye: from very clear to hazy air, open shade gets {sky} brighter at this day's highest sun, and the sun itself {sunlit} weaker."
    )
}

pub(crate) fn clocks_change(way: impl Display, by: impl Display, clock: impl Display) -> String {
    format!("The clocks go {way} by {by} minutes on this day, to {clock}.")
}

pub(crate) const NO_SUNSET: &str = "The sun does not set on this day.";
pub(crate) const NO_SUNRISE: &str = "The sun does not rise on this day.";
