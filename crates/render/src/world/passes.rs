//! What light gets past.

use super::World;
use super::meets::passes_box;
use crate::matter::{Matter, PASSES};
use crate::{V, d};
use obvhs::ray::Ray;

impl World {
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
}
