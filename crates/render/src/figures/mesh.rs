use crate::V;
use glam::Vec3A;
use obvhs::BvhBuildParams;
use obvhs::cwbvh::CwBvh;
use obvhs::cwbvh::builder::build_cwbvh_from_tris;
use obvhs::ray::{Ray, RayHit};
use obvhs::rt_triangle::RtTriangle;
use obvhs::triangle::Triangle;
use std::time::Duration;

/// What a part of a figure is of.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash)]
pub enum Group {
    /// Skin.
    Skin,
    /// Lips.
    Lips,
    /// The white of the eyes.
    Eyes,
    /// The iris.
    Iris,
    /// The pupil.
    Pupil,
    /// Hair of the head, brows and lashes.
    Hair,
    /// What is worn above: shirt, dress, jumper.
    Top,
    /// What is worn below: trousers.
    Below,
    /// Shoes, belt and buttons.
    Leather,
    /// What people sit on.
    Seat,
    /// A product's own surface: enamel, glaze, the glass of a bottle, the case of a watch.
    Own,
    /// Rims, knobs, handles and caps.
    Trim,
    /// Wine, coffee.
    Liquid,
    /// A label.
    Label,
    /// A ribbon.
    Ribbon,
    /// A watch's dial.
    Dial,
    /// A watch's hands.
    Hands,
    /// A watch's glass.
    Crystal,
    /// A watch's strap.
    Strap,
}

impl Group {
    fn named(name: &str) -> Group {
        match name {
            "lips" => Group::Lips,
            "eyes" => Group::Eyes,
            "iris" => Group::Iris,
            "pupil" => Group::Pupil,
            "hair" | "brows" | "lashes" => Group::Hair,
            "trousers" => Group::Below,
            "belt" | "buttons" | "shoes" | "soles" => Group::Leather,
            "seat" => Group::Seat,
            "glass" | "ceramic" | "paper" | "metal" => Group::Own,
            "liquid" | "coffee" => Group::Liquid,
            "cap" => Group::Trim,
            "label" => Group::Label,
            "ribbon" => Group::Ribbon,
            "dial" => Group::Dial,
            "hands" => Group::Hands,
            "crystal" => Group::Crystal,
            "strap" => Group::Strap,
            "skin" => Group::Skin,
            _ => Group::Top,
        }
    }
}

/// A corner of a triangle beside its place: the normal there and what the colour is multiplied by.
#[derive(Debug, Clone, Copy)]
pub(super) struct Corner {
    pub(super) normal: Vec3A,
    pub(super) shade: f32,
}

/// A triangle with its corners, and what it is of.
pub(super) type Piece = (Triangle, [Corner; 3], Group);

/// A surface of triangles in its own frame: metres, `z` up, looking along −`y`.
pub struct Mesh {
    bvh: CwBvh,
    /// In the order of the hierarchy.
    triangles: Vec<RtTriangle>,
    corners: Vec<[Corner; 3]>,
    groups: Vec<Group>,
    /// Its lowest and highest corner.
    pub bounds: (V, V),
}

impl std::fmt::Debug for Mesh {
    fn fmt(&self, to: &mut std::fmt::Formatter<'_>) -> std::fmt::Result {
        to.debug_struct("Mesh")
            .field("triangles", &self.triangles.len())
            .field("bounds", &self.bounds)
            .finish_non_exhaustive()
    }
}

/// Where a ray meets a mesh.
#[derive(Debug, Clone, Copy)]
pub struct Struck {
    /// How far on, in lengths of the ray's direction.
    pub far: f32,
    /// Square to the triangle.
    pub flat: V,
    /// The smooth normal.
    pub normal: V,
    /// What the colour is multiplied by there.
    pub shade: f32,
    /// What it is of.
    pub group: Group,
}

impl Mesh {
    /// Reads one of the files shipped. One that cannot be read is empty: the tests read all of them.
    pub(super) fn read(bytes: &[u8]) -> Vec<Piece> {
        let mut all: Vec<Piece> = Vec::new();
        if let Ok(file) = gltf::Gltf::from_slice(bytes) {
            let blob = file.blob.as_deref().unwrap_or_default();
            for primitive in file.meshes().flat_map(|mesh| mesh.primitives().collect::<Vec<_>>()) {
                let reader = primitive.reader(|_| Some(blob));
                let (Some(places), Some(normals), Some(indices)) =
                    (reader.read_positions(), reader.read_normals(), reader.read_indices())
                else {
                    continue;
                };
                let places: Vec<Vec3A> = places.map(Vec3A::from_array).collect();
                let normals: Vec<Vec3A> = normals.map(Vec3A::from_array).collect();
                let shades: Vec<f32> = reader.read_colors(0).map_or_else(Vec::new, |colours| {
                    colours.into_rgb_f32().map(|[r, g, b]| 0.2126 * r + 0.7152 * g + 0.0722 * b).collect()
                });
                let group = primitive.material().name().map_or(Group::Top, Group::named);
                let indices: Vec<usize> = indices.into_u32().map(|index| index as usize).collect();
                for corner in indices.chunks_exact(3) {
                    let [a, b, c] = [corner[0], corner[1], corner[2]];
                    let of = |at: usize| Corner { normal: normals[at], shade: shades.get(at).copied().unwrap_or(1.0) };
                    all.push((Triangle { v0: places[a], v1: places[b], v2: places[c] }, [of(a), of(b), of(c)], group));
                }
            }
        }
        all
    }

