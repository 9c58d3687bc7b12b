//! How far what the lights give is likely to be off: each part's own error, in stops to either side (all common practice).

use super::Lit;
use crate::kit::Output;
use crate::quantity::{Learnt, Stops};
use crate::setup::Patch;
use crate::transport::Gain;

/// What of a light's level is not sure.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Unsure {
    /// A maker's guide number.
    GuideNumber,
    /// An output estimated from watt-seconds.
    WattSeconds,
    /// What was metered, flash and what stands before it together.
    Metered,
    /// A modifier's usual loss.
    ModifierLoss,
    /// A gel's printed loss.
    GelLoss,
    /// What takes taught of the flash.
    LearntFlash {
        /// How far that may be off, in stops.
        spread: f64,
    },
    /// What takes taught of the modifier.
    LearntModifier {
        /// How far that may be off, in stops.
        spread: f64,
    },
    /// What takes taught of the gels.
    LearntGel {
        /// How far that may be off, in stops.
        spread: f64,
    },
    /// What walls, ceilings and cards send back, as it was guessed.
    SentBack {
        /// The part of the light that came that way.
        share: f64,
    },
}

impl Unsure {
    /// Whether takes taught it.
    #[must_use]
    pub const fn is_learnt(&self) -> bool {
        matches!(self, Unsure::LearntFlash { .. } | Unsure::LearntModifier { .. } | Unsure::LearntGel { .. })
    }

    /// Its likely error, in stops to either side.
    #[must_use]
    pub fn error(self) -> f64 {
        match self {
            Unsure::GuideNumber => GUIDE_NUMBER,
            Unsure::WattSeconds => ESTIMATE,
            Unsure::Metered => METERED,
            Unsure::ModifierLoss => MODIFIER,
            Unsure::GelLoss => GEL,
            Unsure::LearntFlash { spread } | Unsure::LearntModifier { spread } | Unsure::LearntGel { spread } => spread,
            Unsure::SentBack { share } => SENT_BACK * share,
        }
    }
}

/// Less of it than this part sent back is not told.
const HARDLY: f64 = 0.05;

/// A maker's guide number.
const GUIDE_NUMBER: f64 = 1.0 / 3.0;
/// An output estimated from watt-seconds.
const ESTIMATE: f64 = 2.0 / 3.0;
/// What was metered, flash and what stands before it together.
const METERED: f64 = 0.1;
/// A modifier's usual loss.
const MODIFIER: f64 = 0.5;
/// A gel's printed loss.
const GEL: f64 = 0.1;
/// What walls, ceilings and cards send back, as they were guessed.
const SENT_BACK: f64 = 0.5;

impl Lit<'_> {
    /// What is not sure of what it gives a patch. What a flash meter read of it stands for flash, modifier and gel together, and
    /// on the patch it was read on for what came there off the room as well.
    #[must_use]
    pub fn unsure(&self, patch: Patch, gain: Gain) -> Vec<Unsure> {
        self.parts_unsure(patch, gain).into_iter().flatten().collect()
    }

    fn parts_unsure(&self, patch: Patch, gain: Gain) -> [Option<Unsure>; 4] {
        let share = (gain.bounced + gain.carded + gain.through) / gain.sum().max(1e-12);
        let sent_back = (share > HARDLY).then_some(Unsure::SentBack { share });
        if let Some(read) = &self.read {
            let here = read.patches[patch].is_some();
            return [Some(Unsure::Metered), sent_back.filter(|_| !here), None, None];
        }
        let spread = |learnt: Option<Learnt>| learnt.map(|learnt| learnt.spread.stops());
        let output = match &self.flash.output {
            Output::GuideNumber { .. } | Output::ZoomTable { .. } => Unsure::GuideNumber,
            Output::WattSeconds { .. } => Unsure::WattSeconds,
            Output::Metered { .. } => Unsure::Metered,
        };
        let output = spread(self.flash.learnt).map_or(output, |spread| Unsure::LearntFlash { spread });
        let modifier = self.modifier.filter(|modifier| match &self.flash.output {
            // Metered through it, it has no error of its own.
            Output::Metered { reading } => reading.modifier_loss != modifier.loss && modifier.loss != Stops::ZERO,
            _ => modifier.loss != Stops::ZERO,
        });
        [
            Some(output),
            modifier.map(|modifier| match spread(modifier.learnt) {
                Some(spread) => Unsure::LearntModifier { spread },
                None => Unsure::ModifierLoss,
            }),
            (!self.gels.is_empty()).then(|| {
                let squares: Option<f64> = self.gels.iter().map(|gel| Some(spread(gel.learnt)?.powi(2))).sum();
                squares.map_or(Unsure::GelLoss, |squares| Unsure::LearntGel { spread: squares.sqrt() })
            }),
            sent_back,
        ]
    }

    /// The likely error of what it gives a patch, in stops: within one part errors add in squares, and of light that came
    /// in several ways by the share of each.
    #[must_use]
    pub fn error(&self, patch: Patch, gain: Gain) -> f64 {
        self.parts_unsure(patch, gain).into_iter().flatten().map(|part| part.error().powi(2)).sum::<f64>().sqrt()
    }
}

