//! Meshes made here: turned on a lathe, swept along a way, or cut as a block.

use super::mesh::{Corner, Group, Piece};
use glam::Vec3A;
use obvhs::triangle::Triangle;
use std::f32::consts::TAU;

/// How many sides what is round has.
const SIDES: usize = 72;
const ROUND_A_TUBE: usize = 24;

/// Two triangles for each field of a grid whose rows are places with their normals; what has no area is left out.
fn skin(rows: &[Vec<(Vec3A, Vec3A)>], group: Group) -> Vec<Piece> {
    let mut all = Vec::new();
    for pair in rows.windows(2) {
        for side in 0..pair[0].len() - 1 {
            let corners = [pair[0][side], pair[0][side + 1], pair[1][side + 1], pair[1][side]];
            let [a, b, c, d] = corners;
            for [p, q, r] in [[a, b, c], [a, c, d]] {
                if (q.0 - p.0).cross(r.0 - p.0).length_squared() > 1e-14 {
                    let corner = |(_, normal): (Vec3A, Vec3A)| Corner { normal, shade: 1.0 };
                    all.push((Triangle { v0: p.0, v1: q.0, v2: r.0 }, [p, q, r].map(corner), group));
                }
            }
        }
    }
    all
}

/// A body turned about an upright axis at `x`, by its profile of radius and height from the bottom up.
pub(super) fn turned(profile: &[(f32, f32)], x: f32, group: Group) -> Vec<Piece> {
    // Square to the profile, between the parts before and after.
    let slope = |index: usize| {
        let (before, after) = (profile[index.saturating_sub(1)], profile[(index + 1).min(profile.len() - 1)]);
        (after.1 - before.1, before.0 - after.0)
    };
    let row = |index: usize| {
        let ((radius, height), (out, up)) = (profile[index], slope(index));
        let corner = |side: usize| {
            let (sine, cosine) = (side as f32 / SIDES as f32 * TAU).sin_cos();
            let normal = Vec3A::new(out * cosine, out * sine, up).normalize_or(Vec3A::Z);
            (Vec3A::new(x + radius * cosine, radius * sine, height), normal)
        };
        (0..=SIDES).map(corner).collect()
    };
    skin(&(0..profile.len()).map(row).collect::<Vec<_>>(), group)
}

/// A tube along a way in the plane of `x` and `z`, with its radius at each place.
pub(super) fn swept(way: &[((f32, f32), f32)], group: Group) -> Vec<Piece> {
    let place = |index: usize| Vec3A::new(way[index].0.0, 0.0, way[index].0.1);
    let row = |index: usize| {
        let along = place((index + 1).min(way.len() - 1)) - place(index.saturating_sub(1));
        // Turned so that the triangles look out.
        let up = along.normalize_or(Vec3A::X).cross(Vec3A::Y);
        let corner = |side: usize| {
            let (sine, cosine) = (side as f32 / ROUND_A_TUBE as f32 * TAU).sin_cos();
            let normal = up * cosine - Vec3A::Y * sine;
            (place(index) + normal * way[index].1, normal)
        };
        (0..=ROUND_A_TUBE).map(corner).collect()
    };
    skin(&(0..way.len()).map(row).collect::<Vec<_>>(), group)
}

/// A box from a square of 1 about the origin, drawn in to this share of it at a height of 1; open below.
pub(super) fn tapered(to: f32, group: Group) -> Vec<Piece> {
    let corner = |x: f32, y: f32, z: f32| Vec3A::new(x, y, z);
    let side = |turn: f32| {
        let (sine, cosine) = turn.sin_cos();
        let turned = |at: Vec3A| corner(at.x * cosine - at.y * sine, at.x * sine + at.y * cosine, at.z);
        let normal = turned(corner(1.0, 0.0, (1.0 - to) / 2.0).normalize());
        let at = |y: f32, z: f32, width: f32| (turned(corner(width / 2.0, y * width / 2.0, z)), normal);
        skin(&[vec![at(-1.0, 0.0, 1.0), at(1.0, 0.0, 1.0)], vec![at(-1.0, 1.0, to), at(1.0, 1.0, to)]], group)
    };
    let end = |x: f32, y: f32| (corner(x * to / 2.0, y * to / 2.0, 1.0), Vec3A::Z);
    let lid = skin(&[vec![end(-1.0, -1.0), end(1.0, -1.0)], vec![end(-1.0, 1.0), end(1.0, 1.0)]], group);
    (0..4).flat_map(|turn| side(turn as f32 * TAU / 4.0)).chain(lid).collect()
}

/// A block as wide, deep and high as 1, about its middle.
pub(super) fn block(group: Group) -> Vec<Piece> {
    let faces = [Vec3A::X, -Vec3A::X, Vec3A::Y, -Vec3A::Y, Vec3A::Z, -Vec3A::Z];
    let face = |normal: Vec3A| {
        let (right, up) = normal.any_orthonormal_pair();
        let corner = |right_of: f32, over: f32| ((normal + right * right_of + up * over) * 0.5, normal);
        skin(&[vec![corner(-1.0, -1.0), corner(1.0, -1.0)], vec![corner(-1.0, 1.0), corner(1.0, 1.0)]], group)
    };
    faces.into_iter().flat_map(face).collect()
}

#[cfg(test)]
mod tests {
    use super::*;

    /// What is made looks out: its triangles as its normals, away from its axis.
    #[test]
    fn everything_looks_out() {
        let ball: Vec<(f32, f32)> =
            (0..=12).map(|step| (step as f32 / 12.0 * TAU / 2.0).sin_cos()).map(|(s, c)| (s, -c)).collect();
        let tube = [((0.0, 0.0), 0.1), ((0.5, 0.2), 0.1), ((1.0, 0.2), 0.1)];
        for (pieces, inside) in [
            (turned(&ball, 0.0, Group::Own), Vec3A::ZERO),
            (block(Group::Own), Vec3A::ZERO),
            (tapered(0.3, Group::Own), Vec3A::Z * 0.1),
            (swept(&tube, Group::Own), Vec3A::NAN),
        ] {
            assert!(!pieces.is_empty());
            for (triangle, corners, _) in pieces {
                let flat = (triangle.v1 - triangle.v0).cross(triangle.v2 - triangle.v0).normalize();
                assert!(corners.iter().all(|corner| corner.normal.dot(flat) > 0.5), "{triangle:?}");
                assert!(inside.is_nan() || (triangle.v0 - inside).dot(flat) > 0.0);
            }
        }
    }
}
