use crate::marks::Mark;
use crate::quantity::Share;
use crate::setup::{Patch, PerPatch};
use crate::situation::{Dials, Situation, Split, movement_short, powers_of_lit, recharge_short};

/// The numbers everything said about a set of dials is made from, worked out once.
#[derive(Debug, Clone, PartialEq)]
pub struct Facts {
    pub(crate) split: Split,
    /// What each firing light gives each patch, in stops.
    pub(crate) parts: Vec<PerPatch<Option<f64>>>,
    /// Powers of the firing lights, in stops below full.
    pub(crate) powers: Vec<f64>,
    /// Stops too open for the subject's depth.
    pub(crate) depth_short: f64,
    /// Stops too slow to hold in the hand.
    pub(crate) shake_short: f64,
    /// Stops too slow to freeze the movement.
    pub(crate) movement_short: f64,
    /// Stops each firing light recharges too slowly.
    pub(crate) recharge_short: Vec<f64>,
    /// Stops past the sync speed without high-speed sync.
    pub(crate) past_sync: f64,
    /// The share of the frame the flash lights.
    pub(crate) lit_share: Share,
    /// Stops above clipping, of the patch that clips most.
    pub(crate) clipped: Vec<(Patch, f64)>,
    /// Stops by which a slow-sync floor darkens the ambient.
    pub(crate) floored: f64,
}

impl Facts {
    /// Works out everything for a set of dials.
    #[must_use]
    pub fn of(s: &Situation<'_>, dials: &Dials) -> Facts {
        let shutter = s.effective_shutter(dials.shutter);
        let powers = powers_of_lit(s, dials);
        let ambient = s.ambient_levels(dials.gain(), dials.shutter);
        let full = s.full_power_levels(dials.gain(), dials.shutter);
        let split = Split::new(ambient, &full, &powers);
        let parts = full.iter().zip(&powers).map(|(levels, below)| levels.map(|l| l.map(|l| l - below))).collect();
        let headroom = s.headroom(dials.iso);
        let clipped = split
            .total
            .iter()
            .filter_map(|(patch, total)| total.map(|total| (patch, total + s.bases.lightest[patch] - headroom)))
            .filter(|(_, over)| *over > 0.05)
            .collect();
        let short = |have: f64, need: Option<f64>| need.map_or(0.0, |need| (need - have).max(0.0));
        Facts {
            depth_short: short(dials.aperture.stops(), s.asks.depth),
            shake_short: short(shutter.stops(), s.asks.shake),
            movement_short: movement_short(s, &split, dials.shutter, &powers),
            recharge_short: s.lights.iter().zip(&powers).map(|(lit, below)| recharge_short(s, lit, *below)).collect(),
            past_sync: s.past(dials.shutter).map_or(0.0, |sync| shutter.stops() - sync.stops()),
            lit_share: s.lit_share(dials.shutter),
            clipped,
            floored: shutter.stops() - dials.shutter.stops(),
            split,
            parts,
            powers,
        }
    }

    /// By how much flash leads the ambient on the face; none without flash there.
    pub(crate) fn flash_lead(&self) -> Option<f64> {
        Some(self.split.flash[Patch::Face]? - self.split.ambient[Patch::Face].unwrap_or(-20.0))
    }
}
