//! A picture in the making: round after round of samples, each a little better, and always something to look at.

use crate::crop::Crop;
use crate::layers::{Falls, Layers};
use crate::part::Part;
use crate::points::{Point, Stands, seen};
use crate::sequence::Sequence;
use crate::trace::{Sources, sample};
use crate::v;
use crate::world::World;
use rayon::prelude::*;
use tolva_light::set::RoomSide;
use tolva_light::transport::Receiver;

/// Points that are worked on at once, between looking whether it is still wanted.
const TILE: usize = 2048;

/// A place where the light of a picture is compared with what was metered.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Probe {
    /// Where, and how it is turned.
    pub receiver: Receiver,
    /// Whether it is a person's face, which is looked at in its middle: then their own head is not in the way.
    pub of_person: Option<usize>,
}

/// Samples of a probe.
const PROBED: u32 = 256;

/// A set being pictured.
#[derive(Debug)]
pub struct Picture {
    world: World,
    sources: Sources,
    layers: Layers,
}

impl Picture {
    /// Begins a picture of so many pixels across and up.
    #[must_use]
    pub fn of(world: World, size: (u32, u32), probes: &[Probe]) -> Picture {
        let sources = Sources::of(&world.set.sources);
        let probed = probes.iter().map(|probe| probed(&world, &sources, probe, PROBED)).collect();
        Picture::closer(world, size, Crop::WHOLE, probed)
    }

    /// Begins a closer look at a part of the frame, where the light at the places it is compared at is known.
    #[must_use]
    pub fn closer(world: World, size: (u32, u32), crop: Crop, probed: Vec<Vec<Falls>>) -> Picture {
        let points = seen(&world, &world.shown.view, crop, size);
        let sources = Sources::of(&world.set.sources);
        let mut layers = Layers::of(size, points, &world.shown, sources.len());
        layers.probed = probed;
        Picture { world, sources, layers }
    }

    /// The same set in another size, begun anew.
    #[must_use]
    pub fn again(self, size: (u32, u32)) -> Picture {
        let probed = self.layers.probed;
        let mut again = Picture::of(self.world, size, &[]);
        again.layers.probed = probed;
        again
    }

    /// What is there by now.
    #[must_use]
    pub const fn layers(&self) -> &Layers {
        &self.layers
    }

    /// What is there, for good.
    #[must_use]
    pub fn into_layers(self) -> Layers {
        self.layers
    }

    /// The set it is of.
    #[must_use]
    pub const fn world(&self) -> &World {
        &self.world
    }

    /// Takes over from a picture of another set what is as it was: what a source gives where it has not changed, and neither has
    /// what stands on the set nor what is seen of it. What is left to do is the same as if nothing had been known.
    #[must_use]
    pub fn knowing(mut self, before: &Picture) -> Picture {
        let (old, new) = (&before.layers, &mut self.layers);
        let alike = before.world.set.still == self.world.set.still
            && before.world.shown == self.world.shown
            && old.sources == new.sources
            && old.points == new.points;
        if alike {
            let sources = before.world.set.sources.iter().zip(&self.world.set.sources).enumerate();
            for (source, _) in sources.filter(|(_, (before, now))| before == now) {
                new.rounds[source] = old.rounds[source];
                for at in (source..new.sums.len()).step_by(new.sources) {
                    new.sums[at] = old.sums[at];
                }
            }
        }
        self
    }

    /// Adds a round of samples, tile by tile as long as it is wanted, of the sources that have the fewest; a round that is given up
    /// leaves nothing behind. Says whether it was finished.
    pub fn round(&mut self, wanted: impl Fn() -> bool + Sync) -> bool {
        let (sources, round) = (self.layers.sources, self.layers.rounds());
        if sources == 0 {
            return wanted();
        }
        let active: Vec<bool> = self.layers.rounds.iter().map(|rounds| *rounds == round).collect();
        let mut added = vec![Falls::default(); self.layers.sums.len()];
        let (world, lit, points) = (&self.world, &self.sources, &self.layers.points);
        let width = self.layers.size.0.max(1);
        let whole = added.par_chunks_mut(TILE * sources).zip(points.par_chunks(TILE)).all(|(sums, points)| {
            if !wanted() {
                return false;
            }
            let mut before = (u32::MAX, 0);
            for (point, sums) in points.iter().zip(sums.chunks_mut(sources)) {
                let of_pixel = if point.pixel == before.0 { before.1 + 1 } else { 0 };
                before = (point.pixel, of_pixel);
                let pixel = (point.pixel % width, point.pixel / width);
                sample(world, lit, point, &active, Sequence::of(pixel, of_pixel, round), sums);
            }
            true
        });
        if whole {
            for (at, added) in added.into_iter().enumerate().filter(|(at, _)| active[at % sources]) {
                self.layers.sums[at] += added;
            }
            self.layers.rounds.iter_mut().zip(active).for_each(|(rounds, active)| *rounds += u32::from(active));
        }
        whole
    }
}

/// What each source gives a probe, by so many samples: the same light as in the picture, as the plan asks for it.
pub(crate) fn probed(world: &World, sources: &Sources, probe: &Probe, samples: u32) -> Vec<Falls> {
    let normal = v(probe.receiver.normal);
    let point = Point {
        at: v(probe.receiver.at),
        normal,
        flat: normal,
        way: -normal,
        depth: 1.0,
        part: Part::Room(RoomSide::Background),
        over: None,
        shade: 1.0,
        gloss: 1.0,
        stands: Stands::Still,
        pixel: 0,
        coverage: 1.0,
        covers: 0.0,
    };
    let alone = world.measured(probe.of_person);
    let world = alone.as_ref().unwrap_or(world);
    let mut sums = vec![Falls::default(); sources.len()];
    let active = vec![true; sources.len()];
    for round in 0..samples {
        sample(world, sources, &point, &active, Sequence::of((0, 0), 0, round), &mut sums);
    }
    sums.into_iter().map(|sum| sum * (1.0 / samples.max(1) as f32)).collect()
}
