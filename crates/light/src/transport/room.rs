use super::Receiver;
use crate::emitter::factor::to_polygon;
use crate::geometry::{DVec3, Flat};
use crate::set::{RoomSide, Sight, Walls};
use std::f64::consts::PI;

/// Patches along each side of a wall: one for so many metres, and no more than this.
const SIDE: f64 = 1.2;
const MOST: usize = 4;
/// Points of a patch at which the sun is looked for, and the golden section that spreads them.
const POINTS: u32 = 16;
const GOLDEN: f64 = 0.618_033_988_749_895;
/// The whitest a wall is taken to be (barium sulphate): in a closed room that kept nothing light would never end.
const WHITEST: f64 = 0.98;
/// How far before a wall it is looked for what stands between, in metres.
const OFF_WALL: f64 = 1e-3;

/// One patch of a wall.
#[derive(Debug, Clone, Copy)]
pub(super) struct Place {
    flat: Flat,
    pub(super) middle: DVec3,
    pub(super) normal: DVec3,
    pub(super) area: f64,
    pub(super) reflectance: f64,
    pub(super) tint: f64,
    pub(super) part: RoomSide,
}

/// What a receiver sees of a patch: the share of it that is open, and what share of its half space that fills.
#[derive(Debug, Clone, Copy)]
pub(super) struct Seen {
    pub(super) open: f64,
    pub(super) factor: f64,
}

/// The patches of one wall: where they begin in the list, how many each way.
#[derive(Debug, Clone, Copy)]
struct Grid {
    part: RoomSide,
    flat: Flat,
    begins: usize,
    across: usize,
    high: usize,
}

/// The room on coarse patches, and how they see each other.
#[derive(Debug, Clone)]
pub struct Room {
    grids: Vec<Grid>,
    patches: Vec<Place>,
    /// For each patch, what it sees of each other one.
    factors: Vec<f64>,
    /// `1 − ρF` as a lower and an upper triangle in one, row by row.
    triangles: Vec<f64>,
}

impl Room {
    /// Parts the walls of a room into patches and works out how they see each other.
    #[must_use]
    pub fn of(walls: Walls) -> Room {
        let (low, high) = walls.bounds();
        let (middle, half) = ((low + high) / 2.0, (high - low) / 2.0);
        let (mut grids, mut patches): (Vec<Grid>, Vec<Place>) = (Vec::new(), Vec::new());
        for plane in walls.planes() {
            let looks = plane.looks;
            // Half the sides of the wall, along the two axes it lies in.
            let along = if looks.x == 0.0 { DVec3::X * half.x } else { DVec3::Y * half.y };
            let upward = if looks.z == 0.0 { DVec3::Z * half.z } else { DVec3::Y * half.y };
            let at = middle - looks * (middle - plane.at).dot(looks);
            let flat = Flat { middle: at, right: along, up: upward };
            let count = |side: DVec3| ((2.0 * side.length() / SIDE).ceil() as usize).clamp(1, MOST);
            let grid =
                Grid { part: plane.part, flat, begins: patches.len(), across: count(along), high: count(upward) };
            for row in 0..grid.high {
                for column in 0..grid.across {
                    let flat = grid.part_of(column, row);
                    patches.push(Place {
                        flat,
                        middle: flat.middle,
                        normal: looks,
                        area: flat.area(),
                        reflectance: plane.surface.reflectance.share().min(WHITEST),
                        tint: plane.surface.tint.mired(),
                        part: plane.part,
                    });
                }
            }
            grids.push(grid);
        }
        let mut factors = vec![0.0; patches.len() * patches.len()];
        let count = patches.len();
        for (i, from) in patches.iter().enumerate() {
            for (j, to) in patches.iter().enumerate().skip(i + 1) {
                if from.part != to.part {
                    // One way gives the other: what goes from patch to patch goes back (reciprocity, A₁·F₁₂ = A₂·F₂₁).
                    let there = to.seen_by(from.middle, from.normal, FAR);
                    factors[i * count + j] = there;
                    factors[j * count + i] = there * from.area / to.area;
                }
            }
        }
        if grids.len() == 6 {
            closed(&mut factors, count);
        }
        let triangles = triangles(&patches, &factors);
        Room { grids, patches, factors, triangles }
    }

    pub(super) fn len(&self) -> usize {
        self.patches.len()
    }

    pub(super) fn area(&self, patch: usize) -> f64 {
        self.patches[patch].area
    }

