//! What each light shows of each pixel at a strength of one: the dear part of developing, which no dial that only makes light stronger
//! or weaker changes.

use crate::layers::Layers;
use crate::matter::Matter;
use crate::paints::paint_of;
use crate::part::Part;
use crate::points::Stands;
use crate::rgb::Rgb;
use glam::Vec4;
use rayon::prelude::*;
use std::sync::Arc;
use tolva_light::colour::{Eye, Film, Spectrum, Surface};
use tolva_light::quantity::MiredShift;
use tolva_light::set::{Paints, Product, RoomSide, Still};

/// Steps of colour taken on on the way, in mired, and how far they go either way.
const STEP: f64 = 20.0;
const STEPS: usize = 10;

/// Red, green and blue with a place left empty: four are reckoned with at once.
pub(crate) type Four = Vec4;

const fn four([red, green, blue]: Rgb) -> Four {
    Vec4::new(red, green, blue, 0.0)
}

/// A light that comes from a source.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct Light {
    pub(crate) source: usize,
    pub(crate) spectrum: Spectrum,
}

/// What colours of a frame come of.
#[derive(Debug, Clone, PartialEq)]
pub(crate) struct Colours {
    pub(crate) eye: Eye,
    pub(crate) paints: Paints,
    pub(crate) lights: Vec<Light>,
}

/// What a place is when a source is told what each part gets of it.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub(crate) enum Gets {
    Subject,
    Background,
    Sky,
}

impl Gets {
    const fn of(part: Part) -> Gets {
        match part {
            Part::Sky => Gets::Sky,
            Part::Beyond | Part::Room(RoomSide::Background) => Gets::Background,
            _ => Gets::Subject,
        }
    }
}

/// What is seen in a pixel of one kind.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Spot {
    /// Which pixel of its row.
    pub(crate) column: usize,
    pub(crate) gets: Gets,
    pub(crate) stands: Stands,
    /// The share of the pixel that it covers, where it moves.
    pub(crate) covers: f32,
}

/// A row of pixels.
#[derive(Debug, Default)]
pub(crate) struct Row {
    pub(crate) spots: Vec<Spot>,
    /// Spot by spot what each light shows of it, by the share of the pixel it fills.
    pub(crate) shown: Vec<Four>,
}

/// A picture with the colours of its lights and of what is painted.
#[derive(Debug)]
pub(crate) struct Coloured {
    pub(crate) rows: Vec<Row>,
    /// How far off each pixel is, the nearest of what it shows, in metres.
    pub(crate) depths: Vec<f32>,
}

/// What is known of the frames developed from some layers: their colours, and from the second in the same ones on a picture in them.
#[derive(Debug, Clone, Default)]
pub struct Known {
    pub(crate) of: Option<Colours>,
    pub(crate) coloured: Option<Arc<Coloured>>,
}

/// How one part of the picture answers to a light: the colour a unit of its sum has.
#[derive(Debug, Clone, Copy)]
struct Answer {
    /// On the part itself.
    even: Four,
    /// The same with the colour the part itself gives.
    tinted: Four,
    /// Mirrored by its gloss.
    gloss: Four,
}

/// How one part of the picture answers to each light.
struct Painted {
    answers: Vec<Answer>,
    /// The colour the part itself gives, in mired.
    tint: f32,
    gets: Gets,
}

/// A light in a picture.
struct Lamp {
    light: Light,
    /// What the sum of its source is multiplied by.
    share: f32,
    /// What it shows of white.
    plain: Rgb,
    /// What colour taken on on the way does to it, step by step, and the last step once more.
    turned: [Four; 2 * STEPS + 2],
}

impl Colours {
    fn shown(&self, surface: &Surface, light: &Spectrum) -> Rgb {
        self.eye.shows(surface.lit_by(light)).linear.map(|part| part as f32)
    }

    fn lamps(&self, layers: &Layers) -> Vec<Lamp> {
        let shares: Vec<f32> = layers.shares().collect();
        let lamp = |light: &Light| {
            let plain = self.shown(&Surface::grey(1.0), &light.spectrum);
            let share = shares.get(light.source).copied().unwrap_or(0.0);
            Lamp { light: *light, share, plain, turned: self.turned(&light.spectrum, plain) }
        };
        self.lights.iter().map(lamp).collect()
    }

    /// What colour taken on on the way does to red, green and blue of a light that shows white as this, step by step.
    fn turned(&self, light: &Spectrum, plain: Rgb) -> [Four; 2 * STEPS + 2] {
        let white = Surface::grey(1.0);
        let by = |step: usize| {
            let by = (step.min(2 * STEPS) as f64 - STEPS as f64) * STEP;
            if by == 0.0 {
                return [1.0; 3];
            }
            let film = Film::of_surface(MiredShift::of(by));
            let tinted = self.shown(&white, &film.before(light).to_unit());
            [0, 1, 2].map(|part| if plain[part] > 1e-4 { (tinted[part] / plain[part]).max(0.0) } else { 1.0 })
        };
        std::array::from_fn(|step| four(by(step)))
    }

