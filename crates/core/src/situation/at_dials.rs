//! What reaches each patch at given dials.

use super::*;
use crate::exposure::reciprocity_loss;
use crate::flash::lit_share;
use crate::quantity::Share;

impl<'a> Situation<'a> {
    /// The shutter the camera really uses: in aperture priority with flash it stops at its floor.
    #[must_use]
    pub fn effective_shutter(&self, shutter: ShutterMark) -> ShutterMark {
        if self.setup.camera.mode == ExposureMode::AperturePriority && !self.lights.is_empty() {
            shutter.max(self.body.slow_sync_floor)
        } else {
            shutter
        }
    }

    /// What the dials make of the ambient, in stops: a level is its EV and this. A film loses some of a long exposure.
    #[must_use]
    pub fn ambient_gain(&self, gain: i16, shutter: ShutterMark) -> f64 {
        self.flash_gain(gain - self.effective_shutter(shutter).sixths()) - self.lost_to_length(shutter)
    }

    /// What a film loses of a long exposure, in stops; of a flash it loses none.
    #[must_use]
    pub fn lost_to_length(&self, shutter: ShutterMark) -> f64 {
        let time = self.effective_shutter(shutter).time();
        self.body.film.map_or(0.0, |film| reciprocity_loss(time, film.reciprocity).stops())
    }

    /// What the dials make of a flash, in stops.
    #[must_use]
    pub fn flash_gain(&self, gain: i16) -> f64 {
        f64::from(gain) / 6.0 + self.comes_out
    }

    /// The ambient level of each patch at this gain and shutter, in stops from correct.
    #[must_use]
    pub fn ambient_levels(&self, gain: i16, shutter: ShutterMark) -> PerPatch<Option<f64>> {
        let offset = self.ambient_gain(gain, shutter);
        self.ambient.each_ref().map(|patch| patch.as_ref().map(|patch| patch.ev.ev() + offset))
    }

    /// What high-speed sync takes from a light at this shutter; nothing where it is not in use.
    #[must_use]
    pub fn high_speed_loss(&self, lit: &Lit<'_>, shutter: ShutterMark) -> f64 {
        if self.past_sync { lit.high_speed_loss(self.effective_shutter(shutter), self.sync) } else { 0.0 }
    }

    /// The sync speed that this shutter is past, where a flash fires all the same.
    #[must_use]
    pub fn past(&self, shutter: ShutterMark) -> Option<ShutterMark> {
        self.sync.filter(|sync| self.effective_shutter(shutter) > *sync && !self.past_sync)
    }

    /// The share of the frame that flash reaches at this shutter: all of it up to sync.
    #[must_use]
    pub fn lit_share(&self, shutter: ShutterMark) -> Share {
        self.past(shutter).map_or(Share::nearest(1.0), |sync| lit_share(self.effective_shutter(shutter), sync))
    }

    /// What each firing light gives each patch at full power, in stops from correct; none where it does not reach.
    #[must_use]
    pub fn full_power_levels(&self, gain: i16, shutter: ShutterMark) -> Vec<PerPatch<Option<f64>>> {
        let mut levels = Vec::with_capacity(self.lights.len());
        self.fill_full_power_levels(gain, shutter, &mut levels);
        levels
    }

    /// The same into a list that is there already.
    pub(crate) fn fill_full_power_levels(
        &self,
        gain: i16,
        shutter: ShutterMark,
        levels: &mut Vec<PerPatch<Option<f64>>>,
    ) {
        let offset = self.flash_gain(gain);
        levels.clear();
        levels.extend(self.lights.iter().map(|lit| {
            let offset = offset - self.high_speed_loss(lit, shutter);
            lit.reach.map(|level| level.map(|level| level + offset))
        }));
    }
}
