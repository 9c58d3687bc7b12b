//! Colours of daylight, mixed as light mixes.

/// A light's amount and colour.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Mixture {
    /// Illuminance in lux.
    pub lux: f64,
    /// Correlated colour temperature in kelvin.
    pub kelvin: f64,
}

/// Chromaticity x, y of a colour temperature: the daylight locus from 4 000 K (CIE 15:2018, equations for D
/// illuminants) and the Planckian one below, joined over 3 800 to 4 200 K. From 1 000 K up; the daylight equations are
/// published to 25 000 K and run on evenly from there.
fn chromaticity(kelvin: f64) -> (f64, f64) {
    let daylight = |t: f64| {
        let i = 1e3 / t;
        let x = if t <= 7_000.0 {
            0.244063 + i * (0.09911 + i * (2.9678 - i * 4.6070))
        } else {
            0.237040 + i * (0.24748 + i * (1.9018 - i * 2.0064))
        };
        (x, -3.0 * x * x + 2.870 * x - 0.275)
    };
    let part = ((kelvin - 3_800.0) / 400.0).clamp(0.0, 1.0);
    let ((px, py), (dx, dy)) = (planckian(kelvin.min(4_200.0)), daylight(kelvin.max(3_800.0)));
    (px + (dx - px) * part, py + (dy - py) * part)
}

/// Chromaticity x, y of a Planckian radiator, 1 000 to 15 000 K, by a rational approximation in u, v good to 0.0001
/// (Krystek, *Color Research and Application* 10, 1985; from memory, checked against published chromaticities).
fn planckian(t: f64) -> (f64, f64) {
    let u = (0.860_117_757 + t * (1.541_182_54e-4 + t * 1.286_412_12e-7))
        / (1.0 + t * (8.424_202_35e-4 + t * 7.081_451_63e-7));
    let v = (0.317_398_726 + t * (4.228_062_45e-5 + t * 4.204_816_91e-8))
        / (1.0 + t * (-2.897_418_16e-5 + t * 1.614_560_53e-7));
    let divisor = 2.0 * u - 8.0 * v + 4.0;
    (3.0 * u / divisor, 2.0 * v / divisor)
}

/// Chromaticity in the CIE 1960 diagram, in which the nearest colour temperature is sought.
fn uv((x, y): (f64, f64)) -> (f64, f64) {
    let divisor = -2.0 * x + 12.0 * y + 3.0;
    (4.0 * x / divisor, 6.0 * y / divisor)
}

/// Lights added together: their illuminances sum, and their colour is that of the summed tristimulus values, as the
/// nearest temperature on the loci above. None without light.
#[must_use]
pub fn mixed(lights: &[Mixture]) -> Option<Mixture> {
    let lux: f64 = lights.iter().map(|light| light.lux).sum();
    if lux <= 0.0 || !lux.is_finite() {
        return None;
    }
    let (mut sum_x, mut sum) = (0.0, 0.0);
    for light in lights {
        let (x, y) = chromaticity(light.kelvin);
        sum_x += light.lux * x / y;
        sum += light.lux / y;
    }
    let wanted = uv((sum_x / sum, lux / sum));
    let off = |mired: f64| {
        let (u, v) = uv(chromaticity(1e6 / mired));
        (u - wanted.0).powi(2) + (v - wanted.1).powi(2)
    };
    // Golden-section search in mired, in which the loci are nearly even.
    let shrink = (5f64.sqrt() - 1.0) / 2.0;
    let (mut low, mut high) = (25.0, 1_000.0);
    for _ in 0..36 {
        let (a, b) = (high - shrink * (high - low), low + shrink * (high - low));
        if off(a) < off(b) { high = b } else { low = a }
    }
    Some(Mixture { lux, kelvin: 2e6 / (low + high) })
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    /// Chromaticities of CIE illuminants: D65 (0.31272, 0.32903 at 6 504 K), D50 (0.34567, 0.35850 at 5 003 K) and A
    /// (0.44758, 0.40745 at 2 856 K) (CIE 15:2018).
    #[rstest]
    #[case::d65(6_504.0, 0.31272, 0.32903)]
    #[case::d50(5_003.0, 0.34567, 0.35850)]
    #[case::a(2_856.0, 0.44758, 0.40745)]
    #[case::planck_1_500(1_500.0, 0.58571, 0.39310)]
    #[case::planck_1_000(1_000.0, 0.65276, 0.34446)]
    fn illuminants(#[case] kelvin: f64, #[case] x: f64, #[case] y: f64) {
        let found = chromaticity(kelvin);
        assert!((found.0 - x).abs() < 8e-4 && (found.1 - y).abs() < 8e-4, "{found:?}");
    }

    proptest! {
        /// One colour mixed with itself stays; two mix to something between.
        #[test]
        fn mixtures_lie_between(a in 2_000.0..16_000.0f64, b in 2_000.0..16_000.0f64, part in 0.05..0.95f64) {
            let same = mixed(&[Mixture { lux: 1.0, kelvin: a }, Mixture { lux: 2.0, kelvin: a }]).unwrap();
            prop_assert!((1e6 / same.kelvin - 1e6 / a).abs() < 1.5, "{} for {a}", same.kelvin);
            let both = mixed(&[Mixture { lux: part, kelvin: a }, Mixture { lux: 1.0 - part, kelvin: b }]).unwrap();
            let (low, high) = (a.min(b), a.max(b));
            prop_assert!(1e6 / both.kelvin <= 1e6 / low + 12.0 && 1e6 / both.kelvin >= 1e6 / high - 12.0);
        }
    }
}
