//! What the camera sees of a set: who and what stands in it.

use super::moves;
use crate::colour::Surface as Paint;
use crate::geometry::{DVec3, Flat};
use crate::set::{Figure, Gear, Paints, Product, Shown, Surface};
use crate::setup::{Detail, Holder, Setup, SubjectKind};
use crate::situation::Situation;

/// How light plain clothes are, one person after the other, so that no two beside each other wear the same, as L* of a grey
/// with a hint of colour (the program's own choice).
const CLOTHS: [[f64; 3]; 5] =
    [[38.0, -2.0, -16.0], [52.0, 4.0, 10.0], [30.0, -6.0, 4.0], [60.0, 1.0, -4.0], [42.0, 14.0, 8.0]];

pub(super) fn cloth(person: usize) -> Paint {
    let [l, a, b] = CLOTHS[person % CLOTHS.len()];
    Paint::of(crate::colour::Lab { l, a, b })
}

/// A paint's part in what goes on from it, without a colour of its own.
fn plain(paint: &Paint) -> Surface {
    Surface::of(paint.reflectance())
}

/// How far a table goes beyond the thing on it, in metres (common practice: room for cards).
const ROUND_THE_THING: f64 = 0.35;

/// The top of the table a thing stands on; none where it stands on the ground.
fn table(thing: &crate::scene::Thing) -> Option<Flat> {
    let front = thing.front();
    let foot = (front.middle - front.normal() * (thing.depth.metres() / 2.0)).with_z(thing.table.metres());
    let half = |side: f64| side / 2.0 + ROUND_THE_THING;
    let (right, up) = (front.right.normalize_or(DVec3::X), -front.normal());
    let (width, depth) = (half(thing.width.metres()), half(thing.depth.metres()));
    (foot.z > 0.0).then_some(Flat { middle: foot, right: right * width, up: up * depth })
}

/// How far behind its face a light is carried, in metres (common practice).
const BEHIND_FACE: f64 = 0.15;

/// Stands, what is behind the faces of lights, and the camera.
fn gear(s: &Situation<'_>) -> Vec<Gear> {
    let shades = s.lights.iter().filter(|lit| !lit.light.is_on_camera());
    let shades = shades.map(|lit| Gear::Shade { emitter: lit.emitter, head: lit.optics.head });
    let stands = s.lights.iter().filter(|lit| lit.light.held_by == Holder::Stand);
    let stands = stands.map(|lit| Gear::Stand { top: lit.emitter.middle - lit.emitter.looks * BEHIND_FACE });
    let view = s.stage.view;
    shades.chain(stands).chain([Gear::Camera { eye: view.eye, looks: view.looks, up: view.up }]).collect()
}

/// What the camera sees of a set.
pub(super) fn shown(s: &Situation<'_>, paints: &Paints) -> Shown {
    let (setup, stage) = (s.setup, &s.stage);
    let person = |(index, person): (usize, &crate::scene::Person)| Figure {
        eyes: person.face(),
        gaze: person.gaze(stage.eye),
        body: person.turned(stage.eye),
        stature: person.stature.metres(),
        seated: person.posture == crate::scene::Posture::Sitting,
        skin: plain(&paints.skins[index]),
        cloth: plain(&paints.cloths[index]),
    };
    let thing = setup.is_thing();
    Shown {
        view: stage.view,
        people: if thing { Vec::new() } else { people(setup).enumerate().map(person).collect() },
        thing: thing.then(|| Product {
            kind: setup.scene.thing.kind,
            finish: setup.scene.thing.finish,
            surface: plain(&paints.thing),
        }),
        moves: moves(s),
        skyline: s.skyline(),
        behind: setup.background.behind(),
        leaves: s.forecast.and_then(|forecast| forecast.leaves).map(|leaves| leaves.open),
        busy: setup.background.detail == Some(Detail::Busy),
        gear: gear(s),
        table: thing.then(|| table(&setup.scene.thing)).flatten(),
    }
}

/// Who is in the picture: one person alone, or the group.
pub(super) fn people(setup: &Setup) -> impl Iterator<Item = &crate::scene::Person> {
    let count = if setup.subject.kind == SubjectKind::Person { 1 } else { usize::MAX };
    setup.scene.people.iter().take(count)
}
