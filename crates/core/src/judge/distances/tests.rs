use super::*;
use crate::judge::tests::taken;
use crate::sample;
use crate::setup::Setup;
use rstest::rstest;

/// The portrait with its light so far from the face, in an ambient that leaves the flash most of it.
fn at(metres: f64) -> Setup {
    let mut setup = sample::portrait();
    sample::at_distance(&mut setup, 0, metres);
    setup
}

fn series(each: &[(f64, f64, bool)]) -> Vec<(Id, Take)> {
    let kit = sample::kit();
    let one = |(index, (metres, more, fired)): (usize, &(f64, f64, bool))| {
        let flash = if *fired { *more } else { f64::NEG_INFINITY };
        (Id::new(&format!("take-{index}")).unwrap(), taken(&at(*metres), &kit, (0.0, flash), *fired))
    };
    each.iter().enumerate().map(one).collect()
}

fn told(each: &[(f64, f64, bool)]) -> Result<OverDistance, DistancesError> {
    let takes = series(each);
    let takes: Vec<InSeries<'_>> = takes.iter().map(|(id, take)| (id, take, None)).collect();
    distances(&takes, Units::Metres)
}

/// Far off a light falls by two stops for each doubling (the inverse square law); as planned it is told to be so, and stronger
/// throughout it is stronger throughout.
#[rstest]
#[case::as_planned(0.0)]
#[case::stronger(0.5)]
#[case::weaker(-0.4)]
fn by_the_inverse_square(#[case] more: f64) {
    let told = told(&[(4.0, more, true), (1.5, more, true), (2.5, more, true), (2.5, 0.0, false)]).unwrap();
    let metres: Vec<f64> = told.points.iter().map(|point| point.distance.metres()).collect();
    assert!(metres.is_sorted() && metres.len() == 3, "{metres:?}");
    assert!((1.7..2.1).contains(&told.falls), "{}", told.falls);
    assert!((told.falls - told.planned_falls).abs() < 0.02);
    assert!((told.more.stops() - more).abs() < 0.02, "{:?}", told.more);
    for point in &told.points {
        assert!((point.measured - point.planned - more).abs() < 0.02, "{point:?}");
        assert!(point.error.stops() > 0.1, "{point:?}");
    }
    let strong = if more == 0.0 { "as strong as planned" } else { "than planned" };
    assert!(told.text.contains(strong), "{}", told.text);
    assert_eq!(told.plot.text, told.text);
    assert!(told.plot.across.first().unwrap().at <= metres[0].log2());
    assert!(told.plot.across.last().unwrap().at >= metres[2].log2());
}

/// One that falls by half as much as planned is told to, and why that may be.
#[test]
fn one_that_falls_slower() {
    let takes = told(&[(1.0, 0.0, true), (2.0, 1.0, true), (4.0, 2.0, true), (1.4, 0.5, true), (2.8, 1.5, true)]);
    let told = takes.unwrap();
    assert!(told.planned_falls - told.falls > 0.9, "{} {}", told.planned_falls, told.falls);
    assert!(told.text.contains(say::distances::SLOWER), "{}", told.text);
}

#[rstest]
#[case::two(&[(1.0, 0.0, true), (2.0, 0.0, true)], DistancesError::FewFrames)]
#[case::no_flash(&[(1.0, 0.0, false), (2.0, 0.0, false), (3.0, 0.0, false)], DistancesError::FewFrames)]
#[case::in_one_place(&[(2.0, 0.0, true), (2.0, 0.1, true), (2.05, 0.0, true)], DistancesError::NoneMoved)]
fn what_tells_nothing(#[case] each: &[(f64, f64, bool)], #[case] wanted: DistancesError) {
    assert_eq!(told(each).unwrap_err(), wanted);
}

/// By hand: points on y = 3 − 2x give −2; one of them a stop off and ten times as unsure hardly turns the line.
#[test]
fn a_line_by_least_squares() {
    let on = [(0.0, 3.0, 0.1), (1.0, 1.0, 0.1), (2.0, -1.0, 0.1)];
    let line = Line::through(on.into_iter());
    // The spread of 0, 1, 2 about 1 is 2, weighed by 100.
    assert!((line.rise + 2.0).abs() < 1e-9 && (line.error - 1.0 / 200.0f64.sqrt()).abs() < 1e-9);
    let off = [on[0], on[1], (2.0, 0.0, 1.0)];
    assert!((Line::through(off.into_iter()).rise + 2.0).abs() < 0.05);
}
