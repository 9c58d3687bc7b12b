//! How the subject stands off from what is behind it, along its outline.

use crate::figures::Group;
use crate::frame::Frame;
use crate::layers::Layers;
use crate::part::Part;
use crate::points::Stands;
use tolva_light::colour::{Lab, MID_GREY, Shown as Seen};
use tolva_light::set::{Outline, Shown, StandsOff};

/// Less apart than this the eye takes both for one: stops, and CIEDE2000 (the program's own choice: what is seen at a glance).
const APART: (f64, f64) = (0.5, 10.0);
/// So many pixels to either side of the edge are compared, clear of those both share.
const STEP: usize = 2;
/// A stretch of fewer places tells nothing.
const FEWEST: usize = 8;
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

/// A place of the outline, compared with what is behind it.
struct Place {
    of: Outline,
    stops: f64,
    difference: f64,
    flash: (f64, f64),
}

/// How each stretch of the outline of the first person stands off; those too short to tell are left out.
#[must_use]
pub fn stands_off(layers: &Layers, frame: &Frame, shown: &Shown) -> Vec<StandsOff> {
    let (wide, high) = (layers.size.0 as usize, layers.size.1 as usize);
    let mut shows = vec![(Shows::Behind, 0.0f32); wide * high];
    for point in layers.points.iter().filter(|point| point.stands != Stands::Behind) {
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
    let mut found: Vec<Place> = Vec::new();
    let mut compare = |inside: usize, outside: usize| {
        let (Shows::Somebody(Some(of)), Shows::Behind) = (shows[inside].0, shows[outside].0) else { return };
        let (Some(own), Some(behind)) = (frame.level(inside), frame.level(outside)) else { return };
        let share = |pixel: usize| frame.flash_share(pixel).unwrap_or(0.0);
        found.push(Place {
            of,
            stops: own - behind,
            difference: lab(frame, inside).difference(lab(frame, outside)),
            flash: (share(inside), share(outside)),
        });
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
    let of = |of: Outline| {
        let places: Vec<&Place> = found.iter().filter(|place| place.of == of).collect();
        let sinks = places.iter().filter(|place| place.stops.abs() < APART.0 && place.difference < APART.1).count();
        let middle = |of: fn(&Place) -> f64| middle(places.iter().map(|place| of(place)));
        (places.len() >= FEWEST).then(|| StandsOff {
            of,
            stops: middle(|place| place.stops),
            difference: middle(|place| place.difference),
            sinks: sinks as f64 / places.len() as f64,
            flash: (middle(|place| place.flash.0), middle(|place| place.flash.1)),
        })
    };
    Outline::ALL.into_iter().filter_map(of).collect()
}

/// The colour of a pixel as it is seen, mid-grey at 18 %.
fn lab(frame: &Frame, pixel: usize) -> Lab {
    Seen::of_linear(frame.linear[pixel].map(|part| (f64::from(part) * MID_GREY).min(1.0))).lab
}

fn middle(values: impl Iterator<Item = f64>) -> f64 {
    let mut all: Vec<f64> = values.collect();
    all.sort_by(f64::total_cmp);
    all.get(all.len() / 2).copied().unwrap_or(0.0)
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::V;
    use crate::points::Point;
    use crate::tests::{figure, shown};
    use rstest::rstest;

    /// A square of hair before a ground, sixteen by sixteen pixels in thirty-two.
    fn square(hair: [f32; 3], ground: [f32; 3]) -> (Layers, Frame) {
        let is_hair = |at: usize| (8..24).contains(&(at % 32)) && (8..24).contains(&(at / 32));
        let point = |at: usize| Point {
            at: V::new(0.0, 0.0, 1.7),
            normal: V::Y,
            flat: V::Y,
            way: V::Y,
            depth: 1.0,
            part: if is_hair(at) { Part::Person(0, Group::Hair) } else { Part::Beyond },
            over: None,
            shade: 1.0,
            gloss: 1.0,
            stands: Stands::Still,
            pixel: at as u32,
            coverage: 1.0,
            covers: 0.0,
        };
        let layers = Layers::of((32, 32), (0..1024).map(point).collect(), None, 1);
        let linear = (0..1024).map(|at| if is_hair(at) { hair } else { ground }).collect();
        let frame = Frame { size: (32, 32), linear, flash: vec![0.0; 1024], depths: vec![1.0; 1024], headroom: 3.0 };
        (layers, frame)
    }

    #[rstest]
    #[case::two_stops_darker([0.25; 3], [1.0; 3], -2.0, 0.0)]
    #[case::alike([0.9; 3], [1.0; 3], -0.152, 1.0)]
    // As bright, and another colour: it is told from it.
    #[case::red_before_green([2.0, 0.6, 0.6], [0.4, 1.2, 0.5], -0.0, 0.0)]
    fn against_the_ground(#[case] hair: [f32; 3], #[case] ground: [f32; 3], #[case] stops: f64, #[case] sinks: f64) {
        let (layers, frame) = square(hair, ground);
        let found = stands_off(&layers, &frame, &shown(vec![figure(0.0)]));
        assert_eq!(found.len(), 1, "{found:?}");
        assert_eq!((found[0].of, found[0].sinks), (Outline::Hair, sinks), "{found:?}");
        assert!((found[0].stops - stops).abs() < 0.2, "{found:?}");
    }

    /// Which light leads on either side: the hair half flash, the ground none.
    #[test]
    fn what_of_it_is_flash() {
        let (layers, mut frame) = square([0.5; 3], [1.0; 3]);
        let own = frame.linear.iter().map(|seen| if seen[0] < 0.9 { 0.25 } else { 0.0 }).collect();
        frame.flash = own;
        let (own, behind) = stands_off(&layers, &frame, &shown(vec![figure(0.0)]))[0].flash;
        assert!((own - 0.5).abs() < 1e-5 && behind == 0.0, "{own} {behind}");
    }

    #[test]
    fn nobody_has_no_outline() {
        let (layers, frame) = square([0.2; 3], [1.0; 3]);
        assert!(stands_off(&layers, &frame, &shown(Vec::new())).is_empty());
    }
}
