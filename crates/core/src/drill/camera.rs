//! Rounds about depth and the hand.

use super::{Chance, Drawn, Gesture};
use crate::house::Units;
use crate::marks::{ApertureMark, Mark, ShutterMark, StepSize};
use crate::optics::{Lensing, ShakeSchool, slowest_hand_held};
use crate::quantity::{Metres, Millimetres};
use crate::say::drill as words;

/// The circle of a 24 × 36 mm frame that is looked at whole, in millimetres (common practice).
pub(super) const CIRCLE: f64 = 0.03;
/// Right within a stop.
const STOP: f64 = 1.01;

/// The widest aperture that holds a depth.
pub(super) fn depth(chance: &mut Chance, units: Units) -> Drawn {
    loop {
        let focal = chance.one_of([50.0, 85.0, 135.0, 200.0]);
        let away = chance.one_of([1.5, 2.0, 3.0, 4.0, 6.0]);
        if let Some(drawn) = ask_depth((focal, CIRCLE, away), chance.one_of(DEPTHS), words::depth, units) {
            return drawn;
        }
    }
}

/// Depths that are asked for, in metres.
pub(super) const DEPTHS: [f64; 4] = [0.1, 0.2, 0.3, 0.5];

/// The same for a focal length and a circle in millimetres, a distance and a depth in metres; none where no mark holds it, or the first
/// does.
pub(super) fn ask_depth(
    (focal, circle, away): (f64, f64, f64),
    deep: f64,
    ask: fn(f64, &str, &str) -> String,
    units: Units,
) -> Option<Drawn> {
    let marks: Vec<ApertureMark> = (1..=10).map(|stop| ApertureMark::nearest(6 * stop)).collect();
    let lensing = Lensing {
        focal: Millimetres::of(focal),
        circle: Millimetres::of(circle),
        focus: Metres::of(away),
        pupil_ratio: 1.0,
        shortened: 1.0,
    };
    let holding = lensing.apertures_for_depth(Metres::of(away), Metres::of(deep));
    let fits = marks.iter().position(|mark| mark.f_number().number() >= holding.widest.number() * 0.99);
    let truth = fits.filter(|at| holding.holds && *at > 0)?;
    let gesture = Gesture::Dial {
        name: words::APERTURE,
        marks: marks.iter().map(|mark| mark.label(StepSize::Thirds)).collect(),
        begins: 3,
    };
    let asked = ask(focal, &units.distance(away), &units.distance(deep));
    let mut drawn = Drawn::asking(asked, gesture, truth as f64, STOP);
    // The dial closes down.
    drawn.stops = Some(1.0);
    drawn.why = words::WHY_DEPTH.to_owned();
    Some(drawn)
}

/// The slowest time in the hand.
pub(super) fn sharp_in_hand(chance: &mut Chance, school: ShakeSchool) -> Drawn {
    let focal = chance.one_of([24.0, 35.0, 50.0, 85.0, 135.0, 200.0]);
    let stabilised = chance.one_of([0.0, 0.0, 2.0, 3.0, 4.0]);
    let slowest = slowest_hand_held(Millimetres::of(focal), 1.0, school, 1.0, stabilised);
    let exact = -slowest.seconds().log2();
    let marks: Vec<ShutterMark> = (0..=30).map(|third| ShutterMark::nearest(2 * third)).collect();
    let at = marks.iter().position(|mark| mark.stops() >= exact - 0.02).unwrap_or(marks.len() - 1);
    let gesture = Gesture::Dial {
        name: words::SHUTTER,
        marks: marks.iter().map(|mark| mark.label(StepSize::Thirds)).collect(),
        begins: 18,
    };
    let mut drawn = Drawn::asking(words::sharp_in_hand(focal, stabilised), gesture, at as f64, 3.01);
    drawn.stops = Some(1.0 / 3.0);
    let halved = school == ShakeSchool::Cautious;
    drawn.why = words::why_sharp(focal, stabilised, halved, &marks[at].label(StepSize::Thirds));
    drawn
}
