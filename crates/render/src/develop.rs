//! From layers to a frame: how strong and of what colour each source is, what everything is painted with, and what the camera is
//! set to. No ray is traced.

use crate::coloured::{Coloured, Colours, Four, Gets, Known, Light, Palette, Row as SeenRow};
use crate::frame::Frame;
use crate::layers::Layers;
use crate::points::Stands;
use crate::rgb::luminance;
use crate::trail::{Row, path};
use rayon::prelude::*;
use std::sync::Arc;
use tolva_light::colour::{Eye, Spectrum};
use tolva_light::set::{FlashReach, On, Paints, Still, Trail};

/// A source as one kind of light in a frame.
#[derive(Debug, Clone, Copy)]
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

/// Where what is seen of a picture comes from: it is kept, or coloured row by row.
enum Seen<'a> {
    Kept(&'a Coloured),
    Anew(Palette<'a>),
}

/// How strong the lights are on one kind of part, ambient before flash.
struct Strengths {
    all: Vec<f32>,
    flashes: usize,
}

impl Strengths {
    /// What is seen of a spot by ambient, and by flash where it is reached.
    fn sent(&self, shown: &[Four], is_reached: bool) -> (Four, Four) {
        let sum =
            |shown: &[Four], by: &[f32]| shown.iter().zip(by).fold(Four::ZERO, |sum, (shown, by)| sum + *shown * *by);
        let (ambient, flash) = (&shown[..self.flashes], &shown[self.flashes..]);
        let of_flash = if is_reached { sum(flash, &self.all[self.flashes..]) } else { Four::ZERO };
        (sum(ambient, &self.all[..self.flashes]), of_flash)
    }
}

impl Developing {
    /// What shines in a picture of so many sources, ambient before flash.
    fn ordered(&self, sources: usize) -> impl Iterator<Item = &Shining> {
        let of = move |flash: bool| self.shining.iter().filter(move |one| one.flash == flash && one.source < sources);
        of(false).chain(of(true))
    }

    fn colours(&self, sources: usize) -> Colours {
        let light = |one: &Shining| Light { source: one.source, spectrum: one.light };
        Colours { eye: self.eye, paints: self.paints.clone(), lights: self.ordered(sources).map(light).collect() }
    }

    /// Develops a frame of a set.
    #[must_use]
    pub fn frame(&self, layers: &Layers, still: &Still) -> Frame {
        self.exposed(layers, &Seen::Anew(self.colours(layers.sources).palette(layers, still)))
    }

    /// The same where others of the same layers are developed before and after it. From the second in the same colours on, whatever makes
    /// light stronger or weaker, these are kept: the next ones are only summed.
    #[must_use]
    pub fn frame_knowing(&self, layers: &Layers, still: &Still, known: &mut Known) -> Frame {
        let colours = self.colours(layers.sources);
        if known.of.as_ref() != Some(&colours) {
            let seen = Seen::Anew(colours.palette(layers, still));
            *known = Known { of: Some(colours), coloured: None };
            return self.exposed(layers, &seen);
        }
        let kept = known.coloured.get_or_insert_with(|| Arc::new(colours.palette(layers, still).coloured()));
        self.exposed(layers, &Seen::Kept(kept))
    }

    fn strengths(&self, sources: usize, gets: Gets) -> Strengths {
        let strength = |one: &Shining| {
            let on = match gets {
                Gets::Subject => one.on.subject,
                Gets::Background => one.on.background,
                Gets::Sky => one.on.sky,
            };
            ((one.level + self.white).exp2() * on) as f32
        };
        let flashes = self.ordered(sources).filter(|one| !one.flash).count();
        Strengths { all: self.ordered(sources).map(strength).collect(), flashes }
    }

    /// A frame whose lights are as strong as they are said to be.
    fn exposed(&self, layers: &Layers, seen: &Seen) -> Frame {
        let [subject, background, sky] =
            [Gets::Subject, Gets::Background, Gets::Sky].map(|gets| self.strengths(layers.sources, gets));
        let lights = subject.all.len();
        let (wide, high) = (layers.size.0 as usize, layers.size.1 as usize);
        let everywhere = self.reach == FlashReach::WHOLE;
        let place = |at: usize, of: usize| (at as f64 + 0.5) / of as f64;
        let path = path(self.trail, wide);
        let mut linear = vec![[0.0f32; 3]; wide * high];
        let mut flash = vec![0.0f32; linear.len()];
        let mut depths = match seen {
            Seen::Kept(coloured) => coloured.depths.clone(),
            Seen::Anew(_) => vec![f32::INFINITY; linear.len()],
        };
        let across = wide.max(1);
        let rows = linear.par_chunks_mut(across).zip(flash.par_chunks_mut(across)).zip(depths.par_chunks_mut(across));
        rows.enumerate().for_each_init(SeenRow::default, |anew, (row, ((linear, flash), depths))| {
            let seen = match seen {
                Seen::Kept(coloured) => &coloured.rows[row],
                Seen::Anew(palette) => {
                    palette.colour(row, anew, depths);
                    anew
                }
            };
            let mut moving = path.map(|path| (path, Row::of(wide)));
            for (index, spot) in seen.spots.iter().enumerate() {
                let at = spot.column;
                if spot.stands == Stands::Behind && moving.is_none() {
                    continue;
                }
                let strengths = match spot.gets {
                    Gets::Subject => &subject,
                    Gets::Background => &background,
                    Gets::Sky => &sky,
                };
                let is_reached = everywhere || self.reach.reaches(place(at, wide), place(row, high));
                let (ambient, of_flash) = strengths.sent(&seen.shown[index * lights..(index + 1) * lights], is_reached);
                let Some((_, made)) = &mut moving else {
                    let all = ambient + of_flash;
                    (0..3).for_each(|channel| linear[at][channel] += all[channel]);
                    flash[at] += luminance(of_flash.truncate().to_array());
                    continue;
                };
                let to = if spot.stands == Stands::Moving { &mut made.moving[at] } else { &mut made.still[at] };
                for channel in 0..3 {
                    to.0[channel] += ambient[channel];
                    to.1[channel] += of_flash[channel];
                }
                made.covers[at] += spot.covers;
            }
            let Some((path, made)) = moving else { return };
            for (at, (ambient, of_flash)) in made.composed(path).into_iter().enumerate() {
                linear[at] = [0, 1, 2].map(|channel| ambient[channel] + of_flash[channel]);
                flash[at] = luminance(of_flash);
            }
        });
        Frame { size: layers.size, linear, flash, depths, headroom: self.headroom }
    }
}
