//! What sharpness, shake and noise are judged by: what the picture is for.

use crate::house::Units;
use crate::marks::Mark;
use crate::quantity::{Millimetres, figure};
use crate::say;
use crate::situation::{Dials, Situation};
use crate::terms::{Purpose, Shape, Shown};
use serde::Serialize;

/// What sharpness, shake and noise are judged by.
#[derive(Debug, Clone, PartialEq, Serialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub struct JudgedReport {
    /// What the picture is for.
    pub purpose: Purpose,
    /// The largest blur that passes for a point, on the sensor.
    pub circle: Millimetres,
    /// How far the subject moves while the shutter is open, in blurs that pass for a point; none for what stands still.
    pub moved: Option<f64>,
    /// In words.
    pub text: String,
}

/// How surely the speed of people is known, as a share of it (the program's own estimate: starting points of practice lie
/// whole stops apart).
const SPEED_KNOWN: f64 = 0.3;

pub(super) fn of(s: &Situation<'_>, dials: &Dials) -> JudgedReport {
    let purpose = s.terms.purpose;
    let circle = purpose.circle(s.body);
    let text = say::judged::judged_by(
        words(purpose, s.body.judged_by_pixels, s.terms.house.units),
        circle.millimetres() * 1000.0,
    );
    let shutter = s.effective_shutter(dials.shutter);
    let movement = s.setup.subject.movement;
    let travels = movement.travels(s.terms.house.sport, shutter.time(), s.asks.frame);
    let (width, height) = purpose.frame(s.body);
    let point = circle.millimetres() / width.millimetres().min(height.millimetres());
    let moved = travels.map(|travels| travels / point);
    let text = match (travels, moved) {
        (Some(travels), Some(moved)) => {
            let far = purpose.short_pixels(s.body).map_or_else(
                || format!("{} times that", figure(moved, moved * SPEED_KNOWN)),
                |pixels| pixels_of(travels * pixels),
            );
            say::judged::moves_by(&text, shutter.label(s.step), movement.words(), &far)
        }
        _ => text,
    };
    JudgedReport { purpose, circle, moved, text }
}

/// So many pixels of the picture, in words.
fn pixels_of(count: f64) -> String {
    if count < 1.0 {
        say::judged::UNDER_A_PIXEL.to_owned()
    } else {
        say::judged::pixels(figure(count, (count * SPEED_KNOWN).max(1.0)))
    }
}

fn words(purpose: Purpose, by_pixels: bool, units: Units) -> String {
    let seen = match purpose.shown {
        Shown::Anywhere if !by_pixels => say::judged::ANYWHERE.to_owned(),
        Shown::Screen => say::judged::SCREEN.to_owned(),
        Shown::Anywhere | Shown::Pixels => say::judged::PIXEL_BY_PIXEL.to_owned(),
        Shown::Web { pixels } => say::judged::web(pixels),
        Shown::Print { side, viewed_from } => {
            let [side, from] = [side, viewed_from].map(|length| units.distance(length.metres()));
            say::judged::print(&side, &from)
        }
    };
    match purpose.shape {
        Shape::Sensor => seen,
        Shape::ThreeTwo => format!("{seen}, cut to 3:2"),
        Shape::FiveFour => format!("{seen}, cut to 5:4"),
        Shape::Square => say::judged::square(&seen),
        Shape::SixteenNine => format!("{seen}, cut to 16:9"),
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::assess::{Assessment, assess};
    use crate::house::House;
    use crate::quantity::Metres;
    use crate::sample;
    use crate::terms::Terms;
    use rstest::rstest;

    fn told(shown: Shown, shape: Shape) -> Assessment {
        let terms = Terms { purpose: Purpose { shown, shape }, ..House::default().into() };
        assess(&sample::portrait(), &sample::kit(), terms).unwrap()
    }

    #[rstest]
    #[case::web(Shown::Web { pixels: 1600 }, "for the web, 1600 pixels wide")]
    #[case::print(Shown::Print { side: Metres::of(0.9), viewed_from: Metres::of(0.6) }, "for a print of 90 cm, seen from 60 cm")]
    #[case::pixels(Shown::Pixels, "pixel by pixel")]
    fn what_for(#[case] shown: Shown, #[case] words: &str) {
        let said = told(shown, Shape::Square).judged.text;
        assert!(said.contains(words) && said.contains("cut to a square"), "{said}");
    }

    /// At the shutter at which a movement just passes for a point it is told as one; four times as long it is four of them, and
    /// three pixels make a point where pixels are looked at.
    #[rstest]
    #[case::just_sharp(0, 1.0)]
    #[case::two_stops_slower(12, 4.0)]
    fn how_far_it_moves(#[case] slower: i16, #[case] points: f64) {
        let mut setup = sample::portrait();
        setup.subject.movement = crate::optics::Movement::Fidgeting;
        setup.camera.shutter.held = true;
        let terms = |shown| Terms { purpose: Purpose { shown, shape: Shape::Sensor }, ..House::default().into() };
        for shown in [Shown::Screen, Shown::Pixels] {
            let kit = sample::kit();
            let s = Situation::new(&setup, &kit, terms(shown)).unwrap();
            let sharp = s.asks.movement.unwrap();
            setup.camera.shutter.at = crate::marks::Mark::nearest(sharp.sixths() - slower);
            let report = assess(&setup, &kit, terms(shown)).unwrap().judged;
            let moved = report.moved.unwrap();
            // The dial stands at the next mark, up to a third of a stop from what is asked.
            assert!(moved > points / 1.3 && moved < points * 1.05, "{moved} {}", report.text);
            let told = if shown == Shown::Pixels { "pixels of it" } else { "times that" };
            assert!(report.text.contains(told), "{}", report.text);
        }
    }

    #[test]
    fn what_stands_still_does_not_move() {
        let mut setup = sample::portrait();
        setup.subject.movement = crate::optics::Movement::Still;
        let report = assess(&setup, &sample::kit(), House::default()).unwrap().judged;
        assert!(report.moved.is_none() && !report.text.contains("moves"), "{}", report.text);
    }

    /// A web picture forgives what a big print does not: depth, noise, and the reach of a square frame.
    #[test]
    fn a_small_picture_forgives() {
        let (small, large) = (told(Shown::Web { pixels: 1600 }, Shape::Sensor), told(Shown::Pixels, Shape::Sensor));
        let depth =
            |report: &Assessment| report.depth.far.map_or(f64::MAX, |far| far.metres() - report.depth.near.metres());
        assert!(depth(&small) > 2.0 * depth(&large));
        assert!(small.floor.stops() < large.floor.stops() - 1.0);
        let square = told(Shown::Screen, Shape::Square).set.framing;
        assert!((square.width.metres() / square.height.metres() - 1.0).abs() < 1e-9);
    }
}
