use crate::quantity::MiredShift;

/// What one source gives a receiver, in the source's own measure (see [`Source`]).
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Gain {
    /// Straight from it.
    pub direct: f64,
    /// Off ground, ceiling and walls.
    pub bounced: f64,
    /// Off cards.
    pub carded: f64,
    /// Through diffusion panels.
    pub through: f64,
    /// What colour it took on off walls and cards: each part of it times its tint in mired, positive where it is warmer.
    pub tinted: f64,
}

impl Gain {
    /// All of it.
    #[must_use]
    pub fn sum(self) -> f64 {
        self.direct + self.bounced + self.carded + self.through
    }

    /// The colour all of it took on, on the whole; none of no light.
    #[must_use]
    pub fn tint(self) -> MiredShift {
        let all = self.sum();
        if all > 0.0 { MiredShift::of(self.tinted / all) } else { MiredShift::ZERO }
    }
}

impl std::ops::Add for Gain {
    type Output = Gain;
    fn add(self, other: Gain) -> Gain {
        Gain {
            direct: self.direct + other.direct,
            bounced: self.bounced + other.bounced,
            carded: self.carded + other.carded,
            through: self.through + other.through,
            tinted: self.tinted + other.tinted,
        }
    }
}

impl std::ops::Mul<f64> for Gain {
    type Output = Gain;
    fn mul(self, by: f64) -> Gain {
        Gain {
            direct: self.direct * by,
            bounced: self.bounced * by,
            carded: self.carded * by,
            through: self.through * by,
            tinted: self.tinted * by,
        }
    }
}
