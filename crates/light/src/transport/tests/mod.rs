mod mirrors;
mod rooms;

mod dome;
mod sky;
mod tint;

use super::*;
use crate::emitter::{Emitter, Face, Law};
use crate::geometry::{Flat, direction};
use crate::quantity::{Metres, MiredShift};
use crate::set::{Dome, Glazing, Sheet, Sheeting, Solid, Surface, Wall, Walls};
use proptest::prelude::*;
use rstest::rstest;
use std::f64::consts::PI;

fn wall(distance: f64, reflectance: f64) -> Option<Wall> {
    Some(Wall { distance: Metres::nearest(distance), surface: Surface::of(reflectance) })
}

/// Black ground and nothing else.
fn void() -> Still {
    let walls = Walls {
        ground: Surface::of(0.0),
        beyond: Surface::of(0.0),
        reach: Walls::REACH,
        ceiling: None,
        left: None,
        right: None,
        rear: None,
        background: None,
    };
    Still { walls, solids: Vec::new(), sheets: Vec::new(), panes: Vec::new() }
}

/// A closed room of 6 × 6 × 3 m.
fn room(floor: f64, ceiling: f64, walls: f64) -> Still {
    let side = wall(3.0, walls);
    let walls = Walls {
        ground: Surface::of(floor),
        beyond: Surface::of(0.0),
        reach: Walls::REACH,
        ceiling: wall(3.0, ceiling),
        left: side,
        right: side,
        rear: side,
        background: side,
    };
    Still { walls, ..void() }
}

fn bare(middle: DVec3, looks: DVec3) -> Source {
    Source::Face(Emitter { middle, looks, face: Face::Point, law: Law::Diffuse })
}

fn light(still: Still, source: Source) -> Light {
    Light::of(Set { still, sources: vec![source] })
}

fn facing(at: DVec3, normal: DVec3) -> Receiver {
    Receiver { at, normal: normal.normalize() }
}

#[test]
fn all_of_a_gain_is_every_way_it_came() {
    let gain = Gain { direct: 1.0, bounced: 0.5, carded: 0.25, through: 0.125, tinted: 37.5 };
    assert_eq!(gain.sum(), 1.875);
    assert_eq!(((gain + gain) * 0.5).sum(), 1.875);
    assert_eq!(((gain + gain) * 0.5).tint().mired(), 20.0);
    assert_eq!(Gain::default().tint().mired(), 0.0);
}

/// A person between light and face takes the straight light, and half in its edge some of a broad one's.
#[test]
fn people_shade_each_other() {
    let with = |solids: Vec<Solid>| {
        let face = Face::Disc { diameter: Metres::nearest(0.9) };
        let middle = DVec3::new(-3.0, 0.0, 1.4);
        let source = Source::Face(Emitter { middle, looks: DVec3::X, face, law: Law::Diffuse });
        light(Still { solids, ..void() }, source).from(facing(DVec3::new(1.0, 0.0, 1.4), DVec3::NEG_X)).gain(0).direct
    };
    let person =
        |y: f64| Solid::Figure { foot: DVec3::new(0.4, y, 0.0), radius: 0.2, shoulders: 1.6, head: (1.7, 0.11) };
    let (open, behind, at_the_edge) = (with(Vec::new()), with(vec![person(0.0)]), with(vec![person(0.2)]));
    assert_eq!(behind, 0.0);
    assert!(at_the_edge > 0.2 * open && at_the_edge < 0.8 * open, "{at_the_edge} {open}");
    assert_eq!(with(vec![person(1.5)]), open);
}

