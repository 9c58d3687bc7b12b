use super::memo::Memo;
use super::observer::{BANDS, daylight_components, nanometres, observer};
use super::xyz::Xyz;
use crate::quantity::Kelvin;
use std::cell::RefCell;
use std::ops::{Add, Mul};
use std::sync::LazyLock;

/// The second radiation constant, in m·K (CODATA, as CIE 15:2018 rounds it).
pub(super) const C2: f64 = 1.4388e-2;
/// Up to here a temperature names a Planckian radiator, in kelvin; from [`DAYLIGHT`] on it names CIE daylight, and between them
/// the two are mixed at equal Y (as ANSI/IES TM-30 joins them).
const PLANCK: f64 = 4_000.0;
const DAYLIGHT: f64 = 5_000.0;

thread_local! {
    /// Lights by their temperature: those of a setup are asked for again and again.
    static NAMED: RefCell<Memo<u64, Spectrum>> = RefCell::default();
}

/// What something sends out or lets through, band by band.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Spectrum(pub(super) [f64; BANDS]);

impl Spectrum {
    /// A spectrum from its bands, 380 to 780 nm by 5 nm; none where one is below zero or no number, or all are zero.
    #[must_use]
    pub fn from_bands(bands: [f64; BANDS]) -> Option<Spectrum> {
        let sound = bands.iter().all(|value| value.is_finite() && *value >= 0.0);
        (sound && bands.iter().any(|value| *value > 0.0)).then_some(Spectrum(bands))
    }

    pub(super) fn made(by: impl FnMut(usize) -> f64) -> Spectrum {
        Spectrum(std::array::from_fn(by))
    }

    /// A Planckian radiator, with Y = 1.
    #[must_use]
    pub fn planckian(kelvin: Kelvin) -> Spectrum {
        let t = kelvin.kelvin();
        let middle = below_one(C2 / (560e-9 * t));
        let radiance = |band| {
            let metres = nanometres(band) * 1e-9;
            // Against its value at 560 nm, so that no temperature runs out of numbers.
            let exponent = C2 / t * (1.0 / metres - 1.0 / 560e-9);
            (560e-9 / metres).powi(5) * (-exponent).exp() * middle / below_one(C2 / (metres * t))
        };
        Spectrum::made(radiance).to_unit()
    }

    /// CIE daylight, with Y = 1 (CIE 15:2018). Its equations are published for 4 000 to 25 000 K and run on evenly from there.
    #[must_use]
    pub fn daylight(kelvin: Kelvin) -> Spectrum {
        let ([m1, m2], [s0, s1, s2]) = (daylight_shares(kelvin), daylight_components());
        Spectrum::made(|band| (s0[band] + m1 * s1[band] + m2 * s2[band]).max(0.0)).to_unit()
    }

    /// The light a temperature names, with Y = 1: Planckian up to 4 000 K, CIE daylight from 5 000 K, mixed between.
    #[must_use]
    pub fn named(kelvin: Kelvin) -> Spectrum {
        NAMED.with_borrow_mut(|memo| memo.or_made(kelvin.kelvin().to_bits(), || Spectrum::made_of(kelvin)))
    }

    fn made_of(kelvin: Kelvin) -> Spectrum {
        match daylight_part(kelvin) {
            0.0 => Spectrum::planckian(kelvin),
            1.0 => Spectrum::daylight(kelvin),
            part => Spectrum::planckian(kelvin) * (1.0 - part) + Spectrum::daylight(kelvin) * part,
        }
    }

    /// No light, to add others to.
    #[must_use]
    pub const fn none() -> Spectrum {
        Spectrum([0.0; BANDS])
    }

    /// Adds so many times another.
    pub fn take_in(&mut self, other: &Spectrum, times: f64) {
        self.0.iter_mut().zip(&other.0).for_each(|(band, more)| *band += more * times);
    }

    /// Its bands.
    #[must_use]
    pub const fn bands(&self) -> &[f64; BANDS] {
        &self.0
    }

    /// What the observer makes of it, in units of its own.
    #[must_use]
    pub fn xyz(&self) -> Xyz {
        let [x, y, z] = observer().map(|function| sum_of(&self.0, function));
        Xyz { x, y, z }
    }

    /// How bright the observer finds it, in units of its own: [`Spectrum::xyz`]'s Y alone.
    #[must_use]
    pub fn y(&self) -> f64 {
        sum_of(&self.0, observer()[1])
    }

    /// What is left of it behind a film, or off a surface, band by band.
    #[must_use]
    pub fn through(&self, other: &Spectrum) -> Spectrum {
        Spectrum::made(|band| self.0[band] * other.0[band])
    }

    /// The same with Y = 1; no light stays none.
    #[must_use]
    pub fn to_unit(self) -> Spectrum {
        let y = self.y();
        if y > 0.0 { self * (1.0 / y) } else { self }
    }
}

/// The sum of products, band by band: in a few sums beside each other, so that they need not wait for one another.
pub(super) fn sum_of(a: &[f64; BANDS], b: &[f64; BANDS]) -> f64 {
    const BESIDE: usize = 4;
    let mut sums = [0.0; BESIDE];
    let (a, b) = (a.chunks(BESIDE), b.chunks(BESIDE));
    a.zip(b).for_each(|(a, b)| sums.iter_mut().zip(a).zip(b).for_each(|((sum, a), b)| *sum += a * b));
    sums.iter().sum()
}

/// `1 − exp(−x)`, where nearly all of it is left as well.
fn below_one(x: f64) -> f64 {
    -(-x).exp_m1()
}

/// How much of the light of that name is daylight.
fn daylight_part(kelvin: Kelvin) -> f64 {
    ((kelvin.kelvin() - PLANCK) / (DAYLIGHT - PLANCK)).clamp(0.0, 1.0)
}

