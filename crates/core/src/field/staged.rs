//! A setup's set as light sees it: built from its stage, in one place.

use crate::emitter::{Emitter, Face, Law};
use crate::exposure::MeterConstants;
use crate::geometry::{DVec3, Flat, direction};
use crate::place::{Spot, Surroundings};
use crate::quantity::{Metres, MiredShift, turn};
use crate::scene::{CardKind, Person, Thing};
use crate::set::{Glazing, Set, Sheet, Sheeting, Solid, Source, Still, Surface, Wall, Walls};
use crate::setup::{BackgroundKind, SubjectKind};
use crate::stage::Stage;

/// As far off as the sun is taken to be, in metres.
pub(crate) const FAR: f64 = 100.0;
/// How far into the room a window's light begins, in metres, so that the pane itself is not in its way.
const INSIDE: f64 = 0.06;

/// A window's light: diffuse, from just before its pane.
pub(crate) fn window(pane: &Flat) -> Emitter {
    let (width, height) = (2.0 * pane.right.length(), 2.0 * pane.up.length());
    let face = Face::Rectangle { width: Metres::of(width), height: Metres::of(height) };
    let looks = pane.normal();
    Emitter { middle: pane.middle + looks * INSIDE, looks, face, law: Law::Diffuse }
}

/// Half the width of a trunk against the shoulders' (common proportion: arms hang beside it).
const TRUNK: f64 = 0.8;
/// The height of the shoulders as a part of the crown's, and the radius of a head in metres (common proportion).
const SHOULDERS: f64 = 0.82;
const HEAD: f64 = 0.11;

/// What is in a set's list of sources, and where: first the lights that fire, then the windows, then the sun.
#[derive(Debug, Clone, Copy, PartialEq)]
pub(super) enum Shining {
    /// A window, with its intensity along its axis in candelas.
    Window(f64),
    /// The sun, with the illuminance it gives a surface square to it in lux.
    Sun(f64),
}

/// A window by daylight: where it is, where it looks, and how bright it is in cd/m².
struct Window {
    middle: DVec3,
    emitter: Emitter,
    luminance: f64,
}

impl Window {
    /// Its intensity along its axis, in candelas.
    fn intensity(&self) -> f64 {
        self.luminance * self.emitter.area()
    }
}

/// The windows of known brightness, by the constant of the meter they were read with (`L = K/100·2^EV`, ISO 2720).
fn windows<'a>(stage: &'a Stage<'_>, meter: MeterConstants) -> impl Iterator<Item = Window> + 'a {
    stage.setup.scene.panes.iter().filter_map(move |pane| {
        let luminance = meter.luminance(pane.daylight?);
        Some(Window { middle: pane.at.point(), emitter: window(&pane.flat()), luminance })
    })
}

/// Where daylight comes from: the brightest window, else the sun.
pub(super) fn daylight_from(stage: &Stage<'_>, meter: MeterConstants) -> Option<DVec3> {
    let window = windows(stage, meter).max_by(|a, b| a.intensity().total_cmp(&b.intensity()));
    let main = stage.setup.main_face().at;
    window.map(|window| window.middle).or_else(|| stage.sun.map(|sun| main + sun.towards() * FAR))
}

/// The set, and what shines on it beside the lights.
pub(super) fn set_of(stage: &Stage<'_>, meter: MeterConstants, emitters: &[Emitter]) -> (Set, Vec<Shining>) {
    let mut sources: Vec<Source> = emitters.iter().copied().map(Source::Face).collect();
    let mut shining = Vec::new();
    for window in windows(stage, meter) {
        sources.push(Source::Face(window.emitter));
        shining.push(Shining::Window(window.intensity()));
    }
    if let Some(sun) = stage.sun {
        sources.push(Source::Parallel { way: sun.towards(), walled: false });
        shining.push(Shining::Sun(meter.illuminance(sun.level).lux()));
    }
    (Set { still: still(stage, None), sources }, shining)
}

