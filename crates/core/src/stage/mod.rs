//! The set as the picture sees it.

mod clear;
mod framing;

pub use crate::set::View;
pub use clear::Intruder;
pub(crate) use clear::{Outline, card_edge, card_outline, clear_distance, intruders};
pub use framing::{Framing, view_of};

use crate::geometry::{DVec3, HalfSpace};
use crate::kit::Camera;
use crate::quantity::Millimetres;
use crate::scene::{FaceAt, Sun};
use crate::setup::Setup;
use crate::terms::Purpose;

/// The set with everything's place and direction worked out.
#[derive(Debug, Clone)]
pub struct Stage<'a> {
    /// The setup.
    pub setup: &'a Setup,
    /// The lens.
    pub eye: DVec3,
    /// The faces in the picture, the one the levels are about first.
    pub faces: Vec<FaceAt>,
    /// The point of the background behind that face.
    pub backdrop: DVec3,
    /// What the camera sees.
    pub view: View,
    /// The share of the frame that passes for a point: less of a thing is not seen.
    pub point: f64,
    /// The sun on it.
    pub sun: Option<Sun>,
    /// What the main subject's body stands before; none for a thing, and where the lens stands in the body.
    pub(crate) cover: Option<[HalfSpace; 5]>,
}

impl<'a> Stage<'a> {
    /// Works out a setup's set as it is seen in a picture for this purpose by this body, in the sun that was put there.
    #[must_use]
    pub fn new(setup: &'a Setup, purpose: Purpose, body: &Camera) -> Stage<'a> {
        let frame = purpose.frame(body);
        let area = frame.0.millimetres() * frame.1.millimetres();
        let point = purpose.circle(body).millimetres().powi(2) / area;
        Stage { point, ..Stage::seen(setup, view_of(setup, frame)) }
    }

    /// Works it out where no body is known: as one of 24 × 36 mm sees it.
    #[must_use]
    pub fn unframed(setup: &'a Setup) -> Stage<'a> {
        Stage::seen(setup, view_of(setup, (Millimetres::of(36.0), Millimetres::of(24.0))))
    }

    fn seen(setup: &'a Setup, view: View) -> Stage<'a> {
        let eye = setup.scene.camera.at.point();
        let (faces, backdrop) = (setup.faces(), setup.backdrop());
        Stage { setup, eye, faces, backdrop, view, point: POINT, sun: setup.scene.sun, cover: clear::cover(setup, eye) }
    }
}

/// What passes for a point where no body is known: a circle of the diagonal over 1500 on 24 × 36 mm.
const POINT: f64 = 1e-6;