    pub(super) fn of(all: &[Piece]) -> Mesh {
        let plain: Vec<Triangle> = all.iter().map(|(triangle, ..)| *triangle).collect();
        let bvh = build_cwbvh_from_tris(&plain, BvhBuildParams::fast_build(), &mut Duration::default());
        let order: Vec<usize> = bvh.primitive_indices.iter().map(|index| *index as usize).collect();
        let corners = plain.iter().flat_map(|t| [t.v0, t.v1, t.v2]);
        let bounds = corners.fold((V::INFINITY, V::NEG_INFINITY), |(low, high), at| (low.min(at), high.max(at)));
        Mesh {
            triangles: order.iter().map(|at| RtTriangle::new(plain[*at].v0, plain[*at].v1, plain[*at].v2)).collect(),
            corners: order.iter().map(|at| all[*at].1).collect(),
            groups: order.iter().map(|at| all[*at].2).collect(),
            bvh,
            bounds,
        }
    }

    /// The first place a ray meets it.
    #[must_use]
    pub fn first(&self, ray: Ray) -> Option<Struck> {
        let mut hit = RayHit::none();
        if !self.bvh.ray_traverse(ray, &mut hit, |ray, at| self.triangles[at].intersect(ray)) {
            return None;
        }
        let at = hit.primitive_id as usize;
        let place = self.triangles[at].compute_barycentric(&ray);
        let [a, b, c] = self.corners[at];
        let (u, v, w) = (1.0 - place.x - place.y, place.x, place.y);
        let flat = self.triangles[at].compute_normal().normalize_or_zero();
        Some(Struck {
            far: hit.t,
            flat,
            normal: (a.normal * u + b.normal * v + c.normal * w).normalize_or(flat),
            shade: a.shade * u + b.shade * v + c.shade * w,
            group: self.groups[at],
        })
    }

    /// Its triangles: corners, their normals, and what each is of.
    pub fn pieces(&self) -> impl Iterator<Item = ([V; 3], [V; 3], Group)> + '_ {
        let triangles = self.triangles.iter().zip(&self.corners).zip(&self.groups);
        triangles.map(|((triangle, corners), group)| {
            let at = [triangle.v0, triangle.v0 - triangle.e1, triangle.v0 + triangle.e2];
            (at, corners.map(|corner| corner.normal), *group)
        })
    }

    /// Whether a ray meets nothing of it.
    #[must_use]
    pub fn lets_pass(&self, ray: Ray) -> bool {
        self.bvh.ray_traverse_miss(ray, |ray, at| self.triangles[at].intersect(ray))
    }

    /// The share of light that a ray brings through it, where what is clear takes `each` surface's share and the rest all.
    #[must_use]
    pub fn lets_through(&self, ray: Ray, clear: impl Fn(Group) -> bool, each: f32) -> f32 {
        let mut share = 1.0;
        let passes = self.bvh.ray_traverse_miss(ray, |ray, at| {
            let far = self.triangles[at].intersect(ray);
            if far < ray.tmax && clear(self.groups[at]) {
                share *= each;
                return f32::INFINITY;
            }
            far
        });
        if passes { share } else { 0.0 }
    }
}

#[cfg(test)]
mod tests {
    use super::super::{ALL, Model};
    use super::*;

    /// Every file shipped is read whole: as many triangles as the list beside it says.
    #[test]
    fn every_figure_is_read() {
        let told = include_str!("../../figures/landmarks.json");
        for (model, name) in ALL {
            let from = &told[told.find(&format!("\"{name}\"")).unwrap()..];
            let number = &from[from.find("\"triangles\": ").unwrap() + 13..];
            let count: usize = number[..number.find(',').unwrap()].parse().unwrap();
            assert_eq!(model.mesh().triangles.len(), count, "{name}");
        }
    }

    /// A ray at the face meets the face, and its normal looks back; one over the head passes.
    #[test]
    fn a_ray_meets_the_face() {
        let mesh = Model::WomanNear.mesh();
        let [x, y, z] = Model::WomanNear.eyes();
        let at = |height: f32| Ray::new_inf(V::new(x, -2.0, height), V::Y);
        let nose = mesh.first(at(z - 0.04)).unwrap();
        assert_eq!(nose.group, Group::Skin);
        assert!((nose.far - (2.0 + y)).abs() < 0.05 && nose.normal.y < -0.5, "{nose:?}");
        assert!(mesh.lets_pass(at(z + 0.5)) && !mesh.lets_pass(at(z - 0.04)));
    }
}
