//! The set as the picture sees it.

mod clear;
mod framing;

pub use clear::Intruder;
pub(crate) use clear::{Outline, card_outline, card_points, clear_distance, intruders};
pub use framing::{Framing, View};

use crate::geometry::DVec3;
use crate::quantity::Millimetres;
use crate::scene::{FaceAt, Sun};
use crate::setup::Setup;

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
    /// The sun on it.
    pub sun: Option<Sun>,
}

impl<'a> Stage<'a> {
    /// Works out a setup's set as it is seen on a frame so wide and so high, in the sun that was put there.
    #[must_use]
    pub fn new(setup: &'a Setup, frame: (Millimetres, Millimetres)) -> Stage<'a> {
        Stage::seen(setup, View::on(setup, frame))
    }

    /// Works it out where no body is known: as one of 24 × 36 mm sees it.
    #[must_use]
    pub fn unframed(setup: &'a Setup) -> Stage<'a> {
        Stage::seen(setup, View::on(setup, (Millimetres::of(36.0), Millimetres::of(24.0))))
    }

    fn seen(setup: &'a Setup, view: View) -> Stage<'a> {
        let eye = setup.scene.camera.at.point();
        Stage { setup, eye, faces: setup.faces(), backdrop: setup.backdrop(), view, sun: setup.scene.sun }
    }
}
