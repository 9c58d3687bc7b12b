//! Curves of made-up bodies, found again from brackets of a made-up scene.

use super::hidden::Chance;
use crate::kit::Channel;
use crate::learn::{Bracket, BracketError, fitted};
use rstest::rstest;

/// A body with a picture style: sRGB with a toe and a shoulder, each channel a little its own.
fn stored(light: f64, channel: usize) -> f64 {
    let lifted = light * [1.0, 1.0, 1.0][channel];
    let bent = lifted / (1.0 + 0.35 * lifted).powf(1.0 + 0.1 * channel as f64);
    (255.0 * crate::colour::encoded(bent.min(1.0))).clamp(0.0, 255.0)
}

/// The same the other way, in stops over what is stored at mid-grey's code, by halving.
fn level_of(code: f64, channel: usize) -> f64 {
    let find = |code: f64| {
        let (mut low, mut high) = (1e-6, 60.0f64);
        for _ in 0..80 {
            let middle = f64::sqrt(low * high);
            if stored(middle, channel) < code { low = middle } else { high = middle }
        }
        f64::log2(low)
    };
    find(code) - find(255.0 * crate::colour::encoded(0.18))
}

/// A bracket of a scene of so many tones; a frame's light may be off, and codes are whole.
fn bracket(times: &[f64], points: usize, noise: f64, off: &[f64]) -> Bracket {
    let mut chance = Chance(17);
    let samples = (0..points)
        .map(|point| {
            let level = -7.0 + 8.5 * point as f64 / points as f64;
            let frames = times.iter().zip(off);
            frames
                .map(|(time, off)| {
                    let light = 0.18 * (level + time + off + noise * chance.normal()).exp2();
                    [0, 1, 2].map(|channel| stored(light, channel).round())
                })
                .collect()
        })
        .collect();
    Bracket { times: times.to_vec(), samples }
}

const FIVE: [f64; 5] = [-2.0, -1.0, 0.0, 1.0, 2.0];

/// Three stops down to two up the curve is found within five hundredths of a stop, though every code is whole and a little noisy.
#[rstest]
#[case::quiet(0.0)]
#[case::noisy(0.03)]
fn a_picture_style_is_found(#[case] noise: f64) {
    let found = fitted(&bracket(&FIVE, 120, noise, &[0.0; 5])).unwrap();
    for (place, channel) in Channel::ALL.into_iter().enumerate() {
        for code in [45.0, 70.0, 117.6, 150.0, 190.0, 220.0, 235.0] {
            let (level, wanted) = (found.curve.level(channel, code).unwrap(), level_of(code, place));
            assert!((level - wanted).abs() < 0.05, "{channel:?} {code}: {level} {wanted}");
        }
        let middle = 255.0 * crate::colour::encoded(0.18);
        assert!(found.curve.level(channel, middle).unwrap().abs() < 0.005);
    }
    assert!(found.curve.error.stops() < 0.06 && found.curve.frames == 5, "{:?}", found.curve.error);
    assert!(found.points.len() > 200);
}

#[rstest]
#[case::two_frames(bracket(&[0.0, 3.0], 300, 0.0, &[0.0; 2]), BracketError::FewFrames)]
#[case::all_alike(bracket(&[0.0, 0.5, 1.0], 300, 0.0, &[0.0; 3]), BracketError::FewStops)]
#[case::few_points(bracket(&FIVE, 40, 0.0, &[0.0; 5]), BracketError::FewPoints)]
fn what_teaches_no_curve(#[case] bracket: Bracket, #[case] wanted: BracketError) {
    assert_eq!(fitted(&bracket).unwrap_err(), wanted);
}

/// A cloud before the sun in one frame: half a stop less light than the shutter says.
#[test]
fn a_light_that_changes_is_found_out() {
    let found = fitted(&bracket(&FIVE, 150, 0.0, &[0.0, 0.8, 0.0, -0.8, 0.0])).unwrap_err();
    assert!(matches!(found, BracketError::Unsteady { off } if off > 0.12), "{found:?}");
    assert!(found.to_string().contains("changed between them"), "{found}");
}
