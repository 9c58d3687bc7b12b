use super::{Colouring, Tone};
use crate::geometry::{DVec3, Flat, direction};
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
}

/// A thing on a table, or on the ground where the table has no height.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct Thing {
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
    /// Its front as a flat rectangle.
    #[must_use]
    pub fn front(&self) -> Flat {
        let looks = direction(self.looks.degrees(), 0.0);
        let foot = DVec3::new(self.x.metres(), self.y.metres(), self.table.metres());
        let middle = foot + DVec3::Z * (self.height.metres() / 2.0) + looks * (self.depth.metres() / 2.0);
        Flat::new(middle, looks, self.width.metres(), self.height.metres())
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
            tone: None,
            colour: None,
        };
        assert!((person.face().z - height).abs() < 0.01, "{}", person.face().z);
        assert!(person.gaze(DVec3::new(0.0, -3.0, person.face().z)).distance(DVec3::NEG_Y) < 1e-9);
    }
}
