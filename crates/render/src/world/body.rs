//! Who and what stands in the picture.

use super::*;
use crate::figures::TURN;
use std::f32::consts::PI;
use tolva_light::set::{Product, ProductKind};

/// A figure in its place.
#[derive(Debug, Clone)]
pub(super) struct Body {
    pub(super) mesh: Arc<Mesh>,
    to_own: Affine3A,
    /// What turns normals: not the same where it is stretched unevenly.
    pub(super) normals: Mat3A,
    pub(super) bounds: (V, V),
    /// Whose body it is; none of a thing.
    pub(super) person: Option<usize>,
}

/// Nearer than this to the subject, a figure's head and shoulders are all that is seen: half the frame's height there, in metres.
pub(super) const TIGHT: f64 = 0.42;

/// Below this stature a figure is a child's, in metres.
pub(super) const CHILD: f64 = 1.45;

impl Body {
    pub(super) fn of(mesh: Arc<Mesh>, from_own: Affine3A, person: Option<usize>) -> Body {
        let (low, high) = mesh.bounds;
        let corners = (0..8).map(|index| {
            let pick = |bit: u32, low: f32, high: f32| if index >> bit & 1 == 0 { low } else { high };
            V::from(from_own.transform_point3(Vec3::new(
                pick(0, low.x, high.x),
                pick(1, low.y, high.y),
                pick(2, low.z, high.z),
            )))
        });
        let bounds = corners.fold((V::INFINITY, V::NEG_INFINITY), |(low, high), at| (low.min(at), high.max(at)));
        Body { mesh, to_own: from_own.inverse(), normals: from_own.matrix3.inverse().transpose(), bounds, person }
    }

    /// What takes it from its own frame into the set.
    pub(super) fn place(&self) -> Affine3A {
        self.to_own.inverse()
    }

    /// What a group of its mesh is of the picture.
    pub(super) fn part(&self, group: Group) -> Part {
        self.person.map_or(Part::Thing(group), |person| Part::Person(person, group))
    }

    /// A ray in the figure's own frame; its direction keeps the scale, so that how far stays how far.
    pub(super) fn own(&self, ray: &Ray) -> Ray {
        Ray::new(
            self.to_own.transform_point3a(ray.origin),
            self.to_own.transform_vector3a(ray.direction),
            ray.tmin,
            ray.tmax,
        )
    }
}

/// A figure in its place, with what it sits on.
pub(super) fn stands(figure: &Figure, person: usize, view: &View) -> Vec<Body> {
    let far = (figure.eyes - view.eye).dot(view.looks).max(0.1);
    let tight = view.half_height * far < TIGHT && !figure.seated;
    let model = match (figure.seated, tight, person % 3) {
        (true, ..) => Model::Seated,
        (false, true, 0) => Model::ManNear,
        (false, true, 1) => Model::WomanNear,
        (false, true, _) => Model::OlderWomanNear,
        _ if figure.stature < CHILD => Model::Child,
        (false, false, 0) => Model::Man,
        (false, false, 1) => Model::Woman,
        (false, false, _) => Model::OlderMan,
    };
    let scale = figure.eyes.z as f32 / model.eyes()[2];
    let bearing = |way: DVec3| {
        let level = way.with_z(0.0).try_normalize().unwrap_or(DVec3::NEG_Y);
        // As made it looks along −y.
        (level.x as f32).atan2(-level.y as f32)
    };
    let body = bearing(figure.body);
    let aside = (bearing(figure.gaze) - body + PI).rem_euclid(2.0 * PI) - PI;
    #[expect(clippy::cast_possible_truncation, reason = "half a turn is some sixty steps")]
    let steps = (aside.to_degrees() / TURN).round() as i8;
    // What is left of a step the whole body makes up for.
    let looking = (f32::from(steps) * TURN).to_radians();
    let turn = Quat::from_rotation_z(body + aside - looking);
    let rough = Affine3A::from_scale_rotation_translation(Vec3::splat(scale), turn, Vec3::ZERO);
    let own = Vec3A::from_array(model.eyes());
    let eyes = rough.transform_point3a(model.neck().map_or(own, |neck| neck.turns(own, looking)));
    let eyes = Vec3::from(eyes);
    let moved = Vec3::new(figure.eyes.x as f32, figure.eyes.y as f32, figure.eyes.z as f32) - eyes;
    let placed = Affine3A::from_translation(moved) * rough;
    let mut all = vec![Body::of(model.looking(steps), placed, Some(person))];
    if figure.seated {
        // As the file beside the figures says: under the seated woman.
        let under = placed * Affine3A::from_translation(Vec3::new(0.0, 0.43, 0.0));
        all.push(Body::of(Model::Stool.mesh(), under, Some(person)));
    }
    all
}

/// A product where its solid stands, or a row of it.
pub(super) fn placed(block: &Solid, product_of: &Product) -> Vec<Body> {
    let Solid::Block { middle, right, front, half_height } = *block else { return Vec::new() };
    let count = product_of.kind.in_a_row(right.length() * 2.0, half_height * 2.0);
    // As made its own left is at +x: whoever looks at it sees its writing the right way round.
    let along = DVec3::Z.cross(front).normalize_or(DVec3::X);
    let each = along * (right.length() * 2.0 / f64::from(count));
    // A row leaves some room between.
    let fills = if count > 1 { 1.0 / ProductKind::ROOM } else { 1.0 };
    let axes = Mat3A::from_cols(v(each * fills), v(front * -2.0), Vec3A::Z * (2.0 * half_height as f32));
    let mesh = product(product_of.kind);
    let (low, high) = mesh.bounds;
    let size = high - low;
    let to_unit =
        Affine3A::from_scale(Vec3::from(size.recip())) * Affine3A::from_translation(Vec3::from(-(low + high) / 2.0));
    let first = middle - each * (f64::from(count - 1) / 2.0);
    let one = |index: u32| {
        let at = Affine3A { matrix3: axes, translation: v(first + each * f64::from(index)) };
        Body::of(Arc::clone(&mesh), at * to_unit, None)
    };
    (0..count).map(one).collect()
}
