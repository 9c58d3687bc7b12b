//! The light on the set: what each flash gives each patch and each face, straight, off the room and off cards, and
//! what daylight through windows and cards adds to the ambient.

mod bounce;
mod cards;
mod daylight;
mod receivers;
mod shade;

pub use bounce::BounceReport;
pub use daylight::Daylight;
pub(crate) use daylight::lux;
pub use receivers::{Receiver, Receivers};

use crate::emitter::Emitter;
use crate::scene::Stage;

/// What one light gives one receiver, for an intensity of 1 along its axis, in 1/m².
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Gain {
    /// Straight from its face.
    pub direct: f64,
    /// Off ground, ceiling and walls, or through a panel.
    pub bounced: f64,
    /// Off cards.
    pub carded: f64,
}

impl Gain {
    /// All of it.
    #[must_use]
    pub fn sum(self) -> f64 {
        self.direct + self.bounced + self.carded
    }
}

/// What one light gives everywhere.
#[derive(Debug, Clone, PartialEq)]
pub struct LightField {
    /// Each patch, in the order of the stop scale; none where the patch is not there.
    pub patches: [Option<Gain>; 5],
    /// Each face in the picture.
    pub faces: Vec<Gain>,
    /// The background at the left and at the right edge of the frame.
    pub edges: [f64; 2],
    /// What came off the room.
    pub bounce: BounceReport,
}

/// The light on the set.
#[derive(Debug, Clone, PartialEq)]
pub struct Field {
    /// Where light is looked at.
    pub receivers: Receivers,
    /// Each firing light, in its order.
    pub lights: Vec<LightField>,
    /// What daylight adds.
    pub daylight: Daylight,
}

impl Field {
    /// Computes the light of these emitters on a stage.
    #[must_use]
    pub fn of(stage: &Stage<'_>, emitters: &[Emitter], behind: Option<usize>, key: Option<usize>) -> Field {
        let receivers = Receivers::of(stage, emitters, behind, key);
        let cards = cards::lit_cards(stage, &receivers);
        let lights = emitters
            .iter()
            .map(|emitter| {
                let virtuals = bounce::virtual_lights(stage, emitter);
                let shade = shade::Shade::of(stage, emitter);
                let at = |receiver: &Receiver| Gain {
                    direct: emitter.gain(receiver.at, receiver.normal) * shade.seen_from(receiver.at),
                    bounced: bounce::gathered(&virtuals, receiver),
                    carded: 0.0,
                };
                let mut patches = receivers.patches.map(|receiver| receiver.map(|receiver| at(&receiver)));
                let mut faces: Vec<Gain> = receivers.faces.iter().map(at).collect();
                for card in &cards {
                    let strength = card.lit_by(|at, normal| emitter.gain(at, normal), emitter.middle);
                    for (index, gain) in patches.iter_mut().enumerate() {
                        if let Some(gain) = gain {
                            gain.carded += card.gives(&strength, index);
                        }
                    }
                    for (index, gain) in faces.iter_mut().enumerate() {
                        gain.carded += card.gives(&strength, 5 + index);
                    }
                }
                LightField {
                    patches,
                    faces,
                    edges: receivers.edges.map(|receiver| at(&receiver).sum()),
                    bounce: bounce::report(&virtuals, &receivers),
                }
            })
            .collect();
        let daylight = Daylight::of(stage, &receivers, &cards);
        Field { receivers, lights, daylight }
    }
}

#[cfg(test)]
mod tests;
