//! What a set of dials scores at least, whatever the powers: found without solving for them.

use super::score::{DARKEST, Weights, in_band, square, weighs};
use crate::approach::Band;
use crate::kit::Errs;
use crate::setup::{Patch, PerPatch};
use crate::situation::Situation;

/// The least and the most that the flashes together can give a patch, as light relative to correct: every free power at
/// its lowest, or at its strongest.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub(super) struct FlashRange {
    least: PerPatch<f64>,
    most: PerPatch<f64>,
}

impl FlashRange {
    pub(super) fn of(s: &Situation<'_>, full: &[PerPatch<Option<f64>>]) -> FlashRange {
        let mut range = FlashRange::default();
        for (lit, levels) in s.lights.iter().zip(full) {
            let (strongest, lowest) = if lit.light.power.held {
                let at = lit.light.power.at.stops_below_full();
                (at, at)
            } else {
                lit.powers
            };
            for (patch, level) in levels.iter() {
                if let Some(level) = level {
                    range.least[patch] += (level - lowest).exp2();
                    range.most[patch] += (level - strongest).exp2();
                }
            }
        }
        range
    }

    fn times(&self, by: f64) -> FlashRange {
        FlashRange { least: self.least.map(|light| light * by), most: self.most.map(|light| light * by) }
    }
}

/// A band with its ends as light, and what missing it weighs.
#[derive(Debug, Clone, Copy)]
struct LightBand {
    band: Band,
    low: f64,
    high: f64,
    /// Under it, and over it.
    weight: (f64, f64),
}

impl LightBand {
    fn of(errs: Errs, band: Option<Band>, weight: f64) -> Option<LightBand> {
        let weight = (weight * weighs(errs, -1.0), weight * weighs(errs, 1.0));
        band.map(|band| LightBand { band, low: band.low.max(DARKEST).exp2(), high: band.high.exp2(), weight })
    }

    /// What is missed at least between the least and the most light.
    fn at_least(&self, least: f64, most: f64) -> f64 {
        if least > self.high {
            self.weight.1 * square(least.log2() - self.band.high)
        } else if most < self.low {
            self.weight.0 * square(self.band.low.max(DARKEST) - most.log2().max(DARKEST))
        } else {
            0.0
        }
    }
}

/// What the fit is at least, whatever the powers: enough to pass over most dials without solving for powers. Worked out once
/// for a search, and asked for every click of it.
pub(super) struct LeastFit<'s> {
    s: &'s Situation<'s>,
    w: &'s Weights,
    /// The ambient of each patch at an offset of 0, in stops and as light.
    ambient: PerPatch<Option<(f64, f64)>>,
    background: Option<LightBand>,
    face_total: Option<LightBand>,
    face_flash: Option<LightBand>,
    /// What the light of each patch has to be multiplied by to compare it with the headroom.
    to_picture: PerPatch<f64>,
}

impl<'s> LeastFit<'s> {
    pub(super) fn of(s: &'s Situation<'s>, w: &'s Weights) -> LeastFit<'s> {
        let (wishes, errs) = (&s.wishes, s.body.errs());
        let on_face = s.lights.iter().any(|lit| lit.role.lights_face());
        let with_flash = |there: bool, band: Option<Band>| band.filter(|_| wishes.flash && there);
        LeastFit {
            ambient: s
                .ambient
                .each_ref()
                .map(|patch| patch.as_ref().map(|patch| (patch.ev.ev(), patch.ev.ev().exp2()))),
            background: LightBand::of(errs, wishes.background, w.background),
            face_total: LightBand::of(
                errs,
                with_flash(on_face || wishes.face_total.is_some(), wishes.face_total),
                w.face_total,
            ),
            face_flash: LightBand::of(errs, with_flash(on_face, wishes.face_flash), w.face_flash),
            to_picture: s.bases.lightest.map(f64::exp2),
            s,
            w,
        }
    }

    /// Whether the fit is more than `enough`, whatever the powers, with the ambient so many stops off, the flashes' light so
    /// many times what the range says, and so much headroom.
    pub(super) fn is_over(&self, enough: f64, offset: f64, flash: &FlashRange, times: f64, headroom: f64) -> bool {
        let (flash, brighter) = (flash.times(times), offset.exp2());
        let light = |patch: Patch| self.ambient[patch].map_or(0.0, |(_, light)| light * brighter);
        let face = self.ambient[Patch::Face].map(|(level, _)| level + offset);
        let mut score = in_band(self.s.body.errs(), self.s.wishes.face_ambient, face, self.w.face_ambient);
        let both = |patch: Patch| (light(patch) + flash.least[patch], light(patch) + flash.most[patch]);
        for (band, (least, most)) in [
            (&self.background, both(Patch::Background)),
            (&self.face_total, both(Patch::Face)),
            (&self.face_flash, (flash.least[Patch::Face], flash.most[Patch::Face])),
        ] {
            score += band.as_ref().map_or(0.0, |band| band.at_least(least, most));
            if score > enough {
                return true;
            }
        }
        let clips = headroom.exp2();
        for (patch, _) in self.ambient.iter().filter(|(_, there)| there.is_some()) {
            let over = (light(patch) + flash.least[patch]) * self.to_picture[patch] / clips;
            if over > 1.0 {
                score += self.w.clipping * square(over.log2());
            }
        }
        score > enough
    }
}
