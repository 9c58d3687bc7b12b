use super::memo::Memo;
use super::observer::nanometres;
use super::spectrum::{C2, Spectrum};
use super::temperature::{Temperature, temperature};
use super::xyz::Xyz;
use crate::quantity::{Duv, Kelvin, Mired, MiredShift, Stops};
use std::cell::RefCell;
use std::sync::LazyLock;

/// A film before a light: what it lets through, band by band.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Film {
    passes: Spectrum,
    /// Where its maker's shift could not be had for its maker's loss.
    off: Option<OffLocus>,
}

/// A film whose loss is too small for its shift: what is built leaves the line of temperatures.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct OffLocus {
    /// What it loses as it is built.
    pub loss: Stops,
    /// How much further from the Planckian locus it leads daylight.
    pub duv: Duv,
}

/// What a film does to a light.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Done {
    /// The step in mired.
    pub shift: MiredShift,
    /// The step across the line of temperatures.
    pub duv: Duv,
    /// What is lost.
    pub loss: Stops,
}

/// The light a film's shift is stated for: daylight of 5 500 K.
const STATED_AT: Kelvin = Kelvin::of(5_500.0);
/// What two surfaces of film and air let through.
const SURFACES: f64 = 0.92;
/// Where the band of a green–magenta film lies and how wide it is, in nanometres.
const GREEN: f64 = 540.0;
const GREEN_WIDTH: f64 = 45.0;
/// The flattest top a film is built with: beyond it the shift is no longer one along the locus.
const FLATTEST: f64 = 8.0;
/// A film further off the locus than this is said to leave it, as a distance in the diagram.
const LEAVES: f64 = 0.003;
/// The greatest step a film is built for, in mired.
const DEEPEST: f64 = 400.0;

thread_local! {
    /// Films by shift and loss, and green ones by their distance from the locus.
    static BUILT: RefCell<Memo<[u64; 2], Film>> = RefCell::default();
    static GREEN_BUILT: RefCell<Memo<u64, Film>> = RefCell::default();
    /// Lights made for what a meter answered.
    static MEASURED: RefCell<Memo<[u64; 2], Spectrum>> = RefCell::default();
}

impl Spectrum {
    /// A light known only by a meter's answer, with Y = 1: what its temperature names, with a green or magenta film that brings
    /// it to its side.
    #[must_use]
    pub fn measured(kelvin: Kelvin, duv: Duv) -> Spectrum {
        let key = [kelvin.kelvin(), duv.duv()].map(f64::to_bits);
        MEASURED.with_borrow_mut(|memo| memo.or_made(key, || Spectrum::made_for(kelvin, duv)))
    }

    fn made_for(kelvin: Kelvin, duv: Duv) -> Spectrum {
        let (mut named, mut side) = (kelvin, 0.0);
        let (mut light, mut film) = (Spectrum::named(named), Film::none());
        // The film turns the temperature a little, and does not do to every light what it does to daylight.
        for _ in 0..5 {
            let Some(found) = temperature(film.before(&light).xyz()) else { break };
            let mired = 1e6 / named.kelvin() + 1e6 / kelvin.kelvin() - 1e6 / found.kelvin.kelvin();
            named = Kelvin::of(1e6 / mired.clamp(20.0, 1_000.0));
            side += duv.duv() - found.duv.duv();
            (light, film) = (Spectrum::named(named), Film::green(Duv::of(side)));
        }
        film.before(&light).to_unit()
    }
}

/// What the film of a tinted surface takes, in stops.
const SURFACE: f64 = 0.5;

impl Film {
    /// No film.
    #[must_use]
    pub fn none() -> Film {
        Film { passes: Spectrum::made(|_| 1.0), off: None }
    }

    /// A warming or cooling film with its maker's shift and loss, both stated for daylight of 5 500 K:
    /// `T(λ) = 0.92·min(1, A·exp(−c₂·k·10⁻⁶·(1/λ − 1/λ₀)))`, λ₀ at the end of the spectrum it passes, k and A found so that both
    /// are met. A loss greater than the steepest film has is made up by grey.
    #[must_use]
    pub fn of(shift: MiredShift, loss: Stops) -> Film {
        let key = [shift.mired(), loss.stops()].map(f64::to_bits);
        BUILT.with_borrow_mut(|memo| memo.or_made(key, || Film::built(shift, loss)))
    }

    fn built(shift: MiredShift, loss: Stops) -> Film {
        if shift.size() < 0.5 {
            return Film::grey(loss);
        }
        let shift = MiredShift::of(shift.mired().clamp(-DEEPEST, DEEPEST));
        let wanted = loss.stops();
        let lost = |top: f64| Film::topped(shift, top).done().loss.stops();
        let steepest = lost(1.0);
        if wanted >= steepest {
            let film = Film::topped(shift, 1.0);
            return Film { passes: film.passes * (steepest - wanted).exp2(), off: None };
        }
        // The flatter the top, the less is lost.
        let (mut low, mut high) = (1.0, FLATTEST);
        for _ in 0..14 {
            let middle = f64::midpoint(low, high);
            if lost(middle) > wanted { low = middle } else { high = middle }
        }
        let film = Film::topped(shift, high);
        let done = film.done();
        let leaves = done.duv.duv().abs() > LEAVES || done.loss.stops() > wanted + 0.05;
        Film { off: leaves.then_some(OffLocus { loss: done.loss, duv: done.duv }), ..film }
    }

