//! Where the light of a face falls on the room first: each place there sends its share on as a small diffuse light.

use super::room::Seen;
use super::{Receiver, Room};
use crate::emitter::Emitter;
use crate::geometry::DVec3;
use crate::set::{Plane, RoomSide, Sheeting, Still};
use std::f64::consts::PI;

/// Rays that stand for a face's light.
const RAYS: u32 = 128;
/// How far before a wall a spot's light is looked for, in metres, so that the wall itself is not in its way.
const OFF_WALL: f64 = 1e-3;

/// A spot of a wall that sends light on.
#[derive(Debug, Clone, Copy)]
pub(super) struct Spot {
    pub(super) at: DVec3,
    normal: DVec3,
    /// Its intensity along its normal.
    strength: f64,
    /// The square of the spot's radius: what keeps it finite from near.
    spread: f64,
    pub(super) part: RoomSide,
    pub(super) tint: f64,
    /// The patch of the room it lies on.
    pub(super) patch: Option<usize>,
}

impl Spot {
    /// All the light it sends on: a diffuse spot sends π times its intensity along its normal.
    pub(super) fn flux(&self) -> f64 {
        self.strength * PI
    }

    /// What it gives a receiver that sees the walls so.
    pub(super) fn gives(&self, walls: &[Seen], receiver: &Receiver) -> f64 {
        let to = receiver.at - self.at;
        let r2 = to.length_squared();
        if r2 < 1e-9 {
            return 0.0;
        }
        let (leaves, arrives) = (to.dot(self.normal), -to.dot(receiver.normal));
        if leaves <= 0.0 || arrives <= 0.0 {
            return 0.0;
        }
        // Further off than the room is looked at, nothing is taken to stand between.
        let open = self.patch.map_or(1.0, |patch| walls[patch].open);
        open * self.strength * leaves * arrives / (r2 * (r2 + self.spread))
    }
}

/// The rays of a face, each followed to the first wall; through panels and glass, once off a mirror.
pub(super) fn of_face(still: &Still, room: &Room, emitter: &Emitter) -> Vec<Spot> {
    let planes: Vec<Plane> = still.walls.planes().collect();
    let flux = emitter.law.flux();
    let mut found = Vec::with_capacity(RAYS as usize);
    for (start, way, share) in emitter.rays(RAYS) {
        let mut ray = Ray { start, way, travelled: 0.0, carried: flux * share };
        let mut mirrored = false;
        // As many times as it can meet a sheet or pane before it comes to a wall.
        for _ in 0..4 {
            let wall = planes.iter().filter_map(|plane| ray.meets(plane)).min_by(|a, b| a.0.total_cmp(&b.0));
            let limit = wall.map_or(f64::INFINITY, |(far, ..)| far);
            match ray.first_thing(still, limit) {
                Some((_, Thing::Stops)) => break,
                Some((far, Thing::Lets(share))) => {
                    ray.carried *= share;
                    ray.go_on(far + OFF_WALL);
                }
                Some((far, Thing::Mirrors(pane, share))) => {
                    // Between two mirrors it is let go.
                    if mirrored {
                        break;
                    }
                    mirrored = true;
                    ray.carried *= share;
                    ray.go_on(far);
                    ray.way = still.panes[pane].flat.mirrored_direction(ray.way);
                    ray.start += ray.way * OFF_WALL;
                }
                None => {
                    let Some((far, cosine, plane)) = wall else { break };
                    let at = ray.start + ray.way * far;
                    let r = ray.travelled + far;
                    found.push(Spot {
                        at,
                        normal: plane.looks,
                        strength: ray.carried * plane.surface.reflectance.share() / PI,
                        spread: r * r * (flux / f64::from(RAYS)) / (PI * cosine.max(0.05)),
                        part: plane.part,
                        tint: plane.surface.tint.mired(),
                        patch: room.patch_at(plane.part, at),
                    });
                    break;
                }
            }
        }
    }
    found
}

/// A bit of a source's light on its way.
struct Ray {
    start: DVec3,
    way: DVec3,
    travelled: f64,
    carried: f64,
}

/// What a ray meets before a wall.
enum Thing {
    Stops,
    Lets(f64),
    Mirrors(usize, f64),
}

impl Ray {
    fn go_on(&mut self, far: f64) {
        self.start += self.way * far;
        self.travelled += far;
    }

    /// How far on a wall is met, and how straight.
    fn meets<'a>(&self, plane: &'a Plane) -> Option<(f64, f64, &'a Plane)> {
        let towards = -self.way.dot(plane.looks);
        let far = (self.start - plane.at).dot(plane.looks) / towards;
        (towards > 1e-6 && far > 1e-6).then_some((far, towards, plane))
    }

    /// The nearest sheet, pane or body before a wall this far off. Panes hang up to two centimetres off their wall.
    fn first_thing(&self, still: &Still, limit: f64) -> Option<(f64, Thing)> {
        const HANGS: f64 = 0.02;
        let met = |flat: &crate::geometry::Flat| flat.met(self.start, self.way);
        let sheets = still.sheets.iter().filter_map(|sheet| {
            let thing = match sheet.does {
                Sheeting::Through(share) => Thing::Lets(share),
                Sheeting::Matt(_) | Sheeting::Metal(_) | Sheeting::Black => Thing::Stops,
            };
            met(&sheet.flat).filter(|far| *far < limit).map(|far| (far, thing))
        });
        // Of what meets a window in a wall only what it mirrors stays; glass that stands free is passed.
        let panes = still.panes.iter().enumerate().filter_map(|(index, pane)| {
            let far = met(&pane.flat).filter(|far| *far < limit + HANGS)?;
            let passed = !pane.mirror && far < limit - HANGS;
            let thing = if passed { Thing::Lets(pane.passes()) } else { Thing::Mirrors(index, pane.mirrors()) };
            Some((far, thing))
        });
        let first = sheets.chain(panes).min_by(|a, b| a.0.total_cmp(&b.0));
        let end = self.start + self.way * first.as_ref().map_or(limit.min(1e3), |(far, _)| *far);
        let body = still.solids.iter().any(|solid| solid.stands_between(self.start, end) && !solid.holds(self.start));
        if body { Some((0.0, Thing::Stops)) } else { first }
    }
}
