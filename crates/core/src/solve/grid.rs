//! The search over the whole grid of clicks of ISO, aperture, shutter and ND.

use super::least::{FlashRange, LeastFit};
use super::powers;
use super::score::{Weights, aperture_score, fit, iso_score, nd_score, shutter_score};
use crate::marks::{ApertureMark, IsoMark, Mark, NdMark, ShutterMark};
use crate::quantity::Power;
use crate::setup::free_range;
use crate::situation::Split;
use crate::situation::{Dials, Situation};
use crate::wanted::given_up;
use fnv::FnvHashMap;

/// The best dials found, with what they score.
#[derive(Debug, Clone, PartialEq)]
pub struct Solution {
    /// The dials.
    pub dials: Dials,
    /// Powers of the firing lights in stops below full; beyond a flash's range where its limit was lifted.
    pub powers: Vec<f64>,
    /// The score, lower is better.
    pub score: f64,
}

/// The most work a search does, in levels worked out a light: then the best found so far stands. The cheapest dials are
/// looked at first, so that what is passed over is what costs most; ordinary searches end well before.
const MOST_WORK: usize = 20_000;

/// ISO, aperture and ND that make one gain most cheaply.
#[derive(Debug, Clone, Copy)]
struct Gain {
    gain: i16,
    score: f64,
    iso: IsoMark,
    aperture: ApertureMark,
    nd: NdMark,
}

/// Searches every combination of clicks; none scores better with the same powers.
///
/// The fit depends on ISO, aperture and ND only through their sum (and, below base ISO, through the headroom lost),
/// so the cheapest combination of each sum stands for all of them; and since no term is negative, a sum whose dial
/// terms alone score worse than the best found needs no further look, nor do dials at which even the best powers could
/// not make the levels fit well enough.
#[must_use]
pub fn best(s: &Situation<'_>, w: &Weights) -> Solution {
    best_from(s, w, &Dials::of(s.setup))
}

/// The same, begun at dials that are likely to be near the best: they are looked at first, so that more is passed over.
#[must_use]
pub fn best_from(s: &Situation<'_>, w: &Weights, near: &Dials) -> Solution {
    let camera = &s.setup.camera;
    let gains = cheapest_gains(s, w);
    let mut shutters: Vec<(f64, ShutterMark)> = free_range(camera.shutter, s.shutter, s.step)
        .into_iter()
        .map(|shutter| (shutter_score(s, w, shutter), shutter))
        .collect();
    shutters.sort_by(|a, b| a.0.total_cmp(&b.0));
    // What a flash gives depends on the shutter with high-speed sync alone.
    let ranges: Vec<FlashRange> = if s.past_sync {
        shutters.iter().map(|(_, shutter)| FlashRange::of(s, &s.full_power_levels(0, *shutter))).collect()
    } else {
        vec![FlashRange::of(s, &s.full_power_levels(0, s.shutter.0))]
    };
    let least = LeastFit::of(s, w);
    let (mut lit, mut full) = (Vec::new(), Vec::new());
    let mut found: Option<(f64, Gain, ShutterMark, Vec<f64>)> = None;
    let mut look = |gain: &Gain, index: usize, found: &mut Option<(f64, Gain, ShutterMark, Vec<f64>)>| {
        let (shutter_score, shutter) = shutters[index];
        let so_far = gain.score + shutter_score;
        if let Some(best) = found {
            let offset = s.ambient_gain(gain.gain, shutter);
            let (range, times) = (&ranges[index % ranges.len()], by(gain.gain).exp2());
            if least.is_over(best.0 + 1e-9 - so_far, offset, range, times, s.headroom(gain.iso)) {
                return;
            }
        }
        let ambient = s.ambient_levels(gain.gain, shutter);
        s.fill_full_power_levels(gain.gain, shutter, &mut full);
        powers::solve(s, &ambient, &full, &mut lit);
        let split = Split::new(ambient, &full, &lit);
        let score = so_far + fit(s, w, &split, gain.iso, shutter, &lit);
        if found.as_ref().is_none_or(|best| score < best.0) {
            *found = Some((score, *gain, shutter, lit.clone()));
        }
    };
    let (a_look, mut work) = (s.lights.len() + 1, 0);
    let start = gains.iter().min_by_key(|gain| (gain.gain - near.gain()).abs());
    let away = |index: &usize| (shutters[*index].1.sixths() - near.shutter.sixths()).abs();
    if let (Some(gain), Some(index)) = (start, (0..shutters.len()).min_by_key(away)) {
        look(gain, index, &mut found);
    }
    'search: for gain in &gains {
        for (index, (shutter_score, _)) in shutters.iter().enumerate() {
            if found.as_ref().is_some_and(|best| gain.score + shutter_score >= best.0) {
                break;
            }
            if work >= MOST_WORK || given_up() {
                break 'search;
            }
            work += a_look;
            look(gain, index, &mut found);
        }
    }
    let mut dials = Dials::of(s.setup);
    let Some((score, gain, shutter, powers)) = found else {
        return Solution { powers: crate::situation::powers_of_lit(s, &dials), dials, score: f64::INFINITY };
    };
    (dials.iso, dials.aperture, dials.nd, dials.shutter) = (gain.iso, gain.aperture, gain.nd, shutter);
    for (lit, below) in s.lights.iter().zip(&powers) {
        dials.turn(lit.index, Power::nearest(*below));
    }
    Solution { dials, powers, score }
}

