//! Sets for the tests, and what the picture is checked against.

mod behind;
mod developed;
mod making;
mod reference;
mod transport;

use super::*;
use crate::picture::probed;
use crate::trace::Sources;
use proptest::prelude::*;
use rstest::rstest;
use tolva_light::colour::{Spectrum, Surface as Paint, White};
use tolva_light::emitter::{Emitter, Face, Law};
use tolva_light::geometry::{DVec3, Flat, right_and_up};
use tolva_light::quantity::{Duv, Kelvin, Metres, MiredShift};
use tolva_light::set::{
    Figure, Finish, FlashReach, Glazing, On, Paints, Product, ProductKind, Set, Sheet, Sheeting, Shown, Skyline, Solid,
    Source, Still, Surface, Trail, View, Wall, Walls,
};
use tolva_light::transport::{Light, Receiver};

pub(crate) fn m(value: f64) -> Metres {
    Metres::new(value).unwrap()
}

pub(crate) fn wall(distance: f64, reflectance: f64) -> Option<Wall> {
    Some(Wall { distance: m(distance), surface: Surface::of(reflectance) })
}

/// A room without walls over ground that sends this much back.
pub(crate) fn open(ground: f64) -> Walls {
    Walls {
        ground: Surface::of(ground),
        beyond: Surface::of(ground),
        ceiling: None,
        left: None,
        right: None,
        rear: None,
        background: None,
        reach: Walls::REACH,
    }
}

/// A room of four by four metres, three high.
pub(crate) fn room(reflectance: f64) -> Walls {
    let wall = |distance| wall(distance, reflectance);
    Walls {
        ceiling: wall(3.0),
        left: wall(2.0),
        right: wall(2.0),
        rear: wall(2.0),
        background: wall(2.0),
        ..open(reflectance)
    }
}

pub(crate) fn still(walls: Walls) -> Still {
    Still { walls, solids: Vec::new(), sheets: Vec::new(), panes: Vec::new() }
}

pub(crate) fn lamp(middle: DVec3, looks: DVec3, face: Face) -> Source {
    Source::Face(Emitter { middle, looks: looks.normalize(), face, law: Law::Diffuse })
}

pub(crate) fn view_from(eye: DVec3, to: DVec3) -> View {
    let looks = (to - eye).normalize();
    let (right, up) = right_and_up(looks);
    View { eye, looks, right, up, half_width: 0.3, half_height: 0.2 }
}

pub(crate) fn shown(people: Vec<Figure>) -> Shown {
    Shown {
        view: view_from(DVec3::new(0.0, -1.9, 1.5), DVec3::new(0.0, 0.0, 1.5)),
        people,
        thing: None,
        moves: false,
        table: None,
        skyline: Skyline::default(),
        behind: None,
        leaves: None,
        gear: Vec::new(),
        busy: false,
    }
}

pub(crate) fn figure(x: f64) -> Figure {
    Figure {
        eyes: DVec3::new(x, 0.0, 1.62),
        gaze: DVec3::NEG_Y,
        body: DVec3::NEG_Y,
        stature: 1.75,
        seated: false,
        skin: Surface::of(0.3),
        cloth: Surface::of(0.3),
    }
}

/// What each source gives a receiver, by so many samples.
pub(crate) fn given(set: &Set, receiver: Receiver, samples: u32) -> Vec<f64> {
    let world = World::of(set.clone(), shown(Vec::new()));
    let found = probed(&world, &Sources::of(&set.sources), &Probe { receiver, of_person: None }, samples);
    found.into_iter().map(|falls| f64::from(falls.even)).collect()
}
