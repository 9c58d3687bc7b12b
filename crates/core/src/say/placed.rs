//! How a light does where it is placed.

use std::fmt::Display;

pub(crate) fn wind_pulls(pulls: impl Display, holds: impl Display) -> String {
    format!("The wind pulls at it with {pulls:.0} N·m; stand and bag hold {holds:.0}.")
}

pub(crate) fn over_group(low: impl Display, high: impl Display) -> String {
    format!("Of its light the group gets from {low} to {high} against the first.")
}

pub(crate) fn zoom(at: impl Display) -> String {
    format!("Zoom at {at:.0} mm")
}

pub(crate) fn fills_panel(at: impl Display) -> String {
    format!("{at}, its widest: it fills the panel.")
}

pub(crate) fn meets_middle(at: impl Display, share: impl Display) -> String {
    format!("{at}, its widest: it meets the middle {share:.0} % of the panel straight.")
}
