//! What is asked of what is typed or read from a file, by name.

pub(crate) const ELECTRONIC_TIME: &str = "fastest electronic time";
pub(crate) const ELECTRONIC_SYNC: &str = "electronic sync speed";
pub(crate) const SHORTEST: &str = "shortest focal length";
pub(crate) const WIDEST: &str = "f-number of the widest opening";
pub(crate) const WALL_BEHIND_CAMERA: &str = "wall behind the camera";
pub(crate) const FIELDS: &str = "Something with fields of its own";
pub(crate) const WHOLE_NUMBER: &str = "A whole number, 0 or more,";
pub(crate) const YES_OR_NO: &str = "Yes or no (true or false)";
#[cfg(feature = "openapi")]
pub(crate) const ZONE: &str = "a time zone of the IANA database";
pub(crate) const POWERS: &str = "A list of 81 powers, 380 to 780 nm by 5 nm,";
pub(crate) const SPECTRUM: &str = "A spectrum with light in it";
pub(crate) const NOT_DARK: &str = "A light that is not dark";
pub(crate) const PATCH: &str = "A grey patch, lit and not burnt out,";
pub(crate) const NOTHING: &str = "nothing at all";
