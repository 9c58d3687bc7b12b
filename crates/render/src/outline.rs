//! How the subject stands off from what is behind it, along its outline.

use crate::edges::Edge;
use crate::frame::Frame;
use crate::layers::Layers;
use rayon::prelude::*;
use tolva_light::colour::{Lab, MID_GREY, Shown as Seen};
use tolva_light::set::{Outline, StandsOff};

/// Less apart than this the eye takes both for one: stops, and CIEDE2000 (the program's own choice: what is seen at a glance).
const APART: (f64, f64) = (0.5, 10.0);
/// A stretch of fewer places tells nothing.
const FEWEST: usize = 8;
/// A place of the outline, compared with what is behind it.
struct Place {
    of: Outline,
    stops: f64,
    difference: f64,
    flash: (f64, f64),
}

/// How each stretch of the outline of the first person stands off; those too short to tell are left out.
#[must_use]
pub fn stands_off(layers: &Layers, frame: &Frame) -> Vec<StandsOff> {
    let place = |edge: &Edge| {
        let (own, behind) = (edge.own as usize, edge.behind as usize);
        let share = |pixel: usize| frame.flash_share(pixel).unwrap_or(0.0);
        Some(Place {
            of: edge.of,
            stops: frame.level(own)? - frame.level(behind)?,
            difference: lab(frame, own).difference(lab(frame, behind)),
            flash: (share(own), share(behind)),
        })
    };
    let found: Vec<Place> = layers.edges.par_iter().filter_map(place).collect();
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
    use crate::figures::Group;
    use crate::part::Part;
    use crate::points::{Point, Stands};
    use crate::tests::{figure, shown};
    use rstest::rstest;
    use tolva_light::set::Figure;

    /// A square of hair before a ground, sixteen by sixteen pixels in thirty-two.
    fn square(people: Vec<Figure>, hair: [f32; 3], ground: [f32; 3]) -> (Layers, Frame) {
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
        let layers = Layers::of((32, 32), (0..1024).map(point).collect(), &shown(people), 1);
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
        let (layers, frame) = square(vec![figure(0.0)], hair, ground);
        let found = stands_off(&layers, &frame);
        assert_eq!(found.len(), 1, "{found:?}");
        assert_eq!((found[0].of, found[0].sinks), (Outline::Hair, sinks), "{found:?}");
        assert!((found[0].stops - stops).abs() < 0.2, "{found:?}");
    }

    /// Which light leads on either side: the hair half flash, the ground none.
    #[test]
    fn what_of_it_is_flash() {
        let (layers, mut frame) = square(vec![figure(0.0)], [0.5; 3], [1.0; 3]);
        let own = frame.linear.iter().map(|seen| if seen[0] < 0.9 { 0.25 } else { 0.0 }).collect();
        frame.flash = own;
        let (own, behind) = stands_off(&layers, &frame)[0].flash;
        assert!((own - 0.5).abs() < 1e-5 && behind == 0.0, "{own} {behind}");
    }

    #[test]
    fn nobody_has_no_outline() {
        let (layers, frame) = square(Vec::new(), [0.2; 3], [1.0; 3]);
        assert!(stands_off(&layers, &frame).is_empty());
    }
}
