use crate::quantity::limits::{INCIDENT_C, REFLECTED_K};
use crate::quantity::{Ev100, FNumber, Illuminance, Learnt, LuminousExposure, OutOfRange};
use serde::{Deserialize, Serialize};
use std::f64::consts::PI;

/// The luminance a camera body takes for mid-grey at EV 0 and ISO 100, times 100, in cd/m² (ISO 2720, the middle value):
/// what reflected levels of a picture go by, whatever meter is in the hand.
pub const BODY_K: f64 = 12.5;

/// The level of a luminance on the picture's own axis, where 0 is mid-grey: `L = K/100·2^EV`; minus infinity for none.
#[must_use]
pub fn reflected_level(luminance: f64) -> f64 {
    (luminance * 100.0 / BODY_K).log2()
}

/// The constants of the user's meter (ISO 2720): not constants of nature, so they are settings.
#[derive(Debug, Clone, Copy, PartialEq, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(deny_unknown_fields)]
pub struct MeterConstants {
    /// C, incident light: 250 for a flat receptor, 330 for a dome (ISO 2720 allows 240–400 and 320–540).
    pub c: f64,
    /// K, reflected light, in cd/m²: 12.5 (ISO 2720 allows 10.6–13.4).
    pub k: f64,
    /// How much more light there is than this meter shows, as takes taught.
    pub learnt: Option<Learnt>,
}

impl Default for MeterConstants {
    fn default() -> Self {
        MeterConstants { c: 250.0, k: 12.5, learnt: None }
    }
}

/// Likely error of an ambient reading, in stops to either side: meters of one make, and how the receptor is held (common
/// practice).
pub const READ_ERROR: f64 = 0.15;

impl MeterConstants {
    /// Checks both constants against the ranges of ISO 2720.
    ///
    /// # Errors
    /// The field's name with [`OutOfRange`].
    pub fn check(&self) -> Result<(), (&'static str, OutOfRange)> {
        INCIDENT_C.check(self.c).map_err(|e| ("c", e))?;
        REFLECTED_K.check(self.k).map_err(|e| ("k", e))?;
        self.learnt.map_or(Ok(()), |learnt| learnt.check().map_err(|(_, e)| ("learnt", e)))
    }

    /// The illuminance an incident reading stands for: `E = C·N²/(t·S)`, so `E = C/100·2^EV100` (ISO 2720).
    #[must_use]
    pub fn illuminance(&self, level: Ev100) -> Illuminance {
        Illuminance::of(self.c / 100.0 * level.ev().exp2())
    }

    /// The luminance a reflected reading stands for, in cd/m²: `L = K/100·2^EV100` (ISO 2720).
    #[must_use]
    pub fn luminance(&self, level: Ev100) -> f64 {
        self.k / 100.0 * level.ev().exp2()
    }

    /// The level an incident reading of this much light gives, in lux or, for a flash, lux-seconds at a second; minus
    /// infinity for none.
    #[must_use]
    pub fn incident_level(&self, lux: f64) -> f64 {
        (lux * 100.0 / self.c).log2()
    }

    /// How much higher a patch of this reflectance reads by the light that comes from it than by the light that falls on
    /// it: `log2(ρ·C/(π·K))`, K the body's own. 0 at 15.7 % with C = 250; +1.93 at 0.6, −1.65 at 0.05.
    #[must_use]
    pub fn reflected_over_incident(&self, reflectance: f64) -> f64 {
        // A surface that sends nothing back is never quite black.
        (reflectance.max(1e-3) * self.c / (PI * BODY_K)).log2()
    }

    /// What a flash has to give at the subject: `H = C·N²/S` (ISO 2720).
    #[must_use]
    pub fn flash_exposure(&self, aperture: FNumber, iso_speed: f64) -> LuminousExposure {
        LuminousExposure::of(self.c * aperture.number().powi(2) / iso_speed)
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

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

    /// One axis, two bases (ISO 2720's two formulas set equal): 0 at πK/C.
    #[rstest]
    #[case::where_both_agree(250.0, 0.15708, 0.0)]
    #[case::pale_wall(250.0, 0.6, 1.93)]
    #[case::half(250.0, 0.5, 1.67)]
    #[case::black(250.0, 0.05, -1.65)]
    #[case::by_a_dome(330.0, 0.6, 2.33)]
    fn reflected_against_incident(#[case] c: f64, #[case] reflectance: f64, #[case] stops: f64) {
        let meter = MeterConstants { c, ..MeterConstants::default() };
        assert!((meter.reflected_over_incident(reflectance) - stops).abs() < 0.005);
        // The long way round: the light that falls there, sent back, against the level of that much light.
        let lux = 4_000.0;
        let there_and_back = reflected_level(reflectance * lux / PI) - meter.incident_level(lux);
        assert!((there_and_back - stops).abs() < 0.005);
    }

    /// Another C moves every level that comes from lux alike: 250 to 330 by −0.40.
    #[test]
    fn a_dome_asks_for_more() {
        let at = |c| MeterConstants { c, ..MeterConstants::default() }.incident_level(1_000.0);
        assert!((at(330.0) - at(250.0) + 0.40).abs() < 0.005);
        let level = Ev100::new(9.3).unwrap();
        let meter = MeterConstants { c: 330.0, ..MeterConstants::default() };
        assert!((meter.incident_level(meter.illuminance(level).lux()) - 9.3).abs() < 1e-9);
    }

    #[test]
    fn constants_outside_the_standard_are_refused() {
        assert!(MeterConstants { c: 250.0, ..MeterConstants::default() }.check().is_ok());
        assert_eq!(MeterConstants { c: 100.0, ..MeterConstants::default() }.check().unwrap_err().0, "c");
        assert_eq!(MeterConstants { c: 330.0, k: 20.0, ..MeterConstants::default() }.check().unwrap_err().0, "k");
    }
}
