//! Making a change to a setup.

use super::{Change, Worn};
use crate::arrange::{BackToTheSun, added, arranged};
use crate::assess::{DialId, DialKind};
use crate::forecast::Seen;
use crate::geometry::DVec3;
use crate::kit::Kit;
use crate::optics::Support;
use crate::quantity::{Degrees, Id};
use crate::scene::Position;
use crate::setup::{Dial, GelDial, Joined, Light, Multiple, Setup};

/// Makes a change. What it does not concern stays as it is, and so does what it cannot change: an arrangement without
/// a flash in the kit, a light that sits on the camera.
#[must_use]
pub fn apply<'a>(seen: impl Into<Seen<'a>>, kit: &Kit, change: &Change) -> Setup {
    let seen = seen.into();
    let mut setup = seen.setup.clone();
    match change {
        Change::Release { dial } => release(&mut setup, dial),
        Change::Shutter { at } => setup.camera.shutter.at = *at,
        Change::HighSpeedSync => setup.camera.high_speed_sync = true,
        Change::Tripod => setup.camera.support = Support::Tripod,
        Change::Multiple { exposures } => {
            setup.camera.multiple = Some(Multiple { exposures: *exposures, joined: Joined::Added });
        }
        Change::Hold { light, by } => place_light(&mut setup, light, |light| light.held_by = *by),
        Change::Approach { approach } => setup.approach = Some(*approach),
        Change::StepBack { distance } => {
            setup.scene.camera.at = at_distance(setup.focus(), setup.scene.camera.at.point(), distance.metres());
        }
        Change::MoveLight { light, face_distance } => {
            let face = setup.main_face().at;
            place_light(&mut setup, light, |light| {
                light.at = along(face, light.at.point(), face_distance.metres());
            });
        }
        Change::LightFromBackground { light, background_distance } => {
            let backdrop = setup.backdrop();
            place_light(&mut setup, light, |light| {
                light.at = along(backdrop, light.at.point(), background_distance.metres());
            });
        }
        Change::PlaceLight { light, at, aim } => place_light(&mut setup, light, |light| {
            (light.at, light.aim) = (*at, *aim);
        }),
        Change::Fit { light, modifier } => place_light(&mut setup, light, |light| light.modifier.clone_from(modifier)),
        Change::MoveCard { card, face_distance } => {
            let face = setup.main_face().at;
            let held = setup.scene.cards.iter_mut().filter(|known| known.id == *card);
            held.for_each(|card| card.at = along(face, card.at.point(), face_distance.metres()));
        }
        Change::PlaceCamera { at, focal } => {
            setup.scene.camera.at = *at;
            setup.camera.focal = *focal;
        }
        Change::Turn { looks } => turn_people(&mut setup, *looks),
        Change::BackToTheSun => {
            if let Some(sun) = seen.sun() {
                BackToTheSun::of(&setup, sun).put_into(&mut setup);
            }
        }
        Change::Arrange { arrangement } => {
            if let Some(placed) = arranged(seen, kit, *arrangement) {
                setup = placed;
            }
        }
        Change::Add { what } => {
            if let Some(more) = added(&setup, kit, *what) {
                setup = more;
            }
        }
        Change::Colours { kelvin, tint, worn } => {
            setup.white_balance.kelvin = Dial::held(*kelvin);
            setup.white_balance.tint = *tint;
            for Worn { light, gels } in worn {
                place_light(&mut setup, light, |light| light.gels = GelDial { at: gels.clone(), held: true });
            }
        }
        Change::Product { kind } => setup.scene.thing = setup.scene.thing.as_usual(*kind),
        Change::People { count } => setup = setup.with_people(count.people().round() as u32),
    }
    setup
}

pub(super) fn turn_people(setup: &mut Setup, looks: Degrees) {
    setup.scene.people.iter_mut().for_each(|person| person.looks = Some(looks));
}

/// The light of this id, changed; moving one takes nothing off the camera but its place.
pub(super) fn place_light(setup: &mut Setup, id: &Id, change: impl Fn(&mut Light)) {
    setup.lights.iter_mut().filter(|light| light.id == *id).for_each(change);
}

/// The place at this distance from a point, on the line through where a thing stands; never under the ground.
pub(super) fn along(from: DVec3, at: DVec3, distance: f64) -> Position {
    let way = (at - from).try_normalize().unwrap_or(DVec3::NEG_Y);
    let to = from + way * distance;
    Position::nearest(to.with_z(to.z.max(0.05)))
}

/// The same on the level: the height stays, the ground distance makes up for it.
pub(super) fn at_distance(from: DVec3, at: DVec3, distance: f64) -> Position {
    let rise = at.z - from.z;
    let level = (distance * distance - rise * rise).max(0.0).sqrt();
    let way = (at - from).with_z(0.0).try_normalize().unwrap_or(DVec3::NEG_Y);
    if level == 0.0 { along(from, at, distance) } else { Position::nearest((from + way * level).with_z(at.z)) }
}

pub(super) fn release(setup: &mut Setup, dial: &DialId) {
    match dial.dial {
        DialKind::Iso => setup.camera.iso.held = false,
        DialKind::Aperture => setup.camera.aperture.held = false,
        DialKind::Shutter => setup.camera.shutter.held = false,
        DialKind::Nd => setup.camera.nd.held = false,
        DialKind::Kelvin => setup.white_balance.kelvin.held = false,
        DialKind::Power => {
            for light in setup.lights.iter_mut().filter(|light| Some(&light.id) == dial.light.as_ref()) {
                light.power.held = false;
            }
        }
    }
}
