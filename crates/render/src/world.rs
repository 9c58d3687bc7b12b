//! The set as rays meet it: bodies of triangles in their places, and everything flat by its own shape.

mod body;
mod first;
mod meets;
mod passes;

use crate::behind::Backdrop;
use crate::figures::{Group, Mesh, Model, gear, product};
use crate::flecks::Flecks;
use crate::matter::Matter;
use crate::part::Part;
use crate::{V, v};
use body::{Body, placed, stands};
pub(crate) use first::Asked;
use glam::{Affine3A, Mat3A, Quat, Vec3, Vec3A};
pub(crate) use meets::meets_lamp;
use obvhs::ray::Ray;
use std::sync::Arc;
use tolva_light::emitter::{Emitter, Face};
use tolva_light::geometry::{DVec3, Flat};
use tolva_light::set::{Figure, Plane, Set, Shown, Sight, Solid, Source, Still, Surface, View};

/// A set with what is seen of it.
#[derive(Debug)]
pub struct World {
    /// What light is told by.
    pub set: Set,
    /// What the camera sees.
    pub shown: Shown,
    /// Everything that stands between but bodies.
    pub(crate) sight: Sight,
    bodies: Vec<Body>,
    /// What is seen and sends no light on.
    gear: Vec<Body>,
    planes: Vec<Plane>,
    bounds: (V, V),
    beyond: Surface,
    /// What lies behind an open set.
    pub(crate) backdrop: Option<Backdrop>,
    /// Leaves overhead.
    pub(crate) flecks: Option<Flecks>,
    lamps: Vec<(usize, Emitter)>,
}

/// What a ray meets.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Met {
    pub(crate) far: f32,
    pub(crate) normal: V,
    pub(crate) flat: V,
    pub(crate) part: Part,
    pub(crate) shade: f32,
    /// The direction a mirror or a pane sends it on in, and the share that goes on.
    pub(crate) goes_on: Option<(V, f32)>,
    /// Whether it is met from inside.
    pub(crate) leaves: bool,
}

/// How far before its wall a pane may hang, in metres.
const HANGS: f32 = 0.025;

impl World {
    /// Sets a set up to be looked at.
    #[must_use]
    pub fn of(set: Set, shown: Shown) -> World {
        let still = Still { solids: Vec::new(), ..set.still.clone() };
        let mut bodies = Vec::new();
        for (person, figure) in shown.people.iter().enumerate() {
            bodies.extend(stands(figure, person, &shown.view));
        }
        let blocks = set.still.solids.iter().filter(|solid| matches!(solid, Solid::Block { .. }));
        for (block, product) in blocks.zip(shown.thing.iter().cycle()) {
            bodies.extend(placed(block, product));
        }
        let lamps = set.sources.iter().enumerate().filter_map(|(index, source)| match source {
            Source::Face(emitter) => Some((index, *emitter)),
            _ => None,
        });
        let (low, high) = set.still.walls.bounds();
        World {
            sight: Sight::of(&still),
            flecks: shown.leaves.map(Flecks::of),
            bodies,
            gear: shown.gear.iter().flat_map(gear).map(|(mesh, place)| Body::of(mesh, place, None)).collect(),
            planes: set.still.walls.planes().collect(),
            bounds: (v(low), v(high)),
            beyond: set.still.walls.beyond,
            backdrop: Backdrop::of(&shown, &set.sources, set.still.walls.beyond.reflectance.share() as f32),
            lamps: lamps.collect(),
            set,
            shown,
        }
    }

    /// Everyone and everything that stands there: its mesh, its place, and whose it is.
    pub(crate) fn placed(&self) -> impl Iterator<Item = (&Mesh, Affine3A, Option<usize>)> {
        self.bodies.iter().map(|body| (&*body.mesh, body.place(), body.person))
    }

    /// The same to be measured in: without one of its people, and with leaves that let as much through everywhere; none where
    /// that changes nothing.
    pub(crate) fn measured(&self, without: Option<usize>) -> Option<World> {
        (without.is_some() || self.flecks.is_some())
            .then(|| World { flecks: None, ..self.of_bodies(|body| without.is_none() || body.person != without) })
    }

    /// The same without the people, or the thing where there are none.
    pub(crate) fn without_subject(&self) -> World {
        self.of_bodies(|_| false)
    }

    fn of_bodies(&self, kept: impl Fn(&Body) -> bool) -> World {
        World {
            set: self.set.clone(),
            shown: self.shown.clone(),
            sight: self.sight.clone(),
            bodies: self.bodies.iter().filter(|body| kept(body)).cloned().collect(),
            gear: self.gear.clone(),
            planes: self.planes.clone(),
            bounds: self.bounds,
            beyond: self.beyond,
            backdrop: self.backdrop.clone(),
            flecks: self.flecks,
            lamps: self.lamps.clone(),
        }
    }

    /// Whether the subject is what is seen first from a point along a direction.
    pub(crate) fn meets_subject(&self, from: V, way: V) -> bool {
        let met = self.first(Ray::new(from, way, 1e-4, f32::INFINITY), Asked::Seen);
        met.is_some_and(|met| matches!(met.part, Part::Person(..) | Part::Thing(_)))
    }

    /// What a part sends back, and the colour it gives, in mired.
    pub(crate) fn surface(&self, part: Part) -> (f32, f32) {
        let of = |surface: Surface| (surface.reflectance.share() as f32, surface.tint.mired() as f32);
        let person = |index: usize| self.shown.people.get(index);
        match part {
            Part::Person(index, Group::Skin | Group::Lips) => person(index).map_or((0.3, 0.0), |one| of(one.skin)),
            Part::Person(index, Group::Top) => person(index).map_or((0.3, 0.0), |one| of(one.cloth)),
            Part::Person(_, group) => (group.usual_reflectance(), 0.0),
            Part::Thing(Group::Own) => self.shown.thing.map_or((0.5, 0.0), |product| of(product.surface)),
            Part::Thing(group) => (group.usual_reflectance(), 0.0),
            Part::Room(side) => {
                self.planes.iter().find(|plane| plane.part == side).map_or((0.0, 0.0), |plane| of(plane.surface))
            }
            Part::Beyond => of(self.beyond),
            Part::Sheet(index) => self
                .set
                .still
                .sheets
                .get(index)
                .map_or((0.0, 0.0), |sheet| (sheet.does.share() as f32, sheet.tint.mired() as f32)),
            Part::Table => (0.3, 0.0),
            Part::Gear => (0.035, 0.0),
            Part::Sky | Part::Lamp(_) => (0.0, 0.0),
        }
    }

    /// What a part does with light.
    pub(crate) const fn matter(&self, part: Part) -> Matter {
        Matter::of(part, self.shown.thing.as_ref())
    }
}

impl Group {
    /// What it usually sends back (common practice: dark hair and leather, pale eyes).
    #[must_use]
    pub const fn usual_reflectance(self) -> f32 {
        match self {
            Group::Hair => 0.06,
            Group::Eyes => 0.55,
            Group::Iris => 0.08,
            Group::Pupil => 0.01,
            Group::Below => 0.12,
            Group::Leather => 0.05,
            Group::Seat => 0.2,
            Group::Skin | Group::Lips | Group::Top => 0.3,
            Group::Own | Group::Hands => 0.5,
            Group::Trim | Group::Dial => 0.04,
            Group::Liquid => 0.02,
            Group::Label => 0.68,
            Group::Ribbon => 0.3,
            Group::Crystal => 0.9,
            Group::Strap => 0.06,
        }
    }
}