    /// The patch of a wall a point of it lies on; none outside what is looked at.
    pub(super) fn patch_at(&self, part: RoomSide, at: DVec3) -> Option<usize> {
        let grid = self.grids.iter().find(|grid| grid.part == part)?;
        let from = at - grid.flat.middle;
        let place = |axis: DVec3, count: usize| {
            let share = (from.dot(axis) / axis.length_squared() + 1.0) / 2.0;
            (0.0..1.0).contains(&share).then_some((share * count as f64) as usize)
        };
        let (column, row) = (place(grid.flat.right, grid.across)?, place(grid.flat.up, grid.high)?);
        Some(grid.begins + row * grid.across + column)
    }

    pub(super) fn places(&self) -> impl Iterator<Item = &Place> {
        self.patches.iter()
    }

    /// The middles of its patches, as surfaces that light falls on.
    pub(super) fn surfaces(&self) -> impl Iterator<Item = Receiver> {
        self.patches.iter().map(|place| Receiver { at: place.middle + place.normal * OFF_WALL, normal: place.normal })
    }

    /// What each patch sends back of the light that falls on it on the whole.
    pub(super) fn sent_back(&self, falls: impl Fn(usize) -> f64) -> Vec<f64> {
        self.patches.iter().enumerate().map(|(patch, place)| place.reflectance * falls(patch)).collect()
    }

    /// The same of light that may fall on a part of it, looked at in several points: so that the edge of a patch of sun
    /// wanders over the floor and does not leap.
    pub(super) fn sent_back_in_points(&self, falls: impl Fn(&Receiver) -> f64) -> Vec<f64> {
        let of = |place: &Place| {
            let points = (0..POINTS).map(|index| {
                // No two of them in one row: an edge takes one after the other.
                let (across, high) = ((f64::from(index) + 0.5) / f64::from(POINTS), f64::from(index) * GOLDEN % 1.0);
                let at = place.flat.at(2.0 * across - 1.0, 2.0 * high - 1.0) + place.normal * OFF_WALL;
                falls(&Receiver { at, normal: place.normal })
            });
            place.reflectance * points.sum::<f64>() / f64::from(POINTS)
        };
        self.patches.iter().map(of).collect()
    }

    /// How far each patch is open to a point, past what stands between, whichever way that looks.
    pub(super) fn open_to(&self, sight: &Sight, at: DVec3) -> Vec<f64> {
        let open = |place: &Place| {
            // Some of a patch may be seen whose middle is not before the receiver.
            let before = (place.middle - at).dot(place.normal) < 0.0;
            if before { sight.passes_things(place.middle + place.normal * OFF_WALL, at) } else { 0.0 }
        };
        self.patches.iter().map(open).collect()
    }

    /// The walls as a receiver sees them, given how far each patch is open to it.
    pub(super) fn seen_from(&self, open: &[f64], receiver: &Receiver) -> Vec<Seen> {
        let seen = |(place, open): (&Place, &f64)| {
            let factor = if *open > 0.0 { place.seen_by(receiver.at, receiver.normal, FAR_ENOUGH) } else { 0.0 };
            Seen { open: *open, factor: factor * open }
        };
        self.patches.iter().zip(open).map(seen).collect()
    }

    /// What every patch sends on after the first time, given what each sends on of the light that falls on it first:
    /// `B = ρ·F·(B₀ + B)`, so `(1 − ρF)·B = ρF·B₀`.
    pub(super) fn later(&self, first: &[f64]) -> Vec<f64> {
        let count = self.patches.len();
        let rows = || self.factors.chunks_exact(count.max(1)).zip(&self.patches);
        let mut later: Vec<f64> = rows().map(|(row, patch)| patch.reflectance * dot(row, first)).collect();
        for row in 0..count {
            later[row] -= dot(&self.triangles[row * count..][..row], &later);
        }
        for row in (0..count).rev() {
            let own = &self.triangles[row * count..][..count];
            later[row] = (later[row] - dot(&own[row + 1..], &later[row + 1..])) / own[row];
        }
        later
    }

    /// Whether any of it has a colour.
    pub(super) fn is_tinted(&self) -> bool {
        self.patches.iter().any(|patch| patch.tint != 0.0)
    }