    /// A film that only darkens.
    fn grey(loss: Stops) -> Film {
        Film { passes: Spectrum::made(|_| (-loss.stops().max(0.0)).exp2()), off: None }
    }

    /// That of a flat top that meets a shift: the root between one too weak and one too strong (Illinois' rule).
    fn topped(shift: MiredShift, top: f64) -> Film {
        let wanted = shift.mired();
        let met = |k: f64| {
            let film = Film { passes: Spectrum::made(|band| SURFACES * (top * thinned(band, k)).min(1.0)), off: None };
            (film.done().shift.mired() / wanted - 1.0, film)
        };
        let (mut weak, mut strong) = ((0.0, -1.0), (wanted, f64::NAN));
        let mut film = Film::none();
        for _ in 0..8 {
            let (off, built) = met(strong.0);
            (strong.1, film) = (off, built);
            if off >= 0.0 {
                break;
            }
            (weak, strong) = (strong, (strong.0 * 1.6, off));
        }
        for _ in 0..20 {
            let k = (weak.0 * strong.1 - strong.0 * weak.1) / (strong.1 - weak.1);
            let (off, built) = met(k);
            film = built;
            if off.abs() < 1e-4 || !off.is_finite() {
                break;
            }
            if off > 0.0 {
                strong = (k, off);
                weak.1 /= 2.0;
            } else {
                weak = (k, off);
                strong.1 /= 2.0;
            }
        }
        film
    }

    /// What a tinted wall or card does to the colour of light it sends on. Its reflectance is counted where levels are, so what the film
    /// takes does not: it only keeps the colour on the line of temperatures.
    #[must_use]
    pub fn of_surface(shift: MiredShift) -> Film {
        Film::of(shift, Stops::of(SURFACE))
    }

    /// A film that takes green away, or all but green, by so much as to lead daylight of 5 500 K by this distance; positive
    /// is green.
    #[must_use]
    pub fn green(duv: Duv) -> Film {
        GREEN_BUILT.with_borrow_mut(|memo| memo.or_made(duv.duv().to_bits(), || Film::built_green(duv)))
    }

    fn built_green(duv: Duv) -> Film {
        let wanted = duv.duv();
        if wanted.abs() < 1e-5 {
            return Film::none();
        }
        let built = |density: f64| {
            let takes = |band: usize| {
                let band = (-((nanometres(band) - GREEN) / GREEN_WIDTH).powi(2) / 2.0).exp();
                if wanted < 0.0 { band } else { 1.0 - band }
            };
            Film { passes: Spectrum::made(|band| SURFACES * 10f64.powf(-density * takes(band))), off: None }
        };
        let (mut low, mut high) = (0.0, 2.0);
        for _ in 0..24 {
            let middle = f64::midpoint(low, high);
            if built(middle).done().duv.duv().abs() < wanted.abs() { low = middle } else { high = middle }
        }
        built(high)
    }

    /// Films one behind the other.
    #[must_use]
    pub fn and(&self, other: &Film) -> Film {
        Film { passes: self.passes.through(&other.passes), off: self.off.or(other.off) }
    }

    /// What is left of a light behind it, in the units of the light.
    #[must_use]
    pub fn before(&self, light: &Spectrum) -> Spectrum {
        light.through(&self.passes)
    }

    /// What it lets through.
    #[must_use]
    pub const fn passes(&self) -> &Spectrum {
        &self.passes
    }

    /// Where its loss is too small for its shift.
    #[must_use]
    pub const fn off_locus(&self) -> Option<OffLocus> {
        self.off
    }

    /// What it does to the light it is stated for.
    #[must_use]
    pub fn done(&self) -> Done {
        self.done_to(&STATED).unwrap_or(Done {
            shift: MiredShift::ZERO,
            duv: Duv::of(0.0),
            loss: Stops::of(f64::INFINITY),
        })
    }

    /// What it does to a light; none without light, before it or behind.
    #[must_use]
    pub fn done_to(&self, light: &Spectrum) -> Option<Done> {
        let (bare, behind) = (light.xyz(), self.before(light).xyz());
        let (from, to) = (temperature(bare)?, temperature(behind)?);
        Some(done(bare, from, behind, to))
    }
}

fn done(bare: Xyz, from: Temperature, behind: Xyz, to: Temperature) -> Done {
    Done {
        shift: Mired::from(to.kelvin) - Mired::from(from.kelvin),
        duv: Duv::of(to.duv.duv() - from.duv.duv()),
        loss: Stops::of((bare.y / behind.y).log2()),
    }
}

static STATED: LazyLock<Spectrum> = LazyLock::new(|| Spectrum::named(STATED_AT));

/// What a film of k mired lets through of a band, against the end of the spectrum it passes: a step in mired for any light that
/// falls off as Wien's does.
fn thinned(band: usize, k: f64) -> f64 {
    let end = if k > 0.0 { 700e-9 } else { 400e-9 };
    (-C2 * k * 1e-6 * (1.0 / (nanometres(band) * 1e-9) - 1.0 / end)).exp()
}

#[cfg(test)]
mod tests;
