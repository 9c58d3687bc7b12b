//! What flash meters said, against what guide numbers and usual losses say.

use super::{Bases, Lit};
use crate::exposure::MeterConstants;
use crate::setup::{Patch, PerPatch, Setup};

/// By how much a light gives more than its guide number and its losses say.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct FlashRead {
    /// On the whole, in stops: the mean of what was read.
    pub more: f64,
    /// On each patch that was read itself.
    pub patches: PerPatch<Option<f64>>,
}

impl FlashRead {
    /// By how much on a patch, in stops.
    #[must_use]
    pub fn on(&self, patch: Patch) -> f64 {
        self.patches[patch].unwrap_or(self.more)
    }
}

impl Lit<'_> {
    /// What its flash readings say against its guide number and losses; none without any of it as it is now fitted. Of two of
    /// a patch the later entered counts.
    pub(super) fn read(&self, setup: &Setup, meter: MeterConstants) -> Option<FlashRead> {
        let mut patches: PerPatch<Option<f64>> = PerPatch::default();
        for reading in setup.flash_readings.iter().filter(|reading| reading.is_of(self.light)) {
            let by_number = meter.incident_level(self.intensity() * reading.reached);
            patches[reading.patch] = Some(reading.at_full() - by_number);
        }
        let read: Vec<f64> = patches.iter().filter_map(|(_, more)| *more).collect();
        let more = read.iter().sum::<f64>() / read.len().max(1) as f64;
        (!read.is_empty()).then_some(FlashRead { more, patches })
    }

    /// Takes over what was read, where it gives anything.
    pub(super) fn take_read(&mut self, setup: &Setup, meter: MeterConstants) {
        let Some(read) = self.read(setup, meter) else { return };
        self.reach = PerPatch::of(|patch| self.reach[patch].map(|level| level + read.on(patch)));
        self.read = Some(read);
    }

    /// What of its intensity comes to each patch, per square metre, for whoever reads it there; none where too little does.
    #[must_use]
    pub fn reached(&self, meter: MeterConstants, bases: &Bases) -> PerPatch<Option<f64>> {
        PerPatch::of(|patch| {
            let own = self.read.map_or(0.0, |read| read.on(patch));
            let lux = (self.reach[patch]? - own - bases.over_incident[patch] - meter.incident_level(1.0)).exp2();
            Some(lux / self.intensity())
        })
    }
}

#[cfg(test)]
mod tests {
    use crate::house::House;
    use crate::marks::{ApertureMark, IsoMark, Mark};
    use crate::quantity::{Id, Power, Share};
    use crate::sample;
    use crate::setup::{FlashReading, Patch, Setup};
    use crate::situation::{Situation, Unsure};

    /// A reading of the sample's light on a patch, so many stops over what its numbers say.
    fn read(setup: &Setup, patch: Patch, aperture: f64, share: Option<f64>) -> FlashReading {
        let kit = sample::kit();
        let s = Situation::new(setup, &kit, House::default()).unwrap();
        let lit = &s.lights[0];
        FlashReading {
            id: Id::new("flash-1").unwrap(),
            light: lit.light.id.clone(),
            modifier: lit.light.modifier.clone(),
            patch,
            power: Power::nearest(2.0),
            aperture: ApertureMark::nearest((2.0 * aperture.log2() * 6.0).round() as i16),
            iso: IsoMark::nearest(6),
            share: share.map(Share::nearest),
            reached: lit.reached(s.terms.house.meter, &s.bases)[patch].unwrap(),
        }
    }

    fn reach(setup: &Setup, patch: Patch) -> f64 {
        let kit = sample::kit();
        Situation::new(setup, &kit, House::default()).unwrap().lights[0].reach[patch].unwrap()
    }

    /// f/8 at ISO 200 and a quarter: at ISO 100 that is f/5.6, at full power f/11, so 7 stops over f/1; with half of it the
    /// flash's, 6 (worked by hand).
    #[test]
    fn the_reading_stands() {
        let mut setup = sample::portrait();
        setup.flash_readings = vec![read(&setup, Patch::Face, 8.0, None)];
        assert!((reach(&setup, Patch::Face) - 7.0).abs() < 1e-9);
        setup.flash_readings[0].share = Some(Share::nearest(0.5));
        assert!((reach(&setup, Patch::Face) - 6.0).abs() < 1e-9);
    }

    /// Every other patch moves as much, the error of the whole light goes down to a tenth, and once moved it is as much
    /// brighter than its numbers say as it was; another modifier is another light.
    #[test]
    fn it_wins_over_the_guide_number_everywhere() {
        let kit = sample::kit();
        let before = sample::portrait();
        let mut setup = before.clone();
        setup.flash_readings = vec![read(&setup, Patch::Face, 8.0, None)];
        let more = 7.0 - reach(&before, Patch::Face);
        let shadow = reach(&setup, Patch::ShadowSide) - reach(&before, Patch::ShadowSide);
        assert!((shadow - more).abs() < 1e-9 && more.abs() > 0.05, "{shadow} {more}");
        {
            let s = Situation::new(&setup, &kit, House::default()).unwrap();
            let gain = s.field.lights[0].patches[Patch::Face].unwrap();
            assert_eq!(s.lights[0].unsure(Patch::Face, gain), [Unsure::Metered]);
            assert!((s.lights[0].error(Patch::Face, gain) - 0.1).abs() < 1e-9);
        }
        let moved = |setup: &Setup| {
            let mut setup = setup.clone();
            sample::at_distance(&mut setup, 0, 2.6);
            reach(&setup, Patch::Face)
        };
        assert!((moved(&setup) - moved(&before) - more).abs() < 1e-6);
        setup.lights[0].modifier = None;
        let bare = Setup { flash_readings: Vec::new(), ..setup.clone() };
        assert_eq!(reach(&setup, Patch::Face), reach(&bare, Patch::Face));
    }

    /// Read in two places, each shows its own, and the rest of the set what both say on the whole.
    #[test]
    fn two_places_each_their_own() {
        let before = sample::portrait();
        let mut setup = before.clone();
        let (face, shadow) = (read(&setup, Patch::Face, 8.0, None), read(&setup, Patch::ShadowSide, 5.6, None));
        setup.flash_readings = vec![face, FlashReading { id: Id::new("flash-2").unwrap(), ..shadow }];
        assert!((reach(&setup, Patch::Face) - 7.0).abs() < 1e-9);
        assert!((reach(&setup, Patch::ShadowSide) - 6.0).abs() < 1e-9);
        let more = |patch: Patch| reach(&setup, patch) - reach(&before, patch);
        let mean = (more(Patch::Face) + more(Patch::ShadowSide)) / 2.0;
        assert!((more(Patch::Background) - mean).abs() < 1e-9);
    }

    #[test]
    fn what_says_nothing_is_refused_at_its_field() {
        let (kit, mut setup) = (sample::kit(), sample::portrait());
        setup.flash_readings = vec![read(&setup, Patch::Face, 8.0, Some(0.0)), read(&setup, Patch::Face, 8.0, None)];
        setup.flash_readings[1].reached = 0.0;
        let found: Vec<String> = setup.check(&kit).unwrap_err().into_iter().map(|error| error.field).collect();
        for field in ["/flash_readings/0/share", "/flash_readings/1/reached", "/flash_readings/1/id"] {
            assert!(found.iter().any(|at| at == field), "{found:?}");
        }
    }
}
