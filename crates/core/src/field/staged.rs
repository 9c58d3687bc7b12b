//! A setup's set as light sees it: built from its stage, in one place.

use crate::emitter::{Emitter, Face, Law};
use crate::exposure::MeterConstants;
use crate::geometry::DVec3;
use crate::scene::{CardKind, Person, Stage, Thing};
use crate::set::{Glazing, Set, Sheet, Sheeting, Solid, Source, Still, Wall, Walls};
use crate::setup::{BackgroundKind, SubjectKind};

/// How far into the room a window's light begins, in metres, so that the pane itself is not in its way.
const INSIDE: f64 = 0.06;
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
pub(super) struct Window {
    pub(super) middle: DVec3,
    emitter: Emitter,
    luminance: f64,
}

impl Window {
    /// Its intensity along its axis, in candelas.
    pub(super) fn intensity(&self) -> f64 {
        self.luminance * self.emitter.area()
    }
}

/// The windows of known brightness, by the constant of the meter they were read with (`L = K/100·2^EV`, ISO 2720).
pub(super) fn windows<'a>(stage: &'a Stage<'_>, meter: MeterConstants) -> impl Iterator<Item = Window> + 'a {
    stage.setup.scene.panes.iter().filter_map(move |pane| {
        let luminance = meter.luminance(pane.daylight?);
        let looks = pane.flat().normal();
        let face = Face::Rectangle { width: pane.width, height: pane.height };
        let emitter = Emitter { middle: pane.at.point() + looks * INSIDE, looks, face, law: Law::Diffuse };
        Some(Window { middle: pane.at.point(), emitter, luminance })
    })
}

/// The set, and what shines on it beside the lights.
pub(super) fn set_of(stage: &Stage<'_>, meter: MeterConstants, emitters: &[Emitter]) -> (Set, Vec<Shining>) {
    let mut sources: Vec<Source> = emitters.iter().copied().map(Source::Face).collect();
    let mut shining = Vec::new();
    for window in windows(stage, meter) {
        sources.push(Source::Face(window.emitter));
        shining.push(Shining::Window(window.intensity()));
    }
    if let Some(sun) = stage.setup.sun() {
        sources.push(Source::Parallel(sun.towards()));
        shining.push(Shining::Sun(meter.illuminance(sun.level).lux()));
    }
    (Set { still: still(stage), sources }, shining)
}

fn still(stage: &Stage<'_>) -> Still {
    let (scene, setup) = (&stage.setup.scene, stage.setup);
    let room = &scene.room;
    let background = (setup.background.kind == BackgroundKind::Wall)
        .then_some(Wall { distance: setup.background.distance, surface: setup.background.surface });
    let solids = match setup.subject.kind {
        SubjectKind::Thing => vec![block(&scene.thing)],
        SubjectKind::Person | SubjectKind::Group => scene.people.iter().map(figure).collect(),
    };
    Still {
        walls: Walls {
            ground: room.ground,
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
            .map(|card| Sheet { flat: setup.card_flat(card), does: sheeting(card.kind) })
            .collect(),
        panes: scene
            .panes
            .iter()
            .map(|pane| Glazing { flat: pane.flat(), mirror: pane.kind == crate::scene::PaneKind::Mirror })
            .collect(),
    }
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
