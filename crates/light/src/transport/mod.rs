//! How light gets from the sources of a set to any point of it, turned any way: straight, off the room, off cards and
//! through panels, one layer for each source.
//!
//! Light off the room is whole. Where it falls first is found by rays, finely; what goes on from there from wall to wall
//! is solved on coarse patches of the room (radiosity; Goral et al. 1984). People and things shade what
//! comes to a point, straight, off the room and off cards; between walls they are left out, and so is what they themselves
//! send back.

mod first;
mod room;
mod sheets;

pub use room::Room;

use crate::geometry::DVec3;
use crate::set::{RoomSide, Set, Sight, Source, Still};
use first::Spot;
use room::Seen;
use sheets::{LitSheet, SeenSheet};
use std::sync::Arc;

/// A bit of surface on which light falls.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Receiver {
    /// Where it is.
    pub at: DVec3,
    /// Where it looks.
    pub normal: DVec3,
}

/// What one source gives a receiver, in the source's own measure (see [`Source`]).
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Gain {
    /// Straight from it.
    pub direct: f64,
    /// Off ground, ceiling and walls.
    pub bounced: f64,
    /// Off cards.
    pub carded: f64,
    /// Through diffusion panels.
    pub through: f64,
}

impl Gain {
    /// All of it.
    #[must_use]
    pub fn sum(self) -> f64 {
        self.direct + self.bounced + self.carded + self.through
    }
}

impl std::ops::Add for Gain {
    type Output = Gain;
    fn add(self, other: Gain) -> Gain {
        Gain {
            direct: self.direct + other.direct,
            bounced: self.bounced + other.bounced,
            carded: self.carded + other.carded,
            through: self.through + other.through,
        }
    }
}

impl std::ops::Mul<f64> for Gain {
    type Output = Gain;
    fn mul(self, by: f64) -> Gain {
        Gain {
            direct: self.direct * by,
            bounced: self.bounced * by,
            carded: self.carded * by,
            through: self.through * by,
        }
    }
}

/// The light of one source.
#[derive(Debug, Clone)]
struct Layer {
    /// Where its light falls on the room first, and what is sent on from there.
    spots: Vec<Spot>,
    /// What each patch of the room sends on after that.
    later: Vec<f64>,
    /// The cards and panels, as this source lights them.
    sheets: Vec<Option<LitSheet>>,
}

/// The light on a set.
#[derive(Debug, Clone)]
pub struct Light {
    set: Set,
    sight: Arc<Sight>,
    room: Arc<Room>,
    layers: Vec<Arc<Layer>>,
}

/// Two lights on equal sets are equal.
impl PartialEq for Light {
    fn eq(&self, other: &Light) -> bool {
        self.set == other.set
    }
}

impl Light {
    /// Works the light of a set out.
    #[must_use]
    pub fn of(set: Set) -> Light {
        let room = Arc::new(Room::of(set.still.walls));
        let sight = Arc::new(Sight::of(&set.still));
        let layers = set.sources.iter().map(|source| Arc::new(layer(&set.still, &sight, &room, source))).collect();
        Light { set, sight, room, layers }
    }

    /// Works the light of a changed set out, taking over from this one what is the same: all of it, the room's, or that
    /// of single sources.
    #[must_use]
    pub fn after(&self, set: Set) -> Light {
        if set == self.set {
            return self.clone();
        }
        let room = if self.set.still.walls == set.still.walls {
            Arc::clone(&self.room)
        } else {
            Arc::new(Room::of(set.still.walls))
        };
        let same = set.still == self.set.still;
        let sight = if same { Arc::clone(&self.sight) } else { Arc::new(Sight::of(&set.still)) };
        let known = |source: &Source| self.set.sources.iter().position(|before| before == source).filter(|_| same);
        let layers = set
            .sources
            .iter()
            .map(|source| match known(source) {
                Some(index) => Arc::clone(&self.layers[index]),
                None => Arc::new(layer(&set.still, &sight, &room, source)),
            })
            .collect();
        Light { set, sight, room, layers }
    }

    /// The set it is the light of.
    #[must_use]
    pub fn set(&self) -> &Set {
        &self.set
    }