/// Two diffuse sheets and the configuration factor of parallel squares a side apart, 0.1998 (Howell C-11): what a lit
/// white sheet gives the middle of another, against the closed form of plane element to rectangle (Howell B-3 by fours).
#[test]
fn a_sheet_gives_by_the_closed_form() {
    let sheet = Sheet {
        flat: Flat::new(DVec3::new(0.0, 1.0, 1.5), DVec3::NEG_Y, 1.0, 1.0),
        does: Sheeting::Matt(0.9),
        tint: MiredShift::ZERO,
    };
    let still = Still { sheets: vec![sheet], ..void() };
    // Lit evenly: parallel light from beside the receiver.
    let found = light(still, Source::Parallel { way: DVec3::new(0.4, -1.0, 0.0).normalize(), walled: false });
    let gain = found.from(facing(DVec3::Z * 1.5, DVec3::Y)).gain(0);
    let root = (1.0f64 + 0.25).sqrt();
    let factor = 4.0 / (2.0 * PI) * 2.0 * (0.5 / root * (0.5 / root).atan());
    let arrives = 1.0 / (1.0f64 + 0.16).sqrt();
    assert!((gain.carded - 0.9 * arrives * factor).abs() < 1e-6, "{gain:?}");
}

/// A panel lets half of it through and spreads it; a black one keeps it all.
#[rstest]
#[case::panel(Sheeting::Through(0.5))]
#[case::black(Sheeting::Black)]
fn what_is_held_between(#[case] does: Sheeting) {
    let sheet =
        Sheet { flat: Flat::new(DVec3::new(0.0, -1.0, 1.5), DVec3::NEG_Y, 1.5, 1.5), does, tint: MiredShift::ZERO };
    let gain = light(Still { sheets: vec![sheet], ..void() }, bare(DVec3::new(0.0, -2.5, 1.5), DVec3::Y))
        .from(facing(DVec3::Z * 1.5, DVec3::NEG_Y))
        .gain(0);
    assert_eq!(gain.direct, 0.0);
    match does {
        Sheeting::Through(_) => assert!(gain.through > 0.02 && gain.through < 0.5 / 6.25, "{gain:?}"),
        _ => assert_eq!(gain.sum(), 0.0),
    }
}