/// How much of the second and third component CIE daylight of a temperature has (CIE 15:2018).
fn daylight_shares(kelvin: Kelvin) -> [f64; 2] {
    let i = 1e3 / kelvin.kelvin();
    let x = if kelvin.kelvin() <= 7_000.0 {
        0.244_063 + i * (0.099_11 + i * (2.967_8 - i * 4.607_0))
    } else {
        0.237_040 + i * (0.247_48 + i * (1.901_8 - i * 2.006_4))
    };
    let y = -3.0 * x * x + 2.870 * x - 0.275;
    let m = 0.024_1 + 0.256_2 * x - 0.734_1 * y;
    [(-1.351_5 - 1.770_3 * x + 5.911_4 * y) / m, (0.030_0 - 31.442_4 * x + 30.071_7 * y) / m]
}

/// What the observer makes of the three components of daylight.
static COMPONENTS: LazyLock<[Xyz; 3]> = LazyLock::new(|| daylight_components().map(|s| Spectrum(*s).xyz()));

/// What the observer makes of the light a temperature names, with Y = 1: as [`Spectrum::named`], without its bands where
/// daylight needs none.
#[must_use]
pub fn named_light(kelvin: Kelvin) -> Xyz {
    let [m1, m2] = daylight_shares(kelvin);
    let daylight = || (COMPONENTS[0] + COMPONENTS[1] * m1 + COMPONENTS[2] * m2).to_unit();
    match daylight_part(kelvin) {
        0.0 => Spectrum::planckian(kelvin).xyz(),
        1.0 => daylight(),
        part => Spectrum::planckian(kelvin).xyz() * (1.0 - part) + daylight() * part,
    }
}

/// Light adds.
impl Add for Spectrum {
    type Output = Spectrum;
    fn add(self, other: Spectrum) -> Spectrum {
        Spectrum::made(|band| self.0[band] + other.0[band])
    }
}

/// So many times the light.
impl Mul<f64> for Spectrum {
    type Output = Spectrum;
    fn mul(self, times: f64) -> Spectrum {
        Spectrum(self.0.map(|value| value * times))
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    const fn kelvin(value: f64) -> Kelvin {
        Kelvin::of(value)
    }

    /// Chromaticities of CIE illuminants A, D50, D55, D65 and D75 (CIE 15:2018, table of chromaticities), at the temperatures
    /// c₂ = 1.4388·10⁻² m·K gives them.
    #[rstest]
    #[case::a(Spectrum::planckian(kelvin(2_856.0)), 0.447_58, 0.407_45)]
    #[case::planck_1_500(Spectrum::planckian(kelvin(1_500.0)), 0.585_71, 0.393_10)]
    #[case::planck_1_000(Spectrum::planckian(kelvin(1_000.0)), 0.652_76, 0.344_46)]
    #[case::d50(Spectrum::daylight(kelvin(5_003.0)), 0.345_67, 0.358_51)]
    #[case::d55(Spectrum::daylight(kelvin(5_503.0)), 0.332_43, 0.347_44)]
    #[case::d65(Spectrum::daylight(kelvin(6_504.0)), 0.312_72, 0.329_03)]
    #[case::d75(Spectrum::daylight(kelvin(7_504.0)), 0.299_03, 0.314_88)]
    fn illuminants(#[case] light: Spectrum, #[case] x: f64, #[case] y: f64) {
        let found = light.xyz().xy().unwrap();
        assert!((found.x - x).abs() < 1e-4 && (found.y - y).abs() < 1e-4, "{found:?}");
        assert!((light.xyz().y - 1.0).abs() < 1e-12);
    }

    #[test]
    fn no_light_and_no_numbers_are_no_spectrum() {
        assert!(Spectrum::from_bands([0.0; BANDS]).is_none());
        assert!(Spectrum::from_bands([f64::NAN; BANDS]).is_none());
        assert!(Spectrum::from_bands([-1.0; BANDS]).is_none());
        assert!(Spectrum::from_bands([1.0; BANDS]).is_some());
    }

    proptest! {
        /// The light a temperature names has no step anywhere, and its short way is the long one.
        #[test]
        fn the_loci_are_joined(t in 1_000.0..40_000.0f64) {
            let (here, next) = (named_light(kelvin(t)), named_light(kelvin(t + 1.0)));
            let (a, b) = (here.uv().unwrap(), next.uv().unwrap());
            // One kelvin is a mired at 1 000 K, and a mired about 0.0008 in the diagram at the most.
            prop_assert!((a.u - b.u).hypot(a.v - b.v) < 8e-4 * (1e6 / t - 1e6 / (t + 1.0)) + 1e-9);
            let long = Spectrum::named(kelvin(t)).xyz();
            prop_assert!((long.x - here.x).abs() < 2e-4 && (long.z - here.z).abs() < 2e-4, "{long:?} {here:?}");
        }

        /// Mixing is linear in light, in whatever order.
        #[test]
        fn light_adds(a in 1_500.0..20_000.0f64, b in 1_500.0..20_000.0f64, part in 0.0..1.0f64) {
            let (one, other) = (Spectrum::named(kelvin(a)), Spectrum::named(kelvin(b)));
            let spectra = (one * part + other * (1.0 - part)).xyz();
            let turned = (other * (1.0 - part) + one * part).xyz();
            let values = one.xyz() * part + other.xyz() * (1.0 - part);
            for (x, y) in [(spectra.x, values.x), (spectra.z, values.z), (turned.x, values.x), (turned.z, values.z)] {
                prop_assert!((x - y).abs() < 1e-12);
            }
        }
    }
}
