//! What each source gives a point: straight by a sample of its face, off everything else by one way from surface to surface that
//! all sources share.

mod gloss;
mod lit;

use crate::V;
use crate::d;
use crate::gloss::{Coat, SHARP};
use crate::layers::Falls;
use crate::matter::Matter;
use crate::part::Part;
use crate::points::Point;
use crate::sequence::Sequence;
use crate::v;
use crate::world::{Asked, World};
use obvhs::ray::Ray;
use std::f32::consts::PI;
use tolva_light::emitter::{Emitter, Face};
use tolva_light::geometry::right_and_up;
use tolva_light::set::{Sheeting, Source};
use tolva_light::sky::{Brightness, Heights};

use lit::{Straight, about, in_lobe, out_of};

/// Half the sun's disc, as a sine.
const SUN: f32 = 0.004_65;

/// The power of the cosine of a metal card's lobe.
const LOBE: f32 = Sheeting::LOBE as f32;

/// What metal throws of a point's light, which falls in lines too fine to be met by chance, is drawn so wide; and what it throws of any on
/// what only lights something else, where nobody sees how sharp it is.
const CAUSTIC: Coat = Coat { straight: 1.0, rough: 0.3 };

/// From so many surfaces on a way may end by chance.
const CERTAIN: u32 = 2;

/// And ends at last.
const LAST: u32 = 24;

/// What sends light in a picture, made ready.
#[derive(Debug)]
pub(crate) struct Sources {
    all: Vec<Lit>,
}

#[derive(Debug)]
struct Lit {
    source: Source,
    sky: Option<Brightness>,
    /// The face's right and up, half as long as it is.
    right: V,
    up: V,
    area: f32,
}

impl Sources {
    pub(crate) fn of(sources: &[Source]) -> Sources {
        let lit = |source: &Source| {
            let (right, up, area) = match source {
                Source::Face(emitter) => {
                    let flat = emitter.flat();
                    (v(flat.right), v(flat.up), emitter.area() as f32)
                }
                _ => (V::ZERO, V::ZERO, 0.0),
            };
            let sky = if let Source::Sky(dome) = source { Some(dome.brightness()) } else { None };
            Lit { source: *source, sky, right, up, area }
        };
        Sources { all: sources.iter().map(lit).collect() }
    }

    pub(crate) fn len(&self) -> usize {
        self.all.len()
    }
}

/// Adds one sample of what every active source gives a point. What others are given does not count; a source is given the same
/// whichever others are active.
pub(crate) fn sample(
    world: &World,
    sources: &Sources,
    point: &Point,
    active: &[bool],
    mut random: Sequence,
    sums: &mut [Falls],
) {
    match point.part {
        // What shines itself is seen as bright as it is.
        Part::Lamp(source) => {
            if let (Some(lit), Some(sum)) = (sources.all.get(source), sums.get_mut(source)) {
                sum.even += lit.shines(point.way);
            }
            return;
        }
        Part::Sky | Part::Beyond => {
            let water = world.backdrop.as_ref().and_then(|backdrop| backdrop.water.as_ref());
            let water = water.filter(|_| point.part == Part::Beyond && point.way.z < 0.0);
            for (lit, sum) in sources.all.iter().zip(sums) {
                if let Some(water) = water {
                    sum.even += water.sends(point.at, point.way, &lit.source, lit.sky.as_ref());
                    continue;
                }
                sum.even += match lit.source {
                    // What lies far off is lit by it as everything is.
                    Source::About | Source::Side { .. } => 1.0,
                    // A ridge is taken to be lit as level ground is.
                    source if point.part == Part::Beyond => source.far_off() as f32,
                    _ => lit.comes_from_beyond(point.way, 1.0),
                };
            }
            return;
        }
        _ => {}
    }
    let coat = world.matter(point.part).coat();
    // Metal and glass show of light that falls on them only where they mirror it.
    let is_even = point.shade > 0.0;
    for (index, (lit, sum)) in sources.all.iter().zip(&mut *sums).enumerate() {
        let random = random.pair();
        if !active[index] || !is_even && !lit.is_a_point() {
            continue;
        }
        let flecks = world.flecks.filter(|_| matches!(lit.source, Source::Parallel { .. }));
        for mut straight in lit.comes(world, point.at, point.normal, point.flat, random) {
            // What comes off other things has gone over many flecks.
            straight.falls *= flecks.map_or(1.0, |flecks| flecks.falls(point.at, straight.way));
            sum.even += straight.falls;
            if let Some(coat) = coat {
                sum.gloss += gloss::of_straight(point, coat, lit, &straight);
            }
        }
    }
    if let Some(coat) = coat {
        gloss::mirrored(world, sources, point, coat, active, &mut random, sums);
    }
    if !is_even {
        return;
    }
    if lets_through(world, point.part) {
        // A panel is lit from its other side, too.
        for (lit, sum) in sources.all.iter().zip(&mut *sums) {
            for straight in lit.comes(world, point.at, -point.flat, -point.flat, random.pair()) {
                sum.even += straight.falls;
            }
        }
    }
    walk(world, sources, point, active, random, sums);
}

