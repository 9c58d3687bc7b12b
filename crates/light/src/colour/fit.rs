//! The one setting of a camera and the films before its lights that leave colours nearest to what is wanted of them.

use super::lab::Lab;
use super::lit_patch::{Choice, LitPatch};
use super::spectrum::Spectrum;
use super::white::{Eye, White};
use super::xyz::Xyz;
use crate::latest::Latest;
use crate::quantity::{Duv, Kelvin, Mired};

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
/// Of those, how many are tried with a tint.
const TINTED: usize = 4;
/// What a tint has to gain, in ΔE₀₀, to be worth setting.
const UNSEEN: f64 = 0.1;
/// Patches that are fitted at most.
pub const PATCHES: usize = 8;
/// Settings that are tried first, and how often the steps about the best of them are halved.
const FIRST: usize = 12;
const HALVED: usize = 2;
/// Settings either way of the best that are looked at closely, and with a tint.
const ABOUT: usize = 5;

/// A problem worked out for many tries.
struct Bench<'a> {
    patches: &'a [LitPatch],
    lights: &'a [Vec<Choice>],
    eyes: Vec<(Kelvin, Eye)>,
    /// The settings tried first, evenly in mired.
    first: Vec<usize>,
    fixed: Vec<Xyz>,
    /// By patch, light and choice.
    parts: Vec<Vec<Vec<Xyz>>>,
    /// How each patch is to look, also for quick comparison.
    wanted: Vec<Lab>,
    hues: Vec<(f64, f64)>,
    quickly: Vec<Quickly>,
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

    /// How far each patch is from what is wanted.
    fn off(&self, eye: &Eye, colours: &[Xyz]) -> Vec<f64> {
        let seen = colours.iter().zip(&self.luminances).map(|(colour, luminance)| eye.lab_at(*colour, *luminance));
        seen.zip(&self.wanted).map(|(seen, wanted)| seen.difference(*wanted)).collect()
    }

    /// All that is off as one, by what each patch looks like at its luminance and the square of a difference: in squares, so that
    /// one patch that is plainly off counts more than two that are hardly; and what looks unlike its neighbour, which is one of
    /// those before it, counts as much as what is off.
    fn weighed<T: Copy + Default>(&self, seen: impl Fn(usize) -> T, wanted: &[T], square: impl Fn(T, T) -> f64) -> f64 {
        let mut before = [T::default(); PATCHES];
        let mut squares = 0.0;
        for (index, patch) in self.patches.iter().enumerate().take(PATCHES) {
            let now = seen(index);
            let apart = patch.beside.filter(|beside| *beside < index).map_or(0.0, |beside| square(now, before[beside]));
            squares += patch.weight * (square(now, wanted[index]) + apart);
            before[index] = now;
        }
        squares.sqrt()
    }

    /// By what anybody sees.
    fn exactly(&self, eye: &Eye, colours: &[Xyz]) -> f64 {
        let seen = |patch: usize| eye.lab_at(colours[patch], self.luminances[patch]);
        self.weighed(seen, &self.wanted, |a, b| a.difference(b).powi(2))
    }

    /// By how far hues and depths lie apart.
    fn roughly(&self, at: usize, colours: &[Xyz]) -> f64 {
        let seen = |patch: usize| self.quickly[patch].of(self.eyes[at].1.adapts(colours[patch]));
        self.weighed(seen, &self.hues, |a, b| (a.0 - b.0).powi(2) + (a.1 - b.1).powi(2))
    }

    fn price(&self, choices: &[usize]) -> f64 {
        let worn = self.lights.iter().zip(choices).map(|(light, chosen)| &light[*chosen]);
        worn.map(|choice| LOSS * choice.loss.stops() + FILM * choice.films as f64).sum()
    }

    /// About the best setting for these colours, with its cost: the best of the first, then of those half a step beside it.
    fn setting(&self, colours: &[Xyz]) -> (usize, f64) {
        let cost = |at: usize| (at, self.roughly(at, colours));
        let better = |a: (usize, f64), b: (usize, f64)| if b.1 < a.1 { b } else { a };
        let tried = self.first.iter().map(|at| cost(*at)).enumerate();
        let (place, mut best) = tried.min_by(|a, b| a.1.1.total_cmp(&b.1.1)).unwrap_or((0, (0, f64::INFINITY)));
        let mut down = best.0 - self.first[place.saturating_sub(1)];
        let mut up = self.first[(place + 1).min(self.first.len() - 1)] - best.0;
        for _ in 0..HALVED {
            (down, up) = (down / 2, up / 2);
            let beside = better(cost(best.0 - down), cost(best.0 + up));
            best = better(best, beside);
        }
        best
    }

    fn quick(&self, choices: &[usize]) -> f64 {
        self.setting(&self.colours(choices)).1 + self.price(choices)
    }

    /// A fit at a setting and a tint.
    fn at(&self, choices: &[usize], colours: &[Xyz], kelvin: Kelvin, tint: Duv) -> Fit {
        let eye = White::set_to(kelvin, tint).eye();
        let score = self.exactly(&eye, colours) + self.price(choices);
        Fit { kelvin, tint, choices: choices.to_vec(), off: self.off(&eye, colours), score }
    }

    /// The settings about one.
    fn about(&self, at: usize) -> &[(Kelvin, Eye)] {
        &self.eyes[at.saturating_sub(ABOUT)..(at + ABOUT + 1).min(self.eyes.len())]
    }

    /// The best setting for these choices, without a tint.
    fn closely(&self, choices: &[usize]) -> Fit {
        let colours = self.colours(choices);
        let (near, _) = self.setting(&colours);
        let costs = self.about(near).iter().map(|(kelvin, eye)| (*kelvin, self.exactly(eye, &colours)));
        let kelvin = costs.min_by(|a, b| a.1.total_cmp(&b.1)).map_or(self.eyes[near].0, |(kelvin, _)| kelvin);
        self.at(choices, &colours, kelvin, Duv::of(0.0))
    }

    /// The same with a tint, where one is worth setting; the temperature is then looked for again about where it was.
    fn tinted(&self, plain: Fit, tints: &[Duv]) -> Fit {
        let colours = self.colours(&plain.choices);
        let of = |kelvin: Kelvin, tint: Duv| self.at(&plain.choices, &colours, kelvin, tint);
        let better = |a: &Fit, b: &Fit| a.score.total_cmp(&b.score);
        let tinted = tints.iter().map(|tint| of(plain.kelvin, *tint)).min_by(better);
        let Some(tinted) = tinted.filter(|tinted| tinted.score < plain.score - UNSEEN) else { return plain };
        let place = self.eyes.iter().position(|(kelvin, _)| *kelvin == plain.kelvin).unwrap_or(0);
        self.about(place).iter().map(|(kelvin, _)| of(*kelvin, tinted.tint)).min_by(better).unwrap_or(tinted)
    }
}

