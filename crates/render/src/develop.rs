//! From layers to a frame: how strong and of what colour each source is, what everything is painted with, and what the camera is
//! set to. No ray is traced.

use crate::frame::Frame;
use crate::layers::Layers;
use crate::matter::Matter;
use crate::paints::paint_of;
use crate::part::Part;
use crate::points::Stands;
use crate::rgb::{Rgb, luminance};
use crate::trail::{Row, path};
use glam::Vec4;
use rayon::prelude::*;
use tolva_light::colour::{Eye, Film, Spectrum, Surface};
use tolva_light::quantity::MiredShift;
use tolva_light::set::{FlashReach, On, Paints, Product, RoomSide, Still, Trail};

/// A source as one kind of light in a frame.
#[derive(Debug, Clone)]
pub struct Shining {
    /// Which source of the set.
    pub source: usize,
    /// Its light as it leaves it, with Y = 1.
    pub light: Spectrum,
    /// What one unit of its gain comes to as an incident level, at the camera's dials, in stops.
    pub level: f64,
    /// What each part gets of it, as a factor.
    pub on: On,
    /// Whether it is a flash.
    pub flash: bool,
}

/// What a part gets of a source.
const fn factor(on: On, part: Part) -> f64 {
    match part {
        Part::Sky => on.sky,
        Part::Beyond | Part::Room(RoomSide::Background) => on.background,
        _ => on.subject,
    }
}

/// What a frame is developed with.
#[derive(Debug, Clone)]
pub struct Developing {
    /// What shines in it.
    pub shining: Vec<Shining>,
    /// The camera's white.
    pub eye: Eye,
    /// How much higher a surface that sends everything back reads reflected than by the light that falls on it, in stops.
    pub white: f64,
    /// What everything is painted with.
    pub paints: Paints,
    /// Stops from mid-grey to clipping.
    pub headroom: f64,
    /// How much of the frame flash reaches.
    pub reach: FlashReach,
    /// How far the subject goes meanwhile.
    pub trail: Trail,
}

/// Steps of colour taken on on the way, in mired, and how far they go either way.
const STEP: f64 = 20.0;
const STEPS: usize = 10;

/// Red, green and blue with a place left empty: four are reckoned with at once.
type Four = Vec4;

const fn four([red, green, blue]: Rgb) -> Four {
    Vec4::new(red, green, blue, 0.0)
}

/// How one part of the picture answers to the light of one source.
#[derive(Debug, Clone, Copy, Default)]
struct Answer {
    /// The colour a unit of its sum has on the part, strength in it.
    even: Four,
    /// The same with the colour the part itself gives.
    tinted: Four,
    /// And mirrored by its gloss.
    gloss: Four,
}

/// How one part of the picture answers to the light of each source.
struct Painted {
    answers: Vec<Answer>,
    /// The colour the part itself gives, in mired.
    tint: f32,
}

/// What one source is in a frame.
struct Lamp {
    /// What its sum is multiplied by.
    share: f32,
    /// What colour taken on on the way does to it, step by step.
    turned: [Four; 2 * STEPS + 1],
    is_flash: bool,
    /// 1 for what is no flash, 0 for a flash.
    as_ambient: f32,
}

impl Developing {
    fn shown(&self, surface: &Surface, light: &Spectrum) -> Rgb {
        self.eye.shows(surface.lit_by(light)).linear.map(|part| part as f32)
    }

    fn painted(
        &self,
        (part, over): (Part, Option<Part>),
        lamps: &[Lamp],
        product: Option<&Product>,
        still: &Still,
    ) -> Painted {
        let (paint, tint) = paint_of(&self.paints, part, still);
        // What mirrors in its own colour does so.
        let mirrors = if Matter::of(part, product) == Matter::Metal { paint } else { Surface::grey(1.0) };
        let seen = |paint: Surface| {
            let Some(over) = over else { return paint };
            let other = paint_of(&self.paints, over, still).0;
            paint.seen_in(&if Matter::of(over, product) == Matter::Clear { other.as_glass() } else { other })
        };
        let (paint, mirrors) = (seen(paint), seen(mirrors));
        let mut answers = vec![Answer::default(); lamps.len()];
        for shining in &self.shining {
            let (Some(answer), Some(lamp)) = (answers.get_mut(shining.source), lamps.get(shining.source)) else {
                continue;
            };
            let strength = ((shining.level + self.white).exp2() * factor(shining.on, part)) as f32 * lamp.share;
            let (even, gloss) = (self.shown(&paint, &shining.light), self.shown(&mirrors, &shining.light));
            answer.even += four(even) * strength;
            answer.gloss += four(gloss) * strength;
        }
        let tint = tint as f32;
        for (answer, lamp) in answers.iter_mut().zip(lamps) {
            answer.tinted = answer.even * turn_of(&lamp.turned, tint);
        }
        Painted { answers, tint }
    }

