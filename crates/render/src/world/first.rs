//! What a ray meets first.

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

impl World {
    /// Whether a place on the ground or a wall lies within the set's own bounds.
    fn within(&self, at: V) -> bool {
        let (low, high) = self.bounds;
        at.cmpge(low - 1e-3).all() && at.cmple(high + 1e-3).all()
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
        let table = self.shown.table.filter(|_| asked == Asked::Seen);
        if let Some((far, normal)) = table.and_then(|table| meets(&table, from, way)) {
            take(
                &mut ray,
                Met { far, normal, flat: normal, part: Part::Table, shade: 1.0, goes_on: None, leaves: false },
            );
        }
        let gear = self.gear.iter().filter(|body| asked == Asked::Seen && passes_box(body.bounds, &ray));
        for body in gear.collect::<Vec<_>>() {
            if let Some(struck) = body.mesh.first(body.own(&ray)) {
                let turned = |normal: V| (body.normals * normal).normalize_or_zero();
                let (flat, normal) = (turned(struck.flat), turned(struck.normal));
                let side = if flat.dot(way) > 0.0 { -1.0 } else { 1.0 };
                let (flat, normal, part) = (flat * side, normal * side, Part::Gear);
                take(&mut ray, Met { far: struck.far, normal, flat, part, shade: 1.0, goes_on: None, leaves: false });
            }
        }
        if asked != Asked::Sends {
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
                let goes_on = (asked != Asked::Seen && self.matter(part) == Matter::Clear).then_some((way, PASSES));
                take(&mut ray, Met { far: struck.far, normal, flat, part, shade: struck.shade, goes_on, leaves });
            }
        }
        best
    }
}
