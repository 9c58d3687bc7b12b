use crate::quantity::{FNumber, GuideNumber, Metres, Power, Stops};

/// The guide number at this speed and power: `GN·√(S/100)·√p` (ISO 1230).
#[must_use]
pub fn guide_number(full: GuideNumber, iso_speed: f64, power: Power) -> GuideNumber {
    GuideNumber::of(full.metres() * (iso_speed / 100.0 * power.fraction()).sqrt())
}

/// The aperture for which the flash is right at this distance: `N = GN/d` (ISO 1230).
#[must_use]
pub fn aperture_for(guide: GuideNumber, distance: Metres) -> FNumber {
    FNumber::of(guide.metres() / distance.metres())
}

/// The distance at which the flash is right at this aperture: `d = GN/N` (ISO 1230).
#[must_use]
pub fn distance_for(guide: GuideNumber, aperture: FNumber) -> Metres {
    Metres::of(guide.metres() / aperture.number())
}

/// The intensity along a flash's axis at full power, in candela-seconds: `I = C·GN²/100` with C = 250, which is the
/// standard's and not that of any meter (ISO 1230).
#[must_use]
pub fn axial_intensity(full: GuideNumber) -> f64 {
    2.5 * full.metres().powi(2)
}

/// The level a flash gives at f/1, ISO 100 and full power from this distance: `2·log2(GN/d)` stops.
#[must_use]
pub fn level_at(full: GuideNumber, distance: Metres) -> Stops {
    Stops::of(2.0 * (full.metres() / distance.metres()).log2())
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;
    use rstest::rstest;

    /// Worked case 2 of the method notes (ISO 1230): GN 58 m.
    #[rstest]
    #[case::quarter_power(100.0, 2.0, 29.0, 8.06)]
    #[case::quarter_power_at_iso_400(400.0, 2.0, 58.0, 16.1)]
    #[case::full_power(100.0, 0.0, 58.0, 16.1)]
    fn gn_58(#[case] iso: f64, #[case] below: f64, #[case] gn: f64, #[case] aperture: f64) {
        let guide = guide_number(GuideNumber::new(58.0).unwrap(), iso, Power::new(below).unwrap());
        assert!((guide.metres() - gn).abs() < 1e-9);
        let at = aperture_for(guide, Metres::new(3.6).unwrap()).number();
        assert!((at - aperture).abs() < 0.02, "{at}");
    }

    proptest! {
        /// Inverse square: half the distance is two stops, and aperture and distance are each other's inverse.
        #[test]
        fn inverse_square(gn in 2.0f64..200.0, d in 0.5f64..20.0) {
            let full = GuideNumber::new(gn).unwrap();
            let near = level_at(full, Metres::new(d / 2.0).unwrap());
            let far = level_at(full, Metres::new(d).unwrap());
            prop_assert!(((near - far).stops() - 2.0).abs() < 1e-9);
            let aperture = aperture_for(full, Metres::new(d).unwrap());
            if aperture.number() > 0.5 && aperture.number() < 256.0 {
                prop_assert!((distance_for(full, aperture).metres() - d).abs() < 1e-9);
            }
        }
    }
}
