//! Back to the sun: where to look, and where the camera goes.

use crate::geometry::{DVec3, bearing_and_tilt, direction};
use crate::quantity::Degrees;
use crate::scene::{Aim, Position, Sun};
use crate::setup::Setup;

/// The camera stands so far off a face that has its back to the sun (common practice).
pub(crate) const ASIDE: f64 = 45.0;
/// A camera that looks less than this along the set has its background not behind the subject, as the levels look it up.
const ALONG: f64 = 0.2;

/// Back fully to the sun, the camera aside.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(crate) struct BackToTheSun {
    /// The bearing to look in.
    pub(crate) looks: Degrees,
    /// Where the camera goes, as far off and as high as it is.
    pub(crate) at: Position,
    /// Whether it stands at the left of the face, as the face looks: on the side with the set's background behind.
    pub(crate) camera_left: bool,
    /// Whether that background is behind from there.
    pub(crate) same_background: bool,
}

impl BackToTheSun {
    /// For a setup in this sun.
    #[must_use]
    pub(crate) fn of(setup: &Setup, sun: Sun) -> BackToTheSun {
        let away = direction(sun.bearing.degrees() + 180.0, 0.0);
        let looks = bearing_and_tilt(away).0.round();
        let (focus, eye) = (setup.focus(), setup.scene.camera.at.point());
        let far = (eye - focus).with_z(0.0).length();
        let side = |left: bool| {
            let way = direction(looks + if left { -ASIDE } else { ASIDE }, 0.0);
            (focus + way * far).with_z(eye.z)
        };
        let along = |at: DVec3| (focus - at).with_z(0.0).normalize_or_zero().y;
        let camera_left = along(side(true)) >= along(side(false));
        let at = side(camera_left);
        let same_background = along(at) > ALONG;
        BackToTheSun { looks: Degrees::nearest(looks), at: Position::nearest(at), camera_left, same_background }
    }

    /// Turns everybody and takes the camera round.
    pub(crate) fn put_into(&self, setup: &mut Setup) {
        setup.scene.people.iter_mut().for_each(|person| person.looks = Some(self.looks));
        (setup.scene.camera.at, setup.scene.camera.aim) = (self.at, Aim::Subject);
    }
}
