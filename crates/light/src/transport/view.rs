use super::outlook::{FINE, Outlook};
use super::room::Seen;
use super::sheets::SeenSheet;
use super::{Gain, Light, Receiver, falls};
use crate::geometry::DVec3;
use crate::set::RoomSide;
use std::sync::{Arc, OnceLock};

/// What one receiver sees of what stands still on a set.
#[derive(Debug)]
pub(super) struct Look {
    pub(super) receiver: Receiver,
    pub(super) walls: Vec<Seen>,
    pub(super) sheets: Vec<SeenSheet>,
    /// What it sees beyond the set, once a light from there asks for it.
    pub(super) outlook: OnceLock<Outlook>,
}

/// A set as one receiver sees it.
#[derive(Debug, Clone)]
pub struct View<'a> {
    pub(super) light: &'a Light,
    pub(super) look: Arc<Look>,
}

impl View<'_> {
    /// What each source gives there.
    #[must_use]
    pub fn gains(&self) -> Vec<Gain> {
        (0..self.light.layers.len()).map(|source| self.gain(source)).collect()
    }

    /// What one source gives there; nothing of a source the set does not have.
    #[must_use]
    pub fn gain(&self, source: usize) -> Gain {
        let (Some(layer), Some(shining)) = (self.light.layers.get(source), self.light.set.sources.get(source)) else {
            return Gain::default();
        };
        let Look { receiver, walls, sheets, outlook } = &*self.look;
        let sight = &self.light.ground.sight;
        let outlook = shining.is_far_off().then(|| outlook.get_or_init(|| Outlook::of(sight, receiver, FINE)));
        let still = &self.light.set.still;
        let (mut bounced, mut tinted) = (0.0, 0.0);
        for spot in &layer.spots {
            let given = spot.gives(walls, receiver);
            (bounced, tinted) = (bounced + given, tinted + given * spot.tint);
        }
        bounced += layer.evenly.iter().zip(walls).map(|(sent, seen)| sent * seen.factor).sum::<f64>();
        tinted += layer.tinted.iter().zip(walls).map(|(sent, seen)| sent * seen.factor).sum::<f64>();
        let far = outlook.map_or(0.0, |outlook| layer.far * outlook.ground);
        (bounced, tinted) = (bounced + far, tinted + far * still.walls.beyond.tint.mired());
        let (mut carded, mut through) = (0.0, 0.0);
        for ((seen, lit), sheet) in sheets.iter().zip(&layer.sheets).zip(&still.sheets) {
            let (off, by) = lit.as_ref().map_or((0.0, 0.0), |lit| seen.gives(lit));
            (carded, through, tinted) = (carded + off, through + by, tinted + off * sheet.tint.mired());
        }
        Gain { direct: falls(sight, shining, receiver, outlook), bounced, carded, through, tinted }
    }

    /// Where one source's light off the room comes from: each bit of it with what it was sent back by and its direction.
    pub fn bounces(&self, source: usize) -> impl Iterator<Item = Bounce> + '_ {
        let layer = self.light.layers.get(source);
        let spots = layer.into_iter().flat_map(|layer| &layer.spots).map(|spot| Bounce {
            gain: spot.gives(&self.look.walls, &self.look.receiver),
            part: spot.part,
            tint: spot.tint,
            way: (spot.at - self.look.receiver.at).normalize_or_zero(),
        });
        let evenly = layer.into_iter().flat_map(|layer| layer.evenly());
        let places = self.light.ground.room.places().zip(&self.look.walls);
        spots.chain(evenly.zip(places).map(|((sent, tint), (place, seen))| Bounce {
            gain: sent * seen.factor,
            part: place.part,
            tint,
            way: (place.middle - self.look.receiver.at).normalize_or_zero(),
        }))
    }
}

/// A bit of light off the room.
#[derive(Debug, Clone, Copy)]
pub struct Bounce {
    /// How much of it there is.
    pub gain: f64,
    /// Off what it comes.
    pub part: RoomSide,
    /// The colour it took on there and on its way there, in mired; positive is warmer.
    pub tint: f64,
    /// The direction it comes from.
    pub way: DVec3,
}
