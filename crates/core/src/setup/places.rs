//! Where everything of a setup is, and which way it looks.

use super::{BackgroundKind, Light, Setup, SubjectKind};
use crate::geometry::{DVec3, Flat, angle, bearing_and_tilt};
use crate::quantity::Metres;
use crate::scene::{Aim, Card, FaceAt, Person, Role};

/// A light this near to the line to the camera, in degrees, lights both sides of a face.
const NEAR_CAMERA: f64 = 30.0;
/// A light further round than this from where the face looks draws an edge.
const BEHIND: f64 = 98.0;
/// A light turned further than this off the face is not meant for it.
const TURNED_AWAY: f64 = 80.0;
/// A light turned this far off the face, in degrees, is no longer just feathered, and one tilted up more than this looks at a
/// ceiling.
const OFF_FACE: f64 = 35.0;
const TURNED_UP: f64 = 30.0;
/// How far above the lens a flash on the camera sits, in metres.
const SHOE: f64 = 0.18;

/// The key: of the lights on the face, the one that stands least under it, the first where several do.
pub(crate) fn key<'l>(on_face: impl Iterator<Item = &'l Light>) -> Option<&'l Light> {
    on_face.min_by(|a, b| a.under_key.stops().total_cmp(&b.under_key.stops()))
}

impl Setup {
    /// The faces in the picture.
    #[must_use]
    pub fn faces(&self) -> Vec<FaceAt> {
        if self.is_thing() {
            return vec![self.thing_shown()];
        }
        self.people_shown().iter().map(|person| self.face_of(person)).collect()
    }

    /// Whose faces they are; none of a thing.
    fn people_shown(&self) -> &[Person] {
        match self.subject.kind {
            SubjectKind::Thing => &[],
            SubjectKind::Person => self.scene.people.get(..1).unwrap_or_default(),
            SubjectKind::Group => &self.scene.people,
        }
    }

    fn thing_shown(&self) -> FaceAt {
        let thing = self.scene.thing;
        FaceAt { at: thing.shows(), gaze: thing.front().normal() }
    }

    fn face_of(&self, person: &Person) -> FaceAt {
        FaceAt { at: person.face(), gaze: person.gaze(self.scene.camera.at.point()) }
    }

    /// The middle of what has to be sharp.
    #[must_use]
    pub fn focus(&self) -> DVec3 {
        let people = self.people_shown();
        let sum: DVec3 = people.iter().map(Person::face).sum();
        match people.len() {
            _ if self.is_thing() => self.scene.thing.shows(),
            0 => DVec3::ZERO,
            count => sum / count as f64,
        }
    }

    /// From the camera to the middle of the subject.
    #[must_use]
    pub fn subject_distance(&self) -> Metres {
        Metres::nearest(self.scene.camera.at.point().distance(self.focus()))
    }

    /// Where a light's face is: on its stand, or on the camera.
    #[must_use]
    pub fn light_at(&self, light: &Light) -> DVec3 {
        if light.is_on_camera() { self.scene.camera.at.point() + DVec3::Z * SHOE } else { light.at.point() }
    }

    /// The face the levels are about.
    #[must_use]
    pub fn main_face(&self) -> FaceAt {
        let first = match self.subject.kind {
            SubjectKind::Thing => Some(self.thing_shown()),
            SubjectKind::Person | SubjectKind::Group => self.scene.people.first().map(|person| self.face_of(person)),
        };
        first.unwrap_or(FaceAt { at: DVec3::Z * 1.6, gaze: DVec3::NEG_Y })
    }

    /// The point of the background behind the main face, as the camera sees it.
    #[must_use]
    pub fn backdrop(&self) -> DVec3 {
        let (face, eye) = (self.main_face().at, self.scene.camera.at.point());
        let far = self.background.distance.metres();
        let way = face - eye;
        let behind = far - face.y;
        if way.y > 0.2 * way.length() && behind > 0.0 {
            let point = face + way * (behind / way.y);
            DVec3::new(point.x, far, point.z.clamp(0.0, (face.z * 2.0).max(1.0)))
        } else {
            DVec3::new(face.x, far, face.z)
        }
    }

    /// The direction an aim comes to from a place.
    #[must_use]
    pub fn direction_of(&self, aim: Aim, from: DVec3) -> DVec3 {
        let towards = |to: DVec3| {
            let way = to - from;
            if way.length_squared() < 1e-12 { DVec3::NEG_Y } else { way.normalize() }
        };
        match aim {
            Aim::Subject => towards(self.main_face().at),
            Aim::Background => towards(self.backdrop()),
            Aim::Free { pan, tilt } => crate::geometry::direction(pan.degrees(), tilt.degrees()),
        }
    }

    /// Where a light looks.
    #[must_use]
    pub fn light_looks(&self, light: &Light) -> DVec3 {
        self.direction_of(light.aim, self.light_at(light))
    }

    /// From a light to the main face.
    #[must_use]
    pub fn face_distance(&self, light: &Light) -> Metres {
        Metres::nearest(self.light_at(light).distance(self.main_face().at))
    }

    /// From a light to the point of the background behind the main face.
    #[must_use]
    pub fn background_distance(&self, light: &Light) -> Metres {
        Metres::nearest(self.light_at(light).distance(self.backdrop()))
    }

    /// What a light is for, by where it stands and where it looks.
    #[must_use]
    pub fn role(&self, light: &Light) -> Role {
        let face = self.main_face();
        let at = self.light_at(light);
        let to_light = at - face.at;
        let off_gaze = angle(face.gaze, to_light);
        match light.aim {
            Aim::Background => return Role::Background,
            Aim::Free { .. }
                if angle(self.light_looks(light), -to_light) > TURNED_AWAY && self.light_looks(light).y > 0.5 =>
            {
                return Role::Background;
            }
            Aim::Free { .. } | Aim::Subject => {}
        }
        if off_gaze > BEHIND {
            Role::Behind
        } else if light.is_on_camera() || angle(self.scene.camera.at.point() - face.at, to_light) < NEAR_CAMERA {
            Role::Camera
        } else {
            Role::Side
        }
    }

    /// Whether a light is meant to be bounced: turned well off the face, and up or from the camera.
    #[must_use]
    pub fn bounces(&self, light: &Light) -> bool {
        let (at, looks) = (self.light_at(light), self.light_looks(light));
        let (off, tilt) = (angle(looks, self.main_face().at - at), bearing_and_tilt(looks).1);
        let up = tilt > TURNED_UP || light.is_on_camera();
        matches!(light.aim, Aim::Free { .. }) && off >= OFF_FACE && up && self.role(light) != Role::Background
    }

    /// A card as a flat rectangle, in its place.
    #[must_use]
    pub fn card_flat(&self, card: &Card) -> Flat {
        card.flat(self.direction_of(card.aim, card.at.point()))
    }

    /// The wall behind the subject, where there is one.
    #[must_use]
    pub fn back_wall(&self) -> Option<f64> {
        (self.background.kind == BackgroundKind::Wall).then_some(self.background.distance.metres())
    }
}
