//! Cautions of a day.

pub(crate) const SUN_AND_FINDER: &str =
    "The sun stands in or near the picture: never look at it through an optical finder or a long lens, use the screen.";
pub(crate) const SUN_AND_EYES: &str =
    "The subject faces the sun: eyes closed or turned away until the frame, and never asked to stare towards it.";
pub(crate) const HEAT: &str = "High sun: shade, water and pauses for everyone; batteries, and lithium packs above all, out of the sun, as their maker says.";
pub(crate) const WATER_IN_THE_DARK: &str = "Beside water as the light goes: a second person, a lamp, mains by a residual-current device well away from the edge. Local rules come first.";
pub(crate) const DARK: &str = "In the dark: cables taped, ways out kept clear, and a lamp for the way back.";
pub(crate) const STANDS: &str = "Stands outdoors: weight on them, an assistant in wind, and down with the box before it goes by itself. Their maker's ratings come first.";
pub(crate) const PERMITS: &str = "Ask whoever owns or runs the place, and whether a permit is needed for stands, flash or people at work. Local rules come first.";