    /// The set as a receiver sees it, to be asked for one source after the other.
    #[must_use]
    pub fn from(&self, receiver: Receiver) -> View<'_> {
        let walls = self.room.seen_from(&self.sight, &receiver);
        let sheets = self.set.still.sheets.iter().map(|sheet| SeenSheet::of(&self.sight, sheet, receiver)).collect();
        View { light: self, receiver, walls, sheets }
    }

    /// All that the room sends on of one source's light, in the source's measure times square metres.
    #[must_use]
    pub fn sent_on(&self, source: usize) -> f64 {
        let layer = &self.layers[source];
        layer.spots.iter().map(Spot::flux).sum::<f64>() + self.room.flux(&layer.later)
    }
}

/// A set as one receiver sees it.
#[derive(Debug, Clone)]
pub struct View<'a> {
    light: &'a Light,
    receiver: Receiver,
    walls: Vec<Seen>,
    sheets: Vec<SeenSheet>,
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
        let first: f64 = layer.spots.iter().map(|spot| spot.gives(&self.walls, &self.receiver)).sum();
        let later: f64 = layer.later.iter().zip(&self.walls).map(|(sent, seen)| sent * seen.factor).sum();
        let (mut carded, mut through) = (0.0, 0.0);
        for (seen, lit) in self.sheets.iter().zip(&layer.sheets) {
            let (off, by) = lit.as_ref().map_or((0.0, 0.0), |lit| seen.gives(lit));
            (carded, through) = (carded + off, through + by);
        }
        Gain { direct: direct(&self.light.sight, shining, &self.receiver), bounced: first + later, carded, through }
    }

    /// Where one source's light off the room comes from: each bit of it with what it was sent back by and its direction.
    pub fn bounces(&self, source: usize) -> impl Iterator<Item = Bounce> + '_ {
        let layer = self.light.layers.get(source);
        let first = layer.into_iter().flat_map(|layer| &layer.spots).map(|spot| Bounce {
            gain: spot.gives(&self.walls, &self.receiver),
            part: spot.part,
            tint: spot.tint,
            way: (spot.at - self.receiver.at).normalize_or_zero(),
        });
        let later = layer.into_iter().flat_map(|layer| &layer.later);
        let places = self.light.room.places().zip(&self.walls);
        first.chain(later.zip(places).map(|(sent, (place, seen))| Bounce {
            gain: sent * seen.factor,
            part: place.part,
            tint: place.tint,
            way: (place.middle - self.receiver.at).normalize_or_zero(),
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
    /// The colour it took on there, in mired; positive is warmer.
    pub tint: f64,
    /// The direction it comes from.
    pub way: DVec3,
}

/// Straight from a source, past what stands between.
fn direct(sight: &Sight, source: &Source, receiver: &Receiver) -> f64 {
    match source {
        Source::Face(emitter) => {
            let whole = emitter.gain(receiver.at, receiver.normal);
            if whole <= 0.0 {
                return 0.0;
            }
            let near = sight.near(receiver.at, emitter.middle, emitter.half_width());
            if near.is_clear() {
                return whole;
            }
            let (mut seen, mut count) = (0.0, 0.0);
            for point in emitter.points() {
                seen += near.passes(point, receiver.at);
                count += 1.0;
            }
            whole * seen / count
        }
        Source::Parallel(way) => {
            let cosine = way.dot(receiver.normal);
            if cosine <= 0.0 { 0.0 } else { cosine * open_to(sight, receiver.at, *way) }
        }
    }
}

/// The share of parallel light that reaches a point: past bodies, sheets and panes. A wall or ceiling does not keep it
/// off: that it shines on the set was said by who put it there.
fn open_to(sight: &Sight, at: DVec3, way: DVec3) -> f64 {
    const FAR: f64 = 200.0;
    sight.passes_things(at, at + way * FAR)
}

fn layer(still: &Still, sight: &Sight, room: &Room, source: &Source) -> Layer {
    let spots = first::spots(still, sight, room, source);
    let mut sent = vec![0.0; room.len()];
    for spot in &spots {
        if let Some(patch) = spot.patch {
            sent[patch] += spot.flux() / room.area(patch);
        }
    }
    let sheets = still.sheets.iter().map(|sheet| LitSheet::of(sight, sheet, source)).collect();
    Layer { later: room.later(&sent), spots, sheets }
}

#[cfg(test)]
mod tests;
