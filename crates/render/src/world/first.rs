//! What a ray meets first.

use super::body::Body;
use super::meets::{meets, meets_lamp, passes_box};
use super::{HANGS, Met, World};
use crate::matter::{Matter, PASSES};
use crate::part::Part;
use crate::{V, v};
use obvhs::ray::Ray;

/// What a ray asks for.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) enum Asked {
    /// What is seen: faces of light and tables too, and what is clear is met.
    Seen,
    /// What sends light on.
    Sends,
    /// The same with faces of light, which are met off a mirror.
    Mirrors,
}

impl Met {
    /// Something flat, met from before it.
    const fn flat(far: f32, normal: V, part: Part) -> Met {
        Met { far, normal, flat: normal, part, shade: 1.0, goes_on: None, leaves: false }
    }
}

impl Body {
    /// Where a ray meets it first.
    fn met(&self, ray: &Ray) -> Option<Met> {
        let struck = passes_box(self.bounds, ray).then(|| self.mesh.first(self.own(ray))).flatten()?;
        let turned = |normal: V| (self.normals * normal).normalize_or_zero();
        let (mut flat, mut normal) = (turned(struck.flat), turned(struck.normal));
        // Cloth and hair are seen from both sides.
        let leaves = flat.dot(ray.direction) > 0.0;
        if leaves {
            flat = -flat;
        }
        if normal.dot(flat) < 0.0 {
            normal = -normal;
        }
        let part = self.part(struck.group);
        Some(Met { far: struck.far, normal, flat, part, shade: struck.shade, goes_on: None, leaves })
    }
}

impl World {
    /// Whether a place on the ground or a wall lies within the set's own bounds.
    fn within(&self, at: V) -> bool {
        let (low, high) = self.bounds;
        at.cmpge(low - 1e-3).all() && at.cmple(high + 1e-3).all()
    }

    /// Whether a place on the ground lies before what is behind an open set: it looks as the set's own does.
    fn is_before_backdrop(&self, at: V) -> bool {
        self.backdrop.as_ref().is_some_and(|backdrop| at.y < backdrop.ground_up_to())
    }

    /// The first thing a ray meets.
    pub(crate) fn first(&self, ray: Ray, asked: Asked) -> Option<Met> {
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
            let is_ground = looks.z > 0.5;
            let at = from + way * far;
            let inside = self.within(at) || is_ground && asked == Asked::Seen && self.is_before_backdrop(at);
            if far > 0.0 && (inside || is_ground) {
                let part = if inside { Part::Room(plane.part) } else { Part::Beyond };
                take(&mut ray, Met::flat(far, looks, part));
            }
        }
        for (index, sheet) in self.set.still.sheets.iter().enumerate() {
            if let Some((far, normal)) = meets(&sheet.flat, from, way) {
                take(&mut ray, Met::flat(far, normal, Part::Sheet(index)));
            }
        }
        let table = self.shown.table.filter(|_| asked == Asked::Seen);
        if let Some((far, normal)) = table.and_then(|table| meets(&table, from, way)) {
            take(&mut ray, Met::flat(far, normal, Part::Table));
        }
        if asked != Asked::Sends {
            for (index, emitter) in &self.lamps {
                if let Some(far) = meets_lamp(emitter, from, way) {
                    take(&mut ray, Met::flat(far, v(emitter.looks), Part::Lamp(*index)));
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
                    take(&mut ray, Met { goes_on: Some((on, share)), ..Met::flat(far, normal, Part::Sky) });
                }
            }
        }
        for body in &self.bodies {
            if let Some(met) = body.met(&ray) {
                // Where it is not followed as it bends, light goes straight through what is clear.
                let passes = asked != Asked::Seen && self.matter(met.part) == Matter::Clear;
                take(&mut ray, Met { goes_on: passes.then_some((way, PASSES)), ..met });
            }
        }
        if asked == Asked::Seen {
            for body in &self.gear {
                if let Some(met) = body.met(&ray) {
                    take(&mut ray, Met { part: Part::Gear, ..met });
                }
            }
        }
        best
    }
}