    /// What every patch sends on evenly, times the colour that took on from wall to wall, given what it sends on evenly of the
    /// first time, of all that falls on it first, and later. Tints in mired add: `M = t·B + ρ·F·(M₀ + M)`.
    pub(super) fn tinted(&self, evenly: &[f64], first: &[f64], later: &[f64]) -> Vec<f64> {
        let by_tint = |sent: &[f64]| self.patches.iter().zip(sent).map(|(patch, sent)| patch.tint * sent).collect();
        let (own, at_first, on_the_way): (Vec<f64>, Vec<f64>, Vec<f64>) =
            (by_tint(evenly), by_tint(first), by_tint(later));
        let sent: Vec<f64> = at_first.iter().zip(&on_the_way).map(|(first, later)| first + later).collect();
        let brought = self.later(&sent);
        own.iter().zip(on_the_way).zip(brought).map(|((own, later), brought)| own + later + brought).collect()
    }

    pub(super) fn flux(&self, sent: &[f64]) -> f64 {
        self.patches.iter().zip(sent).map(|(patch, sent)| patch.area * sent).sum()
    }
}

/// Products summed as far as both go, four sums beside each other, so that none waits for the one before.
fn dot(a: &[f64], b: &[f64]) -> f64 {
    let long = a.len().min(b.len());
    let ((fours, rest), (other_fours, other_rest)) = (a[..long].as_chunks::<4>(), b[..long].as_chunks::<4>());
    let mut sums = [0.0; 4];
    for (a, b) in fours.iter().zip(other_fours) {
        for ((sum, a), b) in sums.iter_mut().zip(a).zip(b) {
            *sum += a * b;
        }
    }
    let last: f64 = rest.iter().zip(other_rest).map(|(a, b)| a * b).sum();
    sums.iter().sum::<f64>() + last
}

/// `1 − ρF` taken apart into a lower triangle with ones on its diagonal and an upper one (Gauss, Doolittle's order). A patch sends
/// back less than falls on it, so the diagonal outweighs its row and no row has to change its place.
fn triangles(patches: &[Place], factors: &[f64]) -> Vec<f64> {
    let count = patches.len();
    let mut all: Vec<f64> = factors.iter().map(|factor| -factor).collect();
    for (row, patch) in patches.iter().enumerate() {
        all[row * count..][..count].iter_mut().for_each(|value| *value *= patch.reflectance);
        all[row * count + row] += 1.0;
    }
    for pivot in 0..count {
        let (above, below) = all.split_at_mut((pivot + 1) * count);
        let own = &above[pivot * count..];
        for row in below.chunks_exact_mut(count) {
            let times = row[pivot] / own[pivot];
            row[pivot] = times;
            if times != 0.0 {
                row[pivot + 1..].iter_mut().zip(&own[pivot + 1..]).for_each(|(value, own)| *value -= times * own);
            }
        }
    }
    all
}

/// In a closed room a patch sees walls all round: what its factors miss of 1 or have too much is shared out, so that no
/// light is made or lost from round to round and each way still gives the other.
fn closed(factors: &mut [f64], count: usize) {
    for _ in 0..3 {
        let sums: Vec<f64> = factors.chunks_exact(count).map(|row| row.iter().sum()).collect();
        for (row, own) in factors.chunks_exact_mut(count).zip(&sums) {
            for (factor, other) in row.iter_mut().zip(&sums) {
                *factor /= (own * other).sqrt();
            }
        }
    }
}

impl Grid {
    fn part_of(&self, column: usize, row: usize) -> Flat {
        let place = |index: usize, count: usize| (index as f64 * 2.0 + 1.0) / count as f64 - 1.0;
        Flat {
            middle: self.flat.at(place(column, self.across), place(row, self.high)),
            right: self.flat.right / self.across as f64,
            up: self.flat.up / self.high as f64,
        }
    }
}

/// From this many times a patch's side on, its middle stands for the whole of it: between patches, where errors would add
/// from round to round, and from a patch to a point.
const FAR: f64 = 2.0;
const FAR_ENOUGH: f64 = 1.5;

impl Place {
    /// What share of a receiver's half space it fills, weighed by the cosine: exactly from near, by its middle from far.
    fn seen_by(&self, at: DVec3, normal: DVec3, far: f64) -> f64 {
        let to = self.flat.middle - at;
        let r2 = to.length_squared();
        if r2 < far * far * self.area {
            if (at - self.flat.middle).dot(self.normal) <= 1e-6 {
                return 0.0;
            }
            return to_polygon(at, normal, &self.flat.corners());
        }
        let (leaves, arrives) = (-to.dot(self.normal), to.dot(normal));
        if leaves <= 0.0 || arrives <= 0.0 { 0.0 } else { leaves * arrives * self.area / (PI * r2 * r2) }
    }
}
