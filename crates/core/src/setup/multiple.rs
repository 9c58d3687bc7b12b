use super::Setup;
use crate::quantity::{Seconds, Stops};
use serde::{Deserialize, Serialize};

/// How the exposures of one frame are put together.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Joined {
    /// Their light is added: the way of film.
    Added,
    /// The mean of them is taken.
    Averaged,
}

/// Several exposures in one frame, all with the same dials.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Multiple {
    /// How many.
    pub exposures: u32,
    /// How they are put together.
    pub joined: Joined,
}

impl Multiple {
    /// How much brighter the frame is than one of its exposures: light adds, so `log2 n`; a mean is as bright as each.
    #[must_use]
    pub fn gain(self) -> Stops {
        match self.joined {
            Joined::Added => Stops::of(f64::from(self.exposures).log2()),
            Joined::Averaged => Stops::ZERO,
        }
    }

    /// How much deeper into the shadows the frame can be used than one exposure as bright as it, in stops. Read noise adds by
    /// its square: `n` exposures added bring `√n` of it, a mean leaves `1/√n`.
    #[must_use]
    pub fn deeper(self) -> f64 {
        let half = f64::from(self.exposures).log2() / 2.0;
        match self.joined {
            Joined::Added => -half,
            Joined::Averaged => half,
        }
    }
}

impl Setup {
    /// How many exposures one frame is made of: one, but for a multiple.
    #[must_use]
    pub fn exposures(&self) -> u32 {
        self.camera.multiple.map_or(1, |multiple| multiple.exposures.max(1))
    }

    /// How often each flash fires for all the frames.
    #[must_use]
    pub fn pops(&self) -> u32 {
        self.pace.frames.saturating_mul(self.exposures())
    }

    /// The time from exposure to exposure when it goes fastest.
    #[must_use]
    pub fn between_exposures(&self) -> Seconds {
        Seconds::of(self.pace.interval.seconds() / f64::from(self.exposures()))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Two exposures added are a stop (common practice), four two; their noise counted frame by frame.
    #[rstest]
    #[case::two(2, Joined::Added)]
    #[case::four(4, Joined::Added)]
    #[case::three_averaged(3, Joined::Averaged)]
    fn light_and_noise_counted_one_by_one(#[case] exposures: u32, #[case] joined: Joined) {
        let (mut light, mut noise) = (0.0f64, 0.0f64);
        for _ in 0..exposures {
            light += 1.0;
            noise += 1.0;
        }
        let (mut one, mut noise) = (light, noise.sqrt());
        if joined == Joined::Averaged {
            one /= f64::from(exposures);
            noise /= f64::from(exposures);
        }
        let multiple = Multiple { exposures, joined };
        assert!((multiple.gain().stops() - one.log2()).abs() < 1e-12);
        assert!((multiple.deeper() + noise.log2()).abs() < 1e-12);
    }
}
