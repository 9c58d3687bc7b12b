//! What the camera sees of a set: who and what stands in it.

use super::moves;
use crate::colour::Surface as Paint;
use crate::geometry::{DVec3, Flat};
use crate::set::{Figure, Paints, Product, Shown, Surface};
use crate::setup::{Setup, SubjectKind};
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
        skyline: s
            .forecast
            .and_then(|forecast| forecast.far_off.as_ref())
            .map(|far| far.skyline.clone())
            .unwrap_or_default(),
        table: thing.then(|| table(&setup.scene.thing)).flatten(),
    }
}

/// Who is in the picture: one person alone, or the group.
pub(super) fn people(setup: &Setup) -> impl Iterator<Item = &crate::scene::Person> {
    let count = if setup.subject.kind == SubjectKind::Person { 1 } else { usize::MAX };
    setup.scene.people.iter().take(count)
}