    fn painted(
        &self,
        (part, over): (Part, Option<Part>),
        lamps: &[Lamp],
        product: Option<&Product>,
        still: &Still,
    ) -> Painted {
        let (paint, tint) = paint_of(&self.paints, part, still);
        let seen = |paint: Surface| {
            let Some(over) = over else { return paint };
            let other = paint_of(&self.paints, over, still).0;
            paint.seen_in(&if Matter::of(over, product) == Matter::Clear { other.as_glass() } else { other })
        };
        // What mirrors in its own colour does so; anything else as white does.
        let mirrors = match (Matter::of(part, product), over) {
            (Matter::Metal, _) => Some(seen(paint)),
            (_, Some(_)) => Some(seen(Surface::grey(1.0))),
            _ => None,
        };
        let paint = seen(paint);
        let answer = |lamp: &Lamp| {
            let light = &lamp.light.spectrum;
            let gloss = mirrors.map_or(lamp.plain, |mirrors| self.shown(&mirrors, light));
            let even = four(self.shown(&paint, light)) * lamp.share;
            Answer { even, tinted: even * turn_of(&lamp.turned, tint as f32), gloss: four(gloss) * lamp.share }
        };
        Painted { answers: lamps.iter().map(answer).collect(), tint: tint as f32, gets: Gets::of(part) }
    }

    /// What a picture is coloured with.
    pub(crate) fn palette<'a>(&self, layers: &'a Layers, still: &Still) -> Palette<'a> {
        let lamps = self.lamps(layers);
        let product = layers.product.as_ref();
        let painted = layers.parts.par_iter().map(|part| self.painted(*part, &lamps, product, still)).collect();
        Palette { layers, lamps, painted }
    }
}

/// The lights and paints of a picture.
pub(crate) struct Palette<'a> {
    layers: &'a Layers,
    lamps: Vec<Lamp>,
    painted: Vec<Painted>,
}

impl Palette<'_> {
    /// A whole picture.
    pub(crate) fn coloured(&self) -> Coloured {
        let wide = self.layers.size.0 as usize;
        let mut depths = vec![f32::INFINITY; wide * self.layers.size.1 as usize];
        let rows = depths.par_chunks_mut(wide.max(1)).enumerate().map(|(row, depths)| {
            let count = self.layers.rows[row + 1] - self.layers.rows[row];
            let (spots, shown) = (Vec::with_capacity(count), Vec::with_capacity(count * self.lamps.len()));
            let mut seen = Row { spots, shown };
            self.colour(row, &mut seen, depths);
            seen
        });
        let rows = rows.collect();
        Coloured { rows, depths }
    }

    /// One row of it, and how far off its pixels are where nearer than known.
    pub(crate) fn colour(&self, row: usize, seen: &mut Row, depths: &mut [f32]) {
        let Palette { layers, lamps, painted } = self;
        seen.spots.clear();
        seen.shown.clear();
        let wide = layers.size.0 as usize;
        for index in layers.rows[row]..layers.rows[row + 1] {
            let glance = &layers.glances[index];
            let column = glance.pixel as usize - row * wide;
            if glance.stands != Stands::Behind {
                depths[column] = depths[column].min(glance.depth.max(0.0));
            }
            let paint = &painted[glance.part];
            let sums = &layers.sums[index * layers.sources..(index + 1) * layers.sources];
            let shown = lamps.iter().zip(&paint.answers).map(|(lamp, answer)| {
                let sum = &sums[lamp.light.source];
                let even = if sum.tinted == 0.0 {
                    answer.tinted
                } else {
                    answer.even * turn_of(&lamp.turned, sum.tinted / sum.even + paint.tint)
                };
                (even * (sum.even * glance.shade) + answer.gloss * (sum.gloss * glance.gloss)) * glance.coverage
            });
            let covers = if glance.stands == Stands::Moving { glance.covers } else { 0.0 };
            let spot = Spot { column, gets: paint.gets, stands: glance.stands, covers };
            match seen.known(spot, lamps.len()) {
                Some((known, to)) => {
                    known.covers += covers;
                    to.iter_mut().zip(shown).for_each(|(to, shown)| *to += shown);
                }
                None => {
                    seen.spots.push(spot);
                    seen.shown.extend(shown);
                }
            }
        }
    }
}

impl Row {
    /// What is known of the same kind in the pixel that is worked on.
    fn known(&mut self, spot: Spot, lights: usize) -> Option<(&mut Spot, &mut [Four])> {
        let alike = |known: &Spot| known.gets == spot.gets && known.stands == spot.stands;
        let here = self.spots.iter().rev().take_while(|known| known.column == spot.column);
        let back = here.clone().position(alike)?;
        let at = self.spots.len() - 1 - back;
        Some((&mut self.spots[at], &mut self.shown[at * lights..(at + 1) * lights]))
    }
}

/// Between two steps.
fn turn_of(steps: &[Four; 2 * STEPS + 2], tint: f32) -> Four {
    let at = (tint * (1.0 / STEP as f32) + STEPS as f32).clamp(0.0, 2.0 * STEPS as f32);
    let low = at as u32;
    let part = at - low as f32;
    let (low, high) = (steps[low as usize], steps[low as usize + 1]);
    low + (high - low) * part
}
