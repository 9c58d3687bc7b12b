//! Where the first person ends and what is behind begins.

use crate::figures::Group;
use crate::part::Part;
use crate::points::{Point, Stands};
use tolva_light::set::{Outline, Shown};

/// So many pixels to either side of the edge are compared, clear of those both share.
const STEP: usize = 2;
/// What is over the chin's height less this share of the stature is shoulders, of clothes (common proportion).
const SHOULDERS: f64 = 0.11;
/// From the eyes down to the chin, as a share of the stature (common proportion).
const CHIN: f64 = 0.0625;

/// What a pixel mostly shows of a person's outline; none where it shows something else.
fn stretch(group: Group, height: f64, shown: &Shown) -> Option<Outline> {
    let figure = shown.people.first()?;
    let shoulders = figure.eyes.z - (CHIN + SHOULDERS) * figure.stature;
    Some(match group {
        Group::Hair => Outline::Hair,
        Group::Top if height > shoulders => Outline::Shoulders,
        Group::Top => Outline::Clothes,
        Group::Below => Outline::Legs,
        _ => return None,
    })
}

/// What a pixel shows: nobody, or somebody with a stretch of the outline.
#[derive(Debug, Clone, Copy, PartialEq)]
enum Shows {
    Behind,
    Somebody(Option<Outline>),
}

/// A place of the outline: a pixel of the first person, and one of what is behind, as far from the edge.
#[derive(Debug, Clone, Copy)]
pub(crate) struct Edge {
    pub(crate) of: Outline,
    pub(crate) own: u32,
    pub(crate) behind: u32,
}

/// The outline of the first person in a picture: what light does not change.
pub(crate) fn edges(size: (u32, u32), points: &[Point], shown: &Shown) -> Vec<Edge> {
    let (wide, high) = (size.0 as usize, size.1 as usize);
    let mut shows = vec![(Shows::Behind, 0.0f32); wide * high];
    for point in points.iter().filter(|point| point.stands != Stands::Behind) {
        let (seen, covered) = &mut shows[point.pixel as usize];
        if point.coverage <= *covered {
            continue;
        }
        *covered = point.coverage;
        *seen = match point.part {
            Part::Person(0, group) => Shows::Somebody(stretch(group, f64::from(point.at.z), shown)),
            Part::Person(..) => Shows::Somebody(None),
            _ => Shows::Behind,
        };
    }
    let at = |x: usize, y: usize| y * wide + x;
    let mut found: Vec<Edge> = Vec::new();
    let mut compare = |inside: usize, outside: usize| {
        if let (Shows::Somebody(Some(of)), Shows::Behind) = (shows[inside].0, shows[outside].0) {
            found.push(Edge { of, own: inside as u32, behind: outside as u32 });
        }
    };
    for y in 0..high {
        for x in STEP..wide.saturating_sub(STEP) {
            let edge = |one: usize, other: usize| {
                matches!((shows[one].0, shows[other].0), (Shows::Somebody(_), Shows::Behind))
            };
            let (left, right) = (at(x - 1, y), at(x, y));
            if edge(left, right) {
                compare(at(x - STEP, y), at((x + STEP - 1).min(wide - 1), y));
            } else if edge(right, left) {
                compare(at((x + STEP - 1).min(wide - 1), y), at(x - STEP, y));
            }
            if y >= STEP && y + STEP <= high && edge(right, at(x, y - 1)) {
                compare(at(x, y + STEP - 1), at(x, y - STEP));
            }
        }
    }
    found
}
