use crate::quantity::limits::{INCIDENT_C, REFLECTED_K};
use crate::quantity::{Ev100, FNumber, Illuminance, LuminousExposure, OutOfRange};
use serde::{Deserialize, Serialize};

/// The constants of the user's meter (ISO 2720): not constants of nature, so they are settings.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct MeterConstants {
    /// C, incident light: 250 for a flat receptor, 330 for a dome (ISO 2720 allows 240–400 and 320–540).
    pub c: f64,
    /// K, reflected light, in cd/m²: 12.5 (ISO 2720 allows 10.6–13.4).
    pub k: f64,
}

impl Default for MeterConstants {
    fn default() -> Self {
        MeterConstants { c: 250.0, k: 12.5 }
    }
}

impl MeterConstants {
    /// Checks both constants against the ranges of ISO 2720.
    ///
    /// # Errors
    /// The field's name with [`OutOfRange`].
    pub fn check(&self) -> Result<(), (&'static str, OutOfRange)> {
        INCIDENT_C.check(self.c).map_err(|e| ("c", e))?;
        REFLECTED_K.check(self.k).map_err(|e| ("k", e))?;
        Ok(())
    }

    /// The illuminance an incident reading stands for: `E = C·N²/(t·S)`, so `E = C/100·2^EV100` (ISO 2720).
    #[must_use]
    pub fn illuminance(&self, level: Ev100) -> Illuminance {
        Illuminance::nearest(self.c / 100.0 * level.ev().exp2())
    }

    /// The luminance a reflected reading stands for, in cd/m²: `L = K/100·2^EV100` (ISO 2720).
    #[must_use]
    pub fn luminance(&self, level: Ev100) -> f64 {
        self.k / 100.0 * level.ev().exp2()
    }

    /// What a flash has to give at the subject: `H = C·N²/S` (ISO 2720).
    #[must_use]
    pub fn flash_exposure(&self, aperture: FNumber, iso_speed: f64) -> LuminousExposure {
        LuminousExposure::nearest(self.c * aperture.number().powi(2) / iso_speed)
    }
}

#[cfg(test)]
mod tests {
    use super::*;

    /// Worked case 3: EV100 12 is about 10 000 lx with C = 250; ISO 2720: L = 0.125·2^EV100 with K = 12.5.
    #[test]
    fn open_shade_is_ten_thousand_lux() {
        let meter = MeterConstants::default();
        let shade = Ev100::new(12.0).unwrap();
        assert_eq!(meter.illuminance(shade).lux(), 10_240.0);
        assert_eq!(meter.luminance(shade), 512.0);
    }

    #[test]
    fn flash_exposure_follows_the_square_of_the_aperture() {
        let meter = MeterConstants::default();
        let at = |n: f64| meter.flash_exposure(FNumber::new(n).unwrap(), 100.0).lux_seconds();
        assert_eq!(at(8.0), 160.0);
        assert_eq!(at(16.0) / at(8.0), 4.0);
    }

    #[test]
    fn constants_outside_the_standard_are_refused() {
        assert!(MeterConstants { c: 250.0, k: 12.5 }.check().is_ok());
        assert_eq!(MeterConstants { c: 100.0, k: 12.5 }.check().unwrap_err().0, "c");
        assert_eq!(MeterConstants { c: 330.0, k: 20.0 }.check().unwrap_err().0, "k");
    }
}
