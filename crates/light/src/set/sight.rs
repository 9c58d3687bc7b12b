//! What of the light between two points arrives.

use super::solid::from_line;
use super::{Glazing, Plane, RoomSide, Solid, Still};
use crate::geometry::{DVec3, Flat};

/// Panes this near to a wall are windows in it, in metres.
const IN_WALL: f64 = 0.05;
/// From how far light comes that is not the set's own, in metres.
const FAR: f64 = 200.0;
/// A point no further behind a wall than this lies on it, in metres.
const ON_WALL: f64 = 1e-6;

/// What stands between points of a set, made ready to be asked many times.
#[derive(Debug, Clone)]
pub struct Sight {
    solids: Vec<Solid>,
    sheets: Vec<Barrier>,
    panes: Vec<(Barrier, Glazing)>,
    walls: Vec<Plane>,
    bounds: (DVec3, DVec3),
}

/// A flat thing with what every question needs of it.
#[derive(Debug, Clone, Copy)]
struct Barrier {
    flat: Flat,
    normal: DVec3,
    half_squares: (f64, f64),
}

impl Barrier {
    fn of(flat: Flat) -> Barrier {
        let half_squares = (flat.right.length_squared(), flat.up.length_squared());
        Barrier { flat, normal: flat.normal(), half_squares }
    }

    fn comes_near(&self, a: DVec3, b: DVec3, spread: f64) -> bool {
        let reach = (self.half_squares.0 + self.half_squares.1).sqrt() + spread;
        from_line(a, b, self.flat.middle) < reach
    }

    /// Whether the line between two points goes through it.
    fn stands_between(&self, a: DVec3, b: DVec3) -> bool {
        let (from, to) = ((a - self.flat.middle).dot(self.normal), (b - self.flat.middle).dot(self.normal));
        if from * to >= 0.0 {
            return false;
        }
        let at = a + (b - a) * (from / (from - to)) - self.flat.middle;
        at.dot(self.flat.right).abs() <= self.half_squares.0 && at.dot(self.flat.up).abs() <= self.half_squares.1
    }
}

impl Sight {
    /// That of a set.
    #[must_use]
    pub fn of(still: &Still) -> Sight {
        Sight {
            solids: still.solids.clone(),
            sheets: still.sheets.iter().map(|sheet| Barrier::of(sheet.flat)).collect(),
            panes: still.panes.iter().map(|pane| (Barrier::of(pane.flat), *pane)).collect(),
            walls: still.walls.planes().collect(),
            bounds: still.walls.bounds(),
        }
    }

    /// What of it can stand between a point and anything within `spread` metres of another: the same answers for those, sooner.
    #[must_use]
    pub fn near(&self, a: DVec3, b: DVec3, spread: f64) -> Sight {
        let inside = |plane: &&Plane| [a, b].iter().any(|at| (*at - plane.at).dot(plane.looks) < spread);
        Sight {
            solids: self.solids.iter().filter(|solid| solid.comes_near(a, b, spread)).copied().collect(),
            sheets: self.sheets.iter().filter(|sheet| sheet.comes_near(a, b, spread)).copied().collect(),
            panes: self.panes.iter().filter(|(pane, _)| pane.comes_near(a, b, spread)).copied().collect(),
            walls: self.walls.iter().filter(inside).copied().collect(),
            bounds: self.bounds,
        }
    }

    /// Mirrors and panes.
    pub(crate) fn glass(&self) -> impl Iterator<Item = &Glazing> {
        self.panes.iter().map(|(_, pane)| pane)
    }

    /// Whether there is nothing that could stand between anything.
    #[must_use]
    pub fn is_clear(&self) -> bool {
        self.solids.is_empty() && self.sheets.is_empty() && self.panes.is_empty() && self.walls.is_empty()
    }

    /// The share of light that passes straight from one point to the other: nothing through bodies, sheets, mirrors and
    /// walls, most of it through glass and through windows in walls.
    ///
    /// Bodies that hold either point are left out: a surface's turning away is its own matter.
    #[must_use]
    pub fn passes(&self, a: DVec3, b: DVec3) -> f64 {
        let share = self.passes_things(a, b);
        if share > 0.0 && self.walls.iter().any(|plane| self.is_walled_off(plane, a, b)) { 0.0 } else { share }
    }

    /// The same where walls do not count.
    #[must_use]
    pub fn passes_things(&self, a: DVec3, b: DVec3) -> f64 {
        if self.solids.iter().any(|solid| solid.stands_between(a, b) && !solid.holds(a) && !solid.holds(b))
            || self.sheets.iter().any(|sheet| sheet.stands_between(a, b))
        {
            return 0.0;
        }
        let crossed = self.panes.iter().filter(|(barrier, _)| barrier.stands_between(a, b));
        crossed.map(|(_, pane)| pane.passes()).product()
    }

    /// The share of light from far off that comes to a point along a direction. Windows in walls let none of it through
    /// here: they are sources of their own.
    #[must_use]
    pub fn is_open_to(&self, at: DVec3, way: DVec3) -> f64 {
        let walled = |plane: &Plane| {
            let (from, towards) = ((at - plane.at).dot(plane.looks), -way.dot(plane.looks));
            plane.part != RoomSide::Ground
                && towards > 0.0
                && from > -ON_WALL
                && self.is_on(plane, at + way * (from / towards))
        };
        if self.walls.iter().any(walled) { 0.0 } else { self.is_open_past_walls(at, way) }
    }

