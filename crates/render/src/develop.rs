//! From layers to a frame: how strong and of what colour each source is, what everything is painted with, and what the camera is
//! set to. No ray is traced.

use crate::layers::Layers;
use crate::paints::paint_of;
use crate::part::Part;
use crate::rgb::{Rgb, luminance};
use rayon::prelude::*;
use std::sync::LazyLock;
use tolva_light::colour::{Eye, Film, Spectrum, Surface};
use tolva_light::quantity::MiredShift;
use tolva_light::set::{Blur, On, Paints, RoomSide, Still};

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
}

/// Steps of colour taken on on the way, in mired, and how far they go either way.
const STEP: f64 = 20.0;
const STEPS: usize = 10;
/// How light mid-grey is shown, as a share of white (ISO 12232: 18 % at a headroom of 2.47 stops).
const MID: f64 = 0.18;

/// A developed frame: of every pixel linear light, 1 for mid-grey as it should be.
#[derive(Debug, Clone)]
pub struct Frame {
    /// Pixels across and up.
    pub size: (u32, u32),
    /// Red, green and blue in linear sRGB.
    pub linear: Vec<Rgb>,
    /// How far off each pixel is, the nearest of what it shows, in metres.
    pub depths: Vec<f32>,
    /// Stops from mid-grey to clipping.
    pub headroom: f64,
}

/// How one part of the picture answers to the light of each source.
struct Painted {
    /// The colour a unit of it has on the part, strength in it.
    even: Vec<Rgb>,
    /// And mirrored by its gloss.
    gloss: Vec<Rgb>,
    /// The colour the part itself gives, in mired.
    tint: f32,
}

impl Developing {
    fn shown(&self, surface: &Surface, light: &Spectrum) -> Rgb {
        self.eye.shows(surface.lit_by(light)).linear.map(|part| part as f32)
    }

    fn painted(&self, part: Part, still: &Still, sources: usize) -> Painted {
        let (paint, tint) = paint_of(&self.paints, part, still);
        let white = Surface::grey(1.0);
        let mut painted = Painted { even: vec![[0.0; 3]; sources], gloss: vec![[0.0; 3]; sources], tint: tint as f32 };
        for shining in self.shining.iter().filter(|shining| shining.source < sources) {
            let strength = ((shining.level + self.white).exp2() * factor(shining.on, part)) as f32;
            let (even, gloss) = (self.shown(&paint, &shining.light), self.shown(&white, &shining.light));
            for channel in 0..3 {
                painted.even[shining.source][channel] += strength * even[channel];
                painted.gloss[shining.source][channel] += strength * gloss[channel];
            }
        }
        painted
    }

    /// What colour taken on on the way does to red, green and blue of a source, step by step; as it is where it sends nothing.
    fn turned(&self, source: usize) -> Vec<Rgb> {
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
        (0..=2 * STEPS).map(by).collect()
    }

    /// Develops a frame of a set.
    #[must_use]
    pub fn frame(&self, layers: &Layers, still: &Still) -> Frame {
        let painted: Vec<Painted> =
            layers.parts.iter().map(|part| self.painted(*part, still, layers.sources)).collect();
        let turned: Vec<Vec<Rgb>> = (0..layers.sources).map(|source| self.turned(source)).collect();
        let shares: Vec<f32> = layers.shares().collect();
        let seen = |index: usize| {
            let (point, paint) = (&layers.points[index], &painted[layers.part_of[index]]);
            let mut seen = [0.0f32; 3];
            let sums = &layers.sums[index * layers.sources..(index + 1) * layers.sources];
            for (source, sum) in sums.iter().enumerate() {
                let (even, gloss) = (sum.even * shares[source] * point.shade, sum.gloss * shares[source]);
                let on_the_way = if sum.tinted == 0.0 { 0.0 } else { sum.tinted / sum.even };
                let turn = turn_of(&turned[source], on_the_way + paint.tint);
                for channel in 0..3 {
                    seen[channel] +=
                        even * paint.even[source][channel] * turn[channel] + gloss * paint.gloss[source][channel];
                }
            }
            seen
        };
        let wide = layers.size.0 as usize;
        let mut linear = vec![[0.0f32; 3]; wide * layers.size.1 as usize];
        let mut depths = vec![f32::INFINITY; linear.len()];
        let rows = linear.par_chunks_mut(wide).zip(depths.par_chunks_mut(wide)).enumerate();
        rows.for_each(|(row, (linear, depths))| {
            for index in layers.rows[row]..layers.rows[row + 1] {
                let point = &layers.points[index];
                let at = point.pixel as usize - row * wide;
                depths[at] = depths[at].min(point.depth.max(0.0));
                let seen = seen(index);
                (0..3).for_each(|channel| linear[at][channel] += point.coverage * seen[channel]);
            }
        });
        Frame { size: layers.size, linear, depths, headroom: self.headroom }
    }
}

