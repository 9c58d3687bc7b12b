//! One frame less another, in linear light: what changed between the two, alone. With flash and without it that is the flash.

use crate::FrameError;
use crate::look::jpeg_of;
use crate::plane::{Laid, Plane};
use crate::shift::shift;
use crate::smaller::Smaller;
use image::RgbImage;
use std::collections::VecDeque;
use std::ops::Range;
use std::thread;
use tolva_light::colour::{luminance, stored};

/// What changed between two frames.
#[derive(Debug, Clone, PartialEq)]
pub struct Apart {
    /// How far the other frame was moved to lie on the first, in pixels of the frames to the right and down.
    pub shift: (f32, f32),
    /// The share of the frame in which something moved between the two: left out of what is told.
    pub moved: f64,
    /// The mean share of the first frame's light that changed.
    pub share: f64,
    /// What changed, alone, as JPEG of at most [`crate::WORKING`] pixels along its longer side; what moved is black in it.
    pub alone: Vec<u8>,
    /// How much of each place's light it is, from black for none to white for all, as large and
    /// the same way.
    pub map: Vec<u8>,
}

/// Darker by more than this share than the other frame alone was, a place has moved: light that was added cannot darken it.
const MOVED: f32 = 0.12;
/// Light below this share of white is noise.
const NOISE: f32 = 0.002;
/// Pixels about a place that are looked at together to tell whether it moved.
const ABOUT: usize = 2;

/// A row of both frames.
struct Row {
    /// The first frame's light.
    light: Vec<[f32; 3]>,
    /// The other's as it lies on the first, brought to its settings.
    laid: Vec<[f32; 3]>,
    /// How bright that is.
    bright: Vec<f32>,
    /// How much brighter than the other.
    less: Vec<f32>,
    /// That, and how bright the other is, summed over the pixels about each along the row.
    about: Vec<(f32, f32)>,
}

impl Row {
    fn of(light: Vec<[f32; 3]>, laid: Vec<[f32; 3]>) -> Row {
        let whole: Vec<f32> = laid.iter().map(|laid| luminance(*laid)).collect();
        let bright: Vec<f32> = light.iter().map(|light| luminance(*light)).collect();
        let less: Vec<f32> = bright.iter().zip(&whole).map(|(bright, whole)| bright - whole).collect();
        let about = (0..less.len())
            .map(|at| {
                let near = at.saturating_sub(ABOUT)..(at + ABOUT + 1).min(less.len());
                (less[near.clone()].iter().sum(), whole[near].iter().sum())
            })
            .collect();
        Row { light, laid, bright, less, about }
    }

    /// What changed at a place, and what share of its light that is.
    fn changed(&self, at: usize) -> ([f32; 3], f32) {
        let (light, laid, whole) = (self.light[at], self.laid[at], self.bright[at]);
        let share = if whole < NOISE { 0.0 } else { (self.less[at] / whole).clamp(0.0, 1.0) };
        ([0, 1, 2].map(|part| (light[part] - laid[part]).max(0.0)), share)
    }
}

/// Whether each place of a row, with the rows about it, is darker in the first frame than the other frame alone has it.
fn moved<'a>(rows: impl Iterator<Item = &'a Row>, width: usize) -> Vec<bool> {
    let mut sums = vec![(0.0, 0.0); width];
    for row in rows {
        sums.iter_mut().zip(&row.about).for_each(|(sum, more)| *sum = (sum.0 + more.0, sum.1 + more.1));
    }
    let count = (2 * ABOUT + 1).pow(2) as f32;
    sums.into_iter().map(|(less, whole)| less < -MOVED * whole - NOISE * count).collect()
}

/// What is told of all rows together.
struct Sum {
    alone: Smaller,
    map: Smaller,
    moved: usize,
    share: f64,
}

