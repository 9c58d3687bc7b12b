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
/// illuminants) and the Planckian one below, by Kim's cubic fit as published with it, joined over 3 800 to 4 200 K.
fn chromaticity(kelvin: f64) -> (f64, f64) {
    let t = kelvin.clamp(1_667.0, 25_000.0);
    let daylight = |t: f64| {
        let i = 1e3 / t;
        let x = if t <= 7_000.0 {
            0.244063 + i * (0.09911 + i * (2.9678 - i * 4.6070))
        } else {
            0.237040 + i * (0.24748 + i * (1.9018 - i * 2.0064))
        };
        (x, -3.0 * x * x + 2.870 * x - 0.275)
    };
    let planckian = |t: f64| {
        let i = 1e3 / t;
        let x = if t <= 4_000.0 {
            0.179910 + i * (0.8776956 + i * (-0.2343589 - i * 0.2661239))
        } else {
            0.240390 + i * (0.2226347 + i * (2.1070379 - i * 3.0258469))
        };
        let y = if t <= 2_222.0 {
            -0.20219683 + x * (2.18555832 + x * (-1.34811020 - x * 1.1063814))
        } else if t <= 4_000.0 {
            -0.16748867 + x * (2.09137015 + x * (-1.37418593 - x * 0.9549476))
        } else {
            -0.37001483 + x * (3.75112997 + x * (-5.8733867 + x * 3.0817580))
        };
        (x, y)
    };
    let part = ((t - 3_800.0) / 400.0).clamp(0.0, 1.0);
    let ((px, py), (dx, dy)) = (planckian(t), daylight(t.max(3_800.0)));
    (px + (dx - px) * part, py + (dy - py) * part)
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
    let (mut low, mut high) = (40.0, 600.0);
    for _ in 0..32 {
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
