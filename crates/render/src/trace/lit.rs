//! Straight from a source to a place.

use super::*;
use crate::world::meets_lamp;
use tolva_light::geometry::{DVec3, Flat};
use tolva_light::set::Glazing;

/// A sample of what comes straight to a point: how much, and from where.
pub(super) struct Straight {
    pub(super) falls: f32,
    pub(super) way: V,
    /// How likely this way was, per steradian; none where nothing else finds the source.
    pub(super) pdf: Option<f32>,
}

impl Lit {
    /// A sample of what comes straight; none of light from all round, which the ways find.
    pub(super) fn straight(&self, world: &World, at: V, normal: V, flat: V, (s, t): (f32, f32)) -> Option<Straight> {
        let off = at + flat * 2e-4;
        match self.source {
            Source::Face(emitter) => {
                let on = self.place(&emitter, s, t);
                let to = on - off;
                let r2 = to.length_squared().max(1e-6);
                let way = to / r2.sqrt();
                let (cosine, leaves) = (way.dot(normal), -way.dot(v(emitter.looks)));
                if cosine <= 0.0 || leaves <= 0.0 || way.dot(flat) <= 0.0 {
                    return None;
                }
                let falls = emitter.law.relative(f64::from(leaves)) as f32 * cosine / r2;
                let falls = if falls > 0.0 { falls * world.passes(off, on) } else { 0.0 };
                Some(Straight { falls, way, pdf: (self.area > 0.0).then(|| r2 / (self.area * leaves)) })
            }
            Source::Parallel { way, walled } => {
                let way = about_sun(way, (s, t));
                let cosine = way.dot(normal);
                if cosine <= 0.0 || way.dot(flat) <= 0.0 {
                    return None;
                }
                Some(Straight { falls: cosine * world.open_to(off, way, walled), way, pdf: None })
            }
            Source::Sky(_) | Source::About | Source::Side { .. } => None,
        }
    }

    /// Samples of what comes to a point straight and by way of each mirror and pane.
    pub(super) fn comes(
        &self,
        world: &World,
        at: V,
        normal: V,
        flat: V,
        random: (f32, f32),
    ) -> impl Iterator<Item = Straight> {
        let mirrored =
            world.set.still.panes.iter().filter_map(move |pane| self.mirrored(world, pane, at, normal, flat, random));
        self.straight(world, at, normal, flat, random).into_iter().chain(mirrored)
    }

    /// A sample of what comes by way of a pane: straight from the mirror image, where that is seen in it.
    fn mirrored(
        &self,
        world: &World,
        pane: &Glazing,
        at: V,
        normal: V,
        flat: V,
        (s, t): (f32, f32),
    ) -> Option<Straight> {
        let off = at + flat * 2e-4;
        let (middle, looks) = (v(pane.flat.middle), v(pane.flat.normal()));
        let before = (off - middle).dot(looks);
        let image = |way: V| way - looks * (2.0 * way.dot(looks));
        let share = pane.mirrors() as f32;
        match self.source {
            Source::Face(emitter) => {
                let behind = (v(emitter.middle) - middle).dot(looks);
                // A window is not mirrored in its own glass.
                if before * behind <= 0.0 || behind.abs() < OWN_FACE {
                    return None;
                }
                let on = self.place(&emitter, s, t);
                let there = on - looks * (2.0 * (on - middle).dot(looks));
                let to = there - off;
                let r2 = to.length_squared().max(1e-6);
                let way = to / r2.sqrt();
                let (cosine, leaves) = (way.dot(normal), -image(way).dot(v(emitter.looks)));
                if cosine <= 0.0 || leaves <= 0.0 || way.dot(flat) <= 0.0 {
                    return None;
                }
                let falls = share * emitter.law.relative(f64::from(leaves)) as f32 * cosine / r2;
                if falls <= 0.0 {
                    return None;
                }
                let far = before / (before + (on - middle).dot(looks));
                let meets = off + to * far;
                if !is_on(&pane.flat, meets - middle) {
                    return None;
                }
                let meets = meets + looks * (OFF_MIRROR * before.signum());
                Some(Straight { falls: falls * world.passes(off, meets) * world.passes(meets, on), way, pdf: None })
            }
            Source::Parallel { way, walled } => {
                let sun = about_sun(way, (s, t));
                let way = image(sun);
                let (cosine, towards) = (way.dot(normal), -way.dot(looks) * before.signum());
                if cosine <= 0.0 || towards <= 1e-6 || way.dot(flat) <= 0.0 {
                    return None;
                }
                let meets = off + way * (before.abs() / towards);
                if !is_on(&pane.flat, meets - middle) {
                    return None;
                }
                let meets = meets + looks * (OFF_MIRROR * before.signum());
                let falls = share * cosine * world.passes(off, meets);
                let falls = if falls > 0.0 { falls * world.open_to(meets, sun, walled) } else { 0.0 };
                Some(Straight { falls, way, pdf: None })
            }
            Source::Sky(_) | Source::About | Source::Side { .. } => None,
        }
    }