impl Sum {
    fn add(&mut self, row: u32, height: u32, of: &Row, moved: &[bool]) {
        let width = moved.len();
        let changed = |at: usize| if moved[at] { ([0.0; 3], 0.0) } else { of.changed(at) };
        let (alone, shares): (Vec<[f32; 3]>, Vec<f32>) = (0..width).map(changed).unzip();
        self.moved += moved.iter().filter(|moved| **moved).count();
        self.share += shares.iter().map(|share| f64::from(*share)).sum::<f64>();
        self.alone.add(row, height, &alone);
        self.map.add(row, height, &shares.into_iter().map(|share| [share; 3]).collect::<Vec<_>>());
    }

    fn and(self, other: Sum) -> Sum {
        let (alone, map) = (self.alone.and(other.alone), self.map.and(other.map));
        Sum { alone, map, moved: self.moved + other.moved, share: self.share + other.share }
    }

    fn told(self, of: &Plane, shift: (f32, f32)) -> Result<Apart, FrameError> {
        let (width, height) = of.size;
        let all = width as usize * height as usize;
        let jpeg = |picture: Option<RgbImage>| jpeg_of(picture.ok_or(FrameError::Pair)?, of.seen);
        Ok(Apart {
            shift: of.seen.step(shift),
            moved: self.moved as f64 / all.max(1) as f64,
            share: self.share / (all - self.moved).max(1) as f64,
            alone: jpeg(self.alone.picture(stored))?,
            map: jpeg(self.map.picture(|share| (share * 255.0 + 0.5) as u8))?,
        })
    }
}

/// What is told of some of the rows.
fn told_of(one: &Plane, mut laid: Laid<'_>, told: Range<u32>) -> Result<Sum, FrameError> {
    let (width, height) = one.size;
    let mut sum = Sum { alone: Smaller::of(one.size), map: Smaller::of(one.size), moved: 0, share: 0.0 };
    // The rows about the one that is told of, and which the first of them is.
    let mut rows: VecDeque<Row> = VecDeque::with_capacity(2 * ABOUT + 1);
    let mut first = (told.start as usize).saturating_sub(ABOUT);
    for told in told {
        let about = (told as usize).saturating_sub(ABOUT)..(told as usize + ABOUT + 1).min(height as usize);
        if first < about.start {
            rows.pop_front();
            first += 1;
        }
        while first + rows.len() < about.end {
            let at = (first + rows.len()) as u32;
            let (mut light, mut other) = (Vec::new(), Vec::new());
            one.row(at, 0..width, &mut light)?;
            laid.row(at, &mut other)?;
            rows.push_back(Row::of(light, other));
        }
        let moved = moved(rows.iter(), width as usize);
        sum.add(told, height, &rows[told as usize - first], &moved);
    }
    Ok(sum)
}

/// Does two things beside each other.
fn beside<A: Send, B>(
    one: impl FnOnce() -> Result<A, FrameError> + Send,
    other: impl FnOnce() -> Result<B, FrameError>,
) -> Result<(A, B), FrameError> {
    thread::scope(|scope| {
        let one = scope.spawn(one);
        let other = other();
        let one = one.join().map_err(|_| FrameError::broken("it stopped the reader"))??;
        Ok((one, other?))
    })
}

/// Takes `other` from `one`, row by row at full size; what changed is shown no larger than a working copy. `times` is how much
/// brighter the other frame would be at the settings of the first.
///
/// # Errors
/// Whatever is wrong with the frames, and [`FrameError::Pair`] where their sizes, or the ways they are turned, differ.
pub fn apart(one: &[u8], other: &[u8], times: f64) -> Result<Apart, FrameError> {
    let (one, other) = beside(|| Plane::of(one), || Plane::of(other))?;
    if (one.size, one.seen) != (other.size, other.seen) {
        return Err(FrameError::Pair);
    }
    let by = shift(&one, &other)?;
    let (middle, height) = (one.size.1 / 2, one.size.1);
    let laid = || Laid::new(&other, by, times as f32);
    let (upper, lower) = (laid(), laid());
    let (upper, lower) = beside(|| told_of(&one, upper, 0..middle), || told_of(&one, lower, middle..height))?;
    upper.and(lower).told(&one, by)
}
