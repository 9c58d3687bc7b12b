//! What carries and shapes light, as it is seen where it stands in the frame: nothing of it sends light on.

use super::lathe::{block, tapered, turned};
use super::mesh::{Group, Mesh};
use crate::{V, v};
use glam::{Affine3A, Mat3A, Vec3A};
use std::sync::{Arc, LazyLock};
use tolva_light::emitter::Face;
use tolva_light::geometry::DVec3;
use tolva_light::set::Gear;

/// How wide a stand's pole is, in metres; how far its legs reach out, and from how high (common practice).
const POLE: f32 = 0.017;
const REACH: f32 = 0.45;
const LEGS: f32 = 0.5;
/// How deep what is behind a face is, of its width, and how long a bare head.
const DEEP: f64 = 0.45;
const HEAD: f64 = 0.22;
/// A camera's body, to its sides, up and back, in metres.
const BODY: [f64; 3] = [0.14, 0.1, 0.08];
/// How far behind the point of view it begins.
const BEHIND: f64 = 0.02;

static ROD: LazyLock<Arc<Mesh>> =
    LazyLock::new(|| Arc::new(Mesh::of(&turned(&[(1.0, 0.0), (1.0, 1.0), (0.0, 1.0)], 0.0, Group::Own))));
static BELL: LazyLock<Arc<Mesh>> =
    LazyLock::new(|| Arc::new(Mesh::of(&turned(&[(1.0, 0.0), (0.3, 1.0), (0.0, 1.0)], 0.0, Group::Own))));
static BOX: LazyLock<Arc<Mesh>> = LazyLock::new(|| Arc::new(Mesh::of(&tapered(0.3, Group::Own))));
static BLOCK: LazyLock<Arc<Mesh>> = LazyLock::new(|| Arc::new(Mesh::of(&block(Group::Own))));

/// A rod from one place to another.
fn rod(from: V, to: V, radius: f32) -> (Arc<Mesh>, Affine3A) {
    let along = to - from;
    let (right, up) = along.normalize_or(Vec3A::Z).any_orthonormal_pair();
    let axes = Mat3A::from_cols(right * radius, up * radius, along);
    (Arc::clone(&ROD), Affine3A { matrix3: axes, translation: from })
}

/// The meshes of a piece of gear, each in its place.
pub(crate) fn gear(piece: &Gear) -> Vec<(Arc<Mesh>, Affine3A)> {
    match piece {
        Gear::Stand { top } => {
            let top = v(*top);
            let foot = top.with_z(0.0);
            let knee = foot + Vec3A::Z * LEGS.min(top.z);
            let leg = |index: u32| {
                let (sine, cosine) = (index as f32 * std::f32::consts::TAU / 3.0 + 0.5).sin_cos();
                rod(knee, foot + Vec3A::new(cosine, sine, 0.0) * REACH, POLE * 0.7)
            };
            [rod(foot, top, POLE)].into_iter().chain((0..3).map(leg)).collect()
        }
        Gear::Shade { emitter, head } => {
            let flat = emitter.flat();
            let (mesh, right, up, deep) = match emitter.face {
                Face::Point => {
                    let (right, up) = tolva_light::geometry::right_and_up(emitter.looks);
                    (&ROD, right * (head / 2.0), up * (head / 2.0), HEAD)
                }
                Face::Disc { diameter } => (&BELL, flat.right, flat.up, diameter.metres() * DEEP),
                Face::Rectangle { width, height } => {
                    (&BOX, flat.right * 2.0, flat.up * 2.0, width.metres().min(height.metres()) * DEEP)
                }
            };
            // A hair's breadth behind its face, which is seen before it.
            let at = emitter.middle - emitter.looks * 2e-3;
            let axes = Mat3A::from_cols(v(right), v(up), v(emitter.looks * -deep));
            vec![(Arc::clone(mesh), Affine3A { matrix3: axes, translation: v(at) })]
        }
        Gear::Camera { eye, looks, up } => {
            let right = looks.cross(*up);
            let [wide, high, deep] = BODY;
            let axes = Mat3A::from_cols(v(right * wide), v(*looks * deep), v(*up * high));
            let at: DVec3 = *eye - *looks * (BEHIND + deep / 2.0);
            vec![(Arc::clone(&BLOCK), Affine3A { matrix3: axes, translation: v(at) })]
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use glam::Vec3;
    use rstest::rstest;
    use tolva_light::emitter::{Emitter, Law};
    use tolva_light::quantity::Metres;

    fn bounds(piece: &Gear) -> (Vec3A, Vec3A) {
        let corners = gear(piece).into_iter().flat_map(|(mesh, place)| {
            let (low, high) = mesh.bounds;
            (0..8).map(move |bits: u32| {
                let pick = |bit: u32, low: f32, high: f32| if bits >> bit & 1 == 0 { low } else { high };
                let at = Vec3::new(pick(0, low.x, high.x), pick(1, low.y, high.y), pick(2, low.z, high.z));
                Vec3A::from(place.transform_point3(at))
            })
        });
        corners.fold((Vec3A::INFINITY, Vec3A::NEG_INFINITY), |(low, high), at| (low.min(at), high.max(at)))
    }

    #[test]
    fn a_stand_stands_on_the_ground() {
        let (low, high) = bounds(&Gear::Stand { top: DVec3::new(1.0, -2.0, 2.3) });
        assert!(low.z.abs() < 0.02 && (high.z - 2.3).abs() < 0.02);
        assert!(low.x > 0.5 && high.x < 1.5 && low.y > -2.5 && high.y < -1.5);
    }

    /// What is behind a face is as wide as it and lies behind it.
    #[rstest]
    #[case::round(Face::Disc { diameter: Metres::nearest(0.9) }, 0.45)]
    #[case::square(Face::Rectangle { width: Metres::nearest(0.6), height: Metres::nearest(0.9) }, 0.3)]
    #[case::bare(Face::Point, 0.035)]
    fn a_shade_is_behind_its_face(#[case] face: Face, #[case] half: f32) {
        let emitter = Emitter { middle: DVec3::new(0.0, 3.0, 1.5), looks: DVec3::NEG_Y, face, law: Law::Diffuse };
        let (low, high) = bounds(&Gear::Shade { emitter, head: 0.07 });
        assert!(low.y > 3.0 && high.y < 3.6, "{low} {high}");
        assert!((high.x - half).abs() < 1e-3 && (low.x + half).abs() < 1e-3, "{low} {high}");
    }

    /// No look begins inside the camera.
    #[test]
    fn a_camera_is_behind_its_eye() {
        let (low, high) = bounds(&Gear::Camera { eye: DVec3::Z * 1.5, looks: DVec3::Y, up: DVec3::Z });
        assert!(high.y < 0.0 && low.y > -0.2 && (high.z - 1.55).abs() < 1e-3);
    }
}
