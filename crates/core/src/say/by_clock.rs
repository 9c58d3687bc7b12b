//! What takes tell of the light over their day.

pub(crate) const NO_AMBIENT: &str =
    "No take tells the ambient: a frame without flash does, or one in which the ambient leads somewhere.";

pub(crate) fn ambient(patch: &str, count: usize, off: Option<String>) -> String {
    let takes = if count == 1 { "1 take".to_owned() } else { format!("{count} takes") };
    let how = off.unwrap_or_else(|| "as planned".to_owned());
    format!("{patch} {how}, by {takes}")
}

pub(crate) fn all(told: &str) -> String {
    format!("The ambient in the middle of the takes: {told}.")
}
