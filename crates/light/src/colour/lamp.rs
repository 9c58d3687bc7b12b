use super::observer::{BANDS, columns};
use super::spectrum::Spectrum;
use super::temperature::temperature;
use crate::quantity::Kelvin;
use serde::{Deserialize, Serialize};
use std::sync::LazyLock;

/// Kinds of lamp whose spectrum is published (CIE 15:2018).
#[derive(Debug, Clone, Copy, PartialEq, Eq, Hash, Serialize, Deserialize)]
#[cfg_attr(feature = "openapi", derive(utoipa::ToSchema))]
#[serde(rename_all = "snake_case")]
pub enum Lamp {
    /// An incandescent lamp, 2 856 K (CIE illuminant A).
    Incandescent,
    /// A cool white tube of the old kind (FL2).
    CoolWhiteTube,
    /// A warm white tube of the old kind (FL4).
    WarmWhiteTube,
    /// A daylight tube with a broad band (FL7).
    DaylightTube,
    /// A three-band tube, 4 000 K (FL11).
    ThreeBandNeutral,
    /// A three-band tube, 3 000 K (FL12).
    ThreeBandWarm,
    /// A sodium lamp (HP1).
    Sodium,
    /// A metal-halide lamp (HP3).
    MetalHalide,
    /// A warm LED, 2 700 K (LED-B1).
    LedVeryWarm,
    /// A warm LED, 3 000 K (LED-B2).
    LedWarm,
    /// A neutral LED, 4 100 K (LED-B3).
    LedNeutral,
    /// A daylight LED, 5 100 K (LED-B4).
    LedDaylight,
    /// A cool LED, 6 600 K (LED-B5).
    LedCool,
    /// A warm LED with a red one beside it (LED-BH1).
    LedWithRed,
    /// Red, green and blue LEDs mixed to warm white (LED-RGB1).
    LedThreeColours,
    /// A warm LED driven by violet (LED-V1).
    LedVioletWarm,
    /// A neutral LED driven by violet (LED-V2).
    LedVioletNeutral,
}

const SOURCES: &str = include_str!("../../data/spectra/sources.csv");

/// In the order of the enum.
static SPECTRA: LazyLock<[[f64; BANDS]; 17]> = LazyLock::new(|| columns(SOURCES));

impl Lamp {
    /// All of them, as the table has them.
    pub const ALL: [Lamp; 17] = [
        Lamp::Incandescent,
        Lamp::CoolWhiteTube,
        Lamp::WarmWhiteTube,
        Lamp::DaylightTube,
        Lamp::ThreeBandNeutral,
        Lamp::ThreeBandWarm,
        Lamp::Sodium,
        Lamp::MetalHalide,
        Lamp::LedVeryWarm,
        Lamp::LedWarm,
        Lamp::LedNeutral,
        Lamp::LedDaylight,
        Lamp::LedCool,
        Lamp::LedWithRed,
        Lamp::LedThreeColours,
        Lamp::LedVioletWarm,
        Lamp::LedVioletNeutral,
    ];

    /// Its light, with Y = 1.
    #[must_use]
    pub fn spectrum(self) -> Spectrum {
        Spectrum(SPECTRA[self as usize]).to_unit()
    }

    /// Its nearest temperature.
    #[must_use]
    pub fn kelvin(self) -> Kelvin {
        temperature(self.spectrum().xyz()).map_or(Kelvin::of(2_856.0), |found| found.kelvin)
    }

