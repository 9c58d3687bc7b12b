//! Lines of equal light of one light, in stops against the subject: on the level of the face as seen from above, in the
//! upright plane through the face as seen from the side.

use super::Extent;
use crate::geometry::{DVec3, Point};
use crate::situation::{Lit, Situation};
use contour::ContourBuilder;
use serde::Serialize;

/// A line of equal light.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Curve {
    /// Stops against the subject.
    pub stops: f64,
    /// Its pieces as seen from above.
    pub plan: Vec<Vec<Point>>,
    /// Its pieces as seen from the side.
    pub elevation: Vec<Vec<Point>>,
}

/// The lines drawn, in stops against the subject.
const LINES: [f64; 7] = [3.0, 2.0, 1.0, 0.0, -1.0, -2.0, -3.0];
/// Points of the grid along the longer side.
const POINTS: usize = 56;

pub(super) fn of(s: &Situation<'_>, lit: &Lit<'_>, extent: Extent) -> Vec<Curve> {
    let face = s.setup.main_face().at;
    let there = lit.emitter.gain_towards(face);
    if there <= 0.0 {
        return Vec::new();
    }
    let level = |at: DVec3| (lit.emitter.gain_towards(at) / there).max(1e-6).log2();
    let plan = lines([extent.x, extent.y], |x, y| DVec3::new(x, y, face.z), &level);
    let elevation = lines([extent.y, extent.z], |y, z| DVec3::new(face.x, y, z), &level);
    LINES
        .iter()
        .zip(plan.into_iter().zip(elevation))
        .filter(|(_, (plan, elevation))| !plan.is_empty() || !elevation.is_empty())
        .map(|(stops, (plan, elevation))| Curve { stops: *stops, plan, elevation })
        .collect()
}

/// For each of the lines its pieces over a rectangle.
fn lines(sides: [[f64; 2]; 2], at: impl Fn(f64, f64) -> DVec3, level: &impl Fn(DVec3) -> f64) -> Vec<Vec<Vec<Point>>> {
    let size = sides.map(|[low, high]| high - low);
    let step = size[0].max(size[1]) / (POINTS - 1) as f64;
    let count = size.map(|size| (size / step).round() as usize + 1);
    let place = |i: f64, j: f64| at(sides[0][0] + i * step, sides[1][0] + j * step);
    let mut values = Vec::with_capacity(count[0] * count[1]);
    for j in 0..count[1] {
        for i in 0..count[0] {
            values.push(level(place(i as f64, j as f64)));
        }
    }
    let none = || LINES.iter().map(|_| Vec::new()).collect();
    let Ok(found) = ContourBuilder::new(count[0], count[1], true).lines(&values, &LINES) else { return none() };
    found
        .into_iter()
        .map(|line| {
            let mut pieces = Vec::new();
            for ring in line.geometry() {
                let mut piece: Vec<Point> = Vec::new();
                for point in &ring.0 {
                    // The values stand in the middle of the cells; where a ring runs along the edge it is no line of
                    // equal light.
                    let (i, j) = (point.x - 0.5, point.y - 0.5);
                    let inside = i > 0.0 && j > 0.0 && i < (count[0] - 1) as f64 && j < (count[1] - 1) as f64;
                    if inside {
                        piece.push(place(i, j).into());
                    } else if piece.len() > 1 {
                        pieces.push(std::mem::take(&mut piece));
                    } else {
                        piece.clear();
                    }
                }
                if piece.len() > 1 {
                    pieces.push(piece);
                }
            }
            pieces
        })
        .collect()
}
