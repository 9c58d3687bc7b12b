//! The set as rays meet it: bodies of triangles in their places, and everything flat by its own shape.

mod body;
mod meets;

use crate::figures::{Group, Mesh, Model, product};
use crate::matter::{Matter, PASSES};
use crate::part::Part;
use crate::{V, v};
use body::{Body, placed, stands};
use glam::{Affine3A, Mat3A, Quat, Vec3, Vec3A};
use obvhs::ray::Ray;
use std::sync::Arc;
use tolva_light::emitter::{Emitter, Face};
use tolva_light::geometry::{DVec3, Flat};
use tolva_light::set::{Figure, Plane, Set, Shown, Sight, Solid, Source, Still, Surface, View};

use meets::{meets, meets_lamp, passes_box};

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
    planes: Vec<Plane>,
    bounds: (V, V),
    beyond: Surface,
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
            bodies,
            planes: set.still.walls.planes().collect(),
            bounds: (v(low), v(high)),
            beyond: set.still.walls.beyond,
            lamps: lamps.collect(),
            set,
            shown,
        }
    }

    /// Everyone and everything that stands there: its mesh, its place, and whose it is.
    pub(crate) fn placed(&self) -> impl Iterator<Item = (&Mesh, Affine3A, Option<usize>)> {
        self.bodies.iter().map(|body| (&*body.mesh, body.place(), body.person))
    }

    /// The same without one of its people.
    pub(crate) fn without(&self, person: usize) -> World {
        self.of_bodies(|body| body.person != Some(person))
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
            planes: self.planes.clone(),
            bounds: self.bounds,
            beyond: self.beyond,
            lamps: self.lamps.clone(),
        }
    }

    /// Whether the subject is what is seen first from a point along a direction.
    pub(crate) fn meets_subject(&self, from: V, way: V) -> bool {
        let met = self.first(Ray::new(from, way, 1e-4, f32::INFINITY), true);
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
            Part::Sky | Part::Lamp(_) => (0.0, 0.0),
        }
    }

    /// Whether a place on the ground or a wall lies within the set's own bounds.
    fn within(&self, at: V) -> bool {
        let (low, high) = self.bounds;
        at.cmpge(low - 1e-3).all() && at.cmple(high + 1e-3).all()
    }

    /// The first thing a ray meets; faces of light and tables only where it is what is seen that is asked for.
    pub(crate) fn first(&self, ray: Ray, seen: bool) -> Option<Met> {
        let mut ray = ray;
        let mut best: Option<Met> = None;
        let mut take = |ray: &mut Ray, met: Met| {
            if met.far < ray.tmax && met.far > ray.tmin {
                ray.tmax = met.far;
                best = Some(met);
            }
        };
        let (from, way) = (ray.origin, ray.direction);
        for plane in &self.planes {
            let looks = v(plane.looks);
            let towards = -way.dot(looks);
            if towards <= 1e-6 {
                continue;
            }
            let far = (from - v(plane.at)).dot(looks) / towards;
            // Walls end where the set does; the ground goes on, but is the place's own there.
            let inside = self.within(from + way * far);
            let is_ground = looks.z > 0.5;
            if far > 0.0 && (inside || is_ground) {
                let part = if inside { Part::Room(plane.part) } else { Part::Beyond };
                take(&mut ray, Met { far, normal: looks, flat: looks, part, shade: 1.0, goes_on: None, leaves: false });
            }
        }
        for (index, sheet) in self.set.still.sheets.iter().enumerate() {
            if let Some((far, normal)) = meets(&sheet.flat, from, way) {
                take(
                    &mut ray,
                    Met {
                        far,
                        normal,
                        flat: normal,
                        part: Part::Sheet(index),
                        shade: 1.0,
                        goes_on: None,
                        leaves: false,
                    },
                );
            }
        }
        if seen {
            if let Some((far, normal)) = self.shown.table.and_then(|table| meets(&table, from, way)) {
                take(
                    &mut ray,
                    Met { far, normal, flat: normal, part: Part::Table, shade: 1.0, goes_on: None, leaves: false },
                );
            }
            for (index, emitter) in &self.lamps {
                if let Some(met) = meets_lamp(emitter, from, way) {
                    let flat = v(emitter.looks);
                    let part = Part::Lamp(*index);
                    take(
                        &mut ray,
                        Met { far: met, normal: flat, flat, part, shade: 1.0, goes_on: None, leaves: false },
                    );
                }
            }
        }
        for pane in &self.set.still.panes {
            if let Some((far, normal)) = meets(&pane.flat, from, way) {
                // A pane hangs a little before its wall.
                if far - HANGS < ray.tmax {
                    let on = if pane.mirror { way - normal * (2.0 * way.dot(normal)) } else { way };
                    let share = if pane.mirror { pane.mirrors() } else { pane.passes() } as f32;
                    let far = far.min(ray.tmax - 1e-4);
                    let part = Part::Sky;
                    take(
                        &mut ray,
                        Met { far, normal, flat: normal, part, shade: 1.0, goes_on: Some((on, share)), leaves: false },
                    );
                }
            }
        }
        for body in &self.bodies {
            if !passes_box(body.bounds, &ray) {
                continue;
            }
            let own = body.own(&ray);
            if let Some(struck) = body.mesh.first(own) {
                let turned = |normal: V| (body.normals * normal).normalize_or_zero();
                let (mut flat, mut normal) = (turned(struck.flat), turned(struck.normal));
                // Cloth and hair are seen from both sides.
                let leaves = flat.dot(way) > 0.0;
                if leaves {
                    flat = -flat;
                }
                if normal.dot(flat) < 0.0 {
                    normal = -normal;
                }
                let part = body.part(struck.group);
                // Where it is not followed as it bends, light goes straight through what is clear.
                let goes_on = (!seen && self.matter(part) == Matter::Clear).then_some((way, PASSES));
                take(&mut ray, Met { far: struck.far, normal, flat, part, shade: struck.shade, goes_on, leaves });
            }
        }
        best
    }

    /// The share of light that passes straight from one point to another: nothing through bodies, and what
    /// [`Sight`] says of the rest.
    pub(crate) fn passes(&self, from: V, to: V) -> f32 {
        let way = to - from;
        let length = way.length();
        if length < 1e-5 {
            return 0.0;
        }
        let past = self.past_bodies(from, way / length, length - 1e-3);
        if past > 0.0 { past * self.sight.passes(d(from), d(to)) as f32 } else { 0.0 }
    }

    /// The share of light from far off that comes to a point along a direction.
    pub(crate) fn open_to(&self, at: V, way: V, walled: bool) -> f32 {
        let past = self.past_bodies(at, way, 200.0);
        if past <= 0.0 {
            return 0.0;
        }
        let (at, way) = (d(at), d(way));
        past * (if walled { self.sight.is_open_to(at, way) } else { self.sight.is_open_past_walls(at, way) }) as f32
    }

    /// The share of light that bodies let past.
    fn past_bodies(&self, from: V, way: V, far: f32) -> f32 {
        let ray = Ray::new(from, way, 1e-4, far);
        let mut share = 1.0;
        for body in self.bodies.iter().filter(|body| passes_box(body.bounds, &ray)) {
            let own = body.own(&ray);
            // Of people nothing is clear.
            if body.person.is_some() {
                if !body.mesh.lets_pass(own) {
                    return 0.0;
                }
            } else {
                share *= body.mesh.lets_through(own, |group| self.matter(body.part(group)) == Matter::Clear, PASSES);
                if share <= 0.0 {
                    return 0.0;
                }
            }
        }
        share
    }

    /// What a part does with light.
    pub(crate) const fn matter(&self, part: Part) -> Matter {
        Matter::of(part, self.shown.thing.as_ref())
    }
}

pub(crate) fn d(point: V) -> DVec3 {
    DVec3::new(f64::from(point.x), f64::from(point.y), f64::from(point.z))
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
