//! A whole frame to be computed with, row by row: as it is stored, and how that becomes linear light.

use crate::FrameError;
use crate::decode::Opened;
use crate::mark::Seen;
use crate::pixels::Pixels;
use crate::profile::Linear;
use std::ops::Range;
use tolva_light::colour::luminance;

/// A frame with the way to its light, in linear sRGB as it is stored.
pub(crate) struct Plane {
    pub(crate) size: (u32, u32),
    /// How it is turned to be seen.
    pub(crate) seen: Seen,
    pixels: Pixels,
    linear: Linear,
}

/// Between which two of a row's or column's pixels a place lies, and how far towards the second; beyond the edge that of the edge.
fn between(at: f32, count: u32) -> (u32, u32, f32) {
    let at = (at - 0.5).clamp(0.0, count.saturating_sub(1) as f32);
    let first = at as u32;
    (first, (first + 1).min(count - 1), at - first as f32)
}

/// So far from one light towards another.
fn mixed(one: [f32; 3], other: [f32; 3], towards: f32) -> [f32; 3] {
    [0, 1, 2].map(|part| one[part] * (1.0 - towards) + other[part] * towards)
}

impl Plane {
    /// Decodes a frame.
    pub(crate) fn of(bytes: &[u8]) -> Result<Plane, FrameError> {
        let opened = Opened::of(bytes)?;
        let head = opened.head()?;
        let pixels = opened.pixels(&|| ())?;
        let linear = Linear::of(head.profile.as_deref(), &pixels)?;
        Ok(Plane { size: pixels.size, seen: head.seen, pixels, linear })
    }

    /// The light of a row, in place of what is in `to`.
    pub(crate) fn row(&self, at: u32, columns: Range<u32>, to: &mut Vec<[f32; 3]>) -> Result<(), FrameError> {
        let mut stored = Vec::with_capacity(columns.len());
        self.pixels.row(at, columns, &mut stored);
        self.linear.pixels(&stored, to)
    }

    /// How bright it is at places along a line across it, between pixels as between their middles.
    pub(crate) fn along(&self, y: f32, places: &[f32]) -> Result<Vec<f32>, FrameError> {
        let (over, under, down) = between(y, self.size.1);
        let columns = places.iter().map(|x| between(*x, self.size.0));
        let from = columns.clone().map(|(left, ..)| left).min().unwrap_or(0);
        let until = columns.clone().map(|(_, right, _)| right + 1).max().unwrap_or(0);
        let (mut upper, mut lower) = (Vec::new(), Vec::new());
        self.row(over, from..until, &mut upper)?;
        self.row(under, from..until, &mut lower)?;
        let seen = columns.map(|(left, right, across)| {
            let of = |row: &[[f32; 3]]| mixed(row[(left - from) as usize], row[(right - from) as usize], across);
            luminance(mixed(of(&upper), of(&lower), down))
        });
        Ok(seen.collect())
    }
}

/// A frame as it lies moved to the right and down, and so many times as bright.
pub(crate) struct Laid<'a> {
    plane: &'a Plane,
    by: (f32, f32),
    times: f32,
    /// Rows looked at last, with which they are.
    rows: [(Option<u32>, Vec<[f32; 3]>); 2],
    /// What lies between them.
    line: Vec<[f32; 3]>,
}

impl<'a> Laid<'a> {
    pub(crate) fn new(plane: &'a Plane, by: (f32, f32), times: f32) -> Laid<'a> {
        Laid { plane, by, times, rows: Default::default(), line: Vec::new() }
    }

    /// A row of it in place of what is in `to`.
    pub(crate) fn row(&mut self, at: u32, to: &mut Vec<[f32; 3]>) -> Result<(), FrameError> {
        let (width, height) = self.plane.size;
        let (over, under, down) = between(at as f32 + 0.5 - self.by.1, height);
        // What was the lower row is mostly the upper one of the next.
        if self.rows[1].0 == Some(over) {
            self.rows.swap(0, 1);
        }
        for (known, wanted) in self.rows.iter_mut().zip([over, under]) {
            if known.0 != Some(wanted) {
                self.plane.row(wanted, 0..width, &mut known.1)?;
                known.0 = Some(wanted);
            }
        }
        let [(_, upper), (_, lower)] = &self.rows;
        self.line.clear();
        let times = self.times;
        let between_rows =
            |(upper, lower): (&[f32; 3], &[f32; 3])| mixed(*upper, *lower, down).map(|part| part * times);
        self.line.extend(upper.iter().zip(lower).map(between_rows));
        to.clear();
        // Away from the edges every place lies as far between its neighbours.
        let across = -self.by.0;
        let (pixels, towards) = (across.floor(), across - across.floor());
        let inside =
            (-pixels).clamp(0.0, width as f32) as u32..(width as f32 - 1.0 - pixels).clamp(0.0, width as f32) as u32;
        let at_edge = |line: &[[f32; 3]], column: u32| {
            let (left, right, across) = between(column as f32 + 0.5 - self.by.0, width);
            mixed(line[left as usize], line[right as usize], across)
        };
        if inside.is_empty() {
            to.extend((0..width).map(|column| at_edge(&self.line, column)));
        } else {
            to.extend((0..inside.start).map(|column| at_edge(&self.line, column)));
            let seen = &self.line[(inside.start as f32 + pixels) as usize..=(inside.end as f32 + pixels) as usize];
            to.extend(seen.windows(2).map(|two| mixed(two[0], two[1], towards)));
            to.extend((inside.end..width).map(|column| at_edge(&self.line, column)));
        }
        Ok(())
    }
}
