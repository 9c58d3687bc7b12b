//! What lies behind an open set, drawn: land, water, leaves or houses. On the whole it is as bright as the plan has the background;
//! how that is spread over it, and how its upper edge runs, is the program's own look.

mod grain;
mod houses;
mod land;
mod leaves;
mod water;

pub(crate) use grain::grain;

use crate::{V, d, v};
use tolva_light::geometry::bearing_and_tilt;
use tolva_light::set::{Behind, Landscape, Shown, Source};
use water::Water;

/// What lies behind, ready to be looked at.
#[derive(Debug, Clone)]
pub(crate) struct Backdrop {
    behind: Behind,
    /// How bright what was drawn is on the whole over what the camera sees of it.
    mean: f32,
    pub(crate) water: Option<Water>,
}

/// Places looked at for how bright it is on the whole, across and up.
const PLACES: (u32, u32) = (72, 48);
/// A ridge that rises no higher, in degrees, is a level horizon: it has no trees on it.
const LEVEL: f64 = 0.4;
/// Ways less straight ahead, as a sine, run along what lies behind and meet it nowhere.
const ALONG: f32 = 0.05;

/// A place on the upright plane in which trees or houses stand: aside, up, and how far off.
#[derive(Debug, Clone, Copy)]
struct Standing {
    x: f32,
    z: f32,
    off: f32,
}

/// How bright what is drawn is on the whole, over so many ways; 1 where none meets it.
fn on_the_whole(ways: &[V], of: impl Fn(V) -> Option<f32>) -> f32 {
    let add = |(sum, count): (f32, f32), one: f32| (sum + one, count + 1.0);
    let (sum, count) = ways.iter().filter_map(|way| of(*way)).fold((0.0, 0.0), add);
    if sum > 0.0 { sum / count } else { 1.0 }
}

impl Backdrop {
    /// That of what is shown; none before a wall.
    pub(crate) fn of(shown: &Shown, sources: &[Source], reflects: f32) -> Option<Backdrop> {
        let mut backdrop = Backdrop { behind: shown.behind?, mean: 1.0, water: None };
        let view = &shown.view;
        let places = (0..PLACES.0 * PLACES.1).map(|place| {
            let (x, y) = (f64::from(place % PLACES.0) + 0.5, f64::from(place / PLACES.0) + 0.5);
            v(view.through(x / f64::from(PLACES.0) * 2.0 - 1.0, y / f64::from(PLACES.1) * 2.0 - 1.0))
        });
        let seen: Vec<V> = places.filter(|way| !backdrop.is_sky(shown, v(view.eye), *way)).collect();
        backdrop.mean = on_the_whole(&seen, |way| backdrop.drawn(v(view.eye), way));
        if backdrop.behind.landscape == Landscape::Water {
            backdrop.water = Some(Water::of(shown, sources, reflects, &seen));
        }
        Some(backdrop)
    }

    pub(crate) fn is_land(&self) -> bool {
        self.behind.landscape == Landscape::Land
    }

    /// How far behind the origin the set's own ground goes on before it, in metres.
    pub(crate) fn ground_up_to(&self) -> f32 {
        let far = self.behind.far as f32;
        match self.behind.landscape {
            // Nobody said where what was metered begins.
            Landscape::Land => far / 2.0,
            Landscape::Water => 0.0,
            Landscape::Foliage | Landscape::Street => far,
        }
    }

    /// Where a way meets the plane in which trees or houses stand.
    fn standing(&self, from: V, way: V) -> Option<Standing> {
        let before = self.behind.far as f32 - from.y;
        (way.y > ALONG && before > 0.0).then(|| {
            let off = before / way.y;
            Standing { x: from.x + way.x * off, z: from.z + way.z * off, off }
        })
    }

    /// Whether a way that meets nothing ends in the sky, past the upper edge of what stands there.
    pub(crate) fn is_sky(&self, shown: &Shown, from: V, way: V) -> bool {
        let (bearing, tilt) = bearing_and_tilt(d(way));
        let altitude = shown.skyline.altitude(bearing);
        let level = way.x.hypot(way.y);
        let top = |at: Standing| from.z + at.off * level * altitude.to_radians().tan() as f32;
        match self.behind.landscape {
            Landscape::Land | Landscape::Water => {
                let trees = if altitude > LEVEL { f64::from(land::trees(bearing as f32)) } else { 0.0 };
                tilt >= altitude + trees
            }
            Landscape::Foliage => self.standing(from, way).map_or(tilt >= altitude, |at| leaves::is_past(at, top(at))),
            Landscape::Street => self.standing(from, way).map_or(tilt >= altitude, |at| houses::is_past(at, top(at))),
        }
    }

    /// How bright what lies behind is along a way, as it is drawn; none of what is not drawn here.
    fn drawn(&self, from: V, way: V) -> Option<f32> {
        let upright = || self.standing(from, way).filter(|at| at.z >= 0.0);
        match self.behind.landscape {
            Landscape::Land | Landscape::Water if way.z >= 0.0 => Some(land::ridge(way)),
            Landscape::Water => None,
            Landscape::Land => Some(land::ground(from - way * (from.z / way.z), from)),
            Landscape::Foliage => upright().map(leaves::seen),
            Landscape::Street => upright().map(houses::seen),
        }
    }

    /// How bright it is along a way from a point, as a part of what it is on the whole.
    pub(crate) fn shade(&self, from: V, way: V) -> f32 {
        self.drawn(from, way).map_or(1.0, |drawn| drawn / self.mean)
    }

    /// How bright a place of the ground before it is, seen from a point, as a part of what it is on the whole.
    pub(crate) fn ground(&self, at: V, from: V) -> f32 {
        match self.behind.landscape {
            Landscape::Street => houses::paved(at, from),
            Landscape::Land | Landscape::Water | Landscape::Foliage => land::ground(at, from),
        }
    }
}
