use super::white::{Adaptation, D50, D65};
use super::xyz::Xyz;
use crate::quantity::OutOfRange;
use palette::color_difference::Ciede2000;
use palette::convert::IntoColorUnclamped;
use palette::{Lab as Palette, white_point};
use serde::{Deserialize, Serialize};

/// A colour in L*a*b*, beside D65.
#[derive(Debug, Clone, Copy, PartialEq, Default)]
pub struct Lab {
    /// Lightness.
    pub l: f64,
    /// From green to red.
    pub a: f64,
    /// From blue to yellow.
    pub b: f64,
}

/// The white an instrument gives L*a*b* beside.
#[derive(Debug, Clone, Copy, PartialEq, Eq, Default, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
pub enum LabWhite {
    /// D50, as instruments for print are set.
    D50,
    /// D65.
    #[default]
    D65,
}

impl Lab {
    /// Of tristimulus values beside D65.
    #[must_use]
    pub fn of(colour: Xyz) -> Lab {
        let lab: Palette<white_point::D65, f64> =
            palette::Xyz::<white_point::D65, f64>::new(colour.x, colour.y, colour.z).into_color_unclamped();
        Lab { l: lab.l, a: lab.a, b: lab.b }
    }

    /// A measured colour, brought to D65 (Bradford) where it was measured beside another white.
    #[must_use]
    pub fn measured(l: f64, a: f64, b: f64, white: LabWhite) -> Lab {
        match white {
            LabWhite::D65 => Lab { l, a, b },
            LabWhite::D50 => {
                let xyz: palette::Xyz<white_point::D50, f64> =
                    Palette::<white_point::D50, f64>::new(l, a, b).into_color_unclamped();
                let there = Adaptation::new(D50, D65).of(Xyz { x: xyz.x, y: xyz.y, z: xyz.z });
                Lab::of(there)
            }
        }
    }

    /// As tristimulus values beside D65.
    #[must_use]
    pub fn xyz(self) -> Xyz {
        let xyz: palette::Xyz<white_point::D65, f64> =
            Palette::<white_point::D65, f64>::new(self.l, self.a, self.b).into_color_unclamped();
        Xyz { x: xyz.x, y: xyz.y, z: xyz.z }
    }

    /// A paint of the same hue and saturation that sends this share of daylight back.
    #[must_use]
    pub fn as_light_as(self, share: f64) -> Lab {
        let Xyz { x, y, z } = self.xyz();
        if y > 0.0 { Lab::of(Xyz { x: x * share / y, y: share, z: z * share / y }) } else { self }
    }

    /// How different two colours look: CIEDE2000 (CIE 142, ISO/CIE 11664-6).
    #[must_use]
    pub fn difference(self, other: Lab) -> f64 {
        let palette = |lab: Lab| Palette::<white_point::D65, f64>::new(lab.l, lab.a, lab.b);
        palette(self).difference(palette(other))
    }

