use super::lab::Lab;
use super::memo::Memo;
use super::observer::{BANDS, nanometres, observer};
use super::spectrum::{Spectrum, sum_of};
use super::white::{Adaptation, D65};
use super::xyz::Xyz;
use crate::quantity::Kelvin;
use glam::{DMat3, DVec3};
use std::cell::RefCell;
use std::sync::LazyLock;

/// The share of light a surface sends back, band by band.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Surface(Spectrum);

/// D65, with the way from its own white, summed by these bands, to that of sRGB.
static DAY: LazyLock<(Spectrum, Adaptation)> = LazyLock::new(|| {
    let light = Spectrum::daylight(Kelvin::of(6_504.0));
    (light, Adaptation::new(light.xyz(), D65))
});

/// How much each band of it counts by daylight, as the eye weighs it.
static SEEN_BY_DAY: LazyLock<Spectrum> = LazyLock::new(|| {
    let day = DAY.0.to_unit();
    Spectrum::made(|band| day.bands()[band] * observer()[1][band])
});

/// Steps of the fit, and how near is near enough in L*a*b*.
const STEPS: usize = 40;
const NEAR: f64 = 1e-3;

/// The smooth sigmoid of Jakob & Hanika: no light more than falls on it, none less than none.
fn sigmoid(x: f64) -> f64 {
    0.5 + x / (2.0 * (1.0 + x * x).sqrt())
}

fn from(coefficients: DVec3) -> Surface {
    Surface(Spectrum::made(|band| {
        let t = (nanometres(band) - 380.0) / 400.0;
        sigmoid(coefficients.x * t * t + coefficients.y * t + coefficients.z)
    }))
}

thread_local! {
    /// Surfaces fitted before: those of a setup are asked for again and again.
    static FITTED: RefCell<Memo<[u64; 3], Surface>> = RefCell::default();
}

impl Surface {
    /// The surface that has this colour in daylight (D65): the smooth sigmoid of a parabola over the wavelengths (Jakob &
    /// Hanika, Computer Graphics Forum 38, 2019), fitted by damped least squares in L*a*b*. A colour no surface has comes
    /// out as near as one gets.
    #[must_use]
    pub fn of(colour: Lab) -> Surface {
        let key = [colour.l, colour.a, colour.b].map(f64::to_bits);
        FITTED.with_borrow_mut(|memo| memo.or_made(key, || Surface::fitted(colour)))
    }

    fn fitted(colour: Lab) -> Surface {
        let grey = (((colour.l + 16.0) / 116.0).powi(3)).clamp(0.002, 0.998);
        let start = (grey - 0.5) / (grey * (1.0 - grey)).sqrt() / 2.0 * 2.0;
        let off = |at: DVec3| {
            let lab = from(at).in_daylight();
            DVec3::new(lab.l - colour.l, lab.a - colour.a, lab.b - colour.b)
        };
        let (mut at, mut damping) = (DVec3::new(0.0, 0.0, start), 1e-3_f64);
        let mut error = off(at);
        for _ in 0..STEPS {
            if error.length() < NEAR {
                break;
            }
            let slope = [DVec3::X, DVec3::Y, DVec3::Z].map(|way| (off(at + way * 1e-4) - error) / 1e-4);
            let jacobian = DMat3::from_cols(slope[0], slope[1], slope[2]);
            let square = jacobian.transpose() * jacobian;
            let damped =
                square + DMat3::from_diagonal(DVec3::new(square.x_axis.x, square.y_axis.y, square.z_axis.z) * damping);
            let step = damped.inverse() * (jacobian.transpose() * error);
            let tried = off(at - step);
            if step.is_finite() && tried.length() < error.length() {
                (at, error, damping) = (at - step, tried, damping * 0.3);
            } else {
                damping = (damping * 6.0).max(1e-6);
            }
        }
        from(at)
    }

    /// A surface that sends the same share of every band back.
    #[must_use]
    pub fn grey(share: f64) -> Surface {
        Surface(Spectrum::made(|_| share.clamp(0.0, 1.0)))
    }

