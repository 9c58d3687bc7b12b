//! Colours of daylight, mixed as light mixes.

use crate::colour::{Temperature, Xyz, light_at, temperature};

/// A light's amount and colour.
#[derive(Debug, Clone, Copy, PartialEq)]
pub struct Mixture {
    /// Illuminance in lux.
    pub lux: f64,
    /// Its colour.
    pub colour: Temperature,
}

/// Lights added together: their illuminances sum, and their colour is that of the summed tristimulus values. None without
/// light.
#[must_use]
pub fn mixed(lights: &[Mixture]) -> Option<Mixture> {
    let lux: f64 = lights.iter().map(|light| light.lux).sum();
    let sum: Xyz = lights.iter().map(|light| light_at(light.colour) * light.lux).sum();
    let colour = temperature(sum).filter(|_| lux > 0.0 && lux.is_finite())?;
    Some(Mixture { lux, colour })
}

#[cfg(test)]
mod tests {
    use super::*;
    use crate::quantity::{Duv, Kelvin};
    use proptest::prelude::*;

    fn lit(lux: f64, kelvin: f64, duv: f64) -> Mixture {
        Mixture { lux, colour: Temperature { kelvin: Kelvin::of(kelvin), duv: Duv::of(duv) } }
    }

    #[test]
    fn darkness_has_no_colour() {
        assert_eq!(mixed(&[]), None);
        assert_eq!(mixed(&[lit(0.0, 5_000.0, 0.0)]), None);
    }

    proptest! {
        /// One colour mixed with itself stays; two mix to something between.
        #[test]
        fn mixtures_lie_between(
            a in 2_000.0..16_000.0f64, b in 2_000.0..16_000.0f64, duv in -0.01..0.01f64, part in 0.05..0.95f64,
        ) {
            let same = mixed(&[lit(1.0, a, duv), lit(2.0, a, duv)]).unwrap();
            prop_assert!((1e6 / same.colour.kelvin.kelvin() - 1e6 / a).abs() < 0.1, "{same:?} for {a}");
            prop_assert!((same.colour.duv.duv() - duv).abs() < 1e-5);
            let both = mixed(&[lit(part, a, 0.0), lit(1.0 - part, b, 0.0)]).unwrap();
            let (low, high, found) = (a.min(b), a.max(b), both.colour.kelvin.kelvin());
            prop_assert!(1e6 / found <= 1e6 / low + 12.0 && 1e6 / found >= 1e6 / high - 12.0);
        }
    }
}