    /// The same where walls do not count.
    #[must_use]
    pub fn is_open_past_walls(&self, at: DVec3, way: DVec3) -> f64 {
        self.passes_things(at, at + way * FAR)
    }

    /// The corners of the set's own ground.
    #[must_use]
    pub fn ground(&self) -> [DVec3; 4] {
        let (low, high) = self.bounds;
        [(low.x, low.y), (high.x, low.y), (high.x, high.y), (low.x, high.y)].map(|(x, y)| DVec3::new(x, y, 0.0))
    }

    /// Whether a direction from a point meets the set's own ground.
    #[must_use]
    pub fn meets_ground(&self, at: DVec3, way: DVec3) -> bool {
        let (low, high) = self.bounds;
        let on = at - way * (at.z / way.z);
        (low.x..=high.x).contains(&on.x) && (low.y..=high.y).contains(&on.y)
    }

    /// Whether a point of a wall's plane is on the wall: walls and ceilings end where the set does.
    fn is_on(&self, plane: &Plane, at: DVec3) -> bool {
        let (low, high) = self.bounds;
        let within = |axis: DVec3| {
            let (at, low, high) = (at.dot(axis), low.dot(axis), high.dot(axis));
            (low..=high).contains(&at)
        };
        plane.part == RoomSide::Ground
            || [DVec3::X, DVec3::Y, DVec3::Z].into_iter().all(|axis| plane.looks.dot(axis) != 0.0 || within(axis))
    }

    /// Whether a wall stands between two points, with no window where the line meets it.
    fn is_walled_off(&self, plane: &Plane, a: DVec3, b: DVec3) -> bool {
        let (from, to) = ((a - plane.at).dot(plane.looks), (b - plane.at).dot(plane.looks));
        // What lies on a wall is before it.
        if from * to >= 0.0 || from.min(to) > -ON_WALL {
            return false;
        }
        let at = a + (b - a) * (from / (from - to));
        let window = |(barrier, pane): &(Barrier, Glazing)| {
            !pane.mirror
                && (pane.flat.middle - plane.at).dot(plane.looks).abs() < IN_WALL
                && barrier.stands_between(at - plane.looks, at + plane.looks)
        };
        self.is_on(plane, at) && !self.panes.iter().any(window)
    }
}

#[cfg(test)]
mod tests {
    use super::super::{Sheet, Sheeting, Solid, Surface, Wall, Walls};
    use super::*;
    use crate::geometry::Flat;
    use crate::quantity::{Metres, MiredShift};
    use rstest::rstest;

    fn wall(distance: f64) -> Option<Wall> {
        Some(Wall { distance: Metres::nearest(distance), surface: Surface::pale() })
    }

    fn room() -> Still {
        Still {
            walls: Walls {
                ground: Surface::pale(),
                beyond: Surface::of(0.0),
                reach: Walls::REACH,
                ceiling: wall(3.0),
                left: wall(3.0),
                right: wall(3.0),
                rear: wall(4.0),
                background: wall(3.0),
            },
            solids: vec![Solid::Figure { foot: DVec3::ZERO, radius: 0.2, shoulders: 1.45, head: (1.62, 0.11) }],
            sheets: vec![Sheet {
                flat: Flat::new(DVec3::new(1.0, 0.0, 1.5), DVec3::X, 0.5, 0.5),
                does: Sheeting::Black,
                tint: MiredShift::ZERO,
            }],
            panes: vec![Glazing { flat: Flat::new(DVec3::new(-3.0, 1.0, 1.5), DVec3::X, 1.0, 1.0), mirror: false }],
        }
    }

    #[rstest]
    #[case::clear((0.0, -2.0, 1.0), (1.0, -2.0, 1.0), 1.0)]
    #[case::through_a_body((0.0, -2.0, 1.0), (0.0, 2.0, 1.0), 0.0)]
    #[case::from_the_body_s_own_surface((0.0, -0.19, 1.0), (0.0, 2.0, 1.0), 1.0)]
    #[case::through_a_card((0.5, 0.3, 1.5), (1.5, -0.3, 1.5), 0.0)]
    #[case::past_a_card((0.5, 0.0, 1.9), (1.5, 0.0, 1.9), 1.0)]
    #[case::through_a_wall((2.0, 1.0, 1.0), (4.0, 1.0, 1.0), 0.0)]
    #[case::through_the_window((-2.0, 1.0, 1.5), (-4.0, 1.0, 1.5), 0.92)]
    #[case::beside_the_window((-2.0, -1.0, 1.5), (-4.0, -1.0, 1.5), 0.0)]
    #[case::up_through_the_ceiling((0.5, 1.0, 2.0), (0.5, 1.0, 4.0), 0.0)]
    fn nothing_passes_a_wall(#[case] a: (f64, f64, f64), #[case] b: (f64, f64, f64), #[case] share: f64) {
        assert!((Sight::of(&room()).passes(DVec3::from(a), DVec3::from(b)) - share).abs() < 1e-9);
        assert!((Sight::of(&room()).passes(DVec3::from(b), DVec3::from(a)) - share).abs() < 1e-9);
    }

    #[test]
    fn a_mirror_in_a_wall_is_no_window() {
        let mut still = room();
        still.panes[0].mirror = true;
        assert_eq!(Sight::of(&still).passes(DVec3::new(-2.0, 1.0, 1.5), DVec3::new(-4.0, 1.0, 1.5)), 0.0);
    }
}
