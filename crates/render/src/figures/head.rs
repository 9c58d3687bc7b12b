//! Heads turned on shoulders.

use super::Model;
use super::mesh::{Mesh, Piece};
use glam::{Quat, Vec3, Vec3A};
use std::collections::HashMap;
use std::sync::{Arc, LazyLock, Mutex, PoisonError};

/// Where a head turns: about an upright axis at `y`, whole above the chin, less and less down the neck.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Neck {
    /// The chin's height, in metres.
    pub chin: f32,
    /// How far back the axis is, in metres.
    pub y: f32,
}

/// From the chin down to where the shoulders keep still, as a share of the chin's height.
const DOWN: f32 = 0.055;

/// Heads are turned by so many degrees or the next so many.
pub const TURN: f32 = 3.0;

impl Neck {
    /// How much of a turn a height takes part in.
    fn takes(self, height: f32) -> f32 {
        let down = (self.chin - height) / (self.chin * DOWN);
        let part = 1.0 - down.clamp(0.0, 1.0);
        part * part * (3.0 - 2.0 * part)
    }

    /// A place after the head was turned by an angle.
    #[must_use]
    pub fn turns(self, place: Vec3A, angle: f32) -> Vec3A {
        let axis = Vec3A::new(0.0, self.y, 0.0);
        self.by(place, angle) * (place - axis) + axis
    }

    fn by(self, place: Vec3A, angle: f32) -> Quat {
        Quat::from_rotation_z(angle * self.takes(place.z))
    }

    fn piece(self, (triangle, corners, group): &Piece, angle: f32) -> Piece {
        let mut turned = (*triangle, *corners, *group);
        let places = [&mut turned.0.v0, &mut turned.0.v1, &mut turned.0.v2];
        for (place, corner) in places.into_iter().zip(&mut turned.1) {
            corner.normal = Vec3A::from(self.by(*place, angle) * Vec3::from(corner.normal));
            *place = self.turns(*place, angle);
        }
        turned
    }
}

/// Meshes by model and how far its head is turned.
type Looking = HashMap<(Model, i8), Arc<Mesh>>;

impl Model {
    /// Its mesh with the head turned to the left by so many steps of [`TURN`]. Kept, as long as there are not too many.
    #[must_use]
    pub fn looking(self, steps: i8) -> Arc<Mesh> {
        const MOST: usize = 48;
        static KEPT: LazyLock<Mutex<Looking>> = LazyLock::new(Mutex::default);
        let Some(neck) = self.neck().filter(|_| steps != 0) else { return self.mesh() };
        let known = KEPT.lock().unwrap_or_else(PoisonError::into_inner).get(&(self, steps)).cloned();
        known.unwrap_or_else(|| {
            let angle = (f32::from(steps) * TURN).to_radians();
            let pieces: Vec<Piece> = Mesh::read(self.file()).iter().map(|piece| neck.piece(piece, angle)).collect();
            let made = Arc::new(Mesh::of(&pieces));
            let mut kept = KEPT.lock().unwrap_or_else(PoisonError::into_inner);
            if kept.len() >= MOST {
                kept.clear();
            }
            kept.insert((self, steps), Arc::clone(&made));
            made
        })
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::V;
    use crate::figures::Group;
    use obvhs::ray::Ray;

    /// With the head turned to its left by 60° the nose is there, and the shoulders are where they were.
    #[test]
    fn the_nose_goes_and_the_shoulders_stay() {
        let (model, angle) = (Model::WomanNear, 60.0f32);
        let mesh = model.looking((angle / TURN) as i8);
        let (neck, [x, y, z]) = (model.neck().unwrap(), model.eyes());
        let eyes = neck.turns(V::new(x, y, z), angle.to_radians());
        // As made it looks along −y; its left is +x.
        let looks = V::new(angle.to_radians().sin(), -angle.to_radians().cos(), 1e-4).normalize();
        let at_nose = Ray::new_inf(eyes + looks - V::Z * 0.03, -looks);
        let nose = mesh.first(at_nose).unwrap();
        assert_eq!(nose.group, Group::Skin);
        assert!(nose.far < 1.0 && nose.normal.dot(looks) > 0.5, "{nose:?}");
        let plain = model.mesh();
        let shoulder = Ray::new_inf(V::new(0.12, -2.0, neck.chin * (1.0 - 2.0 * DOWN)), V::Y);
        assert_eq!(mesh.first(shoulder).map(|met| met.far), plain.first(shoulder).map(|met| met.far));
        assert!(Arc::ptr_eq(&mesh, &model.looking((angle / TURN) as i8)));
    }
}
