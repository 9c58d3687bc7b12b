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
mod tests {
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
}
