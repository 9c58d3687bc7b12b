//! The set that pictures are timed on.

use tolva_light::colour::{Spectrum, Surface as Paint, White};
use tolva_light::emitter::{Emitter, Face, Law};
use tolva_light::geometry::{DVec3, right_and_up};
use tolva_light::quantity::{Duv, Kelvin, Metres};
use tolva_light::set::{
    Figure, FlashReach, On, Paints, Set, Shown, Skyline, Source, Still, Surface, Trail, View, Wall, Walls,
};
use tolva_render::{Developing, Shining, World};

/// A room with four flashes, even ambient, and people beside each other.
pub fn world(people: u32) -> World {
    let wall = |distance: f64| Some(Wall { distance: Metres::nearest(distance), surface: Surface::of(0.6) });
    let eyes = DVec3::new(0.0, 0.0, 1.63);
    let flash = |x: f64| {
        let middle = DVec3::new(x, -1.3, 2.1);
        let face = Face::Disc { diameter: Metres::nearest(0.9) };
        Source::Face(Emitter { middle, looks: (eyes - middle).normalize(), face, law: Law::Diffuse })
    };
    let walls = Walls {
        ground: Surface::of(0.3),
        beyond: Surface::of(0.3),
        reach: Walls::REACH,
        ceiling: wall(3.0),
        left: wall(3.0),
        right: wall(3.0),
        rear: wall(4.0),
        background: wall(3.0),
    };
    let still = Still { walls, solids: Vec::new(), sheets: Vec::new(), panes: Vec::new() };
    let sources = [-1.4, -0.6, 0.6, 1.4].into_iter().map(flash).chain([Source::About]).collect();
    let eye = DVec3::new(0.0, -2.4, 1.6);
    let looks = (DVec3::new(0.0, 0.0, 1.5) - eye).normalize();
    let (right, up) = right_and_up(looks);
    let view = View { eye, looks, right, up, half_width: 0.15, half_height: 0.22 };
    let surface = Surface::of(0.3);
    let person = |index: u32| Figure {
        eyes: eyes + DVec3::new(f64::from(index % 8) * 0.55, f64::from(index / 8) * 0.8, 0.0)
            - ASIDE * f64::from(people.min(8) - 1),
        gaze: DVec3::NEG_Y,
        body: DVec3::NEG_Y,
        stature: 1.74,
        seated: false,
        skin: surface,
        cloth: surface,
    };
    World::of(
        Set { still, sources },
        Shown {
            view,
            people: (0..people).map(person).collect(),
            thing: None,
            moves: false,
            table: None,
            skyline: Skyline::default(),
            behind: None,
            leaves: None,
            gear: Vec::new(),
            busy: false,
        },
    )
}

/// Its dials.
pub fn developing() -> Developing {
    let shining = |source: usize| Shining {
        source,
        light: Spectrum::named(Kelvin::of(5_500.0)),
        level: -1.0,
        on: On { subject: 1.0, background: 1.0, sky: 1.0 },
        flash: source < 4,
    };
    let paint = Paint::grey(0.3);
    Developing {
        shining: (0..5).map(shining).collect(),
        eye: White::set_to(Kelvin::of(5_500.0), Duv::of(0.0)).eye(),
        white: 2.67,
        paints: Paints { skins: vec![paint], cloths: vec![paint], thing: paint, background: paint },
        headroom: 3.0,
        reach: FlashReach::WHOLE,
        trail: Trail::NONE,
    }
}

/// Half of what people stand apart.
const ASIDE: DVec3 = DVec3::new(0.275, 0.0, 0.0);
