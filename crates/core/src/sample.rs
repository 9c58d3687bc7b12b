//! The sample studio, for tests.

use crate::format::{JobFile, KitFile};
use crate::geometry::direction;
use crate::kit::{Film, FilmKind, Kit, KitItem, Lens};
use crate::quantity::{Degrees, Duv, Ev100, Kelvin, Metres, Millimetres, Stops};
use crate::scene::{Position, Sun};
use crate::setup::Setup;
use crate::solve::{Change, apply};

pub(crate) fn kit() -> Kit {
    let file: KitFile = serde_json::from_str(include_str!("../../../demo/kit.json")).unwrap();
    file.kit
}

/// The kit with every body loaded with such a film, balanced for daylight and rated at its base.
pub(crate) fn loaded(gives: FilmKind) -> Kit {
    let (over, under) = if gives == FilmKind::Slide { (2.0, 2.5) } else { (4.0, 2.0) };
    let (over, under) = (Stops::nearest(over), Stops::nearest(under));
    let film = Film { gives, over, under, balanced: Kelvin::nearest(5_500.0), reciprocity: 1.3 };
    let mut kit = kit();
    for item in &mut kit.items {
        if let KitItem::Camera(body) = item {
            body.film = Some(film);
        }
    }
    kit
}

/// A setup as it has to stand with a film in its body.
pub(crate) fn on_film(setup: &mut Setup, kit: &Kit) {
    let body = kit.camera(&setup.camera.body).unwrap();
    setup.camera.iso.at = body.iso().0;
    setup.white_balance.kelvin.at = body.film.unwrap().balanced;
    setup.white_balance.tint = Duv::of(0.0);
}

pub(crate) fn jobs() -> Vec<JobFile> {
    [
        include_str!("../../../demo/slip-shed.json"),
        include_str!("../../../demo/tram-hall.json"),
        include_str!("../../../demo/glasshouse.json"),
    ]
    .iter()
    .map(|text| serde_json::from_str(text).unwrap())
    .collect()
}

pub(crate) fn setups() -> Vec<Setup> {
    jobs().into_iter().flat_map(|job| job.setups).map(|filed| filed.setup).collect()
}

/// The boatbuilder at the doors: backlit, one octa from the side.
pub(crate) fn portrait() -> Setup {
    setups().remove(0)
}

/// The whole sensor of a setup's body.
pub(crate) fn frame(setup: &Setup) -> (Millimetres, Millimetres) {
    let kit = kit();
    let body = kit.camera(&setup.camera.body).unwrap();
    (body.sensor_width, body.sensor_height)
}

pub(crate) fn lens() -> Lens {
    kit().lenses().next().unwrap().clone()
}

/// The same person outdoors: no walls, cards or sun.
pub(crate) fn outdoors() -> Setup {
    let mut setup = portrait();
    let room = &mut setup.scene.room;
    (room.ceiling, room.left, room.right, room.rear) = (None, None, None, None);
    setup.scene.cards.clear();
    setup.scene.sun = None;
    setup
}

/// A low sun behind the subject, to the right.
pub(crate) fn low_sun() -> Sun {
    Sun { bearing: Degrees::nearest(24.0), elevation: Degrees::nearest(6.0), level: Ev100::nearest(13.3) }
}

/// Puts a light at this distance from the face, along its line.
pub(crate) fn at_distance(setup: &mut Setup, light: usize, distance: f64) {
    let (id, face_distance) = (setup.lights[light].id.clone(), Metres::nearest(distance));
    *setup = apply(&*setup, &kit(), &Change::MoveLight { light: id, face_distance });
}

/// Puts a light round the face: so many degrees to the left of the camera and up, and this far.
pub(crate) fn round_face(setup: &mut Setup, light: usize, left: f64, up: f64, far: f64) {
    let face = setup.main_face().at;
    setup.lights[light].at = Position::nearest(face + direction(180.0 + left, up) * far);
    setup.lights[light].held_by = crate::setup::Holder::Stand;
}

/// The slip at its west-facing harbour, as the sample job has it.
pub(crate) fn day() -> crate::day::Day {
    jobs().remove(0).day.unwrap()
}
