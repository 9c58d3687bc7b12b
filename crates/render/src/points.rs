//! What the camera sees: for each pixel the points of the set it looks at, with what they are of.

mod look;
mod mottle;

use crate::crop::Crop;
use crate::part::Part;
use crate::world::World;
use crate::{V, v};
use look::look;
use rayon::prelude::*;
use tolva_light::set::View;

/// Whether what is seen keeps its place while the camera exposes.
#[derive(Debug, Clone, Copy, PartialEq, Eq)]
pub enum Stands {
    /// It does.
    Still,
    /// It moves.
    Moving,
    /// It does, and is seen once what moves is away.
    Behind,
}

/// A point of the set as the camera sees it.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Point {
    /// Where it is.
    pub at: V,
    /// Where its surface looks, smoothed.
    pub normal: V,
    /// Square to the surface itself.
    pub flat: V,
    /// From the camera.
    pub way: V,
    /// How far from the lens, along its axis, in metres.
    pub depth: f32,
    /// What it is of.
    pub part: Part,
    /// What it is seen in that gives it a colour: metal, glass.
    pub over: Option<Part>,
    /// What its colour is multiplied by: make-up of the figure, loss at a mirror.
    pub shade: f32,
    /// What its gloss is multiplied by: loss at a mirror.
    pub gloss: f32,
    /// Whether it stands still, moves, or stands behind what moves.
    pub stands: Stands,
    /// Which pixel it is in, in rows from the top.
    pub pixel: u32,
    /// The share of the pixel it fills.
    pub coverage: f32,
    /// How much of that no other point of the same looks stands for: of what is seen with what it mirrors only one covers.
    pub covers: f32,
}

/// Looks into each pixel along each side so many times.
const LOOKS: u32 = 2;
/// Looks at one thing count as one where their surfaces are turned alike, by the cosine, and as far off, by this share.
const ALIKE: (f32, f32) = (0.95, 0.03);

/// The points a camera sees in so many pixels across and up.
pub(crate) fn seen(world: &World, view: &View, crop: Crop, (width, height): (u32, u32)) -> Vec<Point> {
    let behind = world.shown.moves.then(|| world.without_subject());
    let rows = (0..height).into_par_iter().map(|row| {
        let mut found: Vec<Point> = Vec::with_capacity(width as usize + 8);
        for column in 0..width {
            let before = found.len();
            for place in 0..LOOKS * LOOKS {
                let (x, y) = (f64::from(place % LOOKS), f64::from(place / LOOKS));
                let inside = |step: f64| (step + 0.5) / f64::from(LOOKS);
                let right = (f64::from(column) + inside(x)) / f64::from(width);
                let (across, up) = crop.place(right, (f64::from(row) + inside(y)) / f64::from(height));
                let way = v(view.through(across, up));
                let mut keep = |mut point: Point| {
                    point.depth *= way.dot(v(view.looks));
                    point.pixel = row * width + column;
                    point.coverage = 1.0 / (LOOKS * LOOKS) as f32;
                    let alike = |other: &&mut Point| {
                        other.part == point.part
                            && other.over == point.over
                            && other.stands == point.stands
                            && other.normal.dot(point.normal) > ALIKE.0
                            && (other.depth - point.depth).abs() < ALIKE.1 * other.depth.abs()
                            && (other.gloss - point.gloss).abs() < ALIKE.1
                    };
                    match found[before..].iter_mut().find(alike) {
                        Some(known) => {
                            known.coverage += point.coverage;
                            known.covers += point.covers;
                        }
                        None => found.push(point),
                    }
                };
                let Some(behind) = &behind else {
                    look(world, v(view.eye), way, keep);
                    continue;
                };
                let stands = if world.meets_subject(v(view.eye), way) { Stands::Moving } else { Stands::Still };
                let mut covers = 1.0 / (LOOKS * LOOKS) as f32;
                look(world, v(view.eye), way, |point| {
                    keep(Point { stands, covers, ..point });
                    covers = 0.0;
                });
                if stands == Stands::Moving {
                    look(behind, v(view.eye), way, |point| keep(Point { stands: Stands::Behind, ..point }));
                }
            }
        }
        found
    });
    rows.flatten_iter().collect()
}