/// How high the roof of an overhang is, in metres, and how far it goes to the sides and back (the program's own estimate).
const ROOF: f64 = 3.0;
const ROOF_WIDE: f64 = 40.0;
const ROOF_DEEP: f64 = 12.0;
/// The least distance from a face to the edge of the roof over it, in metres.
const LEAST_TO_EDGE: f64 = 0.3;

/// What stands still on a set, and about it at its spot.
pub(crate) fn still(stage: &Stage<'_>, spot: Option<&Spot>) -> Still {
    let (scene, setup) = (&stage.setup.scene, stage.setup);
    let room = &scene.room;
    let face = setup.main_face().at;
    let edge = spot.and_then(|spot| match spot.surroundings {
        Surroundings::Overhang { edge } => Some((edge, out(spot))),
        _ => None,
    });
    let to_edge = |roof: f64| {
        edge.map(|(edge, _)| ((roof - face.z).max(0.0) / edge.degrees().to_radians().tan()).max(LEAST_TO_EDGE))
    };
    // A room of the set's own ends at the edge; where there is none, a roof is put up.
    let own = room.ceiling.and_then(|ceiling| to_edge(ceiling.distance.metres()));
    let roof = room.ceiling.is_none().then(|| edge.zip(to_edge(ROOF))).flatten().map(|((_, out), to_edge)| {
        let middle = face.with_z(ROOF) + out * ((to_edge - ROOF_DEEP) / 2.0);
        let right = DVec3::Z.cross(out);
        let flat = Flat { middle, right: right * (ROOF_WIDE / 2.0), up: out * ((to_edge + ROOF_DEEP) / 2.0) };
        Sheet { flat, does: Sheeting::Black, tint: MiredShift::ZERO }
    });
    let background = (setup.background.kind == BackgroundKind::Wall)
        .then_some(Wall { distance: setup.background.distance, surface: setup.background.surface });
    let solids = match setup.subject.kind {
        SubjectKind::Thing => vec![block(&scene.thing)],
        SubjectKind::Person | SubjectKind::Group => scene.people.iter().map(figure).collect(),
    };
    Still {
        walls: Walls {
            ground: room.ground,
            beyond: spot.map_or(room.ground, |spot| Surface { reflectance: spot.ground, ..room.ground }),
            reach: own.map_or(Walls::REACH, |own| own.min(Walls::REACH)),
            ceiling: room.ceiling,
            left: room.left,
            right: room.right,
            rear: room.rear,
            background,
        },
        solids,
        sheets: scene
            .cards
            .iter()
            .map(|card| Sheet {
                flat: setup.card_flat(card),
                does: sheeting(card.kind),
                tint: MiredShift::of(card.kind.tint()),
            })
            .chain(roof)
            .collect(),
        panes: scene
            .panes
            .iter()
            .map(|pane| Glazing { flat: pane.flat(), mirror: pane.kind == crate::scene::PaneKind::Mirror })
            .collect(),
    }
}

/// Where a spot's subject looks out to, on the set, whose far side is where the camera looks.
pub(crate) fn out(spot: &Spot) -> DVec3 {
    direction(turn(spot.camera_looks.degrees(), spot.subject_faces.degrees()), 0.0)
}

fn sheeting(kind: CardKind) -> Sheeting {
    match kind {
        CardKind::White => Sheeting::Matt(kind.reflectance()),
        CardKind::Silver | CardKind::Gold => Sheeting::Metal(kind.reflectance()),
        CardKind::Black => Sheeting::Black,
        CardKind::Diffusion => Sheeting::Through(kind.transmittance()),
    }
}

fn figure(person: &Person) -> Solid {
    let face = person.face();
    Solid::Figure {
        foot: face.with_z(0.0),
        radius: crate::scene::HALF_SHOULDERS * TRUNK,
        shoulders: person.crown() * SHOULDERS,
        head: (face.z, HEAD),
    }
}

fn block(thing: &Thing) -> Solid {
    let front = thing.front();
    let out = front.normal() * (thing.depth.metres() / 2.0);
    Solid::Block {
        middle: front.middle - out,
        right: front.right,
        front: out,
        half_height: thing.height.metres() / 2.0,
    }
}