    /// In words, as part of a sentence.
    #[must_use]
    pub const fn words(self) -> &'static str {
        match self {
            Lamp::Incandescent => "incandescent lamps",
            Lamp::CoolWhiteTube => "cool white tubes",
            Lamp::WarmWhiteTube => "warm white tubes",
            Lamp::DaylightTube => "daylight tubes",
            Lamp::ThreeBandNeutral => "three-band tubes, neutral",
            Lamp::ThreeBandWarm => "three-band tubes, warm",
            Lamp::Sodium => "sodium lamps",
            Lamp::MetalHalide => "metal-halide lamps",
            Lamp::LedVeryWarm => "very warm LED",
            Lamp::LedWarm => "warm LED",
            Lamp::LedNeutral => "neutral LED",
            Lamp::LedDaylight => "daylight LED",
            Lamp::LedCool => "cool LED",
            Lamp::LedWithRed => "warm LED with red",
            Lamp::LedThreeColours => "three-colour LED",
            Lamp::LedVioletWarm => "violet-pumped LED, warm",
            Lamp::LedVioletNeutral => "violet-pumped LED, neutral",
        }
    }

    /// How deep its light pulses on alternating current, as a share of its mean (common practice, from memory): an
    /// LED's depends on its driver and is taken for half.
    #[must_use]
    pub const fn pulses(self) -> f64 {
        match self {
            Lamp::Incandescent => 0.1,
            Lamp::CoolWhiteTube | Lamp::WarmWhiteTube | Lamp::DaylightTube => 0.35,
            Lamp::ThreeBandNeutral | Lamp::ThreeBandWarm => 0.03,
            Lamp::Sodium | Lamp::MetalHalide => 0.35,
            Lamp::LedVeryWarm
            | Lamp::LedWarm
            | Lamp::LedNeutral
            | Lamp::LedDaylight
            | Lamp::LedCool
            | Lamp::LedWithRed
            | Lamp::LedThreeColours
            | Lamp::LedVioletWarm
            | Lamp::LedVioletNeutral => 0.5,
        }
    }
}

#[cfg(test)]
mod tests {
    use super::*;
    use rstest::rstest;

    /// Chromaticity and temperature of every lamp as CIE 15:2018 has them; the sums here end at 380 and 780 nm, the rest is
    /// rounding. Only the warmest bend of the table of temperatures is off by more than a kelvin or two.
    #[rstest]
    #[case(Lamp::Incandescent, 0.4476, 0.4074, 2_856.0)]
    #[case(Lamp::CoolWhiteTube, 0.3721, 0.3751, 4_230.0)]
    #[case(Lamp::WarmWhiteTube, 0.4402, 0.4031, 2_940.0)]
    #[case(Lamp::DaylightTube, 0.3129, 0.3292, 6_500.0)]
    #[case(Lamp::ThreeBandNeutral, 0.3805, 0.3769, 4_000.0)]
    #[case(Lamp::ThreeBandWarm, 0.4370, 0.4042, 3_000.0)]
    #[case(Lamp::Sodium, 0.5330, 0.4150, 1_959.0)]
    #[case(Lamp::MetalHalide, 0.4302, 0.4075, 3_144.0)]
    #[case(Lamp::LedVeryWarm, 0.4560, 0.4078, 2_733.0)]
    #[case(Lamp::LedWarm, 0.4357, 0.4012, 2_998.0)]
    #[case(Lamp::LedNeutral, 0.3756, 0.3723, 4_103.0)]
    #[case(Lamp::LedDaylight, 0.3422, 0.3502, 5_109.0)]
    #[case(Lamp::LedCool, 0.3118, 0.3236, 6_598.0)]
    #[case(Lamp::LedWithRed, 0.4474, 0.4066, 2_851.0)]
    #[case(Lamp::LedThreeColours, 0.4557, 0.4211, 2_840.0)]
    #[case(Lamp::LedVioletWarm, 0.4548, 0.4044, 2_724.0)]
    #[case(Lamp::LedVioletNeutral, 0.3781, 0.3775, 4_070.0)]
    fn as_published(#[case] lamp: Lamp, #[case] x: f64, #[case] y: f64, #[case] kelvin: f64) {
        let light = lamp.spectrum().xyz();
        let (xy, found) = (light.xy().unwrap(), temperature(light).unwrap());
        assert!((xy.x - x).abs() < 3e-4 && (xy.y - y).abs() < 3e-4, "{xy:?}");
        assert!((found.kelvin.kelvin() / kelvin - 1.0).abs() < 4e-3, "{found:?}");
    }
}
