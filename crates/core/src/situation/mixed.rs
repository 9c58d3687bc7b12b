//! What the ambient of a patch is made of.

use super::Situation;
use crate::colour::AmbientColour;
use crate::quantity::{Ev100, MiredShift, Stops};
use crate::setup::Patch;

impl Situation<'_> {
    fn ambient_on(&self, patch: Patch) -> Option<Ev100> {
        self.ambient[patch].as_ref().map(|ambient| ambient.ev)
    }

    /// The kinds of light the ambient of a patch is made of, each with its share of it, the main one first.
    #[must_use]
    pub fn ambient_parts(&self, patch: Patch) -> Vec<(AmbientColour, f64)> {
        self.setup.ambient_parts(patch, self.ambient_on(patch))
    }

    /// Whether what was read of the lights beside the main one is more than all that was read of a patch: then one of the
    /// readings is wrong.
    #[must_use]
    pub fn read_too_much(&self, patch: Patch) -> bool {
        let all: f64 = self.setup.beside.iter().map(|beside| beside.share(patch, self.ambient_on(patch))).sum();
        all > 1.0 + TOO_MUCH
    }

    /// How deep the ambient of a patch pulses on alternating current, as a share of its mean: each kind by its share, as lamps on
    /// one phase pulse together.
    #[must_use]
    pub fn pulses_on(&self, patch: Patch) -> f64 {
        self.ambient_parts(patch).iter().map(|(light, share)| share * light.pulses()).sum()
    }

    /// The colour the ambient of a patch took on off walls and cards: as much as windows and sun are of what was metered there.
    /// A forecast knows that itself.
    #[must_use]
    pub fn ambient_tint(&self, patch: Patch) -> MiredShift {
        let tinted = self.field.daylight.tinted[patch];
        let Some(ambient) = self.ambient_on(patch).filter(|_| tinted != 0.0 && self.forecast.is_none()) else {
            return MiredShift::ZERO;
        };
        let incident = ambient - Stops::of(self.bases.over_incident[patch]);
        MiredShift::of(tinted / self.terms.house.meter.illuminance(incident).lux())
    }
}

/// By so much the parts of a reading may come to more than all of it: a meter's tenths, twice over.
const TOO_MUCH: f64 = 0.15;
