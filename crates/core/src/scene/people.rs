use super::{Colouring, Finish, ProductKind, Tone};
use crate::geometry::{DVec3, Flat, bearing_and_tilt, direction};
use crate::quantity::{Coordinate, Degrees, Metres};
use serde::{Deserialize, Serialize};

/// How a person holds themselves.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Posture {
    /// On their feet.
    Standing,
    /// On a chair.
    Sitting,
}

/// A person on the set.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Person {
    /// To the right.
    pub x: Coordinate,
    /// Away from the camera's usual place.
    pub y: Coordinate,
    /// Their height, standing.
    pub stature: Metres,
    /// Standing or sitting.
    pub posture: Posture,
    /// The bearing they look in; at the camera without one.
    pub looks: Option<Degrees>,
    /// The bearing their body is turned in; as they look without one.
    pub body: Option<Degrees>,
    /// How light or dark their skin is; as the subject's tone is said without one.
    pub tone: Option<Tone>,
    /// The colour of their skin; as the subject's is said without one.
    pub colour: Option<Colouring>,
}

/// From the crown of the head to the eyes (common proportion: an eighth of the figure is the head, eyes half-way).
const CROWN_TO_EYES: f64 = 0.0625;
/// Height of a seat, in metres.
const SEAT: f64 = 0.45;
/// From the seat to the crown, as a share of the stature (common proportion).
const SITTING: f64 = 0.52;
/// Half the width of a person at the shoulders, in metres.
pub(crate) const HALF_SHOULDERS: f64 = 0.24;

impl Person {
    /// The height of the crown, in metres.
    #[must_use]
    pub fn crown(&self) -> f64 {
        let stature = self.stature.metres();
        match self.posture {
            Posture::Standing => stature,
            Posture::Sitting => SEAT + SITTING * stature,
        }
    }

    /// The heights between which the neck is, in metres: from the shoulders to the chin (common proportion: an eighth of the figure is
    /// the head, and a twentieth more the neck).
    #[must_use]
    pub fn neck(&self) -> (f64, f64) {
        let chin = self.crown() - self.stature.metres() / 8.0;
        (chin - self.stature.metres() / 20.0, chin)
    }

    /// The middle of the face, at the eyes.
    #[must_use]
    pub fn face(&self) -> DVec3 {
        let down = CROWN_TO_EYES * self.stature.metres();
        DVec3::new(self.x.metres(), self.y.metres(), self.crown() - down)
    }

    /// Where they look, given where the camera is.
    #[must_use]
    pub fn gaze(&self, camera: DVec3) -> DVec3 {
        match self.looks {
            Some(bearing) => direction(bearing.degrees(), 0.0),
            None => {
                let way = camera - self.face();
                if way.length_squared() < 1e-9 { DVec3::NEG_Y } else { way.normalize() }
            }
        }
    }

    /// Where their body is turned, level, given where the camera is: as their body is said to be, as far as a head turns.
    #[must_use]
    pub fn turned(&self, camera: DVec3) -> DVec3 {
        let (looks, _) = bearing_and_tilt(self.gaze(camera));
        let body = self.body.map_or(looks, |body| {
            let aside = (body.degrees() - looks + 180.0).rem_euclid(360.0) - 180.0;
            looks + aside.clamp(-TURNS, TURNS)
        });
        direction(body, 0.0)
    }
}

/// Further than this a head does not turn on its shoulders, in degrees (common practice: about a right angle less a little).
const TURNS: f64 = 75.0;

/// A thing this many times as deep as it is high lies flat.
const FLAT: f64 = 3.0;

/// A thing on a table, or on the ground where the table has no height.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Thing {
    /// What kind of product it is.
    pub kind: ProductKind,
    /// What its surface is like.
    pub finish: Finish,
    /// To the right.
    pub x: Coordinate,
    /// Away from the camera's usual place.
    pub y: Coordinate,
    /// The height of what it stands on.
    pub table: Coordinate,
    /// How wide it is.
    pub width: Metres,
    /// How high.
    pub height: Metres,
    /// How deep.
    pub depth: Metres,
    /// The bearing its front looks in.
    pub looks: Degrees,
}

