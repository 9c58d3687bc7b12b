//! What a set of dials makes of the light: levels of the patches, and what is too slow for movement and pace.

use super::{Dials, Lit, Situation};
use crate::flash::{duration_at, recharge_time};
use crate::marks::{Mark, ShutterMark};
use crate::quantity::Power;
use crate::setup::{Patch, PerPatch};

/// From this lead of flash over ambient, in stops, the flash's duration freezes.
pub(crate) const FLASH_FREEZES: f64 = 3.0;
/// Up to this lead the ambient still draws a ghost.
pub(crate) const GHOST: f64 = 2.0;

/// The powers of the firing lights, from the powers of all lights.
pub(crate) fn powers_of_lit(s: &Situation<'_>, dials: &Dials) -> Vec<f64> {
    s.lights.iter().map(|lit| dials.power(lit.index).stops_below_full()).collect()
}

/// The levels of all patches, split: ambient, flash together, and both, in stops; none where there is no light.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Split {
    pub(crate) ambient: PerPatch<Option<f64>>,
    pub(crate) flash: PerPatch<Option<f64>>,
    pub(crate) total: PerPatch<Option<f64>>,
}

impl Split {
    pub(crate) fn new(ambient: PerPatch<Option<f64>>, full: &[PerPatch<Option<f64>>], powers: &[f64]) -> Split {
        let (mut flash, mut total) = (PerPatch::default(), PerPatch::default());
        for patch in Patch::ALL {
            let light: f64 = full
                .iter()
                .zip(powers)
                .filter_map(|(levels, below)| levels[patch].map(|level| (level - below).exp2()))
                .sum();
            flash[patch] = (light > 0.0).then(|| light.log2());
            let all = light + ambient[patch].map_or(0.0, f64::exp2);
            // A patch exists where ambient is known for it.
            total[patch] = (ambient[patch].is_some() && all > 0.0).then(|| all.log2());
        }
        Split { ambient, flash, total }
    }
}

/// How far flash leads the ambient on the face, in stops; none without flash there.
fn lead(split: &Split) -> Option<f64> {
    Some(split.flash[Patch::Face]? - split.ambient[Patch::Face].unwrap_or(-20.0))
}

/// Stops by which movement is not frozen, by shutter and flash together.
pub(crate) fn movement_short(s: &Situation<'_>, split: &Split, shutter: ShutterMark, powers: &[f64]) -> f64 {
    let Some(needed) = s.asks.movement else { return 0.0 };
    let by_shutter = (needed.stops() - s.effective_shutter(shutter).stops()).max(0.0);
    let Some(lead) = lead(split) else { return by_shutter };
    let flash_share = ((lead - GHOST) / (FLASH_FREEZES - GHOST)).clamp(0.0, 1.0);
    let by_flash = s
        .lights
        .iter()
        .zip(powers)
        .filter(|(lit, _)| lit.role.lights_face())
        .filter_map(|(lit, below)| duration_at(&lit.flash.durations, Power::nearest(*below)))
        .map(|t| (needed.stops() + t.seconds().log2()).max(0.0))
        .fold(0.0, f64::max);
    by_shutter.min(by_shutter * (1.0 - flash_share) + by_flash * flash_share)
}

/// So little short of the pace a light counts as ready, in stops.
pub(crate) const READY: f64 = 0.05;

/// Stops by which a light recharges slower than the pace asks.
pub(crate) fn recharge_short(s: &Situation<'_>, lit: &Lit<'_>, below: f64) -> f64 {
    let ready = recharge_time(lit.flash.ready_after_full(), Power::nearest(below)).seconds();
    (ready / s.setup.between_exposures().seconds()).log2().max(0.0)
}
