use super::super::observer::BANDS;
use super::*;
use proptest::prelude::*;
use rstest::rstest;

fn film(shift: f64, loss: f64) -> Film {
    Film::of(MiredShift::of(shift), Stops::of(loss))
}

/// Shift and loss of full to eighth warming and cooling are met at 5 500 K, and the line of temperatures is kept to 0.003
/// (shifts from memory, losses common practice).
#[rstest]
#[case::full_warming(159.0, 2.0 / 3.0)]
#[case::half_warming(109.0, 0.5)]
#[case::quarter_warming(64.0, 1.0 / 3.0)]
#[case::eighth_warming(26.0, 0.25)]
#[case::full_cooling(-131.0, 1.4)]
#[case::half_cooling(-68.0, 0.75)]
#[case::quarter_cooling(-35.0, 0.5)]
#[case::eighth_cooling(-18.0, 1.0 / 3.0)]
fn films_on_sale(#[case] shift: f64, #[case] loss: f64) {
    let built = film(shift, loss);
    let done = built.done();
    assert!((done.shift.mired() - shift).abs() < 0.1, "{done:?}");
    assert!((done.loss.stops() - loss).abs() < 0.02, "{done:?}");
    assert!(done.duv.duv().abs() < 0.003, "{done:?}");
    assert_eq!(built.off_locus(), None);
}

/// With a steep top a full warming film costs 1.3 stops; in lamplight and in cool light it shifts a little less (full warming
/// about +149 at 2 856 K, full cooling −145 at 6 500 K: method notes, from memory).
#[test]
fn the_same_film_elsewhere() {
    let steep = Film::topped(MiredShift::of(159.0), 1.0).done();
    assert!((steep.loss.stops() - 1.3).abs() < 0.1, "{steep:?}");
    let at = |film: Film, kelvin: f64| film.done_to(&Spectrum::named(Kelvin::of(kelvin))).unwrap().shift.mired();
    assert!((at(film(159.0, 2.0 / 3.0), 2_856.0) - 149.0).abs() < 8.0, "{}", at(film(159.0, 2.0 / 3.0), 2_856.0));
    assert!((at(film(-131.0, 1.4), 6_500.0) + 131.0).abs() < 16.0, "{}", at(film(-131.0, 1.4), 6_500.0));
}

/// A full warming film that lost a sixth of a stop would be no film along the locus; it says how far off it is.
#[test]
fn a_loss_too_small_for_its_shift_is_said() {
    let built = film(159.0, 0.15);
    let off = built.off_locus().unwrap();
    assert!(off.loss.stops() > 0.2 || off.duv.duv().abs() > LEAVES, "{off:?}");
    assert!(film(20.0, 2.0).off_locus().is_none());
    assert!((film(20.0, 2.0).done().loss.stops() - 2.0).abs() < 0.01);
}

#[rstest]
#[case::minus_green(-0.01)]
#[case::plus_green(0.01)]
#[case::a_touch(-0.003)]
fn green_and_magenta(#[case] duv: f64) {
    let done = Film::green(Duv::of(duv)).done();
    assert!((done.duv.duv() - duv).abs() < 1e-4, "{done:?}");
    assert!(done.shift.size() < 12.0 && done.loss.stops() > 0.1, "{done:?}");
}

/// What a meter answered is what the made light answers.
#[rstest]
#[case(4_000.0, 0.008)]
#[case(2_900.0, -0.005)]
#[case(6_500.0, 0.0032)]
#[case(5_000.0, 0.012)]
fn a_measured_light(#[case] kelvin: f64, #[case] duv: f64) {
    let found = temperature(Spectrum::measured(Kelvin::of(kelvin), Duv::of(duv)).xyz()).unwrap();
    assert!((1e6 / found.kelvin.kelvin() - 1e6 / kelvin).abs() < 1.5, "{found:?}");
    assert!((found.duv.duv() - duv).abs() < 5e-4, "{found:?}");
}

proptest! {
    /// Stacked films multiply, in whatever order; nothing lets through more than falls on it.
    #[test]
    fn films_multiply(a in -131.0..159.0f64, b in -68.0..109.0f64, loss in 0.3..1.5f64, t in 2_500.0..9_000.0f64) {
        let (one, other) = (film(a, loss), film(b, loss));
        let light = Spectrum::named(Kelvin::of(t));
        let (ab, ba) = (one.and(&other).before(&light), other.before(&one.before(&light)));
        for band in 0..BANDS {
            prop_assert!((ab.bands()[band] - ba.bands()[band]).abs() < 1e-12);
            prop_assert!(one.passes().bands()[band] <= 1.0);
        }
        let losses = one.done_to(&light).unwrap().loss.stops() + other.done_to(&one.before(&light)).unwrap().loss.stops();
        prop_assert!((one.and(&other).done_to(&light).unwrap().loss.stops() - losses).abs() < 1e-9);
    }
}
