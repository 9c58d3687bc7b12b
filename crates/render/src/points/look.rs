//! A look of the camera, followed through glass and off mirrors to what is seen in them.

use super::mottle::mottled;
use super::{Point, Stands};
use crate::V;
use crate::d;
use crate::matter::{GLASS, Matter, sends_back};
use crate::part::Part;
use crate::world::{Asked, Met, World};
use obvhs::ray::Ray;
use tolva_light::set::RoomSide;

/// How often a look is followed on: a glass has two walls, each with two sides, and stands before a pane.
const ON: usize = 14;
/// How often it is sent back on the way.
const MIRRORED: u32 = 3;
/// What is fainter than this is not followed, as a share of what is sent.
const FAINT: f32 = 0.004;
/// As far off as matters to nothing, in metres.
const FAR: f32 = 1e4;

/// A look on its way.
#[derive(Debug, Clone, Copy)]
struct Look {
    from: V,
    way: V,
    /// What of it is left.
    share: f32,
    /// What it took its colour from on its way: metal, or coloured glass.
    over: Option<Part>,
    /// How far it has come, up to what bends or scatters it.
    far: f32,
    /// Whether what is seen is seen in something round, and so as far off as that.
    bent: bool,
    mirrored: u32,
}

impl Look {
    fn at(&self, met: &Met) -> V {
        self.from + self.way * met.far
    }

    /// Goes on from what it met.
    fn on(self, met: &Met, way: V, share: f32) -> Look {
        let far = if self.bent { self.far } else { self.far + met.far };
        Look { from: self.at(met) + way * 2e-5, way, share: self.share * share, far, ..self }
    }

    fn sent_back(self, met: &Met, share: f32) -> Look {
        let way = self.way - met.normal * (2.0 * self.way.dot(met.normal));
        // A smoothed normal may send it into the surface.
        let way = way - met.flat * (2.0 * way.dot(met.flat).min(0.0));
        Look { bent: true, mirrored: self.mirrored + 1, ..self.on(met, way, share) }
    }

    fn point(&self, met: &Met, even: f32) -> Point {
        Point {
            at: self.at(met),
            normal: met.normal,
            flat: met.flat,
            way: self.way,
            depth: if self.bent { self.far } else { self.far + met.far },
            part: met.part,
            over: self.over,
            shade: met.shade * self.share * even,
            gloss: self.share,
            stands: Stands::Still,
            pixel: 0,
            coverage: 0.0,
            covers: 0.0,
        }
    }

    fn past_everything(&self, world: &World) -> Point {
        let is_sky = match &world.backdrop {
            Some(backdrop) => backdrop.is_sky(&world.shown, self.from, self.way),
            None => !world.shown.skyline.hides(d(self.way)),
        };
        let part = if is_sky { Part::Sky } else { Part::Beyond };
        Point {
            at: self.from + self.way * FAR,
            normal: -self.way,
            flat: -self.way,
            way: self.way,
            depth: if self.bent { self.far } else { FAR },
            part,
            over: self.over,
            shade: self.share,
            gloss: self.share,
            stands: Stands::Still,
            pixel: 0,
            coverage: 0.0,
            covers: 0.0,
        }
    }
}

/// A point of what is behind, or of the ground before it, as uneven as it is: drawn as what it is, or mottled where a wall is full
/// of detail.
fn uneven(world: &World, from: V, point: Point) -> Point {
    let shade = match (&world.backdrop, point.part) {
        // Land has little to see in it; where there is much it is mottled as well.
        (Some(backdrop), Part::Beyond) if world.shown.busy && backdrop.is_land() => {
            backdrop.shade(from, point.way) * mottled(point.way)
        }
        (Some(backdrop), Part::Beyond) => backdrop.shade(from, point.way),
        (Some(backdrop), Part::Room(RoomSide::Ground)) => backdrop.ground(point.at, from),
        (None, Part::Room(RoomSide::Background)) if world.shown.busy => mottled(point.way),
        _ => 1.0,
    };
    Point { shade: point.shade * shade, ..point }
}

/// All a look from a point along a direction ends at; how far off it is counts along the look.
pub(crate) fn look(world: &World, eye: V, way: V, mut sees: impl FnMut(Point)) {
    let first = Look { from: eye, way, share: 1.0, over: None, far: 0.0, bent: false, mirrored: 0 };
    let mut left = vec![first];
    while let Some(mut look) = left.pop() {
        for _ in 0..ON {
            if look.share < FAINT {
                break;
            }
            let Some(met) = world.first(Ray::new(look.from, look.way, 2e-5, f32::INFINITY), Asked::Seen) else {
                sees(uneven(world, look.from, look.past_everything(world)));
                break;
            };
            if let Some((on, share)) = met.goes_on {
                look = look.on(&met, on, share);
                continue;
            }
            let again = look.mirrored < MIRRORED;
            match world.matter(met.part) {
                Matter::Even(Some(coat)) if coat.is_sharp() && matches!(met.part, Part::Thing(_)) => {
                    sees(look.point(&met, 1.0));
                    if !again {
                        break;
                    }
                    look = look.sent_back(&met, coat.mirrors(-look.way.dot(met.normal)));
                }
                Matter::Even(_) => {
                    sees(uneven(world, look.from, look.point(&met, 1.0)));
                    break;
                }
                Matter::Metal => {
                    sees(look.point(&met, 0.0));
                    if !again {
                        break;
                    }
                    look = Look { over: look.over.or(Some(met.part)), ..look.sent_back(&met, 1.0) };
                }
                Matter::Clear => {
                    let cosine = (-look.way.dot(met.normal)).clamp(0.0, 1.0);
                    let slower = if met.leaves { 1.0 / GLASS } else { GLASS };
                    let back = sends_back(cosine, slower);
                    if back >= 1.0 {
                        look = look.sent_back(&met, 1.0);
                        continue;
                    }
                    if !met.leaves {
                        sees(look.point(&met, 0.0));
                    }
                    if again {
                        left.push(look.sent_back(&met, back));
                    }
                    let sine = look.way + met.normal * cosine;
                    let bent = sine / slower;
                    let on = bent - met.normal * (1.0 - bent.length_squared()).max(0.0).sqrt();
                    let over = look.over.or(Some(met.part));
                    look = Look { over, bent: true, ..look.on(&met, on.normalize_or(look.way), 1.0 - back) };
                }
            }
        }
    }
}