impl Thing {
    /// Another kind of product in its place, as large and of what it usually is.
    #[must_use]
    pub fn as_usual(self, kind: ProductKind) -> Thing {
        let [width, height, depth] = kind.usual_size().map(Metres::nearest);
        Thing { kind, finish: kind.usual_finish(), width, height, depth, ..self }
    }

    /// Its front as a flat rectangle.
    #[must_use]
    pub fn front(&self) -> Flat {
        let looks = direction(self.looks.degrees(), 0.0);
        let foot = DVec3::new(self.x.metres(), self.y.metres(), self.table.metres());
        let middle = foot + DVec3::Z * (self.height.metres() / 2.0) + looks * (self.depth.metres() / 2.0);
        Flat::new(middle, looks, self.width.metres(), self.height.metres())
    }

    /// The middle of what it shows: its front, or its top where it lies flat.
    #[must_use]
    pub fn shows(&self) -> DVec3 {
        let front = self.front();
        if self.height.metres() * FLAT < self.depth.metres() {
            front.middle - front.normal() * (self.depth.metres() / 2.0) + front.up
        } else {
            front.middle
        }
    }

    /// Its sides but the one it stands on, each by its middle and where it looks; the front first.
    #[must_use]
    pub fn sides(&self) -> [(DVec3, DVec3); 5] {
        let front = self.front();
        let (out, right) = (front.normal(), front.right.normalize_or(DVec3::X));
        let middle = front.middle - out * (self.depth.metres() / 2.0);
        let [depth, width, height] = [self.depth, self.width, self.height].map(|side| side.metres() / 2.0);
        [(out, depth), (right, width), (-right, width), (DVec3::Z, height), (-out, depth)]
            .map(|(looks, far)| (middle + looks * far, looks))
    }
}

/// A face on the set: of a person, or the front of the thing.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct FaceAt {
    /// Where it is.
    pub at: DVec3,
    /// Where it looks.
    pub gaze: DVec3,
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Eye heights by common proportion: 1.64 m standing and about 1.25 m sitting for 1.75 m.
    #[rstest]
    #[case::standing(Posture::Standing, 1.64)]
    #[case::sitting(Posture::Sitting, 1.25)]
    fn eyes(#[case] posture: Posture, #[case] height: f64) {
        let person = Person {
            x: Coordinate::nearest(0.0),
            y: Coordinate::nearest(0.0),
            stature: Metres::nearest(1.75),
            posture,
            looks: None,
            body: None,
            tone: None,
            colour: None,
        };
        assert!((person.face().z - height).abs() < 0.01, "{}", person.face().z);
        assert!(person.gaze(DVec3::new(0.0, -3.0, person.face().z)).distance(DVec3::NEG_Y) < 1e-9);
    }

    /// A body is turned as said, as far as a head turns on it; without a word it goes with the eyes.
    #[rstest]
    #[case::with_the_eyes(None, 180.0)]
    #[case::as_said(Some(225.0), 225.0)]
    #[case::no_further_than_a_head_turns(Some(10.0), 105.0)]
    #[case::round_the_other_way(Some(300.0), 255.0)]
    fn bodies(#[case] body: Option<f64>, #[case] turned: f64) {
        let mut person = crate::scene::Scene::starting(crate::scene::SubjectKind::Person, 3.0).people.remove(0);
        person.body = body.map(Degrees::nearest);
        let camera = DVec3::new(0.0, -3.0, 1.2);
        assert!(person.turned(camera).distance(direction(turned, 0.0)) < 1e-6, "{}", person.turned(camera));
    }

    #[test]
    fn another_product_stays_where_it_was() {
        let mut thing = crate::scene::Scene::starting(crate::scene::SubjectKind::Thing, 1.0).thing;
        thing.x = Coordinate::nearest(0.3);
        let watch = thing.as_usual(ProductKind::Watch);
        assert_eq!((watch.x, watch.finish, watch.table), (thing.x, Finish::Metal, thing.table));
        assert!(watch.height.metres() < 0.02 && watch.depth.metres() > 0.15);
        // It lies flat and shows its top; what stands shows its front.
        let top = watch.table.metres() + watch.height.metres();
        assert!(watch.shows().distance(DVec3::new(0.3, 0.0, top)) < 1e-9, "{}", watch.shows());
        assert_eq!(thing.shows(), thing.front().middle);
    }
}