/// Sixths of a stop in stops.
fn by(sixths: i16) -> f64 {
    f64::from(sixths) / 6.0
}

/// For each gain and each headroom the cheapest combination, cheapest first.
fn cheapest_gains(s: &Situation<'_>, w: &Weights) -> Vec<Gain> {
    let camera = &s.setup.camera;
    let nds = if camera.nd.held { vec![camera.nd.at] } else { s.nd.clone() };
    let nds: Vec<(NdMark, f64)> = nds.into_iter().map(|nd| (nd, nd_score(s, nd))).collect();
    let apertures = free_range(camera.aperture, s.aperture, s.step).into_iter();
    let apertures: Vec<(ApertureMark, f64)> = apertures.map(|mark| (mark, aperture_score(s, w, mark))).collect();
    let mut cheapest: FnvHashMap<(i16, IsoMark), Gain> = FnvHashMap::default();
    for iso in free_range(camera.iso, s.iso, s.step) {
        let iso_score = iso_score(s, w, iso);
        for (aperture, aperture_score) in &apertures {
            for (nd, nd_score) in &nds {
                let score = iso_score + aperture_score + nd_score;
                let gain = iso.sixths() - aperture.sixths() - nd.sixths();
                let entry = Gain { gain, score, iso, aperture: *aperture, nd: *nd };
                let known = cheapest.entry((gain, iso.min(s.base))).or_insert(entry);
                if (score, iso, *nd) < (known.score, known.iso, known.nd) {
                    *known = entry;
                }
            }
        }
    }
    let mut gains: Vec<Gain> = cheapest.into_values().collect();
    gains.sort_by(|a, b| a.score.total_cmp(&b.score).then(a.gain.cmp(&b.gain)).then(a.iso.cmp(&b.iso)));
    gains
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::house::House;
    use crate::kit::FilmKind;
    use crate::quantity::{Ev100, Share};
    use crate::sample;
    use crate::setup::{Dial, Joined, Measured, Multiple};
    use crate::solve::score::score;
    use proptest::prelude::*;

    /// The plain way: every combination, its powers solved, scored by the one public score.
    fn brute_force(s: &Situation<'_>, w: &Weights) -> f64 {
        let camera = &s.setup.camera;
        let nds = if camera.nd.held { vec![camera.nd.at] } else { s.nd.clone() };
        let mut least = f64::INFINITY;
        for iso in free_range(camera.iso, s.iso, s.step) {
            for aperture in free_range(camera.aperture, s.aperture, s.step) {
                for nd in &nds {
                    for shutter in free_range(camera.shutter, s.shutter, s.step) {
                        let mut dials = Dials { iso, aperture, shutter, nd: *nd, powers: Dials::of(s.setup).powers };
                        let ambient = s.ambient_levels(dials.gain(), shutter);
                        let full = s.full_power_levels(dials.gain(), shutter);
                        let mut lit = Vec::new();
                        powers::solve(s, &ambient, &full, &mut lit);
                        for (light, below) in s.lights.iter().zip(&lit) {
                            dials.turn(light.index, Power::nearest(*below));
                        }
                        least = least.min(score(s, w, &dials));
                    }
                }
            }
        }
        least
    }

    proptest! {
        #![proptest_config(ProptestConfig::with_cases(12))]
        /// The search is never beaten on its own score by trying everything.
        #[test]
        fn never_beaten_by_brute_force(
            face in 3.0f64..15.0,
            contrast in -1.0f64..5.0,
            sunlit in 0.0f64..1.0,
            distance in 0.6f64..5.0,
            approach in 0usize..9,
            held in 0u8..16,
            high_speed in any::<bool>(),
            loaded in 0usize..3,
            exposures in 1u32..5,
        ) {
            let film = [None, Some(FilmKind::ColourNegative), Some(FilmKind::Slide)][loaded];
            let (kit, mut setup) = (film.map_or_else(sample::kit, sample::loaded), sample::outdoors());
            if film.is_some() {
                sample::on_film(&mut setup, &kit);
            }
            setup.camera.multiple = (exposures > 1).then_some(Multiple { exposures, joined: Joined::Added });
            let ev = [face, face + contrast];
            for (reading, ev) in setup.readings.iter_mut().zip(ev) {
                reading.measured = Measured::Ev { ev: Ev100::nearest(ev) };
            }
            setup.background.sunlit = Share::nearest(sunlit);
            sample::at_distance(&mut setup, 0, distance);
            setup.approach = Some(crate::approach::Approach::ALL[approach]);
            setup.camera.high_speed_sync = high_speed;
            // Two dials held at least, so that trying everything stays quick.
            setup.camera.iso.held = held & 1 != 0;
            setup.camera.nd.held = held & 1 == 0;
            setup.camera.aperture.held = held & 2 != 0;
            setup.camera.shutter.held = held & 6 == 4;
            let s = Situation::new(&setup, &kit, House::default()).unwrap();
            let w = Weights::default();
            let found = best(&s, &w);
            prop_assert!((found.score - score(&s, &w, &found.dials)).abs() < 1e-9);
            let least = brute_force(&s, &w);
            prop_assert!(found.score <= least + 1e-9, "{} beaten by {least}", found.score);
        }
    }

    /// Eight lights that cannot all be served, every dial free and past sync: the search ends, with dials the camera has.
    #[test]
    fn the_most_work_is_bounded() {
        let (kit, mut setup) = (sample::kit(), sample::outdoors());
        for (reading, ev) in setup.readings.iter_mut().zip([-10.0, 22.0]) {
            reading.measured = Measured::Ev { ev: Ev100::nearest(ev) };
        }
        let light = setup.lights[0].clone();
        while setup.lights.len() < crate::situation::MOST_LIGHTS {
            let mut more = light.clone();
            more.id = crate::quantity::Id::new(&format!("more-{}", setup.lights.len())).unwrap();
            more.under_key = crate::quantity::Stops::nearest(setup.lights.len() as f64 - 3.0);
            setup.lights.push(more);
        }
        setup.camera.high_speed_sync = true;
        let s = Situation::new(&setup, &kit, House::default()).unwrap();
        let found = best(&s, &Weights::default());
        assert!(found.score.is_finite());
        assert!(
            (s.iso.0..=s.iso.1).contains(&found.dials.iso)
                && (s.shutter.0..=s.shutter.1).contains(&found.dials.shutter)
        );
    }

    /// Given up, a search ends with dials the camera has, after one look.
    #[test]
    fn a_search_nobody_waits_for_ends_early() {
        let (kit, setup) = (sample::kit(), sample::outdoors());
        let s = Situation::new(&setup, &kit, House::default()).unwrap();
        let wanted = crate::Wanted::default();
        wanted.give_up();
        let far = Dials { iso: s.iso.1, shutter: s.shutter.1, ..Dials::of(&setup) };
        let search = || best_from(&s, &Weights::default(), &far);
        let (early, whole) = (wanted.work(search), search());
        assert!(early.score.is_finite() && early.score > whole.score, "{} {}", early.score, whole.score);
        assert!((s.shutter.0..=s.shutter.1).contains(&early.dials.shutter));
    }

    #[test]
    fn held_dials_stay() {
        let (kit, mut setup) = (sample::kit(), sample::portrait());
        setup.camera.aperture = Dial::held(ApertureMark::new(18).unwrap());
        setup.camera.shutter = Dial::held(ShutterMark::new(40).unwrap());
        let s = Situation::new(&setup, &kit, House::default()).unwrap();
        let dials = best(&s, &Weights::default()).dials;
        assert_eq!((dials.aperture.sixths(), dials.shutter.sixths()), (18, 40));
    }
}