/// How a patch is to look, for quick comparison with what is nearly so: a cube root is one step of Halley's from the one wanted,
/// within a hundredth for half or twice the value.
#[derive(Debug, Clone, Copy)]
struct Quickly {
    wanted: Xyz,
    root: Xyz,
    luminance: f64,
}

impl Quickly {
    fn to(wanted: Lab, luminance: f64) -> Quickly {
        let white = Lab { l: 100.0, a: 0.0, b: 0.0 }.xyz();
        let wanted = wanted.xyz();
        let root =
            Xyz { x: (wanted.x / white.x).cbrt(), y: (luminance / white.y).cbrt(), z: (wanted.z / white.z).cbrt() };
        Quickly { wanted, root, luminance }
    }

    /// About a* and b* of an adapted colour at the luminance.
    fn of(&self, colour: Xyz) -> (f64, f64) {
        let scale = if colour.y > 0.0 { self.luminance / colour.y } else { 1.0 };
        let root = |root: f64, value: f64, from: f64| {
            root * (from + 2.0 * value) / (2.0 * from + value).max(f64::MIN_POSITIVE)
        };
        let x = root(self.root.x, colour.x * scale, self.wanted.x);
        let z = root(self.root.z, colour.z * scale, self.wanted.z);
        (500.0 * (x - self.root.y), 200.0 * (self.root.y - z))
    }
}

/// Settings about evenly apart in mired, the first and the last among them.
fn evenly(settings: &[Kelvin]) -> Vec<usize> {
    let mired = |at: usize| Mired::from(settings[at]).mired();
    let last = settings.len() - 1;
    let apart = (mired(last) - mired(0)).abs() / (FIRST - 1) as f64;
    let mut places = vec![0];
    for at in 1..settings.len() {
        let from = places.last().map_or(0, |place| *place);
        if at == last || (mired(at) - mired(from)).abs() >= apart {
            places.push(at);
        }
    }
    places
}

/// What was asked for.
type Asked = (Vec<LitPatch>, Vec<Vec<Choice>>, Vec<Kelvin>, Vec<Duv>, usize);

/// The fits found last: dials are turned far more often than lights, films or surfaces change.
static FOUND: Latest<Asked, Vec<Fit>, 12> = Latest::new();

/// The best fits, each with other films, the best first: over all choices of a single light; of several lights over the eight
/// best of each with those of the others. `settings` are the camera's temperatures in order, `tints` its tints.
#[must_use]
pub fn fits(patches: &[LitPatch], lights: &[Vec<Choice>], settings: &[Kelvin], tints: &[Duv], keep: usize) -> Vec<Fit> {
    if settings.is_empty() || lights.iter().any(Vec::is_empty) {
        return Vec::new();
    }
    let asked = (patches.to_vec(), lights.to_vec(), settings.to_vec(), tints.to_vec(), keep);
    FOUND.get(asked, || found(patches, lights, settings, tints, keep))
}

fn found(patches: &[LitPatch], lights: &[Vec<Choice>], settings: &[Kelvin], tints: &[Duv], keep: usize) -> Vec<Fit> {
    let under = |patch: &LitPatch, light: &Spectrum, amount: f64| patch.surface.lit_by(light) * amount;
    let eyes: Vec<(Kelvin, Eye)> =
        settings.iter().map(|kelvin| (*kelvin, White::set_to(*kelvin, Duv::of(0.0)).eye())).collect();
    let luminances: Vec<f64> = patches.iter().map(|patch| patch.surface.reflectance()).collect();
    let wanted: Vec<Lab> = patches.iter().map(|patch| patch.wanted.of(&patch.surface)).collect();
    let quickly = wanted.iter().zip(&luminances).map(|(wanted, luminance)| Quickly::to(*wanted, *luminance));
    let bench = Bench {
        patches,
        lights,
        hues: wanted.iter().map(|wanted| (wanted.a, wanted.b)).collect(),
        quickly: quickly.collect(),
        wanted,
        first: evenly(settings),
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
        luminances,
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
    let better = |a: &Fit, b: &Fit| a.score.total_cmp(&b.score);
    let mut found: Vec<Fit> = ranked(joint, CLOSELY.max(keep)).iter().map(|choices| bench.closely(choices)).collect();
    found.sort_by(better);
    found.truncate(keep.max(TINTED));
    let mut found: Vec<Fit> = found.into_iter().map(|fit| bench.tinted(fit, tints)).collect();
    found.sort_by(better);
    found.truncate(keep);
    found
}

#[cfg(test)]
mod tests;
