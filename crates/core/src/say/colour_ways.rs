//! Ways to set the white balance and what to wear for them.

use std::fmt::Display;

pub(crate) const FULL_WARMING_FILM: &str = "full warming film";
pub(crate) const HALF_WARMING_FILM: &str = "half warming film";
pub(crate) const QUARTER_WARMING_FILM: &str = "quarter warming film";
pub(crate) const EIGHTH_WARMING_FILM: &str = "eighth warming film";
pub(crate) const FULL_COOLING_FILM: &str = "full cooling film";
pub(crate) const HALF_COOLING_FILM: &str = "half cooling film";
pub(crate) const QUARTER_COOLING_FILM: &str = "quarter cooling film";

pub(crate) const FLASH_PRESET: &str = "Flash preset, for sun, cloud and flash";
pub(crate) const SHADE_PRESET: &str = "Shade preset, for open shade and to deepen a sunset";
pub(crate) const GREY_CARD: &str = "A grey card at the face";
pub(crate) const BETWEEN: &str = "Half-way between flash and ambient";
pub(crate) const LOW: &str = "Low, to calm a sunset or to cool a mood";

pub(crate) fn would_leave(
    name: impl Display,
    light: impl Display,
    leaves: impl Display,
    with_ours: impl Display,
) -> String {
    format!("A {name} on {light} would leave {leaves} mired; the kit’s own leave {with_ours}.")
}