/// The likely error of a sum of lights, each given by its level and its error in stops: `√(Σ (share·error)²)`.
#[must_use]
pub(crate) fn of_sum(parts: impl Iterator<Item = (f64, f64)>) -> f64 {
    let (mut all, mut squares) = (0.0, 0.0);
    for (level, error) in parts {
        let light = level.exp2();
        all += light;
        squares += (light * error).powi(2);
    }
    if all > 0.0 { squares.sqrt() / all } else { 0.0 }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::kit::{KitItem, MeterReading};
    use crate::marks::{ApertureMark, IsoMark};
    use crate::quantity::{GuideNumber, Id, Metres, Power, Stops};
    use crate::sample;
    use crate::situation::Situation;
    use rstest::rstest;

    fn metered(modifier_loss: f64) -> Output {
        Output::Metered {
            reading: MeterReading {
                distance: Metres::nearest(2.0),
                aperture: ApertureMark::new(36).unwrap(),
                iso: IsoMark::ISO_100,
                power: Power::nearest(0.0),
                modifier_loss: Stops::nearest(modifier_loss),
            },
        }
    }

    /// By hand, straight light: a third for the guide number; with a box's usual loss √(⅓² + ½²) = 0.60; two thirds and the
    /// box 0.83; metered through that box a tenth, metered bare and then put behind it √(0.1² + ½²) = 0.51.
    #[rstest]
    #[case::bare(Output::GuideNumber { guide_number: GuideNumber::nearest(50.0) }, None, 0.333)]
    #[case::boxed(Output::GuideNumber { guide_number: GuideNumber::nearest(50.0) }, Some("mod-octa-90"), 0.601)]
    #[case::estimated(Output::WattSeconds { watt_seconds: 400.0 }, Some("mod-octa-90"), 0.833)]
    #[case::metered_so(metered(f64::NAN), Some("mod-octa-90"), 0.1)]
    #[case::metered_bare(metered(0.0), Some("mod-octa-90"), 0.510)]
    fn of_a_light(#[case] output: Output, #[case] modifier: Option<&str>, #[case] error: f64) {
        let (mut kit, mut setup) = (sample::kit(), sample::outdoors());
        setup.lights[0].modifier = modifier.map(|id| Id::new(id).unwrap());
        setup.lights[0].gels.at.clear();
        let loss = setup.lights[0].modifier.as_ref().and_then(|id| kit.modifier(id)).map_or(Stops::ZERO, |m| m.loss);
        let mut flash = kit.flash(&setup.lights[0].flash).unwrap().clone();
        flash.output = match output {
            Output::Metered { reading } if reading.modifier_loss != Stops::ZERO => {
                Output::Metered { reading: MeterReading { modifier_loss: loss, ..reading } }
            }
            other => other,
        };
        for item in &mut kit.items {
            if matches!(item, KitItem::Flash(known) if known.id == flash.id) {
                *item = KitItem::Flash(flash.clone());
            }
        }
        let s = Situation::new(&setup, &kit, House::default()).unwrap();
        let straight = Gain { direct: 0.2, ..Gain::default() };
        assert!(
            (s.lights[0].error(Patch::Face, straight) - error).abs() < 0.001,
            "{}",
            s.lights[0].error(Patch::Face, straight)
        );
        // Off a wall it is known less well.
        let bounced = Gain { bounced: 0.2, ..Gain::default() };
        assert!(s.lights[0].error(Patch::Face, bounced) > s.lights[0].error(Patch::Face, straight) + 0.1);
    }

    /// Two equal parts known to a half and to nothing: a quarter; one part alone keeps its own.
    #[rstest]
    #[case::halves(&[(0.0, 0.5), (0.0, 0.0)], 0.25)]
    #[case::alone(&[(-3.0, 0.6)], 0.6)]
    #[case::hardly_there(&[(0.0, 0.1), (-20.0, 5.0)], 0.1)]
    #[case::none(&[], 0.0)]
    fn of_a_sum_of_lights(#[case] parts: &[(f64, f64)], #[case] error: f64) {
        assert!((of_sum(parts.iter().copied()) - error).abs() < 0.001);
    }
}