    /// What colour taken on on the way does to red, green and blue of a source, step by step; as it is where it sends nothing.
    fn turned(&self, source: usize) -> [Four; 2 * STEPS + 1] {
        let white = Surface::grey(1.0);
        let light = self.shining.iter().find(|shining| shining.source == source).map(|shining| shining.light);
        let plain = light.map(|light| self.shown(&white, &light));
        let by = |step: usize| {
            let by = (step as f64 - STEPS as f64) * STEP;
            let (Some(light), Some(plain)) = (light, plain) else { return [1.0; 3] };
            if by == 0.0 {
                return [1.0; 3];
            }
            let film = Film::of_surface(MiredShift::of(by));
            let tinted = self.shown(&white, &film.before(&light).to_unit());
            [0, 1, 2].map(|part| if plain[part] > 1e-4 { (tinted[part] / plain[part]).max(0.0) } else { 1.0 })
        };
        std::array::from_fn(|step| four(by(step)))
    }

    /// Develops a frame of a set.
    #[must_use]
    pub fn frame(&self, layers: &Layers, still: &Still) -> Frame {
        let lamp = |(source, share)| {
            let is_flash = self.shining.iter().any(|shining| shining.flash && shining.source == source);
            let as_ambient = if is_flash { 0.0 } else { 1.0 };
            Lamp { share, turned: self.turned(source), is_flash, as_ambient }
        };
        let lamps: Vec<Lamp> = layers.shares().enumerate().map(lamp).collect();
        let product = layers.product.as_ref();
        let painted: Vec<Painted> =
            layers.parts.iter().map(|part| self.painted(*part, &lamps, product, still)).collect();
        // What is seen at a point by ambient and by flash.
        let (wide, high) = (layers.size.0 as usize, layers.size.1 as usize);
        let everywhere = self.reach == FlashReach::WHOLE;
        let reached = |pixel: usize| {
            let place = |at: usize, of: usize| (at as f64 + 0.5) / of as f64;
            self.reach.reaches(place(pixel % wide, wide), place(pixel / wide, high))
        };
        let seen = |index: usize| {
            let glance = &layers.glances[index];
            let paint = &painted[glance.part];
            let (mut ambient, mut flash) = (Four::default(), Four::default());
            let sums = &layers.sums[index * layers.sources..(index + 1) * layers.sources];
            let is_reached = everywhere || reached(glance.pixel as usize);
            for ((sum, answer), lamp) in sums.iter().zip(&paint.answers).zip(&lamps) {
                if lamp.is_flash && !is_reached {
                    continue;
                }
                let shown = if sum.tinted == 0.0 {
                    answer.tinted
                } else {
                    answer.even * turn_of(&lamp.turned, sum.tinted / sum.even + paint.tint)
                };
                let sent = shown * (sum.even * glance.shade) + answer.gloss * (sum.gloss * glance.gloss);
                ambient += sent * lamp.as_ambient;
                flash += sent * (1.0 - lamp.as_ambient);
            }
            (ambient.truncate().to_array(), flash.truncate().to_array())
        };
        let path = path(self.trail, wide);
        let mut linear = vec![[0.0f32; 3]; wide * high];
        let (mut flash, mut depths) = (vec![0.0f32; linear.len()], vec![f32::INFINITY; linear.len()]);
        let rows = linear.par_chunks_mut(wide).zip(flash.par_chunks_mut(wide)).zip(depths.par_chunks_mut(wide));
        rows.enumerate().for_each(|(row, ((linear, flash), depths))| {
            let mut made = Row::of(wide);
            for index in layers.rows[row]..layers.rows[row + 1] {
                let point = &layers.glances[index];
                let at = point.pixel as usize - row * wide;
                let apart = path.is_some() && point.stands == Stands::Moving;
                if point.stands == Stands::Behind && path.is_none() {
                    continue;
                }
                if point.stands != Stands::Behind {
                    depths[at] = depths[at].min(point.depth.max(0.0));
                }
                let seen = seen(index);
                let to = if apart { &mut made.moving[at] } else { &mut made.still[at] };
                for channel in 0..3 {
                    to.0[channel] += point.coverage * seen.0[channel];
                    to.1[channel] += point.coverage * seen.1[channel];
                }
                made.covers[at] += if apart { point.covers } else { 0.0 };
            }
            let seen = match path {
                Some(path) => made.composed(path),
                None => made.still,
            };
            for (at, (ambient, of_flash)) in seen.into_iter().enumerate() {
                linear[at] = [0, 1, 2].map(|channel| ambient[channel] + of_flash[channel]);
                flash[at] = luminance(of_flash);
            }
        });
        Frame { size: layers.size, linear, flash, depths, headroom: self.headroom }
    }
}

/// Between two steps.
fn turn_of(steps: &[Four; 2 * STEPS + 1], tint: f32) -> Four {
    if tint == 0.0 {
        return Vec4::ONE;
    }
    let at = (tint / STEP as f32 + STEPS as f32).clamp(0.0, 2.0 * STEPS as f32);
    let low = (at as usize).min(2 * STEPS - 1);
    let part = at - low as f32;
    let (low, high) = (steps[low], steps[low + 1]);
    low + (high - low) * part
}