/// Whether a part lets light through, as a panel does.
fn lets_through(world: &World, part: Part) -> bool {
    let Part::Sheet(index) = part else { return false };
    world.set.still.sheets.get(index).is_some_and(|sheet| matches!(sheet.does, Sheeting::Through(_)))
}

/// Follows one way from surface to surface and adds what every source sends along it.
fn walk(world: &World, sources: &Sources, point: &Point, active: &[bool], mut random: Sequence, sums: &mut [Falls]) {
    let beyond = world.surface(Part::Beyond);
    let mut way = out_of(about(point.normal, random.pair()), point.flat);
    let mut from = point.at + point.flat * 2e-4;
    let (mut carried, mut tint) = (1.0f32, 0.0f32);
    let (mut depth, mut asked) = (0, Asked::Sends);
    // Light metered where it is counts what the room sends back: past a wall it is not counted again.
    let mut all_round = true;
    let mut is_scattered = false;
    while depth < LAST {
        let Some(met) = world.first(Ray::new(from, way, 1e-4, f32::INFINITY), asked) else {
            for (lit, sum) in sources.all.iter().zip(&mut *sums) {
                if !lit.is_all_round() || all_round {
                    let falls = carried * lit.comes_from_beyond(way, beyond.0);
                    let tint = if way.z < 0.0 { tint + beyond.1 } else { tint };
                    *sum += Falls { even: falls, tinted: falls * tint, gloss: 0.0 };
                }
            }
            return;
        };
        let at = from + way * met.far;
        if let Some((on, share)) = met.goes_on {
            carried *= share;
            from = at + on * 1e-4;
            way = on;
            depth += 1;
            continue;
        }
        if let Part::Lamp(source) = met.part {
            // Off a mirror a face of light is met by chance, and nothing stands in its place.
            if let (Some(lit), Some(sum)) = (sources.all.get(source), sums.get_mut(source).filter(|_| active[source])) {
                let falls = carried * lit.shines(way);
                *sum += Falls { even: falls, tinted: falls * tint, gloss: 0.0 };
            }
            from = at + way * 1e-4;
            depth += 1;
            continue;
        }
        if met.part == Part::Beyond {
            for (lit, sum) in sources.all.iter().zip(&mut *sums) {
                if !lit.is_all_round() || all_round {
                    let falls = carried * lit.comes_from_beyond(way, beyond.0);
                    *sum += Falls { even: falls, tinted: falls * (tint + beyond.1), gloss: 0.0 };
                }
            }
            return;
        }
        let (mut reflects, gives) = world.surface(met.part);
        reflects *= met.shade;
        if matches!(met.part, Part::Room(_)) && all_round {
            for (lit, sum) in sources.all.iter().zip(&mut *sums).filter(|(lit, _)| lit.is_all_round()) {
                let falls = carried * lit.all_round(way);
                *sum += Falls { even: falls, tinted: falls * tint, gloss: 0.0 };
            }
            all_round = false;
        }
        if reflects <= 0.0 {
            return;
        }
        carried *= reflects;
        tint += gives;
        let sheeting = match met.part {
            Part::Sheet(index) => world.set.still.sheets.get(index).map(|sheet| sheet.does),
            _ => None,
        };
        // A panel sends on what falls on its other side.
        let side = if matches!(sheeting, Some(Sheeting::Through(_))) { -1.0 } else { 1.0 };
        let (normal, flat) = (met.normal * side, met.flat * side);
        let mirrored = way - met.normal * (2.0 * way.dot(met.normal));
        let metal = world.matter(met.part) == Matter::Metal;
        for (index, (lit, sum)) in sources.all.iter().zip(&mut *sums).enumerate() {
            let random = random.pair();
            // What metal mirrors of a face, the mirrored way meets; a point it never would.
            if !active[index] || metal && !is_scattered && !lit.is_a_point() {
                continue;
            }
            for straight in lit.comes(world, at, normal, flat, random) {
                let spread = match sheeting {
                    Some(Sheeting::Metal(_)) => {
                        let lobe = mirrored.dot(straight.way).max(0.0).powf(LOBE) * (LOBE + 1.0) / (2.0 * PI);
                        lobe * PI / normal.dot(-way).max(0.05)
                    }
                    _ if metal => PI * CAUSTIC.sends(normal, straight.way, -way),
                    _ => 1.0,
                };
                let falls = carried * straight.falls * spread;
                *sum += Falls { even: falls, tinted: falls * tint, gloss: 0.0 };
            }
        }
        depth += 1;
        if depth >= CERTAIN {
            let goes_on = carried.min(0.95);
            if random.one() >= goes_on {
                return;
            }
            carried /= goes_on;
        }
        way = match sheeting {
            Some(Sheeting::Metal(_)) => in_lobe(mirrored, random.pair()),
            _ if metal => out_of(mirrored, flat),
            _ => out_of(about(normal, random.pair()), flat),
        };
        asked = if metal && !is_scattered { Asked::Mirrors } else { Asked::Sends };
        is_scattered |= !metal;
        if way.dot(flat) <= 0.0 {
            return;
        }
        from = at + flat * 2e-4;
    }
}
