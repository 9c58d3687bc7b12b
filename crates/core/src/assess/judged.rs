//! What sharpness, shake and noise are judged by: what the picture is for.

use crate::house::Units;
use crate::quantity::Millimetres;
use crate::situation::Situation;
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
    /// In words.
    pub text: String,
}

pub(super) fn of(s: &Situation<'_>) -> JudgedReport {
    let purpose = s.terms.purpose;
    let circle = purpose.circle(s.body);
    let text = format!(
        "Sharpness, shake and noise are judged {}: a blur of {:.0} µm on the sensor passes for a point.",
        words(purpose, s.body.judged_by_pixels, s.terms.house.units),
        circle.millimetres() * 1000.0
    );
    JudgedReport { purpose, circle, text }
}

fn words(purpose: Purpose, by_pixels: bool, units: Units) -> String {
    let seen = match purpose.shown {
        Shown::Anywhere if !by_pixels => "for a picture seen whole".to_owned(),
        Shown::Screen => "for a picture seen whole, on a screen or a page".to_owned(),
        Shown::Anywhere | Shown::Pixels => "pixel by pixel".to_owned(),
        Shown::Web { pixels } => format!("for the web, {pixels} pixels wide"),
        Shown::Print { side, viewed_from } => {
            let [side, from] = [side, viewed_from].map(|length| units.distance(length.metres()));
            format!("for a print of {side}, seen from {from}")
        }
    };
    match purpose.shape {
        Shape::Sensor => seen,
        Shape::ThreeTwo => format!("{seen}, cut to 3:2"),
        Shape::FiveFour => format!("{seen}, cut to 5:4"),
        Shape::Square => format!("{seen}, cut to a square"),
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
