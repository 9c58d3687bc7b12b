//! The layers of a picture: for every point the camera sees, what each source sends there.

use crate::edges::{Edge, edges};
use crate::part::Part;
use crate::points::{Point, Stands};
use std::sync::Arc;
use tolva_light::set::{Product, Shown};

/// What a source gives a point, in the measure of its gains.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Falls {
    /// On the surface: an illuminance.
    pub even: f32,
    /// The same, each part times the colour it took on on its way, in mired.
    pub tinted: f32,
    /// What the surface's gloss sends to the camera, as much as an illuminance on white would.
    pub gloss: f32,
}

impl std::ops::AddAssign for Falls {
    fn add_assign(&mut self, other: Falls) {
        self.even += other.even;
        self.tinted += other.tinted;
        self.gloss += other.gloss;
    }
}

impl std::ops::Mul<f32> for Falls {
    type Output = Falls;
    fn mul(self, by: f32) -> Falls {
        Falls { even: self.even * by, tinted: self.tinted * by, gloss: self.gloss * by }
    }
}

/// What developing a frame asks of a point: little, since it asks all of them with every turn of a dial.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Glance {
    /// Which of the parts it is of.
    pub(crate) part: usize,
    pub(crate) pixel: u32,
    pub(crate) depth: f32,
    pub(crate) shade: f32,
    pub(crate) gloss: f32,
    pub(crate) coverage: f32,
    pub(crate) covers: f32,
    pub(crate) stands: Stands,
}

/// A picture as so many rounds of samples have it. What rounds do not change is shared by all that come of one.
#[derive(Debug, Clone)]
pub struct Layers {
    /// Pixels across and up.
    pub size: (u32, u32),
    /// What is seen, pixel by pixel.
    pub points: Arc<[Point]>,
    /// What it is of, and what that is seen in that gives it a colour.
    pub(crate) parts: Vec<(Part, Option<Part>)>,
    /// What developing asks of each point, close together.
    pub(crate) glances: Arc<[Glance]>,
    /// Where the points of each row begin, and where the last ends.
    pub(crate) rows: Arc<[usize]>,
    /// The outline of the first person.
    pub(crate) edges: Arc<[Edge]>,
    /// The thing, where one is the subject.
    pub(crate) product: Option<Product>,
    /// How many sources there are.
    pub sources: usize,
    /// How many rounds are summed of each source.
    pub(crate) rounds: Vec<u32>,
    /// What each source gives each place where the light is compared with what was metered.
    pub probed: Vec<Vec<Falls>>,
    /// Sums over rounds: every point's sources one after the other.
    pub(crate) sums: Vec<Falls>,
}

impl Layers {
    pub(crate) fn of(size: (u32, u32), points: Vec<Point>, shown: &Shown, sources: usize) -> Layers {
        let sums = vec![Falls::default(); points.len() * sources];
        let mut parts: Vec<(Part, Option<Part>)> = Vec::new();
        let glance = |point: &Point| {
            // Most points are of what the one before was of.
            let of = (point.part, point.over);
            let part = parts.iter().rposition(|part| *part == of).unwrap_or_else(|| {
                parts.push(of);
                parts.len() - 1
            });
            let Point { pixel, depth, shade, gloss, coverage, covers, stands, .. } = *point;
            Glance { part, pixel, depth, shade, gloss, coverage, covers, stands }
        };
        let glances = points.iter().map(glance).collect();
        let rows = (0..=size.1).map(|row| points.partition_point(|point| point.pixel < row * size.0)).collect();
        let rounds = vec![0; sources];
        let edges = edges(size, &points, shown).into();
        let (points, product, probed) = (points.into(), shown.thing, Vec::new());
        Layers { size, points, parts, glances, rows, edges, product, sources, rounds, probed, sums }
    }

    /// How many rounds are in it of every source.
    #[must_use]
    pub fn rounds(&self) -> u32 {
        self.rounds.iter().copied().min().unwrap_or(u32::MAX)
    }

    /// What a sum over rounds is multiplied by, source by source.
    pub(crate) fn shares(&self) -> impl Iterator<Item = f32> + '_ {
        self.rounds.iter().map(|rounds| 1.0 / (*rounds).max(1) as f32)
    }

    /// What each source gives a point.
    pub fn falls(&self, point: usize) -> impl Iterator<Item = Falls> + '_ {
        let sums = &self.sums[point * self.sources..(point + 1) * self.sources];
        sums.iter().zip(self.shares()).map(|(sum, share)| *sum * share)
    }
}
