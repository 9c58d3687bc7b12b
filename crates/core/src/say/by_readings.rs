//! What readings made of a forecast.

use std::fmt::Display;

pub(crate) const BEHIND_CLOUD: &str = "the sun behind a cloud";

pub(crate) fn as_expected(name: impl Display, error: impl Display) -> String {
    format!("{name} as expected, give or take {error}")
}

pub(crate) fn differs(name: impl Display, amount: impl Display, dimmer: impl Display, error: impl Display) -> String {
    format!("{name} {amount} {dimmer}, give or take {error}")
}

pub(crate) fn against_forecast(amount: impl Display) -> String {
    format!("By the readings, against the forecast: {amount}.")
}
