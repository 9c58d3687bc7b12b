//! The one setting of a camera and the films before its lights that leave colours nearest to what is wanted of them.

use super::lab::Lab;
use super::spectrum::{Spectrum, named_light};
use super::surface::Surface;
use super::white::{Eye, White};
use super::xyz::Xyz;
use crate::quantity::{Duv, Kelvin, Mired, MiredShift, Stops};

/// A patch of the picture whose colour matters.
#[derive(Debug, Clone, PartialEq)]
pub struct LitPatch {
    /// What it is of.
    pub surface: Surface,
    /// The lights that stay as they are, with Y = 1, each with how much of it falls here.
    pub fixed: Vec<(Spectrum, f64)>,
    /// How much of each light that may wear films falls here.
    pub amounts: Vec<f64>,
    /// How it is to look; its lightness does not count.
    pub wanted: Wanted,
    /// How much it counts.
    pub weight: f64,
    /// Another patch of the same surface that is to look alike.
    pub beside: Option<usize>,
}

/// How a patch is to look.
#[derive(Debug, Clone, Copy, PartialEq)]
pub enum Wanted {
    /// As in daylight, or so much warmer.
    Right(MiredShift),
    /// Just so.
    Shown(Lab),
}

impl Wanted {
    /// What that is for a surface.
    #[must_use]
    pub fn of(self, surface: &Surface) -> Lab {
        let day = Kelvin::of(6_504.0);
        match self {
            Wanted::Shown(lab) => lab,
            Wanted::Right(warmer) if warmer == MiredShift::ZERO => surface.in_daylight(),
            Wanted::Right(warmer) => {
                let light = Spectrum::named((Mired::from(day) + warmer).into());
                White::of(named_light(day)).eye().lab_at(surface.lit_by(&light), surface.reflectance())
            }
        }
    }
}

/// What a light may wear.
#[derive(Debug, Clone, PartialEq)]
pub struct Choice {
    /// Its light behind it.
    pub light: Spectrum,
    /// What that loses.
    pub loss: Stops,
    /// Films in it.
    pub films: usize,
}

/// A setting and what each light wears.
#[derive(Debug, Clone, PartialEq)]
pub struct Fit {
    /// The temperature.
    pub kelvin: Kelvin,
    /// The tint.
    pub tint: Duv,
    /// Which choice of each light.
    pub choices: Vec<usize>,
    /// How far each patch is from what is wanted, in ΔE₀₀.
    pub off: Vec<f64>,
    /// What is left to be wished for: differences by their weights, and what losses and films count.
    pub score: f64,
}

/// What a stop lost and a film more count, in ΔE₀₀: a difference nobody sees is worth neither (the program's own weights).
const LOSS: f64 = 0.2;
const FILM: f64 = 0.3;
/// How many choices of each light are tried with those of the others, and how many fits are looked at closely.
const TRIED: usize = 8;
const CLOSELY: usize = 16;
/// What a tint has to gain, in ΔE₀₀, to be worth setting.
const UNSEEN: f64 = 0.1;
/// Settings between two that are tried first.
const STRIDE: usize = 6;

/// A problem worked out for many tries.
struct Bench<'a> {
    patches: &'a [LitPatch],
    lights: &'a [Vec<Choice>],
    eyes: Vec<(Kelvin, Eye)>,
    fixed: Vec<Xyz>,
    /// By patch, light and choice.
    parts: Vec<Vec<Vec<Xyz>>>,
    /// How each patch is to look.
    wanted: Vec<Lab>,
    /// The luminance each patch is compared at.
    luminances: Vec<f64>,
}

impl Bench<'_> {
    fn colours(&self, choices: &[usize]) -> Vec<Xyz> {
        let of = |patch: usize| {
            let parts = self.parts[patch].iter().zip(choices).map(|(choices, chosen)| choices[*chosen]);
            self.fixed[patch] + parts.sum::<Xyz>()
        };
        (0..self.patches.len()).map(of).collect()
    }

    /// How far each patch is from what is wanted, by a measure.
    fn seen(&self, eye: &Eye, colours: &[Xyz]) -> Vec<Lab> {
        colours.iter().zip(&self.luminances).map(|(colour, luminance)| eye.lab_at(*colour, *luminance)).collect()
    }

    fn off(&self, seen: &[Lab], measure: fn(Lab, Lab) -> f64) -> Vec<f64> {
        seen.iter().zip(&self.wanted).map(|(seen, wanted)| measure(*seen, *wanted)).collect()
    }

    /// All that is off as one: in squares, so that one patch that is plainly off counts more than two that are hardly; and what
    /// looks unlike its neighbour counts as much as what is off.
    fn weighed(&self, seen: &[Lab], off: &[f64], measure: fn(Lab, Lab) -> f64) -> f64 {
        let each = self.patches.iter().zip(off).zip(seen);
        let squares = each.map(|((patch, off), lab)| {
            let apart = patch.beside.and_then(|beside| seen.get(beside)).map_or(0.0, |beside| measure(*lab, *beside));
            patch.weight * (off * off + apart * apart)
        });
        squares.sum::<f64>().sqrt()
    }

    fn price(&self, choices: &[usize]) -> f64 {
        let worn = self.lights.iter().zip(choices).map(|(light, chosen)| &light[*chosen]);
        worn.map(|choice| LOSS * choice.loss.stops() + FILM * choice.films as f64).sum()
    }

    /// The best setting for these colours, with its cost: a stride at a time, then one by one about the best.
    fn setting(&self, colours: &[Xyz], measure: fn(Lab, Lab) -> f64) -> (usize, f64) {
        let cost = |at: usize| {
            let seen = self.seen(&self.eyes[at].1, colours);
            (at, self.weighed(&seen, &self.off(&seen, measure), measure))
        };
        let best = |tried: &mut dyn Iterator<Item = usize>| {
            tried.map(cost).min_by(|a, b| a.1.total_cmp(&b.1)).unwrap_or((0, f64::INFINITY))
        };
        let last = self.eyes.len() - 1;
        let near = best(&mut (0..=last).step_by(STRIDE)).0;
        best(&mut (near.saturating_sub(STRIDE - 1)..=(near + STRIDE - 1).min(last)))
    }

    fn quick(&self, choices: &[usize]) -> f64 {
        self.setting(&self.colours(choices), far_apart).1 + self.price(choices)
    }

    fn closely(&self, choices: Vec<usize>, tints: &[Duv]) -> Fit {
        let colours = self.colours(&choices);
        let (at, cost) = self.setting(&colours, Lab::difference);
        let with = |kelvin: Kelvin, tint: Duv| {
            let seen = self.seen(&White::set_to(kelvin, tint).eye(), &colours);
            let off = self.off(&seen, Lab::difference);
            (self.weighed(&seen, &off, Lab::difference), kelvin, tint, off)
        };
        let best = |all: &mut dyn Iterator<Item = (f64, Kelvin, Duv, Vec<f64>)>| all.min_by(|a, b| a.0.total_cmp(&b.0));
        let kelvin = self.eyes[at].0;
        let tinted = best(&mut tints.iter().map(|tint| with(kelvin, *tint)));
        // A tint that nobody would see is none; with one, the temperature is looked for again.
        let about = || &self.eyes[at.saturating_sub(STRIDE)..(at + STRIDE + 1).min(self.eyes.len())];
        let tinted = tinted.filter(|(tinted, ..)| *tinted < cost - UNSEEN);
        let again = tinted.and_then(|(_, _, tint, _)| best(&mut about().iter().map(|(kelvin, _)| with(*kelvin, tint))));
        let (cost, kelvin, tint, off) = again.unwrap_or_else(|| with(kelvin, Duv::of(0.0)));
        Fit { kelvin, tint, off, score: cost + self.price(&choices), choices }
    }
}