    /// One whose reflectance was measured, 380 to 780 nm by 5 nm.
    #[must_use]
    pub fn measured(bands: [f64; BANDS]) -> Option<Surface> {
        bands.iter().all(|share| (0.0..=1.0).contains(share)).then_some(Surface(Spectrum(bands)))
    }

    /// What it sends back of a light, in units of the light's own Y.
    #[must_use]
    pub fn lit_by(&self, light: &Spectrum) -> Xyz {
        let y = light.y();
        if y > 0.0 { light.through(&self.0).xyz() * (1.0 / y) } else { Xyz::default() }
    }

    /// It, seen in another that mirrors it or lets it through.
    #[must_use]
    pub fn seen_in(&self, other: &Surface) -> Surface {
        Surface(self.0.through(&other.0))
    }

    /// The same colour in glass: what it sends back most of, glass lets all of through.
    #[must_use]
    pub fn as_glass(&self) -> Surface {
        let most = self.0.bands().iter().copied().fold(f64::MIN_POSITIVE, f64::max);
        Surface(Spectrum(self.0.0.map(|band| band / most)))
    }

    /// Its colour in daylight.
    #[must_use]
    pub fn in_daylight(&self) -> Lab {
        let (light, to_srgb) = &*DAY;
        Lab::of(to_srgb.of(self.lit_by(light)))
    }

    /// The share of daylight it sends back, as the eye weighs it.
    #[must_use]
    pub fn reflectance(&self) -> f64 {
        sum_of(self.0.bands(), SEEN_BY_DAY.bands())
    }
}

#[cfg(test)]
mod tests {
    use super::super::lamp::Lamp;
    use super::super::observer::columns;
    use super::super::white::White;
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    /// Reflectances of the fourteen test-colour samples of CIE 13.3.
    const SAMPLES: &str = include_str!("../../data/spectra/samples.csv");

    fn samples() -> [Surface; 14] {
        columns::<14>(SAMPLES).map(|bands| Surface::measured(bands).unwrap())
    }

    /// The fourteen samples made again from their daylight colour alone, under spiky lamps, against the measured ones: the worst
    /// of them.
    #[rstest]
    #[case::incandescent(Lamp::Incandescent, 3.6)]
    #[case::tube(Lamp::CoolWhiteTube, 2.3)]
    #[case::three_band(Lamp::ThreeBandNeutral, 3.0)]
    #[case::led(Lamp::LedWarm, 3.5)]
    fn samples_under_lamps(#[case] lamp: Lamp, #[case] worst: f64) {
        let light = lamp.spectrum();
        let white = White::of(light.xyz());
        let off = samples().map(|sample| {
            let made = Surface::of(sample.in_daylight());
            white.shows(made.lit_by(&light)).lab.difference(white.shows(sample.lit_by(&light)).lab)
        });
        let found = off.into_iter().fold(0.0, f64::max);
        assert!((found - worst).abs() < 0.15, "{found} {off:?}");
    }

    /// Every sample's colour comes out again in the light it was taken in.
    #[test]
    fn there_and_back() {
        for sample in samples() {
            let colour = sample.in_daylight();
            assert!(Surface::of(colour).in_daylight().difference(colour) < 0.1, "{colour:?}");
        }
    }

    #[test]
    fn no_surface_sends_back_more_than_it_gets() {
        assert!(Surface::measured([1.2; BANDS]).is_none() && Surface::measured([f64::NAN; BANDS]).is_none());
        assert!((Surface::grey(0.18).in_daylight().l - 49.5).abs() < 0.1);
        let glaring = Surface::of(Lab { l: 60.0, a: 120.0, b: -120.0 });
        assert!(glaring.0.bands().iter().all(|share| (0.0..=1.0).contains(share)));
    }

    proptest! {
        /// Colours as skin, paint and cloth have them come out again.
        #[test]
        fn usual_colours(l in 20.0..85.0f64, depth in 0.0..25.0f64, hue in 0.0..std::f64::consts::TAU) {
            let colour = Lab { l, a: depth * hue.cos(), b: depth * hue.sin() };
            prop_assert!(Surface::of(colour).in_daylight().difference(colour) < 0.1, "{:?}", Surface::of(colour).in_daylight());
        }
    }
}
