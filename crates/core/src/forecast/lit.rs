use super::{AmbientSource, FaceLight};
use crate::quantity::MiredShift;

/// What one source gives a patch.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Part {
    /// Straight from it.
    pub straight: f64,
    /// Off ground, walls and ceiling.
    pub off: f64,
    /// Off cards and through panels.
    pub cards: f64,
    /// What colour it took on off what has one: each part of it times its tint in mired.
    pub tinted: f64,
}

impl Part {
    /// What it gives without cards and panels.
    #[must_use]
    pub fn own(self) -> f64 {
        self.straight + self.off
    }

    fn times(self, by: f64) -> Part {
        Part { straight: self.straight * by, off: self.off * by, cards: self.cards * by, tinted: self.tinted * by }
    }
}

/// The ambient of one patch by its sources, in lux; of what is judged by the light that comes from it, π times what a
/// white there would send back.
#[derive(Debug, Clone, PartialEq)]
pub struct PatchLight {
    /// What each source gives, in the order of [`super::Standing::sources`].
    pub parts: Vec<Part>,
    /// The exposure value of one lux there.
    pub of_one: f64,
}

/// What cards add by less than this, in stops, no meter tells.
const UNSEEN: f64 = 0.02;

impl PatchLight {
    /// All of it without cards and panels, in lux.
    #[must_use]
    pub fn lux(&self) -> f64 {
        self.parts.iter().map(|part| part.own()).sum()
    }

    /// Its exposure value without cards; none in the dark, or of what sends nothing back.
    #[must_use]
    pub fn ev(&self) -> Option<f64> {
        Some(self.lux().log2() + self.of_one).filter(|ev| ev.is_finite())
    }

    /// What cards and panels add, in stops.
    #[must_use]
    pub fn cards(&self) -> f64 {
        let (whole, cards) = (self.lux(), self.parts.iter().map(|part| part.cards).sum::<f64>());
        let added = if whole > 0.0 { (1.0 + cards / whole).log2() } else { 0.0 };
        if added < UNSEEN { 0.0 } else { added }
    }

    /// The share each source has of it.
    #[must_use]
    pub fn shares(&self) -> Vec<f64> {
        let whole = self.lux().max(f64::MIN_POSITIVE);
        self.parts.iter().map(|part| part.own() / whole).collect()
    }

    /// The same with each source so many stops brighter.
    #[must_use]
    pub fn scaled(&self, scales: &[f64]) -> PatchLight {
        let parts = self.parts.iter().zip(scales).map(|(part, scale)| part.times(scale.exp2())).collect();
        PatchLight { parts, ..*self }
    }

    /// It by where it comes from.
    pub(super) fn by_kind(&self, sources: &[AmbientSource]) -> FaceLight {
        let mut light = FaceLight::default();
        for (source, part) in sources.iter().zip(&self.parts) {
            match source {
                AmbientSource::Sun => {
                    light.sun += part.straight;
                    light.sun_off += part.off;
                }
                AmbientSource::Sky => {
                    light.sky += part.straight;
                    light.sky_off += part.off;
                }
                AmbientSource::Window { .. } => light.sky += part.own(),
                AmbientSource::Lamps => light.lamps += part.own(),
            }
        }
        let (all, tinted) = self
            .parts
            .iter()
            .fold((0.0, 0.0), |(all, tinted), part| (all + part.own() + part.cards, tinted + part.tinted));
        light.tint = if all > 0.0 { MiredShift::of(tinted / all) } else { MiredShift::ZERO };
        light
    }
}
