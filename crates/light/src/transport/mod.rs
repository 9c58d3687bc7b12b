//! How light gets from the sources of a set to any point of it, turned any way: straight, off the room, off cards and
//! through panels, one layer for each source.
//!
//! Light off the room is whole. Where it falls first is found by rays, finely; what goes on from there from wall to wall
//! is solved on coarse patches of the room (radiosity; Goral et al. 1984). People and things shade what
//! comes to a point, straight, off the room and off cards; between walls they are left out, and so is what they themselves
//! send back. The sky and what the far ground sends back come in as far as a point sees out of the set.

mod dome;
mod first;
mod gain;
mod mirrored;
mod outlook;
mod room;
mod sheets;
mod view;

pub use gain::Gain;
pub use room::Room;
pub use view::{Bounce, View};

use view::Look;

use crate::geometry::DVec3;
use crate::latest::Latest;
use crate::set::{Dome, Set, Sight, Source, Still, from_side};
use first::Spot;
use outlook::{COARSE, Outlook};
use sheets::{LitSheet, SeenSheet};
use std::sync::{Arc, OnceLock};

/// A bit of surface on which light falls.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Receiver {
    /// Where it is.
    pub at: DVec3,
    /// Where it looks.
    pub normal: DVec3,
}

/// How many looks are kept: some for each patch, each face of a group, and the edges.
const LOOKED: usize = 64;

/// How many skies are kept: that of the minute, and some about it.
const SKIES: usize = 8;

/// The light of one source.
#[derive(Debug, Clone)]
struct Layer {
    /// Where its light falls on the room first in spots, and what is sent on from there.
    spots: Vec<Spot>,
    /// What each patch of the room sends on evenly besides: after that, and of light from far off.
    evenly: Vec<f64>,
    /// The same, each times the colour it took on so far, in mired; empty where nothing in the room has a colour.
    tinted: Vec<f64>,
    /// What the far ground sends on, as a share of its half space.
    far: f64,
    /// The cards and panels, as this source lights them.
    sheets: Vec<Option<LitSheet>>,
}

impl Layer {
    /// What each patch sends on evenly, and the colour that took on, in mired.
    fn evenly(&self) -> impl Iterator<Item = (f64, f64)> {
        let tints = self.tinted.iter().copied().chain(std::iter::repeat(0.0));
        let tint = |sent: f64, tinted: f64| if sent > 0.0 { tinted / sent } else { 0.0 };
        self.evenly.iter().zip(tints).map(move |(sent, tinted)| (*sent, tint(*sent, tinted)))
    }
}

/// What stands still on a set, made ready to be asked.
#[derive(Debug)]
struct Ground {
    sight: Sight,
    room: Arc<Room>,
    /// What each patch of the room sees beyond the set, once a sky asks for it.
    outlooks: OnceLock<Vec<Outlook>>,
    /// How far the patches are open to the points asked about last, which often are the same again, looking elsewhere.
    opens: Latest<DVec3, Arc<[f64]>, LOOKED>,
    /// What the receivers asked about last see.
    looks: Latest<Receiver, Arc<Look>, LOOKED>,
    /// What the skies asked about last give the room.
    skies: Latest<Dome, Arc<Layer>, SKIES>,
}

impl Ground {
    fn of(still: &Still, room: Arc<Room>) -> Arc<Ground> {
        Arc::new(Ground {
            sight: Sight::of(still),
            room,
            outlooks: OnceLock::new(),
            opens: Latest::default(),
            looks: Latest::default(),
            skies: Latest::default(),
        })
    }

    fn open_to(&self, at: DVec3) -> Arc<[f64]> {
        self.opens.get(at, || self.room.open_to(&self.sight, at).into())
    }

    fn outlooks(&self) -> &[Outlook] {
        self.outlooks
            .get_or_init(|| self.room.surfaces().map(|surface| Outlook::of(&self.sight, &surface, COARSE)).collect())
    }
}

