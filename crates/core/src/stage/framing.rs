use crate::geometry::{DVec3, direction, right_and_up};
use crate::quantity::{Metres, Millimetres, Share};
use crate::scene::{Aim, HALF_SHOULDERS, Person};
use crate::set::View;
use crate::setup::{Setup, SubjectKind};
use serde::Serialize;

/// Room left above a head that nearly fills the frame, as a share of the frame's height (common practice).
const HEADROOM: f64 = 0.1;

/// The part of its own upright box a figure fills: the head is narrower than the shoulders, and legs stand apart (the
/// program's own estimate).
const FIGURE_FILLS: f64 = 0.75;

/// The view of a setup on a frame so wide and so high, held level: half angles `side / 2v`, with the image distance
/// `v = f·s/(s−f)` of the focused lens (thin lens; Ray, *Applied Photographic Optics*).
#[must_use]
pub fn view_of(setup: &Setup, (width, height): (Millimetres, Millimetres)) -> View {
    let f = setup.camera.rig.focal(setup.camera.focal).millimetres();
    let s = (setup.subject_distance().metres() * 1000.0).max(f * 1.05);
    let image = f * s / (s - f);
    let (width, height) = (width.millimetres(), height.millimetres());
    let (width, height) = if setup.scene.camera.upright { (height, width) } else { (width, height) };
    let eye = setup.scene.camera.at.point();
    let half_height = height / (2.0 * image);
    let looks = match setup.scene.camera.aim {
        Aim::Subject => (framed(setup, half_height) - eye).try_normalize().unwrap_or(DVec3::Y),
        Aim::Background => setup.direction_of(Aim::Background, eye),
        Aim::Free { pan, tilt } => direction(pan.degrees(), tilt.degrees()),
    };
    let (right, up) = right_and_up(looks);
    View { eye, looks, right, up, half_width: width / (2.0 * image), half_height }
}

/// The point a camera is aimed at by itself: the middle of the subject where all of it fits, else so that the head
/// stands under the upper edge.
fn framed(setup: &Setup, half_height: f64) -> DVec3 {
    let focus = setup.focus();
    let (low, high) = extent(setup);
    let frame = 2.0 * half_height * setup.subject_distance().metres();
    let middle = if frame >= high - low { (low + high) / 2.0 } else { high + HEADROOM * frame - frame / 2.0 };
    DVec3::new(focus.x, focus.y, middle)
}

/// The lowest and highest of the subject, in metres.
fn extent(setup: &Setup) -> (f64, f64) {
    match setup.subject.kind {
        SubjectKind::Thing => {
            let table = setup.scene.thing.table.metres();
            (table, table + setup.scene.thing.height.metres())
        }
        SubjectKind::Person => (0.0, setup.scene.people.first().map_or(1.7, Person::crown)),
        SubjectKind::Group => (0.0, setup.scene.people.iter().map(Person::crown).fold(0.5, f64::max)),
    }
}

/// What the picture holds.
#[derive(Debug, Clone, Copy, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct Framing {
    /// The width that fills the frame at the subject.
    pub width: Metres,
    /// The height that fills the frame at the subject.
    pub height: Metres,
    /// The subject's height as a share of the frame's; over 1 where it does not fit.
    pub subject_share: f64,
    /// The share of the frame the subject covers, roughly.
    pub covered: Share,
    /// The width of background seen.
    pub background_width: Metres,
    /// Horizontal angle of view in degrees.
    pub angle_across: f64,
    /// Vertical angle of view in degrees.
    pub angle_up: f64,
    /// How many of the faces are in the frame.
    pub faces_in: u32,
    /// How many there are.
    pub faces: u32,
}

impl Framing {
    /// What a view holds of a setup.
    #[must_use]
    pub fn of(setup: &Setup, view: &View) -> Framing {
        let distance = setup.subject_distance().metres();
        let (low, high) = extent(setup);
        let behind = (setup.backdrop() - view.eye).dot(view.looks).max(distance);
        let faces = setup.faces();
        let full = |half: f64| 2.0 * half.atan().to_degrees();
        let (width, height) = (2.0 * view.half_width * distance, 2.0 * view.half_height * distance);
        let subject_share = (high - low) / height;
        let (wide, fills) = if setup.is_thing() {
            (setup.scene.thing.width.metres(), 1.0)
        } else {
            (2.0 * HALF_SHOULDERS * faces.len() as f64, FIGURE_FILLS)
        };
        Framing {
            width: Metres::of(width),
            height: Metres::of(height),
            subject_share,
            covered: Share::nearest(subject_share.min(1.0 - HEADROOM) * (wide / width).min(1.0) * fills),
            background_width: Metres::of(2.0 * view.half_width * behind),
            angle_across: full(view.half_width),
            angle_up: full(view.half_height),
            faces_in: faces.iter().filter(|face| view.sees(face.at)).count() as u32,
            faces: faces.len() as u32,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::Millimetres;
    use crate::sample;
    use crate::scene::Position;
    use proptest::prelude::*;
    use rstest::rstest;

    /// Angles of view of a 36 × 24 mm frame focused far away, as every handbook lists them (Ray, *Applied Photographic
    /// Optics*): across and up, `2·atan(side/2f)`.
    #[rstest]
    #[case(24.0, 73.7, 53.1)]
    #[case(35.0, 54.4, 37.8)]
    #[case(50.0, 39.6, 27.0)]
    #[case(85.0, 23.9, 16.1)]
    #[case(200.0, 10.3, 6.9)]
    fn angles_of_view(#[case] focal: f64, #[case] across: f64, #[case] up: f64) {
        let mut setup = sample::portrait();
        setup.camera.focal = Millimetres::nearest(focal);
        setup.scene.camera.upright = false;
        setup.scene.camera.at.y = crate::quantity::Coordinate::nearest(-190.0);
        let framing = Framing::of(&setup, &view_of(&setup, sample::frame(&setup)));
        assert!((framing.angle_across - across).abs() < 0.1, "{}", framing.angle_across);
        assert!((framing.angle_up - up).abs() < 0.1, "{}", framing.angle_up);
    }

    /// 85 mm, 24 mm of sensor, 2.5 m: `24·(2500−85)/85` = 682 mm fill the height of the frame.
    #[test]
    fn what_fills_the_frame() {
        let mut setup = sample::portrait();
        setup.scene.camera.upright = false;
        setup.scene.camera.aim = Aim::Subject;
        let face = setup.main_face().at;
        setup.scene.camera.at = Position::nearest(face - DVec3::Y * 2.5);
        setup.camera.focal = Millimetres::nearest(85.0);
        let view = view_of(&setup, sample::frame(&setup));
        let framing = Framing::of(&setup, &view);
        assert!((framing.height.metres() - 0.682).abs() < 0.002, "{:?}", framing.height);
        assert!(view.sees(face) && framing.faces_in == 1);
        // The crown stays under the upper edge, by a tenth of the frame.
        let crown = DVec3::Z * setup.scene.people[0].crown();
        let up = view.place(crown).unwrap().1;
        assert!((0.74..0.86).contains(&up), "{up}");
    }

    proptest! {
        /// A point found through a place of the frame stands at that place.
        #[test]
        fn through_and_back(x in -0.99f64..0.99, y in -0.99f64..0.99, far in 0.5f64..30.0) {
            let setup = sample::portrait();
            let view = view_of(&setup, sample::frame(&setup));
            let (px, py) = view.place(view.eye + view.through(x, y) * far).unwrap();
            prop_assert!((px - x).abs() < 1e-9 && (py - y).abs() < 1e-9);
            prop_assert!(view.place(view.eye - view.looks).is_none());
        }
    }
}
