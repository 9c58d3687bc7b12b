//! Names of the schools and what each is after.

pub(crate) const FILL_LOW_CONTRAST: &str = "Fill a low-contrast scene";
pub(crate) const MATCH_HIGH_CONTRAST: &str = "Match a high-contrast scene";
pub(crate) const HALF_AND_HALF: &str = "Half and half";
pub(crate) const FLASH_FIRST: &str = "Flash first, drag to taste";
pub(crate) const SILHOUETTE_TOUCHED: &str = "Silhouette, a touch of flash low";
pub(crate) const AMBIENT_ONLY: &str = "Ambient only, with card";
pub(crate) const FILL_LOW_CONTRAST_AIM: &str = "expose for all of it, flash two stops under only opens the shadows";
pub(crate) const MATCH_HIGH_CONTRAST_AIM: &str = "hold the background, let the flash bring the face up to it";
pub(crate) const HALF_AND_HALF_AIM: &str = "ambient and flash each a stop under, so that neither shows";
pub(crate) const FLASH_LEADS_AIM: &str = "sink the ambient two or three stops and light the face by flash";
pub(crate) const ROOM_FIRST_AIM: &str = "keep the room a stop down and pop the faces";
pub(crate) const FLASH_FIRST_AIM: &str =
    "set aperture and power for the face, then let the shutter bring in the background";
pub(crate) const SILHOUETTE_TOUCHED_AIM: &str =
    "expose for the bright sky, a little flash low on the figure so that it stands off a dark ground";
pub(crate) const SILHOUETTE_AIM: &str = "expose for the bright sky and leave the subject dark";
pub(crate) const SUNSET_BEHIND_AIM: &str = "stop down until the sky keeps its colour, flash lifts the people";
pub(crate) const AMBIENT_ONLY_AIM: &str = "no flash; a white card opens the shadow side";
