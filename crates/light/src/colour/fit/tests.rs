use super::super::Wanted;
use super::super::film::Film;
use super::super::skin::Skin;
use super::super::{AmbientColour, Lamp, Surface};
use super::*;
use crate::quantity::{MiredShift, Stops};
use proptest::prelude::*;
use rstest::rstest;

const FILMS: [(f64, f64); 7] =
    [(159.0, 0.67), (109.0, 0.5), (64.0, 0.33), (26.0, 0.25), (-131.0, 1.4), (-68.0, 0.75), (-35.0, 0.5)];

fn choices(bare: Spectrum) -> Vec<Choice> {
    let bare_one = Choice { light: bare, loss: Stops::ZERO, films: 0 };
    let worn = FILMS.map(|(shift, loss)| {
        let film = Film::of(MiredShift::of(shift), Stops::of(loss));
        Choice { light: film.before(&bare).to_unit(), loss: Stops::of(loss), films: 1 }
    });
    std::iter::once(bare_one).chain(worn).collect()
}

fn skin(ambient: Spectrum, amounts: &[(f64, f64)]) -> Vec<LitPatch> {
    let patch = |of_ambient: f64, flash: Vec<f64>, weight| LitPatch {
        surface: Surface::of(Skin::Intermediate.colour()),
        fixed: vec![(ambient, of_ambient)],
        amounts: flash,
        wanted: Wanted::Right(MiredShift::ZERO),
        weight,
        beside: None,
    };
    let (lit, shadow): (Vec<f64>, Vec<f64>) = amounts.iter().copied().unzip();
    vec![patch(0.5, lit, 0.6), LitPatch { beside: Some(0), ..patch(0.5, shadow, 0.4) }]
}

fn settings() -> Vec<Kelvin> {
    (25..=100).map(|hundreds| Kelvin::of(f64::from(hundreds) * 100.0)).collect()
}

fn daylight(kelvin: f64) -> Spectrum {
    Spectrum::named(Kelvin::of(kelvin))
}

/// As every photographer does it: full warming in lamplight and a setting for lamps, half in low sun, none in light like the
/// flash's own, a quarter cooling in open shade.
#[rstest]
#[case::lamps(daylight(2_500.0), Some(0), 2_400.0..2_800.0)]
#[case::warm_lamps(daylight(2_900.0), Some(0), 2_700.0..3_100.0)]
#[case::low_sun(AmbientColour::LowSun.spectrum(), Some(1), 3_300.0..3_800.0)]
#[case::like_flash(daylight(5_500.0), None, 5_300.0..5_900.0)]
#[case::open_shade(daylight(7_500.0), Some(6), 6_700.0..7_700.0)]
fn as_it_is_done(#[case] ambient: Spectrum, #[case] film: Option<usize>, #[case] kelvin: std::ops::Range<f64>) {
    let found = fits(&skin(ambient, &[(0.5, 0.1)]), &[choices(daylight(5_600.0))], &settings(), &[], 3);
    assert_eq!(found[0].choices, [film.map_or(0, |film| film + 1)], "{found:?}");
    assert!(kelvin.contains(&found[0].kelvin.kelvin()), "{found:?}");
    assert!(found[0].off.iter().all(|off| *off < 4.0), "{found:?}");
    assert!(found.windows(2).all(|pair| pair[0].score <= pair[1].score && pair[0].choices != pair[1].choices));
}

/// Green tubes want a green setting.
#[test]
fn a_tint_where_it_is_seen() {
    let tints: Vec<Duv> = (-8..=8).map(|step| Duv::of(f64::from(step) * 0.002)).collect();
    let green = Film::green(Duv::of(0.012)).before(&Lamp::CoolWhiteTube.spectrum()).to_unit();
    let found =
        fits(&skin(green, &[(0.0, 0.0)]), &[vec![choices(daylight(5_600.0)).remove(0)]], &settings(), &tints, 1);
    assert!(found[0].tint.duv() > 0.006, "{found:?}");
    let plain = fits(
        &skin(daylight(5_600.0), &[(0.5, 0.5)]),
        &[vec![choices(daylight(5_600.0)).remove(0)]],
        &settings(),
        &tints,
        1,
    );
    assert_eq!(plain[0].tint.duv(), 0.0);
}

proptest! {
    #![proptest_config(ProptestConfig::with_cases(24))]
    /// What the search leaves out costs at most half of what anybody sees, against every choice of two lights at every setting.
    #[test]
    fn near_the_best_there_is(
        ambient in 2_400.0..9_000.0f64, flash in 5_000.0..6_200.0f64, a in 0.1..1.5f64, b in 0.05..1.0f64,
    ) {
        let patches = skin(daylight(ambient), &[(a, 0.1), (0.1, b)]);
        let lights = [choices(daylight(flash)), choices(daylight(flash))];
        let every = settings();
        let found = fits(&patches, &lights, &every, &[], 1).remove(0);
        let mut best = f64::INFINITY;
        for x in 0..lights[0].len() {
            for y in 0..lights[1].len() {
                let one = [vec![lights[0][x].clone()], vec![lights[1][y].clone()]];
                for kelvin in &every {
                    best = best.min(fits(&patches, &one, &[*kelvin], &[], 1)[0].score);
                }
            }
        }
        prop_assert!(found.score <= best + 0.5, "{found:?} {best}");
    }
}

#[test]
fn nothing_to_set_is_no_fit() {
    assert!(fits(&[], &[], &[], &[], 3).is_empty());
}