/// A mirror on the wall sends the light of its image: nine tenths of what a light standing as far behind it would send,
/// of all that crosses it.
#[test]
fn a_mirror_turns_light_about() {
    let rear = |panes: Vec<Glazing>, y: f64, looks: DVec3| {
        let walls = Walls { rear: wall(3.0, 0.8), ..void().walls };
        light(Still { walls, panes, ..void() }, bare(DVec3::new(0.0, y, 1.5), looks))
            .from(facing(DVec3::new(0.5, 0.0, 1.5), DVec3::NEG_Y))
            .gain(0)
            .bounced
    };
    let pane = Glazing { flat: Flat::new(DVec3::new(0.0, 2.0, 1.5), DVec3::NEG_Y, 40.0, 40.0), mirror: true };
    assert_eq!(rear(Vec::new(), 1.0, DVec3::Y), 0.0);
    let (mirrored, image) = (rear(vec![pane], 1.0, DVec3::Y), rear(Vec::new(), 3.0, DVec3::NEG_Y));
    assert!((mirrored / image - 0.9).abs() < 0.02, "{mirrored} {image}");
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]

    /// Whiter walls never give less, and nothing is negative.
    #[test]
    fn whiter_walls_never_give_less(x in -2.0f64..2.0, y in -2.0f64..2.0, pan in -180.0f64..180.0, tilt in -60.0f64..60.0, white in 0.05f64..0.8) {
        let at = |white: f64| {
            light(room(white, white, white), bare(DVec3::new(x, y, 1.5), direction(pan, tilt)))
                .from(facing(DVec3::Z * 1.6, DVec3::NEG_Y)).gain(0)
        };
        let (darker, whiter) = (at(white), at(white + 0.1));
        prop_assert!(darker.bounced > 0.0 && whiter.bounced > darker.bounced);
        prop_assert_eq!(darker.direct, whiter.direct);
    }

    /// A light taken over from a set before is the light worked out afresh, whatever was changed.
    #[test]
    fn taken_over_is_as_fresh(change in 0usize..8, by in 0.1f64..1.0) {
        let before = Set {
            still: Still {
                solids: vec![Solid::Figure { foot: DVec3::new(0.4, -0.5, 0.0), radius: 0.2, shoulders: 1.45, head: (1.62, 0.11) }],
                sheets: vec![Sheet { flat: Flat::new(DVec3::new(0.9, -0.4, 1.4), DVec3::NEG_X, 0.6, 0.9), does: Sheeting::Matt(0.9), tint: MiredShift::ZERO }],
                ..room(0.3, 0.8, 0.6)
            },
            sources: vec![
                bare(DVec3::new(-1.0, -2.0, 2.0), DVec3::new(0.4, 0.9, -0.2).normalize()),
                bare(DVec3::new(1.5, -1.0, 2.0), DVec3::NEG_X),
                Source::Sky(Dome { skies: [0.5, 0.5, 0.0], sun: direction(30.0, 20.0) }),
                Source::Parallel { way: direction(30.0, 20.0), walled: true },
            ],
        };
        let mut after = before.clone();
        match change {
            0 => after.sources[0] = bare(DVec3::new(-1.0 - by, -2.0, 2.0), DVec3::Y),
            1 => after.still.walls.left = wall(3.0 + by, 0.6),
            2 => after.still.solids[0] = Solid::Figure { foot: DVec3::new(0.4 - by, -0.5, 0.0), radius: 0.2, shoulders: 1.45, head: (1.62, 0.11) },
            3 => after.still.sheets.clear(),
            4 => after.still.panes = vec![Glazing { flat: Flat::new(DVec3::new(-2.95, by, 1.5), DVec3::X, 2.0, 1.5), mirror: true }],
            5 => after.still.walls.ceiling = None,
            6 => after.sources[2] = Source::Sky(Dome { skies: [0.5, 0.0, by], sun: direction(30.0, 20.0) }),
            _ => { after.sources.remove(0); }
        }
        let (taken, fresh) = (Light::of(before).after(after.clone()), Light::of(after.clone()));
        for source in 0..after.sources.len() {
            for (at, way) in [(DVec3::Z * 1.6, DVec3::NEG_Y), (DVec3::new(1.0, 1.0, 1.2), DVec3::NEG_X)] {
                prop_assert_eq!(taken.from(facing(at, way)).gain(source), fresh.from(facing(at, way)).gain(source));
            }
        }
    }
}

/// A silver card sends its light about the way a mirror would: by the 28th power of the cosine, so that half of it goes within
/// 12½° of that way (common practice for a dull silver), and all of it no further than what falls on it.
#[rstest]
#[case::straight(0.0, 1.0)]
#[case::half_way(12.5, 0.511)]
#[case::off(25.0, 0.0636)]
fn a_silver_card_has_a_lobe(#[case] off: f64, #[case] part: f64) {
    let mut still = void();
    let flat = Flat::new(DVec3::Z * 1.5, DVec3::Y, 0.05, 0.05);
    still.sheets = vec![Sheet { flat, does: Sheeting::Metal(0.85), tint: MiredShift::ZERO }];
    // Lit from 30° to the one side, mirrored to 30° on the other.
    let sun = Source::Parallel { way: direction(-30.0, 0.0), walled: false };
    let light = light(still, sun);
    let far = 4.0;
    let at = |turned: f64| {
        let way = direction(30.0 + turned, 0.0);
        light.from(facing(DVec3::Z * 1.5 + way * far, -way)).gains()[0].carded
    };
    assert!((at(off) / at(0.0) - part).abs() < 0.01, "{} of {}", at(off), at(0.0));
    // On the axis: 0.85 of what falls there, 29/2π of it a steradian.
    let falls = f64::to_radians(30.0).cos();
    let straight = 0.85 * falls * 29.0 / (2.0 * PI) * 0.0025 / (far * far);
    assert!((at(0.0) / straight - 1.0).abs() < 0.02, "{} {straight}", at(0.0));
}
