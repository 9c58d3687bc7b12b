//! Who and what stands in the picture.

use super::*;

/// A figure in its place.
#[derive(Debug, Clone, Copy)]
pub(super) struct Body {
    pub(super) mesh: &'static Mesh,
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

/// A thing so many times as wide as it is high is drawn as a row, of so many at most.
pub(super) const ROW: f64 = 1.6;

pub(super) const MOST: u32 = 5;

impl Body {
    pub(super) fn of(mesh: &'static Mesh, from_own: Affine3A, person: Option<usize>) -> Body {
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
    let level = figure.gaze.with_z(0.0).try_normalize().unwrap_or(DVec3::NEG_Y);
    // As made it looks along −y.
    let turn = Quat::from_rotation_z((level.x as f32).atan2(-level.y as f32));
    let rough = Affine3A::from_scale_rotation_translation(Vec3::splat(scale), turn, Vec3::ZERO);
    let eyes = rough.transform_point3(Vec3::from_array(model.eyes()));
    let moved = Vec3::new(figure.eyes.x as f32, figure.eyes.y as f32, figure.eyes.z as f32) - eyes;
    let placed = Affine3A::from_translation(moved) * rough;
    let mut all = vec![Body::of(model.mesh(), placed, Some(person))];
    if figure.seated {
        // As the file beside the figures says: under the seated woman.
        let under = placed * Affine3A::from_translation(Vec3::new(0.0, 0.43, 0.0));
        all.push(Body::of(Model::Stool.mesh(), under, Some(person)));
    }
    all
}