/// Between two steps.
fn turn_of(steps: &[Rgb], tint: f32) -> Rgb {
    if tint == 0.0 {
        return [1.0; 3];
    }
    let at = (tint / STEP as f32 + STEPS as f32).clamp(0.0, 2.0 * STEPS as f32);
    let low = (at as usize).min(2 * STEPS - 1);
    let part = at - low as f32;
    [0, 1, 2].map(|channel| steps[low][channel] * (1.0 - part) + steps[low + 1][channel] * part)
}

impl Frame {
    /// The same with what is out of focus blurred.
    #[must_use]
    pub fn blurred(&self, blur: Blur) -> Frame {
        let linear = crate::lens::blurred(&self.linear, &self.depths, self.size, blur);
        Frame { linear, ..self.clone() }
    }

    /// The level of a pixel in stops from mid-grey as it should be; none where there is no light.
    #[must_use]
    pub fn level(&self, pixel: usize) -> Option<f64> {
        let light = f64::from(luminance(*self.linear.get(pixel)?));
        (light > 0.0).then(|| light.log2())
    }

    /// Whether the brightest channel of a pixel clips.
    #[must_use]
    pub fn clips(&self, pixel: usize) -> bool {
        let most = (self.headroom.exp2()) as f32;
        self.linear.get(pixel).is_some_and(|seen| seen.iter().any(|part| *part >= most))
    }

    /// The share of the frame that clips.
    #[must_use]
    pub fn clipped(&self) -> f64 {
        let clipped = (0..self.linear.len()).filter(|pixel| self.clips(*pixel)).count();
        clipped as f64 / self.linear.len().max(1) as f64
    }

    /// As a screen shows it: sRGB, three bytes a pixel, mid-grey where it belongs, highlights eased into white.
    #[must_use]
    pub fn shown(&self) -> Vec<u8> {
        let curve = Curve::to(self.headroom);
        let shown = |seen: &Rgb| brought_in(seen.map(|part| curve.of(part))).map(encoded);
        self.linear.par_iter().flat_map_iter(shown).collect()
    }
}

/// The way from light to a screen's light: straight up to a stop over mid-grey, then eased so that white is where it clips.
#[derive(Debug, Clone, Copy)]
struct Curve {
    knee: f32,
    top: f32,
    scale: f32,
}

impl Curve {
    fn to(headroom: f64) -> Curve {
        let knee = (MID * 2.0) as f32;
        let top = (MID * headroom.exp2()) as f32;
        // What is left over the knee is filled by 1 − e^−x, scaled so that it ends at 1.
        let over = (top - knee).max(1e-3) / (1.0 - knee);
        Curve { knee, top, scale: 1.0 / (1.0 - (-over).exp()) }
    }

    fn of(self, light: f32) -> f32 {
        let shown = light * MID as f32;
        if shown <= self.knee {
            return shown;
        }
        if shown >= self.top {
            return 1.0;
        }
        let over = (shown - self.knee) / (1.0 - self.knee);
        self.knee + (1.0 - self.knee) * (1.0 - (-over).exp()) * self.scale
    }
}

/// A colour a screen cannot show, brought in along the line to its own grey.
fn brought_in(seen: Rgb) -> Rgb {
    let grey = luminance(seen).clamp(0.0, 1.0);
    let mut keep = 1.0f32;
    for part in seen {
        if part < 0.0 {
            keep = keep.min(grey / (grey - part));
        } else if part > 1.0 {
            keep = keep.min((1.0 - grey) / (part - grey));
        }
    }
    seen.map(|part| (grey + (part - grey) * keep).clamp(0.0, 1.0))
}

/// Steps of the table of sRGB, evenly in the root of the light.
const ENCODED: usize = 4096;

/// Light as sRGB stores it (IEC 61966-2-1), by its root.
static SRGB: LazyLock<Vec<u8>> = LazyLock::new(|| {
    let stored = |step: usize| {
        let linear = (step as f32 / (ENCODED - 1) as f32).powi(2);
        let stored = if linear <= 0.003_130_8 { 12.92 * linear } else { 1.055 * linear.powf(1.0 / 2.4) - 0.055 };
        (stored * 255.0 + 0.5) as u8
    };
    (0..ENCODED).map(stored).collect()
});

/// A part of linear light, 0 to 1, as sRGB stores it.
fn encoded(linear: f32) -> u8 {
    SRGB[((linear.max(0.0).sqrt() * (ENCODED - 1) as f32 + 0.5) as usize).min(ENCODED - 1)]
}
