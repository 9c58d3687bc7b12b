use super::Dome;
use crate::emitter::Emitter;
use crate::geometry::DVec3;
use std::f64::consts::PI;

/// What sends light onto a set.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Source {
    /// A face of light: a flash's modifier, a window. Counted for an intensity of 1 along its axis, so gains are in 1/m².
    Face(Emitter),
    /// Parallel light, as the sun's. Counted for an illuminance of 1 on a surface square to it.
    Parallel {
        /// Where it comes from.
        way: DVec3,
        /// Whether walls and roofs keep it off. They do not where a person said that it shines on the set.
        walled: bool,
    },
    /// The sky. Counted for an illuminance of 1 on level ground in the open.
    Sky(Dome),
    /// Lamps all about, as they were metered on the set: an illuminance of 1 on every surface, whichever way it looks.
    About,
    /// The same from one side, broadly: brightest in one direction and falling off by the cosine, an illuminance of 1 on a surface
    /// turned there, whatever stands before it.
    Side {
        /// Where it comes from.
        way: DVec3,
    },
}

/// What a [`Source::Side`] gives a surface: `(sin γ + (π − γ)·cos γ)/π` at an angle γ off the way it comes from, the integral of two
/// clamped cosines (as for a diffuse sphere in parallel light; Lambert 1760).
#[must_use]
pub fn from_side(way: DVec3, normal: DVec3) -> f64 {
    let cosine = way.dot(normal).clamp(-1.0, 1.0);
    let off = cosine.acos();
    (off.sin() + (PI - off) * cosine) / PI
}

impl Source {
    /// How bright a [`Source::Side`] is straight where it comes from, times π, for an illuminance of 1.
    pub const SIDE: f64 = 1.5;

    /// From where on the set it comes, as seen from a point; none for what comes from all round.
    #[must_use]
    pub fn way_from(&self, at: DVec3) -> Option<DVec3> {
        match self {
            Source::Face(emitter) => Some((emitter.middle - at).normalize_or_zero()),
            Source::Parallel { way, .. } => Some(*way),
            Source::Sky(_) | Source::About | Source::Side { .. } => None,
        }
    }

    /// Whether it comes from beyond the set.
    #[must_use]
    pub const fn is_far_off(&self) -> bool {
        matches!(self, Source::Parallel { .. } | Source::Sky(_))
    }

    /// What it gives level ground far off, where nothing of the set stands.
    #[must_use]
    pub fn far_off(&self) -> f64 {
        match self {
            Source::Parallel { way, .. } => way.z.max(0.0),
            Source::Sky(_) => 1.0,
            Source::Face(_) | Source::About | Source::Side { .. } => 0.0,
        }
    }
}