/// How far two colours of one lightness lie apart, quickly.
fn far_apart(a: Lab, b: Lab) -> f64 {
    (a.a - b.a).hypot(a.b - b.b)
}

/// The best fits, each with other films, the best first: over all choices of a single light; of several lights over the eight
/// best of each with those of the others. `settings` are the camera's temperatures in order, `tints` its tints.
#[must_use]
pub fn fits(patches: &[LitPatch], lights: &[Vec<Choice>], settings: &[Kelvin], tints: &[Duv], keep: usize) -> Vec<Fit> {
    if settings.is_empty() || lights.iter().any(Vec::is_empty) {
        return Vec::new();
    }
    let under = |patch: &LitPatch, light: &Spectrum, amount: f64| patch.surface.lit_by(light) * amount;
    let eyes: Vec<(Kelvin, Eye)> =
        settings.iter().map(|kelvin| (*kelvin, White::set_to(*kelvin, Duv::of(0.0)).eye())).collect();
    let bench = Bench {
        patches,
        lights,
        wanted: patches.iter().map(|patch| patch.wanted.of(&patch.surface)).collect(),
        eyes,
        fixed: patches.iter().map(|p| p.fixed.iter().map(|(light, amount)| under(p, light, *amount)).sum()).collect(),
        parts: patches
            .iter()
            .map(|patch| {
                let of_light = |(choices, amount): (&Vec<Choice>, &f64)| {
                    choices.iter().map(|choice| under(patch, &choice.light, *amount)).collect()
                };
                lights.iter().zip(&patch.amounts).map(of_light).collect()
            })
            .collect(),
        luminances: patches.iter().map(|patch| patch.surface.reflectance()).collect(),
    };
    let ranked = |mut tried: Vec<Vec<usize>>, keep: usize| {
        let mut costs: Vec<(f64, Vec<usize>)> =
            tried.drain(..).map(|choices| (bench.quick(&choices), choices)).collect();
        costs.sort_by(|a, b| a.0.total_cmp(&b.0));
        costs.into_iter().take(keep).map(|(_, choices)| choices).collect::<Vec<_>>()
    };
    let mut base: Vec<usize> = vec![0; lights.len()];
    let mut shortened: Vec<Vec<usize>> = Vec::new();
    let each = if lights.len() == 1 { CLOSELY } else { TRIED };
    // Twice round, so that the first light is chosen knowing of the last.
    for _ in 0..lights.len().min(2) {
        shortened.clear();
        for light in 0..lights.len() {
            let alone = |choice: usize| {
                let mut choices = base.clone();
                choices[light] = choice;
                choices
            };
            let best = ranked((0..lights[light].len()).map(alone).collect(), each);
            let best: Vec<usize> = best.into_iter().map(|choices| choices[light]).collect();
            base[light] = best.first().copied().unwrap_or(0);
            shortened.push(best);
        }
    }
    let mut joint: Vec<Vec<usize>> = vec![Vec::new()];
    for best in &shortened {
        joint = joint.iter().flat_map(|so_far| best.iter().map(|choice| [&so_far[..], &[*choice]].concat())).collect();
    }
    let mut found: Vec<Fit> =
        ranked(joint, CLOSELY.max(keep)).into_iter().map(|choices| bench.closely(choices, tints)).collect();
    found.sort_by(|a, b| a.score.total_cmp(&b.score));
    found.truncate(keep);
    found
}

#[cfg(test)]
mod tests {
    use super::super::film::Film;
    use super::super::skin::Skin;
    use super::super::{AmbientColour, Lamp, Surface};
    use super::*;
    use crate::quantity::MiredShift;
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
}
