//! The light on the patches of a setup: what each flash gives each patch and each face, straight, off the room, off cards
//! and through panels, and what daylight through windows and cards adds to the ambient.

mod receivers;
mod report;
mod staged;

pub use crate::transport::{Gain, Receiver};
pub use receivers::Receivers;
pub use report::BounceReport;
pub(crate) use staged::{FAR, out, still, window};

use crate::emitter::Emitter;
use crate::exposure::MeterConstants;
use crate::setup::{Patch, PerPatch};
use crate::stage::Stage;
use crate::transport::Light;
use staged::Shining;
use std::sync::Arc;

/// What one light gives everywhere.
#[derive(Debug, Clone, PartialEq)]
pub struct LightField {
    /// Each patch, in the order of the stop scale; none where the patch is not there.
    pub patches: PerPatch<Option<Gain>>,
    /// Each face in the picture.
    pub faces: Vec<Gain>,
    /// The background at the left and at the right edge of the frame.
    pub edges: [f64; 2],
    /// What came off the room.
    pub bounce: BounceReport,
}

/// What daylight through windows, and daylight and sun off cards, give each patch: illuminance in lux.
#[derive(Debug, Clone, PartialEq, Default)]
pub struct Daylight {
    /// From each window of known brightness, straight and off the room.
    pub windows: Vec<PerPatch<f64>>,
    /// Off cards and through panels, from windows and sun.
    pub cards: PerPatch<f64>,
    /// What colour of it was taken on off walls and cards: each part times its tint in mired, positive where it is warmer.
    pub tinted: PerPatch<f64>,
}

/// The light on the set. What answers of one setup share is shared between them.
#[derive(Debug, Clone, PartialEq)]
pub struct Field {
    /// Where light is looked at.
    pub receivers: Arc<Receivers>,
    /// Each firing light, in its order.
    pub lights: Arc<[LightField]>,
    /// What daylight adds.
    pub daylight: Daylight,
    /// What each window and the sun gives each patch.
    shone: Arc<PerPatch<Vec<Gain>>>,
    /// What every source gives every point that was looked at.
    told: Arc<[(Receiver, Vec<Gain>)]>,
    /// All of it, for any other point.
    pub light: Light,
}

impl Field {
    /// Computes the light of these emitters on a stage, taking over from a light known before what is the same.
    #[must_use]
    pub fn of(
        stage: &Stage<'_>,
        meter: MeterConstants,
        emitters: &[Emitter],
        behind: Option<usize>,
        key: Option<usize>,
        known: Option<&Field>,
    ) -> Field {
        let place = |index: usize| emitters.get(index).map(|emitter| emitter.middle);
        let brightest = key.and_then(place).or_else(|| staged::daylight_from(stage, meter));
        let receivers = Receivers::of(stage, brightest, behind.and_then(place));
        let (set, shining) = staged::set_of(stage, meter, emitters);
        if let Some(known) = known.filter(|known| *known.receivers == receivers && *known.light.set() == set) {
            let daylight = Daylight::of(&shining, known.shone.each_ref().map(Vec::as_slice));
            return Field { daylight, ..known.clone() };
        }
        let light = known.map_or_else(|| Light::of(set.clone()), |known| known.light.after(set.clone()));
        let kept = known.map_or_else(Vec::new, |known| light.kept_from(&known.light));
        let mut told: Vec<(Receiver, Vec<Gain>)> = Vec::new();
        let mut at = |receiver: &Receiver| {
            if let Some((_, gains)) = told.iter().find(|(of, _)| of == receiver) {
                return gains.clone();
            }
            // Of sources that are as they were, what they gave is known.
            let before =
                known.and_then(|known| known.told.iter().find(|(of, _)| of == receiver)).map(|(_, gains)| gains);
            let view = light.from(*receiver);
            let gains: Vec<Gain> = (0..light.set().sources.len())
                .map(|source| match (before, kept.get(source).copied().flatten()) {
                    (Some(before), Some(index)) => before[index],
                    _ => view.gain(source),
                })
                .collect();
            told.push((*receiver, gains.clone()));
            gains
        };
        let count = emitters.len() + shining.len();
        let patches = receivers.patches.each_ref().map(|points| on_the_whole(points.iter().map(&mut at), count));
        let faces: Vec<Vec<Gain>> = receivers.faces.iter().map(&mut at).collect();
        let edges = receivers.edges.each_ref().map(&mut at);
        let main = receivers.patches[Patch::Face].first().map(|face| light.from(*face));
        let lights = (0..emitters.len())
            .map(|index| LightField {
                patches: PerPatch::of(|patch| (!receivers.patches[patch].is_empty()).then(|| patches[patch][index])),
                faces: faces.iter().map(|gains| gains[index]).collect(),
                edges: edges.each_ref().map(|gains| gains[index].sum()),
                bounce: main.as_ref().map_or(BounceReport::NONE, |view| report::report(view, index)),
            })
            .collect();
        let daylight = Daylight::of(&shining, patches.each_ref().map(|gains| &gains[emitters.len()..]));
        drop(main);
        Field {
            shone: Arc::new(patches.map(|mut gains| gains.split_off(emitters.len()))),
            daylight,
            receivers: Arc::new(receivers),
            lights,
            told: told.into(),
            light,
        }
    }
}

/// What sources give a patch looked at in several points, on the whole; nothing without points.
pub(crate) fn on_the_whole(points: impl ExactSizeIterator<Item = Vec<Gain>>, sources: usize) -> Vec<Gain> {
    let share = 1.0 / points.len().max(1) as f64;
    points.fold(vec![Gain::default(); sources], |sum, gains| {
        sum.into_iter().zip(gains).map(|(sum, gain)| sum + gain * share).collect()
    })
}

impl Field {
    /// What shines on the set beside the flashes: which of its sources, and how many of what their gains are counted for.
    #[must_use]
    pub fn shining(&self, meter: MeterConstants, stage: &Stage<'_>) -> Vec<(usize, f64)> {
        let (_, shining) = staged::set_of(stage, meter, &[]);
        let amount = |shining: Shining| match shining {
            Shining::Window(amount) | Shining::Sun(amount) => amount,
        };
        shining.into_iter().enumerate().map(|(index, shining)| (self.lights.len() + index, amount(shining))).collect()
    }
}

impl Daylight {
    /// What windows and sun give, each patch's gains of them given.
    fn of(shining: &[Shining], patches: PerPatch<&[Gain]>) -> Daylight {
        let mut daylight = Daylight::default();
        for (index, shining) in shining.iter().enumerate() {
            let gains = patches.map(|gains| gains.get(index).copied().unwrap_or_default());
            let amount = match shining {
                Shining::Window(intensity) => {
                    daylight.windows.push(gains.map(|gain| intensity * (gain.direct + gain.bounced)));
                    intensity
                }
                Shining::Sun(lux) => lux,
            };
            for (patch, gain) in gains.iter() {
                daylight.cards[patch] += amount * (gain.carded + gain.through);
                daylight.tinted[patch] += amount * gain.tinted;
            }
        }
        daylight
    }
}

#[cfg(test)]
mod tests;