    /// A place on its face.
    fn place(&self, emitter: &Emitter, s: f32, t: f32) -> V {
        let middle = v(emitter.middle);
        match emitter.face {
            Face::Point => middle,
            Face::Disc { .. } => {
                let (sine, cosine) = (2.0 * PI * s).sin_cos();
                middle + (self.right * cosine + self.up * sine) * t.sqrt()
            }
            Face::Rectangle { .. } => middle + self.right * (2.0 * s - 1.0) + self.up * (2.0 * t - 1.0),
        }
    }

    /// How bright its face is from a direction, times π, for an intensity of 1 along its axis.
    pub(super) fn shines(&self, way: V) -> f32 {
        match self.source {
            Source::Face(emitter) if self.area > 0.0 => {
                let leaves = -way.dot(v(emitter.looks));
                PI * emitter.law.relative(f64::from(leaves)) as f32 / (self.area * leaves.max(0.02))
            }
            _ => 0.0,
        }
    }

    /// How far off its face is met along a way, from before it.
    pub(super) fn met(&self, from: V, way: V) -> Option<f32> {
        match &self.source {
            Source::Face(emitter) if self.area > 0.0 => meets_lamp(emitter, from, way),
            _ => None,
        }
    }

    /// How likely a sample of its face is to lie along a way, this far off, per steradian.
    pub(super) fn pdf(&self, way: V, far: f32) -> f32 {
        match self.source {
            Source::Face(emitter) if self.area > 0.0 => {
                let leaves = -way.dot(v(emitter.looks));
                far * far / (self.area * leaves.max(1e-4))
            }
            _ => 0.0,
        }
    }

    /// What comes along a way that leaves the set, times π.
    pub(super) fn comes_from_beyond(&self, way: V, beyond: f32) -> f32 {
        match &self.source {
            Source::Sky(_) if way.z >= 0.0 => self.sky.as_ref().map_or(0.0, |sky| {
                let way = d(way);
                PI * sky.luminance(way, &Heights::of(way)) as f32
            }),
            Source::About | Source::Side { .. } => self.all_round(way),
            source if way.z < 0.0 => source.far_off() as f32 * beyond,
            _ => 0.0,
        }
    }

    /// What of light that was metered where it is comes along a way, times π, whatever it meets there.
    pub(super) fn all_round(&self, way: V) -> f32 {
        match self.source {
            Source::About => 1.0,
            Source::Side { way: from } => Source::SIDE as f32 * way.dot(v(from)).max(0.0),
            _ => 0.0,
        }
    }

    /// Whether nothing can be met of it by chance: a bare head, the sun.
    pub(super) const fn is_a_point(&self) -> bool {
        matches!(self.source, Source::Face(Emitter { face: Face::Point, .. }) | Source::Parallel { .. })
    }

    pub(super) fn is_all_round(&self) -> bool {
        matches!(self.source, Source::About | Source::Side { .. })
    }
}

/// How far before a mirror the ways from it begin, in metres, so that it is not in its own way.
const OFF_MIRROR: f32 = 1e-3;

/// A face this near to a pane is the window itself, in metres.
const OWN_FACE: f32 = 0.05;

/// Whether a place in a flat thing's plane, from its middle, lies within its edges.
fn is_on(flat: &Flat, from: V) -> bool {
    let within = |side: V| from.dot(side).abs() <= side.length_squared();
    within(v(flat.right)) && within(v(flat.up))
}

/// A direction to the sun's disc.
fn about_sun(way: DVec3, (s, t): (f32, f32)) -> V {
    let (right, up) = right_and_up(way);
    let (sine, cosine) = (2.0 * PI * s).sin_cos();
    (v(way) + (v(right) * cosine + v(up) * sine) * (SUN * t.sqrt())).normalize()
}

/// Turns a pair of numbers into a direction about a normal, spread by the cosine.
pub(super) fn about(normal: V, (s, t): (f32, f32)) -> V {
    let (right, up) = normal.any_orthonormal_pair();
    let (sine, cosine) = (2.0 * PI * s).sin_cos();
    (normal * (1.0 - t).max(0.0).sqrt() + (right * cosine + up * sine) * t.sqrt()).normalize()
}

/// A direction that a smoothed normal sends into the surface itself, sent out again: no light is lost at the edges of triangles.
pub(super) fn out_of(way: V, flat: V) -> V {
    way - flat * (2.0 * way.dot(flat).min(0.0))
}

/// A direction in a metal card's lobe about another.
pub(super) fn in_lobe(about: V, (s, t): (f32, f32)) -> V {
    let (right, up) = about.any_orthonormal_pair();
    let (sine, cosine) = (2.0 * PI * s).sin_cos();
    let along = (1.0 - t).powf(1.0 / (LOBE + 1.0));
    let off = (1.0 - along * along).max(0.0).sqrt();
    about * along + (right * cosine + up * sine) * off
}
