//! What has to be kept: the patches the approach cares for, and where the plan put them.

use super::climb::Ambient;
use crate::approach::Band;
use crate::marks::Mark;
use crate::setup::{Patch, PerPatch};
use crate::situation::{Dials, Situation};
use crate::situation::{FLASH_FREEZES, GHOST, Split, powers_of_lit};

/// Patches the ladder looks after: the face and the background.
pub(super) const LOOKED_AFTER: [Patch; 2] = [Patch::Face, Patch::Background];

/// What is kept.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) struct Keep {
    /// Where each patch stood at the start, in stops from correct, drawn into the band the approach allows.
    pub at: PerPatch<Option<f64>>,
    /// How far each may stray.
    pub tolerance: f64,
    /// How many stops too slow for the hand the start was.
    shake: f64,
    /// The slowest time that holds the movement; none where the flash freezes it, or nothing moves.
    movement: Option<f64>,
}

/// Below this, in stops, a time counts as held or frozen.
const FELT: f64 = 0.17;

/// What one set of dials makes of any ambient: worked out once, looked at for many minutes.
#[derive(Debug)]
pub(super) struct Levels {
    offset: f64,
    flash: PerPatch<Option<f64>>,
    flash_light: PerPatch<f64>,
}

impl Levels {
    /// For dials and the powers of the firing lights.
    pub(super) fn of(s: &Situation<'_>, dials: &Dials, powers: &[f64]) -> Levels {
        let offset = s.ambient_gain(dials.gain(), dials.shutter);
        let full = s.full_power_levels(dials.gain(), dials.shutter);
        let flash = Split::new(PerPatch::default(), &full, powers).flash;
        Levels { offset, flash, flash_light: flash.map(|level| level.map_or(0.0, f64::exp2)) }
    }

    /// The level of each patch that is looked after, flash and ambient together, in stops from correct.
    pub(super) fn at(&self, ambient: &Ambient) -> PerPatch<Option<f64>> {
        let mut total = PerPatch::default();
        for patch in LOOKED_AFTER {
            total[patch] = ambient[patch].map(|ev| ((ev + self.offset).exp2() + self.flash_light[patch]).log2());
        }
        total
    }

    /// How far flash leads the ambient on the face, in stops.
    fn lead(&self, ambient: &Ambient) -> f64 {
        self.flash[Patch::Face]
            .map_or(f64::NEG_INFINITY, |flash| flash - ambient[Patch::Face].map_or(-20.0, |ev| ev + self.offset))
    }
}

impl Keep {
    /// What the plan made of the light when it began.
    pub(super) fn of(s: &Situation<'_>, ambient: &Ambient, dials: &Dials, tolerance: f64) -> Keep {
        let powers = powers_of_lit(s, dials);
        let levels = Levels::of(s, dials, &powers);
        let total = levels.at(ambient);
        let face = s.wishes.face_total.or(if s.wishes.flash { None } else { s.wishes.face_ambient });
        let wanted = |patch: Patch| if patch == Patch::Face { face } else { s.wishes.background };
        let cares = |patch: Patch| match patch {
            Patch::Face => s.wishes.face_total.or(s.wishes.face_flash).or(s.wishes.face_ambient).is_some(),
            _ => s.wishes.background.is_some(),
        };
        let into = |level: f64, band: Option<Band>| band.map_or(level, |band| level.clamp(band.low, band.high));
        let mut at = PerPatch::default();
        for patch in LOOKED_AFTER.into_iter().filter(|patch| cares(*patch)) {
            at[patch] = total[patch].map(|level| into(level, wanted(patch)));
        }
        let used = s.effective_shutter(dials.shutter).stops();
        let frozen = levels.lead(ambient) >= (GHOST + FLASH_FREEZES) / 2.0;
        let movement = s.asks.movement.filter(|_| !frozen).map(|need| need.stops().min(used));
        let keep = Keep { at, tolerance, shake: 0.0, movement };
        Keep { shake: keep.shake_short(s, dials), ..keep }
    }

    fn shake_short(&self, s: &Situation<'_>, dials: &Dials) -> f64 {
        let used = s.effective_shutter(dials.shutter);
        s.asks.shake.map_or(0.0, |need| (need - used.stops()).max(0.0))
    }

    /// How far the patch that strays most is out, in stops.
    pub(super) fn strays(&self, total: &PerPatch<Option<f64>>) -> f64 {
        let stray = |patch: Patch| match (self.at[patch], total[patch]) {
            (Some(at), Some(level)) => (level - at).abs(),
            (Some(_), None) => f64::INFINITY,
            _ => 0.0,
        };
        LOOKED_AFTER.into_iter().map(stray).fold(0.0, f64::max)
    }

    /// Whether some powers could keep every patch within the tolerance: what the ambient alone gives is not too much, and
    /// with all that the flashes can give it is not too little.
    pub(super) fn can_hold(&self, ambient: &Ambient, offset: f64, most: &PerPatch<f64>) -> bool {
        LOOKED_AFTER.into_iter().all(|patch| {
            let (Some(at), Some(ev)) = (self.at[patch], ambient[patch]) else { return true };
            let alone = ev + offset;
            alone <= at + self.tolerance + 1e-9 && (alone.exp2() + most[patch]).log2() >= at - self.tolerance - 1e-9
        })
    }

    /// Whether every patch is within the tolerance.
    pub(super) fn within(&self, total: &PerPatch<Option<f64>>) -> bool {
        self.strays(total) <= self.tolerance + 1e-9
    }

    /// Whether hand and movement are held as well as they were at the start.
    pub(super) fn steady(&self, s: &Situation<'_>, dials: &Dials) -> bool {
        let used = s.effective_shutter(dials.shutter).stops();
        self.shake_short(s, dials) <= self.shake.max(FELT) && self.movement.is_none_or(|need| used >= need - FELT)
    }
}