    /// The individual typology angle of skin, in degrees (Chardon et al., Int. J. Cosmet. Sci. 13, 1991).
    ///
    /// # Errors
    /// Skin is yellower than grey: none at b* of 0 or below.
    pub fn typology(self) -> Result<f64, OutOfRange> {
        crate::quantity::limits::SKIN_YELLOW.check(self.b)?;
        Ok(((self.l - 50.0) / self.b).atan().to_degrees())
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use proptest::prelude::*;

    /// The 34 pairs of Sharma, Wu & Dalal, *Color Research and Application* 30 (2005), table 1.
    const PAIRS: [[f64; 7]; 34] = [
        [50.0, 2.6772, -79.7751, 50.0, 0.0, -82.7485, 2.0425],
        [50.0, 3.1571, -77.2803, 50.0, 0.0, -82.7485, 2.8615],
        [50.0, 2.8361, -74.0200, 50.0, 0.0, -82.7485, 3.4412],
        [50.0, -1.3802, -84.2814, 50.0, 0.0, -82.7485, 1.0000],
        [50.0, -1.1848, -84.8006, 50.0, 0.0, -82.7485, 1.0000],
        [50.0, -0.9009, -85.5211, 50.0, 0.0, -82.7485, 1.0000],
        [50.0, 0.0, 0.0, 50.0, -1.0, 2.0, 2.3669],
        [50.0, -1.0, 2.0, 50.0, 0.0, 0.0, 2.3669],
        [50.0, 2.4900, -0.0010, 50.0, -2.4900, 0.0009, 7.1792],
        [50.0, 2.4900, -0.0010, 50.0, -2.4900, 0.0010, 7.1792],
        [50.0, 2.4900, -0.0010, 50.0, -2.4900, 0.0011, 7.2195],
        [50.0, 2.4900, -0.0010, 50.0, -2.4900, 0.0012, 7.2195],
        [50.0, -0.0010, 2.4900, 50.0, 0.0009, -2.4900, 4.8045],
        [50.0, -0.0010, 2.4900, 50.0, 0.0010, -2.4900, 4.8045],
        [50.0, -0.0010, 2.4900, 50.0, 0.0011, -2.4900, 4.7461],
        [50.0, 2.5, 0.0, 50.0, 0.0, -2.5, 4.3065],
        [50.0, 2.5, 0.0, 73.0, 25.0, -18.0, 27.1492],
        [50.0, 2.5, 0.0, 61.0, -5.0, 29.0, 22.8977],
        [50.0, 2.5, 0.0, 56.0, -27.0, -3.0, 31.9030],
        [50.0, 2.5, 0.0, 58.0, 24.0, 15.0, 19.4535],
        [50.0, 2.5, 0.0, 50.0, 3.1736, 0.5854, 1.0000],
        [50.0, 2.5, 0.0, 50.0, 3.2972, 0.0, 1.0000],
        [50.0, 2.5, 0.0, 50.0, 1.8634, 0.5757, 1.0000],
        [50.0, 2.5, 0.0, 50.0, 3.2592, 0.3350, 1.0000],
        [60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644],
        [63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.2630],
        [61.2901, 3.7196, -5.3901, 61.4292, 2.2480, -4.9620, 1.8731],
        [35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645],
        [22.7233, 20.0904, -46.6940, 23.0331, 14.9730, -42.5619, 2.0373],
        [36.4612, 47.8580, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146],
        [90.8027, -2.0831, 1.4410, 91.1528, -1.6435, 0.0447, 1.4441],
        [90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381],
        [6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377],
        [2.0776, 0.0795, -1.1350, 0.9033, -0.0636, -0.5514, 0.9082],
    ];

    #[test]
    fn sharmas_pairs() {
        for [l1, a1, b1, l2, a2, b2, wanted] in PAIRS {
            let found = Lab { l: l1, a: a1, b: b1 }.difference(Lab { l: l2, a: a2, b: b2 });
            assert!((found - wanted).abs() < 1e-4, "{found} for {wanted}");
        }
    }

    #[test]
    fn grey_and_bluish_skin_have_no_typology() {
        let of = |b: f64| Lab { l: 60.0, a: 10.0, b }.typology();
        assert!(of(0.0).is_err() && of(-3.0).is_err());
        assert!((of(10.0).unwrap() - 45.0).abs() < 1e-12);
    }

    proptest! {
        #[test]
        fn there_and_back(l in 20.0..100.0f64, a in -60.0..60.0f64, b in -60.0..60.0f64) {
            let back = Lab::of(Lab { l, a, b }.xyz());
            prop_assert!((back.l - l).abs() < 1e-6 && (back.a - a).abs() < 1e-6 && (back.b - b).abs() < 1e-6);
            // A grey stays one beside any white.
            let grey = Lab::measured(l, 0.0, 0.0, LabWhite::D50);
            prop_assert!((grey.l - l).abs() < 0.01 && grey.a.abs() < 0.02 && grey.b.abs() < 0.02, "{grey:?}");
        }
    }
}
