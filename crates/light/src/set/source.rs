use crate::emitter::Emitter;
use crate::geometry::DVec3;

/// What sends light onto a set.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Source {
    /// A face of light: a flash's modifier, a window. Counted for an intensity of 1 along its axis, so gains are in 1/m².
    Face(Emitter),
    /// Parallel light from the direction given, as the sun's: counted for an illuminance of 1 on a surface square to it.
    Parallel(DVec3),
}

impl Source {
    /// From where on the set it comes, as seen from a point.
    #[must_use]
    pub fn way_from(&self, at: DVec3) -> DVec3 {
        match self {
            Source::Face(emitter) => (emitter.middle - at).normalize_or_zero(),
            Source::Parallel(way) => *way,
        }
    }
}