/// The light on a set.
#[derive(Debug, Clone)]
pub struct Light {
    set: Arc<Set>,
    ground: Arc<Ground>,
    layers: Arc<[Arc<Layer>]>,
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
        let ground = Ground::of(&set.still, Arc::new(Room::of(set.still.walls)));
        let layers = set.sources.iter().map(|source| Arc::new(layer(&set.still, &ground, source))).collect();
        Light { set: Arc::new(set), ground, layers }
    }

    /// Works the light of a changed set out, taking over from this one what is the same: all of it, the room's, or that
    /// of single sources.
    #[must_use]
    pub fn after(&self, set: Set) -> Light {
        if set == *self.set {
            return self.clone();
        }
        let same = set.still == self.set.still;
        let ground = if same {
            Arc::clone(&self.ground)
        } else if self.set.still.walls == set.still.walls {
            Ground::of(&set.still, Arc::clone(&self.ground.room))
        } else {
            Ground::of(&set.still, Arc::new(Room::of(set.still.walls)))
        };
        let known = |source: &Source| self.set.sources.iter().position(|before| before == source).filter(|_| same);
        let layers = set
            .sources
            .iter()
            .map(|source| match known(source) {
                Some(index) => Arc::clone(&self.layers[index]),
                None => Arc::new(layer(&set.still, &ground, source)),
            })
            .collect();
        Light { set: Arc::new(set), ground, layers }
    }

    /// The same with one source more: a sky. Of the skies asked about last what they give the room is known.
    #[must_use]
    pub fn under(&self, sky: Dome) -> Light {
        let source = Source::Sky(sky);
        let of_sky = self.ground.skies.get(sky, || Arc::new(layer(&self.set.still, &self.ground, &source)));
        let mut set = Set::clone(&self.set);
        set.sources.push(source);
        let layers = self.layers.iter().cloned().chain([of_sky]).collect();
        Light { set: Arc::new(set), ground: Arc::clone(&self.ground), layers }
    }

    /// The set it is the light of.
    #[must_use]
    pub fn set(&self) -> &Set {
        &self.set
    }

    /// The set as a receiver sees it, to be asked for one source after the other.
    #[must_use]
    pub fn from(&self, receiver: Receiver) -> View<'_> {
        View { light: self, look: self.ground.looks.get(receiver, || Arc::new(self.look(receiver))) }
    }

    /// What a receiver sees of what stands still, whatever shines on it.
    fn look(&self, receiver: Receiver) -> Look {
        let sight = &self.ground.sight;
        let walls = self.ground.room.seen_from(&self.ground.open_to(receiver.at), &receiver);
        let sheets = self.set.still.sheets.iter().map(|sheet| SeenSheet::of(sight, sheet, receiver)).collect();
        Look { receiver, walls, sheets, outlook: OnceLock::new() }
    }

    /// The share of light from far off in a direction that comes to a point of the set, past all that stands there.
    #[must_use]
    pub fn is_open_to(&self, at: DVec3, way: DVec3) -> f64 {
        self.ground.sight.is_open_to(at, way)
    }

    /// For each source, which one of another light on the same still set has the same light; none where it is new.
    #[must_use]
    pub fn kept_from(&self, other: &Light) -> Vec<Option<usize>> {
        let same = Arc::ptr_eq(&self.ground, &other.ground);
        let found = |layer: &Arc<Layer>| other.layers.iter().position(|known| Arc::ptr_eq(known, layer));
        self.layers.iter().map(|layer| found(layer).filter(|_| same)).collect()
    }

    /// All that the room sends on of one source's light, in the source's measure times square metres.
    #[must_use]
    pub fn sent_on(&self, source: usize) -> f64 {
        let layer = &self.layers[source];
        layer.spots.iter().map(Spot::flux).sum::<f64>() + self.ground.room.flux(&layer.evenly)
    }
}

/// What falls on a receiver from a source, straight and by way of mirrors, past what stands between. What it sees of the sky may
/// be known.
fn falls(sight: &Sight, source: &Source, receiver: &Receiver, outlook: Option<&Outlook>) -> f64 {
    straight(sight, source, receiver, outlook) + mirrored::falls(sight, source, receiver)
}

/// What falls on it straight.
fn straight(sight: &Sight, source: &Source, receiver: &Receiver, outlook: Option<&Outlook>) -> f64 {
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
        Source::Parallel { way, walled } => {
            let cosine = way.dot(receiver.normal);
            if cosine <= 0.0 { 0.0 } else { cosine * open_to(sight, receiver.at, *way, *walled) }
        }
        Source::Sky(dome) => match outlook {
            Some(outlook) => outlook.sky(dome),
            None => Outlook::of(sight, receiver, COARSE).sky(dome),
        },
        Source::About => 1.0,
        Source::Side { way } => from_side(*way, receiver.normal),
    }
}

/// The share of parallel light that reaches a point: past bodies, sheets and panes, and past walls where they count.
fn open_to(sight: &Sight, at: DVec3, way: DVec3, walled: bool) -> f64 {
    if walled { sight.is_open_to(at, way) } else { sight.is_open_past_walls(at, way) }
}

fn layer(still: &Still, ground: &Ground, source: &Source) -> Layer {
    let (sight, room) = (&ground.sight, &*ground.room);
    // The light of a face falls in spots, light from far off evenly on whole patches.
    let (mut spots, mut evenly) = (Vec::new(), vec![0.0; room.len()]);
    match source {
        Source::Face(emitter) => spots = first::of_face(still, room, emitter),
        Source::Parallel { .. } => {
            evenly = room.sent_back_in_points(|point| falls(sight, source, point, None));
        }
        Source::Sky(dome) => evenly = room.sent_back(|patch| ground.outlooks()[patch].sky(dome)),
        // Metered where they are: what the room sends back is in it.
        Source::About | Source::Side { .. } => {}
    }
    let mut first = evenly.clone();
    for spot in &spots {
        if let Some(patch) = spot.patch {
            first[patch] += spot.flux() / room.area(patch);
        }
    }
    let later = room.later(&first);
    let tinted = if room.is_tinted() { room.tinted(&evenly, &first, &later) } else { Vec::new() };
    let evenly = later.into_iter().zip(evenly).map(|(later, first)| later + first).collect();
    let sheets = still.sheets.iter().map(|sheet| LitSheet::of(sight, sheet, source)).collect();
    let far = source.far_off() * still.walls.beyond.reflectance.share();
    Layer { spots, evenly, tinted, far, sheets }
}

#[cfg(test)]
mod tests;
